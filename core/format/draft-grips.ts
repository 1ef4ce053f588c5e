import type { Chart } from '../chart/chart.ts';
import { symbolOf, type Chord } from '../chord/chord.ts';
import { readChart } from '../reading/read.ts';
import type { Decision, Decisions } from '../take/decision.ts';
import { barName, chordName } from '../take/key.ts';
import type { Voicing } from '../take/layers/chord.ts';
import { decisionFor } from '../take/standing.ts';
import type { Ticks } from '../time/meter.ts';

/** How a file says that a chord is held: its frets, and its fingers where it says them all. */
export type FileGrip = Pick<Voicing, 'grip' | 'fingers'>;

/** A grip of a file: of the chord that begins at a tick of a bar, counted from 0 as written. */
export interface PlacedGrip {
  readonly bar: number;
  readonly tick: Ticks;
  readonly chord: Chord;
  readonly grip: FileGrip;
}

/** The grips of a file as pins, every time through; `left`: how many have no chord of the chart to stand for. */
export function pinned(
  chart: Chart,
  placed: readonly PlacedGrip[],
): { readonly grips: Decisions; readonly left: number } {
  const slots = readChart(chart);
  const found = placed.flatMap(({ bar, tick, chord, grip }): (readonly [string, Decision])[] => {
    const { number } = chart.bars[bar]!;
    const slot = slots.find(({ sourceBar, entry }) => sourceBar === number && entry.tick === tick);
    if (!slot?.entry.chord || symbolOf(slot.entry.chord) !== symbolOf(chord)) return [];
    const name = chordName({ bar: barName(number), pass: 'all', tick });
    return [[name, { ...decisionFor(slot), colour: null, voicing: grip }]];
  });
  return { grips: Object.fromEntries(found), left: placed.length - found.length };
}
