import { randomUUID } from 'node:crypto';
import { and, asc, desc, eq, isNull } from 'drizzle-orm';
import { alignBars, barIdOf, parseChart, withHeader, type BarId } from '../core/index.ts';
import { takeDoc, tuneDoc, type TakeDoc, type TuneDoc } from './documents.ts';
import type { Db } from './open.ts';
import { playerFor } from './players.ts';
import { MADE, take, tune } from './schema.ts';

export interface Tune {
  readonly id: string;
  readonly title: string;
  readonly chartText: string;
  readonly doc: TuneDoc;
  /** Who plays it; null: whoever came first. */
  readonly playerId: string | null;
  readonly version: number;
  readonly changedAt: number;
}
export interface Take {
  readonly id: string;
  readonly tuneId: string;
  readonly name: string;
  readonly doc: TakeDoc;
  readonly version: number;
}

const EMPTY_TAKE: TakeDoc = { schema: 1, cells: {} };

function tuneOf(row: typeof tune.$inferSelect): Tune {
  const { id, title, chartText, playerId, version, changedAt } = row;
  return { id, title, chartText, playerId, doc: tuneDoc.parse(JSON.parse(row.doc)), version, changedAt };
}

function takeOf(row: typeof take.$inferSelect): Take {
  const { id, tuneId, name, version } = row;
  return { id, tuneId, name, doc: takeDoc.parse(JSON.parse(row.doc)), version };
}

/** The tunes on the shelf, last changed first. */
export function listTunes(db: Db): Tune[] {
  return db
    .select()
    .from(tune)
    .where(isNull(tune.deletedAt))
    .orderBy(desc(tune.changedAt), asc(MADE))
    .all()
    .map(tuneOf);
}

/** A tune that has not been deleted, or null. */
export function getTune(db: Db, id: string): Tune | null {
  const row = db
    .select()
    .from(tune)
    .where(and(eq(tune.id, id), isNull(tune.deletedAt)))
    .get();
  return row ? tuneOf(row) : null;
}

/**
 * What a chart text makes of a tune: its title, and its document with the bars' ids carried over. A
 * text with problems is kept as typed; the bars stay those of the last good one.
 */
export function tuneFrom(chartText: string, before: Pick<Tune, 'title' | 'doc'> | null): Pick<Tune, 'title' | 'doc'> {
  const chart = parseChart(chartText);
  if (!chart.ok) {
    const title = titleIn(chartText) ?? before?.title ?? 'Untitled';
    if (!before?.doc.good) return { title, doc: { schema: 1, bars: [], good: '' } };
    return { title, doc: { ...before.doc, good: withHeader(before.doc.good, 'title', title) } };
  }
  const bars = alignBars(
    before?.doc.bars ?? [],
    chart.value.bars.map(({ source }) => source),
    randomUUID,
  );
  return { title: chart.value.title, doc: { schema: 1, bars: bars as BarId[], good: chartText } };
}

function titleIn(chartText: string): string | undefined {
  return /^[ \t]*title[ \t]*:[ \t]*(\S.{0,119})/im.exec(chartText)?.[1]?.trim();
}

/** Puts a new tune on the shelf, with one take; `cells` decides in it, given the bars as written. */
export function createTune(
  db: Db,
  chartText: string,
  {
    cells = () => ({}),
    playerId = null,
    now = Date.now(),
  }: { cells?: (bars: readonly BarId[]) => TakeDoc['cells']; playerId?: string | null; now?: number } = {},
): Tune {
  return db.transaction((tx) => {
    const { title, doc } = tuneFrom(chartText, null);
    const id = randomUUID();
    const row = { id, title, chartText, doc: JSON.stringify(doc), playerId, changedAt: now };
    const made = tx.insert(tune).values(row).returning().get();
    tx.insert(take)
      .values({
        id: randomUUID(),
        tuneId: id,
        name: 'Take 1',
        doc: JSON.stringify({ ...EMPTY_TAKE, cells: cells(doc.bars) }),
        createdAt: now,
      })
      .run();
    return tuneOf(made);
  });
}

/** Copies a tune with all its takes. Returns the copy, or null if there is nothing to copy. */
export function duplicateTune(db: Db, id: string, suffix = 'copy', chartText?: string): Tune | null {
  return db.transaction((tx) => {
    const before = getTune(tx, id);
    if (!before) return null;
    const title = `${before.title} (${suffix})`.slice(0, 120);
    const text = withHeader(chartText ?? before.chartText, 'title', title);
    const parts = tuneFrom(text, before);
    const copyId = randomUUID();
    const now = Date.now();
    const copy = tx
      .insert(tune)
      .values({
        id: copyId,
        title,
        chartText: text,
        doc: JSON.stringify(parts.doc),
        playerId: before.playerId,
        changedAt: now,
      })
      .returning()
      .get();
    for (const { name, doc } of listTakes(tx, id)) {
      tx.insert(take)
        .values({ id: randomUUID(), tuneId: copyId, name, doc: JSON.stringify(doc), createdAt: now })
        .run();
    }
    return tuneOf(copy);
  });
}

/** Takes a tune off the shelf; `restoreTune` puts it back. */
export function deleteTune(db: Db, id: string): boolean {
  return db.update(tune).set({ deletedAt: Date.now() }).where(eq(tune.id, id)).run().changes > 0;
}

export function restoreTune(db: Db, id: string): boolean {
  return db.update(tune).set({ deletedAt: null }).where(eq(tune.id, id)).run().changes > 0;
}

/** The takes of a tune, oldest first. */
export function listTakes(db: Db, tuneId: string): Take[] {
  return db
    .select()
    .from(take)
    .where(eq(take.tuneId, tuneId))
    .orderBy(asc(take.createdAt), asc(MADE))
    .all()
    .map(takeOf);
}

/** Where takes of a player's tunes have grips pinned: once for each bar as written. */
export function pinnedGrips(db: Db, playerId: string) {
  return listTunes(db)
    .filter((one) => playerFor(db, one).id === playerId)
    .flatMap(({ id, title, doc }) => {
      const chart = parseChart(doc.good);
      const first = chart.ok ? chart.value.bars[0]!.number : 1;
      const uses = listTakes(db, id).flatMap(({ doc: { cells } }) =>
        Object.entries(cells).flatMap(([at, { pin }]) => {
          const bar = doc.bars.findIndex((one) => one.id === barIdOf(at));
          return pin === undefined || bar < 0 ? [] : [{ grip: pin, tuneId: id, title, bar: first + bar }];
        }),
      );
      return uses
        .filter(({ grip, bar }, i) => uses.findIndex((other) => other.grip === grip && other.bar === bar) === i)
        .sort((a, b) => a.bar - b.bar);
    });
}

export function getTake(db: Db, id: string): Take | null {
  const row = db.select().from(take).where(eq(take.id, id)).get();
  return row ? takeOf(row) : null;
}
