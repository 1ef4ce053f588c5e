import { z } from 'zod';
import {
  problemText,
  readDecision,
  readKeptMoves,
  TUNE_FORMAT,
  TUNE_SCHEMA,
  type Decision,
  type FileTake,
  type Lost,
  type TuneFile,
  t,
} from '../core/index.ts';
import { Unreadable } from './kinds.ts';
import { tuneFileFrame } from './tune-schema.ts';

/** A file that `writeTuneFile` wrote, now or before; what in its takes is not known is told. Throws {@link Unreadable}. */
export function readTuneFile(text: string): TuneFile & { readonly lost: readonly Lost[] } {
  const value = json(text);
  const { format, schema, text: tune } = (value ?? {}) as Readonly<Record<string, unknown>>;
  if (format !== TUNE_FORMAT)
    throw broken(t('it is no tune of Yellow Heron’s ("format": "{format}")', { format: TUNE_FORMAT }));
  if (typeof schema === 'number' && schema > TUNE_SCHEMA)
    throw broken(
      t('a newer version wrote it (schema {schema}); this one reads schemas 1 and {own}', {
        schema,
        own: TUNE_SCHEMA,
      }),
    );
  if (schema === 1 && typeof tune === 'string') return { text: tune, guitar: null, takes: [], moves: [], lost: [] };
  const read = tuneFileFrame.safeParse(value);
  if (!read.success) throw broken(z.prettifyError(read.error).split('\n').slice(0, 2).join(' '));
  const moves = readKeptMoves(JSON.stringify({ yellowHeron: 'moves', moves: read.data.moves }));
  if (!moves.ok) throw broken(moves.problems.map(problemText).join(' '));
  const lost: Lost[] = [];
  const takes = read.data.takes.map(({ name, about, decisions }): FileTake => {
    const cells = Object.entries(decisions).flatMap(([at, decided]): [string, Decision][] => {
      const decision = readDecision(at, decided);
      return decision === null ? [] : [[at, decision]];
    });
    const count = Object.keys(decisions).length - cells.length;
    if (count > 0)
      lost.push({ measure: null, code: 'passed-over', args: { what: t('decisions of “{name}”', { name }), count } });
    return { name, about, cells: Object.fromEntries(cells) };
  });
  const { text: tuneText, guitar } = read.data;
  return { text: tuneText, guitar, takes, moves: moves.value, lost };
}

const broken = (why: string) => new Unreadable('json-broken', { why });

function json(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch (error) {
    throw broken(error instanceof Error ? error.message : String(error));
  }
}
