import { MOST_STRINGS, MOST_TENTHS, type Bounds, type Far, type Near, type Side } from '../core/index.ts';
import { NEAR_WASM } from './near.wasm.ts';

/** As in `source/near.ts`. */
const STEP = 0;
const TOP = 16;
const BASS = 48;
const TO = 80;
const TO_CLASS = 88;
const TEND = 96;
const FOUND = 512;

const PAGE = 65536;

/** What of WebAssembly is used here. */
interface Wasm {
  readonly Memory: new (size: { initial: number }) => { readonly buffer: ArrayBuffer; grow(pages: number): number };
  readonly Module: new (bytes: Uint8Array) => object;
  readonly Instance: new (module: object, imports: object) => { readonly exports: unknown };
}
type Scan = (
  rows: number,
  stride: number,
  totals: number,
  positions: number,
  shift: number,
  count: number,
  an: number,
  bn: number,
  fixed: number,
  limit: number,
) => number;

/** The search for near sets in WebAssembly, sixteen at a time. */
export class KernelNear implements Near {
  found: Int32Array = new Int32Array();
  readonly #memory: InstanceType<Wasm['Memory']>;
  readonly #scan: Scan;
  #bytes: Uint8Array;
  /** What is laid down: a side, and what it costs to come to its sets. */
  #side: Side | null = null;
  #loaded: Float64Array | null = null;
  #rows = 0;
  #totals = 0;
  #positions = 0;
  #shift = 0;

  private constructor(wasm: Wasm) {
    this.#memory = new wasm.Memory({ initial: 1 });
    const module = new wasm.Module(Uint8Array.from(NEAR_WASM.match(/../g)!, (byte) => parseInt(byte, 16)));
    const { exports } = new wasm.Instance(module, { env: { memory: this.#memory } });
    this.#scan = (exports as { near: Scan }).near;
    this.#bytes = new Uint8Array(this.#memory.buffer);
  }

  /** Null where there is no WebAssembly with vectors, or a policy forbids it: then the core's plain version does. */
  static create(): KernelNear | null {
    try {
      const { WebAssembly } = globalThis as unknown as { WebAssembly?: Wasm };
      return WebAssembly ? new KernelNear(WebAssembly) : null;
    } catch {
      return null;
    }
  }

  load(side: Side, totals: Float64Array, bounds: Bounds): void {
    const { slots, first, count, start } = side;
    const bytes = side === this.#side ? this.#bytes : this.#loadSide(side);
    bytes.set(bounds.step, STEP);
    bytes.set(bounds.top, TOP);
    bytes.set(bounds.bass, BASS);
    bytes.set(bounds.tend, TEND);
    bytes.set(bounds.shift, this.#shift);
    if (totals === this.#loaded) return;
    this.#loaded = totals;
    const tenths = new Int16Array(bytes.buffer, this.#totals, slots).fill(MOST_TENTHS);
    for (let v = 1; v <= MOST_STRINGS; v++) {
      for (let k = 0; k < count[v]!; k++)
        tenths[start[v]! + k] = Math.min(MOST_TENTHS - 1, Math.floor(totals[first[v]! + k]!));
    }
  }

  /** Lays a side's sets down, where the last one's were. */
  #loadSide(side: Side): Uint8Array {
    const { slots } = side;
    this.#side = side;
    this.#loaded = null;
    this.#shift = FOUND + 8 * slots;
    this.#totals = this.#shift + 32 * 32;
    this.#positions = this.#totals + 2 * slots;
    this.#rows = this.#positions + slots;
    const size = this.#rows + 2 * MOST_STRINGS * slots;
    if (this.#bytes.length < size) {
      this.#memory.grow(Math.ceil((size - this.#bytes.length) / PAGE));
      this.#bytes = new Uint8Array(this.#memory.buffer);
    }
    const bytes = this.#bytes;
    this.found = new Int32Array(bytes.buffer, FOUND, 2 * slots);
    bytes.set(side.positions, this.#positions);
    bytes.set(side.pitches, this.#rows);
    bytes.set(side.classes, this.#rows + MOST_STRINGS * slots);
    return bytes;
  }

  find(voices: number, { pitches, at, voices: n, position }: Far, fixed: number, limit: number): number {
    const { slots, start, count } = this.#side!;
    if (limit >= MOST_TENTHS) {
      for (let k = 0; k < count[voices]!; k++) {
        this.found[2 * k] = k;
        this.found[2 * k + 1] = 0;
      }
      return count[voices]!;
    }
    const bytes = this.#bytes;
    for (let v = 0; v < n; v++) {
      const pitch = pitches[at + v]!;
      bytes[TO + v] = pitch;
      bytes[TO_CLASS + v] = pitch % 12;
    }
    const from = start[voices]!;
    return this.#scan(
      this.#rows + from,
      slots,
      this.#totals + 2 * from,
      this.#positions + from,
      this.#shift + 32 * position,
      count[voices]!,
      voices,
      n,
      fixed,
      limit,
    );
  }
}
