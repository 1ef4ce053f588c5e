import { and, asc, desc, eq, inArray, lt, sql } from 'drizzle-orm';
import { z } from 'zod';
import { applyPatch, changeBetween, undoOf, withChange, type Patch, type TextChange } from '../core/index.ts';
import { readDocument, takePatch } from './documents.ts';
import { editHere } from './edits.ts';
import type { Db } from './open.ts';
import { edit } from './schema.ts';
import { listTakes } from './takes.ts';
import { getMelody, getTune } from './tunes.ts';

type Row = typeof edit.$inferSelect;
type AnyCells = Readonly<Record<string, unknown>>;

const patchDoc = z.record(z.string(), z.unknown());

/** A day on which a tune or its takes were changed. */
export interface HistoryDay {
  /** When the last of that day's edits was made. */
  readonly at: number;
  /** Edits of the chart, of the melody, and of the takes. */
  readonly chart: number;
  readonly melody: number;
  readonly takes: number;
}

/** What the aggregates of each are called. */
const KINDS = { chart: 'tune', melody: 'melody', takes: 'take' } as const;

/** The days on which a tune was worked on, last first, by this machine's calendar. */
export function historyOf(db: Db, tuneId: string): HistoryDay[] {
  const names = [`tune:${tuneId}`, `melody:${tuneId}`, ...listTakes(db, tuneId).map(({ id }) => `take:${id}`)];
  // Counted by the database: a tune of years has tens of thousands.
  const day = sql<string>`date(${edit.at} / 1000, 'unixepoch', 'localtime')`;
  const counted = (which: keyof typeof KINDS) =>
    sql<number>`count(*) filter (where ${edit.aggregate} glob ${`${KINDS[which]}:*`})`;
  return db
    .select({
      at: sql<number>`max(${edit.at})`,
      chart: counted('chart'),
      melody: counted('melody'),
      takes: counted('takes'),
    })
    .from(edit)
    .where(inArray(edit.aggregate, names))
    .groupBy(day)
    .orderBy(desc(day))
    .all();
}

/** A tune and its takes as they were. */
export interface TuneThen {
  readonly chartText: string;
  readonly melody: AnyCells;
  readonly takes: readonly { readonly id: string; readonly name: string; readonly cells: AnyCells }[];
}

/** What a tune was at a time: what was made after it is taken back, edit by edit. Null: there is no such tune. */
export function tuneAt(db: Db, tuneId: string, at: number): TuneThen | null {
  const found = getTune(db, tuneId);
  if (!found) return null;
  const chartText = undone<string>(rowsOf(db, `tune:${tuneId}`), at, found.chartText, ({ chartText: back }, text) => {
    if (back === undefined) return text;
    return typeof back === 'string' ? back : (withChange(text, back as TextChange) ?? text);
  });
  const takes = listTakes(db, tuneId).map(({ id, name, doc }) => ({
    id,
    name,
    cells: undone<AnyCells>(
      rowsOf(db, `take:${id}`),
      at,
      doc.cells,
      (back, cells) =>
        // The record may be of an older schema.
        applyPatch(cells, takePatch.safeParse(back).data ?? back).cells,
    ),
  }));
  const melody = undone<AnyCells>(
    rowsOf(db, `melody:${tuneId}`),
    at,
    getMelody(db, tuneId)!.cells,
    (back, cells) => applyPatch(cells, back).cells,
  );
  return { chartText, melody, takes };
}

/** Edits of a document, last first. */
const rowsOf = (db: Db, aggregate: string): Row[] =>
  db.select().from(edit).where(eq(edit.aggregate, aggregate)).orderBy(desc(edit.version)).all();

function undone<T>(rows: readonly Row[], at: number, now: T, undo: (inverse: Patch<unknown>, value: T) => T): T {
  let value = now;
  // By version, not by the clock alone, which may have been set back.
  for (const row of rows) {
    if (row.at <= at) break;
    value = undo(readDocument(patchDoc, row.inverse) ?? {}, value);
  }
  return value;
}

/** Brings a tune back to what it was at a time, by edits that can be gone back on in their turn. Returns how many. */
export function goBack(db: Db, tuneId: string, at: number, now = Date.now()): number {
  return db.transaction((tx) => {
    const then = tuneAt(tx, tuneId, at);
    if (!then) return 0;
    let made = 0;
    if (then.chartText !== getTune(tx, tuneId)!.chartText) {
      editHere(tx, `tune:${tuneId}`, { chartText: then.chartText }, now);
      made++;
    }
    const sung = differences(getMelody(tx, tuneId)!.cells, then.melody);
    if (Object.keys(sung).length > 0) {
      editHere(tx, `melody:${tuneId}`, sung, now);
      made++;
    }
    const takes = new Map(listTakes(tx, tuneId).map(({ id, doc }) => [id, doc.cells as AnyCells]));
    for (const { id, cells } of then.takes) {
      const patch = differences(takes.get(id)!, cells);
      if (Object.keys(patch).length === 0) continue;
      editHere(tx, `take:${id}`, patch, now);
      made++;
    }
    return made;
  });
}

/** The patch that makes one record of cells of another. */
function differences(from: AnyCells, to: AnyCells): Patch<unknown> {
  const keys = new Set([...Object.keys(from), ...Object.keys(to)]);
  const changed = [...keys].filter((key) => JSON.stringify(from[key]) !== JSON.stringify(to[key]));
  return Object.fromEntries(changed.map((key) => [key, to[key] ?? null]));
}

const DAY_MS = 86_400_000;
/** So long every single edit is kept; of older ones, one a day and document. */
export const SINGLE_EDITS_MS = 90 * DAY_MS;

/**
 * Folds edits older than ninety days: of one document and day they become one, under the name and version of the last,
 * which does and undoes what they all did. Days can still be gone back to. Returns how many edits went.
 */
export function foldEdits(db: Db, now = Date.now()): number {
  const old = lt(edit.at, now - SINGLE_EDITS_MS);
  const names = db.selectDistinct({ aggregate: edit.aggregate }).from(edit).where(old).all();
  return names.reduce((gone, { aggregate }) => gone + foldOne(db, aggregate, now - SINGLE_EDITS_MS), 0);
}

function foldOne(db: Db, aggregate: string, before: number): number {
  return db.transaction((tx) => {
    const rows = tx
      .select()
      .from(edit)
      .where(and(eq(edit.aggregate, aggregate), lt(edit.at, before)))
      .orderBy(asc(edit.version))
      .all();
    const days = new Map<number, Row[]>();
    for (const row of rows) {
      const day = Math.floor(row.at / DAY_MS);
      days.set(day, [...(days.get(day) ?? []), row]);
    }
    let gone = 0;
    for (const all of days.values()) {
      const folded = all.length > 1 ? fold(tx, aggregate, all) : null;
      if (!folded) continue;
      const { editId, ...values } = folded;
      for (const row of all.slice(0, -1)) tx.delete(edit).where(eq(edit.editId, row.editId)).run();
      tx.update(edit).set(values).where(eq(edit.editId, editId)).run();
      gone += all.length - 1;
    }
    return gone;
  });
}

/** Edits that follow one another as one; null where one of them cannot be read. */
function fold(db: Db, aggregate: string, rows: readonly Row[]): Row | null {
  const last = rows.at(-1)!;
  const read = (text: string) => readDocument(patchDoc, text);
  const patches = rows.map(({ patch }) => read(patch));
  const inverses = rows.map(({ inverse }) => read(inverse));
  const consecutive = rows.every(({ version }, i) => i === 0 || version === rows[i - 1]!.version + 1);
  if (!consecutive || [...patches, ...inverses].some((one) => one === null)) return null;
  const patch = Object.assign({}, ...patches) as Record<string, unknown>;
  const inverse = Object.assign({}, ...inverses.reverse()) as Record<string, unknown>;
  if ('chartText' in patch) {
    const [after, earlier] = [last.version, rows[0]!.version - 1].map((version) => textAt(db, aggregate, version));
    if (typeof after !== 'string' || typeof earlier !== 'string') return null;
    const change = changeBetween(earlier, after);
    patch.chartText = change;
    inverse.chartText = undoOf(earlier, change);
  }
  return {
    ...last,
    baseVersion: rows[0]!.baseVersion,
    patch: JSON.stringify(patch),
    inverse: JSON.stringify(inverse),
  };
}

/** A tune's text as it was at a version; null where the record does not tell. */
function textAt(db: Db, aggregate: string, version: number): string | null {
  const found = getTune(db, aggregate.slice('tune:'.length));
  let text: string | null = found?.chartText ?? null;
  for (const row of rowsOf(db, aggregate)) {
    if (row.version <= version || text === null) break;
    const back = readDocument(patchDoc, row.inverse)?.chartText;
    if (back !== undefined) text = typeof back === 'string' ? back : withChange(text, back as TextChange);
  }
  return text;
}
