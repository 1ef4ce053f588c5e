import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeEach, describe, expect, test } from '@jest/globals';
import type { EditAnswer } from '../core/index.ts';
import { backupsFolder, listBackups } from './backups.ts';
import { applyEdit, renameTune } from './edits.ts';
import { editRequest, takeDoc, tuneDoc } from './documents.ts';
import { migrateDatabase, openDatabase, type Connection } from './open.ts';
import { listPlayers } from './players.ts';
import { edit } from './schema.ts';
import { getSetting } from './settings.ts';
import { getTake, listTakes } from './takes.ts';
import { createTune, deleteTune, duplicateTune, getTune, listTunes, restoreTune } from './tunes.ts';

const TEXT = 'title: Slack Tide\nkey: C\n| C | Am7 |\n| Dm7 | G7 |\n';
const PIN = { layer: 'chord', on: 'C7', colour: '9', voicing: { grip: 'x-3-2-3-3-x' } } as const;

let db: Connection;
beforeEach(() => {
  db = openDatabase(':memory:');
  migrateDatabase(db, ':memory:');
});

let count = 0;
function take() {
  const tune = createTune(db, TEXT);
  return { tune, take: listTakes(db, tune.id)[0]! };
}
const on = (
  aggregate: string,
  baseVersion: number,
  patch: Record<string, unknown>,
  client = 'one',
  id = `e${count++}`,
) => applyEdit(db, { editId: `${client}.${id}`, aggregate, baseVersion, patch });

const keptOf = (answer: EditAnswer) => (answer.status === 'conflict' ? answer.kept!.id : 'none');

describe('an edit', () => {
  test('is applied, and its version acknowledged', () => {
    const { take: one } = take();
    const answer = on(`take:${one.id}`, 1, { 'b:1:0': PIN });
    expect(answer).toMatchObject({ status: 'saved', version: 2, cells: { 'b:1:0': PIN }, rebased: false });
    expect(getTake(db, one.id)!.doc.cells).toEqual({ 'b:1:0': PIN });
  });

  test('sent twice does nothing the second time', () => {
    const { take: one } = take();
    on(`take:${one.id}`, 1, { 'b:1:0': PIN }, 'one', 'same');
    expect(on(`take:${one.id}`, 1, { 'b:1:0': null }, 'one', 'same')).toMatchObject({
      status: 'saved',
      version: 2,
      cells: { 'b:1:0': PIN },
    });
    expect(db.select().from(edit).all()).toHaveLength(1);
  });

  test('keeps what undoes it, and the undo is an edit like any other', () => {
    const { take: one } = take();
    on(`take:${one.id}`, 1, { 'b:1:0': PIN });
    const inverse = JSON.parse(db.select().from(edit).all()[0]!.inverse) as Record<string, unknown>;
    expect(inverse).toEqual({ 'b:1:0': null });
    expect(on(`take:${one.id}`, 2, inverse)).toMatchObject({ version: 3, cells: {} });
  });

  test('made on an old version is rebased when it touches other cells', () => {
    const { take: one } = take();
    on(`take:${one.id}`, 1, { 'b:1:0': PIN }, 'one');
    expect(on(`take:${one.id}`, 1, { 'c:1:0': PIN }, 'two')).toMatchObject({
      status: 'saved',
      version: 3,
      rebased: true,
      cells: { 'b:1:0': PIN, 'c:1:0': PIN },
    });
  });

  test('that touches the same cell loses, gets the current cells, and is kept as a take beside', () => {
    const { tune, take: one } = take();
    const other = { layer: 'chord', on: 'C7', colour: null };
    on(`take:${one.id}`, 1, { 'b:1:0': PIN }, 'one');
    const answer = on(`take:${one.id}`, 1, { 'b:1:0': other }, 'two');
    expect(answer).toMatchObject({
      status: 'conflict',
      version: 2,
      cells: { 'b:1:0': PIN },
      kept: { kind: 'take', name: expect.stringMatching(/^Take 1 \(other window, \d+ \w+ \d\d:\d\d\)$/) as unknown },
    });
    expect(listTakes(db, tune.id).map(({ doc }) => doc.cells)).toEqual([{ 'b:1:0': PIN }, { 'b:1:0': other }]);
  });

  test('that lost and is sent again is kept once', () => {
    const { tune, take: one } = take();
    on(`take:${one.id}`, 1, { 'b:1:0': PIN }, 'one');
    const lose = () => on(`take:${one.id}`, 1, { 'b:1:0': null }, 'two', 'lost');
    const first = lose();
    expect(first.status).toBe('conflict');
    expect(lose()).toEqual(first);
    expect(listTakes(db, tune.id)).toHaveLength(2);
    on(`tune:${tune.id}`, 1, { chartText: '| C |' }, 'one');
    const loseText = () => on(`tune:${tune.id}`, 1, { chartText: '| F |' }, 'two', 'lost text');
    expect(loseText()).toEqual(loseText());
    expect(listTunes(db)).toHaveLength(2);
  });

  test('never conflicts with earlier ones of its own window', () => {
    const { take: one } = take();
    on(`take:${one.id}`, 1, { 'b:1:0': PIN }, 'one');
    expect(on(`take:${one.id}`, 1, { 'b:1:0': null }, 'one')).toMatchObject({ status: 'saved', version: 3, cells: {} });
  });

  test('to nothing, on a version to come, or of the wrong shape is refused', () => {
    const { tune, take: one } = take();
    expect(on('take:none', 1, { 'b:1:0': PIN })).toEqual({ status: 'missing' });
    expect(on(`take:${one.id}`, 9, { 'b:1:0': PIN }).status).toBe('invalid');
    expect(on(`take:${one.id}`, 1, {}).status).toBe('invalid');
    expect(on(`take:${one.id}`, 1, { 'b:1:0': { pin: '<b>' } }).status).toBe('invalid');
    expect(on(`take:${one.id}`, 1, { __proto__x: PIN }).status).toBe('invalid');
    expect(on(`tune:${tune.id}`, 1, { title: 'x' }).status).toBe('invalid');
    expect(on(`tune:${tune.id}`, 1, { chartText: 'x'.repeat(100_001) }).status).toBe('invalid');
    deleteTune(db, tune.id);
    expect(on(`take:${one.id}`, 1, { 'b:1:0': PIN })).toEqual({ status: 'missing', binned: true });
  });
});

describe('a wish', () => {
  const wishCell = (wish: object) => ({ layer: 'wish', wish, hard: true, ticks: 960 });

  test.each([
    { kind: 'top', way: 'falling' },
    { kind: 'bass', way: 'chromatic' },
    { kind: 'contrary' },
    { kind: 'thread', pitch: 64 },
    { kind: 'area', from: 5, to: 9 },
    { kind: 'strings', strings: [1, 2, 3, 4] },
    { kind: 'notes', count: 4 },
    { kind: 'family', family: 'drop 2' },
  ])('%j is kept as it is', (wish) => {
    const { take: one } = take();
    const key = `b:1:0:wish-${wish.kind}`;
    expect(on(`take:${one.id}`, 1, { [key]: wishCell(wish) }).status).toBe('saved');
    expect(getTake(db, one.id)!.doc.cells[key]).toEqual(wishCell(wish));
  });

  test.each([
    { kind: 'top', way: 'sinking' },
    { kind: 'thread', pitch: 640 },
    { kind: 'area', from: 9, to: 5 },
    { kind: 'strings', strings: [] },
    { kind: 'strings', strings: [0] },
    { kind: 'notes', count: 2.5 },
    { kind: 'family', family: 'drop 9' },
    { kind: 'hope' },
  ])('%j is refused', (wish) => {
    const { take: one } = take();
    expect(on(`take:${one.id}`, 1, { [`b:1:0:wish-${wish.kind}`]: wishCell(wish) }).status).toBe('invalid');
  });
});

describe('a chart text', () => {
  test('that changes keeps the ids of bars that did not', () => {
    const { tune } = take();
    const before = getTune(db, tune.id)!.doc.bars.map(({ id }) => id);
    on(`tune:${tune.id}`, 1, { chartText: TEXT.replace('| Am7 |', '| Am7 | A7 |') });
    const after = getTune(db, tune.id)!;
    expect(after.doc.bars.map(({ id }) => id)).toEqual([
      before[0],
      before[1],
      expect.any(String),
      before[2],
      before[3],
    ]);
  });

  test('with a bar that cannot be read is kept as typed; beside it the bar as it was, and every other as it is', () => {
    const { tune } = take();
    const ids = getTune(db, tune.id)!.doc.bars.map(({ id }) => id);
    const typed = TEXT.replace('Fm7', 'Hm7').replace('Bbm7', 'Db');
    on(`tune:${tune.id}`, 1, { chartText: typed });
    const { chartText, doc } = getTune(db, tune.id)!;
    expect(chartText).toBe(typed);
    expect(doc.good.replaceAll(/ +/g, ' ')).toBe(TEXT.replace('Bbm7', 'Db'));
    expect(doc.bars.map(({ id }) => id)).toEqual(ids);
  });

  test('that is emptied is kept as typed; what it said, and what was decided there, waits', () => {
    const { tune } = take();
    on(`tune:${tune.id}`, 1, { chartText: 'title: Slack Tide\n' });
    expect(getTune(db, tune.id)).toMatchObject({
      chartText: 'title: Slack Tide\n',
      doc: { good: TEXT, bars: { length: 4 } },
    });
  });

  test('changed in two windows: the later is kept as a tune of its own', () => {
    const { tune } = take();
    on(`tune:${tune.id}`, 1, { chartText: `${TEXT}| C |` }, 'one');
    const answer = on(`tune:${tune.id}`, 1, { chartText: `${TEXT}| F |` }, 'two');
    expect(answer).toMatchObject({ status: 'conflict', kept: { kind: 'tune' } });
    const kept = getTune(db, keptOf(answer))!;
    expect(kept.title).toMatch(/^Slack Tide \(other window, \d+ \w+ \d\d:\d\d\)$/);
    expect(kept.chartText).toContain('| G7 |\n| F |');
    expect(getTune(db, tune.id)!.chartText).toContain('| G7 |\n| C |');
  });
});

describe('the shelf', () => {
  test('lists what was changed last first', () => {
    createTune(db, 'title: Old\n| C |', { now: 1000 });
    createTune(db, 'title: New\n| C |', { now: 2000 });
    expect(listTunes(db).map(({ title }) => title)).toEqual(['New', 'Old']);
  });

  test('renames in the chart text, also while that has problems', () => {
    const { tune } = take();
    expect(renameTune(db, tune.id, 'Low <b>Water</b>')).toBe(true);
    expect(getTune(db, tune.id)).toMatchObject({ title: 'Low <b>Water</b>', version: 2 });
    on(`tune:${tune.id}`, 2, { chartText: 'title: Low\n| H |' });
    renameTune(db, tune.id, 'Lower');
    expect(getTune(db, tune.id)).toMatchObject({ title: 'Lower', chartText: 'title: Lower\n| H |' });
    expect(renameTune(db, 'none', 'X')).toBe(false);
  });

  test('duplicates a tune with its takes', () => {
    const { tune, take: one } = take();
    const bar = tune.doc.bars[0]!.id;
    on(`take:${one.id}`, 1, { [`${bar}:1:0`]: PIN });
    const copy = duplicateTune(db, tune.id)!;
    expect(copy.title).toBe('Slack Tide (copy)');
    expect(listTakes(db, copy.id)[0]!.doc.cells).toEqual({ [`${copy.doc.bars[0]!.id}:1:0`]: PIN });
    expect(duplicateTune(db, 'none')).toBeNull();
  });

  test('deletes, and puts back as it was', () => {
    const { tune } = take();
    expect(deleteTune(db, tune.id)).toBe(true);
    expect(listTunes(db)).toEqual([]);
    expect(getTune(db, tune.id)).toBeNull();
    expect(restoreTune(db, tune.id)).toBe(true);
    expect(listTunes(db)).toHaveLength(1);
  });
});

describe('the file', () => {
  const folder = mkdtempSync(join(tmpdir(), 'heron-'));
  afterAll(() => rmSync(folder, { recursive: true }));

  test('holds what was acknowledged when it is opened again without closing', () => {
    const path = join(folder, 'crash.db');
    const first = openDatabase(path);
    migrateDatabase(first, path);
    expect(first.$client.pragma('synchronous', { simple: true })).toBe(2);
    expect(first.$client.pragma('journal_mode', { simple: true })).toBe('wal');
    const tune = createTune(first, TEXT);
    const [one] = listTakes(first, tune.id);
    applyEdit(first, { editId: 'a.b', aggregate: `take:${one!.id}`, baseVersion: 1, patch: { 'b:1:0': PIN } });
    const second = openDatabase(path);
    expect(getTake(second, one!.id)!.doc.cells).toEqual({ 'b:1:0': PIN });
    first.$client.close();
    second.$client.close();
  });

  test('is backed up before a migration when it has data, not when it is new or up to date', () => {
    const fresh = join(folder, 'fresh.db');
    const newest = openDatabase(fresh);
    expect(migrateDatabase(newest, fresh)).toBeNull();
    expect(migrateDatabase(newest, fresh)).toBeNull();
    newest.$client.close();

    // As a file was before players came.
    const path = join(folder, 'old.db');
    const db = openDatabase(path);
    const migrations = join(__dirname, 'migrations');
    const { entries } = JSON.parse(readFileSync(join(migrations, 'meta', '_journal.json'), 'utf8')) as {
      entries: { tag: string; when: number }[];
    };
    db.$client.exec(
      'create table __drizzle_migrations (id integer primary key, hash text not null, created_at numeric)',
    );
    for (const { tag, when } of entries.filter(({ tag }) => tag < '0002')) {
      db.$client.exec(readFileSync(join(migrations, `${tag}.sql`), 'utf8'));
      db.$client.prepare('insert into __drizzle_migrations (hash, created_at) values (?, ?)').run(tag, when);
    }
    db.$client
      .prepare('insert into tune (id, title, chart_text, doc, changed_at) values (?, ?, ?, ?, ?)')
      .run('old', 'Slack Tide', TEXT, JSON.stringify({ schema: 1, bars: [], good: TEXT }), 1);
    const copy = migrateDatabase(db, path);
    expect(listTunes(db)).toHaveLength(1);
    expect(getTune(db, 'old')).toMatchObject({ title: 'Slack Tide', playerId: null });
    expect(listPlayers(db)).toHaveLength(1);
    expect(listBackups(path)).toMatchObject([{ kind: 'before-migration' }]);
    expect(copy).toBe(join(backupsFolder(path), listBackups(path)[0]!.name));
    db.$client.close();
  });
});

test('stored documents of schema 1 are read (the first stored examples)', () => {
  expect(tuneDoc.parse({ schema: 1, bars: [{ id: 'a', source: '4/4 0:C' }], good: '| C |' }).bars).toHaveLength(1);
  expect(takeDoc.parse({ schema: 1, cells: { 'a:1:0': PIN } }).cells['a:1:0']).toEqual(PIN);
  expect(takeDoc.safeParse({ schema: 99, cells: {} }).success).toBe(false);
});

test('an edit request is checked whole', () => {
  const request = { editId: 'a.b', aggregate: 'take:x', baseVersion: 1, patch: {} };
  expect(editRequest.safeParse(request).success).toBe(true);
  for (const wrong of [{ editId: 'a' }, { aggregate: 'band:x' }, { baseVersion: 0 }, { patch: [] }, { more: 1 }]) {
    expect(editRequest.safeParse({ ...request, ...wrong }).success).toBe(false);
  }
});

describe('what a player sets', () => {
  const OWN = { id: 'own-1', name: 'Grit, mine', words: '', groups: { planing: 3 }, stray: 3, colours: ['7#9'] };
  test('is kept like any other edit, each name by itself', () => {
    expect(getSetting(db, 'styles')).toEqual({ version: 1, cells: {} });
    expect(on('setting:styles', 1, { 'own-1': OWN })).toMatchObject({ status: 'saved', version: 2 });
    expect(on('setting:taste.some-tune', 1, { style: 'own-1', off: ['thread'] })).toMatchObject({ status: 'saved' });
    expect(getSetting(db, 'styles')).toEqual({ version: 2, cells: { 'own-1': OWN } });
    expect(getSetting(db, 'taste.some-tune').cells).toEqual({ style: 'own-1', off: ['thread'] });
    const mine = { name: 'Ferry push', text: '4/4: 1:1.5W> 2&:.5W.' };
    expect(on('setting:rhythms', 1, { mine })).toMatchObject({ status: 'saved', version: 2 });
    expect(getSetting(db, 'rhythms').cells).toEqual({ mine });
    on('setting:styles', 2, { 'own-1': null });
    expect(getSetting(db, 'styles')).toEqual({ version: 3, cells: {} });
  });

  test('in two windows is rebased where they set different things, and else stays with the second to be told', () => {
    on('setting:taste.t', 1, { stray: 2 }, 'one');
    expect(on('setting:taste.t', 1, { style: 'choir' }, 'two')).toMatchObject({ status: 'saved', rebased: true });
    expect(on('setting:taste.t', 1, { stray: 4 }, 'two')).toEqual({
      status: 'conflict',
      version: 3,
      cells: { stray: 2, style: 'choir' },
      kept: null,
    });
    expect(on('setting:taste.t', 3, { stray: 4 }, 'two')).toMatchObject({ status: 'saved' });
  });

  test.each([
    ['setting:volume', { loud: true }],
    ['setting:styles', {}],
    ['setting:styles', { 'own-1': { ...OWN, stray: 9 } }],
    ['setting:styles', { 'own-1': { ...OWN, groups: { nonsense: 1 } } }],
    ['setting:taste.t', { stray: 2, more: 1 }],
    ['setting:rhythms', { mine: { name: 'Ferry push', text: '4/4: 9:1W' } }],
    ['setting:rhythms', { mine: { name: ' ', text: '4/4: 1:1W' } }],
  ])('%s %j is refused', (aggregate, patch) => {
    expect(on(aggregate, 1, patch).status).toBe('invalid');
  });
});
