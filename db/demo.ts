import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { isNull } from 'drizzle-orm';
import {
  keptMoveDoc,
  readKeptMoves,
  readPlayer,
  readPractised,
  type BarId,
  type HurtPlace,
  type Practised,
} from '../core/index.ts';
import { gripsPatch, takeDoc } from './documents.ts';
import { getMoves, putMoves } from './kept-moves.ts';
import type { Db } from './open.ts';
import { getSetting, putSetting } from './settings.ts';
import { createPlayer, putGrips } from './players.ts';
import { addToLog } from './practice.ts';
import { player } from './schema.ts';
import { createTake, listTakes } from './takes.ts';
import { createTune, getTune } from './tunes.ts';

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
  const put = new Map<string, DemoTune>();
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
    const { id, title, doc } = createTune(db, readFileSync(join(folder, file), 'utf8'), {
      cells: (bars) => docOf(takes[number!] ?? {}, bars).cells,
      playerId: playerIds.get(PLAYED_BY[number!] ?? '') ?? null,
      now: Date.now() - (files.length - i) * 1000,
    });
    put.set(number!, { id, title, bars: doc.bars, take: listTakes(db, id)[0]! });
    for (const { name, cells } of more[number!] ?? [])
      createTake(db, { tuneId: id, name, doc: docOf(cells, doc.bars), parentId: null, about: null, now: Date.now() });
  });
  fillLog(db, readFileSync(join(demo, 'practice.json'), 'utf8'), put);
  fillMoves(db, readFileSync(join(demo, 'kept-moves.json'), 'utf8'));
  return files.length;
}

/** A demo tune as it was put on the shelf, with its first take. */
interface DemoTune {
  readonly id: string;
  readonly title: string;
  readonly bars: readonly BarId[];
  readonly take: { readonly id: string; readonly name: string };
}
/** What was practised on some days: days ago, clean tempo, rounds, seconds; where it hurt, a note (demo/practice.json). */
interface DemoPractice {
  readonly tuning: string;
  readonly log: readonly {
    readonly what: Readonly<Record<string, unknown>>;
    readonly days: readonly (readonly [number, number | null, number, number, number, HurtPlace?, string?])[];
  }[];
}

/** Puts what the guitarist of the band practised in the last weeks into the log, each evening from half past six. */
function fillLog(db: Db, text: string, tunes: ReadonlyMap<string, DemoTune>): void {
  const { tuning, log } = JSON.parse(text) as DemoPractice;
  const begun = new Map<number, number>();
  const all = log.flatMap(({ what, days }) => days.map((day) => ({ what: demoItem(what, tuning, tunes), day })));
  for (const { what, day } of all.sort((a, b) => b.day[0] - a.day[0])) {
    const [ago, clean, right, wrong, seconds, hurt = null, note = ''] = day;
    const evening = new Date();
    evening.setDate(evening.getDate() - ago);
    const at = begun.get(ago) ?? evening.setHours(18, 30, 0, 0);
    begun.set(ago, at + (seconds + 20) * 1000);
    const goal = what.kind === 'change' ? what.tempo : clean === null ? null : Number(demoTempo(db, what));
    const rounds = { clean: right, unclean: wrong };
    const entry = { deed: 'played', schema: 1, at, seconds, what, goal, clean, rounds, hurt, note } as const;
    addToLog(db, { [randomUUID()]: entry }, at);
  }
}

const MOVE_TEMPO = 100;
const demoTempo = (db: Db, what: Practised) =>
  what.kind === 'passage' ? /^tempo: (\d+)/m.exec(getTune(db, what.tuneId)!.chartText)![1] : MOVE_TEMPO;

/** What was practised, with the ids that its tune has now. */
function demoItem(
  what: Readonly<Record<string, unknown>>,
  tuning: string,
  tunes: ReadonlyMap<string, DemoTune>,
): Practised {
  const { tune, first, last, ...rest } = what;
  const of = tunes.get(String(tune));
  const at = ([bar, pass]: readonly [number, number]) => ({ bar: of!.bars[bar - 1]!.id, pass });
  const item = readPractised({
    ...rest,
    ...((rest.kind === 'grip' || rest.kind === 'change') && { tuning }),
    ...(of && {
      tuneId: of.id,
      takeId: of.take.id,
      title: of.title,
      take: of.take.name,
      first: at(first as [number, number]),
      last: at(last as [number, number]),
    }),
  });
  if (item === null) throw new Error(`demo/practice.json: ${JSON.stringify(what)}`);
  return item;
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
