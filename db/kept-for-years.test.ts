import { existsSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { afterAll, beforeEach, describe, expect, test } from '@jest/globals';
import { bringBack, emptyBin, listBin } from './bin.ts';
import {
  backupPath,
  backupsToDrop,
  backUpTo,
  dueBackup,
  listBackups,
  newBackupPath,
  rotateBackups,
  type Backup,
} from './backups.ts';
import { applyEdit } from './edits.ts';
import { DataFault } from './faults.ts';
import { foldEdits, goBack, historyOf, tuneAt } from './history.ts';
import { migrateDatabase, openDatabase, type Connection } from './open.ts';
import { createPlayer, deletePlayer, getGrips, getPlayer, listPlayers } from './players.ts';
import { contentsOf, restoreInto, restoreOver } from './restore.ts';
import { edit } from './schema.ts';
import { deleteTake, getTake, listTakes } from './takes.ts';
import { createTune, deleteTune, getTune, listTunes } from './tunes.ts';

const DAY = 86_400_000;
const NOON = new Date(2026, 4, 1, 12).getTime();
const PIN = { layer: 'chord', on: 'C', colour: null, voicing: { grip: 'x-3-2-0-1-0' } };
const OTHER = { layer: 'chord', on: 'C', colour: '6' };

const folder = mkdtempSync(join(tmpdir(), 'heron-years-'));
afterAll(() => rmSync(folder, { recursive: true }));

let files = 0;
let path: string;
let db: Connection;
beforeEach(() => {
  path = join(folder, `${files++}`, 'heron.db');
  db = openDatabase(path);
  migrateDatabase(db, path);
});

let count = 0;
function on(aggregate: string, patch: Record<string, unknown>, at: number) {
  const [kind, id] = aggregate.split(':') as [string, string];
  const version = kind === 'tune' ? getTune(db, id)!.version : kind === 'take' ? getTake(db, id)!.version : 1;
  const answer = applyEdit(db, { editId: `w.${count++}`, aggregate, baseVersion: version, after: null, patch }, at);
  expect(answer.status).toBe('saved');
}
const chart = (bars: string) => `title: Ebb\nkey: C\n${bars}\n`;
function tuneWithTake(bars = '| C |') {
  const tune = createTune(db, chart(bars));
  return { id: tune.id, takeId: listTakes(db, tune.id)[0]!.id };
}

describe('the bin', () => {
  test('has what was deleted for thirty days: tunes, takes, players and grips, found by a word', () => {
    const { id, takeId } = tuneWithTake();
    const beside = createTune(db, 'title: Flow\n| F |');
    const [first] = listPlayers(db);
    const guest = createPlayer(db, { name: 'Guest' });
    const key = 'E2 A2 D3 G3 B3 E4/x-3-2-0-1-0';
    on(`grips:${first.id}`, { [key]: { banished: false, name: 'home', tags: ['open'], note: 'let it ring' } }, NOON);
    applyEdit(db, { editId: 'w.g', aggregate: `grips:${first.id}`, baseVersion: 2, patch: { [key]: null } }, NOON);
    deleteTune(db, beside.id, NOON + 1);
    deletePlayer(db, guest.id, NOON + 2);
    expect(deleteTake(db, takeId, NOON)).toBe(false);
    db.$client
      .prepare(
        `insert into take (id, tune_id, name, doc, created_at) select 'two', tune_id, 'Second', doc, 1 from take where id = ?`,
      )
      .run(takeId);
    expect(deleteTake(db, takeId, NOON + 3)).toBe(true);
    expect(listTakes(db, id).map(({ name }) => name)).toEqual(['Second']);

    expect(listBin(db).map(({ kind, title, of }) => [kind, title, of])).toEqual([
      ['take', 'Take 1', 'Ebb'],
      ['player', 'Guest', null],
      ['tune', 'Flow', null],
      ['grip', 'x-3-2-0-1-0 “home”', first.name],
    ]);
    expect(listBin(db, 'eb').map(({ kind }) => kind)).toEqual(['take']);
    for (const { kind, id: which } of listBin(db)) expect(bringBack(db, kind, which)).toBe(true);
    expect(listBin(db)).toEqual([]);
    expect(getGrips(db, first.id).cells[key]).toEqual({
      banished: false,
      name: 'home',
      tags: ['open'],
      note: 'let it ring',
    });
    expect([getPlayer(db, guest.id), getTune(db, beside.id), getTake(db, takeId)].every(Boolean)).toBe(true);
    expect(bringBack(db, 'take', 'none')).toBe(false);
  });

  test('a take comes back with its tune', () => {
    const { id, takeId } = tuneWithTake();
    deleteTune(db, id, NOON);
    expect(bringBack(db, 'take', takeId)).toBe(true);
    expect(getTune(db, id)).not.toBeNull();
  });

  test('is emptied after thirty days, with the edits of what goes, and nothing else', () => {
    const { id, takeId } = tuneWithTake();
    const stays = tuneWithTake('| F |');
    listPlayers(db);
    const guest = createPlayer(db, { name: 'Guest' });
    on(`tune:${stays.id}`, { playerId: guest.id }, NOON);
    on(`take:${takeId}`, { 'a:1:0': PIN }, NOON);
    on(`take:${stays.takeId}`, { 'a:1:0': PIN }, NOON);
    deleteTune(db, id, NOON);
    deletePlayer(db, guest.id, NOON);
    expect(emptyBin(db, NOON + 29 * DAY)).toBe(0);
    expect(bringBack(db, 'tune', id)).toBe(true);
    deleteTune(db, id, NOON);
    expect(emptyBin(db, NOON + 31 * DAY)).toBe(3);
    expect(bringBack(db, 'tune', id)).toBe(false);
    expect(getTune(db, stays.id)!.playerId).toBeNull();
    expect(
      db
        .select()
        .from(edit)
        .all()
        .map(({ aggregate }) => aggregate),
    ).toEqual([`tune:${stays.id}`, `take:${stays.takeId}`]);
    expect(db.$client.pragma('foreign_key_check')).toEqual([]);
  });
});

describe('a tune’s history', () => {
  function lived() {
    const { id, takeId } = tuneWithTake('| C | F |');
    on(`tune:${id}`, { chartText: chart('| C | F7 |') }, NOON);
    on(`take:${takeId}`, { 'a:1:0': PIN }, NOON + 1);
    on(`tune:${id}`, { chartText: chart('| C | F7 | G |') }, NOON + 2);
    on(`take:${takeId}`, { 'a:1:0': OTHER, 'b:1:0': PIN }, NOON + DAY);
    on(`tune:${id}`, { chartText: chart('| Am | F7 | G |') }, NOON + 2 * DAY);
    return { id, takeId };
  }

  test('has a line for each day, and what stood at the end of it', () => {
    const { id, takeId } = lived();
    expect(historyOf(db, id)).toEqual([
      { at: NOON + 2 * DAY, chart: 1, melody: 0, takes: 0 },
      { at: NOON + DAY, chart: 0, melody: 0, takes: 1 },
      { at: NOON + 2, chart: 2, melody: 0, takes: 1 },
    ]);
    expect(tuneAt(db, id, NOON + 2)).toEqual({
      chartText: chart('| C | F7 | G |'),
      melody: {},
      takes: [{ id: takeId, name: 'Take 1', cells: { 'a:1:0': PIN } }],
    });
    expect(tuneAt(db, id, NOON - 1)!.chartText).toBe(chart('| C | F |'));
    expect(tuneAt(db, 'none', NOON)).toBeNull();
  });

  test('is gone back on by edits, which can be gone back on', () => {
    const { id, takeId } = lived();
    const later = tuneAt(db, id, Infinity);
    expect(goBack(db, id, NOON + 2, NOON + 3 * DAY)).toBe(2);
    expect(getTune(db, id)!.chartText).toBe(chart('| C | F7 | G |'));
    expect(getTake(db, takeId)!.doc.cells).toEqual({ 'a:1:0': PIN });
    expect(goBack(db, id, NOON + 2, NOON + 3 * DAY)).toBe(0);
    goBack(db, id, NOON + 2 * DAY, NOON + 4 * DAY);
    expect(tuneAt(db, id, Infinity)).toEqual(later);
  });

  test('is read back through the whole texts that earlier versions recorded', () => {
    const { id } = tuneWithTake('| C |');
    db.$client
      .prepare(
        `insert into edit (edit_id, aggregate, base_version, version, patch, inverse, at) values ('old.1', ?, 1, 2, ?, ?, ?)`,
      )
      .run(
        `tune:${id}`,
        JSON.stringify({ chartText: chart('| C |') }),
        JSON.stringify({ chartText: chart('| G |') }),
        NOON,
      );
    db.$client.prepare('update tune set version = 2 where id = ?').run(id);
    expect(tuneAt(db, id, NOON - 1)!.chartText).toBe(chart('| G |'));
  });

  test('is folded after ninety days to an edit a day, and every day is still what it was', () => {
    const { id, takeId } = lived();
    const days = historyOf(db, id);
    const then = days.map(({ at }) => tuneAt(db, id, at));
    expect(foldEdits(db, NOON + 80 * DAY)).toBe(0);
    expect(foldEdits(db, NOON + 200 * DAY)).toBe(1);
    expect(historyOf(db, id).map(({ at }) => at)).toEqual(days.map(({ at }) => at));
    expect(days.map(({ at }) => tuneAt(db, id, at))).toEqual(then);
    expect(tuneAt(db, id, NOON - 1)).toEqual({
      chartText: chart('| C | F |'),
      melody: {},
      takes: [{ id: takeId, name: 'Take 1', cells: {} }],
    });
    expect(foldEdits(db, NOON + 200 * DAY)).toBe(0);
  });

  test('where it was folded, an edit that slept so long is kept beside, not put over what it never saw', () => {
    const { id } = lived();
    foldEdits(db, NOON + 200 * DAY);
    const late = { editId: 'asleep.1', aggregate: `tune:${id}`, baseVersion: 1, after: null };
    expect(applyEdit(db, { ...late, patch: { chartText: chart('| E |') } })).toMatchObject({ status: 'conflict' });
  });
});

describe('backups', () => {
  test('are whole while the log beside the file holds all of it, and are their owner’s alone', () => {
    for (let i = 0; i < 120; i++) createTune(db, chart(`| C | ${'F '.repeat(4)}|`));
    const to = backUpTo(db.$client, newBackupPath(path, 'by-hand'));
    expect(contentsOf(to, path)).toMatchObject({ tunes: 120, takes: 120 });
    expect(statSync(to).mode & 0o777).toBe(0o600);
    expect(statSync(dirname(to)).mode & 0o777).toBe(0o700);
    expect(listBackups(path)).toMatchObject([{ kind: 'by-hand', bytes: statSync(to).size }]);
    expect(backupPath(path, listBackups(path)[0]!.name)).toBe(to);
    expect(backupPath(path, '../heron.db')).toBeNull();
  });

  test('are made daily and weekly as time goes by, and the old ones go', () => {
    createTune(db, chart('| C |'));
    let now = NOON;
    for (let day = 0; day < 120; day++, now += DAY) {
      rotateBackups(db.$client, path, now);
      expect(rotateBackups(db.$client, path, now + 1000)).toBeNull();
    }
    const ages = (kind: string) =>
      listBackups(path).flatMap((one) => (one.kind === kind ? [Math.round((now - one.at) / DAY)] : []));
    expect(ages('daily')).toHaveLength(7);
    expect(Math.max(...ages('daily'))).toBeLessThanOrEqual(9);
    expect(ages('weekly')).toHaveLength(9);
    expect(Math.max(...ages('weekly'))).toBeGreaterThan(55);
  });

  test('go, the oldest first, when they take too much room; the newest stays, and those made by hand', () => {
    const made = (kind: Backup['kind'], days: number): Backup => ({
      name: `${kind}${days}`,
      kind,
      at: NOON - days * DAY,
      bytes: 60,
    });
    const all = [
      made('daily', 1),
      made('daily', 2),
      made('by-hand', 300),
      made('before-restore', 40),
      made('weekly', 7),
    ];
    const gone = (most: number) => backupsToDrop(all, NOON, most).map(({ name }) => name);
    expect(gone(1000)).toEqual(['before-restore40']);
    expect(gone(100)).toEqual(['daily2', 'weekly7', 'before-restore40']);
    expect(gone(1)).toEqual(['daily2', 'weekly7', 'before-restore40']);
    expect(dueBackup([], NOON)).toBe('weekly');
    expect(dueBackup([made('weekly', -3)], NOON)).toBe('weekly');
  });

  test('an empty shelf is not backed up', () => expect(rotateBackups(db.$client, path, NOON)).toBeNull());

  test('put back everything in one step, and what was there can be put back again', () => {
    const { id, takeId } = tuneWithTake();
    const before = backUpTo(db.$client, newBackupPath(path, 'by-hand'));
    on(`take:${takeId}`, { 'a:1:0': PIN }, NOON);
    createTune(db, 'title: Later\n| F |');
    const reader = openDatabase(path);
    const now = backUpTo(db.$client, newBackupPath(path, 'before-restore'));
    restoreInto(db, before, path);
    expect(listTunes(reader).map(({ title }) => title)).toEqual(['Ebb']);
    expect(getTake(reader, takeId)!.doc.cells).toEqual({});
    restoreInto(db, now, path);
    expect(listTunes(reader)).toHaveLength(2);
    expect(getTake(reader, takeId)!.doc.cells).toEqual({ 'a:1:0': PIN });
    expect(db.$client.pragma('foreign_key_check')).toEqual([]);
    // A window that still shows what was there before puts nothing over it unseen.
    const late = {
      editId: 'late.1',
      aggregate: `take:${takeId}`,
      baseVersion: 2,
      after: null,
      patch: { 'a:1:0': OTHER },
    };
    expect(applyEdit(db, late)).toMatchObject({ status: 'conflict' });
    on(`tune:${id}`, { chartText: chart('| G |') }, NOON);
    reader.$client.close();
  });

  test('of an older version are brought up to date, and the file is left as it is', () => {
    const old = join(folder, 'older.db');
    writeFileSync(old, readFileSync(join(__dirname, 'fixtures', 'schema-2.db')));
    const bytes = readFileSync(old);
    expect(contentsOf(old, path)).toMatchObject({ tunes: 8, takes: 8 });
    restoreInto(db, old, path);
    expect(listTunes(db)).toHaveLength(8);
    expect(readFileSync(old).equals(bytes)).toBe(true);
  });

  test('that are damaged, cut off, or of somebody else are refused in words, and change nothing', () => {
    tuneWithTake();
    const whole = readFileSync(backUpTo(db.$client, newBackupPath(path, 'by-hand')));
    const bad = join(folder, 'bad.db');
    const half = Buffer.from(whole);
    half.fill(0, whole.length / 2);
    for (const bytes of [half, whole.subarray(0, whole.length / 3), Buffer.from('not a database at all'.repeat(99))]) {
      writeFileSync(bad, bytes);
      expect(() => restoreInto(db, bad, path)).toThrow(DataFault);
    }
    expect(() => contentsOf(join(folder, 'none.db'), path)).toThrow('There is no file');
    const foreign = openDatabase(join(folder, 'foreign.db'));
    foreign.$client.exec('create table recipe (id)');
    foreign.$client.close();
    expect(() => contentsOf(join(folder, 'foreign.db'), path)).toThrow('not one of Yellow Heron');
    expect(listTunes(db)).toHaveLength(1);
  });

  test('take the place of data that cannot be read, which are moved aside', () => {
    tuneWithTake();
    const to = backUpTo(db.$client, newBackupPath(path, 'by-hand'));
    db.$client.close();
    writeFileSync(path, 'nothing');
    const aside = restoreOver(to, path, 5)!;
    expect(existsSync(aside)).toBe(true);
    expect(listTunes(openDatabase(path))).toHaveLength(1);
  });
});
