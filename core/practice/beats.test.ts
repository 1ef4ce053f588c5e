import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseChart } from '../chart/parse.ts';
import { playedBars } from '../chart/played.ts';
import type { RoundMark } from './ladder.ts';
import { beatsOf, countedBeats, CROSS_COUNTS, crossing, inBeats } from './beats.ts';
import { callsFor } from './no-time.ts';
import { practisedScore } from './rounds.ts';
import { taken } from './taken.oracle.ts';
import { afterTurn, COMES_BACK_AFTER, turnsOf } from './turns.ts';

describe('beats', () => {
  test.each([
    ['4/4', '| C | F |', [1, 2, 3, 4, 1, 2, 3, 4]],
    ['3/4', '| C | F |', [1, 2, 3, 1, 2, 3]],
    ['6/8', '| C | F |', [1, 2, 1, 2]],
    ['4/4', '[pickup 1/4]\n| C | F |', [4, 1, 2, 3, 4]],
  ])('of %s %s', (meter, bars, beats) => {
    const { score } = taken(`key: C\nmeter: ${meter}\n${bars}`);
    const found = beatsOf(score);
    expect(found.map(({ beat }) => beat)).toEqual(beats);
    // One after the other, from the first to the end.
    expect(found[0]!.start).toBe(0);
    found.forEach(({ start, ticks }, i) => expect(start + ticks).toBe(found[i + 1]?.start ?? score.end));
    expect(inBeats(score).score.columns.map(({ start }) => start)).toEqual(found.map(({ start }) => start));
  });

  test('a chord that comes between two beats is a moment of its own', () => {
    const { score } = taken('key: C\nmeter: 3/4\n| C . . F . . | G7 |');
    const { moments } = inBeats(score);
    expect(moments.map(({ beat, column }) => [beat, column])).toEqual([
      [1, 0],
      [2, 0],
      [2, 1],
      [3, 1],
      [1, 2],
      [2, 2],
      [3, 2],
    ]);
    moments.forEach(({ start, ticks }, i) => expect(start + ticks).toBe(moments[i + 1]?.start ?? score.end));
  });

  test('each lies in the column that sounds', () => {
    const { score } = taken('key: C\n| C F | G7 |');
    expect(beatsOf(score).map(({ column }) => column)).toEqual([0, 0, 1, 1, 2, 2, 2, 2]);
  });
});

describe('counted across the bars', () => {
  test.each(CROSS_COUNTS)('%i beats meet the bar where both count one, after as many bars as it takes', (many) => {
    const { score } = taken('key: C\n| C | F | G7 | C | Am7 | Dm7 | G7 | C |');
    const counted = countedBeats(beatsOf(score), many);
    const meets = counted.flatMap(({ meets: both, start }) => (both ? [start] : []));
    // The least common multiple of the phrase and the bar, in beats.
    const every = (many * 4) / (many % 4 === 0 ? 4 : 1);
    expect(meets).toEqual(Array.from({ length: Math.ceil(32 / every) }, (_, i) => i * every * 480));
    const struck = crossing(score, counted, many).parts.guitar;
    expect(struck.map(({ start }) => start)).toEqual(
      counted.flatMap(({ count, start }) => (count === 1 ? [start] : [])),
    );
    // The literal chart goes on: what is struck is the chord that stands there.
    for (const { start, notes } of struck) {
      const column = score.columns.findLastIndex((one) => one.start <= start);
      const chord = score.parts.guitar.find((one) => one.column === column)!;
      expect(notes).toEqual(chord.notes);
    }
  });
});

describe('what is heard', () => {
  const { score } = taken('key: C\n| C | F | G7 | C |');
  const of = (more: object) => practisedScore(score, { way: 'both', click: 'beats', guitar: true, ...more }).parts;
  test('all of it; the rhythm on one grip; the left hand in silence; the click in every other bar', () => {
    expect(of({})).toEqual({ ...score.parts });
    expect(new Set(of({ way: 'rhythm' }).guitar.map(({ notes }) => JSON.stringify(notes))).size).toBe(1);
    expect(of({ way: 'rhythm' }).guitar.map(({ start }) => start)).toEqual(
      score.parts.guitar.map(({ start }) => start),
    );
    expect(of({ way: 'left' }).guitar).toEqual([]);
    expect(of({ way: 'left' }).click).toEqual(score.parts.click);
    expect(of({ guitar: false }).guitar).toEqual([]);
    // As hands clap: on two and four.
    expect(of({ click: 'weak' }).click.map(({ start }) => (start / 480) % 4)).toEqual([1, 3, 1, 3, 1, 3, 1, 3]);
    expect(of({ click: 'drops-out' }).click.map(({ start }) => Math.floor(start / 1920))).toEqual([
      0, 0, 0, 0, 2, 2, 2, 2,
    ]);
  });
});

describe('without time', () => {
  test('phrases of the melody, each with the chord it ends over and its notes in seconds', () => {
    const { score } = taken('key: C\ntempo: 60\n| C | F | G7 | C |');
    const chart = parseChart('key: C\ntempo: 60\n| C | F | G7 | C |');
    const bars = playedBars((chart as { value: Parameters<typeof playedBars>[0] }).value);
    expect(bars).toHaveLength(4);
    const note = (bar: number, beat: number, ticks: number, pitch: number) => ({
      start: bar * 1920 + beat * 480,
      ticks,
      pitch,
      bar: bar + 1,
      spelling: 'C',
    });
    const sung = [
      note(0, 0, 480, 60),
      note(0, 1, 480, 62),
      note(1, 0, 960, 65),
      note(2, 0, 480, 67),
      note(3, 0, 960, 60),
    ];
    const calls = callsFor(score, sung as never, { from: 0, to: 3 });
    expect(calls.length).toBeGreaterThan(0);
    expect(calls.at(-1)!.column).toBe(3);
    expect(calls[0]!.notes[0]).toEqual({ pitch: 60, at: 0, seconds: 1 });
    // Every note is in one phrase.
    expect(calls.flatMap(({ notes }) => notes.map(({ pitch }) => pitch))).toEqual([60, 62, 65, 67, 60]);
  });
  test('without a melody the phrases are those of the form', () => {
    const { score } = taken('key: C\n| C | F |\n| G7 | C |');
    expect(callsFor(score, [], { from: 0, to: 3 }).map(({ column, notes }) => [column, notes.length])).toEqual([
      [1, 0],
      [3, 0],
    ]);
  });
});

describe('turns', () => {
  test('what was weak comes back after two others, until it is clean', () => {
    let turns = turnsOf(['C', 'F', 'Bb', 'Eb']);
    turns = afterTurn(turns, 'unclean');
    expect(turns.queue).toEqual(['F', 'Bb', 'C', 'Eb']);
    turns = afterTurn(afterTurn(turns, 'clean'), 'clean');
    expect(turns).toEqual({ queue: ['C', 'Eb'], clean: ['F', 'Bb'] });
  });
  test('whatever is marked, nothing is lost, and what is clean comes no more', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom<RoundMark>('clean', 'unclean'), { maxLength: 60 }), (marks) => {
        const all = Array.from({ length: 12 }, (_, i) => i);
        let turns = turnsOf(all);
        for (const mark of marks) {
          const [at] = turns.queue;
          turns = afterTurn(turns, mark);
          expect([...turns.queue, ...turns.clean].sort((a, b) => a - b)).toEqual(all);
          if (mark === 'unclean' && at !== undefined)
            expect(turns.queue.indexOf(at)).toBe(Math.min(COMES_BACK_AFTER, turns.queue.length - 1));
        }
      }),
    );
  });
});
