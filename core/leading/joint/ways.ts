import { symbolOf, type Chord } from '../../chord/chord.ts';
import { suffixOf } from '../../chord/kind.ts';
import { lastFretOf } from '../../neck/hand.ts';
import { asPart } from './progress.ts';
import { applyPatch, type Patch } from '../../patch.ts';
import type { Degree } from '../../pitch/degree.ts';
import type { ReadSlot } from '../../reading/read.ts';
import { coloursOf, likedFirst, steadyColours, type ColourOption } from '../../reharm/colours.ts';
import type { Group } from '../../reharm/moves/groups.ts';
import type { Move } from '../../reharm/moves/move.ts';
import { proposalsFor, type Proposal, type Taste } from '../../reharm/moves/propose.ts';
import type { Style } from '../../reharm/moves/styles.ts';
import { moveOf, MOVES } from '../../reharm/moves/table.ts';
import { columnsOf, type Column } from '../../take/columns.ts';
import type { Decision, Decisions } from '../../take/decision.ts';
import { movePatch } from '../../take/moves.ts';
import { decisionFor } from '../../take/standing.ts';
import { colourContext } from '../../take/colour-context.ts';
import { spanAt, type Span } from '../../reharm/moves/span.ts';
import { beatsPerBar, ticksPerBar, type Ticks } from '../../time/meter.ts';
import { run } from '../../steps.ts';
import type { Progress } from '../search.ts';
import type { SolvedTake } from '../solve.ts';

/** How a whole take is to be: whose style, how far it may stray, and whether colours that grate are wanted. */
export interface JointTaste extends Taste {
  readonly grating?: boolean;
}

/** One way to play a stretch of a chart: its chords in a colour, or what a move puts there. */
export interface Way {
  /** In ticks from the tune's start. */
  readonly start: Ticks;
  readonly end: Ticks;
  readonly columns: readonly Column[];
  /** What makes it; nothing where it stands anyhow. */
  readonly patch: Patch<Decision>;
  /** The colour it takes, or the move that it is; both null where a chord stands that no table has. */
  readonly colour: ColourOption | null;
  readonly proposal: Proposal | null;
  /** Whether it is one of several to choose from; else it was decided before, or is not to change. */
  readonly isOpen: boolean;
}
type Unmade = Omit<Way, 'columns' | 'isOpen'>;

/** So many colours of a chord are looked at, those a style likes first: beyond them a role has none that differ much. */
const MOST_COLOURS = 7;
/**
 * Of the moves that stray equally far so many: over one chord, over two, three and four (the longest is a turnaround); of
 * one group among them two at most. What is listed at one step of the dial is so at every further one.
 */
const MOST_MOVES = [3, 2, 1, 1] as const;
const MOST_OF_A_GROUP = 2;
/** A move spans so many bars at most. */
const MOST_BARS = 4;

/** What of a solved (or only prepared) take its ways depend on. */
type Prepared = Pick<SolvedTake, 'session' | 'slots' | 'keys' | 'cells' | 'columns'>;

const endOf = ({ start, entry }: ReadSlot): Ticks => start + entry.ticks;

/** What a colour may give up of the chart's chord: a third for a fourth, a plain fifth, a seventh or sixth for the other. */
const mayGo = (degree: Degree) => ['3', '5', '6', '7'].includes(degree);

/** The colours a chord may take in a whole take, those a style likes first; a chord that stands as written has its own only. */
function coloursFor(slots: readonly ReadSlot[], i: number, { style, grating = false }: JointTaste) {
  const own = slots[i]!.entry.chord!;
  const context = colourContext(slots, i);
  const steady = steadyColours(own, context);
  const stands = steady.length === 1 && symbolOf(steady[0]!.chord) === symbolOf(own);
  if (stands) return steady;
  const liked = style?.colours ?? [];
  return likedFirst(coloursOf(own, context, { grating }), liked)
    .filter(({ group, suffix, drops }) => (group !== 'care' || liked.includes(suffix)) && drops.every(mayGo))
    .slice(0, MOST_COLOURS);
}

/** What rubs is for whoever wants what grates. */
const isWanted = ({ id, group }: Move, { style, grating = false }: JointTaste) =>
  (style === null || Boolean(style.groups[group])) && (grating || id !== 'thread-rubbing');

/** A note that rings through one chord is no thread; and what takes the place of several does not stand longer than a bar. */
const isFit = ({ move: { group }, found: { parts } }: Proposal, { single }: Span, bar: number) =>
  single ? group !== 'thread' : parts.every(({ beats }) => beats <= bar);

/**
 * The moves over a span that a style wants, as it wants them: some of each step that they may stray, the nearest first. What a
 * player switched off is not among them, nor is anything in its place: with less to choose from nothing gets cheaper.
 */
function movesFor(span: Span, taste: JointTaste, most: number, bar: number): readonly Proposal[] {
  return Array.from({ length: taste.stray }, (_, i) => i + 1).flatMap((step) => {
    const ofGroup = new Map<Group, number>();
    // The others are not looked for.
    const off = MOVES.filter((move) => move.stray !== step || !isWanted(move, taste)).map(({ id }) => id);
    return proposalsFor(span, { ...taste, off })
      .filter((proposal) => isFit(proposal, span, bar))
      .filter(({ move: { group } }) => {
        const before = ofGroup.get(group) ?? 0;
        ofGroup.set(group, before + 1);
        return before < MOST_OF_A_GROUP;
      })
      .slice(0, most)
      .filter(({ move }) => !taste.off.includes(move.id));
  });
}

/**
 * All ways to play each stretch of a chart: where something was decided (or where `open` says no) what stands; else each chord
 * in each of its colours, and each move over one chord or several. Never cut by what they may cost.
 */
export function* waySteps(
  prepared: Prepared,
  taste: JointTaste,
  open: (slot: ReadSlot) => boolean = () => true,
): Generator<Progress, readonly Way[]> {
  const { session, slots, keys, cells, columns } = prepared;
  const how = { lastFret: lastFretOf(session.library.hand), manner: session.pricing.manner };
  const standing = columns.filter(({ decision, move, part, slot }) => decision || move || part > 0 || !open(slot));
  const isOpen = slots.map(
    (slot) =>
      slot.entry.chord !== null &&
      open(slot) &&
      !standing.some((column) => column.slot.start < endOf(slot) && slot.start < endOf(column.slot)),
  );
  const fixed = columns.filter(
    ({ slot, chord }) =>
      chord !== null && !isOpen[slots.findIndex((one) => one.start <= slot.start && slot.start < endOf(one))],
  );
  const wanted: Unmade[] = [];
  for (const [i, slot] of slots.entries()) {
    yield { done: i, total: slots.length * 2 };
    if (!isOpen[i]) continue;
    const { at } = columns.find((column) => column.slot.start === slot.start)!;
    const coloured = coloursFor(slots, i, taste).map((colour) => ({
      start: slot.start,
      end: endOf(slot),
      patch: { [at]: { ...decisionFor(slot), colour: colour.group === 'chart' ? null : colour.suffix } },
      colour,
      proposal: null,
    }));
    wanted.push(...coloured, ...movesFrom(i));
  }
  function movesFrom(i: number): readonly Unmade[] {
    const { start, meter } = slots[i]!;
    const found: Unmade[] = [];
    for (let k = i; k < Math.min(slots.length, i + MOST_MOVES.length) && isOpen[k]; k++) {
      const end = endOf(slots[k]!);
      if (end - start > MOST_BARS * ticksPerBar(meter)) break;
      const span = spanAt(slots, start, end - start);
      if (!span) break;
      for (const proposal of movesFor(span, taste, MOST_MOVES[k - i]!, beatsPerBar(meter)))
        found.push({ start, end, patch: movePatch(slots, keys, cells, span, proposal), colour: null, proposal });
    }
    return found;
  }
  const made = (some: readonly Unmade[]) => withColumns(some, cells, (decided) => columnsOf(slots, keys, decided, how));
  /** Moves in the colours of the style, where it has some for them. */
  function* styled(some: readonly Unmade[]): Generator<Progress, readonly Way[]> {
    const { style } = taste;
    if (style === null) return yield* asPart(made(some), 1 / 2, 1);
    const plain = yield* asPart(made(some), 1 / 2, 3 / 4);
    const liked = plain.map((way) => likedColours(way, style));
    const coloured = some.flatMap((way, i): Unmade[] =>
      Object.keys(liked[i]!).length === 0 ? [] : [{ ...way, patch: { ...way.patch, ...liked[i] } }],
    );
    const anew = [...(yield* asPart(made(coloured), 3 / 4, 1))];
    return plain.map((way, i) => (Object.keys(liked[i]!).length === 0 ? way : anew.shift()!));
  }
  const free = (yield* styled(wanted)).filter(isNew());
  return [...standingWays(fixed), ...free].sort((a, b) => a.start - b.start || a.end - b.end);
}

/** The same at once. */
export const waysOf = (...of: Parameters<typeof waySteps>): readonly Way[] => run(waySteps(...of));

/** What stands, each chord or move as the one way to play its stretch. */
const standingWays = (columns: readonly Column[]): readonly Way[] =>
  columns.flatMap((column, i): Way[] => {
    const { move, slot, context } = column;
    const way = { patch: {}, isOpen: false };
    if (move === null) {
      const suffix = suffixOf(column.chord!.kind);
      const colour = coloursOf(slot.entry.chord!, context, { grating: true }).find((one) => one.suffix === suffix);
      const stretch = { start: slot.start, end: endOf(slot), columns: [column] };
      return [{ ...way, ...stretch, colour: colour ?? null, proposal: null }];
    }
    if (columns[i - 1]?.move === move) return [];
    const { found, span } = move;
    const known = moveOf(move.id);
    const stretch = {
      start: span.start,
      end: span.start + span.ticks,
      columns: columns.filter((one) => one.move === move),
    };
    return [{ ...way, ...stretch, colour: null, proposal: known ? { move: known, found } : null }];
  });

/** The colours a style likes best for the chords that a move puts in: usual ones, that keep what the move says they are. */
function likedColours({ columns, proposal }: Way, { colours }: Style): Patch<Decision> {
  const { parts = [], ring } = proposal?.found ?? {};
  // What is tied to what follows, or to a note that rings, is as it is.
  if (!proposal || ring !== undefined || parts.some(({ into, asNext }) => into || asNext)) return {};
  return Object.fromEntries(
    columns.flatMap(({ at, slot, chord, context }): [string, Decision][] => {
      if (chord === null || !isPlainSeventh(chord)) return [];
      const [best] = likedFirst(coloursOf(chord, context), colours).filter(
        ({ group, drops, suffix }) => group === 'usual' && drops.length === 0 && colours.includes(suffix),
      );
      return best ? [[at, { ...decisionFor(slot), colour: best.suffix }]] : [];
    }),
  );
}
/** A move that names tensions, or a diminished chord, means them. */
const isPlainSeventh = ({ kind }: Chord) => kind.tensions.length === 0 && !kind.altered && kind.fifth === '5';

/** Of ways that sound the same the first. */
function isNew(): (way: Way) => boolean {
  const seen = new Set<string>();
  return ({ start, end, columns, proposal }) => {
    const into = columns.map(({ symbol, slot, into: bond }) => `${symbol} ${slot.start} ${bond ?? ''}`);
    const key = `${start} ${end} ${proposal?.found.ring ?? ''} ${into.join(', ')}`;
    return !seen.has(key) && Boolean(seen.add(key));
  };
}

/** Each way with its columns. Many are made at once, side by side: to read a whole chart for each would take long. */
function* withColumns(
  wanted: readonly Unmade[],
  cells: Decisions,
  columnsFor: (cells: Decisions) => readonly Column[],
): Generator<Progress, readonly Way[]> {
  const layers: Unmade[][] = [];
  for (const way of wanted) {
    const layer = layers.find((ways) => ways.every(({ start, end }) => end <= way.start || way.end <= start));
    if (layer) layer.push(way);
    else layers.push([way]);
  }
  const columns = new Map<Unmade, readonly Column[]>();
  for (const [done, ways] of layers.entries()) {
    yield { done, total: layers.length };
    const made = columnsFor(applyPatch(cells, Object.assign({}, ...ways.map(({ patch }) => patch))).cells);
    for (const way of ways)
      columns.set(
        way,
        made.filter(({ slot }) => slot.start >= way.start && slot.start < way.end),
      );
  }
  return wanted.map((way) => ({ ...way, isOpen: true, columns: columns.get(way)! }));
}
