import { beforeEach, expect, test } from '@jest/globals';
import { keptMoveDoc, SHIPPED_MOVES, shippedMove } from '../core/index.ts';
import { bringBack, emptyBin, listBin, BIN_MS } from './bin.ts';
import { applyEdit } from './edits.ts';
import { earlierMoves, getMoves, MOVES } from './kept-moves.ts';
import { migrateDatabase, openDatabase, type Connection } from './open.ts';
import { listUnreadable, rawRow } from './raw.ts';
import { keptMove } from './schema.ts';

let db: Connection;
beforeEach(() => {
  db = openDatabase(':memory:');
  migrateDatabase(db, ':memory:');
});

let count = 0;
const on = (baseVersion: number, patch: Record<string, unknown>, client = 'one', aggregate = MOVES) =>
  applyEdit(db, { editId: `${client}.m${count++}`, aggregate, baseVersion, patch });
const doc = (i: number, name?: string) => ({ ...keptMoveDoc(shippedMove(SHIPPED_MOVES[i]!)), ...(name && { name }) });

test('moves are kept, changed and put away one by one, and come back from the bin as they were', () => {
  expect(on(1, { a: doc(0), b: doc(1) })).toMatchObject({ status: 'saved', version: 2 });
  expect(on(2, { a: doc(0, 'other') })).toMatchObject({ status: 'saved', version: 3 });
  expect(Object.keys(getMoves(db).cells)).toEqual(['a', 'b']);
  expect(getMoves(db).cells.a).toEqual(doc(0, 'other'));
  expect(on(3, { a: null })).toMatchObject({ status: 'saved' });
  expect(Object.keys(getMoves(db).cells)).toEqual(['b']);
  expect(listBin(db)).toMatchObject([{ kind: 'move', id: 'a', title: 'other' }]);
  expect(bringBack(db, 'move', 'a')).toBe(true);
  expect(getMoves(db).cells.a).toEqual(doc(0, 'other'));
  expect(listBin(db)).toEqual([]);
  expect(bringBack(db, 'move', 'nobody')).toBe(false);
});

test('what a move was before its last changes is there, the newest first, each once', () => {
  on(1, { a: doc(0), b: doc(1) });
  on(2, { a: doc(0, 'second') });
  on(3, { a: doc(0, 'third'), b: null });
  on(4, { a: doc(0, 'second') });
  on(5, { a: doc(0, 'fourth') });
  expect(earlierMoves(db, 'a').map((one) => one.doc.name)).toEqual(['second', 'third', doc(0).name]);
  expect(earlierMoves(db, 'b').map((one) => one.doc.name)).toEqual([doc(1).name]);
  expect(earlierMoves(db, '$."a"')).toEqual([]);
});

test('two windows: other moves go together, the same one is the first’s, and the second is told', () => {
  on(1, { a: doc(0) });
  expect(on(2, { a: doc(0, 'mine') }, 'one')).toMatchObject({ status: 'saved' });
  expect(on(2, { b: doc(1) }, 'two')).toMatchObject({ status: 'saved', rebased: true });
  expect(on(2, { a: doc(0, 'yours') }, 'three')).toMatchObject({ status: 'conflict', kept: null });
  expect(getMoves(db).cells.a).toMatchObject({ name: 'mine' });
});

test.each([
  ['what is no move', { a: { name: 'x' } }, /schema/],
  ['a field that is not there', { a: { ...doc(0), evil: 1 } }, /evil/],
  ['chords that are none', { a: { ...doc(0), chords: 'IIm7 <script>' } }, /no chord by its degree/],
  ['a name that is no id', { 'a/b': doc(0) }, /./],
  ['nothing', {}, /changes something/],
])('%s is refused with what would be right', (_, patch, words) => {
  const answer = on(1, patch);
  expect(answer.status).toBe('invalid');
  expect((answer as { message: string }).message).toMatch(words);
});

test('how often a move is used, and whether takes may use it, is remembered', () => {
  expect(on(1, { 'turn-plain': { used: 3, takes: true } }, 'one', 'setting:moves')).toMatchObject({ status: 'saved' });
  expect(on(1, { 'turn-plain': { used: -1 } }, 'two', 'setting:moves').status).toBe('invalid');
});

test('a damaged row is named, its raw text is there, and the others are as they were', () => {
  on(1, { a: doc(0), b: doc(1) });
  db.update(keptMove).set({ doc: '{"schema":7}' }).run();
  on(2, { c: doc(2) });
  expect(Object.keys(getMoves(db).cells)).toEqual(['c']);
  expect(listUnreadable(db).map(({ kind, id }) => `${kind} ${id}`)).toEqual(['move a', 'move b']);
  expect(rawRow(db, 'move', 'a')).toContain('\\"schema\\":7');
  expect(on(3, { a: doc(3) }).status).toBe('invalid');
});

test('after thirty days the bin is empty', () => {
  on(1, { a: doc(0) });
  on(2, { a: null });
  expect(emptyBin(db, Date.now() + BIN_MS + 1000)).toBe(1);
  expect(db.select().from(keptMove).all()).toEqual([]);
});
