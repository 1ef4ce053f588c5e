/* The next grip itself, a fret or two off, on the off-beats before it: it slides into its place (common practice). */
import { symbolOf } from '../../chord/chord.ts';
import type { Grip } from '../../grip/grips.ts';
import { handChange, neededMs, rateChange } from '../../leading/change.ts';
import type { Hand } from '../../neck/hand.ts';
import { holdingsOf } from '../../neck/hold.ts';
import { ticksPerBeat, type Ticks } from '../../time/meter.ts';
import type { Sound } from '../score.ts';
import { NOTHING } from './added.ts';
import type { Decoration, Offer } from './decoration.ts';
import { offBeat, type DecorPlace } from './place.ts';

/** Columns: id, name, how many frets away each is that comes before the next grip, reason. */
const APPROACHES: readonly (readonly [string, string, readonly number[], string])[] = [
  ['approach-above', 'from a fret above', [1], '{target} a fret higher, on the off-beat, slides down into it.'],
  ['approach-below', 'from a fret below', [-1], '{target} a fret lower, on the off-beat, slides up into it.'],
  ['approach-above-twice', 'two frets from above', [2, 1], '{target} two frets higher, then one, slides down into it.'],
  ['approach-below-twice', 'two frets from below', [-2, -1], '{target} two frets lower, then one, slides up into it.'],
  [
    'approach-whole',
    'from a whole step above',
    [2],
    '{target} a whole step higher, on the off-beat, slides down into it.',
  ],
];

const VELOCITY = 70;
const SPREAD = 14;

export const APPROACHING: readonly Decoration[] = APPROACHES.map(([id, name, frets, reason]): Decoration => ({
  id,
  name,
  reason,
  find: (place) => approached(place, frets),
}));

/** A grip moved along the neck; null where it has an open string, or the neck ends, or lower down it is too wide for its fingers. */
function movedBy({ frets, fingers }: Pick<Grip, 'frets' | 'fingers'>, by: number, hand: Hand) {
  const moved = frets.map((fret) => (fret < 0 ? fret : fret + by));
  const isSame = frets.every((fret, s) => fret < 0 || (fret > 0 && moved[s]! > 0));
  const isHeld =
    isSame && holdingsOf(moved, hand).some((way) => way.fingers.every((finger, s) => finger === fingers[s]));
  return isHeld ? { frets: moved, fingers } : null;
}

function approached(place: DecorPlace, away: readonly number[]): readonly Offer[] {
  const { next, start, end, column, neck, meter, isPushed, ms } = place;
  const step = offBeat(meter);
  const from = end - step * away.length;
  // The chord itself has a beat at least.
  if (!next || isPushed || from - start < ticksPerBeat(meter)) return [];
  const moved = away.map((by) => movedBy(next.grip, by, place.hand));
  if (!moved.every((one) => one !== null)) return [];
  const hands = [place.grip, ...moved, next.grip];
  const isInTime = hands.slice(1).every((to, i) => {
    const before = hands[i]!;
    return rateChange(neededMs(handChange(before, to), before, to, neck), ms(end - step, end)) !== 'rushed';
  });
  if (!isInTime) return [];
  const sounds = moved.map((one, i) => soundOf(one, from + i * step, step, { column, place }));
  // Never over what is sung.
  const lowestSung = Math.min(...place.sung(from, end).flatMap(({ notes }) => notes.map(({ pitch }) => pitch)));
  if (sounds.some(({ notes }) => notes.some(({ pitch }) => pitch >= lowestSung))) return [];
  return [{ variant: '', added: { ...NOTHING, sounds, alone: from }, args: { target: symbolOf(next.chord) } }];
}

function soundOf(
  { frets, fingers }: Pick<Grip, 'frets' | 'fingers'>,
  start: Ticks,
  ticks: Ticks,
  { column, place }: { readonly column: number; readonly place: DecorPlace },
): Sound {
  const played = frets.flatMap((fret, string) =>
    fret < 0 ? [] : [{ string, fret, pitch: place.neck.open[string]! + fret }],
  );
  const ascending = [...played].sort((a, b) => a.pitch - b.pitch);
  const notes = played.map((note) => ({
    ...note,
    finger: fingers[note.string] || null,
    voice: ascending.indexOf(note),
  }));
  return { start, ticks, velocity: VELOCITY, kind: 'approach', column, spreadMs: SPREAD, notes };
}
