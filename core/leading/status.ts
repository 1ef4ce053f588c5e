import { saysAnother } from '../chord/another.ts';
import { masksOf } from '../chord/chord.ts';
import { pitchClass } from '../pitch/note.ts';
import { maskOf as bitsOf, pitchClassOf, type Midi } from '../pitch/pitch.ts';
import type { Company } from '../neck/player.ts';
import { opensChord, type Column } from '../take/columns.ts';
import type { StandingWish } from '../take/wishes.ts';
import type { ArrangedColumn, UnmetWish } from './arrange.ts';
import { heardOf, impliedAt } from './implied.ts';

/** Columns by what is to be said of them, as their places in the take. */
export interface TakeStatus {
  /** Columns with a grip. */
  readonly sounding: readonly number[];
  /** Those of them that are to say their chord: all, but under a tune only where it is new. */
  readonly saying: readonly number[];
  /** Of these, those whose grip says another chord, or lacks a tone its chord needs. Under a tune all counts that is heard until the next. */
  readonly unsaid: readonly number[];
  /** Those a chord stands in that this hand cannot hold. */
  readonly unheld: readonly number[];
  /** Where the bass is: the root or the written bass lowest; another note lowest; no root at all. */
  readonly bass: {
    readonly root: readonly number[];
    readonly other: readonly number[];
    readonly rootless: readonly number[];
  };
  /** What the take was kept with, what the player pinned or chose the colour of, and what moves put there. */
  readonly kept: readonly number[];
  readonly pinned: readonly number[];
  readonly chosen: readonly number[];
  readonly moved: readonly number[];
}

/** How a take stands, column by column. With a bass player (`company`) a grip may leave the root to the bass. */
export function takeStatus(columns: readonly ArrangedColumn[], company: Company): TakeStatus {
  const where = (is: (one: ArrangedColumn) => boolean) => columns.flatMap((one, i) => (is(one) ? [i] : []));
  const sounding = where(({ grip }) => grip !== null);
  // Between the tune's notes a grip need not say its chord again.
  const says = (i: number) => opensChord(columns[i]!.column);
  const saying = sounding.filter(says);
  const rooted = (i: number) => {
    const { grip, column } = columns[i]!;
    const { root, bass } = column.chord!;
    if (pitchClassOf(Math.min(...grip!.pitches)) === pitchClass(bass ?? root)) return 'root';
    return grip!.pitches.some((pitch) => pitchClassOf(pitch) === pitchClass(root)) ? 'other' : 'rootless';
  };
  return {
    sounding,
    saying,
    unsaid: saying.filter((i) => {
      const { grip, column } = columns[i]!;
      // Two notes imply it, over time.
      if (column.small) return impliedAt(columns, i)!.inDoubt;
      const mask = maskOf(column.carry ? heardOf(columns, i) : grip!.pitches);
      const isWhole = masksOf(column.chord!).required.every((choice) => (mask & choice) !== 0);
      return !isWhole || (!column.carry && company === 'alone' && saysAnother(column.chord!, grip!.pitches));
    }),
    unheld: where(({ grip, column }) => grip === null && column.chord !== null),
    bass: {
      root: saying.filter((i) => rooted(i) === 'root'),
      other: saying.filter((i) => rooted(i) === 'other'),
      rootless: saying.filter((i) => rooted(i) === 'rootless'),
    },
    kept: where(({ column }) => column.kept !== null),
    pinned: where(({ column }) => column.decision?.voicing !== undefined),
    chosen: where(({ column: { decision } }) => decision !== null && decision.voicing === undefined),
    moved: where(({ column }) => column.move !== null),
  };
}

const maskOf = (pitches: readonly Midi[]): number => bitsOf(pitches.map(pitchClassOf));

/** A wish of the take, with the columns it stands over. */
export interface TakenWish extends Pick<StandingWish, 'at' | 'wish' | 'hard'> {
  readonly from: number;
  readonly to: number;
  /** The columns that stop it; none where it is met. */
  readonly stoppedBy: readonly number[];
}

/** Every wish of a take in the order they begin; one that is for each pass of a repeat stands there as often. */
export function wishesOfTake(
  columns: readonly Pick<Column, 'wishes'>[],
  unmet: readonly UnmetWish[],
): readonly TakenWish[] {
  const wishes = new Map<string, TakenWish>();
  columns.forEach((column, i) => {
    for (const { at, wish, hard, start } of column.wishes) {
      const of = `${at}/${start}`;
      const known = wishes.get(of);
      const stops = unmet.some((one) => one.column === i && one.at === at) ? [i] : [];
      const stoppedBy = [...(known?.stoppedBy ?? []), ...stops];
      wishes.set(of, { at, wish, hard, from: known?.from ?? i, to: i, stoppedBy });
    }
  });
  return [...wishes.values()];
}
