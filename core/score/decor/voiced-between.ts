import { masksOf, type Chord } from '../../chord/chord.ts';
import type { Hand, Neck } from '../../neck/hand.ts';
import { pitchClassOf, type PitchClass } from '../../pitch/pitch.ts';
import { heldBy, type Held } from './grips-between.ts';

/** A passing grip lies so many frets around the two it passes between. */
const AROUND = 2;
/** Of the grips that move least so many are tried in the hand. */
const TRIED = 40;

/**
 * A chord as it is played between two grips: on the strings of one of them, each voice as near as can be to where it comes
 * from and where it goes, `bass` lowest. The least movement of all that the hand can hold; null: it can hold none.
 */
export function voicedBetween(
  chord: Chord,
  bass: PitchClass | null,
  from: Held,
  to: Held,
  { hand, neck }: { readonly hand: Hand; readonly neck: Neck },
): Held | null {
  const { allowed, required } = masksOf(chord);
  const isTone = (pitch: number) => (allowed & (1 << pitchClassOf(pitch))) !== 0;
  const found: { readonly frets: readonly number[]; readonly way: number }[] = [];
  for (const strings of [from, to]) {
    const choices = neck.open.map((open, s): readonly number[] => {
      if (strings.frets[s]! < 0) return [-1];
      const ends = [from.frets[s]!, to.frets[s]!].filter((fret) => fret >= 0);
      const [low, high] = [Math.min(...ends) - AROUND, Math.max(...ends) + AROUND];
      return Array.from({ length: high - low + 1 }, (_, i) => low + i).filter(
        (fret) => fret > 0 && fret < neck.mm.length && isTone(open + fret),
      );
    });
    const go = (s: number, frets: readonly number[], way: number): void => {
      if (s === choices.length) return void found.push({ frets, way });
      for (const fret of choices[s]!) go(s + 1, [...frets, fret], way + wayOf(fret, from.frets[s]!, to.frets[s]!));
    };
    go(0, [], 0);
  }
  const said = found.filter(({ frets }) => {
    const pitches = frets.flatMap((fret, s) => (fret < 0 ? [] : [neck.open[s]! + fret]));
    const mask = pitches.reduce((bits, pitch) => bits | (1 << pitchClassOf(pitch)), 0);
    const isWhole = required.every((choice) => (mask & choice) !== 0);
    return isWhole && (bass === null || pitchClassOf(Math.min(...pitches)) === bass);
  });
  said.sort((a, b) => a.way - b.way || (a.frets.join() < b.frets.join() ? -1 : 1));
  for (const { frets } of said.slice(0, TRIED)) {
    const held = heldBy(frets, hand);
    if (held) return held;
  }
  return null;
}

const wayOf = (fret: number, from: number, to: number): number =>
  fret < 0 ? 0 : (from < 0 ? 0 : Math.abs(fret - from)) + (to < 0 ? 0 : Math.abs(to - fret));
