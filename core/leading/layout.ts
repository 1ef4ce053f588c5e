import { positionOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import { remembered } from '../remember.ts';
import { placesInOrder } from './places-in-order.ts';
import { stringsAbove } from './shape-facts.ts';

/** What of the states of a column (`states.ts`) is so whatever they cost: their order, notes, strings and fingers. */
export interface Layout {
  readonly size: number;
  readonly shape: Uint32Array;
  readonly pitches: Uint8Array;
  readonly voices: Uint8Array;
  readonly position: Uint8Array;
  readonly frets: Uint8Array;
  readonly fingers: Uint8Array;
  readonly mask: Uint16Array;
  /** The strings that sound above the bass, as bits. */
  readonly above: Uint8Array;
  /** States of the same pitches in the same position stand together: set g is `setStart[g]` … `setStart[g + 1] − 1`. */
  readonly setStart: Uint32Array;
}

/** Shapes laid out: by state the place of its shape among those given, and what orders states that cost the same. */
export interface LaidOut {
  readonly layout: Layout;
  readonly order: Uint32Array;
  readonly tie: Uint32Array;
}

/** Lays shapes out: by how many pitches, then by the pitches from the lowest up, then by position. In plain loops: a chord has thousands. */
export function layOut(library: ShapeLibrary, shapes: Uint32Array): LaidOut {
  const facts = factsOf(library, shapes);
  const size = shapes.length;
  const keys = new Float64Array(size);
  for (let i = 0; i < size; i++) keys[i] = facts.order[shapes[i]!]!;
  const { order, starts: setStart } = placesInOrder(keys);
  const layout = {
    size,
    shape: new Uint32Array(size),
    pitches: new Uint8Array(size * MOST_STRINGS),
    voices: new Uint8Array(size),
    position: new Uint8Array(size),
    frets: new Uint8Array(size * MOST_STRINGS),
    fingers: new Uint8Array(size * MOST_STRINGS),
    mask: new Uint16Array(size),
    above: new Uint8Array(size),
    setStart,
  };
  const tie = new Uint32Array(size);
  for (let i = 0; i < size; i++) {
    const shape = shapes[order[i]!]!;
    const at = shape * RECORD;
    layout.shape[i] = shape;
    tie[i] = facts.tie[shape]!;
    layout.mask[i] = library.mask[shape]!;
    layout.voices[i] = facts.records[at + VOICES]!;
    layout.position[i] = facts.records[at + POSITION]!;
    layout.above[i] = facts.records[at + ABOVE]!;
    for (let k = 0; k < MOST_STRINGS; k++) {
      layout.pitches[i * MOST_STRINGS + k] = facts.records[at + k]!;
      layout.frets[i * MOST_STRINGS + k] = facts.records[at + FRETS + k]!;
      layout.fingers[i * MOST_STRINGS + k] = facts.records[at + FINGERS + k]!;
    }
  }
  return { layout, order, tie };
}

/**
 * What a shape brings to any layout, by shape; of those that were asked for (there are half a million). What is read together
 * lies together: a chord's shapes lie far apart, and each place that is looked at costs as much as all the rest.
 */
interface ShapeColumns {
  /** From `RECORD` times the shape on: its distinct pitches, ascending, as many as its voices; its frets and one, fingers, and the rest. */
  readonly records: Uint8Array;
  /** A number by which states stand in order. */
  readonly order: Float64Array;
  readonly tie: Uint32Array;
}
const FRETS = MOST_STRINGS;
const FINGERS = 2 * MOST_STRINGS;
const VOICES = 3 * MOST_STRINGS;
const POSITION = VOICES + 1;
const ABOVE = VOICES + 2;
const RECORD = 32;

const columnsOf = remembered(({ size }: ShapeLibrary): ShapeColumns => ({
  records: new Uint8Array(size * RECORD),
  order: new Float64Array(size),
  tie: new Uint32Array(size),
}));

function factsOf(library: ShapeLibrary, shapes: Uint32Array): ShapeColumns {
  const columns = columnsOf(library);
  const { records, order, tie } = columns;
  const { strings, frets, fingers } = library;
  for (let i = 0; i < shapes.length; i++) {
    const shape = shapes[i]!;
    const at = shape * RECORD;
    if (records[at + VOICES] !== 0) continue;
    const voices = distinctInto(records, at, library, shape);
    const position = positionOf(library, shape);
    records[at + VOICES] = voices;
    records[at + POSITION] = position;
    records[at + ABOVE] = stringsAbove(library, shape);
    for (let s = 0; s < strings; s++) {
      records[at + FRETS + s] = frets[shape * strings + s]! + 1;
      records[at + FINGERS + s] = fingers[shape * strings + s]!;
    }
    order[shape] = orderOf(records, at, voices, position);
    tie[shape] = library.difficulty[shape]! * TIE_PER_DIFFICULTY + shuffle(library, shape);
  }
  return columns;
}

const TIE_PER_DIFFICULTY = 2 ** 13;

/** A fixed number below 2¹³ from a shape's frets (FNV-1a). */
function shuffle({ frets, strings }: ShapeLibrary, shape: number): number {
  let hash = 0x811c9dc5;
  for (let s = 0; s < strings; s++) hash = Math.imul(hash ^ (frets[shape * strings + s]! + 1), 0x01000193);
  return (hash >>> 0) % TIE_PER_DIFFICULTY;
}

/** By how many pitches, then by the pitches from the lowest up, then by position. */
function orderOf(pitches: Uint8Array, at: number, count: number, position: number): number {
  // 3 bits, 7 for the lowest pitch, 6 for how far each of six others lies over the one below it, 5: 51 in all.
  let key = count * 128 + pitches[at]!;
  for (let v = 1; v < MOST_STRINGS; v++) key = key * 64 + (v < count ? pitches[at + v]! - pitches[at + v - 1]! : 0);
  return key * 32 + position;
}

/** Writes the pitches a shape sounds, ascending, each once, and returns how many. */
function distinctInto(sets: Uint8Array, at: number, { neck, strings, frets }: ShapeLibrary, shape: number): number {
  let count = 0;
  for (let s = 0; s < strings; s++) {
    const fret = frets[shape * strings + s]!;
    if (fret < 0) continue;
    const pitch = neck.open[s]! + fret;
    let v = count;
    while (v > 0 && sets[at + v - 1]! > pitch) v--;
    if (v > 0 && sets[at + v - 1] === pitch) continue;
    for (let w = count++; w > v; w--) sets[at + w] = sets[at + w - 1]!;
    sets[at + v] = pitch;
  }
  return count;
}
