import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { isNull } from 'drizzle-orm';
import { readPlayer } from '../core/index.ts';
import { gripsPatch, takeDoc } from './documents.ts';
import type { Db } from './open.ts';
import { createPlayer, putGrips } from './players.ts';
import { player } from './schema.ts';
import { createTune } from './tunes.ts';

/** Demo tunes, by number, that another than the first player plays. */
const PLAYED_BY: Readonly<Record<string, string>> = { 5: 'Band night' };

const namesOfPlayers = (db: Db) =>
  db
    .select({ id: player.id, name: player.name })
    .from(player)
    .where(isNull(player.deletedAt))
    .all()
    .map(({ id, name }) => [name, id] as const);

/** Puts the demo tunes on the shelf, and their players beside those there are; `demo` is their folder. Returns how many tunes. */
export function fillDemo(db: Db, demo: string): number {
  const players = JSON.parse(readFileSync(join(demo, 'players.json'), 'utf8')) as { player: object; grips: object }[];
  // Whoever has a demo player already keeps that one.
  const playerIds = new Map(namesOfPlayers(db));
  players.forEach(({ player, grips }, i) => {
    const read = readPlayer(player);
    if (!read.ok) throw new Error(`demo/players.json: ${JSON.stringify(read.problems)}`);
    if (playerIds.has(read.value.name)) return;
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
  return files.length;
}
