import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { databasePath, migrateDatabase, openDatabase } from './open.ts';
import { readPlayer } from '../core/index.ts';
import { gripsPatch, takeDoc } from './documents.ts';
import { createPlayer, putGrips } from './players.ts';
import { tune } from './schema.ts';
import { createTune, listTunes } from './tunes.ts';

/** Demo tunes, by number, that another than the first player plays. */
const PLAYED_BY: Readonly<Record<string, string>> = { 5: 'Band night' };

/* Run before the server: migrates, and with --demo fills an empty database with the demo tunes. */
const path = databasePath();
const db = openDatabase(path);
const copy = migrateDatabase(db, path);
if (copy !== null) console.log(`The data was copied to ${copy} before it was brought up to date.`);
if (process.argv.includes('--demo') && db.select({ id: tune.id }).from(tune).limit(1).all().length === 0) {
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
      cells: (bars) =>
        takeDoc.shape.cells.parse(
          Object.fromEntries(
            Object.entries(takes[file.slice(0, 1)] ?? {}).map(([at, cell]) => [
              at.replace(/^\d+/, (bar) => bars[Number(bar) - 1]!.id),
              cell,
            ]),
          ),
        ),
      playerId: playerIds.get(PLAYED_BY[file.slice(0, 1)] ?? '') ?? null,
      now: Date.now() - (files.length - i) * 1000,
    }),
  );
  console.log(`Put ${listTunes(db).length} demo tunes on the shelf.`);
}
db.$client.close();
