/* Over a chord that is held one voice walks by half steps while the others stay (common practice: the line cliché). */
import { symbolOf } from '../../chord/chord.ts';
import type { Degree } from '../../pitch/degree.ts';
import { ticksPerBeat } from '../../time/meter.ts';
import { NOTHING, type Revoiced } from './added.ts';
import { foundOn, type Decoration, type Found } from './decoration.ts';
import { fingerOn } from './held.ts';
import { isCovering, offBeat, type DecorPlace } from './place.ts';

/** Columns: id, the degree it begins on, the semitones from there in turn, the degrees it walks. */
const LINES: readonly (readonly [string, Degree, readonly number[], string])[] = [
  ['line-down', '1', [0, -1, -2, -3], '8–7–♭7–6'],
  ['line-fifth-up', '5', [0, 1, 2, 1], '5–♯5–6–♯5'],
  ['line-root-up', '1', [0, 1, 2, 1], '1–♯1–2–♯1'],
];

/** Falls to the sixth, and may rest there. */
const FALLS = 'line-down';

export const LINES_WITHIN: readonly Decoration[] = LINES.map(([id, degree, steps, words]): Decoration => ({
  id,
  name: `a line within, ${words}`,
  kind: 'line',
  needs: 'a major or minor chord at rest, with that voice above its bass',
  reason: `Over {chord} one voice walks ${words}, and the others stay.`,
  find(place) {
    if (!isAtRest(place)) return 'condition';
    // An end is no place for a line that has to go on.
    return place.next === null && id !== FALLS ? 'last' : walked(place, degree, steps);
  },
}));

/** A major or minor chord that leads nowhere: a triad, a sixth, or with the major seventh. */
const isAtRest = ({ chord: { kind } }: DecorPlace): boolean =>
  (kind.third === '3' || kind.third === 'b3') && kind.fifth === '5' && (kind.seventh === null || kind.seventh === '6');

function walked(place: DecorPlace, degree: Degree, steps: readonly number[]): Found {
  const { grip, chord, start, end, meter, hand, neck } = place;
  const share = (end - start) / steps.length;
  // A voice walks in beats, or in halves of them; never so slowly that nobody hears the line.
  if (share < offBeat(meter) || share > ticksPerBeat(meter) || !Number.isInteger(share)) return 'short';
  const lowest = grip.pitches[0]!;
  const onString = (fret: number, string: number): Found => {
    const pitch = neck.open[string]! + fret;
    // The bass stays, and with it the chord.
    if (fret < 0 || grip.degrees[string] !== degree || pitch === lowest) return 'condition';
    if (degree === '1' && grip.degrees.filter((one) => one === '1').length < 2) return 'condition';
    const revoiced: Revoiced[] = [];
    for (const [i, by] of steps.entries()) {
      if (i === 0) continue;
      const finger = fret + by < 0 ? null : fingerOn(grip, string, fret + by, hand);
      if (finger === null || fret + by >= neck.mm.length) return 'hand';
      revoiced.push({ string, from: start + i * share, to: start + (i + 1) * share, fret: fret + by, finger });
    }
    const highest = pitch + Math.max(...steps);
    if (isCovering(place, highest)) return 'tune';
    return [{ variant: String(string), added: { ...NOTHING, revoiced }, args: { chord: symbolOf(chord) } }];
  };
  return foundOn(grip.frets.map(onString));
}
