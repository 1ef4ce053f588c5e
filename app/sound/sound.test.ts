import { describe, expect, test } from '@jest/globals';
import { PitchDetector } from 'pitchy';
import { hertz, parseChart, readChart, type ArrangedColumn } from '../../core/index.ts';
import { inARow, inPlace, performanceFrom } from './perform.ts';
import { renderClick, renderPluck } from './pluck.ts';

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
      const samples = renderPluck(midi, rate);
      const [heard] = detector.findPitch(samples.subarray(rate * 0.1, rate * 0.1 + window), rate);
      const cents = 1200 * Math.log2(heard / hertz(midi));
      expect({ midi, cents: Math.abs(cents) < 3 ? 'in tune' : cents }).toEqual({ midi, cents: 'in tune' });
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
  for (let midi = E2; midi <= E6; midi++) {
    const samples = renderPluck(midi, RATE);
    loudness.push(20 * Math.log10(rms(samples.subarray(0, RATE / 2))));
    expect(rms(samples.subarray(2.5 * RATE, 3 * RATE))).toBeLessThan(rms(samples.subarray(0, RATE / 2)) / 3);
  }
  expect(Math.max(...loudness) - Math.min(...loudness)).toBeLessThan(3);
});

test('sounds the same every time', () => {
  expect(renderPluck(52, RATE)).toEqual(renderPluck(52, RATE));
});

test('the click’s accent is higher', () => {
  const crossings = (samples: Float32Array) =>
    samples.reduce((count, value, i) => count + (i > 0 && value > 0 !== samples[i - 1]! > 0 ? 1 : 0), 0);
  expect(crossings(renderClick(true, RATE))).toBeGreaterThan(crossings(renderClick(false, RATE)));
});

describe('a performance', () => {
  const columns = (text: string) => {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(text);
    const arranged = readChart(chart.value).map((slot) => ({
      column: { slot, symbol: slot.symbol },
      grip: { pitches: [60] },
    })) as unknown as ArrangedColumn[];
    return { chart: chart.value, arranged };
  };

  test('starts at the selected column, at the tempo', () => {
    const { chart, arranged } = columns('tempo: 60\n| C | F G | C |');
    const played = performanceFrom(chart, arranged, 1);
    expect(played.chords.map(({ column, at, seconds }) => [column, at, seconds])).toEqual([
      [1, 0, 2],
      [2, 2, 2],
      [3, 4, 4],
    ]);
    expect(played.seconds).toBe(8);
  });

  test('clicks each beat once, the first of a bar accented', () => {
    const { chart, arranged } = columns('meter: 3/4\ntempo: 180\n| C F | G |');
    const { clicks } = performanceFrom(chart, arranged, 0);
    expect(clicks.map(({ at }) => Math.round(at * 3))).toEqual([0, 1, 2, 3, 4, 5]);
    expect(clicks.map(({ accent }) => accent)).toEqual([true, false, false, true, false, false]);
  });

  test('in 6/8 the tempo counts dotted quarters', () => {
    const { chart, arranged } = columns('meter: 6/8\ntempo: 60\n| C | G |');
    expect(performanceFrom(chart, arranged, 0).seconds).toBe(4);
    expect(performanceFrom(chart, arranged, 0).clicks).toHaveLength(4);
  });

  test('a grip is heard in place between the chords that sound around it, none too long', () => {
    const { chart, arranged } = columns('tempo: 60\n| C | N.C. | F G | C |');
    const quiet = arranged.map((one, i) => (i === 1 ? { ...one, grip: null } : one)) as typeof arranged;
    const tried = [{ pitches: [72], ticks: 960 }];
    expect(
      inPlace(chart, quiet, 2, 2, tried).chords.map(({ column, at, pitches }) => [column, at, pitches[0]]),
    ).toEqual([
      [0, 0, 60],
      [2, 1.2, 72],
      [3, 2.4, 60],
    ]);
    expect(inPlace(chart, quiet, 0, 0, tried).chords.map(({ column }) => column)).toEqual([0, 2]);
  });

  test('of chords in a row gives each the same time, one after another', () => {
    const { chords, clicks, seconds } = inARow([[60, 64], [67]], 0.5);
    expect(chords).toEqual([
      { column: 0, at: 0, seconds: 0.5, pitches: [60, 64] },
      { column: 1, at: 0.5, seconds: 0.5, pitches: [67] },
    ]);
    expect([clicks, seconds]).toEqual([[], 1]);
  });
});
