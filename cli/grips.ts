import {
  DEFAULT_HAND,
  gripsOf,
  parseChord,
  parseNote,
  parsePitch,
  pitchClass,
  pitchClassOf,
  problem,
  bad,
} from '../core/index.ts';
import { UsageError, type Answer } from './heron.ts';
import { table } from './table.ts';

interface Filters {
  readonly top?: string | undefined;
  readonly bass?: string | undefined;
  readonly 'max-difficulty'?: string | undefined;
}

/** `grips SYMBOL`: every grip of the default hand, easiest first, filtered if asked. */
export function grips(symbol: string, filters: Filters): Answer {
  const chord = parseChord(symbol);
  if (!chord.ok) return chord;
  const top = filters.top === undefined ? null : parsePitch(filters.top);
  if (filters.top !== undefined && top === null) return bad(problem('note-unknown', { text: filters.top }));
  const bass = filters.bass === undefined ? null : parseNote(filters.bass);
  if (filters.bass !== undefined && bass === null) return bad(problem('note-unknown', { text: filters.bass }));
  const most = filters['max-difficulty'] === undefined ? 100 : Number(filters['max-difficulty']);
  if (!(most >= 0)) throw new UsageError('--max-difficulty is a number from 0 to 100');
  const json = gripsOf(chord.value, DEFAULT_HAND)
    .filter(({ pitches }) => top === null || pitches.at(-1) === top)
    .filter(({ pitches }) => bass === null || pitchClassOf(pitches[0]!) === pitchClass(bass))
    .filter(({ difficulty }) => difficulty <= most)
    .map(({ grip, pitches, degrees, fingers, reachMm, difficulty }) => ({
      grip,
      pitches,
      degrees,
      fingers,
      reachMm,
      difficulty,
    }));
  const line = (entries: readonly (string | number | null)[]) => entries.map((entry) => entry ?? 'x').join(' ');
  const rows = json.map((grip) => [grip.grip, line(grip.degrees), line(grip.fingers), grip.reachMm, grip.difficulty]);
  return {
    json,
    text: table([['grip', 'degrees', 'fingers', 'mm', 'difficulty'], ...rows]) + `\n${json.length} grips\n`,
  };
}
