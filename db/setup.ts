import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readPlayer } from '../core/index.ts';
import { gripsPatch, takeDoc } from './documents.ts';
import { dataFaultOf } from './faults.ts';
import { keepHouse } from './housekeeping.ts';
import { inWords } from './in-words.ts';
import { databasePath, migrateDatabase, openDatabase, type Db } from './open.ts';
import { createPlayer, putGrips } from './players.ts';
import { tune } from './schema.ts';
import { createTune, fillFacts, listTunes } from './tunes.ts';

/** Demo tunes, by number, that another than the first player plays. */
const PLAYED_BY: Readonly<Record<string, string>> = { 5: 'Band night' };

/* Run before the server: looks whether the data are whole, migrates, keeps house, and with --demo fills an empty database. */
inWords(() => {
  const path = databasePath();
  const db = openDatabase(path);
  const backup = migrateDatabase(db, path);
  if (backup !== null) console.log(`The data were backed up to ${backup} before they were brought up to date.`);
  fillFacts(db);
  if (process.argv.includes('--demo') && db.select({ id: tune.id }).from(tune).limit(1).all().length === 0) fill(db);
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

/** Puts the demo tunes and players into an empty database. */
function fill(db: Db): void {
  const demo = join(import.meta.dirname, '..', 'demo');
  const players = JSON.parse(readFileSync(join(demo, 'players.json'), 'utf8')) as { player: object; grips: object }[];
  const playerIds = new Map<string, string>();
  players.forEach(({ player, grips }, i) => {
    const read = readPlayer(player);
    if (!read.ok) throw new Error(`demo/players.json: ${JSON.stringify(read.problems)}`);
    const { id, name } = createPlayer(db, read.value, Date.now() - 1000 + i);
    playerIds.set(name, id);
    if (Object.keys(grips).length > 0) putGrips(db, id, gripsPatch.parse(grips) as never);
  });
  const folder = join(demo, 'tunes');
  const files = readdirSync(folder).sort().reverse();
  const takes = JSON.parse(readFileSync(join(demo, 'takes.json'), 'utf8')) as Record<string, Record<string, unknown>>;
  files.forEach((file, i) =>
    createTune(db, readFileSync(join(folder, file), 'utf8'), {
      cells: (bars) => {
        const named = Object.entries(takes[file.slice(0, 1)] ?? {}).map(([at, decision]) => [
          at.replace(/^\d+/, (bar) => bars[Number(bar) - 1]!.id),
          decision,
        ]);
        return takeDoc.parse({ schema: 2, cells: Object.fromEntries(named) }).cells;
      },
      playerId: playerIds.get(PLAYED_BY[file.slice(0, 1)] ?? '') ?? null,
      now: Date.now() - (files.length - i) * 1000,
    }),
  );
  console.log(`Put ${listTunes(db).length} demo tunes on the shelf.`);
}
