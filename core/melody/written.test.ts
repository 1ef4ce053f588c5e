import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseMeter, ticksPerBar, type Meter } from '../time/meter.ts';
import { writtenBar } from './written.ts';

const meterOf = (text: string): Meter => {
  const meter = parseMeter(text);
  if (!meter.ok) throw new Error(text);
  return meter.value;
};
/** `4.` a dotted quarter, `z` before a rest, `-` after what goes on, `/0` after what is in the first tuplet. */
const told = (meter: string, notes: readonly (readonly [number, number])[], long?: number) =>
  writtenBar(
    notes.map(([tick, ticks]) => ({ tick, ticks })),
    meterOf(meter),
    long,
  )
    .signs.map(
      ({ note, value, dots, tuplet, goesOn }) =>
        `${note === null ? 'z' : ''}${value}${'.'.repeat(dots)}${tuplet === null ? '' : `/${tuplet}`}${goesOn ? '-' : ''}`,
    )
    .join(' ');

// Common practice of notation: beats stay visible; rests are not syncopated.
describe('a bar is written so that its beats are seen', () => {
  test.each<[string, string, (readonly [number, number])[], string]>([
    ['nothing', '4/4', [], 'z1'],
    ['a whole note', '4/4', [[0, 1920]], '1'],
    ['a dotted half and a rest', '4/4', [[0, 1440]], '2. z4'],
    [
      'quarter from an off-beat',
      '4/4',
      [
        [0, 240],
        [240, 480],
        [720, 240],
      ],
      '8 4 8 z2',
    ],
    ['a half from an off-beat', '4/4', [[240, 960]], 'z8 8- 4. z8 z4'],
    ['over the middle of the bar', '4/4', [[720, 480]], 'z4 z8 8- 8 z8 z4'],
    ['five eighths', '4/4', [[0, 1200]], '2- 8 z8 z4'],
    ['a silent half', '4/4', [[960, 960]], 'z2 2'],
    [
      'two silent beats in the middle',
      '4/4',
      [
        [0, 480],
        [1440, 480],
      ],
      '4 z4 z4 4',
    ],
    ['no half rest in three', '3/4', [[960, 480]], 'z4 z4 4'],
    ['a waltz bar', '3/4', [[0, 1440]], '2.'],
    [
      'a jig',
      '6/8',
      [
        [0, 240],
        [240, 480],
        [720, 720],
      ],
      '8 4 4.',
    ],
    ['four eighths of six', '6/8', [[0, 960]], '4.- 8 z8 z8'],
    ['over the middle of six', '6/8', [[480, 480]], 'z4 8- 8 z8 z8'],
    ['all of six, of nine and of twelve', '6/8', [[0, 1440]], '2.'],
    ['nine', '9/8', [[0, 2160]], '2.- 4.'],
    ['twelve', '12/8', [[0, 2880]], '1.'],
    [
      'two in the time of three',
      '6/8',
      [
        [0, 360],
        [360, 360],
      ],
      '8. 8. z4.',
    ],
    ['a silent beat of three', '6/8', [[720, 720]], 'z4. 4.'],
    [
      'a triplet',
      '4/4',
      [
        [0, 160],
        [160, 160],
        [320, 160],
        [480, 1440],
      ],
      '8/0 8/0 8/0 2.',
    ],
    [
      'a triplet with a rest and a long note',
      '4/4',
      [
        [0, 320],
        [480, 160],
      ],
      '4/0 z8/0 8/1 z4/1 z2',
    ],
    [
      'three quarters in the time of two',
      '4/4',
      [
        [0, 320],
        [320, 320],
        [640, 320],
      ],
      '4/0 4/0 4/0 z2',
    ],
    [
      'a triplet of sixteenths',
      '2/4',
      [
        [0, 80],
        [80, 80],
        [160, 80],
        [240, 240],
      ],
      '16/0 16/0 16/0 8 z4',
    ],
    [
      'five in the time of four',
      '2/4',
      [0, 1, 2, 3, 4].map((i) => [i * 96, 96] as const),
      '16/0 16/0 16/0 16/0 16/0 z4',
    ],
    [
      'a triplet of a long and a short one',
      '4/4',
      [
        [0, 640],
        [640, 320],
      ],
      '2/0 4/0 z2',
    ],
  ])('%s in %s', (_, meter, notes, expected) => {
    expect(told(meter, notes)).toBe(expected);
  });

  test('a pickup counts its beats from the bar line after it', () => {
    expect(
      told(
        '4/4',
        [
          [0, 240],
          [240, 480],
        ],
        720,
      ),
    ).toBe('8 4');
    expect(told('6/8', [[0, 240]], 240)).toBe('8');
  });

  test('whatever is sung, all of it is written, in signs that last as long as they say', () => {
    const meters = ['2/4', '3/4', '4/4', '5/4', '6/8', '9/8', '12/8'].map(meterOf);
    // Lengths of a sixteenth and of thirds of a quarter, with rests between.
    const lengths = fc.array(fc.tuple(fc.constantFrom(120, 240, 360, 480, 720, 160, 320, 80, 60), fc.boolean()), {
      maxLength: 24,
    });
    fc.assert(
      fc.property(fc.constantFrom(...meters), lengths, (meter, made) => {
        const long = ticksPerBar(meter);
        const notes: { tick: number; ticks: number }[] = [];
        let now = 0;
        for (const [ticks, isRest] of made) {
          if (now + ticks > long) break;
          if (!isRest) notes.push({ tick: now, ticks });
          now += ticks;
        }
        const { signs, tuplets } = writtenBar(notes, meter);
        let at = 0;
        for (const { tick, ticks } of signs) {
          expect(tick).toBeCloseTo(at, 6);
          at = tick + ticks;
        }
        expect(at).toBeCloseTo(long, 6);
        notes.forEach(({ ticks }, i) => {
          const own = signs.filter(({ note }) => note === i);
          expect(own.reduce((sum, sign) => sum + sign.ticks, 0)).toBeCloseTo(ticks, 6);
          expect(own.map(({ goesOn }) => goesOn)).toEqual(own.map((_, k) => k < own.length - 1));
        });
        if (notes.length === 0) return;
        for (const { value, dots, ticks, tuplet } of signs) {
          const { notes: n, inTimeOf } = tuplet === null ? { notes: 1, inTimeOf: 1 } : tuplets[tuplet]!;
          // What lies on no grid, thirds pushed off their beat, is written as near as can be.
          if (ticks % 30 === 0 || tuplet !== null)
            expect(((1920 / value) * (2 - 1 / 2 ** dots) * inTimeOf) / n).toBeCloseTo(ticks, 6);
        }
      }),
      { numRuns: 500 },
    );
  });
});
