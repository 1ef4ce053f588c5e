import { copyFileSync, existsSync, mkdtempSync, renameSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type Database from 'better-sqlite3';
import { getTableColumns, getTableName, is } from 'drizzle-orm';
import { SQLiteTable } from 'drizzle-orm/sqlite-core';
import { checkFile } from './backups.ts';
import { DataFault } from './faults.ts';
import { migrateDatabase, openDatabase, type Connection } from './open.ts';
import * as schema from './schema.ts';

/** What a backup holds, to be seen before it is put back. */
export interface BackupContents {
  readonly tunes: number;
  readonly takes: number;
  readonly players: number;
  readonly keptGrips: number;
  readonly keptMoves: number;
  /** The tunes changed last, by title. */
  readonly titles: readonly string[];
  /** When a tune was last changed; null without tunes. */
  readonly changedAt: number | null;
}

/**
 * A backup brought up to date in a place of its own, for as long as `work` takes: the file itself is left as it is.
 * Throws a {@link DataFault} when it is damaged, not ours, or newer than this program.
 */
function staged<T>(path: string, dataPath: string, work: (stage: string, db: Connection) => T): T {
  if (!existsSync(path)) throw new DataFault(`There is no file ${path}.`);
  checkFile(path);
  const folder = mkdtempSync(join(dirname(dataPath), 'restore-'));
  const stage = join(folder, 'stage.db');
  try {
    copyFileSync(path, stage);
    const db = openDatabase(stage);
    try {
      migrateDatabase(db, stage);
      db.$client.pragma('journal_mode = DELETE');
      return work(stage, db);
    } finally {
      db.$client.close();
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** What lies in a backup. */
export function contentsOf(path: string, dataPath: string): BackupContents {
  return staged(path, dataPath, (_, { $client }) => {
    const count = (from: string) => $client.prepare(`select count(*) from ${from}`).pluck().get() as number;
    const last = $client
      .prepare('select title, changed_at as at from tune where deleted_at is null order by changed_at desc limit 5')
      .all() as { title: string; at: number }[];
    return {
      tunes: count('tune where deleted_at is null'),
      takes: count('take where deleted_at is null and tune_id in (select id from tune where deleted_at is null)'),
      players: count('player where deleted_at is null'),
      keptGrips: count('kept_grip where deleted_at is null and not banished'),
      keptMoves: count('kept_move where deleted_at is null'),
      titles: last.map(({ title }) => title),
      changedAt: last[0]?.at ?? null,
    };
  });
}

const TABLES = Object.values(schema).filter((one): one is never => is(one, SQLiteTable)) as SQLiteTable[];

/**
 * Puts a backup in the place of everything, in one transaction: whoever reads meanwhile sees the one or the other.
 * Versions go on from the highest there was, so that no window takes what it still has for newer.
 */
export function restoreInto(db: Connection, path: string, dataPath: string): void {
  staged(path, dataPath, (stage) => {
    const { $client } = db;
    $client.prepare('attach ? as brought').run(stage);
    try {
      $client
        .transaction(() => {
          $client.pragma('defer_foreign_keys = ON');
          const highest = highestVersion($client);
          for (const table of TABLES) $client.exec(`delete from main."${getTableName(table)}"`);
          for (const table of TABLES) {
            const columns = Object.values(getTableColumns(table)).map(({ name }) => `"${name}"`);
            const list = columns.join(', ');
            $client.exec(
              `insert into main."${getTableName(table)}" (${list}) select ${list} from brought."${getTableName(table)}" order by rowid`,
            );
            const versions = columns.filter((name) => /^"(base_)?version"$/.test(name));
            if (versions.length > 0)
              $client.exec(
                `update main."${getTableName(table)}" set ${versions.map((name) => `${name} = ${name} + ${highest}`).join(', ')}`,
              );
          }
        })
        .immediate();
    } finally {
      $client.exec('detach brought');
    }
  });
}

function highestVersion(client: Database.Database): number {
  const of = ['tune', 'take', 'player', 'setting', 'edit'].map(
    (table) => `select max(version) as version from main.${table}`,
  );
  return Number(
    client
      .prepare(`select max(version) from (${of.join(' union all ')})`)
      .pluck()
      .get() ?? 0,
  );
}

/** Puts a backup where no data are, or where they cannot be read: those are moved aside. Returns where to, or null. */
export function restoreOver(path: string, dataPath: string, now = Date.now()): string | null {
  const aside = existsSync(dataPath) ? `${dataPath}.aside-${now}` : null;
  staged(path, dataPath, (stage) => {
    for (const end of ['', '-wal', '-shm'])
      if (aside && existsSync(dataPath + end)) renameSync(dataPath + end, aside + end);
    copyFileSync(stage, dataPath);
  });
  openDatabase(dataPath).$client.close();
  return aside;
}
