import { semitones, type Degree } from '../pitch/degree.ts';
import { requiredOf, suffixOf, tonesOf, type Kind, type Tension } from './kind.ts';
import { parseSuffix } from './symbol.ts';

/** A kind of chord that a set of intervals may be, and what of it does not sound. */
export interface Fit {
  readonly kind: Kind;
  readonly suffix: string;
  /** Root, implied third or seventh, and perfect fifth at most, in this order: everything else a name says has to sound. */
  readonly missing: readonly Degree[];
}

/*
 * The kinds names are made of (common practice): a third or a suspension, a fifth, a sixth or seventh, and the tensions
 * each of them takes. `thirds`, `fifths` and `sevenths` go together freely; of `tensions` any may be there that do
 * not stand for the same note or its neighbour (see CLASHING).
 */
interface Shelf {
  readonly thirds: readonly Kind['third'][];
  readonly fifths: readonly Kind['fifth'][];
  readonly sevenths: readonly Kind['seventh'][];
  readonly tensions: readonly Tension[];
}
const SHELVES: readonly Shelf[] = [
  { thirds: [null], fifths: ['5'], sevenths: [null], tensions: [] },
  { thirds: ['3', 'b3'], fifths: ['5'], sevenths: [null], tensions: ['9', '11'] },
  { thirds: ['3'], fifths: ['#5'], sevenths: [null], tensions: [] },
  { thirds: ['b3'], fifths: ['b5'], sevenths: [null, 'bb7', '7'], tensions: [] },
  { thirds: ['4', '2'], fifths: ['5'], sevenths: [null], tensions: [] },
  { thirds: ['3', 'b3'], fifths: ['5'], sevenths: ['6'], tensions: ['9'] },
  { thirds: ['3'], fifths: ['5', 'b5', '#5'], sevenths: ['b7'], tensions: ['b9', '9', '#9', '#11', 'b13', '13'] },
  { thirds: ['b3'], fifths: ['5'], sevenths: ['b7'], tensions: ['9', '11', '13'] },
  { thirds: ['b3'], fifths: ['b5'], sevenths: ['b7'], tensions: ['9', '11'] },
  { thirds: ['4'], fifths: ['5'], sevenths: ['b7'], tensions: ['b9', '9', '13'] },
  { thirds: ['4'], fifths: ['5'], sevenths: ['7'], tensions: ['9'] },
  { thirds: ['3'], fifths: ['5', '#5'], sevenths: ['7'], tensions: ['9', '11', '#11', '13'] },
  { thirds: ['b3'], fifths: ['5'], sevenths: ['7'], tensions: ['9', '11', '13'] },
];
const CLASHING: readonly (readonly string[])[] = [
  ['9', 'b9'],
  ['9', '#9'],
  ['13', 'b13'],
  ['11', '#11'],
  ['#11', 'b5'],
  ['b13', '#5'],
  ['13', '#5'],
];

function kindsOn({ thirds, fifths, sevenths, tensions }: Shelf): Kind[] {
  const subsets = tensions.reduce<Tension[][]>((all, one) => [...all, ...all.map((some) => [...some, one])], [[]]);
  return thirds.flatMap((third) =>
    fifths.flatMap((fifth) =>
      sevenths.flatMap((seventh) =>
        subsets
          .filter((some) =>
            CLASHING.every((pair) => pair.filter((one) => [...some, fifth].includes(one as never)).length < 2),
          )
          .map((some): Kind => ({ third, fifth, seventh, tensions: some, altered: false })),
      ),
    ),
  );
}

/** Each kind once, in the form the grammar gives it back. */
export const KINDS: readonly Kind[] = [
  ...new Map(
    SHELVES.flatMap(kindsOn).flatMap((kind): [string, Kind][] => {
      const read = parseSuffix(suffixOf(kind));
      return read === null ? [] : [[suffixOf(read), read]];
    }),
  ).values(),
];

const bit = (degree: Degree) => 1 << semitones(degree);
const maskOf = (degrees: readonly Degree[]) => degrees.reduce((mask, degree) => mask | bit(degree), 0);

/**
 * Whether a name says so much besides its major third that the third may be left to the ear: maj7, 6/9, add9, 7♭9 (common
 * practice).
 */
const impliesThird = ({ third, seventh, tensions, fifth }: Kind) =>
  third === '3' &&
  fifth === '5' &&
  (seventh === '7' ||
    (seventh === 'b7' && tensions.includes('b9')) ||
    ((seventh === '6' || seventh === null) && tensions.includes('9')));

/** Whether it is a dominant by its third and ♭9 already, so that the seventh may be left to the ear (common practice). */
const impliesSeventh = ({ third, fifth, seventh, tensions }: Kind) =>
  third === '3' && fifth === '5' && seventh === 'b7' && tensions.length === 1 && tensions[0] === 'b9';

/** For each set of intervals above a root (12 bits, the root or not): the kinds it may be. */
export const FITS: readonly (readonly Fit[])[] = (() => {
  const fits: Fit[][] = Array.from({ length: 4096 }, () => []);
  for (const kind of KINDS) {
    const named = [kind.third, kind.seventh, ...kind.tensions, kind.fifth === '5' ? null : kind.fifth].filter(
      (degree) => degree !== null,
    );
    const tones = tonesOf(kind);
    const needsRoot = requiredOf(kind).some((choice) => choice.every((degree) => degree === '1'));
    const mayLack = (degree: Degree) =>
      (impliesThird(kind) && degree === '3') || (impliesSeventh(kind) && degree === 'b7');
    const free = tones.filter((degree) => !(named as readonly Degree[]).includes(degree) || mayLack(degree));
    const heard = named.filter((degree) => !free.includes(degree));
    for (let some = 0; some < 1 << free.length; some++) {
      const sounding = free.filter((_, i) => some & (1 << i));
      const missing = (['1', '3', 'b7', '5'] as const).filter(
        (degree) => free.includes(degree) && !sounding.includes(degree),
      );
      // Over its root alone a third is implied, and to the third a seventh.
      if (missing.includes('1') && (needsRoot || missing.includes('3'))) continue;
      if (missing.includes('b7') && (missing.includes('3') || missing.includes('5'))) continue;
      const mask = maskOf([...heard, ...sounding]);
      fits[mask]!.push({ kind, suffix: suffixOf(kind), missing });
    }
  }
  return fits;
})();
