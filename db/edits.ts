import { randomUUID } from 'node:crypto';
import { and, asc, eq, gt } from 'drizzle-orm';
import { applyPatch, withHeader, type Cell, type EditAnswer, type Kept, type Patch } from '../core/index.ts';
import {
  gripsPatch,
  playerPatch,
  SETTINGS,
  takePatch,
  tunePatch,
  type EditRequest,
  type KeptGripCell,
  type TakeDoc,
} from './documents.ts';
import type { Db } from './open.ts';
import { faultOf, getGrips, getPlayer, putGrips, putPlayer } from './players.ts';
import { edit, take, tune } from './schema.ts';
import { getSetting, putSetting } from './settings.ts';
import { duplicateTune, getTake, getTune, tuneFrom } from './tunes.ts';

/** What an edit changes: a flat record of cells with a version. */
interface Aggregate {
  readonly version: number;
  readonly cells: Readonly<Record<string, unknown>>;
  /** Writes the new cells under the next version. */
  save(cells: Readonly<Record<string, unknown>>, version: number): void;
  /** What is wrong with cells as a whole, in words, or null. */
  readonly faultOf?: (cells: Readonly<Record<string, unknown>>) => string | null;
  /** Keeps the losing side of a conflict beside it; null where the later edit simply stands. */
  readonly keepBeside: ((cells: Readonly<Record<string, unknown>>) => Kept) | null;
  /** Cells where the later edit stands all the same. */
  readonly light?: readonly string[];
}

/** The client part of an edit's id: a client's own later edits never conflict with its earlier ones. */
const clientOf = (editId: string) => editId.split('.')[0]!;

/**
 * Applies an edit in one transaction, which is on the disk before this returns. An id seen before
 * changes nothing. An edit made on an old version is rebased when no one else touched its cells since;
 * else it is a conflict: the current cells stand, and the losing edit is kept as a take (or tune) of its own.
 */
export function applyEdit(db: Db, request: EditRequest, now = Date.now()): EditAnswer {
  return db.transaction(
    (tx): EditAnswer => {
      const patch = readPatch(request);
      if (!patch.success) return { status: 'invalid', message: patch.message };
      const aggregate = load(tx, request.aggregate, now);
      if (!aggregate) return { status: 'missing' };
      const { version, cells } = aggregate;
      if (request.baseVersion > version)
        return { status: 'invalid', message: 'this edit was made on a version that does not exist' };
      const seen = tx.select().from(edit).where(eq(edit.editId, request.editId)).get();
      if (seen) return answerAgain(tx, seen.aggregate, request.aggregate, { version, cells });

      const since = tx
        .select()
        .from(edit)
        .where(and(eq(edit.aggregate, request.aggregate), gt(edit.version, request.baseVersion)))
        .orderBy(asc(edit.version))
        .all()
        .filter(({ editId }) => clientOf(editId) !== clientOf(request.editId));
      const touched = new Set(since.flatMap((other) => Object.keys(JSON.parse(other.patch) as object)));
      const next = applyPatch(cells, patch.value);
      const fault = aggregate.faultOf?.(next.cells) ?? null;
      if (fault !== null) return { status: 'invalid', message: fault };
      const record = (name: string, made: number) =>
        tx
          .insert(edit)
          .values({
            editId: request.editId,
            aggregate: name,
            baseVersion: request.baseVersion,
            version: made,
            patch: JSON.stringify(patch.value),
            inverse: JSON.stringify(next.inverse),
            at: now,
          })
          .run();
      const isContested = (key: string) => touched.has(key) && !aggregate.light?.includes(key);
      if (aggregate.keepBeside && Object.keys(patch.value).some(isContested)) {
        const kept = aggregate.keepBeside(next.cells);
        record(`${kept.kind}:${kept.id}`, 1);
        return { status: 'conflict', version, cells, kept };
      }
      aggregate.save(next.cells, version + 1);
      record(request.aggregate, version + 1);
      return { status: 'saved', version: version + 1, cells: next.cells, rebased: since.length > 0 };
    },
    { behavior: 'immediate' },
  );
}

/** The answer to an edit that came before: saved, or, when it was recorded on a copy, the conflict it lost. */
function answerAgain(db: Db, recordedOn: string, asked: string, now: Pick<Aggregate, 'version' | 'cells'>): EditAnswer {
  const [kind, id] = recordedOn.split(':') as [Kept['kind'], string];
  const name = kind === 'take' ? getTake(db, id)?.name : getTune(db, id)?.title;
  return recordedOn === asked || name === undefined
    ? { status: 'saved', ...now, rebased: false }
    : { status: 'conflict', ...now, kept: { kind, id, name } };
}

function readPatch({
  aggregate,
  patch,
}: EditRequest): { success: true; value: Patch<unknown> } | { success: false; message: string } {
  const schema = patchSchema(aggregate);
  if (!schema) return { success: false, message: `there is no setting ${aggregate}` };
  const read = schema.safeParse(patch);
  return read.success
    ? { success: true, value: read.data }
    : {
        success: false,
        message: read.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join('; '),
      };
}

function patchSchema(aggregate: string) {
  const [kind, name] = parts(aggregate);
  if (kind === 'setting') return SETTINGS.find(([pattern]) => pattern.test(name))?.[1];
  return PATCHES[kind as keyof typeof PATCHES];
}
const PATCHES = { tune: tunePatch, take: takePatch, player: playerPatch, grips: gripsPatch } as const;

/** `take:x` as its kind and its name. */
function parts(aggregate: string): [string, string] {
  const colon = aggregate.indexOf(':');
  return [aggregate.slice(0, colon), aggregate.slice(colon + 1)];
}

function load(db: Db, aggregate: string, now: number): Aggregate | null {
  const [kind, id] = parts(aggregate);
  const loads = {
    setting: () => loadSetting(db, id),
    player: () => loadPlayer(db, id),
    grips: () => loadGrips(db, id),
    tune: () => loadTune(db, id, now),
    take: () => loadTake(db, id, now),
  };
  return loads[kind as keyof typeof loads]();
}

function loadPlayer(db: Db, id: string): Aggregate | null {
  const found = getPlayer(db, id);
  return found && { ...found, faultOf, save: (cells, version) => putPlayer(db, id, cells, version), keepBeside: null };
}

function loadGrips(db: Db, playerId: string): Aggregate | null {
  if (!getPlayer(db, playerId)) return null;
  return {
    ...getGrips(db, playerId),
    save: (cells) => putGrips(db, playerId, cells as Readonly<Record<string, KeptGripCell>>),
    keepBeside: null,
  };
}

function loadSetting(db: Db, key: string): Aggregate {
  return {
    ...getSetting(db, key),
    save: (cells, version) => putSetting(db, key, { cells, version }),
    keepBeside: null,
  };
}

function loadTune(db: Db, id: string, now: number): Aggregate | null {
  const found = getTune(db, id);
  if (!found) return null;
  return {
    version: found.version,
    cells: { chartText: found.chartText, ...(found.playerId !== null && { playerId: found.playerId }) },
    light: ['playerId'],
    faultOf: ({ playerId }) =>
      playerId === undefined || playerId === found.playerId || getPlayer(db, String(playerId))
        ? null
        : 'this player was deleted in another window',
    save({ chartText, playerId = null }, version) {
      const text = String(chartText);
      const { title, doc } = tuneFrom(text, found);
      db.update(tune)
        .set({
          chartText: text,
          title,
          doc: JSON.stringify(doc),
          playerId: playerId as string | null,
          version,
          changedAt: now,
        })
        .where(eq(tune.id, id))
        .run();
    },
    keepBeside({ chartText }) {
      const copy = duplicateTune(db, id, 'other window', String(chartText))!;
      return { kind: 'tune', id: copy.id, name: copy.title };
    },
  };
}

function loadTake(db: Db, id: string, now: number): Aggregate | null {
  const found = getTake(db, id);
  if (!found || !getTune(db, found.tuneId)) return null;
  const docOf = (cells: Readonly<Record<string, unknown>>) =>
    JSON.stringify({ schema: 1, cells: cells as Record<string, Cell> } satisfies TakeDoc);
  return {
    version: found.version,
    cells: found.doc.cells,
    save(cells, version) {
      db.update(take)
        .set({ doc: docOf(cells), version })
        .where(eq(take.id, id))
        .run();
      db.update(tune).set({ changedAt: now }).where(eq(tune.id, found.tuneId)).run();
    },
    keepBeside(cells) {
      const name = `${found.name} (other window)`;
      const beside = { id: randomUUID(), tuneId: found.tuneId, name, doc: docOf(cells), parentId: id, createdAt: now };
      db.insert(take).values(beside).run();
      return { kind: 'take', id: beside.id, name };
    },
  };
}

/** Gives a tune another title, as an edit of its chart text like any other. False: there is no such tune. */
export function renameTune(db: Db, id: string, title: string): boolean {
  const found = getTune(db, id);
  if (!found) return false;
  const answer = applyEdit(db, {
    editId: `server.${randomUUID()}`,
    aggregate: `tune:${id}`,
    baseVersion: found.version,
    patch: { chartText: withHeader(found.chartText, 'title', title) },
  });
  return answer.status === 'saved';
}
