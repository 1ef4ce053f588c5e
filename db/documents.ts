import { z } from 'zod';
import { GROUPS, LONGEST_CHART, LONGEST_TITLE } from '../core/index.ts';

/** The documents kept as JSON, with the schema number of each. Old ones are upgraded on read. */
const barId = z.object({ id: z.string().min(1), source: z.string() });

const STYLE_ID = /^[\w-]{1,64}$/;

/** A tune's document: its bars' ids, and the last chart text that could be read. */
export const tuneDoc = z.object({ schema: z.literal(1), bars: z.array(barId), good: z.string() });
export type TuneDoc = z.infer<typeof tuneDoc>;

/** A move over many bars names every chord it was made for. */
const LONGEST_ON = 2000;

export const cell = z.strictObject({
  on: z.string().max(LONGEST_ON),
  degree: z.string().max(LONGEST_ON).optional(),
  ticks: z.int().min(1).max(1_000_000).optional(),
  source: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('chart') }),
    z.strictObject({ kind: z.literal('colour'), suffix: z.string().max(32) }),
    z.strictObject({
      kind: z.literal('move'),
      id: z.string().max(64),
      variant: z.string().max(32).optional(),
    }),
    z.strictObject({ kind: z.literal('changes'), number: z.int().min(1).max(99) }),
  ]),
  pin: z
    .string()
    .regex(/^(x|\d{1,2})(-(x|\d{1,2})){5}$/)
    .optional(),
});

const cellKey = z.string().regex(/^[\w-]{1,64}:\d{1,3}:(\d{1,6}(:move)?|changes)$/);

/** A take's document: decisions only. */
export const takeDoc = z.object({ schema: z.literal(1), cells: z.record(cellKey, cell) });
export type TakeDoc = z.infer<typeof takeDoc>;

/** What a player may change in one edit. */
export const takePatch = z
  .record(cellKey, cell.nullable())
  .refine((patch) => Object.keys(patch).length > 0, 'an edit changes something');
export const tunePatch = z.strictObject({ chartText: z.string().max(LONGEST_CHART) });

const weight = z.int().min(0).max(3);
const stray = z.int().min(0).max(5);
/** A player's own style of moves. */
const style = z.strictObject({
  id: z.string().regex(STYLE_ID),
  name: z.string().max(LONGEST_TITLE),
  words: z.string().max(LONGEST_TITLE),
  groups: z.partialRecord(z.enum(GROUPS), weight),
  stray,
  colours: z.array(z.string().max(32)).max(60),
});
const isChange = (patch: object) => Object.keys(patch).length > 0;
const CHANGES = 'an edit changes something';
/** What may be set under a name: a player's own styles, and how moves are chosen in a tune. */
export const SETTINGS: readonly (readonly [RegExp, z.ZodType<Readonly<Record<string, unknown>>>])[] = [
  [/^styles$/, z.record(z.string().regex(STYLE_ID), style.nullable()).refine(isChange, CHANGES)],
  [
    /^taste\.[\w-]+$/,
    z
      .strictObject({
        style: z.string().regex(STYLE_ID).nullable().optional(),
        stray: stray.nullable().optional(),
        off: z.array(z.string().max(64)).max(500).nullable().optional(),
      })
      .refine(isChange, CHANGES),
  ],
];

/** An edit as it is sent: `client.number` names it, so that sending it twice does nothing. */
export const editRequest = z.strictObject({
  editId: z.string().regex(/^[\w-]{1,64}\.[\w-]{1,64}$/),
  aggregate: z.string().regex(/^(tune|take|setting):[\w.-]{1,80}$/),
  baseVersion: z.int().min(1),
  patch: z.record(z.string(), z.unknown()),
});
export type EditRequest = z.infer<typeof editRequest>;
