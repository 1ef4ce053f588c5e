import type { Chord } from '../chord/chord.ts';
import { familyOf, suffixOf, tonesOf, type Family, type Kind } from '../chord/kind.ts';
import { kindOf } from '../chord/symbol.ts';
import { degreePitchClass, semitones, type Degree } from '../pitch/degree.ts';
import { pitchClass } from '../pitch/note.ts';
import { clashesOf, fallsAFifth, type Clash, type ColourContext } from './grates.ts';
import type { Role } from './role.ts';

/**
 * What a chord may become without changing its function, by its role in the tune (common practice).
 * `usual` is steadiest first; `resolving` is open only to a dominant that falls a fifth; `care` is
 * good on purpose; `grates` is for whoever wants the bite. What is wrong with a colour is said by grates.ts.
 */
interface Colours {
  readonly usual: string;
  readonly resolving?: string;
  readonly care?: string;
  readonly grates?: string;
}

const ALTERED = '7b9 7#9 7b13 7alt';
/** Any note a whole step above a chord tone. */
const DIMINISHED: Colours = { usual: 'dim7 dim7(add9) dim7(add11) dim7(addb13) dim(maj7)' };

const COLOURS: Readonly<Record<Role | 'i-natural', Colours>> = {
  I: { usual: '6 maj7 6/9 add9 maj9 maj13', care: 'maj7#11', grates: 'add11 maj11' },
  ii: { usual: 'm7 m9 m11 m(add9)', care: 'm6', grates: 'm13' },
  iii: { usual: 'm7 m11', care: 'm9', grates: 'm7b9 m7b13' },
  IV: { usual: 'maj7 6 6/9 maj9 maj7#11 maj13', care: '7', grates: 'add11 maj11' },
  V: {
    usual: '7 9 13 7sus4 9sus4 13sus4',
    resolving: '13b9 7b9 7#9 7b5 7#11 7#5 7b13 7b9b13 7#9b13 7b9#11 7#9#11 13#9 13b9#11 7alt aug',
    care: '7#11',
    grates: '7add11',
  },
  vi: { usual: 'm7 m9 m11 m(add9)', care: 'm6', grates: 'm7b13' },
  vii: { usual: 'm7b5 m11b5', care: 'm9b5', grates: 'm7b5b9' },
  i: { usual: 'm6 m7 m9 m(maj7) m6/9 m(maj9) m11' },
  'i-natural': { usual: 'm7 m11 m(add9) m9', care: 'm6 m(maj7)' },
  iio: { usual: 'm7b5 m11b5', care: 'm9b5', grates: 'm7b5b9' },
  bIII: { usual: 'maj7 6 6/9 maj9', care: 'maj7#5', grates: 'add11 maj11' },
  iv: { usual: 'm7 m6 m9 m11' },
  'IV-minor': { usual: '7 9 13' },
  v: { usual: 'm7 m9 m11', care: '7sus4 7#9' },
  'V-minor': { usual: '7b9 7#9 7b13 7b9b13 7b9sus4 7alt', care: '9 13' },
  bVI: { usual: 'maj7 6 6/9 maj9 maj7#11', grates: 'add11 maj11' },
  vio: { usual: 'm7b5 m11b5' },
  bVII: { usual: '7 9 13 maj' },
  viio: DIMINISHED,
  backdoor: { usual: '9 13 7#11', grates: ALTERED },
  substitute: { usual: '9 13 7#11 9#11 13#11', grates: '7b9 7#9 7b13' },
  'V-of-major': { usual: '9 13 7sus4', care: ALTERED },
  'V-of-ii': { usual: '9 7b13 9b13', care: '7b9 7#9 7alt', grates: '13' },
  'V-of-minor': { usual: '7b9 7#9 7b13', care: '9 13' },
  lifting: { usual: '9 13 7#11', grates: ALTERED },
  'iv-borrowed': { usual: 'm6 m7 m9 m(maj7)' },
  'borrowed-major': { usual: 'maj7 6 6/9 maj7#11', grates: 'add11 maj11' },
  // Short visits are plain: no ♯11.
  landing: { usual: 'maj7 6 6/9', care: 'maj7#11' },
  'sharp-four': { usual: 'm7b5 m11b5' },
  'blues-I': { usual: '9 13 7#9', grates: '7b9' },
  'blues-IV': { usual: '9 13', grates: '7b9' },
  dim: DIMINISHED,
};

/** A chord whose part is not known keeps its kind, with the plainest colour first. */
const OUTSIDE: Readonly<Record<Family, Colours>> = {
  major: { usual: '6 maj7 6/9' },
  minor: { usual: 'm7 m9' },
  dominant: { usual: '7 9 13' },
  'half-diminished': { usual: 'm7b5' },
  diminished: DIMINISHED,
  augmented: { usual: 'aug' },
  suspended: { usual: '7sus4 9sus4' },
  power: { usual: '5' },
};

/** A colour on offer for a chord. */
export interface ColourOption {
  readonly suffix: string;
  readonly chord: Chord;
  /** Tones it adds to the chart's chord, and tones of the chart's it gives up. */
  readonly adds: readonly Degree[];
  readonly drops: readonly Degree[];
  /** `chart` is the chord as written. */
  readonly group: 'chart' | 'usual' | 'resolving' | 'care' | 'grates';
  /** Why a colour wants care, or what in it grates. */
  readonly clashes: readonly Clash[];
}

/** The kinds a chord may take in its role: the chart's own first, then steadiest first; with `grating` also what grates. */
export function colourKinds(
  chord: Chord,
  { role, next, key, around }: ColourContext,
  { grating = false }: { grating?: boolean } = {},
): readonly (readonly [ColourOption['group'], Kind])[] {
  const isNatural = role === 'i' && around.includes('natural-minor');
  const table = role === null ? OUTSIDE[familyOf(chord.kind)] : COLOURS[isNatural ? 'i-natural' : role];
  const rows: (readonly [ColourOption['group'], Kind])[] = [
    ['chart', chord.kind],
    ...kinds('usual', table.usual),
    ...(fallsAFifth(chord, next) ? kinds('resolving', table.resolving) : []),
    ...kinds('care', table.care),
    ...(grating ? kinds('grates', table.grates) : []),
  ];
  // The seventh of the dorian mode is minor.
  const dorian = role === 'i' && key.mode === 'dorian';
  return rows.filter(
    ([group, kind]) => group === 'chart' || (holdsBass({ ...chord, kind }) && !(dorian && kind.seventh === '7')),
  );
}

const kinds = (group: ColourOption['group'], list: string | undefined) =>
  (list?.split(' ') ?? []).map((suffix) => [group, kindOf(suffix)] as const);

/** The colours of a chord in its role, each once, with what it changes and what speaks against it. */
export function coloursOf(
  chord: Chord,
  context: ColourContext,
  wanted: { grating?: boolean } = {},
): readonly ColourOption[] {
  const seen = new Set<string>();
  return colourKinds(chord, context, wanted)
    .map(([group, kind]) => option(chord, group, kind, context))
    .filter(({ suffix }) => !seen.has(suffix) && seen.add(suffix));
}

/** Options with the colours a style likes before the others, in its order; the chart's own stays first. */
export function likedFirst(options: readonly ColourOption[], liked: readonly string[]): readonly ColourOption[] {
  const rank = ({ group, suffix }: ColourOption) =>
    group === 'chart' ? -1 : liked.includes(suffix) ? liked.indexOf(suffix) : liked.length;
  return [...options].sort((a, b) => rank(a) - rank(b));
}

/** The colours of every role, for whoever checks the table. */
export const COLOUR_TABLE: Readonly<Record<string, Colours>> = COLOURS;

function option(chord: Chord, group: ColourOption['group'], kind: Kind, context: ColourContext): ColourOption {
  const before = tonesOf(chord.kind);
  const after = tonesOf(kind);
  const lacks = (tones: readonly Degree[], degree: Degree) =>
    !tones.some((tone) => semitones(tone) === semitones(degree));
  const coloured = { ...chord, kind };
  return {
    suffix: suffixOf(kind),
    chord: coloured,
    clashes: group === 'care' || group === 'grates' ? clashesOf(coloured, context) : [],
    adds: after.filter((degree) => lacks(before, degree)),
    drops: before.filter((degree) => lacks(after, degree)),
    group,
  };
}

/** A colour over a named bass must hold the bass, or it fights it (a sixth over the chord's own ♭7). */
function holdsBass(chord: Chord): boolean {
  if (chord.bass === null) return true;
  const bass = pitchClass(chord.bass);
  return tonesOf(chord.kind).some((degree) => degreePitchClass(chord.root, degree) === bass);
}

/**
 * The colours that keep what the chart says and add to it, steadiest first: the first is what a chord takes when nobody has
 * chosen. Where its role is not known the plainest; a chord whose chart names tensions, of a written line or over a pedal
 * stands as written.
 */
export function steadyColours(chord: Chord, context: ColourContext): readonly ColourOption[] {
  const own = option(chord, 'chart', chord.kind, context);
  // A chart that names a tension has its colour already, and a diminished seventh is one.
  if (chord.kind.tensions.length > 0 || chord.kind.altered || chord.kind.seventh === 'bb7') return [own];
  if (context.around.includes('written-line') || context.around.includes('over-pedal')) return [own];
  const known = context.role !== null;
  // Without a role never one plainer than the chart asks for.
  if (!known && tonesOf(chord.kind).length > 3) return [own];
  const found = colourKinds(chord, context)
    .filter(([group]) => group === 'usual')
    .map(([group, kind]) => option(chord, group, kind, context))
    .filter(({ suffix, drops, adds }) => suffix !== own.suffix && drops.length === 0 && (!known || adds.length > 0));
  return found.length > 0 ? found : [own];
}

/** The colour a chord takes when nobody has chosen. */
export const defaultColour = (chord: Chord, context: ColourContext): ColourOption => steadyColours(chord, context)[0]!;
