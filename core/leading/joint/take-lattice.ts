import { beatsBetween } from './beats.ts';
import { run } from '../../steps.ts';
import type { Progress } from '../search.ts';
import { nodesOf } from '../nodes.ts';
import type { LatticeNode } from '../lattice.ts';
import type { PitchClass } from '../../pitch/pitch.ts';
import type { SolvedTake } from '../solve.ts';
import type { Tenths } from '../units.ts';
import type { PricedLattice } from './stops.ts';
import { changeTerms, totalHarmony, wayTerms, type HarmonyContext, type HarmonyTerms } from './harmony.ts';
import { follows, versionsOf, type Version } from './versions.ts';
import type { JointTaste, Way } from './ways.ts';

/** All ways through a chart as a lattice, and what each of its nodes is. */
export interface TakeLattice {
  readonly lattice: PricedLattice;
  /** By node: the version it belongs to, by number, and which of its columns it is. */
  readonly places: readonly { readonly version: number; readonly column: number }[];
  readonly versions: readonly Version[];
  /** What each version costs by itself, besides its grips. */
  readonly terms: readonly HarmonyTerms[];
  /** What it costs to go from one version to another. */
  readonly changeTerms: (before: number, after: number) => HarmonyTerms;
}

type Prepared = Pick<SolvedTake, 'session' | 'slots' | 'clock'>;

/**
 * Lays out ways as a lattice: one that ends where another begins leads to it, where each is what the other expects, also past
 * a rest. What no whole path goes through is left out, and so is what this hand cannot hold.
 */
export function* latticeSteps(
  { session, slots, clock }: Prepared,
  ways: readonly Way[],
  taste: JointTaste,
): Generator<Progress, TakeLattice> {
  const { library, pricing } = session;
  const context: HarmonyContext = { taste, slots, beats: beatsBetween(slots) };
  const held: Way[] = [];
  for (const [done, way] of ways.entries()) {
    yield { done, total: ways.length * 2 };
    if (!nodesOf(way.columns, clock, library, session).index.includes(-1)) held.push(way);
  }
  const next = followers(held);
  const walks = ({ manner }: { readonly manner: Way['columns'][number]['manner'] }) =>
    pricing.weights[manner ?? pricing.manner].bass > 0;
  const all: { readonly version: Version; readonly way: number }[] = [];
  for (const [i, way] of held.entries()) {
    yield { done: ways.length + i, total: ways.length * 2 };
    const after = next[i]!.map((j) => held[j]!);
    all.push(...versionsOf(way, after, walks).map((version) => ({ version, way: i })));
  }
  const led = byWhatLeads(all, next);
  const leads = all.map(({ version, way }) =>
    led(way, version.basses[1]).filter((v) => follows(version, all[v]!.version)),
  );
  const [start, end] = [Math.min(...held.map((way) => way.start)), Math.max(...held.map((way) => way.end))];
  const begins = all.map(({ version: { way, from, fresh } }) => way.start === start && from === null && !fresh);
  const ends = all.map(({ version: { way, to } }) => way.end === end && to === null);
  const alive = onWholePaths(leads, begins, ends);
  return laidOut(
    { session, clock },
    all.map(({ version }) => version),
    leads,
    alive,
    context,
  );
}

/** The same at once. */
export const takeLattice = (...of: Parameters<typeof latticeSteps>): TakeLattice => run(latticeSteps(...of));

/** By way those that may follow it: the next that begin where it ends, or later where nothing sounds between. */
function followers(ways: readonly Way[]): readonly (readonly number[])[] {
  const starts = [...new Set(ways.map(({ start }) => start))].sort((a, b) => a - b);
  const byStart = new Map(starts.map((start) => [start, [] as number[]]));
  ways.forEach(({ start }, i) => byStart.get(start)!.push(i));
  return ways.map(({ end }) => byStart.get(starts.find((start) => start >= end) ?? -1) ?? []);
}

/** The versions that may come after a way that ends on a bass: those that any may lead to, and those that only that bass leads to. */
function byWhatLeads(
  all: readonly { readonly version: Version; readonly way: number }[],
  next: readonly (readonly number[])[],
): (way: number, bass: PitchClass) => readonly number[] {
  const of = next.map((): Map<PitchClass | null, number[]> => new Map());
  all.forEach(({ version: { from }, way }, v) => {
    for (const bass of from ?? [null]) {
      const those = of[way]!.get(bass);
      if (those) those.push(v);
      else of[way]!.set(bass, [v]);
    }
  });
  // Ways that end at one time are followed by the same.
  const known = new Map<readonly number[], Map<PitchClass, readonly number[]>>();
  return (way, bass) => {
    const after = next[way]!;
    const byBass = known.get(after) ?? new Map<PitchClass, readonly number[]>();
    known.set(after, byBass);
    const found =
      byBass.get(bass) ??
      after.flatMap((one) => [...(of[one]!.get(null) ?? []), ...(of[one]!.get(bass) ?? [])]).sort((a, b) => a - b);
    byBass.set(bass, found);
    return found;
  };
}

/** Those that lie on a path from a beginning to an end. */
function onWholePaths(
  leads: readonly (readonly number[])[],
  begins: readonly boolean[],
  ends: readonly boolean[],
): readonly boolean[] {
  const reached = [...begins];
  leads.forEach((after, i) => {
    if (reached[i]) for (const j of after) reached[j] = true;
  });
  const arrives = [...ends];
  for (let i = leads.length - 1; i >= 0; i--) arrives[i] ||= leads[i]!.some((j) => arrives[j]);
  return reached.map((is, i) => is && arrives[i]!);
}

function laidOut(
  { session, clock }: Pick<Prepared, 'session' | 'clock'>,
  all: readonly Version[],
  leads: readonly (readonly number[])[],
  alive: readonly boolean[],
  context: HarmonyContext,
): TakeLattice {
  const nodes: LatticeNode[] = [];
  const places: { version: number; column: number }[] = [];
  const firstOf = new Int32Array(all.length).fill(-1);
  all.forEach((version, v) => {
    if (!alive[v]) return;
    firstOf[v] = nodes.length;
    nodesOf(version.columns, clock, session.library, session).nodes.forEach((node, column) => {
      nodes.push(node);
      places.push({ version: v, column });
    });
  });
  const next = nodes.map((_, n): readonly number[] => {
    const { version, column } = places[n]!;
    if (column + 1 < all[version]!.columns.length) return [n + 1];
    return leads[version]!.filter((v) => alive[v]).map((v) => firstOf[v]!);
  });
  const terms = all.map(({ way }) => wayTerms(way, context));
  const startsAt = new Map(context.slots.map((slot, i) => [slot.start, i]));
  const changesAt = (start: number) => {
    const i = startsAt.get(start);
    return i === undefined || i === 0 || context.slots[i]!.symbol !== context.slots[i - 1]!.symbol;
  };
  const changes = new Map(context.slots.map(({ start }) => [start, changesAt(start)]));
  const between = (a: number, b: number): HarmonyTerms =>
    changeTerms(all[a]!, all[b]!, changes.get(all[b]!.way.start) ?? true);
  return {
    lattice: {
      nodes,
      next,
      extra: places.map(({ version, column }) => (column === 0 ? totalHarmony(terms[version]!) : 0)),
      between: (i, j): Tenths => {
        const [a, b] = [places[i]!.version, places[j]!.version];
        return a === b ? 0 : totalHarmony(between(a, b));
      },
    },
    places,
    versions: all,
    terms,
    changeTerms: between,
  };
}
