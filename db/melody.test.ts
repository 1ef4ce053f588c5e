import { beforeEach, describe, expect, test } from '@jest/globals';
import { eq } from 'drizzle-orm';
import { melodyIn, parseChart } from '../core/index.ts';
import { applyEdit } from './edits.ts';
import { goBack, historyOf } from './history.ts';
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

describe('a melody is edited bar by bar', () => {
  const note = { tick: 0, ticks: 480, pitch: 60, spelling: 'C', tied: false };
  const sing = (id: string, editId: string, baseVersion: number, patch: object, after: string | null = null) =>
    applyEdit(db, { editId, after, aggregate: `melody:${id}`, baseVersion, patch } as never);
  const made = () => {
    const { id, doc } = createTune(db, `${TEXT}melody:\nc8 | f8 |\n`);
    return { id, bars: doc.bars.map((bar) => bar.id) };
  };

  test('its edits are kept beside those of the chart, and a repeated one does nothing', () => {
    const { id, bars } = made();
    expect(sing(id, 'one.1', 1, { [bars[2]!]: [note], [bars[0]!]: null })).toMatchObject({
      status: 'saved',
      version: 2,
    });
    expect(sing(id, 'one.1', 1, { [bars[2]!]: [note] })).toMatchObject({ status: 'saved', version: 2 });
    expect(sungIn(id)).toEqual([
      [2, 77],
      [3, 60],
    ]);
    expect(getTune(db, id)!.version).toBe(1);
  });

  test('two windows in two bars both stand; in one bar the later is kept as a tune beside it', () => {
    const { id, bars } = made();
    sing(id, 'one.1', 1, { [bars[0]!]: [note] });
    expect(sing(id, 'two.1', 1, { [bars[1]!]: [{ ...note, pitch: 62 }] })).toMatchObject({ status: 'saved' });
    const lost = sing(id, 'three.1', 1, { [bars[0]!]: [{ ...note, pitch: 64 }] });
    expect(lost).toMatchObject({ status: 'conflict', kept: { kind: 'tune' } });
    expect(sungIn(id)).toEqual([
      [1, 60],
      [2, 62],
    ]);
    const kept = (lost as unknown as { kept: { id: string } }).kept.id;
    expect(sungIn(kept)[0]).toEqual([1, 64]);
    // What its window had made after it goes there, too.
    sing(id, 'three.2', 1, { [bars[3]!]: [note] }, 'three.1');
    expect(sungIn(kept)).toEqual([
      [1, 64],
      [2, 62],
      [4, 60],
    ]);
  });

  test('what is no note is refused, and what cannot be read is left as it is', () => {
    const { id, bars } = made();
    for (const wrong of [{ ...note, ticks: 0 }, { ...note, pitch: 128 }, { ...note, spelling: 'H' }, { tick: 0 }])
      expect(sing(id, 'one.1', 1, { [bars[0]!]: [wrong] })).toMatchObject({ status: 'invalid' });
    expect(sing(id, 'one.1', 1, { [bars[0]!]: [] })).toMatchObject({ status: 'invalid' });
    db.update(tune).set({ melody: '{"schema":9}' }).where(eq(tune.id, id)).run();
    expect(sing(id, 'one.2', 1, { [bars[0]!]: [note] })).toMatchObject({ status: 'invalid' });
    const row = db.select({ melody: tune.melody }).from(tune).where(eq(tune.id, id)).get();
    expect(row!.melody).toBe('{"schema":9}');
  });

  test('a tune brought back to a day has the melody of that day', () => {
    const { id, bars } = made();
    const day = Date.now() + 1000;
    applyEdit(
      db,
      { editId: 'one.1', after: null, aggregate: `melody:${id}`, baseVersion: 1, patch: { [bars[0]!]: null } } as never,
      day + 1000,
    );
    expect(sungIn(id)).toEqual([[2, 77]]);
    expect(historyOf(db, id)).toMatchObject([{ melody: 1, chart: 0, takes: 0 }]);
    expect(goBack(db, id, day)).toBe(1);
    expect(sungIn(id)).toEqual([
      [1, 72],
      [2, 77],
    ]);
  });
});
