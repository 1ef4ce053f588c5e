/* Calls: what a player is asked of a take, before it is played (field guide: name the top note and the degree first). */
import { degreeIn, noteIn, symbolOf, type Chord } from '../chord/chord.ts';
import { tonesOf } from '../chord/kind.ts';
import { areasOf, shapesIn, type Area, type AreaShape } from '../grip/areas.ts';
import type { Grip } from '../grip/grips.ts';
import { neckOf, type Hand } from '../neck/hand.ts';
import { semitones, spell, type Degree } from '../pitch/degree.ts';
import { rootInKey, type Key } from '../pitch/key.ts';
import { noteAbove, pitchClass } from '../pitch/note.ts';
import { pitchClassOf } from '../pitch/pitch.ts';
import { seeded } from '../score/seeded.ts';

/** What is asked: the top note; the degree on a string; what a grip is; what it leaves out; the ii–V, or the substitute, of a chord; a grip in an area. */
export const QUESTIONS = ['top-note', 'degree', 'name', 'left-out', 'two-five', 'tritone', 'in-area'] as const;
export type QuestionKind = (typeof QUESTIONS)[number];

/** A question about a column. Notes, degrees and symbols are ASCII. */
export interface Question {
  readonly kind: QuestionKind;
  readonly column: number;
  /** The string a degree is asked of, from 0, the lowest. */
  readonly string: number | null;
  /** The frets a grip is to lie in. */
  readonly area: Area | null;
  readonly right: string;
  /** What may be answered, the right one among it; none: the player says whether it was right. */
  readonly choices: readonly string[];
  /** What would have been right, where it is to be played. */
  readonly shapes: readonly AreaShape[];
}

/** A column as it is asked about. */
export interface AskedColumn {
  readonly chord: Chord | null;
  readonly key: Key;
  readonly grip: Pick<Grip, 'frets' | 'pitches' | 'degrees'> | null;
}

const MOST_CHOICES = 4;
/** What is said of a grip that leaves nothing out. */
export const NOTHING_LEFT_OUT = 'nothing';

/** What a kind of question is made of: null where it cannot be asked there. */
type Make = (
  at: AskedColumn & { readonly chord: Chord; readonly grip: NonNullable<AskedColumn['grip']> },
  by: Asking,
) => Made | null;
interface Asking {
  readonly columns: readonly AskedColumn[];
  readonly hand: Hand;
  /** A number from 0 up to 1, always the same for the same question. */
  readonly draw: (of: number) => number;
}
type Made = Pick<Question, 'right'> & { readonly others: readonly string[] } & Partial<
    Pick<Question, 'string' | 'area' | 'shapes'>
  >;

const MAKES: Readonly<Record<QuestionKind, Make>> = {
  'top-note': ({ chord, grip }) => {
    const nameOf = (pitch: number) => noteIn(chord, pitchClassOf(pitch));
    const right = nameOf(grip.pitches.at(-1)!);
    if (right === null) return null;
    const isOther = (name: string) => pitchClass(name) !== pitchClass(right);
    return { right, others: namesOf(tonesOf(chord.kind), chord).filter(isOther) };
  },
  degree: ({ chord, grip }, { draw }) => {
    const played = grip.degrees.flatMap((degree, string) => (degree && degree !== 'bass' ? [{ degree, string }] : []));
    const { degree, string } = played[Math.floor(draw(1) * played.length)] ?? {};
    if (degree === undefined || string === undefined) return null;
    // A sixth and a thirteenth are one string's sound.
    const isOther = (one: Degree) => semitones(one) !== semitones(degree);
    return {
      right: degree,
      string,
      others: [...tonesOf(chord.kind), ...USUAL_DEGREES].filter(isOther),
    };
  },
  name: ({ chord }, { columns }) => {
    const right = symbolOf(chord);
    const others = columns.flatMap((one) => (one.chord && symbolOf(one.chord) !== right ? [symbolOf(one.chord)] : []));
    return { right, others };
  },
  'left-out': ({ chord, grip }) => {
    const sounding = new Set(grip.pitches.map(pitchClassOf));
    const has = (degree: Degree) => [...sounding].some((pc) => degreeIn(chord, pc) === degree);
    const missing = tonesOf(chord.kind).filter((degree) => !has(degree));
    if (missing.length > 1) return null;
    const others = [...tonesOf(chord.kind).filter((degree) => degree !== missing[0]), NOTHING_LEFT_OUT];
    return missing[0] ? { right: missing[0], others } : { right: NOTHING_LEFT_OUT, others: tonesOf(chord.kind) };
  },
  'two-five': ({ chord, key }) => {
    const { third, seventh } = chord.kind;
    // A dominant is no goal of its own here.
    if (seventh === 'b7' && third === '3') return null;
    const to = (pc: number) => {
      const root = rootInKey(key, ((pc % 12) + 12) % 12);
      return `${noteAbove(root, '2M')}${third === 'b3' ? 'm7b5' : 'm7'} ${noteAbove(root, '5P')}7`;
    };
    const root = pitchClass(chord.root);
    return { right: to(root), others: [to(root + 2), to(root - 2), to(root + 5), to(root + 7)] };
  },
  tritone: ({ chord, key }) => {
    const { third, seventh } = chord.kind;
    if (seventh !== 'b7' || third !== '3') return null;
    const at = (by: number) => `${rootInKey(key, (pitchClass(chord.root) + by + 12) % 12)}7`;
    return { right: at(6), others: [at(1), at(5), at(7), at(3)] };
  },
  'in-area': ({ chord }, { hand, draw }) => {
    const areas = areasOf(neckOf(hand));
    const area = areas[Math.floor(draw(2) * areas.length)]!;
    const shapes = shapesIn(chord, hand, area);
    return shapes.length === 0 ? null : { right: symbolOf(chord), others: [], area, shapes };
  },
};
const USUAL_DEGREES: readonly Degree[] = ['1', '3', '5', 'b7', '9', '13'];
const namesOf = (degrees: readonly Degree[], { root }: Chord) =>
  [...degrees, ...USUAL_DEGREES].map((degree) => spell(root, degree));

/**
 * So many questions about some columns, drawn by a seed: of every kind that is asked for as often as can be, of no column
 * the same twice.
 */
export function questionsFor(
  columns: readonly AskedColumn[],
  hand: Hand,
  {
    seed,
    count,
    kinds = QUESTIONS,
  }: { readonly seed: number; readonly count: number; readonly kinds?: readonly QuestionKind[] },
): readonly Question[] {
  const all: Question[] = [];
  const seen = new Set<string>();
  for (let turn = 0; all.length < count && turn < count * 8; turn++) {
    const kind = kinds[turn % kinds.length]!;
    const column = Math.floor(seeded(seed, turn, 1) * columns.length);
    const at = columns[column];
    if (!at?.chord || !at.grip) continue;
    const { chord, grip } = at;
    const draw = (of: number) => seeded(seed, turn, 10 + of);
    const made = MAKES[kind]({ ...at, chord, grip }, { columns, hand, draw });
    if (!made) continue;
    const { right, others, string = null, area = null, shapes = [] } = made;
    const name = `${kind} ${symbolOf(chord)} ${grip.frets.join()} ${string} ${area?.join() ?? ''}`;
    if (seen.has(name)) continue;
    seen.add(name);
    all.push({ kind, column, string, area, right, shapes, choices: choicesOf(right, others, draw) });
  }
  return all;
}

/** The right one and up to three others, in a drawn order; none where there is nothing to choose from. */
function choicesOf(right: string, others: readonly string[], draw: (of: number) => number): readonly string[] {
  const drawn = drawnFrom(
    [...new Set(others)].filter((one) => one !== right),
    (i) => draw(20 + i),
  );
  if (drawn.length === 0) return [];
  return drawnFrom([right, ...drawn.slice(0, MOST_CHOICES - 1)], (i) => draw(60 + i));
}

/** A list in a drawn order. */
const drawnFrom = <T>(list: readonly T[], draw: (i: number) => number): readonly T[] =>
  list
    .map((one, i) => [draw(i), one] as const)
    .sort(([a], [b]) => a - b)
    .map(([, one]) => one);
