import { copyFileSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import {
  cardOf,
  columnsOf,
  movesSaid,
  parseChart,
  playedIn,
  readChart,
  readDecision,
  slotKeys,
  versionsOf,
  type Decisions,
} from '../core/index.ts';
import { loadAggregate } from './aggregates.ts';
import { listBin } from './bin.ts';
import { stateOf } from './cards.ts';
import { applyEdit } from './edits.ts';
import { historyOf, tuneAt } from './history.ts';
import { earlierMoves, getMoves } from './kept-moves.ts';
import { migrateDatabase, openDatabase, type Connection } from './open.ts';
import { getCard, lastLogged } from './practice.ts';
import { edit, take } from './schema.ts';
import { getTake, listTakes } from './takes.ts';
import { getMelody, getTune, listTunes } from './tunes.ts';

/*
 * `fixtures/schema-3.db` was written by the build that kept takes in schema 1: the demo tunes, and 65 edits of every kind;
 * `schema-3.json` is what that build made of every take, column by column.
 */
const FIXTURES = join(__dirname, 'fixtures');
const folder = mkdtempSync(join(tmpdir(), 'heron-upgrade-'));
const path = join(folder, 'heron.db');
let db: Connection;
beforeAll(() => {
  copyFileSync(join(FIXTURES, 'schema-3.db'), path);
  db = openDatabase(path);
  migrateDatabase(db, path);
});
afterAll(() => {
  db.$client.close();
  rmSync(folder, { recursive: true });
});

/** A colour that nobody chose is told by its root alone: it follows the rules of the day. */
const rootOf = (symbol: string) => /^[A-G][b#]?/.exec(symbol)?.[0] ?? symbol;
const untold = (symbol: string) => `${rootOf(symbol)}…`;

/** A take column by column, as the older build told it. */
function columnsIn(tuneId: string, cells: Decisions): string[] {
  const { doc } = getTune(db, tuneId)!;
  const chart = parseChart(doc.good);
  if (!chart.ok) throw new Error(doc.good);
  const barIds = doc.bars.map(({ id }) => id);
  const slots = readChart(chart.value, versionsOf(cells, barIds));
  const columns = columnsOf(slots, slotKeys(slots, barIds), cells);
  const said = movesSaid(columns);
  return columns.map(({ symbol, plain, slot, move, decision, wishes }) =>
    [
      decision === null && rootOf(symbol) === rootOf(plain) ? untold(symbol) : symbol,
      slot.start,
      slot.entry.ticks,
      move?.id ?? null,
      move?.found.ring ?? null,
      (move && said[move.at]?.leans) ?? null,
      decision?.voicing?.grip ?? null,
      decision?.voicing?.fingers ?? null,
      decision?.voicing?.led ?? false,
      wishes.map(({ wish, hard }) => `${wish.kind}${hard ? '!' : ''}`).join(' '),
    ].join('|'),
  );
}

test('every take of an older database stands as it stood', () => {
  const expected = JSON.parse(readFileSync(join(FIXTURES, 'schema-3.json'), 'utf8')) as Record<string, string[]>;
  const found = Object.fromEntries(
    listTunes(db).flatMap(({ id, title }) =>
      listTakes(db, id).map(({ name, doc }) => [`${title} / ${name}`, columnsIn(id, doc.cells)]),
    ),
  );
  const asTold = Object.fromEntries(
    Object.entries(expected).map(([name, lines]) => [
      name,
      lines.map((line, i) => (found[name]?.[i]?.includes('…') ? line.replace(/^[^|]*/, untold) : line)),
    ]),
  );
  expect(found).toEqual(asTold);
  expect(
    Object.values(found)
      .flat()
      .filter((line) => !line.includes('…')).length,
  ).toBeGreaterThan(30);
});

test('nothing that it held is lost: every cell is a decision of the same place and layer', () => {
  let cells = 0;
  for (const { id, doc } of db.select({ id: take.id, doc: take.doc }).from(take).all()) {
    const old = JSON.parse(doc) as { schema: number; cells: Record<string, Record<string, unknown>> };
    expect(old.schema).toBe(1);
    const now = getTake(db, id)?.doc.cells;
    if (!now) continue;
    expect(Object.keys(now)).toEqual(Object.keys(old.cells));
    for (const [name, cell] of Object.entries(old.cells)) {
      cells++;
      const { pin: grip, fingers, led } = cell;
      const decision = now[name]!;
      if (decision.layer === 'chord')
        expect([name, decision.voicing ?? {}]).toEqual([
          name,
          Object.fromEntries(Object.entries({ grip, led, fingers }).filter(([, value]) => value !== undefined)),
        ]);
      if (decision.layer === 'move') expect([name, decision.parts?.length]).not.toEqual([name, undefined]);
    }
  }
  expect(cells).toBeGreaterThan(50);
});

test('what is recorded of its edits is read, and one can go back on it', () => {
  const rows = db.select().from(edit).all();
  expect(rows.length).toBeGreaterThan(60);
  for (const { aggregate, patch, inverse } of rows.filter((row) => row.aggregate.startsWith('take:')))
    for (const recorded of [patch, inverse])
      for (const [name, cell] of Object.entries(JSON.parse(recorded) as Record<string, unknown>))
        if (cell !== null) expect([aggregate, name, readDecision(name, cell)]).not.toEqual([aggregate, name, null]);
  const gangplank = listTunes(db).find(({ title }) => title === 'Gangplank Strut')!;
  const days = historyOf(db, gangplank.id);
  expect(days.length).toBeGreaterThan(0);
  const then = tuneAt(db, gangplank.id, rows[0]!.at - 1)!;
  const [before] = then.takes;
  // As the demo has it: one chord with a colour and a grip.
  expect(Object.values(before!.cells)).toEqual([
    expect.objectContaining({ layer: 'chord', colour: 'maj9', voicing: { grip: 'x-4-3-5-4-x' } }),
  ]);
});

test('an edit of the older kind, sent late, is taken; the take is kept in the newer kind from then on', () => {
  const tune = listTunes(db).find(({ title }) => title === 'Midstream')!;
  const [one] = listTakes(db, tune.id);
  const name = Object.keys(one!.doc.cells)
    .find((key) => key.endsWith(':move'))!
    .replace(':move', '');
  const answer = applyEdit(db, {
    editId: 'old.1',
    aggregate: `take:${one!.id}`,
    baseVersion: one!.version,
    after: null,
    patch: { [name]: { on: 'Em', source: { kind: 'colour', suffix: 'm9' }, pin: 'x-7-5-7-7-x', led: true } },
  });
  expect(answer.status).toBe('saved');
  const row = db
    .select()
    .from(take)
    .all()
    .find(({ id }) => id === one!.id)!;
  const doc = JSON.parse(row.doc) as { schema: number; cells: Record<string, unknown> };
  expect(doc.schema).toBe(2);
  expect(doc.cells[name]).toEqual({
    layer: 'chord',
    on: 'Em',
    colour: 'm9',
    voicing: { grip: 'x-7-5-7-7-x', led: true },
  });
  // And the moves it kept only by name say now what they put in.
  for (const [key, decision] of Object.entries(doc.cells))
    if (key.endsWith(':move')) expect((decision as { parts?: unknown[] }).parts!.length).toBeGreaterThan(0);
});

test('what is no decision is refused, with its name', () => {
  const [tune] = listTunes(db);
  const [one] = listTakes(db, tune!.id);
  const refused = (patch: Record<string, unknown>) => {
    const aggregate = `take:${one!.id}`;
    return applyEdit(db, {
      editId: 'bad.1',
      aggregate,
      baseVersion: getTake(db, one!.id)!.version,
      after: null,
      patch,
    });
  };
  for (const patch of [
    { 'b:1:0': { layer: 'chord', on: 'C', colour: 7 } },
    { 'b:1:0': { layer: 'move', on: 'C', ticks: 1, id: 'x' } },
    { 'b:1:0:rhythm': { layer: 'rhythm' } },
    { 'b:none:0': { layer: 'chord', on: 'C', colour: null } },
    { 'b:1:0:wish-top': { layer: 'wish', ticks: 480, hard: true, wish: { kind: 'bass', way: 'rising' } } },
  ])
    expect(refused(patch)).toMatchObject({ status: 'invalid', message: expect.stringContaining('b:') });
});

/* `fixtures/schema-4.db` was written by the build that kept melodies in schema 1: the demo tunes, and two edits of one melody. */
test('melodies of an earlier build are read, edited and gone back on', () => {
  const own = join(folder, 'melodies.db');
  copyFileSync(join(FIXTURES, 'schema-4.db'), own);
  const old = openDatabase(own);
  migrateDatabase(old, own);
  const tunes = listTunes(old);
  const notesIn = (title: string) => {
    const { id } = tunes.find((one) => one.title === title)!;
    return Object.values(getMelody(old, id)!.cells).reduce((sum, notes) => sum + notes.length, 0);
  };
  expect(['Slack Water', 'Cable and Pulley', "Lamplighter's Landing", 'Midstream'].map(notesIn)).toEqual([
    26, 42, 67, 0,
  ]);
  const slack = tunes.find(({ title }) => title === 'Slack Water')!;
  const bar = slack.doc.bars[14]!.id;
  const note = { tick: 0, ticks: 960, pitch: 74, spelling: 'D', tied: false };
  const request = {
    editId: 'later.1',
    after: null,
    aggregate: `melody:${slack.id}`,
    baseVersion: 3,
    patch: { [bar]: [note] },
  };
  expect(applyEdit(old, request)).toMatchObject({ status: 'saved', version: 4 });
  expect(notesIn('Slack Water')).toBe(27);
  // As it was before its first edit.
  expect(Object.keys(tuneAt(old, slack.id, 0)!.melody)).toHaveLength(16);
  old.$client.close();
});

/* `fixtures/schema-5.db` was written by the build that kept moves in schema 1: the demo data, a move changed, one put away, one put into a take. */
test('kept moves of an earlier build are read, with what they were, and takes tell those they were made with', () => {
  const own = join(folder, 'moves.db');
  copyFileSync(join(FIXTURES, 'schema-5.db'), own);
  const old = openDatabase(own);
  migrateDatabase(old, own);
  const { cells, unreadable } = getMoves(old);
  expect(Object.values(cells).map(({ name }) => name)).toEqual([
    'Strut turnback, slower',
    'Fog turn, with its grips',
    'Quay ending',
  ]);
  expect(unreadable).toEqual([]);
  expect(earlierMoves(old, 'demo-strut-turnback').map(({ doc }) => doc.name)).toEqual(['Strut turnback']);
  expect(listBin(old).map(({ title }) => title)).toEqual(['Lamp on the rail']);
  const { id } = listTunes(old).find(({ title }) => title === 'Two Landings')!;
  const told = Object.values(listTakes(old, id)[0]!.doc.cells).flatMap((cell) =>
    cell.layer === 'move' && cell.told
      ? [[cell.id, cell.told.name, cell.parts?.map(({ degree }) => degree).join(' ')]]
      : [],
  );
  expect(told).toEqual([['kept:two-five-substitute', 'ii ♭II7 I', '2M:m9 2m:13 1P:maj9 1P:maj9']]);
  old.$client.close();
});

/* `fixtures/schema-6.db` was written by the build that kept practice in schema 1: the demo data, a grip taken up and laid down, a change played on two days, one entry put right. */
test('a log of practice of an earlier build is read, with its corrections, and its cards are what they were', () => {
  const own = join(folder, 'practice.db');
  copyFileSync(join(FIXTURES, 'schema-6.db'), own);
  const old = openDatabase(own);
  migrateDatabase(old, own);
  const log = playedIn(lastLogged(old, 1000));
  expect(log.length).toBeGreaterThan(40);
  const two = log.find(({ id }) => id === 'two')!;
  expect(two).toMatchObject({ clean: 120, hurt: null, note: 'nothing after all', corrected: 1 });
  const grip = getCard(old, 'grip E2 A2 D3 G3 B3 E4 x-3-2-2-3-3')!;
  expect(grip.due).toBeNull();
  const change = getCard(old, 'change E2 A2 D3 G3 B3 E4 x-3-2-2-3-3 1-x-1-2-3-x')!;
  expect(change).toMatchObject({ due: Date.UTC(2026, 11, 6, 18), state: { grade: 'good', clean: 120, reviews: 2 } });
  // Worked out again from the log they are the same.
  expect(change.state).toEqual(
    stateOf(
      two.at - 86_400_000,
      log.filter(({ what }) => cardOf(what) === change.id),
    ),
  );
  old.$client.close();
});

/*
 * `fixtures/schema-7.db` was written by the build in which takes had thirteen layers: a tune, and one edit of every kind of document, the take's
 * with a decision of every layer; `schema-7.json` is what that build read of them.
 */
test('every kind of document of an earlier build is read to the letter, edited, and gone back on', () => {
  const own = join(folder, 'all.db');
  copyFileSync(join(FIXTURES, 'schema-7.db'), own);
  const old = openDatabase(own);
  migrateDatabase(old, own);
  const told = JSON.parse(readFileSync(join(FIXTURES, 'schema-7.json'), 'utf8')) as Record<string, { version: number }>;
  const kinds = Object.keys(told);
  expect(kinds).toHaveLength(10);
  for (const aggregate of kinds)
    expect([aggregate, loadAggregate(old, aggregate, 0)]).toMatchObject([aggregate, told[aggregate]]);
  const [tune] = listTunes(old);
  const [standing] = listTakes(old, tune!.id);
  const layers = Object.values(standing!.doc.cells).map(({ layer }) => layer);
  expect(new Set(layers).size).toBe(13);
  const chord = Object.keys(standing!.doc.cells).find((name) => name.endsWith(':1:0'))!;
  const patch = { [chord]: null };
  expect(
    applyEdit(old, {
      ...{ editId: 'later.1', after: null, aggregate: `take:${standing!.id}` },
      ...{ baseVersion: standing!.version, patch },
    }),
  ).toMatchObject({ status: 'saved', version: standing!.version + 1 });
  expect(getTake(old, standing!.id)!.doc.cells[chord]).toBeUndefined();
  // As it was before any of its edits.
  expect(Object.keys(tuneAt(old, tune!.id, 0)!.melody)).toEqual([]);
  old.$client.close();
});
