import { randomUUID } from 'node:crypto';
import { and, asc, eq, isNull } from 'drizzle-orm';
import {
  LONGEST_TITLE,
  parseChart,
  readChart,
  slotKeys,
  t,
  versionsOf,
  withParts,
  type Decisions,
  type TakeAbout,
} from '../core/index.ts';
import { readDocument, takeAbout, takeDoc, tuneDoc, type TakeDoc } from './documents.ts';
import { Unreadable } from './faults.ts';
import type { Db } from './open.ts';
import { MADE, take, tune } from './schema.ts';

/** A version of an arrangement: its decisions. */
export interface Take {
  readonly id: string;
  readonly tuneId: string;
  readonly name: string;
  readonly doc: TakeDoc;
  /** How it came to be; null: it is the tune's first, or that is not known. */
  readonly about: TakeAbout | null;
  readonly version: number;
}

/** A document of these decisions. */
export const takeWith = (cells: Decisions): TakeDoc => ({ schema: 2, cells });

function takeOf(db: Db, row: typeof take.$inferSelect): Take | null {
  const { id, tuneId, name, version } = row;
  const doc = readDocument(takeDoc, row.doc);
  return doc && { id, tuneId, name, doc: takeWith(movesTold(db, tuneId, doc.cells)), about: aboutOf(row), version };
}

/** How a take came to be: those that were kept before that was written down, and have a parent, lost a conflict. */
function aboutOf({ about, parentId }: Pick<typeof take.$inferSelect, 'about' | 'parentId'>): TakeAbout | null {
  if (about !== null) return readDocument(takeAbout, about);
  return parentId === null ? null : { from: 'conflict' };
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
    .orderBy(asc(take.place), asc(take.createdAt), asc(MADE))
    .all();

/** The takes of a tune that can be read, in their order. */
export function listTakes(db: Db, tuneId: string): Take[] {
  return takeRows(db, tuneId).flatMap((row) => takeOf(db, row) ?? []);
}

/** The takes of a tune by name, in their order, those that cannot be read among them. */
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

/** Adds a take to a tune, the last of them: what a window lost, a copy, or one that was found. */
export function createTake(
  db: Db,
  values: Pick<Take, 'tuneId' | 'name' | 'doc'> & { parentId: string | null; about: TakeAbout | null; now: number },
) {
  const { now, doc, about, ...row } = values;
  const id = randomUUID();
  const place = Math.max(0, ...takeRows(db, row.tuneId).map((one) => one.place));
  db.insert(take)
    .values({ id, ...row, place, about: about && JSON.stringify(about), doc: JSON.stringify(doc), createdAt: now })
    .run();
  return id;
}

/** A take's decisions once more, under another name; the id of the copy, or null where there is nothing to copy. */
export function copyTake(db: Db, id: string, now = Date.now()): string | null {
  const before = getTake(db, id);
  if (!before) return null;
  const { tuneId, name, doc } = before;
  const taken = takeRows(db, tuneId).map((one) => one.name);
  const about: TakeAbout = { from: 'copy', of: name };
  return createTake(db, { tuneId, name: freeName(t('{name}, copy', { name }), taken), doc, about, parentId: id, now });
}

/** Keeps a take that was found under a name of its own; its id, or null where its tune is gone. */
export function keepTake(
  db: Db,
  values: Pick<Take, 'tuneId' | 'name' | 'doc' | 'about'> & { readonly parentId: string },
  now = Date.now(),
): string | null {
  const { tuneId, name } = values;
  const of = db.select({ deletedAt: tune.deletedAt }).from(tune).where(eq(tune.id, tuneId)).get();
  if (of?.deletedAt !== null) return null;
  const taken = takeRows(db, tuneId).map((one) => one.name);
  return createTake(db, { ...values, name: freeName(name, taken), now });
}

/** A name that no other has: with a number where one has it already. */
function freeName(name: string, taken: readonly string[]): string {
  const short = name.slice(0, LONGEST_TITLE - 4);
  if (!taken.includes(short)) return short;
  return `${short} ${Array.from({ length: taken.length + 1 }, (_, i) => i + 2).find((n) => !taken.includes(`${short} ${n}`))!}`;
}

/** Puts the takes of a tune in this order; those that are not named come after. False: one of them is none of the tune's. */
export function orderTakes(db: Db, tuneId: string, ids: readonly string[]): boolean {
  return db.transaction((tx) => {
    const rows = takeRows(tx, tuneId).map(({ id }) => id);
    if (!ids.every((id) => rows.includes(id))) return false;
    [...ids, ...rows.filter((id) => !ids.includes(id))].forEach((id, place) =>
      tx.update(take).set({ place }).where(eq(take.id, id)).run(),
    );
    return true;
  });
}

/** False where there is none. */
export function renameTake(db: Db, id: string, name: string): boolean {
  return db.update(take).set({ name }).where(eq(take.id, id)).run().changes > 0;
}

/** Says what a take is called and how it came to be, as a file has it. */
export function nameTake(db: Db, id: string, { name, about }: Pick<Take, 'name' | 'about'>): void {
  db.update(take)
    .set({ name, about: about && JSON.stringify(about) })
    .where(eq(take.id, id))
    .run();
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
