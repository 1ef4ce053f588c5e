import { hasOnly, isOf } from './fields.ts';

/**
 * How a note of the tune is played in a chord-melody, where the player says so:
 *
 *   carried      on top of a grip
 *   bass         of one with its bass lowest
 *   bass-before  the bass comes just before the beat, from the grip before
 *   bass-after   the bass comes just after the beat, from the grip itself
 *   two          two voices: the tune and one other
 *   octave       in octaves
 *   moved        under a step: the next grip, a fret or two away
 *   diminished   under a step: a diminished seventh that leads into the next chord
 *   free         from the grip that is held; where a chord begins, alone: the chord comes with the next note
 */
export const NOTE_WAYS = [
  'carried',
  'bass',
  'bass-before',
  'bass-after',
  'two',
  'octave',
  'moved',
  'diminished',
  'free',
] as const;
export type NoteWay = (typeof NOTE_WAYS)[number];

/** A note of the tune that is played as the player says. */
export interface NoteDecision {
  readonly layer: 'note';
  readonly way: NoteWay;
}

/** How a note is played, as it comes from outside, or null where it is none. */
export function readNoteDecision(value: Readonly<Record<string, unknown>>): NoteDecision | null {
  const { way } = value;
  return hasOnly(value, 'layer', 'way') && isOf(NOTE_WAYS, way) ? { layer: 'note', way } : null;
}
