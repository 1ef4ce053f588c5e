import type { Chord } from '../chord/chord.ts';
import { gripOf, parseFrets, type Grip } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { neckOf, type Hand, type Neck } from '../neck/hand.ts';
import { whyNotHeld } from '../neck/hold.ts';
import { pitchName, writtenPitch, type NoteName } from '../pitch/note.ts';
import type { Midi } from '../pitch/pitch.ts';
import { problem, type Problem } from '../problem.ts';
import { isBare, type Carry } from '../take/carry.ts';
import type { Column } from '../take/columns.ts';
import type { StandingWish } from '../take/wishes.ts';
import { isMet } from './bonds.ts';
import { changeBetween, figuresOf, NO_CHANGE, type Change, type Figures } from './figures.ts';
import { fingered, formatFingers } from './fingered.ts';
import { rootPosition, type RootPosition } from './root-position.ts';
import { isCarriedSo } from './rules/carry.ts';
import { gripMisses } from './rules/wish.ts';
import type { Path, Search } from './search.ts';
import { sumTerms, totalOf, type Terms } from './terms.ts';
import type { Tenths } from './units.ts';
import { isJoinWish, missesJoin } from './wishes.ts';

/** A column with the grip it was given, and how it is reached from the one before. */
export interface ArrangedColumn extends Pick<Change, 'movement' | 'held' | 'shiftMm'> {
  readonly column: Column;
  /** Null: no chord, or one the hand cannot hold; the path goes on past it. */
  readonly grip: Grip | null;
  /** What it and the way to it cost. */
  readonly terms: Terms;
}

/** A tune as it is played: each column voiced, and what was wished in vain. */
export interface Arrangement {
  readonly columns: readonly ArrangedColumn[];
  readonly figures: Figures;
  /** What the same chords move by in root position. */
  readonly rootPosition: RootPosition;
  /** The sum of `terms`. */
  readonly cost: Tenths;
  readonly terms: Terms;
  readonly problems: readonly Problem[];
  /** Wishes that are not met, each with the column that stops it: a hard one could not be, a soft one would cost too much. */
  readonly unmet: readonly UnmetWish[];
}

/** A wish that is not met, and where. */
export interface UnmetWish extends Pick<StandingWish, 'at' | 'wish' | 'hard'> {
  readonly column: number;
}

/** Dresses a solved path as an arrangement: fingered, measured, and with its price told. `index[i]` is column i in the path, or −1. */
export function arrangementOf(
  columns: readonly Column[],
  index: readonly number[],
  path: Path,
  search: Search,
  library: ShapeLibrary,
): Arrangement {
  const grips = fingered(
    columns.map(({ chord, decision, wishes, carry }, i) => {
      if (index[i]! < 0) return null;
      const grip = gripOf(chord!, library, path.shapes[index[i]!]!);
      // Notes between are found for the fingers that the grip has by itself.
      const own = carry && carry.free.length > 0 ? formatFingers(grip.fingers) : undefined;
      return {
        grip,
        fingers: decision?.voicing?.fingers ?? own,
        resting: wishes.flatMap(({ wish }) => (wish.kind === 'finger' ? [wish.finger] : [])),
      };
    }),
    library.hand,
  );
  const { sounding, changes, figures } = measured(grips, library.neck);
  const priced = search.termsOf(path).map(({ own, join }) => sumTerms([own, join]));
  const nothing = sumTerms([]);
  const terms = sumTerms(priced);
  return {
    columns: columns.map((column, i): ArrangedColumn => {
      const { movement, held, shiftMm } = changes[i]!;
      const grip = index[i]! < 0 ? null : grips[i]!;
      return { column, grip, movement, held, shiftMm, terms: priced[index[i]!] ?? nothing };
    }),
    figures,
    rootPosition: rootPosition(
      sounding.map((i) => columns[i]!.chord!),
      library,
    ),
    cost: totalOf(terms),
    terms,
    problems: columns.flatMap((column, i) => [
      ...problemsOf(column, index[i]! < 0 ? null : grips[i]!, library.hand),
      ...looseIn(column, grips[i] ?? null, grips.slice(i + 1).find((grip) => grip !== null) ?? null),
    ]),
    unmet: sounding.flatMap((i, k) => {
      const before = k === 0 ? null : { column: columns[sounding[k - 1]!]!, grip: grips[sounding[k - 1]!]! };
      const here = { column: columns[i]!, grip: grips[i]!, shape: path.shapes[index[i]!]! };
      return unmetIn(before, here, library).map(({ at, wish, hard }): UnmetWish => ({ column: i, at, wish, hard }));
    }),
  };
}

/** Grips one after another as they are measured: how each is reached, and what all come to; what does not sound is passed over. */
export function measured(grips: readonly (Grip | null)[], neck: Neck) {
  const sounding = grips.flatMap((grip, i) => (grip === null ? [] : [i]));
  const changes = new Map(sounding.slice(1).map((i, k) => [i, changeBetween(grips[sounding[k]!]!, grips[i]!, neck)]));
  const figures = figuresOf(
    sounding.map((i) => grips[i]!),
    [...changes.values()],
  );
  return { sounding, figures, changes: grips.map((_, i): Change => changes.get(i) ?? NO_CHANGE) };
}

interface Voiced {
  readonly column: Column;
  readonly grip: Grip;
}

/** The wishes that a grip, or the change to it, does not meet. */
function unmetIn(
  before: Voiced | null,
  { column, grip, shape }: Voiced & { readonly shape: number },
  library: ShapeLibrary,
): readonly StandingWish[] {
  const [low, top] = [grip.pitches[0]!, grip.pitches.at(-1)!];
  return column.wishes.filter(({ at, wish }) => {
    if (!isJoinWish(wish)) return gripMisses(wish, column.chord!, library, [shape])[0]! > 0;
    if (!before?.column.wishes.some((other) => other.at === at)) return false;
    return missesJoin(wish, low - before.grip.pitches[0]!, top - before.grip.pitches.at(-1)!);
  });
}

/** That a chord of a move does not go on as the move says it sounds. */
function looseIn({ into, symbol, slot }: Column, grip: Grip | null, next: Grip | null): readonly Problem[] {
  if (into === null || grip === null || next === null || isMet(into, grip, next)) return [];
  return [problem('move-loose', { text: symbol, into }, null, slot.bar)];
}

/** What a column wanted and does not have. */
function problemsOf(
  { chord, symbol, slot, decision, move, carry }: Column,
  grip: Grip | null,
  hand: Hand,
): readonly Problem[] {
  const off = carry ? offNeck(carry, hand, slot.bar) : [];
  if (grip === null && carry && carry.pitch !== null && chord !== null)
    return off.length > 0 || isBare(carry)
      ? off
      : [problem('tune-alone', { note: nameOf(carry.pitch, carry.spelling), text: symbol }, null, slot.bar)];
  if (grip === null)
    return chord === null ? off : [...off, problem('chord-unplayable', { text: symbol }, null, slot.bar)];
  const pin = decision?.voicing?.grip;
  const ring = move?.found.ring;
  return [
    ...off,
    ...(carry ? notSo(carry, { chord: chord!, grip, symbol, bar: slot.bar }) : []),
    ...(pin !== undefined && pin !== grip.grip ? [pinProblem(pin, { symbol, slot, carry }, hand)] : []),
    ...(ring !== undefined && !grip.pitches.includes(ring)
      ? [problem('ring-lost', { note: pitchName(ring), text: symbol }, null, slot.bar)]
      : []),
  ];
}

const nameOf = (pitch: Midi, spelling: NoteName | null) =>
  spelling === null ? pitchName(pitch) : writtenPitch(pitch, spelling);

/** That a note of the tune is not played as the player says. */
function notSo(
  { way, passes, pitch, spelling }: Carry,
  {
    chord,
    grip,
    symbol,
    bar,
  }: { readonly chord: Chord; readonly grip: Grip; readonly symbol: string; readonly bar: number },
): readonly Problem[] {
  if (way === null || pitch === null) return [];
  const isSo = way === 'moved' || way === 'diminished' ? passes : isCarriedSo(way, chord, grip.pitches);
  return isSo ? [] : [problem('note-not-so', { note: nameOf(pitch, spelling), way, text: symbol }, null, bar)];
}

/** The notes of the tune over a grip that no string has. */
function offNeck({ pitch, spelling, free, struck }: Carry, hand: Hand, bar: number): readonly Problem[] {
  const { open, mm } = neckOf(hand);
  const own = pitch !== null && struck ? [{ pitch, spelling }] : [];
  return [...own, ...free]
    .filter((note) => !open.some((string) => note.pitch >= string && note.pitch - string < mm.length))
    .map((note) => problem('tune-off-neck', { note: nameOf(note.pitch, note.spelling) }, null, bar));
}

/** Why a pinned grip does not stand: this hand cannot hold it, or it is no grip of the chord. */
function pinProblem(
  pin: string,
  { symbol, slot: { bar }, carry }: Pick<Column, 'symbol' | 'slot' | 'carry'>,
  hand: Hand,
): Problem {
  const frets = parseFrets(pin);
  const reason = frets && whyNotHeld(frets, hand);
  if (reason === null && carry && carry.pitch !== null)
    return problem('pin-not-on-top', { note: nameOf(carry.pitch, carry.spelling), text: symbol }, null, bar);
  return reason === null
    ? problem('pin-unplayable', { text: symbol }, null, bar)
    : problem('pin-unheld', { text: pin, reason }, null, bar);
}
