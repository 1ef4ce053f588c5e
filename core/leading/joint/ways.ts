import { symbolOf, type Chord } from '../../chord/chord.ts';
import { suffixOf } from '../../chord/kind.ts';
import { lastFretOf } from '../../neck/hand.ts';
import { asPart } from './progress.ts';
import { applyPatch, type Patch } from '../../patch.ts';
import type { Degree } from '../../pitch/degree.ts';
import { pitchClass } from '../../pitch/note.ts';
import type { ReadSlot } from '../../reading/read.ts';
import { coloursOf, likedFirst, steadyColours, type ColourOption } from '../../reharm/colours.ts';
import type { Move } from '../../reharm/moves/move.ts';
import { proposalsFor, type Proposal, type Taste } from '../../reharm/moves/propose.ts';
import type { Style } from '../../reharm/moves/styles.ts';
import { moveOf, MOVES } from '../../reharm/moves/table.ts';
import { rubWeight } from '../../reharm/rubs.ts';
import { columnsOf, type Column } from '../../take/columns.ts';
import type { Decision, Decisions } from '../../take/decision.ts';
import { keptProposals, type NamedMove } from '../../take/drop.ts';
import { movePatch } from '../../take/moves.ts';
import { rubsIn } from '../../take/rub.ts';
import type { ColourContext } from '../../reharm/grates.ts';
import { decisionFor } from '../../take/standing.ts';
import { colourContext } from '../../take/colour-context.ts';
import { spanAt, type Span } from '../../reharm/moves/span.ts';
import { beatsPerBar, ticksPerBar, ticksPerBeat, type Meter, type Ticks } from '../../time/meter.ts';
import { run } from '../../steps.ts';
import type { Progress } from '../search.ts';
import type { SolvedTake } from '../solve.ts';

/** How a whole take is to be: whose style, how far it may stray, and whether colours that grate are wanted. */
export interface JointTaste extends Taste {
  readonly grating?: boolean;
  /** Nothing may clash with the melody, where anything does not. */
  readonly melodyFirst?: boolean;
  /** Kept moves that may be used: their chords alone, the rest is the search's. */
  readonly kept?: readonly NamedMove[];
}

/** Where kept moves would lie on the neck: nowhere, they bring their chords alone. */
const BARE = { neck: { lastFret: 0, tuning: '' }, lossText: () => '', isBare: true } as const;

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
  return likedFirst(coloursOf(own, context, { grating }), liked).filter(
    ({ group, suffix, drops }) => (group !== 'care' || liked.includes(suffix)) && drops.every(mayGo),
  );
}

/** What rubs is for whoever wants what grates. */
const isWanted = ({ id, group, stray }: Move, { style, off, grating = false }: JointTaste) =>
  stray > 0 &&
  !off.includes(id) &&
  (style === null || Boolean(style.groups[group])) &&
  (grating || id !== 'thread-rubbing');

/** A note that rings through one chord is no thread; and what takes the place of a chord does not stand longer than a bar. */
const isFit = ({ move: { group }, found: { parts } }: Proposal, { single, here }: Span, bar: number) =>
  !(single && group === 'thread') &&
  parts.every(({ chord, beats }) => beats <= bar || (single && pitchClass(chord.root) === pitchClass(here.chord.root)));

/** The moves over a span that a style wants and the player has not switched off; chords that stay have their colours. */
const movesFor = (span: Span, taste: JointTaste, meter: Meter): readonly Proposal[] =>
  [
    ...proposalsFor(span, { ...taste, off: MOVES.filter((move) => !isWanted(move, taste)).map(({ id }) => id) }),
    ...keptProposals(taste.kept ?? [], span, meter, BARE).filter(({ move }) => move.stray <= taste.stray),
  ].filter((proposal) => isFit(proposal, span, beatsPerBar(meter)));

/**
 * Whether each chord of a move begins where it is heard to change (common practice): one of more than half a bar on a bar line,
 * one of more than a beat at the half of a bar, if it has two; or where the chart itself changes. A single beat leads on to
 * what follows from anywhere.
 */
function changesAreHeard(
  { found: { parts } }: Proposal,
  { start, entry, meter }: ReadSlot,
  starts: ReadonlySet<Ticks>,
) {
  const [beat, bar] = [ticksPerBeat(meter), ticksPerBar(meter)];
  const half = beatsPerBar(meter) % 2 === 0 ? bar / 2 : bar;
  let at = start;
  return parts.every(({ beats }) => {
    const [begins, long] = [at, beats * beat];
    at += long;
    const inBar = begins - start + entry.tick;
    return starts.has(begins) || inBar % (long > half ? bar : long > beat ? half : beat) === 0;
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
  // Two notes at a time divide a chord that nobody decided for.
  const isOwn = ({ decision, move, part, small }: Column) => decision || move || (part > 0 && small === null);
  const standing = columns.filter((column) => isOwn(column) || !open(column.slot));
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
  const starts = new Set(slots.map(({ start }) => start));
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
    for (let k = i; k < slots.length && isOpen[k]; k++) {
      const end = endOf(slots[k]!);
      if (end - start > MOST_BARS * ticksPerBar(meter)) break;
      const span = spanAt(slots, start, end - start);
      if (!span) break;
      for (const proposal of movesFor(span, taste, meter)) {
        if (!changesAreHeard(proposal, slots[i]!, starts)) continue;
        found.push({ start, end, patch: movePatch(slots, keys, cells, span, proposal), colour: null, proposal });
      }
    }
    return found;
  }
  const made = (some: readonly Unmade[]) => withColumns(some, cells, (decided) => columnsOf(slots, keys, decided, how));
  /** Moves in the colours of the style, where it has some for them. */
  function* styled(some: readonly Unmade[]): Generator<Progress, readonly Way[]> {
    const { style } = taste;
    if (style === null) return yield* asPart(made(some), 1 / 2, 1);
    const plain = yield* asPart(made(some), 1 / 2, 3 / 4);
    const likedOf = likedBy(style);
    const liked = plain.map((way) => likedColours(way, likedOf));
    const coloured = some.flatMap((way, i): Unmade[] =>
      Object.keys(liked[i]!).length === 0 ? [] : [{ ...way, patch: { ...way.patch, ...liked[i] } }],
    );
    const anew = [...(yield* asPart(made(coloured), 3 / 4, 1))];
    return plain.map((way, i) => (Object.keys(liked[i]!).length === 0 ? way : anew.shift()!));
  }
  const free = (yield* styled(wanted)).filter(isNew());
  const heard = taste.melodyFirst ? melodyFirst(slots, free) : free;
  return [...standingWays(fixed), ...heard].sort((a, b) => a.start - b.start || a.end - b.end);
}

/** Ways under which nothing of the melody clashes; over each chord at least those that clash least, so that the tune goes on. */
function melodyFirst(slots: readonly ReadSlot[], ways: readonly Way[]): readonly Way[] {
  const weight = new Map(
    ways.map((way) => [way, way.columns.reduce((sum, column) => sum + rubWeight(rubsIn(slots, column)), 0)]),
  );
  const least = new Map<Ticks, number>();
  for (const way of ways)
    if (way.colour) least.set(way.start, Math.min(least.get(way.start) ?? Infinity, weight.get(way)!));
  return ways.filter((way) => weight.get(way)! === 0 || (way.colour && weight.get(way) === least.get(way.start)));
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

/** What a style likes best of a chord's usual colours that keep what it says; worked out once for each that is alike. */
function likedBy({ colours }: Style): (chord: Chord, context: ColourContext) => ColourOption | undefined {
  const known = new Map<string, ColourOption | undefined>();
  return (chord, context) => {
    const { role, next, key, around } = context;
    const name = [symbolOf(chord), role, next && symbolOf(next), key.tonic, key.mode, ...around].join(' ');
    if (!known.has(name))
      known.set(
        name,
        likedFirst(coloursOf(chord, context), colours).find(
          ({ group, drops, suffix }) => group === 'usual' && drops.length === 0 && colours.includes(suffix),
        ),
      );
    return known.get(name);
  };
}

/** The colours that are liked for the chords that a move puts in. */
function likedColours({ columns, proposal }: Way, likedOf: ReturnType<typeof likedBy>): Patch<Decision> {
  const { parts = [], ring } = proposal?.found ?? {};
  // What is tied to what follows, or to a note that rings, is as it is.
  if (!proposal || ring !== undefined || parts.some(({ into, asNext }) => into || asNext)) return {};
  return Object.fromEntries(
    columns.flatMap(({ at, slot, chord, context }): [string, Decision][] => {
      const best = chord && isPlainSeventh(chord) ? likedOf(chord, context) : undefined;
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
