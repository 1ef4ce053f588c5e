import { beforeEach, describe, expect, test } from '@jest/globals';
import { applyEdit } from './edits.ts';
import { migrateDatabase, openDatabase, type Connection } from './open.ts';
import { take } from './schema.ts';
import {
  copyTake,
  deleteTake,
  getTake,
  keepTake,
  listTakes,
  orderTakes,
  restoreTake,
  takeNames,
  takeWith,
} from './takes.ts';
import { createTune, deleteTune, duplicateTune } from './tunes.ts';

const TEXT = 'title: Slack Tide\nkey: C\n| C | Am7 |\n| Dm7 | G7 |\n';
const PIN = { layer: 'chord', on: 'C', colour: '6', voicing: { grip: 'x-3-2-2-1-x' } } as const;
const FOUND = { from: 'search', style: 'Dancehall', stray: 3, bars: null, words: 'a backdoor' } as const;

let db: Connection;
let tuneId: string;
let first: string;
beforeEach(() => {
  db = openDatabase(':memory:');
  migrateDatabase(db, ':memory:');
  tuneId = createTune(db, TEXT).id;
  first = listTakes(db, tuneId)[0]!.id;
});
const names = () => takeNames(db, tuneId).map(({ name }) => name);
const kept = (name = 'Dancehall, stray 3, take 1') =>
  keepTake(db, { tuneId, name, doc: takeWith({ 'b:1:0': PIN }), about: FOUND, parentId: first });

describe('the takes of a tune', () => {
  test('a copy has the same decisions, says whose it is, and changes nothing of the first', () => {
    applyEdit(db, { editId: 'w.1', aggregate: `take:${first}`, baseVersion: 1, patch: { 'b:1:0': PIN } });
    const copy = getTake(db, copyTake(db, first)!)!;
    expect(copy).toMatchObject({ name: 'Take 1, copy', about: { from: 'copy', of: 'Take 1' }, version: 1 });
    expect(copy.doc.cells).toEqual({ 'b:1:0': PIN });
    applyEdit(db, { editId: 'w.2', aggregate: `take:${copy.id}`, baseVersion: 1, patch: { 'b:1:0': null } });
    expect(getTake(db, first)!.doc.cells).toEqual({ 'b:1:0': PIN });
    copyTake(db, first);
    expect(names()).toEqual(['Take 1', 'Take 1, copy', 'Take 1, copy 2']);
    expect(copyTake(db, 'none')).toBeNull();
  });

  test('one that was found is kept with what was asked, the last of them, under a name of its own', () => {
    const id = kept()!;
    expect(getTake(db, id)).toMatchObject({ about: FOUND, doc: takeWith({ 'b:1:0': PIN }) });
    kept();
    expect(names()).toEqual(['Take 1', 'Dancehall, stray 3, take 1', 'Dancehall, stray 3, take 1 2']);
    // What it was asked for goes with the tune.
    const copy = duplicateTune(db, tuneId)!;
    expect(listTakes(db, copy.id).map(({ about }) => about)).toEqual([null, FOUND, FOUND]);
    deleteTune(db, tuneId);
    expect(kept()).toBeNull();
  });

  test('they stand in the order they are put in, and one that is brought back where it stood', () => {
    const [second, third] = [kept('two')!, kept('three')!];
    expect(orderTakes(db, tuneId, [third, first, second])).toBe(true);
    expect(names()).toEqual(['three', 'Take 1', 'two']);
    deleteTake(db, first);
    expect(names()).toEqual(['three', 'two']);
    restoreTake(db, first);
    expect(names()).toEqual(['three', 'Take 1', 'two']);
    // Those that are not named come after; one of another tune is none of these, and nothing is changed.
    expect(orderTakes(db, tuneId, [second])).toBe(true);
    expect(names()).toEqual(['two', 'three', 'Take 1']);
    const elsewhere = listTakes(db, createTune(db, TEXT).id)[0]!.id;
    expect(orderTakes(db, tuneId, [first, elsewhere])).toBe(false);
    expect(names()).toEqual(['two', 'three', 'Take 1']);
  });

  test('what lost a conflict says so, also one from before that was written down', () => {
    const edit = (window: string, colour: string) =>
      applyEdit(db, {
        editId: `${window}.1`,
        aggregate: `take:${first}`,
        baseVersion: 1,
        patch: { 'b:1:0': { ...PIN, colour } },
      });
    edit('one', '6');
    expect(edit('two', '6/9').status).toBe('conflict');
    expect(listTakes(db, tuneId)[1]!.about).toEqual({ from: 'conflict' });
    db.update(take).set({ about: null }).run();
    expect(listTakes(db, tuneId).map(({ about }) => about)).toEqual([null, { from: 'conflict' }]);
    db.update(take).set({ about: 'no JSON' }).run();
    expect(listTakes(db, tuneId).map(({ about }) => about)).toEqual([null, null]);
  });
});
