import { readFileSync } from 'node:fs';
import type { Company, Manner } from '../../core/index.ts';

/** A progression as one plays it who plays it well: its chords and their grips, alone or with a bass player, in a manner. */
export interface Practised {
  readonly id: string;
  readonly school: string;
  readonly company: Company;
  readonly manner: Manner;
  readonly key: string;
  readonly meter: string;
  readonly tempo: number;
  /** Beats each chord lasts; without it a bar. */
  readonly beats?: number;
  readonly symbols: readonly string[];
  readonly grips: readonly string[];
}

/** The progressions of a file, one a line; without a name those that ship. */
export const readPractised = (file: string | URL = new URL('./paths.jsonl', import.meta.url)): readonly Practised[] =>
  readFileSync(file, 'utf8')
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((line) => JSON.parse(line) as Practised);
