import { eq } from 'drizzle-orm';
import {
  applyPatch,
  type Decisions,
  type Kept,
  type LogEntry,
  type MelodyCells,
  type Patch,
  type TextChange,
  t,
} from '../core/index.ts';
import type { KeptGripCell, KeptMoveCell } from './documents.ts';
import { getMoves, putMoves } from './kept-moves.ts';
import type { Db } from './open.ts';
import { faultOf, getGrips, getPlayer, putGrips, putPlayer } from './players.ts';
import { addToLog, logFault, logVersion } from './practice.ts';
import { take, tune } from './schema.ts';
import { getSetting, putSetting } from './settings.ts';
import { mergeText, recorded, type TextEdit } from './text-merge.ts';
import { createTake, getTake, takeNames, takeWith } from './takes.ts';
import { copyTune, getMelody, getTune, listTunes, putMelody, tuneFrom } from './tunes.ts';

/** The cells of whatever document. */
export type AnyCells = Readonly<Record<string, unknown>>;

/** An edit that others or the window itself made since the version on which the edit at hand was made. */
export interface Since {
  readonly patch: Patch<unknown>;
  readonly inverse: Patch<unknown>;
  /** Whether the window that edits now already showed it. */
  readonly seen: boolean;
}

/** What comes of a patch. */
export type Made =
  | {
      readonly kind: 'made';
      readonly cells: AnyCells;
      readonly patch: Patch<unknown>;
      readonly inverse: Patch<unknown>;
    }
  /** Somebody else changed the same: `keep` puts the losing side beside it, where there is a place for it. */
  | { readonly kind: 'contested'; readonly keep: (() => Kept) | null; readonly inverse: Patch<unknown> }
  | { readonly kind: 'invalid'; readonly message: string };

/** What an edit changes: a flat record of cells with a version. */
export interface Aggregate {
  readonly version: number;
  readonly cells: AnyCells;
  /** Makes a patch over what others did since; `since` null: it is not known any more. */
  make(patch: Patch<unknown>, since: readonly Since[] | null): Made;
  /** Writes the new cells under the next version. */
  save(cells: AnyCells, version: number): void;
}

/** `take:x` as its kind and its name. */
export function partsOf(aggregate: string): [string, string] {
  const colon = aggregate.indexOf(':');
  return [aggregate.slice(0, colon), aggregate.slice(colon + 1)];
}

/** What an edit names, or null: there is none. Throws where it cannot be read. */
export function loadAggregate(db: Db, aggregate: string, now: number): Aggregate | null {
  const [kind, id] = partsOf(aggregate);
  const loads = {
    setting: () => loadSetting(db, id),
    player: () => loadPlayer(db, id),
    grips: () => loadGrips(db, id, now),
    moves: () => (id === 'own' ? loadMoves(db, now) : null),
    practice: () => (id === 'log' ? loadLog(db, now) : null),
    tune: () => loadTune(db, id, now),
    melody: () => loadMelody(db, id, now),
    take: () => loadTake(db, id, now),
  };
  return loads[kind as keyof typeof loads]();
}

/** Makes a patch cell by cell: it is contested where others changed one of its cells. */
function makeCells(
  cells: AnyCells,
  patch: Patch<unknown>,
  since: readonly Since[] | null,
  { keep = null, fault = () => null }: { keep?: ((cells: AnyCells) => Kept) | null; fault?: typeof faultOf } = {},
): Made {
  const next = applyPatch(cells, patch);
  const message = fault(next.cells);
  if (message !== null) return { kind: 'invalid', message };
  const touched = since && new Set(since.flatMap((other) => (other.seen ? [] : Object.keys(other.patch))));
  if (!touched || Object.keys(patch).some((key) => touched.has(key)))
    return { kind: 'contested', keep: keep && (() => keep(next.cells)), inverse: next.inverse };
  return { kind: 'made', cells: next.cells, patch, inverse: next.inverse };
}

function loadPlayer(db: Db, id: string): Aggregate | null {
  const found = getPlayer(db, id);
  if (!found) return null;
  const fault = found.unreadable
    ? () => t('the settings of this player cannot be read, and are left as they are')
    : faultOf;
  return {
    ...found,
    make: (patch, since) => makeCells(found.cells, patch, since, { fault }),
    save: (cells, version) => putPlayer(db, id, cells, version),
  };
}

function loadGrips(db: Db, playerId: string, now: number): Aggregate | null {
  if (!getPlayer(db, playerId)) return null;
  const { version, cells } = getGrips(db, playerId);
  return {
    version,
    cells,
    make: (patch, since) => makeCells(cells, patch, since),
    save: (next) => putGrips(db, playerId, next as Readonly<Record<string, KeptGripCell>>, now),
  };
}

/** Kept moves, one cell each; the losing side of two is kept by the window that made it. */
function loadMoves(db: Db, now: number): Aggregate {
  const { version, cells, unreadable } = getMoves(db);
  const fault = (next: AnyCells) =>
    unreadable.some((id) => Object.hasOwn(next, id)) ? t('this move cannot be read, and is left as it is') : null;
  return {
    version,
    cells,
    make: (patch, since) => makeCells(cells, patch, since, { fault }),
    save: (next) => putMoves(db, next as Readonly<Record<string, KeptMoveCell>>, now),
  };
}

/** The log of practice: an edit adds entries, so that two windows never contest; what is logged stays as it is. */
function loadLog(db: Db, now: number): Aggregate {
  return {
    version: logVersion(db),
    // A year of it is not sent with every answer.
    cells: {},
    make(patch) {
      const message = logFault(db, patch as Readonly<Record<string, LogEntry>>);
      const inverse = Object.fromEntries(Object.keys(patch).map((id) => [id, null]));
      return message === null ? { kind: 'made', cells: patch, patch, inverse } : { kind: 'invalid', message };
    },
    save: (entries) => addToLog(db, entries as Readonly<Record<string, LogEntry>>, now),
  };
}

function loadSetting(db: Db, key: string): Aggregate {
  const { version, cells, unreadable } = getSetting(db, key);
  const fault = () => (unreadable ? t('what is kept here cannot be read, and is left as it is') : null);
  return {
    version,
    cells,
    make: (patch, since) => makeCells(cells, patch, since, { fault }),
    save: (next, made) => putSetting(db, key, { cells: next, version: made }),
  };
}

function loadTake(db: Db, id: string, now: number): Aggregate | null {
  const found = getTake(db, id);
  if (!found || !getTune(db, found.tuneId)) return null;
  const docOf = (cells: AnyCells) => takeWith(cells as Decisions);
  const keep = (cells: AnyCells): Kept => {
    const taken = takeNames(db, found.tuneId).map(({ name }) => name);
    const name = besideName(found.name, taken, now);
    const { tuneId } = found;
    return {
      kind: 'take',
      id: createTake(db, { tuneId, name, doc: docOf(cells), about: { from: 'conflict' }, parentId: id, now }),
      name,
    };
  };
  return {
    version: found.version,
    cells: found.doc.cells,
    make: (patch, since) => makeCells(found.doc.cells, patch, since, { keep }),
    save(cells, version) {
      db.update(take)
        .set({ doc: JSON.stringify(docOf(cells)), version })
        .where(eq(take.id, id))
        .run();
      db.update(tune).set({ changedAt: now }).where(eq(tune.id, found.tuneId)).run();
    },
  };
}

/**
 * A tune: its chart text, merged by lines, and who plays it, where the later choice simply stands. The record keeps what
 * changed in the text, not the text.
 */
function loadTune(db: Db, id: string, now: number): Aggregate | null {
  const found = getTune(db, id);
  if (!found) return null;
  const { chartText, playerId } = found;
  return {
    version: found.version,
    cells: { chartText, ...(playerId !== null && { playerId }) },
    make(patch, since) {
      const { chartText: asked, playerId: chosen } = patch as { chartText?: TextChange | string; playerId?: string };
      if (chosen !== undefined && chosen !== playerId && !getPlayer(db, chosen))
        return { kind: 'invalid', message: t('this player was deleted in another window') };
      const player = chosen === undefined ? {} : { playerId: chosen };
      const inverse = chosen === undefined ? {} : { playerId };
      const text = asked === undefined ? chartText : mergedText(chartText, since, asked);
      if (text === null) return { kind: 'invalid', message: t('this change was made for another text') };
      if (typeof text !== 'string')
        return { kind: 'contested', keep: () => keepTune(db, id, text.lost, now), inverse: {} };
      const change = recorded(chartText, text);
      return {
        kind: 'made',
        cells: { chartText: text, ...(playerId !== null && { playerId }), ...player },
        patch: { ...player, ...(asked !== undefined && { chartText: change.change }) },
        inverse: { ...inverse, ...(asked !== undefined && { chartText: change.inverse }) },
      };
    },
    save({ chartText: text, playerId: plays = null }, version) {
      const { title, doc, facts } = tuneFrom(String(text), found);
      db.update(tune)
        .set({
          chartText: String(text),
          title,
          doc: JSON.stringify(doc),
          facts,
          playerId: plays as string | null,
          version,
          changedAt: now,
        })
        .where(eq(tune.id, id))
        .run();
    },
  };
}

/** A tune's melody, bar by bar; what loses is kept in a copy of the tune. */
function loadMelody(db: Db, id: string, now: number): Aggregate | null {
  const tuneNow = getTune(db, id);
  const found = tuneNow && getMelody(db, id);
  if (!tuneNow || !found) return null;
  const { version, cells, unreadable } = found;
  const fault = () => (unreadable ? t('the melody of this tune cannot be read, and is left as it is') : null);
  const keep = (losing: AnyCells): Kept => {
    const kept = keepTune(db, id, tuneNow.chartText, now);
    putMelody(db, kept.id, losing as MelodyCells, { version: 1, now });
    return kept;
  };
  return {
    version,
    cells,
    make: (patch, since) => makeCells(cells, patch, since, { keep, fault }),
    save: (next, made) => putMelody(db, id, next as MelodyCells, { version: made, now }),
  };
}

/** The text with a change made over what others did; what the losing side would have, where they clash; null: a misfit. */
function mergedText(
  current: string,
  since: readonly Since[] | null,
  asked: TextChange | string,
): string | { readonly lost: string } | null {
  const edits = since?.flatMap(({ patch, inverse, seen }): TextEdit[] => {
    const [change, back] = [patch.chartText, inverse.chartText];
    return change === undefined ? [] : [{ change: change as TextChange, inverse: back as TextChange, seen }];
  });
  // Recorded by an earlier version of this program, as whole texts: what was changed where is not known.
  const known = (edits ?? []).filter(({ change }) => typeof change !== 'string');
  const unknown = !edits || (known.length < edits.length && edits.some(({ seen }) => !seen));
  if (unknown) {
    if (typeof asked === 'string') return { lost: asked };
    const merged = mergeText(current, known, asked);
    return merged.kind === 'misfit' ? null : { lost: merged.text };
  }
  const merged = mergeText(current, known, asked);
  if (merged.kind === 'misfit') return typeof asked === 'string' ? { lost: asked } : null;
  return merged.kind === 'merged' ? merged.text : { lost: merged.text };
}

/** Puts the losing text beside a tune, as a tune with its takes. */
function keepTune(db: Db, id: string, text: string, now: number): Kept {
  const found = getTune(db, id)!;
  const title = besideName(
    found.title,
    listTunes(db).map((other) => other.title),
    now,
  );
  return { kind: 'tune', id: copyTune(db, found, { text, now }).id, name: title };
}

const LONGEST_NAME = 120;

/** `Take 1 (other window, 27 Nov 15:04)`: what lost, and when; told apart from those taken. */
function besideName(name: string, taken: readonly string[], now: number): string {
  const when = new Date(now)
    .toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
    .replace(',', '');
  for (let number = 1; ; number++) {
    const suffix = ` ${t('(other window, {when}{more})', { when, more: number > 1 ? `, ${number}` : '' })}`;
    const made = name.slice(0, LONGEST_NAME - suffix.length) + suffix;
    if (!taken.includes(made)) return made;
  }
}
