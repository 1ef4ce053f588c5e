import { scale, type Key } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';
import type { PitchClass } from '../pitch/pitch.ts';
import { masksOf, type Chord } from './chord.ts';

const tonesOf = (chord: Chord) => {
  const { allowed } = masksOf(chord);
  return (pc: number) => (allowed & (1 << ((pc + 12) % 12))) !== 0;
};
const ALL = Array.from({ length: 12 }, (_, pc) => pc);

/** The notes of a chord themselves. */
export const arpeggioOf = (chord: Chord): ReadonlySet<PitchClass> => new Set(ALL.filter(tonesOf(chord)));

/** What one can rest on over a chord: its notes, and those of the key that lie a half step above none of them (common practice). */
export function scaleOver(chord: Chord, key: Key): ReadonlySet<PitchClass> {
  const isTone = tonesOf(chord);
  const others = scale(key)
    .map(pitchClass)
    .filter((pc) => !isTone(pc - 1));
  return new Set([...arpeggioOf(chord), ...others]);
}

/** What one can pass through: its notes, and those of the key, but for such as it has raised or lowered (a G7♭9 in C has A♭, and no A). */
export function scaleThrough(chord: Chord, key: Key): ReadonlySet<PitchClass> {
  const isTone = tonesOf(chord);
  const inKey = new Set(scale(key).map(pitchClass));
  const isForeign = (pc: number) => isTone(pc) && !inKey.has((pc + 12) % 12);
  const others = [...inKey].filter((pc) => !isForeign(pc - 1) && !isForeign(pc + 1));
  return new Set([...arpeggioOf(chord), ...others]);
}
