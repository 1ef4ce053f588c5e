import { describe, expect, test } from '@jest/globals';
import {
  arrangedTake,
  buildLibrary,
  DEFAULT_HAND,
  MISTAKES,
  parseChart,
  pitchFaults,
  pricingFor,
  run,
  scoreOf,
  sessionOf,
  simulatedPlayer,
  solveTake,
  toHear,
  type Fault,
  type Score,
} from '../../../core/index.ts';
import { mixed } from '../mix.ts';
import { performanceFrom } from '../perform.ts';
import { guitarOf, USUAL_VOLUMES, without, type PlayedChord } from '../performance.ts';
import { noise, renderClick } from '../pluck.ts';
import { renderReed } from '../reed.ts';
import { renderTimbre } from '../timbre.ts';
import { listenedGrip } from './grip.ts';
import { listened, pitchesIn } from './listen.ts';
import { onsets } from './onsets.ts';

const RATE = 22_050;
const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
const chart = parseChart('key: G\ntempo: 112\n| G C | D7 G | Em7 Am7 | D9 Gmaj7 |');
if (!chart.ok) throw new Error('chart');
const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
const { columns } = arrangedTake(run(solveTake(session, { chart: chart.value })));
const score = scoreOf({ chart: chart.value, open: library.neck.open, columns });
const hear = toHear(score, 0, score.end, 1);

/** Sounds as they are recorded, with the click where it is not silent, by strings so many cents sharp. */
function recorded(chords: readonly PlayedChord[], { cents = 0, click = false } = {}): Float32Array {
  const { clicks, seconds } = performanceFrom(score, 0);
  const silent = click ? (['melody'] as const) : (['click'] as const);
  const samples = {
    of: (timbre: Parameters<typeof renderTimbre>[0]) =>
      renderTimbre({ ...timbre, pitch: timbre.pitch + cents / 100 }, RATE),
    click: (accent: boolean) => renderClick(accent, RATE),
  };
  return run(mixed({ lit: [], chords, clicks, seconds }, without(USUAL_VOLUMES, silent), samples, RATE));
}
const guitarIn = (of: Score) => guitarOf(performanceFrom(of, 0));
const asWritten = recorded(guitarIn(score));
const shifted = (samples: Float32Array, seconds: number) => {
  const later = new Float32Array(samples.length + Math.round(seconds * RATE));
  later.set(samples, Math.round(seconds * RATE));
  return later;
};

test('every stroke is heard when it is struck, within 15 thousandths of a second', () => {
  const found = onsets(asWritten, RATE).map(({ at }) => at);
  expect(found).toHaveLength(hear.strokes.length);
  found.forEach((at, i) => expect(Math.abs(at - hear.strokes[i]!.at)).toBeLessThanOrEqual(0.015));
});

test.each([40, 45, 52, 57, 64, 69, 76, 83])('the string at MIDI %i is heard as itself, and as no other', (pitch) => {
  const string = renderTimbre({ part: 'guitar', pitch, fret: 2, muted: false }, RATE);
  const strengths = pitchesIn(string, RATE, 0.02, 0.6);
  expect(strengths.get(pitch)).toBe(1);
  expect(pitchFaults({ ...hear.strokes[0]!, notes: [{ pitch, string: 0 }] }, strengths)).toEqual([]);
});

describe('a round', () => {
  test('as written has nothing wrong: in a silent room, over the click, in noise, late by the machine, a little out of tune', () => {
    const random = noise(4);
    for (const samples of [
      asWritten,
      recorded(guitarIn(score), { click: true }),
      asWritten.map((value) => value + 0.004 * random()),
      shifted(asWritten, 0.12),
      recorded(guitarIn(score), { cents: 12 }),
    ])
      expect(listened(samples, RATE, hear)).toMatchObject({ unlike: null, verdicts: [] });
  });

  test('with mistakes: each that is plain to hear is found where it was made', () => {
    const tried = new Map<string, { made: number; found: number }>();
    for (let seed = 1; seed <= 6; seed++) {
      const { score: played, made } = simulatedPlayer(score, { seed, share: 0.5, open: library.neck.open });
      const { verdicts } = listened(recorded(guitarIn(played)), RATE, hear);
      for (const { stroke, mistake, missing, extra } of made) {
        const faults: readonly Fault[] = verdicts.find((one) => one.stroke === stroke)?.faults ?? [];
        const isFound = faults.some((fault) => {
          if (mistake === 'late') return fault.kind === 'off-time' && fault.seconds > 0;
          return mistake === 'extra'
            ? fault.kind === 'extra' && fault.pitch === extra
            : fault.kind === 'missing' && fault.pitch === missing;
        });
        const count = tried.get(mistake) ?? { made: 0, found: 0 };
        tried.set(mistake, { made: count.made + 1, found: count.found + (isFound ? 1 : 0) });
      }
      // What was right is not called wrong.
      const wrong = new Set(made.map(({ stroke }) => stroke));
      expect(
        verdicts.filter(({ stroke, faults }) => !wrong.has(stroke) && faults.some(({ sure }) => sure >= 0.5)),
      ).toEqual([]);
    }
    for (const mistake of MISTAKES) {
      const { made, found } = tried.get(mistake)!;
      expect(made).toBeGreaterThan(2);
      expect(found / made).toBeGreaterThanOrEqual(0.8);
    }
  });

  test('that is silence, another instrument, or a guitar tuned down is called that', () => {
    expect(listened(new Float32Array(RATE * 8), RATE, hear).unlike).toEqual({ kind: 'silence' });
    // A reed far above, playing another tune.
    const reed = recorded(
      hear.strokes.map(({ at, seconds }, i): PlayedChord => ({
        at,
        seconds,
        pitches: [78 + ((i * 5) % 7)],
        part: 'melody',
      })),
    );
    expect(reed.some((value) => Math.abs(value) > 0.05) && renderReed(78, RATE).length > 0).toBe(true);
    expect(listened(reed, RATE, hear).unlike).toEqual({ kind: 'other' });
    const low = guitarIn(score).map((chord) => ({ ...chord, pitches: chord.pitches.map((pitch) => pitch - 1) }));
    expect(listened(recorded(low), RATE, hear).unlike).toEqual({ kind: 'tuned', off: -1 });
  });
});

test('who begins too early is heard before the round begins', () => {
  const early = { ...hear, strokes: hear.strokes.map((stroke, i) => (i === 0 ? { ...stroke, at: 0.25 } : stroke)) };
  const lead = new Float32Array(asWritten.length + Math.round(0.3 * RATE));
  lead.set(asWritten, Math.round(0.3 * RATE));
  const { verdicts } = listened(lead, RATE, early, 0.3);
  expect(verdicts).toEqual([{ stroke: 0, faults: [expect.objectContaining({ kind: 'off-time' })] }]);
  expect(listened(lead, RATE, hear, 0.3).verdicts).toEqual([]);
});

describe('a grip set cold', () => {
  const grip = hear.strokes[0]!;
  const notes = grip.notes.map(({ pitch }) => pitch);
  const strummed = (pitches: readonly number[]) => [{ at: 0.4, seconds: 1.5, pitches, spread: 0.03 }];
  const oneByOne = (pitches: readonly number[]) =>
    pitches.map((pitch, i) => ({ at: 0.4 + i * 0.4, seconds: 0.4, pitches: [pitch] }));
  const heardOf = (chords: readonly PlayedChord[], cents = 0) =>
    listenedGrip(recorded(chords, { cents }).slice(0, 5 * RATE), RATE, grip);

  test('strummed, or string by string up or down: every string sounds', () => {
    expect(heardOf(strummed(notes))).toEqual({ how: 'strummed', faults: [] });
    expect(heardOf(oneByOne(notes))).toEqual({ how: 'one by one', faults: [] });
    expect(heardOf(oneByOne([...notes].reverse()))).toEqual({ how: 'one by one', faults: [] });
  });

  test('a string that is mute, and one stopped a fret too high', () => {
    const [first, second, ...others] = notes;
    expect(heardOf(strummed([first!, ...others]))?.faults).toMatchObject([{ kind: 'missing', pitch: second }]);
    const high = heardOf(oneByOne([first!, second! + 1, ...others]));
    expect(high?.faults).toMatchObject([{ kind: 'missing', pitch: second, instead: second! + 1 }]);
  });

  test('string by string, one left out, or one plucked twice, is still that', () => {
    const [, second] = notes;
    const without = oneByOne(notes).filter((_, i) => i !== 1);
    expect(heardOf(without)?.faults).toEqual([expect.objectContaining({ kind: 'missing', pitch: second })]);
    const twice = [...oneByOne(notes), { at: 0.4 + notes.length * 0.4, seconds: 0.4, pitches: [notes.at(-1)!] }];
    expect(heardOf(twice)).toEqual({ how: 'one by one', faults: [] });
  });

  test.each([
    ['damped', 0.4],
    ['left to ring', 1.6],
  ])('string by string, each %s, it hears how far each is out of tune, within three cents', (_, seconds) => {
    const found = heardOf(
      oneByOne(notes).map((chord) => ({ ...chord, seconds })),
      22,
    );
    expect(found?.how).toBe('one by one');
    expect(found?.faults).toHaveLength(notes.length);
    for (const fault of found!.faults) {
      expect(fault.kind).toBe('out-of-tune');
      if (fault.kind === 'out-of-tune') expect(Math.abs(fault.cents - 22)).toBeLessThan(3);
    }
  });

  test('waits until it has sounded, and says nothing of silence', () => {
    expect(listenedGrip(new Float32Array(RATE * 2), RATE, grip)).toBeNull();
    expect(listenedGrip(recorded(strummed(notes)).slice(0, RATE), RATE, grip)).toBeNull();
  });
});
