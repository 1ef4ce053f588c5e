import { join } from 'node:path';
import { beforeEach, expect, test } from '@jest/globals';
import { keptMoveId, readDecision, writeTuneFile } from '../core/index.ts';
import { readTuneFile } from '../formats/index.ts';
import { fillDemo } from './demo.ts';
import { getMoves } from './kept-moves.ts';
import { migrateDatabase, openDatabase, type Connection } from './open.ts';
import { createTake, listTakes, takeWith } from './takes.ts';
import { tuneIn, tuneOut } from './tune-file.ts';
import { createTune, getMelody, getTune as found, listTunes } from './tunes.ts';

let from: Connection;
let to: Connection;
const shelf = () => {
  const db = openDatabase(':memory:');
  migrateDatabase(db, ':memory:');
  return db;
};
beforeEach(() => {
  from = shelf();
  to = shelf();
  fillDemo(from, join(import.meta.dirname, '..', 'demo'));
});

const getTune = (db: Connection, id: string) => found(db, id)!;
const tuneId = () => listTunes(from)[0]!.id;

test('every demo tune comes back from its file on another shelf: chart, melody, takes, the moves they use', () => {
  for (const { id } of listTunes(from)) {
    const file = tuneOut(from, id)!;
    const read = readTuneFile(writeTuneFile(file));
    expect(read).toEqual({ ...file, lost: [] });
    const made = tuneIn(to, read);
    expect({ ...tuneOut(to, made.id)!, guitar: file.guitar }).toEqual(file);
    const [before, after] = [getTune(from, id), getTune(to, made.id)];
    expect(after.doc.good).toBe(before.doc.good);
    expect(Object.values(getMelody(to, made.id)!.cells)).toEqual(Object.values(getMelody(from, id)!.cells));
    expect(listTakes(to, made.id).map(({ name, about }) => [name, about])).toEqual(
      listTakes(from, id).map(({ name, about }) => [name, about]),
    );
  }
});

test('a file has the moves of one’s own that its takes use; what is among one’s own already is not doubled', () => {
  const [id, doc] = Object.entries(getMoves(from).cells)[0]!;
  const move = {
    layer: 'move',
    on: 'C',
    ticks: 1920,
    id: keptMoveId(id),
    parts: [{ degree: '0:6', beats: 4, role: null }],
  };
  const cells = { [`${getTune(from, tuneId()).doc.bars[0]!.id}:all:0:move`]: readDecision('b:all:0:move', move)! };
  createTake(from, {
    tuneId: tuneId(),
    name: 'With it',
    doc: takeWith(cells),
    about: null,
    parentId: null,
    now: Date.now() + 1,
  });
  const file = tuneOut(from, tuneId())!;
  expect(file.moves.map((one) => one.id)).toEqual([id]);
  expect(Object.keys(file.takes.at(-1)!.cells)).toEqual(['bar-1:all:0:move']);
  tuneIn(to, file);
  tuneIn(to, file);
  expect(getMoves(to).cells).toEqual({ [id]: doc });
});

test('what was decided for bars that are gone stays behind, and so do decisions for bars that a file does not have', () => {
  const take = { name: 'Strays', doc: takeWith({ 'gone:1:0:note': { layer: 'note', way: 'free' } }), about: null };
  createTake(from, { tuneId: tuneId(), ...take, parentId: null, now: Date.now() + 1 });
  const file = tuneOut(from, tuneId())!;
  expect(file.takes.at(-1)).toEqual({ name: 'Strays', about: null, cells: {} });
  const cells = {
    'bar-99:1:0:note': { layer: 'note', way: 'free' },
    'bar-1:1:0:note': { layer: 'note', way: 'two' },
  } as const;
  const made = tuneIn(to, { ...file, takes: [{ name: 'One', about: null, cells }] });
  expect(tuneOut(to, made.id)!.takes).toEqual([
    { name: 'One', about: null, cells: { 'bar-1:1:0:note': { layer: 'note', way: 'two' } } },
  ]);
});

test('a tune that was never finished has no file', () => {
  expect(tuneOut(to, createTune(to, 'title: Half\n').id)).toBeNull();
  expect(tuneOut(to, 'nobody')).toBeNull();
});
