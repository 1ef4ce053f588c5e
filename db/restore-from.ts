/* `npm run restore -- FILE`: puts a backup in the place of everything; what was there is backed up, or moved aside. */
import { resolve } from 'node:path';
import { backUpTo, newBackupPath } from './backups.ts';
import { DataFault } from './faults.ts';
import { inWords } from './in-words.ts';
import { databasePath, migrateDatabase, openDatabase, type Connection } from './open.ts';
import { contentsOf, restoreInto, restoreOver } from './restore.ts';

inWords(() => {
  const path = databasePath();
  const named = process.argv[2];
  if (named === undefined) throw new DataFault('Which backup? Name its file: npm run restore -- FILE');
  const from = resolve(named);
  const { tunes, takes, players } = contentsOf(from, path);
  const holds = `${tunes} tunes, ${takes} takes and ${players} players`;
  const db = open(path);
  if (db) {
    const back = backUpTo(db.$client, newBackupPath(path, 'before-restore'));
    restoreInto(db, from, path);
    db.$client.close();
    console.log(`${holds} were put back. What was there before is in ${back}: npm run restore -- ${back}`);
  } else {
    const aside = restoreOver(from, path);
    console.log(`${holds} were put back.${aside === null ? '' : ` What could not be read is kept as ${aside}.`}`);
  }
});

/** The data as they are; null where they cannot be read. */
function open(path: string): Connection | null {
  try {
    const db = openDatabase(path);
    migrateDatabase(db, path);
    return db;
  } catch (error) {
    if (error instanceof DataFault) return null;
    throw error;
  }
}
