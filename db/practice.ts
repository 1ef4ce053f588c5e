import { and, asc, count, desc, eq, gte, inArray, isNotNull, lt, lte, max, sql } from 'drizzle-orm';
import {
  cardOfEntry,
  playedIn,
  readPractised,
  type Corrected,
  type LogEntry,
  type Logged,
  type Practised,
  t,
} from '../core/index.ts';
import { cardState, isInUse, stateOf, type CardState } from './cards.ts';
import { logEntry, readDocument } from './documents.ts';
import type { Db } from './open.ts';
import { card, edit, MADE, practiceLog } from './schema.ts';

/** The whole log is one document for edits, which only add to it. */
export const PRACTICE = 'practice:log';

export function logVersion(db: Db): number {
  const last = db
    .select({ version: max(edit.version) })
    .from(edit)
    .where(eq(edit.aggregate, PRACTICE))
    .get();
  return last?.version ?? 1;
}

/** Why entries cannot be added, in words; null: they can. */
export function logFault(db: Db, entries: Readonly<Record<string, LogEntry>>): string | null {
  const ids = Object.keys(entries);
  const there = db.select({ id: practiceLog.id }).from(practiceLog).where(inArray(practiceLog.id, ids)).get();
  if (there) return t('this is in the log already: what is wrong there is put right by a correction');
  const isNowhere = ({ deed, ...entry }: LogEntry) => deed === 'corrected' && 'of' in entry && !playedRow(db, entry.of);
  return Object.values(entries).some(isNowhere) ? t('what this corrects is not in the log') : null;
}

const playedRow = (db: Db, id: string) => db.select().from(practiceLog).where(eq(practiceLog.id, id)).get();

/** Adds entries to the log, and brings the cards they are about up to date. */
export function addToLog(db: Db, entries: Readonly<Record<string, LogEntry>>, now = Date.now()): void {
  const cards = new Set<string>();
  for (const [id, entry] of Object.entries(entries)) {
    const cardId = entry.deed === 'corrected' ? (playedRow(db, entry.of)?.cardId ?? null) : cardOfEntry(entry);
    db.insert(practiceLog)
      .values({ id, at: entry.at, cardId, doc: JSON.stringify(entry), loggedAt: now })
      .run();
    if (cardId !== null) cards.add(cardId);
  }
  for (const id of cards) bringUpToDate(db, id);
}

/** Works a card out of all that was logged of it. */
function bringUpToDate(db: Db, id: string): void {
  const rows = db.select().from(practiceLog).where(eq(practiceLog.cardId, id)).orderBy(asc(MADE)).all();
  const log = readRows(rows);
  const entries = log.map(({ entry }) => entry);
  const whats = entries.flatMap((entry) => (entry.deed === 'corrected' ? [] : [entry.what]));
  const what = whats.at(-1);
  if (!what) return;
  const played = playedIn(log);
  // Where all that was played did not happen, and it was never taken up, there is nothing to come back.
  const isKnown = played.length > 0 || entries.some(({ deed }) => deed === 'taken-up');
  const begun = Math.min(...entries.map(({ at }) => at));
  const state = stateOf(begun, played);
  const due = isKnown && isInUse(entries) ? state.due : null;
  const values = { kind: what.kind, what: JSON.stringify(what), state: JSON.stringify(state), due };
  db.insert(card)
    .values({ id, ...values })
    .onConflictDoUpdate({ target: card.id, set: values })
    .run();
}

type Row = typeof practiceLog.$inferSelect;
const readRows = (rows: readonly Row[]): Logged[] =>
  rows.flatMap(({ id, doc }) => {
    const entry = readDocument(logEntry, doc);
    return entry ? [{ id, entry }] : [];
  });

/** What was logged from a time up to another, in the order it was done, with all corrections of it. */
export function logBetween(db: Db, from: number, until: number): readonly Logged[] {
  const inOrder = [asc(practiceLog.at), asc(MADE)] as const;
  const during = and(gte(practiceLog.at, from), lt(practiceLog.at, until));
  const rows = db
    .select()
    .from(practiceLog)
    .where(during)
    .orderBy(...inOrder)
    .all();
  const known = new Set(rows.map(({ id }) => id));
  return [...readRows(rows), ...corrections(db).filter(({ id, entry }) => !known.has(id) && known.has(entry.of))];
}

/** Every correction there is: few are made, and they may be of any day. */
function corrections(db: Db): readonly Logged<Corrected>[] {
  const rows = db
    .select()
    .from(practiceLog)
    .where(sql`json_extract(${practiceLog.doc}, '$.deed') = 'corrected'`)
    .orderBy(asc(MADE))
    .all();
  return readRows(rows).filter((one): one is Logged<Corrected> => one.entry.deed === 'corrected');
}

/** The last entries of the log before a time, in the order they were done, with all corrections of them. */
export function lastLogged(db: Db, most: number, before = Number.MAX_SAFE_INTEGER): readonly Logged[] {
  const rows = db
    .select()
    .from(practiceLog)
    .where(lt(practiceLog.at, before))
    .orderBy(desc(practiceLog.at), desc(MADE))
    .limit(most)
    .all();
  const known = new Set(rows.map(({ id }) => id));
  const more = corrections(db).filter(({ id, entry }) => !known.has(id) && known.has(entry.of));
  return [...readRows(rows).reverse(), ...more];
}

/** A card, and what it is of. */
export interface KeptCard {
  readonly id: string;
  readonly what: Practised;
  readonly state: CardState;
  /** Milliseconds since 1970; null: it was laid down. */
  readonly due: number | null;
}

const readCards = (rows: readonly (typeof card.$inferSelect)[]): KeptCard[] =>
  rows.flatMap(({ id, what: text, state: kept, due }) => {
    const [what, state] = [readPractised(JSON.parse(text)), readDocument(cardState, kept)];
    return what && state ? [{ id, what, state, due }] : [];
  });

/** All cards that come back, the one that is due first before the others. */
export const cardsInUse = (db: Db): readonly KeptCard[] =>
  readCards(db.select().from(card).where(isNotNull(card.due)).orderBy(asc(card.due), asc(card.id)).all());

/** A card by its id; null: there is none. */
export const getCard = (db: Db, id: string): KeptCard | null =>
  readCards(db.select().from(card).where(eq(card.id, id)).all())[0] ?? null;

/** How much is due by a time: all of it, and of each tune, by its id. */
export function dueBy(db: Db, now: number): { readonly all: number; readonly tunes: Readonly<Record<string, number>> } {
  const tuneId = sql<string | null>`json_extract(${card.what}, '$.tuneId')`;
  const rows = db.select({ tuneId, many: count() }).from(card).where(lte(card.due, now)).groupBy(tuneId).all();
  return {
    all: rows.reduce((sum, { many }) => sum + many, 0),
    tunes: Object.fromEntries(rows.flatMap(({ tuneId: id, many }) => (id === null ? [] : [[id, many]]))),
  };
}
