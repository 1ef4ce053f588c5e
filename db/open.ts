import { chmodSync, existsSync, mkdirSync, readFileSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { getTableName, is } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { SQLiteTable, type BaseSQLiteDatabase } from 'drizzle-orm/sqlite-core';
import { backUpTo, newBackupPath } from './backups.ts';
import { DataFault, dataFaultOf } from './faults.ts';
import * as schema from './schema.ts';

/** What the verbs work on: a connection, or a transaction on one. */
export type Db = BaseSQLiteDatabase<'sync', Database.RunResult, typeof schema>;
export type Connection = ReturnType<typeof openDatabase>;

const ownFolder = () => join(process.cwd(), 'data');

/** Where the player's data lives unless `HERON_DB` says otherwise. */
export function databasePath(): string {
  const named = process.env.HERON_DB;
  if (named?.trim() === '')
    throw new DataFault('HERON_DB is set, but empty. Name a file in it, or leave it out: then data/heron.db is used.');
  return named ?? join(ownFolder(), 'heron.db');
}

/** How long a command waits for another program to let go of the file. The server does not wait: see client.server.ts. */
const PATIENCE_MS = 5000;
const OWNER_ONLY = 0o600;

/**
 * Opens a database file. What is acknowledged is on the disk: every commit is synced in full (SQLite's documentation of
 * `PRAGMA synchronous`: in WAL mode FULL syncs the log after each commit). Throws a {@link DataFault} in words.
 */
export function openDatabase(path: string, { patience = PATIENCE_MS } = {}) {
  try {
    if (path !== ':memory:') {
      mkdirSync(dirname(path), { recursive: true, mode: 0o700 });
      // Made by an earlier version; another folder is the player's to open to whom they like.
      if (dirname(path) === ownFolder()) chmodSync(ownFolder(), 0o700);
      if (existsSync(path) && statSync(path).isDirectory())
        throw new DataFault(`${path} is a folder; a file is needed.`);
    }
    const client = new Database(path, { timeout: patience });
    client.pragma('journal_mode = WAL');
    client.pragma('synchronous = FULL');
    client.pragma('foreign_keys = ON');
    // The log and the index beside it take the rights of the file.
    if (path !== ':memory:') chmodSync(path, OWNER_ONLY);
    return drizzle(client, { schema });
  } catch (error) {
    throw dataFaultOf(error) ?? new DataFault(`${path} cannot be opened: ${String(error)}`, { cause: error });
  }
}

/** Beside this file; beside the working folder where this file is part of a build. */
const MIGRATIONS = [join(import.meta.dirname, 'migrations'), join(process.cwd(), 'db', 'migrations')].find((folder) =>
  existsSync(folder),
)!;
const OURS = '__drizzle_migrations';

/**
 * Brings a database up to date, after a look at whether it is whole and ours. A file with data is backed up first;
 * returns the backup's path, or null. Throws a {@link DataFault}.
 */
export function migrateDatabase(db: Connection, path: string): string | null {
  try {
    checkWhole(db, path);
    const behind = path !== ':memory:' && isBehind(db);
    const backup = behind ? backUpTo(db.$client, newBackupPath(path, 'before-migration')) : null;
    migrate(db, { migrationsFolder: MIGRATIONS });
    checkTables(db, path);
    return backup;
  } catch (error) {
    throw dataFaultOf(error) ?? error;
  }
}

/** SQLite's own look at every page (`PRAGMA quick_check`), and at whose file this is. */
export function checkWhole({ $client }: Connection, path: string): void {
  const found = $client.pragma('quick_check(1)', { simple: true });
  if (found !== 'ok')
    throw new DataFault(
      `${path} is damaged (${String(found).replaceAll('\n', ' ')}). Put a backup in its place: npm run restore -- FILE`,
    );
  const tables = tablesOf($client);
  if (tables.length === 0) return;
  if (!tables.includes(OURS)) throw new DataFault(`${path} is a database, but not one of Yellow Heron.`);
  if (lastApplied($client) > journal().at(-1)!.when)
    throw new DataFault(`${path} was written by a newer Yellow Heron. Use that one, or another file (HERON_DB).`);
}

function checkTables({ $client }: Connection, path: string): void {
  const tables = tablesOf($client);
  const missing = Object.values(schema)
    .filter((one): one is never => is(one, SQLiteTable))
    .map((table) => getTableName(table))
    .filter((name) => !tables.includes(name));
  if (missing.length > 0)
    throw new DataFault(
      `${path} lacks the table ${missing.join(', ')}: it is damaged. Put a backup in its place: npm run restore -- FILE`,
    );
}

const tablesOf = (client: Database.Database): string[] =>
  client.prepare(`select name from sqlite_master where type = 'table'`).pluck().all() as string[];

function lastApplied(client: Database.Database): number {
  return Number(client.prepare(`select max(created_at) from ${OURS}`).pluck().get() ?? 0);
}

function journal() {
  const { entries } = JSON.parse(readFileSync(join(MIGRATIONS, 'meta', '_journal.json'), 'utf8')) as {
    entries: { when: number }[];
  };
  return entries;
}

function isBehind({ $client }: Connection): boolean {
  return tablesOf($client).includes(OURS) && lastApplied($client) < journal().at(-1)!.when;
}
