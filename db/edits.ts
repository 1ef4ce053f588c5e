import { randomUUID } from 'node:crypto';
import { and, asc, eq, gt } from 'drizzle-orm';
import { z } from 'zod';
import { withHeader, type EditAnswer, type Kept, type Patch, t } from '../core/index.ts';
import { loadAggregate, partsOf, type Aggregate, type Since } from './aggregates.ts';
import {
  gripsPatch,
  melodyPatch,
  movesPatch,
  playerPatch,
  practicePatch,
  readDocument,
  takePatch,
  tunePatch,
  type EditRequest,
} from './documents.ts';
import { Unreadable } from './faults.ts';
import type { Db } from './open.ts';
import { edit } from './schema.ts';
import { settingSchema } from './settings.ts';
import { getTake } from './takes.ts';
import { getTune, isBinned } from './tunes.ts';

/**
 * Applies an edit in one transaction, which is on the disk before this returns. An id seen before changes nothing. An
 * edit made on an old version is rebased when no one else touched its cells (of a chart: its lines) since; else it is a
 * conflict: what stands stands, and the losing edit is kept as a take (or tune) of its own, with all that its window
 * made after it. Where there is no place beside it, it is kept by the window that made it.
 */
export function applyEdit(db: Db, request: EditRequest, now = Date.now()): EditAnswer {
  return db.transaction((tx) => inTransaction(tx, request, now), { behavior: 'immediate' });
}

function inTransaction(db: Db, request: EditRequest, now: number): EditAnswer {
  const read = readPatch(request);
  if (!read.success) return { status: 'invalid', message: read.message };
  const patch = read.value;
  const found = findAggregate(db, request.aggregate, now);
  if ('status' in found) return found;
  const { version, cells } = found;
  if (request.baseVersion > version)
    return { status: 'invalid', message: t('this edit was made on a version that does not exist'), version };
  const before = db.select().from(edit).where(eq(edit.editId, request.editId)).get();
  if (before) return answerAgain(db, before.aggregate, request.aggregate, found);

  const forerunner = request.after && db.select().from(edit).where(eq(edit.editId, request.after)).get();
  if (forerunner && forerunner.aggregate !== request.aggregate) {
    // What it was made after lost, and went to a copy, as its first version: it goes there, too.
    const { aggregate } = forerunner;
    const answer = inTransaction(db, { ...request, aggregate, baseVersion: 1 }, now);
    if (answer.status === 'invalid') return answer;
    const kept = answer.status === 'conflict' ? answer.kept : keptAt(db, aggregate);
    if (kept) return { status: 'conflict', version, cells, kept };
  }

  const { since, rebased } = historyOf(db, request, version);
  const made = found.make(patch, since);
  if (made.kind === 'invalid') return { status: 'invalid', message: made.message, version };
  const record = (aggregate: string, change: { patch: Patch<unknown>; inverse: Patch<unknown> }, as: number) =>
    db
      .insert(edit)
      .values({
        editId: request.editId,
        aggregate,
        baseVersion: request.baseVersion,
        version: as,
        patch: JSON.stringify(change.patch),
        inverse: JSON.stringify(change.inverse),
        after: request.after ?? null,
        at: now,
      })
      .run();
  if (made.kind === 'contested') {
    const kept = made.keep?.() ?? null;
    if (kept) {
      record(`${partsOf(request.aggregate)[0]}:${kept.id}`, { patch, inverse: made.inverse }, 1);
      // A copied tune bears its own name from its next version on: what its window still sends was typed under the old one.
      if (kept.kind === 'tune') renameTune(db, kept.id, kept.name, now);
    }
    return { status: 'conflict', version, cells, kept };
  }
  found.save(made.cells, version + 1);
  record(request.aggregate, made, version + 1);
  return { status: 'saved', version: version + 1, cells: made.cells, rebased };
}

/** The window part of an edit's id. */
const windowOf = (editId: string) => editId.split('.')[0]!;

const patchDoc = z.record(z.string(), z.unknown());

/**
 * What happened to a document since the version an edit was made on, and which of it the edit's window already showed:
 * the edits it was made after, one before the other. Null where the record has a gap (a backup was put back, or old
 * edits were folded together): then everything may have changed.
 */
function historyOf(db: Db, request: EditRequest, version: number): { since: Since[] | null; rebased: boolean } {
  const rows = db
    .select()
    .from(edit)
    .where(and(eq(edit.aggregate, request.aggregate), gt(edit.version, request.baseVersion)))
    .orderBy(asc(edit.version))
    .all();
  const byId = new Map(rows.map((row) => [row.editId, row]));
  const seen = new Set<string>();
  if (request.after === undefined) {
    for (const { editId } of rows) if (windowOf(editId) === windowOf(request.editId)) seen.add(editId);
  } else for (let id = request.after; id && byId.has(id); id = byId.get(id)!.after) seen.add(id);
  const rebased = rows.some(({ editId }) => !seen.has(editId)) || rows.length < version - request.baseVersion;
  const since = rows.map(({ editId, patch, inverse }) => ({
    patch: readDocument(patchDoc, patch),
    inverse: readDocument(patchDoc, inverse),
    seen: seen.has(editId),
  }));
  const whole = rows.length === version - request.baseVersion && since.every((one) => one.patch && one.inverse);
  return { since: whole ? (since as Since[]) : null, rebased };
}

/** What an edit changes, or the answer where that cannot be changed. */
function findAggregate(db: Db, name: string, now: number): Aggregate | EditAnswer {
  try {
    const found = loadAggregate(db, name, now);
    if (found) return found;
  } catch (error) {
    if (error instanceof Unreadable) return { status: 'invalid', message: error.message };
    throw error;
  }
  const [kind, id] = partsOf(name);
  const of = kind === 'melody' ? 'tune' : kind;
  const binned = (of === 'tune' || of === 'take') && isBinned(db, of, id);
  return { status: 'missing', ...(binned && { binned }) };
}

/** The answer to an edit that came before: saved, or, when it was recorded on a copy, the conflict it lost. */
function answerAgain(db: Db, recordedOn: string, asked: string, { version, cells }: Aggregate): EditAnswer {
  const kept = recordedOn === asked ? null : keptAt(db, recordedOn);
  return kept
    ? { status: 'conflict', version, cells, kept }
    : { status: 'saved', version, cells, rebased: recordedOn !== asked };
}

/** A copy that a lost edit went to; null: it is not there any more. */
function keptAt(db: Db, aggregate: string): Kept | null {
  const [kind, id] = partsOf(aggregate);
  const isTake = kind === 'take';
  const name = isTake ? getTake(db, id)?.name : getTune(db, id)?.title;
  return name === undefined ? null : { kind: isTake ? 'take' : 'tune', id, name };
}

function readPatch({
  aggregate,
  patch,
}: EditRequest): { success: true; value: Patch<unknown> } | { success: false; message: string } {
  const [kind, name] = partsOf(aggregate);
  const schema = kind === 'setting' ? settingSchema(name) : PATCHES[kind as keyof typeof PATCHES];
  if (!schema) return { success: false, message: t('there is no setting {aggregate}', { aggregate }) };
  const read = schema.safeParse(patch);
  return read.success
    ? { success: true, value: read.data }
    : {
        success: false,
        message: read.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join('; '),
      };
}
const PATCHES = {
  tune: tunePatch,
  melody: melodyPatch,
  take: takePatch,
  player: playerPatch,
  grips: gripsPatch,
  moves: movesPatch,
  practice: practicePatch,
} as const;

/** An edit made here, on what stands now. */
export function editHere(db: Db, aggregate: string, patch: Patch<unknown>, now = Date.now()): EditAnswer {
  const found = findAggregate(db, aggregate, now);
  if ('status' in found) return found;
  const editId = `server.${randomUUID()}`;
  return applyEdit(db, { editId, aggregate, baseVersion: found.version, after: null, patch }, now);
}

/** Gives a tune another title, as an edit of its chart text like any other. False: there is no such tune. */
export function renameTune(db: Db, id: string, title: string, now = Date.now()): boolean {
  const found = getTune(db, id);
  if (!found) return false;
  const patch = { chartText: withHeader(found.chartText, 'title', title) };
  return editHere(db, `tune:${id}`, patch, now).status === 'saved';
}
