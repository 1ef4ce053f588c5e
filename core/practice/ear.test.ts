import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { matched, strokesOf, toHear, type ToHear } from './ear.ts';
import { simulatedPlayer, MISTAKES } from './simulated.ts';
import { taken } from './taken.oracle.ts';

const { score, neck } = taken('key: C\ntempo: 120\n| C | A7 | Dm7 | G7 |');

const TEMPO = 'at 120 a bar of four is two seconds';
test(`what should be heard is every chord of the round, when it is struck: ${TEMPO}`, () => {
  const hear = toHear(score, score.columns[1]!.start, score.columns[3]!.start, 1);
  expect(hear.strokes.map(({ at, column, bar }) => [at, column, bar])).toEqual([
    [0, 1, 2],
    [2, 2, 3],
  ]);
  expect(hear.seconds).toBe(4);
  expect(hear.strokes[0]!.notes.map(({ pitch }) => pitch)).toEqual(
    score.parts.guitar[1]!.notes.map(({ pitch }) => pitch),
  );
  const slower = toHear(score, 0, score.end, 0.5);
  expect(slower.strokes.map(({ at }) => at)).toEqual([0, 4, 8, 12]);
  expect(slower.quarter).toBe(1);
});

test('what thumb and fingers strike at once is one stroke, and what rings on is told of', () => {
  const [first] = score.parts.guitar;
  const bass = { ...first!, notes: first!.notes.slice(0, 1), ticks: first!.ticks * 2 };
  const fingers = { ...first!, notes: first!.notes.slice(1) };
  const guitar = [bass, fingers, score.parts.guitar[1]!];
  expect(strokesOf(guitar).map((stroke) => stroke.length)).toEqual([2, 1]);
  const { strokes } = toHear({ ...score, parts: { ...score.parts, guitar } }, 0, score.end, 1);
  expect(strokes[0]!.notes).toHaveLength(first!.notes.length);
  expect(strokes[1]!.ringing).toEqual([bass.notes[0]!.pitch]);
});

describe('which onset is which stroke', () => {
  const four = (at: readonly number[]): ToHear => ({
    quarter: 0.5,
    seconds: 4,
    strokes: at.map((one, i) => ({
      at: one,
      seconds: 0.5,
      spread: 0,
      notes: [{ pitch: 60, string: 3 }],
      column: i,
      bar: 1,
      ringing: [],
      soft: false,
    })),
  });
  const on = (at: readonly number[]) => at.map((one) => ({ at: one, strength: 1 }));

  test.each([
    ['as written', [0, 0.5, 1], [0, 1, 2]],
    ['one late by an eighth', [0, 0.75, 1], [0, 1, 2]],
    ['one left out', [0, 1], [0, null, 1]],
    ['one too many', [0, 0.25, 0.5, 1], [0, 2, 3]],
    ['silence', [], [null, null, null]],
    ['all late by a card', [0.1, 0.6, 1.1], [0, 1, 2]],
  ])('%s', (_, heard, expected) => {
    expect(matched(four([0, 0.5, 1]), on(heard))).toEqual(expected);
  });

  test('is in order, each onset once, whatever is heard', () => {
    const times = fc.array(fc.double({ min: 0, max: 8, noNaN: true }), { maxLength: 12 });
    fc.assert(
      fc.property(times, times, (written, heard) => {
        const inOrder = [...heard].sort((a, b) => a - b);
        const which = matched(four([...written].sort((a, b) => a - b)), on(inOrder));
        expect(which).toHaveLength(written.length);
        const used = which.flatMap((one) => one ?? []);
        expect(used).toEqual([...new Set(used)].sort((a, b) => a - b));
      }),
      { numRuns: 200, seed: 5 },
    );
  });
});

describe('the simulated player', () => {
  const of = { share: 1, open: neck.open };

  test('plays the same for the same seed, and as written where nothing is to go wrong', () => {
    expect(simulatedPlayer(score, { ...of, seed: 3 })).toEqual(simulatedPlayer(score, { ...of, seed: 3 }));
    const right = simulatedPlayer(score, { ...of, seed: 3, share: 0 });
    expect(right.made).toEqual([]);
    expect(right.score).toEqual(score);
  });

  test('makes the mistakes that it states, and no others', () => {
    const seen = new Set<string>();
    for (let seed = 1; seed <= 60; seed++) {
      const { score: played, made } = simulatedPlayer(score, { ...of, seed });
      strokesOf(played.parts.guitar).forEach((stroke, i) => {
        const written = strokesOf(score.parts.guitar)[i]!;
        const [before, after] = [written, stroke].map((sounds) =>
          sounds.flatMap(({ notes }) => notes.map(({ pitch }) => pitch)),
        );
        const mine = made.find((one) => one.stroke === i);
        const gone = before!.filter((pitch) => !after!.includes(pitch));
        const come = after!.filter((pitch) => !before!.includes(pitch));
        expect(gone).toEqual([mine?.missing ?? []].flat());
        expect(come).toEqual([mine?.extra ?? []].flat());
        expect(stroke[0]!.start > written[0]!.start).toBe(mine?.mistake === 'late');
        // What sounds lies where a finger can have put it.
        for (const { string, fret, pitch } of stroke.flatMap(({ notes }) => notes))
          expect(neck.open[string!]! + fret!).toBe(pitch);
        if (mine) seen.add(mine.mistake);
      });
    }
    expect([...seen].sort()).toEqual([...MISTAKES].sort());
  });
});
