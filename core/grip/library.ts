import { Fingerer } from '../neck/fingering.ts';
import { fretDistance } from '../neck/frets.ts';
import type { Hand } from '../neck/hand.ts';
import { STRINGS } from '../neck/tuning.ts';

/** Notes a grip has (small shapes come later). */
export const FEWEST_NOTES = 3;
const ALL_TWELVE = 0xfff;

/**
 * Every shape a hand can hold, independent of chords, in flat arrays: shape `i` has its frets at
 * `frets[6i … 6i+5]` (−1 not played) and fingers likewise (0 open or none). Shapes are sorted by the
 * set of pitch classes they sound; those of mask `m` are `order[start[m]] … order[start[m + 1] − 1]`.
 */
export interface ShapeLibrary {
  readonly hand: Hand;
  readonly size: number;
  readonly frets: Int8Array;
  readonly fingers: Uint8Array;
  readonly difficulty: Uint8Array;
  readonly mask: Uint16Array;
  readonly order: Uint32Array;
  readonly start: Uint32Array;
}

interface Growing {
  frets: Int8Array;
  fingers: Uint8Array;
  difficulty: Uint8Array;
  mask: Uint16Array;
}

function grown(from: Growing, capacity: number): Growing {
  const to: Growing = {
    frets: new Int8Array(capacity * STRINGS),
    fingers: new Uint8Array(capacity * STRINGS),
    difficulty: new Uint8Array(capacity),
    mask: new Uint16Array(capacity),
  };
  to.frets.set(from.frets);
  to.fingers.set(from.fingers);
  to.difficulty.set(from.difficulty);
  to.mask.set(from.mask);
  return to;
}

/**
 * Builds the library of a hand. With `allowed` (12-bit mask) only shapes that sound nothing else are
 * built: quick enough for a single chord. `onProgress` is told the share done, 0 to 1.
 */
export function buildLibrary(hand: Hand, allowed = ALL_TWELVE, onProgress?: (share: number) => void): ShapeLibrary {
  const fingerer = new Fingerer(hand);
  const frets = new Int8Array(STRINGS).fill(-1);
  const fingers = new Uint8Array(STRINGS);
  const reachable = reachTable(hand);
  const choices = hand.tuning.map((open) => {
    const list = [-1];
    for (let fret = 0; fret <= hand.highestFret; fret++) if (allowed & (1 << ((open + fret) % 12))) list.push(fret);
    return list;
  });
  let store: Growing = grown(
    { frets: new Int8Array(0), fingers: new Uint8Array(0), difficulty: new Uint8Array(0), mask: new Uint16Array(0) },
    allowed === ALL_TWELVE ? 1 << 20 : 1 << 14,
  );
  let size = 0;

  const keep = (mask: number) => {
    const difficulty = fingerer.finger(frets, fingers);
    if (difficulty < 0) return;
    if (size === store.mask.length) store = grown(store, size * 2);
    store.frets.set(frets, size * STRINGS);
    store.fingers.set(fingers, size * STRINGS);
    store.difficulty[size] = difficulty;
    store.mask[size] = mask;
    size++;
  };

  /* Strings low to high; `lowest` and `highest` are the outer fretted frets so far (0: none). */
  const go = (
    s: number,
    notes: number,
    mutes: number,
    pending: number,
    lowest: number,
    highest: number,
    mask: number,
  ) => {
    if (s === STRINGS) {
      if (notes >= FEWEST_NOTES) keep(mask);
      return;
    }
    if (notes + STRINGS - s < FEWEST_NOTES) return;
    for (const fret of choices[s]!) {
      if (s === 0 && onProgress) onProgress((fret + 2) / (hand.highestFret + 2));
      if (fret < 0) {
        frets[s] = -1;
        go(s + 1, notes, mutes, notes > 0 ? pending + 1 : 0, lowest, highest, mask);
        continue;
      }
      if (mutes + pending > hand.innerMutes) break;
      const low = fret > 0 && (lowest === 0 || fret < lowest) ? fret : lowest;
      const high = fret > highest ? fret : highest;
      if (fret > 0 && !reachable[low * 32 + high]) continue;
      frets[s] = fret;
      go(s + 1, notes + 1, mutes + pending, 0, low, high, mask | (1 << ((hand.tuning[s]! + fret) % 12)));
    }
    frets[s] = -1;
  };
  go(0, 0, 0, 0, 0, 0, 0);
  return index(hand, size, store);
}

/** Whether two frets are within the hand's reach, at [low · 32 + high]. */
function reachTable(hand: Hand): Uint8Array {
  const table = new Uint8Array(32 * 32);
  for (let low = 1; low <= hand.highestFret; low++) {
    for (let high = low; high <= hand.highestFret; high++) {
      const span = fretDistance(hand.scaleLength, high) - fretDistance(hand.scaleLength, low);
      table[low * 32 + high] = span <= hand.reach ? 1 : 0;
    }
  }
  return table;
}

/** Sorts shapes by mask with one counting pass, keeping their order of discovery within a mask. */
function index(hand: Hand, size: number, { frets, fingers, difficulty, mask }: Growing): ShapeLibrary {
  const start = new Uint32Array(ALL_TWELVE + 2);
  for (let i = 0; i < size; i++) start[mask[i]! + 1]!++;
  for (let m = 0; m <= ALL_TWELVE; m++) start[m + 1]! += start[m]!;
  const order = new Uint32Array(size);
  const next = start.slice();
  for (let i = 0; i < size; i++) order[next[mask[i]!]!++] = i;
  // Cut to length: what is kept or sent elsewhere carries no spare room.
  return {
    hand,
    size,
    frets: frets.slice(0, size * STRINGS),
    fingers: fingers.slice(0, size * STRINGS),
    difficulty: difficulty.slice(0, size),
    mask: mask.slice(0, size),
    order,
    start,
  };
}
