import type { Column } from '../take/columns.ts';
import { gripOf, parseFrets, type Grip } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import type { Hand } from '../neck/hand.ts';
import { whyNotHeld } from '../neck/hold.ts';
import { pitchName } from '../pitch/note.ts';
import { quarterSeconds, secondsBetween, type Clock } from '../time/clock.ts';
import { problem, type Problem } from '../problem.ts';
import {
  columnTerms,
  isParallel,
  joinTerms,
  shiftMm,
  sumTerms,
  totalOf,
  type Place,
  type Pricing,
  type Terms,
} from './cost.ts';
import { distinct, heldTones, movement, voicePairs } from './movement.ts';
import type { Wanted } from './candidates.ts';
import type { Path, Search } from './search.ts';
import { fingered } from './fingered.ts';
import { rootPosition, type RootPosition } from './root-position.ts';
import { heldAs } from './states.ts';
import type { Wish } from '../take/layers/wish.ts';
import { gripMisses, gripWishes, joinWishes, missesJoin } from './wishes.ts';

/** A column with the grip it was given, and how it is reached from the one before. */
export interface ArrangedColumn {
  readonly column: Column;
  /** Null: no chord, or one the hand cannot hold; the path goes on past it. */
  readonly grip: Grip | null;
  /** Whole semitones from the grip before; 0 for the first. */
  readonly movement: number;
  /** Pitches that sound on from the grip before. */
  readonly held: number;
  readonly shiftMm: number;
  /** What it and the way to it cost. */
  readonly terms: Terms;
}

export interface Figures {
  readonly movement: number;
  /** Movement divided by the number of changes. */
  readonly perChange: number;
  /** The farthest any voice moves at a change, in semitones. */
  readonly largestLeap: number;
  readonly held: number;
  readonly shiftMm: number;
  /** Of a grip, on average, 0 to 10. */
  readonly difficulty: number;
  /** Changes at which the outer voices move the same way in fifths or octaves. */
  readonly parallels: number;
}

export interface Arrangement {
  readonly columns: readonly ArrangedColumn[];
  readonly figures: Figures;
  /** What the same chords move by in root position. */
  readonly rootPosition: RootPosition;
  /** In tenths of a semitone; the sum of `terms`. */
  readonly cost: number;
  readonly terms: Terms;
  readonly problems: readonly Problem[];
  /** Hard wishes that could not be met, each with the column that stops it. */
  readonly unmet: readonly UnmetWish[];
}

export interface UnmetWish {
  readonly column: number;
  readonly wish: Wish;
}

/** Where each column stands in time. */
export function placesOf(columns: readonly Column[], clock: Clock): readonly Place[] {
  const quarter = quarterSeconds(clock);
  return columns.map(({ slot: { start, opensPhrase, bar, since, entry } }): Place => ({
    opensPhrase,
    opensBar: entry.tick === 0,
    lasts: bar - since >= LASTS_BARS,
    seconds: secondsBetween(clock, start, start + entry.ticks),
    quarter,
  }));
}
/** A chord that has lasted so many bars wants a new grip. */
const LASTS_BARS = 2;

/** The columns the search works on: chords the hand can hold; `index[i]` is where column i stands in it, or −1. */
export function searchable(
  columns: readonly Column[],
  search: Search,
  clock: Clock,
): { wanted: Wanted[]; index: number[] } {
  const wanted: Wanted[] = [];
  const places = placesOf(columns, clock);
  const index = columns.map(({ chord, decision, move, wishes }, i) => {
    if (chord === null || !search.playable(chord)) return -1;
    const pin = decision?.voicing ? parseFrets(decision.voicing.grip) : null;
    const led = decision?.voicing?.led ?? false;
    return wanted.push({ chord, pin, led, ring: move?.found.ring ?? null, place: places[i]!, wishes }) - 1;
  });
  return { wanted, index };
}

/** Dresses a solved path as an arrangement, fingered, with every figure worked out from the grips themselves. */
export function arrangementOf(
  columns: readonly Column[],
  index: readonly number[],
  path: Path,
  library: ShapeLibrary,
  pricing: Pricing,
  clock: Clock,
): Arrangement {
  const places = placesOf(columns, clock);
  const problems: Problem[] = [];
  const unmet: UnmetWish[] = [];
  const terms: Terms[] = [];
  let largestLeap = 0;
  let changes = 0;
  let parallels = 0;
  const grips = fingered(
    columns.map(({ chord, decision, wishes }, i) =>
      index[i]! < 0
        ? null
        : {
            grip: gripOf(chord!, library, path.shapes[index[i]!]!),
            fingers: decision?.voicing?.fingers,
            resting: wishes.flatMap(({ wish }) => (wish.kind === 'finger' ? [wish.finger] : [])),
          },
    ),
    library.hand,
  );
  let before: { grip: Grip; held: ReturnType<typeof heldAs>; column: Column; place: Place } | null = null;
  const arranged = columns.map((column, i): ArrangedColumn => {
    const at = index[i]!;
    if (at < 0) {
      if (column.chord !== null)
        problems.push(problem('chord-unplayable', { text: column.symbol }, null, column.slot.bar));
      return { column, grip: null, movement: 0, held: 0, shiftMm: 0, terms: sumTerms([]) };
    }
    const shape = path.shapes[at]!;
    const grip = grips[i]!;
    const held = heldAs(column.chord!, library, shape, pricing, gripWishes(column.wishes));
    const pin = column.decision?.voicing?.grip;
    if (pin !== undefined && pin !== grip.grip) {
      problems.push(pinProblem(pin, column, library.hand));
    }
    for (const { wish, hard } of gripWishes(column.wishes))
      if (hard && gripMisses(wish, column.chord!, library, [shape])[0]! > 0) unmet.push({ column: i, wish });
    const ring = column.move?.found.ring;
    if (ring !== undefined && !grip.pitches.includes(ring))
      problems.push(problem('ring-lost', { note: pitchName(ring), text: column.symbol }, null, column.slot.bar));
    const own = columnTerms(held, pricing.weights);
    terms.push(own);
    let result: ArrangedColumn = { column, grip, movement: 0, held: 0, shiftMm: 0, terms: own };
    if (before !== null) {
      changes++;
      const [earlier, later] = [before.held.pitches, held.pitches];
      if (isParallel(earlier[0]!, earlier.at(-1)!, later[0]!, later.at(-1)!)) parallels++;
      const wished = joinWishes(before.column.wishes, column.wishes);
      for (const { wish, hard } of wished)
        if (hard && missesJoin(wish, later[0]! - earlier[0]!, later.at(-1)! - earlier.at(-1)!))
          unmet.push({ column: i, wish });
      const join = joinTerms(before.held, held, library.neck, pricing.weights, places[i], before.place, wished);
      terms.push(join);
      const from = distinct(before.grip.pitches);
      const to = distinct(grip.pitches);
      for (const [a, b] of voicePairs(from, to)) largestLeap = Math.max(largestLeap, Math.abs(from[a]! - to[b]!));
      result = {
        ...result,
        movement: movement(from, to),
        held: heldTones(from, to).length,
        shiftMm: tenth(shiftMm(before.held.position, held.position, library.neck)),
        terms: sumTerms([own, join]),
      };
    }
    before = { grip, held, column, place: places[i]! };
    return result;
  });
  const total = (pick: (column: ArrangedColumn) => number) => arranged.reduce((sum, column) => sum + pick(column), 0);
  const moved = total((column) => column.movement);
  const sounding = arranged.filter(({ grip }) => grip !== null);
  const all = sumTerms(terms);
  return {
    columns: arranged,
    figures: {
      movement: moved,
      perChange: changes === 0 ? 0 : Math.round((moved / changes) * 100) / 100,
      largestLeap,
      held: total((column) => column.held),
      shiftMm: tenth(total((column) => column.shiftMm)),
      difficulty: tenth(total(({ grip }) => grip?.difficulty ?? 0) / Math.max(1, sounding.length)),
      parallels,
    },
    rootPosition: rootPosition(
      sounding.map(({ column }) => column.chord!),
      library,
    ),
    cost: totalOf(all),
    terms: all,
    problems,
    unmet,
  };
}

/** Why a pinned grip does not stand: this hand cannot hold it, or it is no grip of the chord. */
function pinProblem(pin: string, { symbol, slot }: Column, hand: Hand): Problem {
  const frets = parseFrets(pin);
  const reason = frets && whyNotHeld(frets, hand);
  return reason === null
    ? problem('pin-unplayable', { text: symbol }, null, slot.bar)
    : problem('pin-unheld', { text: pin, reason }, null, slot.bar);
}

const tenth = (value: number) => Math.round(value * 10) / 10;
