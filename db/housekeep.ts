/* Run once an hour while the server runs: the backup that is due, and what is past its time. */
import { keepHouse } from './housekeeping.ts';
import { inWords } from './in-words.ts';
import { databasePath, openDatabase } from './open.ts';

inWords(() => {
  const path = databasePath();
  const db = openDatabase(path);
  keepHouse(db, path);
  db.$client.close();
});
