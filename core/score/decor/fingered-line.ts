import type { Finger } from '../../neck/hold.ts';
import type { Hand, Neck } from '../../neck/hand.ts';
import type { Midi } from '../../pitch/pitch.ts';
import type { Held } from './grips-between.ts';

/** A note of a line as a hand in its position plays it. */
export interface LineNote {
  readonly pitch: Midi;
  readonly string: number;
  readonly fret: number;
  readonly finger: Finger;
}

/** A note in hand: the fret where the index finger lies then; an open string leaves the hand where it is. */
interface Stop extends LineNote {
  readonly position: number | null;
}

/** What a line costs, in millimetres of the hand's way: a string that is skipped, and the index or little finger out of its fret. */
const SKIPPED = 12;
const SAME_FINGER = 25;

/**
 * A line of single notes played in position, a finger a fret, from where the hand holds a grip: with the least way of the hand
 * along the neck, exactly; of equal ways the one on lower strings. Null: a note is not on the neck.
 */
export function fingeredLine(
  pitches: readonly Midi[],
  from: Held,
  { neck, hand }: { readonly neck: Neck; readonly hand: Hand },
) {
  const fretted = from.frets.filter((fret) => fret > 0);
  const begins = fretted.length > 0 ? Math.min(...fretted) : 1;
  const fingers = ([1, 2, 3, 4] as const).filter((finger) => !hand.resting.includes(finger));
  const stopsOf = (pitch: Midi): readonly Stop[] =>
    neck.open.flatMap((open, string): readonly Stop[] => {
      const fret = pitch - open;
      if (fret < 0 || fret >= neck.mm.length || hand.unusedStrings.includes(string)) return [];
      if (fret === 0) return [{ pitch, string, fret, finger: 0, position: null }];
      return fingers
        .filter((finger) => fret - finger + 1 >= 1)
        .map((finger) => ({ pitch, string, fret, finger, position: fret - finger + 1 }));
    });
  interface Way {
    readonly cost: number;
    readonly position: number;
    readonly notes: readonly Stop[];
  }
  let ways: readonly Way[] = [{ cost: 0, position: begins, notes: [] }];
  for (const pitch of pitches) {
    const stops = stopsOf(pitch);
    if (stops.length === 0) return null;
    ways = stops.map((stop) =>
      ways
        .map(({ cost, position, notes }): Way => {
          const to = stop.position ?? position;
          const last = notes.at(-1);
          const skipped = last ? Math.max(0, Math.abs(last.string - stop.string) - 1) : 0;
          // The same finger on another fret is a leap of the finger, but where it slides a fret.
          const leaps = last && stop.finger !== 0 && last.finger === stop.finger && last.fret !== stop.fret;
          const way = Math.abs(neck.mm[to]! - neck.mm[position]!);
          return {
            cost: cost + way + skipped * SKIPPED + (leaps ? SAME_FINGER : 0),
            position: to,
            notes: [...notes, stop],
          };
        })
        .reduce((best, one) => (one.cost < best.cost ? one : best)),
    );
  }
  const best = ways.reduce((a, b) => (b.cost < a.cost ? b : a));
  return best.notes.map(({ pitch, string, fret, finger }): LineNote => ({ pitch, string, fret, finger }));
}

/** A note as a grip of its own: what the hand holds while it sounds. */
export const heldAlone = ({ string, fret, finger }: LineNote, strings: number): Held => ({
  frets: Array.from({ length: strings }, (_, s) => (s === string ? fret : -1)),
  fingers: Array.from({ length: strings }, (_, s) => (s === string ? finger : null)),
});
