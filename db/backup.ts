/* `npm run backup [-- FILE]`: everything in one file, also while the app runs. */
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { backUpTo, newBackupPath } from './backups.ts';
import { DataFault } from './faults.ts';
import { inWords } from './in-words.ts';
import { checkWhole, databasePath, openDatabase } from './open.ts';

inWords(() => {
  const path = databasePath();
  if (!existsSync(path)) throw new DataFault(`There are no data yet at ${path}.`);
  const named = process.argv[2];
  const to = named === undefined ? newBackupPath(path, 'by-hand') : resolve(named);
  if (existsSync(to)) throw new DataFault(`${to} is there already; nothing was written over. Name another file.`);
  const db = openDatabase(path);
  checkWhole(db, path);
  backUpTo(db.$client, to);
  db.$client.close();
  console.log(`Everything is in ${to}, which was checked.`);
});
