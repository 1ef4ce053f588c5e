import { eq, inArray, isNotNull, lt, or } from 'drizzle-orm';
import { editHere } from './edits.ts';
import { binnedMove, MOVES } from './kept-moves.ts';
import type { Db } from './open.ts';
import { binnedGrip, gripKeyOf, restorePlayer } from './players.ts';
import { edit, keptGrip, keptMove, player, setting, take, tune } from './schema.ts';
import { restoreTake } from './takes.ts';
import { restoreTune } from './tunes.ts';

export const BIN_KINDS = ['tune', 'take', 'player', 'grip', 'move'] as const;
export type BinKind = (typeof BIN_KINDS)[number];

/** Something that was deleted and can be brought back. */
export interface Binned {
  readonly kind: BinKind;
  /** Of a grip: `player/tuning/grip`. */
  readonly id: string;
  readonly title: string;
  /** The tune of a take, the player of a grip. */
  readonly of: string | null;
  readonly deletedAt: number;
}

const DAY_MS = 86_400_000;
/** So long lies in the bin what was deleted. */
export const BIN_MS = 30 * DAY_MS;

/** What lies in the bin, last deleted first; with words, only what has them in its title. */
export function listBin(db: Db, words = ''): Binned[] {
  const tunes = db
    .select({ id: tune.id, title: tune.title, deletedAt: tune.deletedAt })
    .from(tune)
    .where(isNotNull(tune.deletedAt))
    .all()
    .map((row) => ({ kind: 'tune' as const, of: null, ...row }));
  const takes = db
    .select({ id: take.id, title: take.name, of: tune.title, deletedAt: take.deletedAt })
    .from(take)
    .innerJoin(tune, eq(tune.id, take.tuneId))
    .where(isNotNull(take.deletedAt))
    .all()
    .map((row) => ({ kind: 'take' as const, ...row }));
  const players = db
    .select({ id: player.id, title: player.name, deletedAt: player.deletedAt })
    .from(player)
    .where(isNotNull(player.deletedAt))
    .all()
    .map((row) => ({ kind: 'player' as const, of: null, ...row }));
  const grips = db
    .select({ grip: keptGrip, of: player.name })
    .from(keptGrip)
    .innerJoin(player, eq(player.id, keptGrip.playerId))
    .where(isNotNull(keptGrip.deletedAt))
    .all()
    .map(({ grip, of }) => ({
      kind: 'grip' as const,
      id: `${grip.playerId}/${gripKeyOf(grip)}`,
      title: grip.name === '' ? grip.grip : `${grip.grip} “${grip.name}”`,
      of,
      deletedAt: grip.deletedAt,
    }));
  const moves = db
    .select({ id: keptMove.id, title: keptMove.name, deletedAt: keptMove.deletedAt })
    .from(keptMove)
    .where(isNotNull(keptMove.deletedAt))
    .all()
    .map((row) => ({ kind: 'move' as const, of: null, ...row }));
  const wanted = words.trim().toLowerCase();
  return [...tunes, ...takes, ...players, ...grips, ...moves]
    .map((one): Binned => ({ ...one, deletedAt: one.deletedAt! }))
    .filter(({ title, of }) => `${title} ${of ?? ''}`.toLowerCase().includes(wanted))
    .sort((a, b) => b.deletedAt - a.deletedAt);
}

/** Brings something back from the bin; a take brings its tune along. False: it is not there any more. */
export function bringBack(db: Db, kind: BinKind, id: string): boolean {
  return db.transaction((tx) => {
    if (kind === 'tune') return restoreTune(tx, id);
    if (kind === 'player') return restorePlayer(tx, id);
    if (kind === 'take') {
      const of = tx.select({ tuneId: take.tuneId }).from(take).where(eq(take.id, id)).get();
      return of !== undefined && restoreTune(tx, of.tuneId) && restoreTake(tx, id);
    }
    if (kind === 'move') {
      const kept = binnedMove(tx, id);
      return kept !== null && editHere(tx, MOVES, { [id]: kept }).status === 'saved';
    }
    const [playerId, key] = splitOnce(id);
    const cell = binnedGrip(tx, playerId, key);
    return cell !== null && editHere(tx, `grips:${playerId}`, { [key]: cell }).status === 'saved';
  });
}

function splitOnce(id: string): [string, string] {
  const slash = id.indexOf('/');
  return [id.slice(0, slash), id.slice(slash + 1)];
}

/** Empties the bin of what has lain there for thirty days, with the record of its edits. Returns how much went. */
export function emptyBin(db: Db, now = Date.now()): number {
  const before = now - BIN_MS;
  return db.transaction((tx) => {
    const tunes = ids(tx.select({ id: tune.id }).from(tune).where(lt(tune.deletedAt, before)).all());
    const takes = ids(
      tx
        .select({ id: take.id })
        .from(take)
        .where(or(lt(take.deletedAt, before), inArray(take.tuneId, tunes)))
        .all(),
    );
    const players = ids(tx.select({ id: player.id }).from(player).where(lt(player.deletedAt, before)).all());
    const names = [
      ...tunes.map((id) => `tune:${id}`),
      ...tunes.map((id) => `setting:taste.${id}`),
      ...takes.map((id) => `take:${id}`),
      ...players.flatMap((id) => [`player:${id}`, `grips:${id}`]),
    ];
    for (const name of names) tx.delete(edit).where(eq(edit.aggregate, name)).run();
    for (const id of tunes)
      tx.delete(setting)
        .where(eq(setting.key, `taste.${id}`))
        .run();
    for (const id of takes) tx.delete(take).where(eq(take.id, id)).run();
    for (const id of tunes) tx.delete(tune).where(eq(tune.id, id)).run();
    for (const id of players) {
      // Their tunes are played by whoever came first.
      tx.update(tune).set({ playerId: null }).where(eq(tune.playerId, id)).run();
      tx.delete(player).where(eq(player.id, id)).run();
    }
    const grips = tx.delete(keptGrip).where(lt(keptGrip.deletedAt, before)).run().changes;
    const moves = tx.delete(keptMove).where(lt(keptMove.deletedAt, before)).run().changes;
    return tunes.length + takes.length + players.length + grips + moves;
  });
}

const ids = (rows: readonly { readonly id: string }[]) => rows.map(({ id }) => id);
