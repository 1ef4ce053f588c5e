import { MOST_STRINGS } from '../../neck/tuning.ts';
import { remembered } from '../../remember.ts';
import type { Bounds, Far, Near } from './near.ts';
import type { Side } from './sides.ts';

/**
 * The sets of one number of voices by their pitches from the lowest up, as a tree: node x of level v is a beginning of v + 1
 * pitches, the last of them `pitch[x]`; nodes `first[x]` … `first[x + 1] − 1` of the next level go on from it, or, on
 * the last level, these sets. Sets lie in the order of their pitches, so what begins alike lies together.
 */
interface Level {
  readonly pitch: Uint8Array;
  readonly first: Int32Array;
}
type Tree = readonly Level[];

/** The search for near sets in plain TypeScript: where there is no WebAssembly, and what that is tested against. */
export class PlainNear implements Near {
  found = new Int32Array();
  #side!: Side;
  #totals!: Float64Array;
  #bounds!: Bounds;
  /** What it costs at least to come to any set below a node, by number of voices and level. */
  #least: readonly (readonly Float64Array[])[] = [];
  /* What is looked for, and how far one is. */
  #tree!: Tree;
  #leastOf!: readonly Float64Array[];
  #far!: Far;
  #voices = 0;
  #limit = 0;
  #count = 0;
  readonly #path = new Uint8Array(MOST_STRINGS);

  load(side: Side, totals: Float64Array, bounds: Bounds): void {
    this.#side = side;
    this.#totals = totals.map(Math.floor);
    this.#bounds = bounds;
    this.#least = treesOf(side).map((tree, voices) => leastBelow(tree, this.#totals, side.first[voices]!));
    if (this.found.length < 2 * totals.length) this.found = new Int32Array(2 * totals.length);
  }

  find(voices: number, far: Far, fixed: number, limit: number): number {
    this.#tree = treesOf(this.#side)[voices]!;
    this.#leastOf = this.#least[voices]!;
    this.#far = far;
    this.#voices = voices;
    this.#limit = limit - fixed;
    this.#count = 0;
    const [root] = this.#tree;
    if (root) this.#visit(0, 0, root.pitch.length, 0, 0);
    for (let c = 0; c < this.#count; c++) this.found[2 * c + 1]! += fixed;
    return this.#count;
  }

  /** Looks at some nodes of a level; `ways` is what the voices so far move for at least, `bass` what the lowest leaps for. */
  #visit(level: number, from: number, to: number, ways: number, bass: number): void {
    const { pitch, first } = this.#tree[level]!;
    const least = this.#leastOf[level]!;
    const limit = this.#limit;
    const isLast = level === this.#voices - 1;
    for (let node = from; node < to; node++) {
      if (least[node]! + ways + bass >= limit) continue;
      const near = pitch[node]!;
      const further = ways + this.#way(level, near);
      const leap = level > 0 ? bass : this.#bounds.bass[over(near - this.#far.pitches[this.#far.at]!)]!;
      if (least[node]! + further + leap >= limit) continue;
      if (isLast) this.#take(first[node]!, first[node + 1]!, near, further, leap);
      else this.#visit(level + 1, first[node]!, first[node + 1]!, further, leap);
    }
  }

  /** What is known at a level: voice v of the smaller set has a partner from v to v + slack, and goes to the nearest at least. */
  #way(level: number, near: number): number {
    const { pitches, at, voices: n } = this.#far;
    const { step, tend } = this.#bounds;
    const slack = Math.abs(this.#voices - n);
    if (this.#voices > n) {
      this.#path[level] = near;
      if (level < slack) return 0;
      const far = pitches[at + level - slack]!;
      return step[Math.min(15, Math.max(0, far - near, this.#path[level - slack]! - far))]!;
    }
    const far = pitches[at + level]!;
    const way = Math.max(0, near - pitches[at + level + slack]!, far - near);
    const leaning = slack === 0 ? tend[(far % 12) * 16 + (near % 12)]! : 0;
    return Math.min(255, step[Math.min(15, way)]! + leaning);
  }

  /** Takes sets of the same pitches, in different positions, that cost less than the limit. */
  #take(from: number, to: number, highest: number, ways: number, bass: number): void {
    const { first, start, positions } = this.#side;
    const { pitches, at, voices: n, position } = this.#far;
    const outer = bass + this.#bounds.top[over(highest - pitches[at + n - 1]!)]!;
    for (let k = from; k < to; k++) {
      const shift = this.#bounds.shift[position * 32 + positions[start[this.#voices]! + k]!]!;
      const price = this.#totals[first[this.#voices]! + k]! + ways + Math.min(255, outer + shift);
      if (price >= this.#limit) continue;
      this.found[2 * this.#count] = k;
      this.found[2 * this.#count++ + 1] = price;
    }
  }
}

/** Where a bound by semitones has a note that lies so much over another. */
const over = (semitones: number) => Math.min(31, Math.max(0, semitones + 16));

/** The trees of a side, by number of voices. */
const treesOf = remembered((side: Side): readonly Tree[] =>
  Array.from(side.count, (_, voices) => (voices === 0 ? [] : treeOf(side, voices))),
);

function treeOf({ slots, count, start, pitches }: Side, voices: number): Tree {
  const levels = Array.from({ length: voices }, () => ({ pitch: [] as number[], first: [] as number[] }));
  const sets = count[voices]!;
  for (let k = 0; k < sets; k++) {
    const slot = start[voices]! + k;
    let v = 0;
    while (k > 0 && v < voices && pitches[v * slots + slot] === pitches[v * slots + slot - 1]) v++;
    for (; v < voices; v++) {
      levels[v]!.pitch.push(pitches[v * slots + slot]!);
      levels[v]!.first.push(v + 1 < voices ? levels[v + 1]!.pitch.length : k);
    }
  }
  return levels.map(({ pitch, first }, v) => ({
    pitch: Uint8Array.from(pitch),
    first: Int32Array.from([...first, v + 1 < voices ? levels[v + 1]!.pitch.length : sets]),
  }));
}

/** What it costs at least to come to any of the sets below each node, by level; the first set costs `totals[from]`. */
function leastBelow(tree: Tree, totals: Float64Array, from: number): readonly Float64Array[] {
  const least: Float64Array[] = [];
  let below: Float64Array = totals.subarray(from);
  for (const { pitch, first } of [...tree].reverse()) {
    const here = new Float64Array(pitch.length).fill(Infinity);
    for (let node = 0; node < here.length; node++)
      for (let i = first[node]!; i < first[node + 1]!; i++) here[node] = Math.min(here[node]!, below[i]!);
    least.unshift(here);
    below = here;
  }
  return least;
}
