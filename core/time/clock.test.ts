import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { clockOf, quarterSeconds, secondsAt, secondsBetween, tickAt, type TimedBar } from './clock.ts';
import { parseMeter, ticksPerBar, ticksPerBeat, type Meter } from './meter.ts';

const meterOf = (text: string): Meter => {
  const meter = parseMeter(text);
  if (!meter.ok) throw new Error(text);
  return meter.value;
};

/** Bars in these meters, one after another. */
function barsOf(...meters: string[]): TimedBar[] {
  let start = 0;
  return meters.map((text) => {
    const meter = meterOf(text);
    const bar = { start, ticks: ticksPerBar(meter), meter };
    start += bar.ticks;
    return bar;
  });
}

const METERS = ['2/4', '3/4', '4/4', '5/4', '6/8', '12/8', '3/8', '2/2'];
const clocks = fc.record({
  meters: fc.array(fc.constantFrom(...METERS), { minLength: 1, maxLength: 6 }),
  tempo: fc.integer({ min: 30, max: 300 }),
  swing: fc.double({ min: 0.5, max: 0.75, noNaN: true }),
});

describe('a clock', () => {
  test.each([
    // Meter and tempo, and how long a quarter note lasts: the beat of a compound meter is three eighths (common practice).
    ['4/4', 120, 0.5],
    ['3/4', 90, 2 / 3],
    ['6/8', 60, 2 / 3],
    ['12/8', 54, 60 / 54 / 1.5],
    ['2/2', 60, 0.5],
    ['3/8', 120, 1],
  ])('in %s at %i a quarter lasts %f s', (meter, tempo, seconds) => {
    expect(quarterSeconds(clockOf(barsOf(meter), tempo, meterOf(meter)))).toBeCloseTo(seconds, 10);
  });

  test('a written note keeps its length when the meter changes', () => {
    const bars = barsOf('4/4', '6/8', '4/4');
    const clock = clockOf(bars, 120, meterOf('4/4'));
    expect(bars.map(({ start, ticks }) => secondsBetween(clock, start, start + ticks))).toEqual([2, 1.5, 2]);
  });

  test.each([
    // The second eighth of a quarter of one second, by ratio: even, triplets, dotted.
    [0.5, 0.5],
    [2 / 3, 2 / 3],
    [0.75, 0.75],
  ])('swung by %f the off-beat eighth comes at %f of its quarter', (swing, at) => {
    const clock = clockOf(barsOf('4/4', '4/4'), 60, meterOf('4/4'), swing);
    for (const quarter of [0, 1, 5]) {
      expect(secondsAt(clock, quarter * 480)).toBeCloseTo(quarter, 10);
      expect(secondsAt(clock, quarter * 480 + 240)).toBeCloseTo(quarter + at, 10);
    }
  });

  test.each(['6/8', '12/8', '3/8', '5/8'])('%s is not swung', (meter) => {
    const bars = barsOf(meter, meter);
    const straight = clockOf(bars, 100, meterOf(meter));
    const swung = clockOf(bars, 100, meterOf(meter), 2 / 3);
    for (let tick = 0; tick < 2 * ticksPerBar(meterOf(meter)); tick += 60)
      expect(secondsAt(swung, tick)).toBe(secondsAt(straight, tick));
  });

  test('a pickup of an eighth is the late one of its pair', () => {
    const bars = [
      { start: 0, ticks: 240, meter: meterOf('4/4') },
      { ...barsOf('4/4')[0]!, start: 240 },
    ];
    const clock = clockOf(bars, 60, meterOf('4/4'), 2 / 3);
    expect(secondsAt(clock, 240)).toBeCloseTo(0.5, 10);
    expect(secondsAt(clock, 240 + 240) - secondsAt(clock, 240)).toBeCloseTo(2 / 3, 10);
  });

  test('runs forwards, finds back every tick, and keeps every beat where it is', () => {
    fc.assert(
      fc.property(clocks, fc.integer({ min: 0, max: 20_000 }), fc.integer({ min: 1, max: 960 }), (of, tick, on) => {
        const bars = barsOf(...of.meters);
        const clock = clockOf(bars, of.tempo, bars[0]!.meter, of.swing);
        const straight = clockOf(bars, of.tempo, bars[0]!.meter);
        expect(secondsAt(clock, tick + on)).toBeGreaterThan(secondsAt(clock, tick));
        expect(tickAt(clock, secondsAt(clock, tick))).toBeCloseTo(tick, 3);
        for (const { start, ticks, meter } of bars)
          for (let beat = start; beat < start + ticks; beat += ticksPerBeat(meter))
            expect(secondsAt(clock, beat)).toBeCloseTo(secondsAt(straight, beat), 9);
      }),
      { numRuns: 200, seed: 1 },
    );
  });

  test.each([0.4, 0.8, NaN])('a swing of %f is refused', (swing) => {
    expect(() => clockOf(barsOf('4/4'), 120, meterOf('4/4'), swing)).toThrow(RangeError);
  });
});
