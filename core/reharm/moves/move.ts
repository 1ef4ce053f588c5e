import type { Chord } from '../../chord/chord.ts';
import { kindOf } from '../../chord/symbol.ts';
import type { Degree } from '../../pitch/degree.ts';
import type { Key } from '../../pitch/key.ts';
import { noteAbove, type NoteName } from '../../pitch/note.ts';
import type { Midi } from '../../pitch/pitch.ts';
import type { Role } from '../role.ts';
import type { Bond } from './bond.ts';
import type { Group, Stray } from './groups.ts';
import { evenly, type Span, type SpanChord } from './span.ts';
import type { StyleId } from './styles.ts';

/** A chord that a move puts in, how long, and what it is there. */
export interface Part {
  readonly chord: Chord;
  readonly beats: number;
  readonly role: Role | null;
  /** How it goes on to what follows, the chord after the move too. */
  readonly into?: Bond;
  /** It takes the colour of the chord that follows the move, as that stands. */
  readonly asNext?: true;
}

/** What a move would put in a span. Several from one move differ in `variant`. */
export interface Found {
  readonly parts: readonly Part[];
  readonly variant?: string;
  /** A pitch that is to sound in each of the parts. */
  readonly ring?: Midi;
  /** What the reason speaks of, ASCII: numerals, symbols, notes. */
  readonly args?: Readonly<Record<string, string>>;
}

/** A way to put other chords in a span. It reads the plain chart alone, never the result of a move. */
export interface Move {
  readonly id: string;
  readonly group: Group;
  readonly name: string;
  /** One sentence; `{name}` stands for an argument of what was found. */
  readonly reason: string;
  readonly mood: string;
  readonly stray: Stray;
  /** How much a style of ours is known for it within its group, 1 to 3. */
  readonly styles?: Readonly<Partial<Record<StyleId, number>>>;
  readonly find: (span: Span) => readonly Found[];
  /** What must really sound after it, or before it, for the reason to hold. */
  readonly needsNext?: (found: Found, next: Chord | null) => boolean;
  readonly needsPrev?: (found: Found, prev: Chord | null) => boolean;
  /** Melody degrees over its last chord that it can live under; none given: any that the chord holds. */
  readonly under?: readonly Degree[];
}

/** Roman degrees as intervals above the tonic (tonal's notation). */
const ROMAN: Readonly<Record<string, string>> = {
  I: '1P',
  '#I': '1A',
  bII: '2m',
  II: '2M',
  '#II': '2A',
  bIII: '3m',
  III: '3M',
  IV: '4P',
  '#IV': '4A',
  bV: '5d',
  V: '5P',
  '#V': '5A',
  bVI: '6m',
  VI: '6M',
  '#VI': '6A',
  bVII: '7m',
  VII: '7M',
};

/** The root of a degree in a key: `rootOf(C, 'bII')` is D♭. */
export function rootOf(key: Key, degree: string): NoteName {
  const interval = ROMAN[degree];
  if (interval === undefined) throw new RangeError(`not a degree: ${degree}`);
  return noteAbove(key.tonic, interval);
}

/** A chord by root and suffix. */
export const chordOn = (root: NoteName, suffix: string): Chord => ({ root, kind: kindOf(suffix), bass: null });
/** A chord an interval above another's root (tonal's notation, `-2m` is below). */
export const chordFrom = ({ root }: Chord, interval: string, suffix: string): Chord =>
  chordOn(noteAbove(root, interval), suffix);
/** `bIIm7`, `VI7`, `Imaj7` of a key as a chord: a degree in capitals and a suffix. */
export function degreeChord(key: Key, text: string): Chord {
  const [, degree, suffix] = /^([b#]?(?:VII|VI|V|IV|III|II|I))(.*)$/.exec(text)!;
  return chordOn(rootOf(key, degree!), suffix!);
}

/** One chord over the whole span. */
export const whole = ({ beats }: Span, chord: Chord, role: Role | null): readonly Part[] => [{ chord, beats, role }];

/** The chords over equal shares of the span, the longer first; null when it has too few beats. */
export function shared(span: Span, chords: readonly (readonly [Chord, Role | null])[]): readonly Part[] | null {
  const beats = evenly(span.beats, chords.length);
  return beats && chords.map(([chord, role], i) => ({ chord, role, beats: beats[i]! }));
}

/** What was found, when there is room for it. */
export const found = (parts: readonly Part[] | null, args?: Found['args'], variant?: string): readonly Found[] =>
  parts ? [{ parts, ...(args && { args }), ...(variant !== undefined && { variant }) }] : [];

/** The parts, each going on to the next in one way; the last to what follows freely. */
export const bound = (parts: readonly Part[] | null, into: Bond): readonly Part[] | null =>
  parts && parts.map((part, i) => (i + 1 < parts.length ? { ...part, into } : part));

/** The span's first half is kept as it is, the rest given to others. */
export const kept = ({ here }: Span): readonly [Chord, Role | null] => [here.chord, here.role];

/** Whether a chord stands at one of some places in the key. */
export const isPlace = ({ place }: SpanChord, ...names: readonly string[]): boolean =>
  place !== null && names.includes(place.name);
/** I or i, also of a blues. */
export const isTonic = (chord: SpanChord): boolean => isPlace(chord, 'I', 'i') || chord.role === 'blues-I';
/** Whether it is minor or half-diminished. */
export const isMinorChord = ({ family }: SpanChord): boolean => family === 'minor' || family === 'half-diminished';

/** Whether a chord of the span is a dominant that falls a fifth to what follows. */
export function fallsTo(span: Span): SpanChord | null {
  const { here, next, single } = span;
  const dominant = here.family === 'dominant' || here.family === 'suspended' || isPlace(here, 'V', 'V-minor');
  return single && dominant && next && (next.degree - here.degree + 12) % 12 === 5 ? next : null;
}
