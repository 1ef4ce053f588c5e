import { eq } from 'drizzle-orm';
import { keptMoveCell, readDocument, takeDoc, tuneDoc } from './documents.ts';
import type { Db } from './open.ts';
import { listPlayers } from './players.ts';
import { keptMove, player, setting, take, tune } from './schema.ts';
import { getSetting } from './settings.ts';

/** Something kept that cannot be read. */
export interface UnreadableRow {
  readonly kind: 'tune' | 'take' | 'player' | 'setting' | 'move';
  readonly id: string;
  readonly title: string;
}

/** Everything that cannot be read, wherever it stands, the bin included. */
export function listUnreadable(db: Db): UnreadableRow[] {
  const tunes = db.select({ id: tune.id, title: tune.title, doc: tune.doc }).from(tune).all();
  const takes = db.select({ id: take.id, title: take.name, doc: take.doc }).from(take).all();
  const moves = db.select({ id: keptMove.id, title: keptMove.name, doc: keptMove.doc }).from(keptMove).all();
  const settings = db.select({ id: setting.key }).from(setting).all();
  return [
    ...tunes.flatMap(({ id, title, doc }) =>
      readDocument(tuneDoc, doc) ? [] : [{ kind: 'tune' as const, id, title }],
    ),
    ...takes.flatMap(({ id, title, doc }) =>
      readDocument(takeDoc, doc) ? [] : [{ kind: 'take' as const, id, title }],
    ),
    ...listPlayers(db).flatMap(({ id, name, unreadable }) =>
      unreadable ? [{ kind: 'player' as const, id, title: name }] : [],
    ),
    ...moves.flatMap(({ id, title, doc }) =>
      readDocument(keptMoveCell, doc) ? [] : [{ kind: 'move' as const, id, title }],
    ),
    ...settings.flatMap(({ id }) =>
      getSetting(db, id).unreadable ? [{ kind: 'setting' as const, id, title: id }] : [],
    ),
  ];
}

/** A row as it is, as JSON text; null: there is none. */
export function rawRow(db: Db, kind: string, id: string): string | null {
  const rows = {
    tune: () => db.select().from(tune).where(eq(tune.id, id)).get(),
    take: () => db.select().from(take).where(eq(take.id, id)).get(),
    player: () => db.select().from(player).where(eq(player.id, id)).get(),
    move: () => db.select().from(keptMove).where(eq(keptMove.id, id)).get(),
    setting: () => db.select().from(setting).where(eq(setting.key, id)).get(),
  };
  const row = Object.hasOwn(rows, kind) ? rows[kind as keyof typeof rows]() : undefined;
  return row === undefined ? null : JSON.stringify(row, null, 2);
}
