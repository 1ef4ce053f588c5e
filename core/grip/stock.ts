import type { Chord } from '../chord/chord.ts';
import { degreePitchClass } from '../pitch/degree.ts';
import { pitchClass } from '../pitch/note.ts';
import { FAMILIES, labelsOf, type GripFamily } from './labels.ts';
import { pick, type Shapes } from './library.ts';
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
  const picked = pick(library, shapes);
  const { families } = labelsOf(chord, picked);
  const { strings, frets, traits, lowest, neck } = picked;
  const root = pitchClass(chord.bass ?? chord.root);
  const guides = [chord.kind.third, chord.kind.seventh].flatMap((degree) =>
    degree === null ? [] : [degreePitchClass(chord.root, degree)],
  );
  return Uint8Array.from(families, (bits, i) => {
    if (bits & STOCK_BITS) return 1;
    const bass = bassStringOf(traits[i]!);
    if (lowest[i]! % 12 !== root || !isLow(bass, strings)) return 0;
    const here = frets.subarray(i * strings, (i + 1) * strings);
    let [sounding, gaps] = [0, 0];
    let inner = 0;
    const heard = new Uint8Array(12);
    for (let s = 0; s < strings; s++) {
      if (here[s]! < 0) {
        if (s > bass) gaps++;
        continue;
      }
      // A gap right above the bass is as usual.
      if (sounding++ > 1) inner += gaps;
      gaps = 0;
      heard[(neck.open[s]! + here[s]!) % 12]!++;
    }
    return sounding >= 4 && inner === 0 && guides.every((pc) => heard[pc]! < 2) ? 1 : 0;
  });
}
