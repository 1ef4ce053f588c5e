import { copyFileSync, existsSync, mkdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { drizzle } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import type { BaseSQLiteDatabase } from 'drizzle-orm/sqlite-core';
import * as schema from './schema.ts';

/** What the verbs work on: a connection, or a transaction on one. */
export type Db = BaseSQLiteDatabase<'sync', Database.RunResult, typeof schema>;
export type Connection = ReturnType<typeof openDatabase>;

/** Where the player's data lives unless `HERON_DB` says otherwise. */
export function databasePath(): string {
  return process.env.HERON_DB ?? join(process.cwd(), 'data', 'heron.db');
}

/** Opens a database file. What is acknowledged is on the disk: every commit is synced in full. */
export function openDatabase(path: string) {
  if (path !== ':memory:') mkdirSync(dirname(path), { recursive: true });
  const client = new Database(path);
  client.pragma('journal_mode = WAL');
  client.pragma('synchronous = FULL');
  client.pragma('foreign_keys = ON');
  client.pragma('busy_timeout = 5000');
  return drizzle(client, { schema });
}

const MIGRATIONS = join(import.meta.dirname, 'migrations');

/** Brings a database up to date; a file with data is copied beside itself first. Returns the copy's path, or null. */
export function migrateDatabase(db: Connection, path: string): string | null {
  const copy = path !== ':memory:' && isBehind(db) ? copyBefore(db, path) : null;
  migrate(db, { migrationsFolder: MIGRATIONS });
  return copy;
}

function isBehind({ $client }: Connection): boolean {
  const known = $client
    .prepare(`select name from sqlite_master where type = 'table' and name = '__drizzle_migrations'`)
    .get();
  if (!known) return false;
  const { applied } = $client.prepare('select count(*) as applied from __drizzle_migrations').get() as {
    applied: number;
  };
  const journal = JSON.parse(readFileSync(join(MIGRATIONS, 'meta', '_journal.json'), 'utf8')) as { entries: unknown[] };
  return applied < journal.entries.length;
}

function copyBefore({ $client }: Connection, path: string): string {
  $client.pragma('wal_checkpoint(TRUNCATE)');
  let copy = `${path}.before-migration`;
  for (let n = 2; existsSync(copy); n++) copy = `${path}.before-migration-${n}`;
  copyFileSync(path, copy);
  return copy;
}
