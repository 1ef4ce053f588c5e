import { positionOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { bassStringOf, MUD_BELOW, MUD_INTERVAL } from '../grip/traits.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import { STEP } from './join-cost.ts';

/** What of a shape makes its price, whatever chord it is a grip of. Pitches are sounding ones, each counted once. */
export interface ShapeFacts {
  readonly lowest: number;
  readonly highest: number;
  readonly voices: number;
  /** 0 to 100. */
  readonly difficulty: number;
  /** The string of the lowest note, by number (the highest is the first), and whether it sounds open. */
  readonly bassString: number;
  readonly openBass: boolean;
  /** The lowest fretted fret, 0 for none. */
  readonly position: number;
  /** Strings that sound open, and strings above the bass that do not sound. */
  readonly open: number;
  readonly silent: number;
  /** Strings between sounding ones that do not sound, but for one right above a bass on the lowest string. */
  readonly holes: number;
  /** Pairs of neighbouring notes a third or less apart below C3, neighbouring notes a step apart, notes on two strings. */
  readonly muddy: number;
  readonly seconds: number;
  readonly unisons: number;
}

const sorted = new Uint8Array(MOST_STRINGS);

/** In plain loops: there are half a million shapes. */
export function shapeFacts(library: ShapeLibrary, shape: number): ShapeFacts {
  const { neck, strings, frets, traits, difficulty } = library;
  const bass = bassStringOf(traits[shape]!);
  let [sounding, open, silent, holes, muddy, seconds, unisons] = [0, 0, 0, 0, 0, 0, 0];
  let last = -1;
  for (let s = 0; s < strings; s++) {
    const fret = frets[shape * strings + s]!;
    if (fret === 0) open++;
    if (fret < 0) {
      if (s > bass) silent++;
      continue;
    }
    if (last >= 0) holes += s - last - 1 - (last === 0 && s > 1 ? 1 : 0);
    last = s;
    const pitch = neck.open[s]! + fret;
    let at = sounding++;
    for (; at > 0 && sorted[at - 1]! > pitch; at--) sorted[at] = sorted[at - 1]!;
    sorted[at] = pitch;
  }
  for (let v = 1; v < sounding; v++) {
    const step = sorted[v]! - sorted[v - 1]!;
    if (step === 0) unisons++;
    else if (step <= STEP) seconds++;
    if (step > 0 && step <= MUD_INTERVAL && sorted[v - 1]! < MUD_BELOW) muddy++;
  }
  return {
    lowest: sorted[0]!,
    highest: sorted[sounding - 1]!,
    voices: sounding - unisons,
    difficulty: difficulty[shape]!,
    bassString: strings - bass,
    openBass: frets[shape * strings + bass] === 0,
    position: positionOf(library, shape),
    open,
    silent,
    holes,
    muddy,
    seconds,
    unisons,
  };
}

/** The strings of a shape that sound above its bass, as bits. */
export function stringsAbove({ strings, frets, traits }: ShapeLibrary, shape: number): number {
  const bass = bassStringOf(traits[shape]!);
  let bits = 0;
  for (let s = 0; s < strings; s++) if (s !== bass && frets[shape * strings + s]! >= 0) bits |= 1 << s;
  return bits;
}
