import { z } from 'zod';
import {
  GROUPS,
  LONGEST_CHART,
  LONGEST_TITLE,
  MANNERS,
  KEPT_MOVE_ID,
  keptMoveDoc,
  PLAYER_FIELDS,
  problemText,
  readDecision,
  LOG_ID,
  readKeptMove,
  readLogEntry,
  readPattern,
  type Decision,
  type LogEntry,
  type TakeAbout,
} from '../core/index.ts';

/** The documents kept as JSON, with the schema number of each. Old ones are upgraded on read. */

/** A document as it is kept, read; null where it cannot be. */
export function readDocument<T>(schema: z.ZodType<T>, text: string): T | null {
  try {
    return schema.safeParse(JSON.parse(text)).data ?? null;
  } catch {
    return null;
  }
}

const barId = z.object({ id: z.string().min(1), source: z.string() });

const isChange = (patch: object) => Object.keys(patch).length > 0;
const CHANGES = 'an edit changes something';

const OWN_ID = /^[\w-]{1,64}$/;

/** A tune's document: its bars' ids, and the last chart text that could be read. */
export const tuneDoc = z.object({ schema: z.literal(1), bars: z.array(barId), good: z.string() });
export type TuneDoc = z.infer<typeof tuneDoc>;

/** A tune's melody: its notes, by the ids of their bars. `octave`: how many higher it is to be played. */
const barNote = z.object({
  tick: z.int().min(0),
  ticks: z.int().min(1),
  pitch: z.int().min(0).max(127),
  spelling: z.string().regex(/^[A-G][b#]?$/),
  tied: z.boolean(),
  breath: z.boolean().optional(),
});
export const melodyDoc = z.object({
  schema: z.literal(1),
  octave: z.int().min(-3).max(3),
  notes: z.array(barNote.extend({ bar: z.string().min(1), pass: z.int().min(1).nullable() })),
});
export type MelodyDoc = z.infer<typeof melodyDoc>;

type Raw = Readonly<Record<string, unknown>>;

/** Decisions by name, each as the core reads it, of whatever schema; `nothing` may stand for one that is taken away. */
const decisions = <N extends null | never>(nothing: (value: unknown) => value is N) =>
  z.record(z.string(), z.unknown()).transform((cells: Raw, context): Readonly<Record<string, Decision | N>> => {
    const read = Object.entries(cells).map(([name, value]) => {
      const decision = nothing(value) ? value : readDecision(name, value);
      if (decision === null && !nothing(value))
        context.addIssue({ code: 'custom', message: `no decision: ${name.slice(0, 100)}` });
      return [name, decision];
    });
    return Object.fromEntries(read) as Readonly<Record<string, Decision | N>>;
  });

/** A take's document: decisions only. Schema 1 is read, and written no more. */
export const takeDoc = z
  .object({
    schema: z.union([z.literal(1), z.literal(2)]),
    cells: decisions((value): value is never => value === undefined),
  })
  .transform(({ cells }) => ({ schema: 2 as const, cells }));
export type TakeDoc = z.infer<typeof takeDoc>;

/** How a take came to be, as it is kept. */
export const takeAbout: z.ZodType<TakeAbout> = z.discriminatedUnion('from', [
  z.strictObject({ from: z.literal('copy'), of: z.string() }),
  z.strictObject({ from: z.literal('conflict') }),
  z.strictObject({
    from: z.literal('search'),
    style: z.string().max(LONGEST_TITLE).nullable(),
    stray: z.int().min(0).max(5),
    bars: z.string().max(40).nullable(),
    words: z.string().max(500),
  }),
]);

/** What a player may change in one edit. */
export const takePatch = decisions((value): value is null => value === null).refine(isChange, CHANGES);
/** A change to a chart text; read back from the record of edits, too. */
export const textChange = z.strictObject({
  at: z.int().min(0).max(LONGEST_CHART),
  drop: z.int().min(0).max(LONGEST_CHART),
  put: z.string().max(LONGEST_CHART),
});
export const tunePatch = z
  .strictObject({
    chartText: z.union([z.string().max(LONGEST_CHART), textChange]).optional(),
    playerId: z.string().max(64).optional(),
  })
  .refine(isChange, CHANGES);

/** More notes do not fit a bar. */
const MOST_IN_BAR = 500;
/** What changes in a melody: all notes of a bar, for each time through it or, as `id/2`, for one; null: none. */
export const melodyPatch = z
  .record(z.string().regex(/^[\w-]{1,64}(\/[1-9]\d?)?$/), z.array(barNote).min(1).max(MOST_IN_BAR).nullable())
  .refine(isChange, CHANGES);

/** A player's document: its settings, read by the core; the name stands beside it. */
export const playerDoc = z.object({ schema: z.literal(1), settings: z.record(z.string(), z.unknown()) });
/** Settings may be anything here: the core says which are right. */
export const playerPatch = z.partialRecord(z.enum(PLAYER_FIELDS), z.unknown()).refine(isChange, CHANGES);

const LONGEST_NOTE = 2000;
/** What a player says of a grip. */
export const keptGripCell = z.strictObject({
  banished: z.boolean(),
  name: z.string().max(LONGEST_TITLE).optional(),
  tags: z.array(z.string().max(40)).max(20).optional(),
  note: z.string().max(LONGEST_NOTE).optional(),
});
export type KeptGripCell = z.infer<typeof keptGripCell>;
/** `E2 A2 D3 G3 B3 E4/x-3-5-4-5-3`: the open strings, and the grip on them. */
const gripKey = z.string().regex(/^[A-G][b#]?\d( [A-G][b#]?\d){5,6}\/(x|\d{1,2})(-(x|\d{1,2})){5,6}$/);
export const gripsPatch = z.record(gripKey, keptGripCell.nullable()).refine(isChange, CHANGES);
export const tags = keptGripCell.shape.tags.unwrap();

/** A kept move, as the core reads and writes it. */
export const keptMoveCell = z.unknown().transform((value, context) => {
  const read = readKeptMove(value);
  if (read.ok) return keptMoveDoc(read.value);
  for (const one of read.problems) context.addIssue({ code: 'custom', message: problemText(one) });
  return z.NEVER;
});
export type KeptMoveCell = z.infer<typeof keptMoveCell>;
/** More do not come in one edit. */
export const movesPatch = z.record(z.string().regex(KEPT_MOVE_ID), keptMoveCell.nullable()).refine(isChange, CHANGES);

/** An entry of the log of practice, as the core reads it. */
export const logEntry = z.unknown().transform((value, context): LogEntry => {
  const read = readLogEntry(value);
  if (read !== null) return read;
  context.addIssue({ code: 'custom', message: 'no entry of the log' });
  return z.NEVER;
});
/** What is added to the log; nothing is taken away. */
export const practicePatch = z.record(z.string().regex(LOG_ID), logEntry).refine(isChange, CHANGES);

const weight = z.int().min(0).max(3);
const stray = z.int().min(0).max(5);
/** A player's own style of moves. */
const style = z.strictObject({
  id: z.string().regex(OWN_ID),
  name: z.string().max(LONGEST_TITLE),
  words: z.string().max(LONGEST_TITLE),
  groups: z.partialRecord(z.enum(GROUPS), weight),
  stray,
  colours: z.array(z.string().max(32)).max(60),
  manner: z.enum(MANNERS).optional(),
});
/** A player's own rhythm, by its name; its text is all of it. */
const rhythm = z.strictObject({
  name: z.string().trim().min(1).max(LONGEST_TITLE),
  text: z.string().refine((text) => readPattern(text).ok, 'no rhythm'),
});
/** What may be set under a name: a player's own styles and rhythms, how often kept moves are used and which of them whole takes may use, and how moves are chosen in a tune. */
export const SETTINGS: readonly (readonly [RegExp, z.ZodType<Readonly<Record<string, unknown>>>])[] = [
  [/^styles$/, z.record(z.string().regex(OWN_ID), style.nullable()).refine(isChange, CHANGES)],
  [
    /^moves$/,
    z
      .record(
        z.string().regex(OWN_ID),
        z.strictObject({ used: z.int().min(0).optional(), takes: z.boolean().optional() }).nullable(),
      )
      .refine(isChange, CHANGES),
  ],
  [/^rhythms$/, z.record(z.string().regex(OWN_ID), rhythm.nullable()).refine(isChange, CHANGES)],
  [
    /^taste\.[\w-]+$/,
    z
      .strictObject({
        style: z.string().regex(OWN_ID).nullable().optional(),
        stray: stray.nullable().optional(),
        manner: z.enum(MANNERS).nullable().optional(),
        off: z.array(z.string().max(64)).max(500).nullable().optional(),
        melodyFirst: z.boolean().nullable().optional(),
      })
      .refine(isChange, CHANGES),
  ],
];

const editId = z.string().regex(/^[\w-]{1,64}\.[\w-]{1,64}$/);
/**
 * An edit as it is sent: `window.number` names it, so that sending it twice does nothing. It was made on a version of
 * its document and `after` an edit that its window already showed, though it was still on its way; null: after none.
 * Without `after`, it was made after all of its own window.
 */
export const editRequest = z.strictObject({
  editId,
  after: editId.nullable().optional(),
  aggregate: z.string().regex(/^(tune|melody|take|setting|player|grips|moves|practice):[\w.-]{1,80}$/),
  baseVersion: z.int().min(1),
  patch: z.record(z.string(), z.unknown()),
});
export type EditRequest = z.infer<typeof editRequest>;
