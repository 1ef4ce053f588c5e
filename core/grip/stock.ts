import type { Chord } from '../chord/chord.ts';
import { degreePitchClass } from '../pitch/degree.ts';
import { pitchClass } from '../pitch/note.ts';
import { FAMILIES, familiesAs, type GripFamily } from './labels.ts';
import type { Shapes } from './library.ts';
import { bassStringOf } from './traits.ts';

/** The families that every player has in the hand (common practice). */
const STOCK: readonly GripFamily[] = [
  'shell',
  'drop 2',
  'drop 3',
  'triad',
  'spread triad',
  'quartal',
  'quartal, mixed',
  'root-fifth-ninth',
  'open-chord form',
];
const STOCK_BITS = FAMILIES.reduce((bits, family, i) => (STOCK.includes(family) ? bits | (1 << i) : bits), 0);

/** The two lowest strings of the guitar in use carry roots; on seven strings the three lowest. */
const isLow = (string: number, strings: number) => strings - string >= 5;

/**
 * Which of some shapes of a library are of the stock that players know as grips of a chord, 1 or 0: a shell, a drop 2 or 3, a
 * triad, a quartal stack, an open form, or a full grip over its root (or named bass) on a low string with no silent string among those above
 * the bass and neither guide tone twice.
 */
export function stockOf(chord: Chord, library: Shapes, shapes: ArrayLike<number>): Uint8Array {
  const families = familiesAs(chord, library);
  const isFull = fullOver(chord, library);
  const inStock = new Uint8Array(shapes.length);
  for (let i = 0; i < inStock.length; i++)
    inStock[i] = (families(shapes[i]!) & STOCK_BITS) !== 0 || isFull(shapes[i]!) ? 1 : 0;
  return inStock;
}

/** Whether a shape is a full grip over its root, or its named bass. */
function fullOver(chord: Chord, { strings, frets, traits, lowest, neck }: Shapes): (shape: number) => boolean {
  const root = pitchClass(chord.bass ?? chord.root);
  const guides = [chord.kind.third, chord.kind.seventh].reduce(
    (bits, degree) => (degree === null ? bits : bits | (1 << degreePitchClass(chord.root, degree))),
    0,
  );
  return (shape) => {
    const bass = bassStringOf(traits[shape]!);
    if (lowest[shape]! % 12 !== root || !isLow(bass, strings)) return false;
    let [sounding, gaps, heard] = [0, 0, 0];
    for (let s = 0; s < strings; s++) {
      const fret = frets[shape * strings + s]!;
      if (fret < 0) {
        if (s > bass) gaps++;
        continue;
      }
      // A gap right above the bass is as usual.
      if (sounding++ > 1 && gaps > 0) return false;
      gaps = 0;
      const note = 1 << ((neck.open[s]! + fret) % 12);
      if (heard & note & guides) return false;
      heard |= note;
    }
    return sounding >= 4;
  };
}
