/* Calls: what a player is asked of a take, before it is played (field guide: name the top note and the degree first). */
import { degreeIn, noteIn, symbolOf, type Chord } from '../chord/chord.ts';
import { requiredOf, tonesOf } from '../chord/kind.ts';
import { areasOf, tonesIn, type Area, type NeckTone } from '../grip/areas.ts';
import type { Frets } from '../grip/around.ts';
import type { Grip } from '../grip/grips.ts';
import { neckOf, type Hand } from '../neck/hand.ts';
import { holdingsOf } from '../neck/hold.ts';
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
  readonly shapes: readonly Shown[];
}

/** A grip that is shown as an answer. */
export type Shown = Pick<Grip, 'frets' | 'fingers'>;

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
    const first = Math.floor(draw(2) * areas.length);
    for (let i = 0; i < areas.length; i++) {
      const area = areas[(first + i) % areas.length]!;
      const shapes = gripsIn(chord, hand, area);
      if (shapes.length > 0) return { right: symbolOf(chord), others: [], area, shapes };
    }
    return null;
  },
};
/** Of four strings, or three where the chord has no more to say (common practice: comping grips are small). */
const SMALL = [4, 3];
const MOST_SHOWN = 4;
/** The easiest small grips of a chord in an area: each tone once, what the chord needs among them. */
function gripsIn(chord: Chord, hand: Hand, area: Area): readonly Shown[] {
  const tones = tonesIn(chord, neckOf(hand), area).filter(({ string }) => !hand.unusedStrings.includes(string));
  const strings = [...new Set(tones.map(({ string }) => string))];
  const bare = neckOf(hand).open.map(() => -1);
  for (const size of SMALL) {
    const grips = picked(strings, size)
      .flatMap((on) => onStrings(tones, on))
      .flatMap((chosen) => {
        const frets = bare.map((_, s) => chosen.find(({ string }) => string === s)?.fret ?? -1);
        const held = notThere(frets, chord, area, hand) === null ? holdingsOf(frets, hand)[0] : undefined;
        return held ? [{ frets, fingers: held.fingers, difficulty: held.difficulty }] : [];
      });
    if (grips.length > 0) return grips.sort((a, b) => a.difficulty - b.difficulty).slice(0, MOST_SHOWN);
  }
  return [];
}
/** A tone for each of some strings, no degree twice, in every way. */
const onStrings = (tones: readonly NeckTone[], strings: readonly number[]) =>
  strings.reduce<readonly (readonly NeckTone[])[]>(
    (ways, string) =>
      ways.flatMap((chosen) =>
        tones
          .filter((tone) => tone.string === string && chosen.every(({ degree }) => degree !== tone.degree))
          .map((tone) => [...chosen, tone]),
      ),
    [[]],
  );
/** So many of a list, in every way, in order. */
function picked<T>(list: readonly T[], count: number): readonly (readonly T[])[] {
  if (count === 0) return [[]];
  return list.flatMap((first, i) => picked(list.slice(i + 1), count - 1).map((others) => [first, ...others]));
}
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

/** Why a grip that was put on the neck is no grip of a chord in an area, by its string where one is to blame. */
export type NotThere =
  | { readonly kind: 'outside' | 'foreign'; readonly string: number }
  | { readonly kind: 'lacks'; readonly degree: Degree }
  | { readonly kind: 'unheld' };

/** Whether a grip is one of a chord in an area, held by this hand; null: it is. Any such is right, not only those that are shown. */
export function notThere(frets: Frets, chord: Chord, [from, to]: Area, hand: Hand): NotThere | null {
  const { open } = neckOf(hand);
  const outside = frets.findIndex((fret) => fret >= 0 && (fret < from || fret > to));
  if (outside >= 0) return { kind: 'outside', string: outside };
  const degrees = frets.map((fret, s) => (fret < 0 ? undefined : degreeIn(chord, pitchClassOf(open[s]! + fret))));
  const foreign = degrees.indexOf(null);
  if (foreign >= 0) return { kind: 'foreign', string: foreign };
  const lacks = requiredOf(chord.kind).find((choice) => !choice.some((degree) => degrees.includes(degree)));
  if (lacks) return { kind: 'lacks', degree: lacks[0]! };
  return holdingsOf(frets, hand).length === 0 ? { kind: 'unheld' } : null;
}
