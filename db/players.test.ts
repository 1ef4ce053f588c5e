import { beforeEach, describe, expect, test } from '@jest/globals';
import { applyEdit } from './edits.ts';
import { migrateDatabase, openDatabase, type Connection } from './open.ts';
import { createPlayer, deletePlayer, getGrips, getPlayer, listPlayers, restorePlayer } from './players.ts';
import { createTune, duplicateTune, getTune, pinnedGrips } from './tunes.ts';

let db: Connection;
beforeEach(() => {
  db = openDatabase(':memory:');
  migrateDatabase(db, ':memory:');
});

let count = 0;
const on = (aggregate: string, baseVersion: number, patch: Record<string, unknown>, client = 'one') =>
  applyEdit(db, { editId: `${client}.p${count++}`, aggregate, baseVersion, patch });

describe('players', () => {
  test('there is always one, and making sure of it twice makes no second', () => {
    expect(listPlayers(db)).toHaveLength(1);
    expect(listPlayers(db)).toHaveLength(1);
    expect(deletePlayer(db, listPlayers(db)[0].id)).toBe(false);
  });

  test('are kept with their settings, renamed and changed like anything else', () => {
    const { id } = createPlayer(db, { name: 'Night shift', reach: 95 });
    expect(on(`player:${id}`, 1, { name: 'Day shift', area: [5, 9] })).toMatchObject({ status: 'saved', version: 2 });
    expect(getPlayer(db, id)).toEqual({
      id,
      name: 'Day shift',
      version: 2,
      cells: { name: 'Day shift', reach: 95, area: [5, 9] },
    });
    expect(on(`player:${id}`, 2, { area: null, name: null })).toMatchObject({ status: 'saved' });
    expect(getPlayer(db, id)).toMatchObject({ name: 'Player', cells: { reach: 95 } });
  });

  test.each([
    [{ reach: 400 }, /reach cannot be 400/],
    [{ capo: 9, highestFret: 12 }, /capo at fret 9/],
    [{ unusedStrings: [0, 1, 2, 3] }, /Of 6 strings three/],
    [{ tuning: 'seven', unusedStrings: [0, 1, 2, 3, 4] }, /list of unused strings cannot be/],
    [{ shoe: 1 }, /shoe/],
    [{}, /changes something/],
  ])('%j is refused with what would be right', (patch, message) => {
    const { id } = createPlayer(db, {});
    const answer = on(`player:${id}`, 1, patch);
    expect(answer).toMatchObject({ status: 'invalid' });
    expect((answer as { message: string }).message).toMatch(message);
    expect(getPlayer(db, id)!.version).toBe(1);
  });

  test('two windows that set the same: the first stands, the second is told and keeps its own', () => {
    const { id } = createPlayer(db, {});
    on(`player:${id}`, 1, { reach: 90 }, 'one');
    expect(on(`player:${id}`, 1, { area: [5, 9] }, 'two')).toMatchObject({ status: 'saved', rebased: true });
    expect(on(`player:${id}`, 1, { reach: 100 }, 'two')).toMatchObject({
      status: 'conflict',
      cells: { reach: 90, area: [5, 9] },
      kept: null,
    });
  });

  test('are put away and brought back; the last one stays', () => {
    const [first] = listPlayers(db);
    const { id } = createPlayer(db, { name: 'Guest' });
    expect(deletePlayer(db, first.id)).toBe(true);
    expect(listPlayers(db).map(({ name }) => name)).toEqual(['Guest']);
    expect(on(`player:${first.id}`, 1, { reach: 90 })).toEqual({ status: 'missing' });
    expect(deletePlayer(db, id)).toBe(false);
    restorePlayer(db, first.id);
    expect(listPlayers(db)).toHaveLength(2);
  });
});

describe('a tune', () => {
  test('remembers who plays it, and its copy does too', () => {
    const tune = createTune(db, '| C |\n');
    const { id } = createPlayer(db, {});
    expect(getTune(db, tune.id)!.playerId).toBeNull();
    expect(on(`tune:${tune.id}`, 1, { playerId: id })).toMatchObject({ status: 'saved', version: 2 });
    expect(getTune(db, tune.id)).toMatchObject({ playerId: id, chartText: '| C |\n' });
    expect(duplicateTune(db, tune.id)!.playerId).toBe(id);
    expect(on(`tune:${tune.id}`, 2, { chartText: '| F |\n' })).toMatchObject({ status: 'saved' });
    expect(getTune(db, tune.id)!.playerId).toBe(id);
  });

  test('cannot be given to a player who is not there, but goes on without one who left', () => {
    const tune = createTune(db, '| C |\n');
    listPlayers(db);
    const { id } = createPlayer(db, {});
    expect(on(`tune:${tune.id}`, 1, { playerId: 'nobody' })).toMatchObject({ status: 'invalid' });
    on(`tune:${tune.id}`, 1, { playerId: id });
    deletePlayer(db, id);
    expect(on(`tune:${tune.id}`, 2, { chartText: '| F |\n' })).toMatchObject({ status: 'saved' });
  });

  test('given to two players in two windows has the later one, and no copy', () => {
    const tune = createTune(db, '| C |\n');
    const [a, b] = [createPlayer(db, {}), createPlayer(db, {})];
    on(`tune:${tune.id}`, 1, { playerId: a.id }, 'one');
    expect(on(`tune:${tune.id}`, 1, { playerId: b.id }, 'two')).toMatchObject({
      status: 'saved',
      cells: { playerId: b.id },
    });
  });
});

test('players stand in the order in which they came, also those of one millisecond', () => {
  const [first] = listPlayers(db);
  const names = Array.from({ length: 12 }, (_, i) => `Guest ${i}`);
  for (const name of names) createPlayer(db, { name });
  expect(listPlayers(db).map(({ name }) => name)).toEqual([first.name, ...names]);
});

describe('where grips are pinned', () => {
  const pinned = { layer: 'chord', on: 'C', colour: null, voicing: { grip: 'x-3-2-0-1-0' } } as const;

  test('is told by tune and bar as written, once a bar, of the player’s own tunes, and of grips they keep', () => {
    const [first] = listPlayers(db);
    const other = createPlayer(db, { name: 'Guest' });
    const text = 'title: Hatch\n[pickup 1/4]\n| G7 |: C | F | C :|\n';
    const tune = createTune(db, text, {
      cells: (bars) => ({
        [`${bars[1]!.id}:1:0`]: pinned,
        [`${bars[1]!.id}:2:0`]: pinned,
        [`${bars[3]!.id}:1:0`]: pinned,
        [`${bars[2]!.id}:1:0`]: { layer: 'chord', on: 'F', colour: null },
      }),
    });
    createTune(db, text, { playerId: other.id, cells: (bars) => ({ [`${bars[0]!.id}:1:0`]: pinned }) });
    for (const { id } of [first, other])
      on(`grips:${id}`, 1, { [`E2 A2 D3 G3 B3 E4/${pinned.voicing.grip}`]: { banished: false } });
    const { grip } = pinned.voicing;
    expect(pinnedGrips(db, first.id)).toEqual([
      { grip, tunes: [{ id: tune.id, title: 'Hatch', bars: [1, 3] }], more: 0 },
    ]);
    expect(pinnedGrips(db, other.id)).toMatchObject([{ grip, tunes: [{ bars: [0] }], more: 0 }]);
    on(`grips:${first.id}`, 2, { [`E2 A2 D3 G3 B3 E4/${grip}`]: null });
    expect(pinnedGrips(db, first.id)).toEqual([]);
  });

  test('of many tunes the dozen changed last are named, and the others counted', () => {
    const [first] = listPlayers(db);
    on(`grips:${first.id}`, 1, { [`E2 A2 D3 G3 B3 E4/${pinned.voicing.grip}`]: { banished: false } });
    for (let i = 0; i < 15; i++)
      createTune(db, `title: Tune ${i}\n| C |\n`, { cells: (bars) => ({ [`${bars[0]!.id}:1:0`]: pinned }) });
    const [grip] = pinnedGrips(db, first.id);
    expect(grip).toMatchObject({ more: 3 });
    expect(grip!.tunes.map(({ bars }) => bars)).toEqual(Array.from({ length: 12 }, () => [1]));
  });

  test('says nothing of a bar that is no more', () => {
    const [first] = listPlayers(db);
    on(`grips:${first.id}`, 1, { [`E2 A2 D3 G3 B3 E4/${pinned.voicing.grip}`]: { banished: false } });
    createTune(db, '| C |\n', { cells: () => ({ 'gone:1:0': pinned }) });
    expect(pinnedGrips(db, first.id)).toEqual([]);
  });
});

describe('kept grips', () => {
  const KEY = 'E2 A2 D3 G3 B3 E4/x-3-5-4-5-3';

  test('are kept with name, tags and note, banished, and forgotten', () => {
    const { id } = createPlayer(db, {});
    const cell = { banished: false, name: 'pier', tags: ['ballad'], note: 'slow' };
    expect(on(`grips:${id}`, 1, { [KEY]: cell })).toMatchObject({
      status: 'saved',
      version: 2,
      cells: { [KEY]: cell },
    });
    expect(getGrips(db, id)).toEqual({ version: 2, cells: { [KEY]: cell } });
    on(`grips:${id}`, 2, { [KEY]: { banished: true } });
    expect(getGrips(db, id).cells).toEqual({ [KEY]: { banished: true } });
    on(`grips:${id}`, 3, { [KEY]: null });
    expect(getGrips(db, id)).toEqual({ version: 4, cells: {} });
  });

  test('of one player are none of another’s', () => {
    const [a, b] = [createPlayer(db, {}), createPlayer(db, {})];
    on(`grips:${a.id}`, 1, { [KEY]: { banished: true } });
    expect(getGrips(db, b.id)).toEqual({ version: 1, cells: {} });
  });

  test.each([
    [{ 'E2/x-3': { banished: true } }],
    [{ [KEY]: { banished: 'yes' } }],
    [{ [KEY]: { banished: true, x: 1 } }],
  ])('%j is refused', (patch) => {
    const { id } = createPlayer(db, {});
    expect(on(`grips:${id}`, 1, patch)).toMatchObject({ status: 'invalid' });
  });
});
