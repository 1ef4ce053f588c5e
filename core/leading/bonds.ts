import type { Grip } from '../grip/grips.ts';
import type { Bond } from '../reharm/moves/bond.ts';
import { STEP } from './join-cost.ts';

/** Whether pitches, ascending and each once, follow others as a move says; `moved` is told by the hand, as is that what is held stays on its string. */
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
    case 'top-held':
      return topTo === topFrom && from.length === 2 && to.length === 2 && to[0] !== from[0];
    case 'low-held':
      return to[0] === from[0] && from.length === 2 && to.length === 2 && topTo !== topFrom;
    case 'line': {
      if (from.length !== to.length) return false;
      const ways = from.map((pitch, v) => Math.abs(to[v]! - pitch)).filter((way) => way > 0);
      return ways.length === 1 && ways[0]! <= STEP;
    }
  }
}

/** Whether one grip follows another as a move says. */
export function isMet(bond: Bond, from: Pick<Grip, 'pitches' | 'frets'>, to: Pick<Grip, 'pitches' | 'frets'>): boolean {
  if (bond !== 'moved') {
    const isFree = bond !== 'top-held' && bond !== 'low-held';
    const sounds = soundsBound(bond, [...new Set(from.pitches)], [...new Set(to.pitches)]);
    return sounds && (isFree || from.frets.some((fret, s) => fret >= 0 && fret === to.frets[s]));
  }
  const ways = from.frets.map((fret, s) => {
    if (fret < 0 && to.frets[s]! < 0) return null;
    return fret > 0 && to.frets[s]! > 0 ? to.frets[s]! - fret : NaN;
  });
  return new Set(ways.filter((way) => way !== null)).size === 1 && !ways.includes(NaN);
}
