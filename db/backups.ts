import {
  chmodSync,
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { basename, dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { DataFault } from './faults.ts';

/** Why a backup of all data was made. */
export const BACKUP_KINDS = ['daily', 'weekly', 'by-hand', 'before-restore', 'before-migration', 'brought-in'] as const;
export type BackupKind = (typeof BACKUP_KINDS)[number];

/** A backup: everything, in one file. */
export interface Backup {
  readonly name: string;
  readonly kind: BackupKind;
  /** When it was made. */
  readonly at: number;
  readonly bytes: number;
}

/** `heron-2026-11-27T150405.123Z-daily.db` */
const NAME = new RegExp(
  `^heron-(\\d{4}-\\d\\d-\\d\\d)T(\\d\\d)(\\d\\d)(\\d\\d\\.\\d{3})Z-(${BACKUP_KINDS.join('|')})\\.db$`,
);

/** The folder of the backups: beside the data, its owner's alone. */
export function backupsFolder(dataPath: string): string {
  return join(dirname(dataPath), 'backups');
}

/** Where a new backup goes; two made in one millisecond do not meet. */
export function newBackupPath(dataPath: string, kind: BackupKind, now = Date.now()): string {
  for (let at = now; ; at++) {
    const path = join(backupsFolder(dataPath), `heron-${new Date(at).toISOString().replaceAll(':', '')}-${kind}.db`);
    if (!existsSync(path)) return path;
  }
}

/**
 * Copies a database that may be in use into one plain file, read at one moment, whatever is written meanwhile, by
 * `VACUUM INTO` (SQLite's documentation, lang_vacuum.html: "a consistent snapshot of the original database"). It is
 * checked, synced, and only then stands under its name. Returns the path.
 */
export function backUpTo(client: Database.Database, path: string): string {
  mkdirSync(dirname(path), { recursive: true, mode: 0o700 });
  const draft = `${path}.part`;
  rmSync(draft, { force: true });
  try {
    client.prepare('vacuum into ?').run(draft);
    chmodSync(draft, 0o600);
    checkFile(draft);
    syncFile(draft);
    renameSync(draft, path);
    syncFile(dirname(path));
  } catch (error) {
    rmSync(draft, { force: true });
    throw error;
  }
  return path;
}

/** Whether a file is a whole database, by SQLite's own check; throws a {@link DataFault} where it is not. */
export function checkFile(path: string): void {
  let found: unknown;
  try {
    const copy = new Database(path, { readonly: true, fileMustExist: true });
    try {
      found = copy.pragma('quick_check(1)', { simple: true });
    } finally {
      copy.close();
    }
  } catch (error) {
    found = error instanceof Error ? error.message : error;
  }
  if (found !== 'ok') throw new DataFault(`${basename(path)} is no whole database: ${String(found)}.`);
}

function syncFile(path: string): void {
  const file = openSync(path, 'r');
  try {
    fsyncSync(file);
  } finally {
    closeSync(file);
  }
}

/** The backups there are, newest first. */
export function listBackups(dataPath: string): Backup[] {
  const folder = backupsFolder(dataPath);
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .flatMap((name): Backup[] => {
      const match = NAME.exec(name);
      if (!match) return [];
      const [, day, hour, minute, second, kind] = match;
      const at = Date.parse(`${day}T${hour}:${minute}:${second}Z`);
      return [{ name, kind: kind as BackupKind, at, bytes: statSync(join(folder, name)).size }];
    })
    .sort((a, b) => b.at - a.at || (a.name < b.name ? 1 : -1));
}

/** The path of a backup by its name; null: there is none of this name. */
export function backupPath(dataPath: string, name: string): string | null {
  const path = join(backupsFolder(dataPath), name);
  return NAME.test(name) && existsSync(path) ? path : null;
}

const DAY_MS = 86_400_000;
const DAILY_KEPT = 7;
const WEEKLY_KEPT = 9;
/** Backups take no more room than this together; the newest stays whatever its size. */
export const MOST_BYTES = 1_000_000_000;
/** Backups made for one occasion stay as long as the bin does. */
const OCCASION_MS = 30 * DAY_MS;

/** Which backup is due: a weekly one when the last is a week old, else a daily one; null: none yet. */
export function dueBackup(backups: readonly Backup[], now: number): 'daily' | 'weekly' | null {
  const since = (...kinds: BackupKind[]) => now - (backups.find(({ kind }) => kinds.includes(kind))?.at ?? -Infinity);
  // A clock set back makes a backup of the future: it is no reason to make none.
  const due = (ms: number, length: number) => ms >= length || ms < -DAY_MS;
  if (due(since('weekly'), 7 * DAY_MS)) return 'weekly';
  return due(since('daily', 'weekly'), DAY_MS) ? 'daily' : null;
}

/**
 * The backups that go: daily ones but for the last seven, weekly ones but for the last nine (two months), those of an
 * occasion after thirty days, those made by hand never; then the oldest, of whatever kind but by hand, until all fit.
 */
export function backupsToDrop(backups: readonly Backup[], now: number, most = MOST_BYTES): Backup[] {
  const seen = new Map<BackupKind, number>();
  const kept: Backup[] = [];
  const dropped: Backup[] = [];
  let bytes = 0;
  for (const backup of [...backups].sort((a, b) => b.at - a.at)) {
    const number = (seen.get(backup.kind) ?? 0) + 1;
    seen.set(backup.kind, number);
    const tooMany =
      (backup.kind === 'daily' && number > DAILY_KEPT) ||
      (backup.kind === 'weekly' && number > WEEKLY_KEPT) ||
      (!['daily', 'weekly', 'by-hand'].includes(backup.kind) && now - backup.at > OCCASION_MS);
    const noRoom = backup.kind !== 'by-hand' && kept.length > 0 && bytes + backup.bytes > most;
    if (tooMany || noRoom) dropped.push(backup);
    else {
      kept.push(backup);
      bytes += backup.bytes;
    }
  }
  return dropped;
}

/** Makes the backup that is due, if one is, and drops those that go. Returns the new backup's path, or null. */
export function rotateBackups(client: Database.Database, dataPath: string, now = Date.now()): string | null {
  // Nothing on the shelf is nothing to lose, and would only push older backups out.
  const empty = client.prepare('select count(*) from tune').pluck().get() === 0;
  const due = empty ? null : dueBackup(listBackups(dataPath), now);
  const made = due && backUpTo(client, newBackupPath(dataPath, due, now));
  for (const { name } of backupsToDrop(listBackups(dataPath), now))
    rmSync(join(backupsFolder(dataPath), name), { force: true });
  return made;
}
