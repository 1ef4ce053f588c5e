import { randomUUID } from 'node:crypto';
import { and, asc, eq, isNull, max } from 'drizzle-orm';
import {
  DEFAULT_PLAYER,
  NOTE_NAMES,
  problemText,
  readPlayer,
  type NoteNames,
  type Outcome,
  type Player,
} from '../core/index.ts';
import { playerDoc, readDocument, tags, type KeptGripCell } from './documents.ts';
import type { Db } from './open.ts';
import { edit, keptGrip, MADE, player } from './schema.ts';

/** A player as kept: `cells` are its settings as edits change them. */
export interface KeptPlayer {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly cells: Readonly<Record<string, unknown>>;
  /** Its settings cannot be read: the default ones stand in, and are not to be kept in their place. */
  readonly unreadable?: true;
}

/** The player there is before anyone described theirs. */
const FIRST = 'first';

function playerOf({ id, name, version, doc }: typeof player.$inferSelect): KeptPlayer {
  const read = readDocument(playerDoc, doc);
  const cells = { ...read?.settings, name };
  return read && faultOf(cells) === null
    ? { id, name, version, cells }
    : { id, name, version, cells: { name }, unreadable: true };
}

/** The players, oldest first; there is always one. */
export function listPlayers(db: Db): [KeptPlayer, ...KeptPlayer[]] {
  const rows = () =>
    db.select().from(player).where(isNull(player.deletedAt)).orderBy(asc(player.createdAt), asc(MADE)).all();
  let found = rows();
  if (found.length === 0) {
    db.insert(player)
      .values({ id: FIRST, name: DEFAULT_PLAYER.name, doc: docOf({}), createdAt: Date.now() })
      .onConflictDoNothing()
      .run();
    found = rows();
  }
  return found.map(playerOf) as [KeptPlayer, ...KeptPlayer[]];
}

/** Who plays a tune: the one it remembers, else the first. */
export function playerFor(db: Db, { playerId }: { readonly playerId: string | null }): KeptPlayer {
  return (playerId === null ? null : getPlayer(db, playerId)) ?? listPlayers(db)[0];
}

/** Null for one that is not there, or in the bin. */
export function getPlayer(db: Db, id: string): KeptPlayer | null {
  const row = db
    .select()
    .from(player)
    .where(and(eq(player.id, id), isNull(player.deletedAt)))
    .get();
  return row ? playerOf(row) : null;
}

/** What the players call notes, where one of them chose; else null. */
export function notesOfPlayers(db: Db): NoteNames | null {
  const chosen = listPlayers(db).map(({ cells }) => NOTE_NAMES.find((names) => names === cells.noteNames));
  return chosen.find((names) => names !== undefined && names !== DEFAULT_PLAYER.noteNames) ?? null;
}

/** Adds a player with the settings given, the rest as the default. */
export function createPlayer(db: Db, settings: Partial<Player>, now = Date.now()): KeptPlayer {
  const { name = DEFAULT_PLAYER.name, ...rest } = settings;
  const row = { id: randomUUID(), name, doc: docOf(rest), createdAt: now };
  return playerOf(db.insert(player).values(row).returning().get());
}

/** Puts a player in the bin; `restorePlayer` brings it back. False: there is none, or it is the last. */
export function deletePlayer(db: Db, id: string, now = Date.now()): boolean {
  const others = listPlayers(db).filter((other) => other.id !== id);
  if (others.length === 0) return false;
  return db.update(player).set({ deletedAt: now }).where(eq(player.id, id)).run().changes > 0;
}

/** Brings a player back from the bin; false where there is none. */
export function restorePlayer(db: Db, id: string): boolean {
  return db.update(player).set({ deletedAt: null }).where(eq(player.id, id)).run().changes > 0;
}

/** What is wrong with settings as a whole, in words, or null. */
export function faultOf(cells: Readonly<Record<string, unknown>>): string | null {
  const read: Outcome<Player> = readPlayer(cells);
  return read.ok ? null : read.problems.map(problemText).join(' ');
}

/** Writes a player as it stands at a version. */
export function putPlayer(db: Db, id: string, cells: Readonly<Record<string, unknown>>, version: number): void {
  const { name = DEFAULT_PLAYER.name, ...settings } = cells;
  db.update(player)
    .set({ name: name as string, doc: docOf(settings), version })
    .where(eq(player.id, id))
    .run();
}

const docOf = (settings: Readonly<Record<string, unknown>>) => JSON.stringify({ schema: 1, settings });

/** What is kept of a grip, as an edit changes it. */
function gripCell({ name, note, tags: tagged, banished }: typeof keptGrip.$inferSelect): KeptGripCell {
  const words = tagged === '[]' ? null : readDocument(tags, tagged);
  return { banished, ...(name !== '' && { name }), ...(note !== '' && { note }), ...(words && { tags: words }) };
}

/** `tuning/grip`, by which a player's grips are called. */
export const gripKeyOf = ({ tuning, grip }: { tuning: string; grip: string }) => `${tuning}/${grip}`;

/** The grips a player keeps or banished, by `tuning/grip`. */
export function getGrips(
  db: Db,
  playerId: string,
): { readonly version: number; readonly cells: Readonly<Record<string, KeptGripCell>> } {
  const rows = db
    .select()
    .from(keptGrip)
    .where(and(eq(keptGrip.playerId, playerId), isNull(keptGrip.deletedAt)))
    .all();
  const last = db
    .select({ version: max(edit.version) })
    .from(edit)
    .where(eq(edit.aggregate, `grips:${playerId}`))
    .get();
  return { version: last?.version ?? 1, cells: Object.fromEntries(rows.map((row) => [gripKeyOf(row), gripCell(row)])) };
}

/** Puts cells in the place of those that were kept; a kept grip that goes lies in the bin, with its words. */
export function putGrips(
  db: Db,
  playerId: string,
  cells: Readonly<Record<string, KeptGripCell>>,
  now = Date.now(),
): void {
  const before = getGrips(db, playerId).cells;
  for (const key of Object.keys(before).filter((one) => !Object.hasOwn(cells, one))) {
    db.update(keptGrip).set({ deletedAt: now }).where(whichGrip(playerId, key)).run();
  }
  for (const [key, cell] of Object.entries(cells)) {
    if (JSON.stringify(before[key]) === JSON.stringify(cell)) continue;
    const [tuning, grip] = key.split('/') as [string, string];
    const { banished, name = '', tags: tagged = [], note = '' } = cell;
    const values = { banished, name, note, tags: JSON.stringify(tagged), deletedAt: null };
    db.insert(keptGrip)
      .values({ playerId, tuning, grip, ...values })
      .onConflictDoUpdate({ target: [keptGrip.playerId, keptGrip.tuning, keptGrip.grip], set: values })
      .run();
  }
}

function whichGrip(playerId: string, key: string) {
  const [tuning, grip] = key.split('/') as [string, string];
  return and(eq(keptGrip.playerId, playerId), eq(keptGrip.tuning, tuning), eq(keptGrip.grip, grip));
}

/** A grip that lies in the bin, as it was kept; null: there is none. */
export function binnedGrip(db: Db, playerId: string, key: string): KeptGripCell | null {
  const row = db.select().from(keptGrip).where(whichGrip(playerId, key)).get();
  return row && row.deletedAt !== null ? gripCell(row) : null;
}

/** Every player with their grips, as the app takes them over. */
export function playersWithGrips(db: Db) {
  return listPlayers(db).map(({ id, name, version, cells, unreadable }) => ({
    id,
    name,
    ...(unreadable && { unreadable }),
    settings: { version, cells },
    grips: getGrips(db, id),
  }));
}
