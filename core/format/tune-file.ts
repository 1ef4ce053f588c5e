import type { Decisions } from '../take/decision.ts';
import type { TakeAbout } from '../take/about.ts';
import type { NamedMove } from '../take/drop.ts';
import { keptMoveDoc } from '../take/kept-move.ts';

/** What a file of ours has in JSON. */
export const TUNE_FORMAT = 'yellow-heron-tune';
/** The schema that is written. Schema 1 had the text alone. */
export const TUNE_SCHEMA = 2;

/** A take as it lies beside its chart in a file: the bars of its decisions are called `bar-1`, `bar-2` … by their numbers. */
export interface FileTake {
  readonly name: string;
  readonly about: TakeAbout | null;
  readonly cells: Decisions;
}

/** A tune as a file of ours has it. */
export interface TuneFile {
  /** Chart and melody. */
  readonly text: string;
  /** What the grips lie on: the open strings as `tuningKey` writes them; null: there are none, or it is not said. */
  readonly guitar: { readonly tuning: string; readonly capo: number } | null;
  readonly takes: readonly FileTake[];
  /** Moves of one's own that its takes use. */
  readonly moves: readonly NamedMove[];
}

/** A tune as a file (docs/tune.schema.json). */
export function writeTuneFile({ text, guitar, takes, moves }: TuneFile): string {
  const file = {
    format: TUNE_FORMAT,
    schema: TUNE_SCHEMA,
    text,
    guitar,
    takes: takes.map(({ name, about, cells }) => ({ name, about, decisions: cells })),
    moves: moves.map(({ id, move }) => ({ id, ...keptMoveDoc(move) })),
  };
  return `${JSON.stringify(file, null, 2)}\n`;
}
