import type { Millimetres } from './frets.ts';
import type { Neck } from './hand.ts';
import type { Fret } from './tuning.ts';

/** Something to try: index and little finger down together, on neighbouring strings. */
export interface ReachTrial {
  readonly index: Fret;
  readonly little: Fret;
  /** Millimetres between the two frets. */
  readonly mm: Millimetres;
}

/** Reaches a trial can tell apart: from a small hand at rest to more than is wise to ask. */
const LEAST: Millimetres = 60;
const MOST: Millimetres = 145;
/** Finer than this a hand does not know itself. */
const STEP: Millimetres = 6;

/**
 * Finds how far a hand opens by trying: each answer halves what is still possible. Trials lie where fingers like to be,
 * from the third fret on, and narrow down to about 6 mm.
 */
export function reachTrials(neck: Neck): readonly ReachTrial[] {
  const all: ReachTrial[] = [];
  for (let index = 3; index < neck.mm.length; index++) {
    for (let little = index + 2; little < neck.mm.length && little <= index + 6; little++) {
      const mm = Math.round(neck.mm[little]! - neck.mm[index]!);
      if (mm >= LEAST && mm <= MOST) all.push({ index, little, mm });
    }
  }
  all.sort((a, b) => a.mm - b.mm || a.index - b.index);
  const kept: ReachTrial[] = [];
  for (const trial of all) if (trial.mm - (kept.at(-1)?.mm ?? 0) >= STEP) kept.push(trial);
  return kept;
}

/** What was tried, and whether the hand held it at ease. */
export interface ReachAnswer {
  readonly mm: Millimetres;
  readonly held: boolean;
}

/** The next thing to try, or, when nothing is left to ask, the reach found in millimetres. */
export function nextTrial(
  trials: readonly ReachTrial[],
  answers: readonly ReachAnswer[],
): { readonly trial: ReachTrial } | { readonly reach: Millimetres } {
  const held = Math.max(0, ...answers.filter((answer) => answer.held).map(({ mm }) => mm));
  const refused = Math.min(Infinity, ...answers.filter((answer) => !answer.held).map(({ mm }) => mm));
  const open = trials.filter(({ mm }) => mm > held && mm < refused);
  if (open.length === 0) return { reach: held > 0 ? held : LEAST };
  return { trial: open[Math.floor((open.length - 1) / 2)]! };
}
