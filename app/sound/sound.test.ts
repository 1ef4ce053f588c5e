import { describe, expect, test } from '@jest/globals';
import { PitchDetector } from 'pitchy';
import {
  bassLayer,
  brushesLayer,
  DRUMS,
  hertz,
  parseChart,
  readChart,
  run,
  scoreOf,
  type Drum,
  type Grip,
} from '../../core/index.ts';
import { bothFrom, inARow, inPlace, performanceFrom } from './perform.ts';
import { renderDrum } from './drums.ts';
import { mixed } from './mix.ts';
import type { Performance, Volumes } from './performance.ts';
import { renderBass, renderClick, renderMuted, renderPluck } from './pluck.ts';
import { renderTimbre, timbresOf, type Timbre } from './timbre.ts';
import { orderOf } from './voicing.ts';
import { renderReed } from './reed.ts';
import { writeWav } from './wav.ts';

const RATE = 48_000;
const E2 = 40;
const E6 = 88;
const rms = (samples: Float32Array) =>
  Math.sqrt(samples.reduce((sum, value) => sum + value * value, 0) / samples.length);

describe.each([44_100, RATE])('a plucked string at %i samples a second', (rate) => {
  test('is in tune within 3 cents from E2 to E6 (heard by pitchy, an independent detector)', () => {
    const window = 16_384;
    const detector = PitchDetector.forFloat32Array(window);
    for (let midi = E2; midi <= E6; midi++) {
      // Wherever it is played: E6 is the end of the highest string.
      for (const fret of midi > 79 ? [14] : [0, 6, 14]) {
        const samples = renderPluck(midi, rate, fret);
        const [heard] = detector.findPitch(samples.subarray(rate * 0.1, rate * 0.1 + window), rate);
        const cents = 1200 * Math.log2(heard / hertz(midi));
        expect({ midi, fret, cents: Math.abs(cents) < 3 ? 'in tune' : cents }).toEqual({
          midi,
          fret,
          cents: 'in tune',
        });
      }
    }
  });
});

test('never clips, begins and ends in silence, without a click between', () => {
  for (let midi = E2; midi <= E6; midi += 3) {
    const samples = renderPluck(midi, RATE);
    const peak = samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
    expect(peak).toBeGreaterThan(0.1);
    expect(peak).toBeLessThanOrEqual(0.5);
    expect(Math.abs(samples[0]!)).toBeLessThan(0.001);
    expect(Math.abs(samples.at(-1)!)).toBeLessThan(0.001);
  }
});

test('is about as loud at every pitch, and dies away', () => {
  const loudness: number[] = [];
  for (const [midi, fret] of Array.from({ length: E6 - E2 + 1 }, (_, i) => [E2 + i, (i % 5) * 3] as const)) {
    const samples = renderPluck(midi, RATE, fret);
    loudness.push(20 * Math.log10(rms(samples.subarray(0, RATE / 2))));
    expect(rms(samples.subarray(2.5 * RATE, 3 * RATE))).toBeLessThan(rms(samples.subarray(0, RATE / 2)) / 3);
  }
  expect(Math.max(...loudness) - Math.min(...loudness)).toBeLessThan(3);
});

test('sounds the same every time', () => {
  expect(renderPluck(52, RATE)).toEqual(renderPluck(52, RATE));
});

/** The frequency below and above which a sound has as much of its weight, by its samples' differences: brightness, in hertz. */
const brightness = (samples: Float32Array) => {
  const steps = samples.map((value, i) => (i === 0 ? 0 : value - samples[i - 1]!));
  return (RATE * rms(steps)) / rms(samples) / (2 * Math.PI);
};

test('the same note is duller and over sooner the farther up a thicker string it is played', () => {
  for (let midi = 55; midi <= 76; midi += 3) {
    const frets = [0, 6, 14].map((fret) => renderPluck(midi, RATE, fret));
    const bright = frets.map((samples) => brightness(samples.subarray(0, RATE / 10)));
    const left = frets.map((samples) => rms(samples.subarray(RATE, 2 * RATE)) / rms(samples.subarray(0, RATE / 2)));
    for (const falls of [bright, left]) expect(falls).toEqual([...falls].sort((a, b) => b - a));
  }
});

test('a muted string is a short quiet stroke: all but over after a tenth of a second', () => {
  for (let midi = E2; midi <= E6; midi += 4) {
    const samples = renderMuted(midi, RATE);
    const [first, then] = [samples.subarray(0, RATE * 0.1), samples.subarray(RATE * 0.1, RATE * 0.5)];
    expect(rms(first)).toBeGreaterThan(8 * rms(then));
    expect(rms(samples.subarray(0, RATE / 2))).toBeLessThan(rms(renderPluck(midi, RATE).subarray(0, RATE / 2)) / 2);
    expect(Math.abs(samples[0]!)).toBeLessThan(0.001);
  }
});

describe('an upright bass, E1 to G3', () => {
  test('is in tune within 3 cents (heard by pitchy)', () => {
    const window = 32_768;
    const detector = PitchDetector.forFloat32Array(window);
    for (let midi = 28; midi <= 55; midi++) {
      const samples = renderBass(midi, RATE);
      const [heard] = detector.findPitch(samples.subarray(RATE * 0.08, RATE * 0.08 + window), RATE);
      const cents = 1200 * Math.log2(heard / hertz(midi));
      expect({ midi, cents: Math.abs(cents) < 3 ? 'in tune' : cents }).toEqual({ midi, cents: 'in tune' });
    }
  });

  test('is about as loud at every pitch, without a click, and over sooner than a guitar', () => {
    const loudness: number[] = [];
    for (let midi = 28; midi <= 55; midi++) {
      const samples = renderBass(midi, RATE);
      loudness.push(20 * Math.log10(rms(samples.subarray(0, RATE / 2))));
      expect(Math.abs(samples[0]!)).toBeLessThan(0.001);
      expect(Math.abs(samples.at(-1)!)).toBeLessThan(0.001);
      const dyes = rms(samples.subarray(2 * RATE, 2.5 * RATE)) / rms(samples.subarray(0, RATE / 2));
      expect(dyes).toBeLessThan(0.1);
    }
    expect(Math.max(...loudness) - Math.min(...loudness)).toBeLessThan(3);
  });
});

describe('a reed, G3 to C6', () => {
  const notes = Array.from({ length: 10 }, (_, i) => 55 + 3 * i);

  test('is in tune within 3 cents (heard by pitchy), also while it trembles', () => {
    const window = 16_384;
    const detector = PitchDetector.forFloat32Array(window);
    for (const midi of notes)
      for (const from of [0.1, 1.5]) {
        const samples = renderReed(midi, RATE);
        const [heard] = detector.findPitch(samples.subarray(RATE * from, RATE * from + window), RATE);
        expect(Math.abs(1200 * Math.log2(heard / hertz(midi)))).toBeLessThan(3);
      }
  });

  test('is about as loud at every pitch, stands where a string dies away, and begins and ends without a click', () => {
    for (const midi of notes) {
      const samples = renderReed(midi, RATE);
      expect(20 * Math.log10(rms(samples.subarray(0, RATE / 2)) / 0.07)).toBeCloseTo(0, 1);
      expect(rms(samples.subarray(3 * RATE, 3.5 * RATE))).toBeGreaterThan(0.04);
      expect(samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0)).toBeLessThan(0.5);
      for (const edge of [samples[0]!, samples.at(-1)!]) expect(Math.abs(edge)).toBeLessThan(0.001);
    }
  });
});

test.each(Object.keys(DRUMS) as Drum[])(
  '%s begins and ends in silence, has one peak and sounds the same every time',
  (drum) => {
    const samples = renderDrum(drum, RATE);
    const peak = samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
    expect(peak).toBeCloseTo(0.4, 3);
    expect(Math.abs(samples[0]!)).toBeLessThan(0.02);
    expect(Math.abs(samples.at(-1)!)).toBeLessThan(0.001);
    expect(rms(samples.subarray(samples.length / 2))).toBeLessThan(rms(samples.subarray(0, samples.length / 2)));
    expect(renderDrum(drum, RATE)).toEqual(samples);
  },
);

test('the click’s accent is higher', () => {
  const crossings = (samples: Float32Array) =>
    samples.reduce((count, value, i) => count + (i > 0 && value > 0 !== samples[i - 1]! > 0 ? 1 : 0), 0);
  expect(crossings(renderClick(true, RATE))).toBeGreaterThan(crossings(renderClick(false, RATE)));
});

describe('a sound file', () => {
  const volumes = { guitar: 0.8, melody: 0.7, bass: 0.7, brushes: 0.5, click: 0 };
  const samples = {
    of: (timbre: Timbre) => renderTimbre(timbre, RATE),
    click: (accent: boolean) => renderClick(accent, RATE),
  };
  const made = (performance: Performance, loud: Volumes = volumes) => run(mixed(performance, loud, samples, RATE));
  const chord = (at: number, more = {}) => ({ at, seconds: 0.5, pitches: [52], ...more });
  const alone = (...chords: Performance['chords']): Performance => ({ lit: [], chords, clicks: [], seconds: 4 });
  const at = (samples: Float32Array, from: number, to: number) => rms(samples.subarray(from * RATE, to * RATE));

  test('has each sound where it begins, damped where it ends, as loud as it is played', () => {
    const out = made(alone(chord(1), chord(3, { velocity: 40 })));
    expect(out.length).toBe(5.5 * RATE);
    expect(at(out, 0, 0.99)).toBe(0);
    expect(at(out, 1, 1.4)).toBeGreaterThan(0.02);
    expect(at(out, 1.6, 2.9)).toBe(0);
    // Half the velocity is about a third of the loudness.
    expect(at(out, 3, 3.4) / at(out, 1, 1.4)).toBeCloseTo(0.5 ** 1.5, 2);
  });

  test('has the parts as loud as they are heard, the click among them, and a part that is off not at all', () => {
    const both = alone(chord(0), chord(0, { part: 'bass', pitches: [33] }));
    expect(made(both, { ...volumes, bass: 0 })).toEqual(made(alone(chord(0))));
    const clicked = { ...alone(), clicks: [{ at: 1, accent: true }] };
    expect(at(made(clicked), 1, 1.05)).toBe(0);
    expect(at(made(clicked, { ...volumes, click: 1 }), 1, 1.05)).toBeGreaterThan(0.05);
  });

  test('never comes over −1 dBFS, however many play', () => {
    const loud = alone(...Array.from({ length: 40 }, (_, i) => chord(0, { pitches: [40 + i], velocity: 127 })));
    const peak = made(loud).reduce((most, value) => Math.max(most, Math.abs(value)), 0);
    expect(20 * Math.log10(peak)).toBeLessThanOrEqual(-0.999);
  });

  test('a stroke goes over the strings, up from the highest', () => {
    const strummed = (spread: number) =>
      orderOf({ pitches: [40, 45, 50], spread }).map(({ note: { pitch }, late }) => [pitch, late]);
    expect(strummed(0.02)).toEqual([
      [40, 0],
      [45, 0.01],
      [50, 0.02],
    ]);
    expect(strummed(-0.02).map(([pitch]) => pitch)).toEqual([50, 45, 40]);
  });

  test('a note has one sound for a few frets of its string, a muted string one for all; drums and bass have no frets', () => {
    const places = (frets: readonly number[], more = {}) =>
      timbresOf({ pitches: frets.map((fret) => 40 + fret), frets, ...more }).map(({ fret }) => fret);
    expect(places([0, 1, 4, 5, 12, 24])).toEqual([0, 2, 2, 6, 10, 14]);
    expect(places([5, 9], { muted: true })).toEqual([0, 0]);
    expect(places([5, 9], { part: 'bass' })).toEqual([0, 0]);
  });

  test('is a WAV file of 16 bits: its header, and the samples back again', () => {
    const view = new DataView(writeWav(Float32Array.from([0, 0.5, -1, 2]), 44_100));
    const text = (from: number, to: number) => String.fromCharCode(...new Uint8Array(view.buffer).subarray(from, to));
    expect([text(0, 4), text(8, 16), text(36, 40)]).toEqual(['RIFF', 'WAVEfmt ', 'data']);
    expect([view.getUint32(4, true), view.getUint32(40, true), view.byteLength]).toEqual([44, 8, 52]);
    expect([20, 22, 32, 34].map((byte) => view.getUint16(byte, true))).toEqual([1, 1, 2, 16]);
    expect([view.getUint32(24, true), view.getUint32(28, true)]).toEqual([44_100, 88_200]);
    expect([44, 46, 48, 50].map((byte) => view.getInt16(byte, true))).toEqual([0, 16_384, -32_767, 32_767]);
  });
});

describe('a performance', () => {
  const STRING = 64;
  const scored = (text: string, silent: readonly number[] = []) => {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(text);
    const columns = readChart(chart.value).map((slot, i) => ({
      column: { slot, symbol: slot.symbol, chord: slot.entry.chord },
      grip: silent.includes(i) ? null : ({ frets: [0], fingers: [0], pitches: [STRING] } as unknown as Grip),
    }));
    return scoreOf({ chart: chart.value, open: [STRING], columns });
  };

  test('starts at the selected column, at the tempo', () => {
    const played = performanceFrom(scored('tempo: 60\n| C | F G | C |'), 1);
    expect(played.chords.map(({ at, seconds }) => [at, seconds])).toEqual([
      [0, 2],
      [2, 2],
      [4, 4],
    ]);
    expect(played.lit).toEqual([
      { column: 1, at: 0 },
      { column: 2, at: 2 },
      { column: 3, at: 4 },
    ]);
    expect(played.seconds).toBe(8);
  });

  test('at half the tempo takes twice as long, with a bar of clicks before, up to where it is to end', () => {
    const score = scored('tempo: 60\n| C | F G | C |');
    const { chords, clicks, lit, seconds, again } = performanceFrom(score, 1, { rate: 0.5, countIn: 1, until: 2880 });
    expect(clicks.slice(0, 5).map(({ at, accent }) => [at, accent])).toEqual([
      [0, true],
      [2, false],
      [4, false],
      [6, false],
      [8, true],
    ]);
    expect(chords.map(({ at, seconds: long }) => [at, long])).toEqual([[8, 4]]);
    expect(lit).toEqual([{ column: 1, at: 8 }]);
    expect([seconds, again]).toEqual([12, undefined]);
  });

  test('again and again begins behind its count-in', () => {
    const { again, seconds } = performanceFrom(scored('tempo: 60\n| C | F |'), 0, { countIn: 1, loop: true });
    expect([again, seconds]).toEqual([4, 12]);
  });

  test('has the band beside the guitar, each as loud as it plays', () => {
    const chart = parseChart('tempo: 60\n| C | F |');
    if (!chart.ok) throw new Error();
    const columns = readChart(chart.value).map((slot) => ({
      column: { slot, symbol: slot.symbol, chord: slot.entry.chord },
      grip: null,
    }));
    const score = scoreOf({ chart: chart.value, open: [STRING], columns }, [bassLayer('four'), brushesLayer()]);
    const { chords } = performanceFrom(score, 0);
    expect(chords.filter(({ part }) => part === 'bass')).toHaveLength(8);
    expect(chords.filter(({ part }) => part === 'brushes').length).toBeGreaterThan(8);
    for (const { velocity } of chords) expect(velocity).toBeGreaterThan(40);
    // In another key everything goes with it but the drums.
    const higher = performanceFrom(score, 0, { shift: 3 }).chords;
    for (const [i, { part, pitches }] of chords.entries())
      expect(higher[i]!.pitches).toEqual(part === 'brushes' ? pitches : pitches.map((pitch) => pitch + 3));
  });

  test('of two takes has both at once, each on its side; a chord that began before sounds on', () => {
    const [one, other] = [scored('tempo: 60\n| C | F G | C |'), scored('tempo: 60\n| C | F | C |')];
    const starts = one.columns.map(({ start }) => start);
    // From the second half of bar 2, where the other has no new chord.
    const played = bothFrom([one, other], starts, starts[2]!);
    expect(played.chords.map(({ at, seconds, side }) => [side, at, seconds])).toEqual([
      [0, 0, 2],
      [0, 2, 4],
      [1, 0, 2],
      [1, 2, 4],
    ]);
    expect(played.lit).toEqual([
      { column: 2, at: 0 },
      { column: 3, at: 2 },
    ]);
    expect([played.clicks.length, played.seconds]).toEqual([6, 6]);
  });

  test('of two takes has the bass of each on its side, the drums once, and all of it as fast as asked', () => {
    const withBand = (text: string) => {
      const chart = parseChart(text);
      if (!chart.ok) throw new Error();
      const columns = readChart(chart.value).map((slot) => ({
        column: { slot, symbol: slot.symbol, chord: slot.entry.chord },
        grip: null,
      }));
      return scoreOf({ chart: chart.value, open: [STRING], columns }, [bassLayer('two'), brushesLayer()]);
    };
    const scores = [withBand('tempo: 60\n| C | F |'), withBand('tempo: 60\n| C | Db7 |')] as const;
    const { chords, seconds } = bothFrom(scores, [0], 0, { rate: 2 });
    const basses = chords.filter(({ part }) => part === 'bass');
    expect(basses.map(({ side, at }) => [side, at])).toEqual(
      [0, 1].flatMap((side) => [0, 1, 2, 3].map((at) => [side, at])),
    );
    expect(basses[2]!.pitches).not.toEqual(basses[6]!.pitches);
    const drums = chords.filter(({ part }) => part === 'brushes');
    expect(drums).toHaveLength(scores[0].parts.brushes.length);
    expect(new Set(drums.map(({ side }) => side))).toEqual(new Set([undefined]));
    expect(seconds).toBe(4);
  });

  test('clicks each beat once, the first of a bar accented', () => {
    const { clicks } = performanceFrom(scored('meter: 3/4\ntempo: 180\n| C F | G |'), 0);
    expect(clicks.map(({ at }) => Math.round(at * 3))).toEqual([0, 1, 2, 3, 4, 5]);
    expect(clicks.map(({ accent }) => accent)).toEqual([true, false, false, true, false, false]);
  });

  test('in 6/8 the tempo counts dotted quarters', () => {
    const { seconds, clicks } = performanceFrom(scored('meter: 6/8\ntempo: 60\n| C | G |'), 0);
    expect([seconds, clicks.length]).toEqual([4, 4]);
  });

  test('a written note keeps its length when the meter changes', () => {
    const played = performanceFrom(scored('tempo: 120\n| C | {6/8} F | G7 |'), 0);
    expect(played.chords.map(({ at, seconds }) => [at, seconds])).toEqual([
      [0, 2],
      [2, 1.5],
      [3.5, 1.5],
    ]);
    expect(played.clicks.map(({ at }) => at)).toEqual([0, 0.5, 1, 1.5, 2, 2.75, 3.5, 4.25]);
  });

  test('a pickup is not accented: it leads to the first bar', () => {
    const { clicks } = performanceFrom(scored('tempo: 60\n[pickup 1/4] | G7 | C |'), 0);
    expect(clicks.map(({ accent }) => accent)).toEqual([false, true, false, false, false]);
  });

  test('a grip is heard in place between the chords that sound around it, none too long', () => {
    const score = scored('tempo: 60\n| C | N.C. | F G | C |', [1]);
    const tried = [{ pitches: [72], ticks: 960 }];
    const { lit, chords } = inPlace(score, 2, 2, tried);
    expect(chords.map(({ at, pitches }, i) => [lit[i]!.column, at, pitches[0]])).toEqual([
      [0, 0, STRING],
      [2, 1.2, 72],
      [3, 2.4, STRING],
    ]);
    expect(inPlace(score, 0, 0, tried).lit.map(({ column }) => column)).toEqual([0, 2]);
  });

  test('of chords in a row gives each the same time, one after another', () => {
    const { lit, chords, clicks, seconds } = inARow([[60, 64], [67]], 0.5);
    expect(lit.map(({ column }) => column)).toEqual([0, 1]);
    expect(chords).toEqual([
      { at: 0, seconds: 0.5, pitches: [60, 64] },
      { at: 0.5, seconds: 0.5, pitches: [67] },
    ]);
    expect([clicks, seconds]).toEqual([[], 1]);
  });
});
