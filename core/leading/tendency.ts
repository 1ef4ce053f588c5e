import type { Chord } from '../chord/chord.ts';
import { familyOf, tonesOf, type Family } from '../chord/kind.ts';
import { degreePitchClass, semitones, type Degree } from '../pitch/degree.ts';
import { pitchClass } from '../pitch/note.ts';

/**
 * Where tones that lean want to go. Columns: the families of the chord they lean in; how many semitones its root rises
 * to the next (5 is a fall by a fifth); and for each degree the degrees of the next chord that resolve it. A degree that
 * is not named is free; where the next chord has none of the degrees named, so is that one (common practice).
 */
interface Rule {
  readonly from: readonly Family[];
  readonly rootRises: number;
  readonly goes: Readonly<Partial<Record<Degree, readonly Degree[]>>>;
}

const RULES: readonly Rule[] = [
  {
    // V to I or i: 7 falls to 3, the leading tone stays as 7 or rises to 1; tensions fall, or stay as what they become.
    from: ['dominant', 'suspended', 'augmented'],
    rootRises: 5,
    goes: {
      '3': ['7', '1'],
      b7: ['3', 'b3'],
      '4': ['7', '1'],
      '13': ['3', '9'],
      b13: ['9', '3', 'b3'],
      '#5': ['9', '3', 'b3'],
      '9': ['6', '5'],
      b9: ['5', '6'],
      '#9': ['6', 'b7'],
      '#11': ['1', '9'],
      b5: ['1', '9'],
    },
  },
  {
    // ii to V, vi to ii …: 7 falls to 3, or waits as the 4 of a suspension; 3 stays as 7.
    from: ['minor', 'half-diminished'],
    rootRises: 5,
    goes: { b7: ['3', 'b3', '4'], b3: ['b7', '7'] },
  },
  // I to IV: 7 falls to 3, or stays as ♯11.
  { from: ['major'], rootRises: 5, goes: { '7': ['3', 'b3', '#11'] } },
  {
    // A tritone substitute to its target: the two guide tones change places, 3 to 7 or down to 3, 7 up to 1.
    from: ['dominant'],
    rootRises: 11,
    goes: { '3': ['3', 'b3'], b7: ['7', '1'], '#11': ['5'] },
  },
  {
    // A leading-tone chord: its root rises to 1, its ♭5 falls to 3, a diminished seventh to 5.
    from: ['half-diminished', 'diminished'],
    rootRises: 1,
    goes: { '1': ['1', '7'], b5: ['3', 'b3'], bb7: ['5'] },
  },
];

/**
 * For a voice that goes from one pitch class to another (`from · 12 + to`), whether it leaves a leaning tone unresolved: 1,
 * else 0. Null where nothing leans.
 */
export function tendencyOf(from: Chord, to: Chord): Uint8Array | null {
  const family = familyOf(from.kind);
  const rises = (pitchClass(to.root) - pitchClass(from.root) + 12) % 12;
  const rule = RULES.find((one) => one.rootRises === rises && one.from.includes(family));
  if (!rule) return null;
  const table = new Uint8Array(144);
  const there = tonesOf(to.kind);
  for (const degree of tonesOf(from.kind)) {
    const wanted = (rule.goes[degree] ?? []).filter((goal) =>
      there.some((tone) => semitones(tone) === semitones(goal)),
    );
    if (wanted.length === 0) continue;
    const pc = degreePitchClass(from.root, degree);
    const goals = wanted.map((goal) => degreePitchClass(to.root, goal));
    for (let next = 0; next < 12; next++) if (!goals.includes(next)) table[pc * 12 + next] = 1;
  }
  return table;
}
