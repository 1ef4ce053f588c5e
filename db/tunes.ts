import { randomUUID } from 'node:crypto';
import { and, asc, count, desc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import {
  alignBars,
  keptNotes,
  LONGEST_TITLE,
  melodyCells,
  mendedText,
  notesOfCells,
  parseChart,
  parseTune,
  t,
  withHeader,
  type BarId,
  type Melody,
  type MelodyCells,
} from '../core/index.ts';
import { melodyDoc, readDocument, tuneDoc, type MelodyDoc, type TakeDoc, type TuneDoc } from './documents.ts';
import { factsOf, readFacts, type ShelfFacts } from './facts.ts';
import { Unreadable } from './faults.ts';
import type { Db } from './open.ts';
import { playerFor } from './players.ts';
import { keptGrip, MADE, take, tune } from './schema.ts';
import { createTake, listTakes, takeWith } from './takes.ts';

/** A tune with its chart. */
export interface Tune {
  readonly id: string;
  readonly title: string;
  readonly chartText: string;
  readonly doc: TuneDoc;
  /** Null: it has none, or one that cannot be read, which is kept as it is. */
  readonly melody: MelodyDoc | null;
  /** Who plays it; null: whoever came first. */
  readonly playerId: string | null;
  readonly version: number;
  readonly changedAt: number;
}
/** A tune as the shelf shows it. */
export interface ShelfTune {
  readonly id: string;
  readonly title: string;
  readonly changedAt: number;
  /** Null: its chart was never finished. */
  readonly facts: ShelfFacts | null;
  /** Its document cannot be read. */
  readonly unreadable: boolean;
}

function tuneOf(row: typeof tune.$inferSelect): Tune {
  const { id, title, chartText, playerId, version, changedAt } = row;
  const doc = readDocument(tuneDoc, row.doc);
  if (!doc) throw new Unreadable('tune', id, title);
  const melody = row.melody === null ? null : readDocument(melodyDoc, row.melody);
  return { id, title, chartText, playerId, doc, melody, version, changedAt };
}

/** The tunes on the shelf, last changed first, with what is kept to be shown of them. */
export function listShelf(db: Db, most = -1): ShelfTune[] {
  return db
    .select({ id: tune.id, title: tune.title, changedAt: tune.changedAt, facts: tune.facts, whole: looksWhole })
    .from(tune)
    .where(isNull(tune.deletedAt))
    .orderBy(desc(tune.changedAt), asc(MADE))
    .limit(most)
    .all()
    .map(({ whole, facts, ...row }) => ({ ...row, facts: readFacts(facts), unreadable: whole === 0 }));
}

/** The tunes whose charts have bars, last changed first, by name: two thousand pass through no object of ours. */
export const playableNames = (db: Db): readonly { readonly id: string; readonly title: string }[] =>
  db
    .select({ id: tune.id, title: tune.title })
    .from(tune)
    .where(and(isNull(tune.deletedAt), sql`iif(json_valid(${tune.facts}), ${tune.facts} ->> '$.bars', 0) > 0`))
    .orderBy(desc(tune.changedAt), asc(MADE))
    .all();

/** Every tune of the shelf, as JSON text, made by the database: two thousand rows pass through no object of ours. */
export function shelfJson(db: Db): string {
  const row = sql`json_object('id', ${tune.id}, 'title', ${tune.title}, 'changedAt', ${tune.changedAt}, 'facts', json(iif(json_valid(${tune.facts}), ${tune.facts}, 'null')), 'unreadable', json(iif(${looksWhole}, 'false', 'true')))`;
  const found = db.get<{ tunes: string }>(
    sql`select json_group_array(${row} order by ${tune.changedAt} desc, ${tune}.rowid) as tunes from ${tune} where ${tune.deletedAt} is null`,
  );
  return found.tunes;
}

/** Whether a document begins and ends as those that were written here: a look, where reading all takes too long. */
const looksWhole = sql<number>`${tune.doc} glob '{"schema":1,"bars":[[]*}'`;

/** Tunes that are not in the bin. */
export function countShelf(db: Db): number {
  return db.select({ tunes: count() }).from(tune).where(isNull(tune.deletedAt)).get()!.tunes;
}

/** The tunes that can be read, last changed first. */
export function listTunes(db: Db): Tune[] {
  const rows = db.select().from(tune).where(isNull(tune.deletedAt)).orderBy(desc(tune.changedAt), asc(MADE)).all();
  return rows.filter((row) => readDocument(tuneDoc, row.doc)).map(tuneOf);
}

/** A tune that has not been deleted, or null. Throws {@link Unreadable}. */
export function getTune(db: Db, id: string): Tune | null {
  const row = db
    .select()
    .from(tune)
    .where(and(eq(tune.id, id), isNull(tune.deletedAt)))
    .get();
  return row ? tuneOf(row) : null;
}

/** Whether a tune, or the tune of a take, or the take itself, is in the bin. */
export function isBinned(db: Db, kind: 'tune' | 'take', id: string): boolean {
  const table = kind === 'tune' ? tune : take;
  const found = db
    .select({ id: table.id })
    .from(table)
    .where(and(eq(table.id, id), isNotNull(table.deletedAt)))
    .get();
  if (found || kind === 'tune') return found !== undefined;
  const of = db.select({ tuneId: take.tuneId }).from(take).where(eq(take.id, id)).get();
  return of !== undefined && isBinned(db, 'tune', of.tuneId);
}

/** What is made of a chart text: a tune's title, its document and its facts as kept. */
export interface TuneParts {
  readonly title: string;
  readonly doc: TuneDoc;
  readonly facts: string;
}

/**
 * What a chart text makes of a tune: its title, and its document with the bars' ids carried over. A text with problems is
 * kept as typed; `good` is that text with what cannot be read as it was. Where nothing can be read, all stays as it was.
 */
export function tuneFrom(chartText: string, before: Pick<Tune, 'title' | 'doc'> | null): TuneParts {
  const good = mendedText(chartText, before?.doc.good ?? '');
  const chart = parseChart(good ?? '');
  if (good === null || !chart.ok) {
    const title = titleIn(chartText) ?? before?.title ?? t('Untitled');
    if (!before?.doc.good) return { title, doc: { schema: 1, bars: [], good: '' }, facts: 'null' };
    const named = withHeader(before.doc.good, 'title', title);
    return { title, doc: { schema: 1, bars: before.doc.bars, good: named }, facts: factsIn(named) };
  }
  const bars = alignBars(
    before?.doc.bars ?? [],
    chart.value.bars.map(({ source }) => source),
    randomUUID,
  );
  return {
    title: chart.value.title,
    doc: { schema: 1, bars: bars as BarId[], good },
    facts: JSON.stringify(factsOf(chart.value)),
  };
}

function factsIn(good: string): string {
  const chart = parseChart(good);
  return JSON.stringify(chart.ok ? factsOf(chart.value) : null);
}

function titleIn(chartText: string): string | undefined {
  return /^[ \t]*title[ \t]*:[ \t]*(\S.{0,119})/im.exec(chartText)?.[1]?.trim();
}

/** Works out the facts of tunes that were kept before facts were. */
export function fillFacts(db: Db): void {
  const rows = db.select({ id: tune.id, doc: tune.doc }).from(tune).where(isNull(tune.facts)).all();
  for (const { id, doc } of rows) {
    const facts = factsIn(readDocument(tuneDoc, doc)?.good ?? '');
    db.update(tune).set({ facts }).where(eq(tune.id, id)).run();
  }
}

/**
 * Puts a new tune on the shelf, with one take; `cells` decides in it, given the bars as written. A melody that the text has, and
 * that can be read, is the tune's; else the text stays as it is.
 */
export function createTune(
  db: Db,
  text: string,
  {
    cells = () => ({}),
    playerId = null,
    now = Date.now(),
  }: { cells?: (bars: readonly BarId[]) => TakeDoc['cells']; playerId?: string | null; now?: number } = {},
): Tune {
  return db.transaction((tx) => {
    const read = parseTune(text);
    const notes = read.ok ? read.value.melody : null;
    const chartText = read.ok ? read.value.chartText : text;
    const { title, doc, facts } = tuneFrom(chartText, null);
    const melody = notes && JSON.stringify(melodyFrom(notes, doc));
    const id = randomUUID();
    const row = { id, title, chartText, doc: JSON.stringify(doc), melody, facts, playerId, changedAt: now };
    const made = tx.insert(tune).values(row).returning().get();
    const takeRow = { id: randomUUID(), tuneId: id, name: t('Take {number}', { number: 1 }), createdAt: now };
    tx.insert(take)
      .values({ ...takeRow, doc: JSON.stringify(takeWith(cells(doc.bars))) })
      .run();
    return tuneOf(made);
  });
}

const melodyFrom = (notes: Melody, { bars }: TuneDoc): MelodyDoc => ({
  schema: 1,
  octave: 0,
  notes: [
    ...keptNotes(
      notes,
      bars.map(({ id }) => id),
    ),
  ],
});

/** A tune's melody as it is edited; null: no such tune. One that cannot be read has no cells. */
export function getMelody(
  db: Db,
  id: string,
): { readonly version: number; readonly cells: MelodyCells; readonly unreadable: boolean } | null {
  const row = db
    .select({ melody: tune.melody, version: tune.melodyVersion })
    .from(tune)
    .where(and(eq(tune.id, id), isNull(tune.deletedAt)))
    .get();
  if (!row) return null;
  const doc = row.melody === null ? null : readDocument(melodyDoc, row.melody);
  return { version: row.version, cells: melodyCells(doc?.notes ?? []), unreadable: row.melody !== null && !doc };
}

/** Keeps the melody of a tune; its octave stays. */
export function putMelody(
  db: Db,
  id: string,
  cells: MelodyCells,
  { version, now }: { readonly version: number; readonly now: number },
): void {
  const octave = getTune(db, id)?.melody?.octave ?? 0;
  const notes = notesOfCells(cells);
  const doc: MelodyDoc = { schema: 1, octave, notes: [...notes] };
  const melody = notes.length > 0 ? JSON.stringify(doc) : null;
  db.update(tune).set({ melody, melodyVersion: version, changedAt: now }).where(eq(tune.id, id)).run();
}

/** Copies a tune with all its takes. Returns the copy, or null if there is nothing to copy. */
export function duplicateTune(db: Db, id: string): Tune | null {
  return db.transaction((tx) => {
    const before = getTune(tx, id);
    if (!before) return null;
    const title = `${before.title} (copy)`.slice(0, LONGEST_TITLE);
    return copyTune(tx, before, { text: withHeader(before.chartText, 'title', title), now: Date.now() });
  });
}

/** A tune beside another, with its takes and a text of its own. */
export function copyTune(db: Db, before: Tune, { text, now }: { readonly text: string; readonly now: number }): Tune {
  const { title, doc, facts } = tuneFrom(text, before);
  const { playerId } = before;
  const made = { id: randomUUID(), title, chartText: text, doc: JSON.stringify(doc), facts, playerId, changedAt: now };
  // As it is kept, also where it cannot be read.
  const kept = db.select({ melody: tune.melody }).from(tune).where(eq(tune.id, before.id)).get();
  const row = { ...made, melody: kept?.melody ?? null };
  const copy = db.insert(tune).values(row).returning().get();
  for (const { name, doc, about } of listTakes(db, before.id))
    createTake(db, { tuneId: row.id, name, doc, about, parentId: null, now });
  return tuneOf(copy);
}

/** Puts a tune in the bin; `restoreTune` puts it back. */
export function deleteTune(db: Db, id: string, now = Date.now()): boolean {
  return (
    db
      .update(tune)
      .set({ deletedAt: now })
      .where(and(eq(tune.id, id), isNull(tune.deletedAt)))
      .run().changes > 0
  );
}

/** Brings a tune back from the bin; false where there is none. */
export function restoreTune(db: Db, id: string): boolean {
  return db.update(tune).set({ deletedAt: null }).where(eq(tune.id, id)).run().changes > 0;
}

/** So many tunes are named for a grip: thousands may have it. */
const MOST_NAMED = 12;

/** Where takes of a player's tunes have kept grips of theirs pinned: the tunes changed last, bar by bar as written, and how many more. */
export function pinnedGrips(db: Db, playerId: string) {
  const grips = db
    .selectDistinct({ grip: keptGrip.grip })
    .from(keptGrip)
    .where(and(eq(keptGrip.playerId, playerId), isNull(keptGrip.deletedAt)))
    .all()
    .map(({ grip }) => grip);
  // To read thousands of takes takes its time: the database looks, also whether the bar is still there.
  const bar = sql`substr(cell.key, 1, instr(cell.key, ':') - 1)`;
  const pins = db.all<{ tuneId: string; playerId: string | null; bar: string; grip: string }>(
    sql`select ${tune.id} as tuneId, ${tune.playerId} as playerId, ${bar} as bar, cell.value ->> '$.voicing.grip' as grip
      from ${tune} join ${take} on ${take.tuneId} = ${tune.id}, json_each(${take.doc}, '$.cells') as cell
      where ${tune.deletedAt} is null and ${take.deletedAt} is null
        and grip in (select value from json_each(${JSON.stringify(grips)}))
        and exists (select 1 from json_each(${tune.doc}, '$.bars') as own where own.value ->> '$.id' = ${bar})
      order by ${tune.changedAt} desc, ${tune}.${MADE}`,
  );
  const players = new Map<string | null, string>();
  const playerOf = (id: string | null) =>
    players.get(id) ?? players.set(id, playerFor(db, { playerId: id }).id).get(id);
  /** By grip and tune: the ids of its bars, the tune changed last first. */
  const found = new Map<string, Map<string, Set<string>>>();
  for (const pin of pins) {
    if (playerOf(pin.playerId) !== playerId) continue;
    const tunes = found.get(pin.grip) ?? new Map<string, Set<string>>();
    found.set(pin.grip, tunes.set(pin.tuneId, (tunes.get(pin.tuneId) ?? new Set()).add(pin.bar)));
  }
  const barsOf = numberedBars(
    db,
    [...found.values()].flatMap((tunes) => [...tunes.keys()].slice(0, MOST_NAMED)),
  );
  return [...found].map(([grip, tunes]) => ({
    grip,
    tunes: [...tunes].slice(0, MOST_NAMED).map(([id, bars]) => {
      const { title, numbers } = barsOf.get(id)!;
      return { id, title, bars: [...bars].map((one) => numbers.get(one)!).sort((x, y) => x - y) };
    }),
    more: Math.max(0, tunes.size - MOST_NAMED),
  }));
}

/** Titles of tunes, and the numbers of their bars by id. */
function numberedBars(db: Db, ids: readonly string[]) {
  const rows = db
    .select({ id: tune.id, title: tune.title, facts: tune.facts, bars: sql<string>`${tune.doc} -> '$.bars'` })
    .from(tune)
    .where(inArray(tune.id, [...new Set(ids)]))
    .all();
  return new Map(
    rows.map(({ id, title, facts, bars: text }) => {
      const bars = JSON.parse(text) as readonly { readonly id: string }[];
      // A pickup is bar 0, and no bar of the facts.
      const first = bars.length > (readFacts(facts)?.bars ?? bars.length) ? 0 : 1;
      return [id, { title, numbers: new Map(bars.map((bar, i) => [bar.id, first + i])) }] as const;
    }),
  );
}
