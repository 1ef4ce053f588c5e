/* Whether a passage is there already, or nearly. */
import { symbolOf } from '../../chord/chord.ts';
import { pitchClass } from '../../pitch/note.ts';
import { keyOn, passageIn, type Passage } from './passage.ts';

/** How near two passages are: the same chords in the same lengths, or in others; or the same roots in other colours. */
export type Nearness = 'same' | 'other lengths' | 'other colours';

/** How near one passage is to another; null: it is another. */
export function nearness(one: Passage, other: Passage): Nearness | null {
  if (one.mode !== other.mode) return null;
  const [a, b] = [one, other].map((passage) => passageIn(passage, keyOn('C', passage.mode)).parts) as [
    ReturnType<typeof passageIn>['parts'],
    ReturnType<typeof passageIn>['parts'],
  ];
  if (a.length !== b.length) return null;
  const isSame = a.every(({ chord }, i) => symbolOf(chord) === symbolOf(b[i]!.chord));
  const share = (parts: typeof a, i: number) => parts[i]!.beats / parts.reduce((sum, { beats }) => sum + beats, 0);
  const isInTime = a.every((_, i) => share(a, i) === share(b, i));
  if (isSame) return isInTime ? 'same' : 'other lengths';
  const roots = a.every(({ chord }, i) => pitchClass(chord.root) === pitchClass(b[i]!.chord.root));
  return roots && isInTime ? 'other colours' : null;
}
