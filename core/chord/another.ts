import { pitchClassOf, type Midi } from '../pitch/pitch.ts';
import { pitchClass } from '../pitch/note.ts';
import type { Chord } from './chord.ts';

/** Triads and sevenths that a listener names at once, by semitones above their root (common practice). */
const PLAIN: readonly (readonly number[])[] = [
  [0, 4, 7],
  [0, 3, 7],
  [0, 3, 6],
  [0, 4, 7, 10],
  [0, 4, 7, 11],
  [0, 3, 7, 10],
  [0, 3, 6, 10],
];
/** With one of these tones lowest it is heard as that chord: root, third, fifth. */
const HEARD_FROM = 3;

/**
 * Whether what sounds is exactly another plain chord than the one it stands for: E♭9 as `x-x-5-6-6-6` is Gm7♭5. With the
 * root among its notes it still says the chord (C6 over C is no Am7).
 */
export function saysAnother(chord: Chord, pitches: readonly Midi[]): boolean {
  const root = pitchClass(chord.root);
  const sounding = new Set(pitches.map(pitchClassOf));
  if (sounding.has(root)) return false;
  const lowest = Math.min(...pitches) % 12;
  return PLAIN.some(
    (steps) =>
      steps.length === sounding.size &&
      Array.from({ length: 12 }, (_, at) => at).some(
        (at) =>
          steps.every((step) => sounding.has(pitchClassOf((at + step) as Midi))) &&
          steps.slice(0, HEARD_FROM).includes((lowest - at + 12) % 12),
      ),
  );
}
