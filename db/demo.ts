import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { isNull } from 'drizzle-orm';
import { keptMoveDoc, readKeptMoves, readPlayer, type BarId } from '../core/index.ts';
import { gripsPatch, takeDoc } from './documents.ts';
import { getMoves, putMoves } from './kept-moves.ts';
import type { Db } from './open.ts';
import { getSetting, putSetting } from './settings.ts';
import { createPlayer, putGrips } from './players.ts';
import { player } from './schema.ts';
import { createTake } from './takes.ts';
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

/** A take beside the first. */
interface MoreTake {
  readonly name: string;
  readonly cells: Record<string, unknown>;
}

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
  const more = JSON.parse(readFileSync(join(demo, 'more-takes.json'), 'utf8')) as Record<string, readonly MoreTake[]>;
  const docOf = (cells: Record<string, unknown>, bars: readonly BarId[]) =>
    takeDoc.parse({
      schema: 2,
      // Bars are counted as they are written, from 1.
      cells: Object.fromEntries(
        Object.entries(cells).map(([at, cell]) => [at.replace(/^\d+/, (bar) => bars[Number(bar) - 1]!.id), cell]),
      ),
    });
  files.forEach((file, i) => {
    const [number] = file;
    const { id, doc } = createTune(db, readFileSync(join(folder, file), 'utf8'), {
      cells: (bars) => docOf(takes[number!] ?? {}, bars).cells,
      playerId: playerIds.get(PLAYED_BY[number!] ?? '') ?? null,
      now: Date.now() - (files.length - i) * 1000,
    });
    for (const { name, cells } of more[number!] ?? [])
      createTake(db, { tuneId: id, name, doc: docOf(cells, doc.bars), parentId: null, about: null, now: Date.now() });
  });
  fillMoves(db, readFileSync(join(demo, 'kept-moves.json'), 'utf8'));
  return files.length;
}

/** How often the band used some moves of ours. */
const USED = { 'turn-pushed': { used: 5 }, 'ending-minor-iv': { used: 3 }, 'demo-strut-turnback': { used: 4 } };

/** Puts the band's kept moves beside those there are. */
function fillMoves(db: Db, text: string): void {
  const read = readKeptMoves(text);
  if (!read.ok) throw new Error(`demo/kept-moves.json: ${JSON.stringify(read.problems)}`);
  const come = Object.fromEntries(read.value.map(({ id, move }) => [id, keptMoveDoc(move)]));
  putMoves(db, { ...come, ...getMoves(db).cells });
  const { version, cells } = getSetting(db, 'moves');
  putSetting(db, 'moves', { version, cells: { ...USED, ...cells } });
}
