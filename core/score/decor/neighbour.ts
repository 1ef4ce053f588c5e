import { degreeIn, outsideDegree } from '../../chord/chord.ts';
import { pitchClassOf, type Midi } from '../../pitch/pitch.ts';
import type { Ticks } from '../../time/meter.ts';
import type { Legato } from '../legato.ts';
import type { Sound } from '../score.ts';
import type { DecorPlace } from './place.ts';

/* What comes to a note of the grip from the one beside it, and back to it: hammered on, pulled off (hammer.ts, pull.ts). */

/** A hammer or a pull this much later is heard as one, in milliseconds. */
export const FASTEST_MS = 70;
const VELOCITY = 65;

/** What a pitch is over the chord, as reasons call it. */
export function degreeOver({ chord }: DecorPlace, pitch: Midi): string {
  const pc = pitchClassOf(pitch);
  return String(degreeIn(chord, pc) ?? outsideDegree(chord, pc));
}

/** The grip's own note on a string, brought on by the left hand at a time, until the chord ends. */
export function ownAgain(place: DecorPlace, string: number, at: Ticks, legato: Legato): Sound {
  const { grip, neck, column, end } = place;
  const fret = grip.frets[string]!;
  const note = { pitch: neck.open[string]! + fret, string, fret, finger: grip.fingers[string] || null, voice: 0 };
  const how = { velocity: VELOCITY, kind: 'ornament', spreadMs: 0, legato } as const;
  return { start: at, ticks: end - at, column, notes: [note], ...how };
}
