import type { Grip } from '../grip/grips.ts';
import type { Bond } from '../reharm/moves/bond.ts';
import { STEP } from './join-cost.ts';

/** Whether pitches, ascending and each once, follow others as a move says; `moved` is told by the hand. */
export function soundsBound(bond: Exclude<Bond, 'moved'>, from: readonly number[], to: readonly number[]): boolean {
  const [topFrom, topTo] = [from.at(-1)!, to.at(-1)!];
  switch (bond) {
    case 'top-rises':
      return topTo > topFrom;
    case 'top-falls':
      return topTo < topFrom;
    case 'top-pair':
      return topTo === topFrom && to.at(-2) === from.at(-2);
    case 'pair-falls':
      return topTo === topFrom - STEP && to.at(-2) === from.at(-2)! - STEP;
    case 'line': {
      if (from.length !== to.length) return false;
      const ways = from.map((pitch, v) => Math.abs(to[v]! - pitch)).filter((way) => way > 0);
      return ways.length === 1 && ways[0]! <= STEP;
    }
  }
}

/** Whether one grip follows another as a move says. */
export function isMet(bond: Bond, from: Pick<Grip, 'pitches' | 'frets'>, to: Pick<Grip, 'pitches' | 'frets'>): boolean {
  if (bond !== 'moved') return soundsBound(bond, [...new Set(from.pitches)], [...new Set(to.pitches)]);
  const ways = from.frets.map((fret, s) => {
    if (fret < 0 && to.frets[s]! < 0) return null;
    return fret > 0 && to.frets[s]! > 0 ? to.frets[s]! - fret : NaN;
  });
  return new Set(ways.filter((way) => way !== null)).size === 1 && !ways.includes(NaN);
}
