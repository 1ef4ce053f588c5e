import { and, asc, desc, eq, isNotNull, isNull, max, sql } from 'drizzle-orm';
import { z } from 'zod';
import { keptMoveCell, readDocument, type KeptMoveCell } from './documents.ts';
import type { Db } from './open.ts';
import { edit, keptMove } from './schema.ts';

/** All kept moves are one document for edits, one cell each. */
export const MOVES = 'moves:own';

/** The kept moves, by their ids, the first that was kept first; and what of them cannot be read, which is left as it is. */
export function getMoves(db: Db): {
  readonly version: number;
  readonly cells: Readonly<Record<string, KeptMoveCell>>;
  readonly unreadable: readonly string[];
} {
  const rows = db.select().from(keptMove).where(isNull(keptMove.deletedAt)).orderBy(asc(keptMove.createdAt)).all();
  const last = db
    .select({ version: max(edit.version) })
    .from(edit)
    .where(eq(edit.aggregate, MOVES))
    .get();
  const read = rows.map(({ id, doc }) => [id, readDocument(keptMoveCell, doc)] as const);
  return {
    version: last?.version ?? 1,
    cells: Object.fromEntries(read.filter((one): one is [string, KeptMoveCell] => one[1] !== null)),
    unreadable: read.flatMap(([id, cell]) => (cell === null ? [id] : [])),
  };
}

/** Puts cells in the place of those that were kept; a move that goes lies in the bin. */
export function putMoves(db: Db, cells: Readonly<Record<string, KeptMoveCell>>, now = Date.now()): void {
  const before = getMoves(db).cells;
  for (const id of Object.keys(before).filter((one) => !Object.hasOwn(cells, one)))
    db.update(keptMove).set({ deletedAt: now }).where(eq(keptMove.id, id)).run();
  for (const [id, cell] of Object.entries(cells)) {
    const doc = JSON.stringify(cell);
    if (JSON.stringify(before[id]) === doc) continue;
    const values = { name: String(cell.name), doc, deletedAt: null };
    const { version = 0 } =
      db.select({ version: keptMove.version }).from(keptMove).where(eq(keptMove.id, id)).get() ?? {};
    db.insert(keptMove)
      .values({ id, createdAt: now, version: version + 1, ...values })
      .onConflictDoUpdate({ target: keptMove.id, set: { ...values, version: version + 1 } })
      .run();
  }
}

/** A move that lies in the bin, as it was kept; null: there is none. */
export function binnedMove(db: Db, id: string): KeptMoveCell | null {
  const row = db
    .select()
    .from(keptMove)
    .where(and(eq(keptMove.id, id), isNotNull(keptMove.deletedAt)))
    .get();
  return row ? readDocument(keptMoveCell, row.doc) : null;
}

/** What a move was before one of its changes, and when that was made. */
export interface EarlierMove {
  readonly at: number;
  readonly doc: KeptMoveCell;
}

const MOST_EARLIER = 20;
const patchOf = z.record(z.string(), z.unknown());

/** What a kept move was before each of its last changes, the newest first; what it was twice is told once. */
export function earlierMoves(db: Db, id: string): readonly EarlierMove[] {
  const rows = db
    .select({ inverse: edit.inverse, at: edit.at })
    .from(edit)
    .where(and(eq(edit.aggregate, MOVES), sql`json_type(${edit.inverse}, ${`$."${id}"`}) = 'object'`))
    .orderBy(desc(edit.version))
    .all();
  const seen = new Set<string>();
  return rows
    .flatMap(({ inverse, at }): EarlierMove[] => {
      const cells = readDocument(patchOf, inverse);
      const doc = cells ? keptMoveCell.safeParse(cells[id]).data : undefined;
      const text = JSON.stringify(doc);
      if (!doc || seen.has(text)) return [];
      seen.add(text);
      return [{ at, doc }];
    })
    .slice(0, MOST_EARLIER);
}
