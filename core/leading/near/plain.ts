import type { Bounds, Far, Near } from './near.ts';
import type { Side } from './sides.ts';

/** The search for near sets in plain TypeScript: where there is no WebAssembly, and what that is tested against. */
export class PlainNear implements Near {
  found = new Int32Array();
  #side!: Side;
  #totals!: Float64Array;
  #bounds!: Bounds;

  load(side: Side, totals: Float64Array, bounds: Bounds): void {
    this.#side = side;
    this.#totals = totals.map(Math.floor);
    this.#bounds = bounds;
    if (this.found.length < 2 * totals.length) this.found = new Int32Array(2 * totals.length);
  }

  find(voices: number, { pitches, at, voices: n, position }: Far, fixed: number, limit: number): number {
    const { slots, first, count, start, pitches: rows, classes, positions } = this.#side;
    const { step, tend, top, bass, shift } = this.#bounds;
    const [low, high] = [pitches[at]!, pitches[at + n - 1]!];
    const few = Math.min(voices, n);
    const slack = Math.abs(voices - n);
    let found = 0;
    for (let k = 0; k < count[voices]!; k++) {
      const slot = start[voices]! + k;
      let price = this.#totals[first[voices]! + k]! + fixed;
      if (price >= limit) continue;
      const lowest = rows[slot]!;
      const highest = rows[(voices - 1) * slots + slot]!;
      price += Math.min(
        255,
        shift[position * 32 + positions[slot]!]! + bass[clamp(lowest - low)]! + top[clamp(highest - high)]!,
      );
      for (let v = 0; v < few && price < limit; v++) {
        const near = rows[v * slots + slot]!;
        const far = pitches[at + v]!;
        // Voice v of the smaller set has a partner from v to v + slack: as far as the nearest of them, at least.
        const way =
          voices <= n
            ? Math.max(0, near - pitches[at + v + slack]!, far - near)
            : Math.max(0, far - rows[(v + slack) * slots + slot]!, near - far);
        const leaning = slack === 0 ? tend[(far % 12) * 16 + classes[v * slots + slot]!]! : 0;
        price += Math.min(255, step[Math.min(15, way)]! + leaning);
      }
      if (price >= limit) continue;
      this.found[found++] = k;
      this.found[found++] = price;
    }
    return found >> 1;
  }
}

const clamp = (semitones: number) => Math.min(31, Math.max(0, semitones + 16));
