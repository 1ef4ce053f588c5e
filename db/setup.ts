import { join } from 'node:path';
import { fillDemo } from './demo.ts';
import { dataFaultOf } from './faults.ts';
import { keepHouse } from './housekeeping.ts';
import { inWords } from './in-words.ts';
import { databasePath, migrateDatabase, openDatabase } from './open.ts';
import { tune } from './schema.ts';
import { fillFacts } from './tunes.ts';

/* Run before the server: looks whether the data are whole, migrates, keeps house, and with --demo fills an empty database. */
inWords(() => {
  const path = databasePath();
  const db = openDatabase(path);
  const backup = migrateDatabase(db, path);
  if (backup !== null) console.log(`The data were backed up to ${backup} before they were brought up to date.`);
  fillFacts(db);
  if (process.argv.includes('--demo') && db.select({ id: tune.id }).from(tune).limit(1).all().length === 0)
    console.log(`Put ${fillDemo(db, join(import.meta.dirname, '..', 'demo'))} demo tunes on the shelf.`);
  try {
    keepHouse(db, path);
  } catch (error) {
    // No room for a backup is no reason not to play.
    const fault = dataFaultOf(error);
    if (!fault) throw error;
    console.error(`No backup could be made: ${fault.message}`);
  }
  db.$client.close();
});
