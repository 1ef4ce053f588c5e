import { degreePitchClass, semitones, type Degree } from '../pitch/degree.ts';
import { pitchClass } from '../pitch/note.ts';
import { asChord } from './names.ts';
import { masksOf, type Chord } from './chord.ts';
import { familyOf, suffixOf, tonesOf, type Kind } from './kind.ts';
import { KINDS } from './namable.ts';

/** What sounds, named against the chord whose function it serves. */
export interface Serving {
  /** On the root of that function, over its bass. */
  readonly chord: Chord;
  /** Whether all is there that makes such a chord (contract, "required tones"). */
  readonly whole: boolean;
  /** What says what the chord is, and does not sound: root, third, seventh. */
  readonly without: readonly Degree[];
  /** What sounds and is no note of the chord. */
  readonly with: readonly Degree[];
}

/** How much is missed of a chord's tones; a colour or an altered fifth that does not sound is no name at all. */
const MISSED: Partial<Record<Degree, number>> = {
  '1': 2,
  '3': 5,
  b3: 5,
  '4': 5,
  '2': 5,
  '6': 5,
  b7: 5,
  '7': 5,
  '5': 1,
};
const SAID: readonly Degree[] = ['1', '3', 'b3', '4', '2', '6', 'b7', '7'];

/** The kinds that may do what a kind does: of its family, and a suspension for a dominant. */
const servesAs = (kind: Kind, own: Kind): boolean => {
  const [family, wanted] = [familyOf(kind), familyOf(own)];
  return family === wanted || (wanted === 'dominant' && family === 'suspended' && kind.seventh === 'b7');
};

/**
 * Names pitch classes (12 bits) as the chord they stand for: `G7♭5` without its third for F G D♭ that serve as G7. The
 * kind with the fewest tones missing; where none has all that sounds, the chord itself and what is beside it.
 */
export function servingOf(own: Chord, mask: number): Serving {
  const root = pitchClass(own.root);
  const bass = own.bass === null ? 0 : 1 << pitchClass(own.bass);
  const above = rotated(mask & ~(bass & ~tonesMask(own)), root);
  let best: Kind | null = null;
  let least = Infinity;
  for (const kind of [own.kind, ...KINDS]) {
    if (!servesAs(kind, own.kind)) continue;
    const price = missing(kind, above);
    if (price < least) [best, least] = [kind, price];
  }
  if (best === null) {
    const { without, with: added } = asChord(own, { mask });
    return { chord: own, whole: false, without: without.filter((degree) => SAID.includes(degree)), with: added };
  }
  const chord = { ...own, kind: best };
  const { required } = masksOf(chord);
  return {
    chord,
    whole: required.every((choice) => (mask & choice) !== 0),
    without: tonesOf(best).filter((degree) => SAID.includes(degree) && !sounds(above, degree)),
    with: [],
  };
}

const rotated = (mask: number, root: number) => ((mask >> root) | (mask << (12 - root))) & 0xfff;
const sounds = (above: number, degree: Degree) => (above & (1 << (semitones(degree) % 12))) !== 0;
const tonesMask = ({ root, kind }: Chord) =>
  tonesOf(kind).reduce((mask, degree) => mask | (1 << degreePitchClass(root, degree)), 0);

/** What a kind misses of what sounds above its root: Infinity where a note is foreign to it, or a colour it names is silent. */
function missing(kind: Kind, above: number): number {
  const tones = tonesOf(kind);
  const own = tones.reduce((mask, degree) => mask | (1 << (semitones(degree) % 12)), 0);
  if ((above & ~own) !== 0) return Infinity;
  const named: readonly Degree[] = [
    ...kind.tensions,
    ...(kind.fifth === '5' || kind.fifth === null ? [] : [kind.fifth]),
  ];
  let price = suffixOf(kind).length / 100;
  for (const degree of tones) {
    if (sounds(above, degree)) continue;
    if (named.includes(degree)) return Infinity;
    price += MISSED[degree] ?? 0;
  }
  return price;
}
