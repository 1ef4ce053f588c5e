import { copyFileSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeEach, describe, expect, test } from '@jest/globals';
import { keptMoveDoc, SHIPPED_MOVES, shippedMove } from '../core/index.ts';
import { loadAggregate, type AnyCells } from './aggregates.ts';
import { backUpTo, newBackupPath } from './backups.ts';
import { applyEdit } from './edits.ts';
import { migrateDatabase, openDatabase, type Connection } from './open.ts';
import { listPlayers } from './players.ts';
import { lastLogged } from './practice.ts';
import { restoreInto } from './restore.ts';
import { edit } from './schema.ts';
import { listTakes } from './takes.ts';
import { createTune, getTune } from './tunes.ts';

/*
 * What is promised of all that a player makes, document by document: the rows of README's table of promises. What only
 * some documents have (the bin, a tune's history, a take beside the one that won) is in the tests of those documents.
 */

const folder = mkdtempSync(join(tmpdir(), 'heron-promises-'));
afterAll(() => rmSync(folder, { recursive: true }));
let files = 0;
let path: string;
let db: Connection;
let tuneId: string;
beforeEach(() => {
  path = join(folder, `${files++}`, 'heron.db');
  db = openDatabase(path);
  migrateDatabase(db, path);
  listPlayers(db);
  tuneId = createTune(db, 'title: Ebb\nkey: C\n| C | F |\n| G | C |\nmelody:\nc8 | f8 |\n').id;
});

const GRIP = 'E2 A2 D3 G3 B3 E4/';
const kept = (name: string) => ({ banished: false, name, tags: ['open'], note: 'let it ring' });
const move = (i: number, name: string) => ({ ...keptMoveDoc(shippedMove(SHIPPED_MOVES[i]!)), name });
const style = (name: string) => ({ id: 'own', name, words: '', groups: { planing: 3 }, stray: 3, colours: ['7#9'] });
const note = (pitch: number) => [{ tick: 0, ticks: 480, pitch, spelling: 'C', tied: false }];
const chord = (colour: string) => ({ layer: 'chord', on: 'C', colour });
const bar = (i: number) => getTune(db, tuneId)!.doc.bars[i]!.id;
const played = (note: string) => ({
  ...{ deed: 'played', schema: 1, at: 1_700_000_000_000, seconds: 60, goal: null, clean: null, hurt: null, note },
  ...{ what: { kind: 'warm-up' }, rounds: { clean: 1, unclean: 0 } },
});

interface Row {
  readonly what: string;
  readonly aggregate: () => string;
  /** A cell, the same cell otherwise, and another one. */
  readonly one: () => AnyCells;
  readonly otherwise: () => AnyCells;
  readonly another: () => AnyCells;
  /** Where the same cell of two windows is kept for the second: beside it, in a tune or take of its own, or with the window that made it. */
  readonly second: 'beside' | 'told' | 'both stand' | 'the later stands';
}
const player = () => listPlayers(db)[0].id;
const DOCUMENTS: readonly Row[] = [
  {
    what: 'who plays a tune',
    aggregate: () => `tune:${tuneId}`,
    one: () => ({ playerId: player() }),
    otherwise: () => ({ playerId: player() }),
    another: () => ({ chartText: getTune(db, tuneId)!.chartText.replace('| G |', '| G7 |') }),
    second: 'the later stands',
  },
  {
    what: 'a tune’s melody',
    aggregate: () => `melody:${tuneId}`,
    one: () => ({ [bar(2)]: note(60) }),
    otherwise: () => ({ [bar(2)]: note(62) }),
    another: () => ({ [bar(3)]: note(64) }),
    second: 'beside',
  },
  {
    what: 'a take',
    aggregate: () => `take:${listTakes(db, tuneId)[0]!.id}`,
    one: () => ({ 'a:1:0': chord('6') }),
    otherwise: () => ({ 'a:1:0': chord('maj9') }),
    another: () => ({ 'b:1:0': chord('6/9') }),
    second: 'beside',
  },
  {
    what: 'a player',
    aggregate: () => `player:${player()}`,
    one: () => ({ reach: 100 }),
    otherwise: () => ({ reach: 120 }),
    another: () => ({ capo: 2 }),
    second: 'told',
  },
  {
    what: 'kept grips',
    aggregate: () => `grips:${player()}`,
    one: () => ({ [`${GRIP}x-3-2-0-1-0`]: kept('home') }),
    otherwise: () => ({ [`${GRIP}x-3-2-0-1-0`]: kept('deck chair') }),
    another: () => ({ [`${GRIP}x-3-5-4-5-3`]: kept('lamp') }),
    second: 'told',
  },
  {
    what: 'kept moves',
    aggregate: () => 'moves:own',
    one: () => ({ a: move(0, 'quay') }),
    otherwise: () => ({ a: move(0, 'pier') }),
    another: () => ({ b: move(1, 'rail') }),
    second: 'told',
  },
  {
    what: 'own styles',
    aggregate: () => 'setting:styles',
    one: () => ({ own: style('Grit, mine') }),
    otherwise: () => ({ own: style('Grit, ours') }),
    another: () => ({ two: { ...style('Other'), id: 'two' } }),
    second: 'told',
  },
  {
    what: 'own rhythms',
    aggregate: () => 'setting:rhythms',
    one: () => ({ mine: { name: 'Push', text: '4/4: 1:1.5W> 2&:.5W.' } }),
    otherwise: () => ({ mine: { name: 'Pull', text: '4/4: 1:1W' } }),
    another: () => ({ two: { name: 'Two', text: '4/4: 2:1W' } }),
    second: 'told',
  },
  {
    what: 'how moves are chosen in a tune',
    aggregate: () => `setting:taste.${tuneId}`,
    one: () => ({ stray: 2 }),
    otherwise: () => ({ stray: 4 }),
    another: () => ({ melodyFirst: true }),
    second: 'told',
  },
  {
    what: 'how kept moves are used',
    aggregate: () => 'setting:moves',
    one: () => ({ a: { used: 1 } }),
    otherwise: () => ({ a: { used: 2 } }),
    another: () => ({ b: { takes: true } }),
    second: 'told',
  },
  {
    what: 'the log of practice',
    aggregate: () => 'practice:log',
    one: () => ({ a: played('one') }),
    otherwise: () => ({ c: played('one, in another window') }),
    another: () => ({ b: played('another') }),
    second: 'both stand',
  },
];

/** What stands, whichever way it is kept. */
function cellsOf(of: Connection, aggregate: string): AnyCells {
  if (aggregate === 'practice:log') return Object.fromEntries(lastLogged(of, 99).map(({ id, entry }) => [id, entry]));
  return loadAggregate(of, aggregate, 0)!.cells;
}
let count = 0;
const send = (aggregate: string, patch: AnyCells, baseVersion: number, editId = `w${count}.${count++}`) =>
  applyEdit(db, { editId, aggregate, baseVersion, after: null, patch });
const versionOf = (aggregate: string) => loadAggregate(db, aggregate, 0)!.version;

describe.each(DOCUMENTS.map((row) => [row.what, row] as const))('%s', (_, row) => {
  test('an acknowledged edit is there when the file is opened again, and one sent twice counts once', () => {
    const [name, patch] = [row.aggregate(), row.one()];
    const base = versionOf(name);
    expect(send(name, patch, base, 'one.1')).toMatchObject({ status: 'saved' });
    expect(send(name, patch, base, 'one.1')).toMatchObject({ status: 'saved' });
    // Not closed: what is in the log beside the file counts.
    const again = openDatabase(path);
    expect(cellsOf(again, name)).toMatchObject(patch);
    expect(again.select().from(edit).all()).toHaveLength(1);
    again.$client.close();
  });

  test('two windows: different things both stand; of the same nothing goes unseen', () => {
    const [name, one, otherwise, another] = [row.aggregate(), row.one(), row.otherwise(), row.another()];
    const base = versionOf(name);
    send(name, one, base);
    expect(send(name, another, base)).toMatchObject({ status: 'saved' });
    expect(cellsOf(db, name)).toMatchObject(row.what === 'who plays a tune' ? one : { ...one, ...another });
    const answer = send(name, otherwise, base);
    if (row.second === 'beside' || row.second === 'told') {
      // The first stands; the second is kept beside it, or its window, which has it, is told.
      expect(answer.status).toBe('conflict');
      expect('kept' in answer && answer.kept !== null).toBe(row.second === 'beside');
      expect(cellsOf(db, name)).toMatchObject(one);
    } else {
      expect(answer.status).toBe('saved');
      expect(cellsOf(db, name)).toMatchObject(row.second === 'both stand' ? { ...one, ...otherwise } : otherwise);
    }
  });

  test('its record says what takes each edit back; a backup has it, and puts it back', () => {
    const [name, one, another] = [row.aggregate(), row.one(), row.another()];
    send(name, one, versionOf(name));
    const before = cellsOf(db, name);
    const backup = backUpTo(db.$client, newBackupPath(path, 'by-hand'));
    send(name, another, versionOf(name));
    const last = db.select().from(edit).all().at(-1)!;
    expect(Object.keys(JSON.parse(last.inverse) as object)).toEqual(Object.keys(another));
    restoreInto(db, backup, path);
    expect(cellsOf(db, name)).toEqual(before);
  });
});

const FIXTURES = join(__dirname, 'fixtures');
test.each(readdirSync(FIXTURES).filter((name) => name.endsWith('.db')))(
  'all that %s holds, as a build of its day wrote it, is read and edited by this one',
  (name) => {
    const old = join(folder, name);
    copyFileSync(join(FIXTURES, name), old);
    const opened = openDatabase(old);
    migrateDatabase(opened, old);
    const names = [
      ...new Set(
        opened
          .select()
          .from(edit)
          .all()
          .map(({ aggregate }) => aggregate),
      ),
    ];
    const rows = (table: string) => opened.$client.prepare(`select id from ${table}`).pluck().all() as string[];
    const all = [...names, ...rows('tune').map((id) => `tune:${id}`), ...rows('take').map((id) => `take:${id}`)];
    for (const aggregate of new Set(all)) {
      const found = loadAggregate(opened, aggregate, 0);
      // What was deleted for good has edits no more.
      if (found) expect([aggregate, found.version >= 1]).toEqual([aggregate, true]);
    }
    expect(opened.$client.pragma('quick_check', { simple: true })).toBe('ok');
    const take = rows('take')[0]!;
    const { version } = loadAggregate(opened, `take:${take}`, 0)!;
    const made = { editId: 'now.1', aggregate: `take:${take}`, baseVersion: version, after: null };
    expect(applyEdit(opened, { ...made, patch: { 'now:1:0': chord('6') } })).toMatchObject({ status: 'saved' });
    // What was there before is beside it, as it was.
    expect(existsSync(join(folder, 'backups'))).toBe(true);
    opened.$client.close();
  },
);
