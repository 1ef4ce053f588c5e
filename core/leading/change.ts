import type { Grip } from '../grip/grips.ts';

/** What the fretting hand does between two grips; strings by index, lowest 0. */
export interface HandChange {
  /** Fingers that keep their string and fret. */
  readonly stay: number;
  /** Fingers that slide on their string to another fret. */
  readonly slide: number;
  /** All other fingers of the next grip: they are set anew. */
  readonly place: number;
  /** The whole shape moves: every finger slides by the same number of frets (else 0). */
  readonly shapeMoves: number;
}

/** Compares two grips finger by finger. A finger that frets several strings counts once. */
export function handChange(from: Grip, to: Grip): HandChange {
  const fingers = [1, 2, 3, 4].map((finger) => ({ before: stringsOf(from, finger), after: stringsOf(to, finger) }));
  const used = fingers.filter(({ after }) => after.length > 0);
  const moves = used.map(({ before, after }) => {
    const string = after.find((s) => before.includes(s));
    return string === undefined ? null : to.frets[string]! - from.frets[string]!;
  });
  const sameStrings = fingers.every(({ before, after }) => before.join() === after.join());
  const shapeMoves =
    sameStrings && moves.length > 0 && moves.every((move) => move !== null && move === moves[0]) ? moves[0]! : 0;
  return {
    stay: moves.filter((move) => move === 0).length,
    slide: moves.filter((move) => move !== null && move !== 0).length,
    place: moves.filter((move) => move === null).length,
    shapeMoves,
  };
}

function stringsOf({ fingers }: Grip, finger: number): number[] {
  return fingers.flatMap((used, s) => (used === finger ? [s] : []));
}
