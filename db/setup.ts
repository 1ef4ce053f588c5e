import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { databasePath, migrateDatabase, openDatabase } from './open.ts';
import { createTune, listTunes } from './tunes.ts';
import { tune } from './schema.ts';

/* Run before the server: migrates, and with --demo fills an empty database with the demo tunes. */
const path = databasePath();
const db = openDatabase(path);
const copy = migrateDatabase(db, path);
if (copy !== null) console.log(`The data was copied to ${copy} before it was brought up to date.`);
if (process.argv.includes('--demo') && db.select({ id: tune.id }).from(tune).limit(1).all().length === 0) {
  const folder = join(import.meta.dirname, '..', 'demo', 'tunes');
  const files = readdirSync(folder).sort().reverse();
  files.forEach((file, i) =>
    createTune(db, readFileSync(join(folder, file), 'utf8'), { now: Date.now() - (files.length - i) * 1000 }),
  );
  console.log(`Put ${listTunes(db).length} demo tunes on the shelf.`);
}
db.$client.close();
