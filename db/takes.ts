import { randomUUID } from 'node:crypto';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { parseChart, readChart, slotKeys, versionsOf, withParts, type Decisions } from '../core/index.ts';
import { readDocument, takeDoc, tuneDoc, type TakeDoc } from './documents.ts';
import { Unreadable } from './faults.ts';
import type { Db } from './open.ts';
import { MADE, take, tune } from './schema.ts';

/** A version of an arrangement: its decisions. */
export interface Take {
  readonly id: string;
  readonly tuneId: string;
  readonly name: string;
  readonly doc: TakeDoc;
  readonly version: number;
}

/** A document of these decisions. */
export const takeWith = (cells: Decisions): TakeDoc => ({ schema: 2, cells });

function takeOf(db: Db, row: typeof take.$inferSelect): Take | null {
  const { id, tuneId, name, version } = row;
  const doc = readDocument(takeDoc, row.doc);
  return doc && { id, tuneId, name, doc: takeWith(movesTold(db, tuneId, doc.cells)), version };
}

/** Decisions whose moves all say which chords they put in: before schema 2 only the table of moves did. */
function movesTold(db: Db, tuneId: string, cells: Decisions): Decisions {
  if (Object.values(cells).every((decision) => decision.layer !== 'move' || decision.parts !== undefined)) return cells;
  const of = db.select({ doc: tune.doc }).from(tune).where(eq(tune.id, tuneId)).get();
  const doc = readDocument(tuneDoc, of?.doc ?? '');
  const chart = parseChart(doc?.good ?? '');
  if (!doc || !chart.ok) return cells;
  const barIds = doc.bars.map(({ id }) => id);
  const slots = readChart(chart.value, versionsOf(cells, barIds));
  return withParts(slots, slotKeys(slots, barIds), cells);
}

const takeRows = (db: Db, tuneId: string) =>
  db
    .select()
    .from(take)
    .where(and(eq(take.tuneId, tuneId), isNull(take.deletedAt)))
    .orderBy(asc(take.createdAt), asc(MADE))
    .all();

/** The takes of a tune that can be read, oldest first. */
export function listTakes(db: Db, tuneId: string): Take[] {
  return takeRows(db, tuneId).flatMap((row) => takeOf(db, row) ?? []);
}

/** The takes of a tune by name, oldest first, those that cannot be read among them. */
export function takeNames(db: Db, tuneId: string) {
  return takeRows(db, tuneId).map((row) => ({ id: row.id, name: row.name, unreadable: takeOf(db, row) === null }));
}

/** A take that has not been deleted, or null. Throws {@link Unreadable}. */
export function getTake(db: Db, id: string): Take | null {
  const row = db
    .select()
    .from(take)
    .where(and(eq(take.id, id), isNull(take.deletedAt)))
    .get();
  if (!row) return null;
  const read = takeOf(db, row);
  if (!read) throw new Unreadable('take', id, row.name);
  return read;
}

/** Adds a take to a tune: what a window lost, or what another begins with. */
export function createTake(db: Db, values: Pick<Take, 'tuneId' | 'name' | 'doc'> & { parentId: string; now: number }) {
  const { now, doc, ...row } = values;
  const id = randomUUID();
  db.insert(take)
    .values({ id, ...row, doc: JSON.stringify(doc), createdAt: now })
    .run();
  return id;
}

/** False where there is none. */
export function renameTake(db: Db, id: string, name: string): boolean {
  return db.update(take).set({ name }).where(eq(take.id, id)).run().changes > 0;
}

/** Puts a take in the bin. False: there is none, or it is the tune's only one that can be read. */
export function deleteTake(db: Db, id: string, now = Date.now()): boolean {
  const row = db.select({ tuneId: take.tuneId }).from(take).where(eq(take.id, id)).get();
  if (!row || !listTakes(db, row.tuneId).some((other) => other.id !== id)) return false;
  return (
    db
      .update(take)
      .set({ deletedAt: now })
      .where(and(eq(take.id, id), isNull(take.deletedAt)))
      .run().changes > 0
  );
}

/** Brings a take back from the bin; false where there is none. */
export function restoreTake(db: Db, id: string): boolean {
  return db.update(take).set({ deletedAt: null }).where(eq(take.id, id)).run().changes > 0;
}
