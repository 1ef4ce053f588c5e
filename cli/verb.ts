import type { Hand, Problem, ShapeLibrary } from '../core/index.ts';

/** What a verb hands back: a value for `--json`, a table for people, or problems. */
export type Answer = { readonly json: unknown; readonly text: string } | { readonly problems: readonly Problem[] };

/** What a verb asks of the world around it. */
export interface World {
  /** The text of a file, or of standard input for `-`; throws a UsageError when it cannot be read. */
  readonly readText: (file: string) => string;
  /** Every shape of a hand; takes a second or two. */
  readonly libraryOf: (hand: Hand) => ShapeLibrary;
}

/** Says what is wrong with how the command was called, and how it is called. */
export class UsageError extends Error {}
