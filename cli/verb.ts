import type { Hand, Problem, ShapeLibrary } from '../core/index.ts';

/** What a verb hands back: a value for `--json`, a table for people, or problems. */
export type Answer =
  /** `told`: what is to be known beside it, a line each. */
  | { readonly json: unknown; readonly text: string; readonly told?: readonly string[] }
  | { readonly problems: readonly Problem[] }
  /** Why a file cannot be read. */
  | { readonly failed: string };

/** What a verb asks of the world around it. */
export interface World {
  /** The text of a file, or of standard input for `-`; throws a UsageError when it cannot be read. */
  readonly readText: (file: string) => string;
  /** The bytes of a file, in the same way; and writes some. */
  readonly readBytes: (file: string) => Uint8Array;
  readonly writeBytes: (file: string, bytes: Uint8Array) => void;
  /** Every shape of a hand; takes a second or two. */
  readonly libraryOf: (hand: Hand) => ShapeLibrary;
}

/** Says what is wrong with how the command was called, and how it is called. */
export class UsageError extends Error {}
