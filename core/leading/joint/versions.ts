import { symbolOf, type Chord } from '../../chord/chord.ts';
import { suffixOf, type Kind } from '../../chord/kind.ts';
import { pitchClass } from '../../pitch/note.ts';
import type { PitchClass } from '../../pitch/pitch.ts';
import type { Column } from '../../take/columns.ts';
import { walksOn, type WalkingBass } from '../../take/walking-bass.ts';
import { ticksPerBeat } from '../../time/meter.ts';
import { LASTS_BARS } from '../nodes.ts';
import type { Way } from './ways.ts';

/*
 * What of a chord depends on its neighbours, so that a price is one of the chord or of one change, whatever path it is on: a
 * way is laid out once for each of the neighbours that matter to it.
 */

/** A way as it is between neighbours of some kind. */
export interface Version {
  readonly way: Way;
  readonly columns: readonly Column[];
  /** The chords at its ends. */
  readonly first: Chord;
  readonly last: Chord;
  /** Where the chord before it may stand, and the one after it, if the bass is to walk from the one to the other. */
  readonly from: readonly PitchClass[] | null;
  readonly to: readonly PitchClass[] | null;
  /** The kind of what follows, where it takes on that; null: any. */
  readonly as: string | null;
  /** Whether another chord's move comes before it, where that matters. */
  readonly fresh: boolean | null;
  /** What its neighbours ask of it: its outer basses, the kind it begins in, and whether it ends in a move. */
  readonly basses: readonly [PitchClass, PitchClass];
  readonly begins: string;
  readonly endsMoved: boolean;
}

const bassOf = ({ root, bass }: Chord): PitchClass => pitchClass(bass ?? root);

/** Columns of a move that take the colour of what follows, in another kind. */
function asKind({ proposal, start }: Way, columns: readonly Column[], kind: Kind): readonly Column[] {
  const parts = proposal?.found.parts ?? [];
  return columns.map((column) => {
    let begins = start;
    const part = parts.find(({ beats }) => {
      const ends = begins + Math.round(beats * ticksPerBeat(column.slot.meter));
      const isHere = begins <= column.slot.start && column.slot.start < ends;
      begins = ends;
      return isHere;
    });
    if (!part?.asNext || column.chord === null) return column;
    const chord = { ...column.chord, kind };
    return { ...column, chord, symbol: symbolOf(chord) };
  });
}

/** The versions of a way before those that may come after it. `walks`: whether it matters at a column that a bass walks. */
export function versionsOf(way: Way, after: readonly Way[], walks: (column: Column) => boolean): readonly Version[] {
  const { found, move } = way.proposal ?? {};
  const starts = after
    .flatMap(({ columns }) => columns[0]?.chord ?? [])
    .filter((chord) => !way.isOpen || (move?.needsNext?.(found!, chord) ?? true));
  const takesOn = found?.parts.some(({ asNext }) => asNext) && starts.length > 0;
  const kinds = new Map(starts.map(({ kind }) => [suffixOf(kind), kind]));
  const isLong = way.proposal === null && way.columns[0]!.slot.bar - way.columns[0]!.slot.since >= LASTS_BARS;
  return (takesOn ? [...kinds] : [[null, null] as const]).flatMap(([as, kind]) => {
    const columns = kind === null ? way.columns : asKind(way, way.columns, kind);
    const [first, last] = [columns[0]!.chord!, columns.at(-1)!.chord!];
    const here = {
      way,
      first,
      last,
      as,
      basses: [bassOf(first), bassOf(last)] as const,
      begins: suffixOf(first.kind),
      endsMoved: columns.at(-1)!.move !== null,
    };
    return (isLong ? [false, true] : [null]).flatMap((fresh) =>
      walking(columns, walks).map((version): Version => ({
        ...here,
        ...version,
        fresh,
        columns: fresh ? version.columns.map(begunAnew) : version.columns,
      })),
    );
  });
}

const begunAnew = (column: Column): Column => ({ ...column, slot: { ...column.slot, since: column.slot.bar } });

type Walk = Pick<Version, 'columns' | 'from' | 'to'>;

/**
 * Columns without a bass that walks in from outside or on from there; and once more for each note through which it may, down
 * or up, from any of the notes on the one side to any on the other.
 */
function walking(columns: readonly Column[], matters: (column: Column) => boolean): readonly Walk[] {
  const last = columns.length - 1;
  const still = columns.map((column, i) => (i === 0 || i === last ? { ...column, walks: [] } : column));
  const withWalk = (of: readonly Column[], i: number, walk: WalkingBass) =>
    of.map((column, k) => (k === i ? { ...column, walks: [{ ...walk, only: true as const }] } : column));
  /** The notes a bass may walk through at a column, each with the notes on both sides of it. */
  const through = (i: number) =>
    matters(columns[i]!)
      ? NOTES.flatMap((walk) => {
          if (walksOn(columns[i]!.chord!, [walk]).length === 0) return [];
          const [above, below] = [1, -1].map((way) => [1, 2].map((by) => (walk.bass + way * by + 12) % 12));
          return [{ walk, from: walk.falls ? above! : below!, to: walk.falls ? below! : above! }];
        })
      : [];
  const none: Walk = { columns: still, from: null, to: null };
  if (last === 0)
    return [none, ...through(0).map(({ walk, from, to }) => ({ columns: withWalk(still, 0, walk), from, to }))];
  const into = through(0)
    .filter(({ to }) => to.includes(bassOf(columns[1]!.chord!)))
    .map(({ walk, from }): Walk => ({ columns: withWalk(still, 0, walk), from, to: null }));
  const out = through(last).filter(({ from }) => from.includes(bassOf(columns[last - 1]!.chord!)));
  return [none, ...into].flatMap((one) => [
    one,
    ...out.map(({ walk, to }): Walk => ({ ...one, columns: withWalk(one.columns, last, walk), to })),
  ]);
}
const NOTES = Array.from({ length: 24 }, (_, i): WalkingBass => ({ bass: i % 12, falls: i < 12 }));

/** Whether one version may follow another: each is what the other expects, and each move has what it leans on. */
export function follows(before: Version, after: Version): boolean {
  const { proposal } = before.way;
  const next = after.way.proposal;
  return (
    (before.to === null || before.to.includes(after.basses[0])) &&
    (after.from === null || after.from.includes(before.basses[1])) &&
    (before.as === null || before.as === after.begins) &&
    (after.fresh === null || after.fresh === (before.endsMoved && !isSameOwn(before, after))) &&
    // What was decided stands, whether or not it has what it leans on.
    (!before.way.isOpen || (proposal?.move.needsNext?.(proposal.found, after.first) ?? true)) &&
    (!after.way.isOpen || (next?.move.needsPrev?.(next.found, before.last) ?? true))
  );
}

/** Whether the chords are the same before they are coloured. */
const isSameOwn = (before: Version, after: Version) =>
  before.columns.at(-1)!.slot.symbol === after.columns[0]!.slot.symbol;
