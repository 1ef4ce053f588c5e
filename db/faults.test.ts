import { mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeEach, describe, expect, test } from '@jest/globals';
import { applyEdit } from './edits.ts';
import { dataFaultOf, Unreadable } from './faults.ts';
import { databasePath, migrateDatabase, openDatabase, type Connection } from './open.ts';
import { createPlayer, listPlayers } from './players.ts';
import { getSetting } from './settings.ts';
import { getTake, listTakes, takeNames } from './takes.ts';
import { createTune, fillFacts, getTune, listShelf, listTunes, shelfJson } from './tunes.ts';

const folder = mkdtempSync(join(tmpdir(), 'heron-faults-'));
afterAll(() => rmSync(folder, { recursive: true }));

let files = 0;
let path: string;
let db: Connection;
beforeEach(() => {
  path = join(folder, `${files++}.db`);
  db = openDatabase(path);
  migrateDatabase(db, path);
});
const reopened = () => {
  db.$client.close();
  migrateDatabase(openDatabase(path), path);
};
/** What a call says is wrong with the data. */
function faultOf(call: () => unknown): string | undefined {
  try {
    call();
    return undefined;
  } catch (error) {
    return dataFaultOf(error)?.message;
  }
}
const bars = (n: number) => `title: Big\n${'| C | F | G7 | C |\n'.repeat(n)}`;

describe('a file that is not as it should be is recognised at the start, in words', () => {
  test('written by a newer version', () => {
    db.$client.exec(`insert into __drizzle_migrations (hash, created_at) values ('later', ${Date.now() * 2})`);
    expect(faultOf(reopened)).toMatch('written by a newer Yellow Heron');
  });

  test('with a table missing', () => {
    db.$client.exec('drop table take');
    expect(faultOf(reopened)).toMatch('lacks the table take');
  });

  test('half of it zeros', () => {
    createTune(db, bars(400));
    db.$client.close();
    const bytes = readFileSync(path);
    writeFileSync(path, bytes.fill(0, bytes.length / 2));
    expect(faultOf(() => migrateDatabase(openDatabase(path), path))).toMatch('is damaged');
  });

  test('of something else, or a folder', () => {
    const other = join(folder, 'letter.db');
    writeFileSync(other, 'Dear band, '.repeat(500));
    expect(faultOf(() => openDatabase(other))).toMatch('is damaged');
    mkdirSync(join(folder, 'folder.db'));
    expect(faultOf(() => openDatabase(join(folder, 'folder.db')))).toMatch('is a folder');
    expect(faultOf(() => openDatabase(join(other, 'in-a-file.db')))).toMatch('cannot be opened');
  });

  test('held by another program', () => {
    db.$client.pragma('locking_mode = EXCLUSIVE');
    createTune(db, bars(1));
    expect(faultOf(() => openDatabase(path, { patience: 0 }))).toMatch('Another program holds');
  });

  test('named by nothing', () => {
    const before = process.env.HERON_DB;
    process.env.HERON_DB = '';
    expect(faultOf(databasePath)).toMatch('HERON_DB is set, but empty');
    if (before === undefined) delete process.env.HERON_DB;
    else process.env.HERON_DB = before;
  });
});

describe('what goes wrong at an edit is said in words, and changes nothing', () => {
  const chart = (n: number) => {
    const { id, version } = listTunes(db)[0]!;
    const patch = { chartText: bars(n) };
    return applyEdit(db, { editId: `w.${n}`, aggregate: `tune:${id}`, baseVersion: version, after: null, patch });
  };
  test.each([
    ['a full disk', 'max_page_count = 1', 'The disk is full'],
    ['a file that may not be written', 'query_only = ON', 'may not be written'],
  ])('%s', (_, pragma, words) => {
    createTune(db, bars(1));
    db.$client.pragma(pragma);
    expect(faultOf(() => chart(1000))).toMatch(words);
    expect(listTunes(db)[0]!.chartText).toBe(bars(1));
    db.$client.pragma('query_only = OFF');
    db.$client.pragma('max_page_count = 1000000');
    expect(chart(1000).status).toBe('saved');
  });

  test('a lock that lasts', () => {
    createTune(db, bars(1));
    const other = openDatabase(path);
    other.$client.exec('begin immediate');
    db.$client.pragma('busy_timeout = 0');
    expect(faultOf(() => chart(2))).toMatch('Another program holds');
    other.$client.exec('commit');
    expect(chart(2).status).toBe('saved');
  });

  test('a mistake of ours is none of the data', () => expect(dataFaultOf(new TypeError('x'))).toBeNull());
});

test('the file, its log and its folder are their owner’s alone', () => {
  createTune(db, bars(1));
  const inside = join(folder, 'new', 'heron.db');
  openDatabase(inside);
  expect([path, `${path}-wal`, `${path}-shm`, inside].map((file) => statSync(file).mode & 0o777)).toEqual(
    Array(4).fill(0o600),
  );
  expect(statSync(join(folder, 'new')).mode & 0o777).toBe(0o700);
});

describe('a row that cannot be read', () => {
  const spoil = (table: string, id: string, doc: string) => {
    db.$client.pragma('ignore_check_constraints = ON');
    db.$client.prepare(`update ${table} set doc = ? where ${table === 'setting' ? 'key' : 'id'} = ?`).run(doc, id);
  };
  test.each(['{"schema":9}', '{"schema":1,"ba', 'x', '[]', 'null'])(
    'a tune (%s) stands as such, the others as ever',
    (doc) => {
      const bad = createTune(db, bars(1));
      const good = createTune(db, bars(2));
      spoil('tune', bad.id, doc);
      expect(listShelf(db).map(({ id, unreadable }) => [id, unreadable])).toEqual([
        [good.id, false],
        [bad.id, true],
      ]);
      expect(JSON.parse(shelfJson(db))).toEqual(listShelf(db));
      expect(listTunes(db).map(({ id }) => id)).toEqual([good.id]);
      expect(() => getTune(db, bad.id)).toThrow(Unreadable);
      const edit = (id: string, patch: object) =>
        applyEdit(db, { editId: `w.${id}`, aggregate: `tune:${id}`, baseVersion: 1, patch: { ...patch } });
      expect(edit(bad.id, { chartText: '| F |' })).toMatchObject({ status: 'invalid' });
      expect(edit(good.id, { chartText: '| F |' })).toMatchObject({ status: 'saved' });
      fillFacts(db);
    },
  );

  test('a take stands as such beside the others', () => {
    const tune = createTune(db, bars(1));
    const [take] = listTakes(db, tune.id);
    spoil('take', take!.id, '{"schema":1,"cells":{"a:1:0":{"pin":"<"}}}');
    expect(listTakes(db, tune.id)).toEqual([]);
    expect(takeNames(db, tune.id)).toEqual([{ id: take!.id, name: 'Take 1', unreadable: true }]);
    expect(() => getTake(db, take!.id)).toThrow(Unreadable);
  });

  test('a player is played by default settings, and its own are left as they are', () => {
    const { id } = createPlayer(db, { name: 'Old hand', reach: 90 });
    for (const doc of ['{"schema":1,"settings":{"reach":9000}}', 'x']) {
      spoil('player', id, doc);
      expect(listPlayers(db)).toMatchObject([{ id, name: 'Old hand', unreadable: true, cells: { name: 'Old hand' } }]);
      const edit = { editId: 'w.p', aggregate: `player:${id}`, baseVersion: 1, patch: { reach: 100 } };
      expect(applyEdit(db, edit)).toMatchObject({ status: 'invalid' });
    }
  });

  test('a setting counts for nothing, and is left as it is', () => {
    const put = (patch: Record<string, unknown>) =>
      applyEdit(db, {
        editId: `w.${Math.random()}`.replace('0.', ''),
        aggregate: 'setting:taste.t',
        baseVersion: 1,
        patch,
      });
    put({ stray: 2 });
    spoil('setting', 'taste.t', '{"stray":"far"}');
    expect(getSetting(db, 'taste.t')).toEqual({ version: 2, cells: {}, unreadable: true });
    expect(put({ stray: 3 }).status).toBe('invalid');
  });
});
