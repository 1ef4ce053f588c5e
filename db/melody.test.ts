import { beforeEach, expect, test } from '@jest/globals';
import { eq } from 'drizzle-orm';
import { melodyIn, parseChart } from '../core/index.ts';
import { applyEdit } from './edits.ts';
import { migrateDatabase, openDatabase, type Connection } from './open.ts';
import { tune } from './schema.ts';
import { createTune, duplicateTune, getTune } from './tunes.ts';

const TEXT = 'title: Sung\nkey: C\n| C | F |\n| G7 | C |\n';
let db: Connection;
beforeEach(() => {
  db = openDatabase(':memory:');
  migrateDatabase(db, ':memory:');
});

/** Pitches by bar, as the melody stands over the chart now. */
function sungIn(id: string) {
  const { doc, melody } = getTune(db, id)!;
  const chart = parseChart(doc.good);
  if (!chart.ok) throw new Error(doc.good);
  const ids = doc.bars.map((bar) => bar.id);
  return melodyIn(melody!.notes, ids, chart.value.bars).map(({ bar, pitch }) => [bar + 1, pitch]);
}

test('a melody in the text of a new tune is kept with it, by bar, and the chart is what stood before it', () => {
  const made = createTune(db, `${TEXT}melody:\nc8 | f8 | g8 | e8 |\n`);
  expect(made.chartText.trim()).toBe(TEXT.trim());
  expect(sungIn(made.id)).toEqual([
    [1, 72],
    [2, 77],
    [3, 79],
    [4, 76],
  ]);
  expect(createTune(db, TEXT).melody).toBeNull();
});

test('it stays with its bars when the chart is edited, and goes along with a copy', () => {
  const { id, chartText } = createTune(db, `${TEXT}melody:\nc8 | f8 | g8 | e8 |\n`);
  const put = '| Am | ';
  const at = chartText.indexOf('| G7');
  applyEdit(db, {
    editId: 'one.1',
    aggregate: `tune:${id}`,
    baseVersion: 1,
    patch: { chartText: { at, drop: 2, put } },
  } as never);
  expect(getTune(db, id)!.chartText).toContain('| Am | G7 | C |');
  expect(sungIn(id)).toEqual([
    [1, 72],
    [2, 77],
    [4, 79],
    [5, 76],
  ]);
  expect(sungIn(duplicateTune(db, id)!.id)).toEqual(sungIn(id));
});

test('a text whose melody cannot be read is kept as it was typed, and a document that cannot be read as it is', () => {
  const wrong = `${TEXT}melody:\nc9 |\n`;
  expect(createTune(db, wrong).chartText).toBe(wrong);
  const { id } = createTune(db, `${TEXT}melody:\nc8 |\n`);
  db.update(tune).set({ melody: '{"schema":9}' }).where(eq(tune.id, id)).run();
  expect(getTune(db, id)!.melody).toBeNull();
  const copy = duplicateTune(db, id)!;
  expect(db.select({ melody: tune.melody }).from(tune).where(eq(tune.id, copy.id)).get()!.melody).toBe('{"schema":9}');
});
