import type { Chord } from '../chord/chord.ts';
import { TENSIONS, tonesOf } from '../chord/kind.ts';
import { degreePitchClass, type Degree } from '../pitch/degree.ts';
import { pitchClassOf, type Midi, type PitchClass } from '../pitch/pitch.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import type { Shapes } from './library.ts';
import { bassStringOf, notesOf, TRAIT } from './traits.ts';

/*
 * Families are told by spacing and by which degrees sound; a grip may belong to several, or to none. Field practice
 * throughout; a spacing is tested after raising the dropped voices, with 9 for 1, 11 for 3 and 13 for 5.
 */
export const FAMILIES = [
  'shell',
  'drop 2',
  'drop 3',
  'drop 2 and 4',
  'close',
  'triad',
  'spread triad',
  'quartal',
  'quartal, mixed',
  'upper-structure triad',
  'root-fifth-ninth',
  'power',
  'sus',
  'cluster',
  'open-chord form',
  'thirds',
  'sixths',
  'tenths',
  'octaves',
  'fourths',
  'sevenths',
] as const;
export type GripFamily = (typeof FAMILIES)[number];

/** What may hold of a grip besides its family. */
export const ATTRIBUTES = [
  'rootless',
  'slash',
  'root on the sixth string',
  'root on the fifth string',
  'movable',
  'open strings',
  'adjacent strings',
  'contains a second',
  'muddy',
] as const;
export type GripAttribute = (typeof ATTRIBUTES)[number];

/** What stands for which step of a four-note voicing: the slot of a degree, 1 3 5 7. */
const SLOTS: Readonly<Record<Degree, 1 | 3 | 5 | 7>> = {
  '1': 1,
  b9: 1,
  '2': 3,
  '9': 1,
  '#9': 1,
  b3: 3,
  '3': 3,
  '4': 3,
  '11': 3,
  '#11': 5,
  b5: 5,
  '5': 5,
  '#5': 5,
  b13: 5,
  '6': 7,
  bb7: 7,
  '13': 5,
  b7: 7,
  '7': 7,
};
const THIRDS: readonly Degree[] = ['3', 'b3'];

/** What a set of sounding pitch classes says within a chord. */
type SetFact = 'fourPart' | 'shell' | 'triad' | 'power' | 'sus' | 'rootless' | 'slash';

/** When a label fits: all that is named holds. */
interface Rule {
  readonly set?: SetFact;
  readonly traits?: number;
  readonly lacks?: number;
  /** Strings that sound, fewest and most. */
  readonly notes?: readonly [number, number];
  readonly rootLowest?: true;
  /** The string with the lowest pitch; the highest string is the first. */
  readonly bassOn?: number;
}

const FAMILY_RULES: Readonly<Record<GripFamily, Rule>> = {
  shell: { set: 'shell', notes: [3, 3], rootLowest: true },
  'drop 2': { set: 'fourPart', traits: TRAIT.drop2 },
  'drop 3': { set: 'fourPart', traits: TRAIT.drop3 },
  'drop 2 and 4': { set: 'fourPart', traits: TRAIT.drop24 },
  close: { set: 'fourPart', traits: TRAIT.close },
  triad: { set: 'triad', notes: [3, 3], traits: TRAIT.octave },
  'spread triad': { set: 'triad', notes: [3, 3], lacks: TRAIT.octave },
  quartal: { traits: TRAIT.fourths },
  'quartal, mixed': { traits: TRAIT.fourthsMixed },
  // And what its notes are: see isUpperStructure.
  'upper-structure triad': { traits: TRAIT.topTriad },
  'root-fifth-ninth': { traits: TRAIT.fifths, rootLowest: true },
  power: { set: 'power' },
  sus: { set: 'sus' },
  cluster: { traits: TRAIT.cluster },
  'open-chord form': { traits: TRAIT.nearNut, notes: [4, MOST_STRINGS] },
  thirds: { traits: TRAIT.third },
  sixths: { traits: TRAIT.sixth },
  tenths: { traits: TRAIT.tenth },
  octaves: { traits: TRAIT.octaves },
  fourths: { traits: TRAIT.fourth },
  sevenths: { traits: TRAIT.seventh },
};

const ATTRIBUTE_RULES: Readonly<Record<GripAttribute, Rule>> = {
  rootless: { set: 'rootless' },
  slash: { set: 'slash' },
  'root on the sixth string': { rootLowest: true, bassOn: 6 },
  'root on the fifth string': { rootLowest: true, bassOn: 5 },
  movable: { lacks: TRAIT.open },
  'open strings': { traits: TRAIT.open },
  'adjacent strings': { traits: TRAIT.adjacent },
  'contains a second': { traits: TRAIT.second },
  muddy: { traits: TRAIT.muddy },
};

/** Families as bits, and above them attributes, in the order of their lists. */
const RULES: readonly Rule[] = [
  ...FAMILIES.map((family) => FAMILY_RULES[family]),
  ...ATTRIBUTES.map((attribute) => ATTRIBUTE_RULES[attribute]),
];
const fitting = (fits: (rule: Rule) => boolean): number =>
  RULES.reduce((bits, rule, i) => (fits(rule) ? bits | (1 << i) : bits), 0);
const WITHOUT_ROOT_LOWEST = fitting(({ rootLowest }) => rootLowest === undefined);
const ALL_FAMILIES = (1 << FAMILIES.length) - 1;
const UPPER_STRUCTURE = 1 << FAMILIES.indexOf('upper-structure triad');

/** The labels that a shape's traits allow, by the number of strings of the guitar; worked out once for each. */
const BY_TRAITS: readonly Map<number, number>[] = Array.from({ length: MOST_STRINGS + 1 }, () => new Map());
function byTraits(traits: number, strings: number): number {
  let bits = BY_TRAITS[strings]!.get(traits);
  if (bits === undefined) {
    const count = notesOf(traits);
    bits = fitting(
      ({ traits: wanted = 0, lacks = 0, notes = [0, MOST_STRINGS], bassOn }) =>
        (traits & wanted) === wanted &&
        (traits & lacks) === 0 &&
        count >= notes[0] &&
        count <= notes[1] &&
        (bassOn === undefined || bassStringOf(traits) === strings - bassOn),
    );
    BY_TRAITS[strings]!.set(traits, bits);
  }
  return bits;
}

/** A chord as its grips are labelled: the degree of each pitch class, null where it is foreign. */
interface ChordDegrees {
  readonly chord: Chord;
  readonly root: PitchClass;
  readonly degrees: readonly (Degree | null)[];
  /** Its tensions, and its third and seventh, as pitch classes. */
  readonly tension: number;
  readonly guide: number;
}

function degreesOf(chord: Chord): ChordDegrees {
  const degrees: (Degree | null)[] = Array.from({ length: 12 }, () => null);
  for (const degree of tonesOf(chord.kind)) degrees[degreePitchClass(chord.root, degree)] = degree;
  const maskOfThose = (is: (degree: Degree) => boolean) =>
    degrees.reduce((mask, degree, pc) => (degree !== null && is(degree) ? mask | (1 << pc) : mask), 0);
  return {
    chord,
    root: degreePitchClass(chord.root, '1'),
    degrees,
    tension: maskOfThose((degree) => TENSIONS.some((tension) => tension === degree)),
    guide: maskOfThose((degree) => degree === chord.kind.third || degree === chord.kind.seventh),
  };
}

/** The labels that the sounding pitch classes allow. */
function bySet({ chord, root, degrees }: ChordDegrees, mask: number): number {
  const sounding = degrees.filter((_, pc) => mask & (1 << pc));
  const slots = sounding.map((degree) => degree && SLOTS[degree]);
  const holds = (...wanted: readonly (1 | 3 | 5 | 7)[]) =>
    slots.length === wanted.length && wanted.every((slot) => slots.includes(slot));
  const isWhole = sounding.includes('1') && sounding.some((degree) => degree !== null && THIRDS.includes(degree));
  const { third } = chord.kind;
  const facts: Readonly<Record<SetFact, boolean>> = {
    fourPart: holds(1, 3, 5, 7),
    shell: isWhole && holds(1, 3, 7),
    triad: isWhole && holds(1, 3, 5),
    power: sounding.length === 2 && sounding.includes('1') && sounding.includes('5'),
    sus: (third === '4' || third === '2') && sounding.includes(third),
    rootless: (mask & (1 << root)) === 0,
    slash: chord.bass !== null,
  };
  return fitting(({ set }) => set === undefined || facts[set]);
}

/** The top triad brings a tension, and under it lie the guide tones, with the root or without. Asked for often. */
function isUpperStructure({ tension, guide, root }: ChordDegrees, shapes: Shapes, shape: number): boolean {
  const { strings, frets, neck } = shapes;
  const at = shape * strings;
  // The third note from above parts the two.
  let [first, second, third] = [0, 0, 0];
  for (let s = 0; s < strings; s++) {
    const pitch = frets[at + s]! < 0 ? 0 : neck.open[s]! + frets[at + s]!;
    if (pitch > first) [first, second, third] = [pitch, first, second];
    else if (pitch > second) [second, third] = [pitch, second];
    else if (pitch > third) third = pitch;
  }
  const above = (1 << (first % 12)) | (1 << (second % 12)) | (1 << (third % 12));
  if ((above & tension) === 0) return false;
  let below = 0;
  for (let s = 0; s < strings; s++) {
    const pitch = frets[at + s]! < 0 ? 0 : neck.open[s]! + frets[at + s]!;
    if (pitch > 0 && pitch < third) below |= 1 << (pitch % 12);
  }
  return (below & ~guide & ~(1 << root)) === 0 && (below & guide) === guide;
}

/** Families and attributes of shapes as bits, in the order of {@link FAMILIES} and {@link ATTRIBUTES}. */
export interface Labels {
  readonly families: Uint32Array;
  readonly attributes: Uint32Array;
}

/** How a chord labels shapes: families and attributes as bits of one number, in the order of their lists. */
function labeller(chord: Chord, shapes: Shapes): (shape: number) => number {
  const chordDegrees = degreesOf(chord);
  const { strings, mask, traits, lowest } = shapes;
  const sets = new Map<number, number>();
  return (shape) => {
    let set = sets.get(mask[shape]!);
    if (set === undefined) sets.set(mask[shape]!, (set = bySet(chordDegrees, mask[shape]!)));
    let bits = set & byTraits(traits[shape]!, strings);
    if (lowest[shape]! % 12 !== chordDegrees.root) bits &= WITHOUT_ROOT_LOWEST;
    if (bits & UPPER_STRUCTURE && !isUpperStructure(chordDegrees, shapes, shape)) bits &= ~UPPER_STRUCTURE;
    return bits;
  };
}

/** The families that a shape belongs to as a grip of the chord, as bits in the order of {@link FAMILIES}. */
export function familiesAs(chord: Chord, shapes: Shapes): (shape: number) => number {
  const labels = labeller(chord, shapes);
  return (shape) => labels(shape) & ALL_FAMILIES;
}

/** The labels of shapes as grips of the chord, in their order. */
export function labelsOf(chord: Chord, shapes: Shapes): Labels {
  const label = labeller(chord, shapes);
  const labels = Uint32Array.from({ length: shapes.size }, (_, shape) => label(shape));
  return {
    families: labels.map((bits) => bits & ALL_FAMILIES),
    attributes: labels.map((bits) => bits >>> FAMILIES.length),
  };
}

/** The names that bits stand for. */
export const familiesIn = (label: number): GripFamily[] => FAMILIES.filter((_, i) => label & (1 << i));
/** The attributes in a label. */
export const attributesIn = (label: number): GripAttribute[] => ATTRIBUTES.filter((_, i) => label & (1 << i));

/** What a grip's notes come to as a voicing of its chord. */
export interface Makeup {
  /** Strings that sound, by number: the highest is the first. */
  readonly strings: readonly number[];
  /** 0 root position, 1 first inversion (the third lowest) … 3; null: a tension or a foreign bass is lowest. */
  readonly inversion: number | null;
  /** Degrees of the chord that do not sound; what a higher extension only implies is not missed. */
  readonly omitted: readonly Degree[];
  /** Degrees on more than one string. */
  readonly doubled: readonly Degree[];
}

/** Which notes a grip has, by degree, and which it lacks. */
export function makeupOf(
  chord: Chord,
  { degrees, pitches }: { readonly degrees: readonly (Degree | 'bass' | null)[]; readonly pitches: readonly Midi[] },
): Makeup {
  const facts = degreesOf(chord);
  const sounding = degrees.filter((degree): degree is Degree => degree !== null && degree !== 'bass');
  const { third, fifth, seventh, tensions, altered } = chord.kind;
  const body: (Degree | null)[] = altered ? ['1', '3', 'b7'] : ['1', third, fifth, seventh, ...tensions];
  const tones = tonesOf(chord.kind);
  const lowest = facts.degrees[pitchClassOf(pitches[0]!)] ?? null;
  const isTension = lowest !== null && (tensions as readonly Degree[]).includes(lowest);
  return {
    strings: degrees.flatMap((degree, s) => (degree === null ? [] : [degrees.length - s])),
    inversion: lowest === null || isTension || !body.includes(lowest) ? null : [1, 3, 5, 7].indexOf(SLOTS[lowest]),
    omitted: body.filter(
      (degree): degree is Degree => degree !== null && tones.includes(degree) && !sounding.includes(degree),
    ),
    doubled: [...new Set(sounding.filter((degree, i) => sounding.indexOf(degree) !== i))],
  };
}
