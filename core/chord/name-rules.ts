import type { Degree } from '../pitch/degree.ts';
import type { PitchClass } from '../pitch/pitch.ts';
import type { Fit } from './namable.ts';

/** What a rule of naming looks at. */
export interface Candidate extends Fit {
  readonly root: PitchClass;
  /** What the lowest note is: a degree of the chord, `foreign` to it, or null where the name's root is below all. */
  readonly under: Degree | 'foreign';
  /** Notes of the chord, sounding or not, that are not in the key. */
  readonly outside: number;
  readonly rootOutside: boolean;
  readonly withBass: boolean;
}

/**
 * What speaks against a name, in points off a hundred (common practice, tuned on the cases of the tests): the fewer, the
 * sooner a player calls it so. `of` says how often a rule applies.
 */
interface NameRule {
  readonly id: string;
  readonly points: number;
  readonly reason: string;
  readonly of: (name: Candidate) => number;
}

const when = (is: boolean) => (is ? 1 : 0);
const isTriad = ({ kind }: Candidate) => kind.seventh === null;
const isTension = ({ kind, under }: Candidate) =>
  under !== 'foreign' && (kind.tensions as readonly string[]).includes(under);

/** What speaks for a name, and against it. */
export const NAME_RULES = [
  {
    id: 'rootless',
    points: 34,
    reason: 'its root does not sound',
    of: ({ missing, withBass }) => when(missing.includes('1') && !withBass),
  },
  {
    id: 'rootless-over-bass',
    points: 12,
    reason: 'its root is left to the bass',
    of: ({ missing, withBass }) => when(missing.includes('1') && withBass),
  },
  {
    id: 'neither-root-nor-fifth',
    points: 12,
    reason: 'neither its root nor its fifth sounds',
    of: ({ missing }) => when(missing.includes('1') && missing.includes('5')),
  },
  {
    id: 'third-implied',
    points: 22,
    reason: 'its third is left to the ear',
    of: ({ missing }) => when(missing.includes('3')),
  },
  {
    id: 'seventh-implied',
    points: 14,
    reason: 'its seventh is left to the ear',
    of: ({ kind, missing }) => when(kind.seventh === 'b7' && missing.includes('b7')),
  },
  {
    id: 'triad-without-fifth',
    points: 16,
    reason: 'a triad without its fifth is two notes and a guess',
    of: (name) => when(name.missing.includes('5') && isTriad(name)),
  },
  {
    id: 'bass-foreign',
    points: 20,
    reason: 'the bass is no note of the chord',
    of: ({ under }) => when(under === 'foreign'),
  },
  {
    id: 'bass-tension',
    points: 26,
    reason: 'a tension lies lowest',
    of: (name) => when(isTension(name)),
  },
  {
    id: 'bass-inverted',
    points: 14,
    reason: 'another note than the root lies lowest',
    of: (name) => when(name.under !== '1' && name.under !== 'foreign' && !isTension(name) && !isTriad(name)),
  },
  {
    id: 'triad-inverted',
    points: 10,
    reason: 'an inverted triad is heard as itself',
    of: (name) => when(name.under !== '1' && name.under !== 'foreign' && !isTension(name) && isTriad(name)),
  },
  {
    id: 'no-fifth',
    points: 4,
    reason: 'the fifth is not missed above a seventh',
    of: ({ missing }) => when(missing.includes('5')),
  },
  {
    id: 'altered-fifth',
    points: 8,
    reason: 'an altered fifth under a third',
    of: ({ kind }) =>
      when((kind.fifth === 'b5' && kind.third === '3') || (kind.fifth === '#5' && kind.seventh !== null)),
  },
  {
    id: 'augmented',
    points: 6,
    reason: 'an augmented triad has three roots',
    of: ({ kind }) => when(kind.fifth === '#5' && kind.seventh === null),
  },
  {
    id: 'diminished',
    points: 6,
    reason: 'a diminished seventh has four roots',
    of: ({ kind }) => when(kind.seventh === 'bb7'),
  },
  {
    id: 'half-diminished',
    points: 4,
    reason: 'a diminished fifth under a minor third',
    of: ({ kind }) => when(kind.third === 'b3' && kind.fifth === 'b5' && kind.seventh !== 'bb7'),
  },
  {
    id: 'sixth',
    points: 4,
    reason: 'the same notes are a seventh chord a third below',
    of: ({ kind }) => when(kind.seventh === '6'),
  },
  {
    id: 'minor-sixth',
    points: 2,
    reason: 'and, in minor, a half-diminished one',
    of: ({ kind }) => when(kind.seventh === '6' && kind.third === 'b3'),
  },
  {
    id: 'minor-major',
    points: 8,
    reason: 'a major seventh over a minor third is rare',
    of: ({ kind }) => when(kind.seventh === '7' && kind.third === 'b3'),
  },
  {
    id: 'suspended',
    points: 8,
    reason: 'a fourth in the place of the third',
    of: ({ kind }) => when(kind.third === '4'),
  },
  {
    id: 'suspended-second',
    points: 11,
    reason: 'a second in the place of the third is a suspended fourth from its fifth',
    of: ({ kind }) => when(kind.third === '2'),
  },
  {
    id: 'added',
    points: 4,
    reason: 'a note added to a triad',
    of: ({ kind }) => (kind.seventh === null ? kind.tensions.length : 0),
  },
  {
    id: 'tension',
    points: 3,
    reason: 'each tension makes a name longer',
    of: ({ kind }) => (kind.seventh === null ? 0 : kind.tensions.filter((one) => !/^[b#]/.test(one)).length),
  },
  {
    id: 'altered-tension',
    points: 5,
    reason: 'an altered tension wants a dominant and a reason',
    of: ({ kind }) => kind.tensions.filter((one) => /^[b#]/.test(one)).length,
  },
  {
    id: 'eleven-on-third',
    points: 10,
    reason: 'an eleventh rubs on a major third',
    of: ({ kind }) => when(kind.third === '3' && kind.tensions.includes('11') && kind.seventh !== null),
  },
  {
    id: 'root-outside',
    points: 6,
    reason: 'its root is not in the key',
    of: ({ rootOutside }) => when(rootOutside),
  },
  {
    id: 'outside',
    points: 2,
    reason: 'a note of it is not in the key',
    of: ({ outside }) => outside,
  },
] as const satisfies readonly NameRule[];

export type NameRuleId = (typeof NAME_RULES)[number]['id'];
