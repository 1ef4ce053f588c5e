import type { Shapes } from './library.ts';
import { THUMB } from '../neck/standing.ts';
import { fretsAt, pitchesOf } from './grips.ts';
import { notesOf } from './traits.ts';

/** A grip that is too hard, and one that might take its place, as the tests of the ways out see them. */
interface Exchange {
  /** Fret per string, −1 not played, and the finger there (0 none). */
  readonly hard: readonly number[];
  readonly fingers: readonly number[];
  readonly other: readonly number[];
  readonly otherFingers: readonly number[];
  readonly topNotes: () => boolean;
}

/** Whether the other grip is this one with the strings that `leftOut` names not played. */
const lessStrings = ({ hard, other }: Exchange, leftOut: (s: number) => boolean): boolean =>
  hard.some((fret, s) => fret >= 0 && leftOut(s)) && hard.every((fret, s) => other[s] === (leftOut(s) ? -1 : fret));

/** Whether it is this one with one or more strings, any that `may` be, not played. */
const someLess = ({ hard, other }: Exchange, may: (s: number) => boolean): boolean =>
  hard.some((fret, s) => other[s] !== fret) &&
  hard.every((fret, s) => other[s] === fret || (other[s] === -1 && may(s)));

const lowestOf = (frets: readonly number[]) => frets.findIndex((fret) => fret >= 0);
/** Strings the widest finger lies over. */
const widestBarre = (fingers: readonly number[]) =>
  Math.max(
    0,
    ...[1, 2, 3, 4].map((finger) => {
      const strings = fingers.flatMap((used, s) => (used === finger ? [s] : []));
      return strings.length === 0 ? 0 : strings.at(-1)! - strings[0]! + 1;
    }),
  );
const HALF_BARRE = 3;
const LITTLE = 4;
const TOP_STRINGS = 4;

/**
 * The ways out of a hard grip, gentlest first: what each gives up, and when another grip of the same chord is it. Field
 * practice: every hard grip needs one.
 */
export const WAYS_OUT = [
  { id: 'no-double', is: (x) => someLess(x, (s) => s !== lowestOf(x.hard)) && x.topNotes() },
  { id: 'no-bass', is: (x) => lessStrings(x, (s) => s === lowestOf(x.hard)) },
  {
    id: 'half-barre',
    is: (x) =>
      widestBarre(x.fingers) > HALF_BARRE &&
      widestBarre(x.otherFingers) <= HALF_BARRE &&
      someLess(x, (s) => s < x.hard.length - HALF_BARRE),
  },
  { id: 'no-little-finger', is: (x) => x.fingers.includes(LITTLE) && lessStrings(x, (s) => x.fingers[s] === LITTLE) },
  {
    id: 'no-thumb',
    is: (x) => x.fingers.includes(THUMB) && !x.otherFingers.includes(THUMB) && someLess(x, (s) => s === 0),
  },
  { id: 'top-strings', is: (x) => lessStrings(x, (s) => s < x.hard.length - TOP_STRINGS) },
  { id: 'elsewhere', is: (x) => x.topNotes() && lowestFretted(x.hard) !== lowestFretted(x.other) },
] as const satisfies readonly { readonly id: string; readonly is: (x: Exchange) => boolean }[];
export type WayOutId = (typeof WAYS_OUT)[number]['id'];

const lowestFretted = (frets: readonly number[]) => Math.min(...frets.filter((fret) => fret > 0));

/** An easier grip in place of a hard one. */
export interface WayOut {
  readonly id: WayOutId;
  /** Its place in the shapes given. */
  readonly shape: number;
}

/** Whether one shape is the other with strings not played: only such, and those with its top note, are looked at closely. */
function isLess({ strings, frets }: Shapes, less: number, whole: number): boolean {
  for (let s = 0; s < strings; s++) {
    const fret = frets[less * strings + s]!;
    if (fret >= 0 && fret !== frets[whole * strings + s]) return false;
  }
  return true;
}

/** Two top notes are what the ear follows. */
const TOP_NOTES = 2;

/**
 * The grip each way out of a hard one leads to, among `shapes`, the grips of its chord: the fullest, then the easiest. A
 * way is left out where nothing easier than `hard` (a place in `shapes`) is that, or an earlier way leads there too.
 */
export function waysOut(hard: number, shapes: Shapes): WayOut[] {
  const { strings, difficulty, fingers, traits, top } = shapes;
  const fingersAt = (shape: number) => Array.from(fingers.subarray(shape * strings, (shape + 1) * strings));
  const topOf = (shape: number) => pitchesOf(shapes, shape).slice(-TOP_NOTES).join();
  const from = { hard: fretsAt(shapes, hard), fingers: fingersAt(hard), top: topOf(hard) };
  const easier = Array.from({ length: shapes.size }, (_, shape) => shape)
    .filter(
      (shape) => difficulty[shape]! < difficulty[hard]! && (top[shape] === top[hard] || isLess(shapes, shape, hard)),
    )
    .sort((a, b) => notesOf(traits[b]!) - notesOf(traits[a]!) || difficulty[a]! - difficulty[b]! || a - b)
    .map((shape) => ({
      shape,
      x: {
        ...from,
        other: fretsAt(shapes, shape),
        otherFingers: fingersAt(shape),
        topNotes: () => topOf(shape) === from.top,
      },
    }));
  const found: WayOut[] = [];
  for (const { id, is } of WAYS_OUT) {
    const way = easier.find(({ shape, x }) => is(x) && !found.some((other) => other.shape === shape));
    if (way) found.push({ id, shape: way.shape });
  }
  return found;
}
