/*
 * A tune with its takes and kept moves as JSON: the fields, for whoever writes or reads such a file elsewhere
 * (docs/tune.schema.json is made of this). What is decided and kept is read by the core, which knows older schemas, too.
 */
import { z } from 'zod';
import {
  BONDS,
  DECOR_STYLES,
  FAMILIES,
  LINE_WAYS,
  LONGEST_CHART,
  LONGEST_TITLE,
  MANNERS,
  NOTE_WAYS,
  PACES,
  PASSAGE_USES,
  TEXTURES,
  TUNE_FORMAT,
  TUNE_SCHEMA,
} from '../core/index.ts';

const MOST_TAKES = 200;
const LONGEST_ON = 2000;
const name = z.string().max(LONGEST_TITLE);
const percent = z.int().min(0).max(100);
const seed = z.int().min(0).max(9999);
const degree = z.int().min(0).max(11);
const strayFrom = z.int().min(0).max(5);
const ticks = z.int().min(1).max(1_000_000).describe('A span, 480 ticks a quarter.');
const on = z.string().max(LONGEST_ON).describe('The chord it was decided for; where another stands, it waits.');
const byDegree = z.string().max(LONGEST_ON).describe('The same by degree of the key.').optional();
const colour = z.string().max(32).nullable().describe('A suffix, as “m9”; null: as the chart has it.');
const frets = z
  .string()
  .regex(/^(x|\d{1,2})(-(x|\d{1,2})){5,6}$/)
  .describe('Frets from the lowest string, counted from the capo: x-3-5-4-5-3.');
const pitch = z.int().min(0).max(127).describe('As MIDI numbers it.');

/** Another layer of a take, its name first. */
const layer = <L extends string, S extends z.ZodRawShape>(is: L, fields: S) =>
  z.strictObject({ layer: z.literal(is), ...fields });
const wish = <K extends string, S extends z.ZodRawShape>(kind: K, fields: S) =>
  z.strictObject({ kind: z.literal(kind), ...fields });
const fret = z.int().min(0).max(36);
const way = z.enum(LINE_WAYS);

/** One decision of a player. */
export const decisionSchema = z.discriminatedUnion('layer', [
  layer('chord', {
    ...{ on, degree: byDegree, colour },
    voicing: z
      .strictObject({
        grip: frets,
        led: z.literal(true).optional(),
        fingers: z
          .string()
          .regex(/^[x0-4T](-[x0-4T]){5,6}$/)
          .optional(),
      })
      .optional(),
  }),
  layer('changes', { number: z.int().min(1).max(99) }),
  layer('move', {
    ...{ on, degree: byDegree, ticks },
    id: z.string().max(64),
    variant: z.string().max(32).optional(),
    parts: z
      .array(
        z.strictObject({
          degree: z.string().max(64),
          beats: z.number().positive().max(400),
          role: z.string().max(32).nullable(),
          own: z.int().min(0).max(LONGEST_ON).optional(),
          into: z.enum(BONDS).optional(),
          asNext: z.literal(true).optional(),
        }),
      )
      .min(1)
      .max(256)
      .optional(),
    ring: pitch.optional(),
    told: z.strictObject({ name, reason: z.string().max(2000), stray: strayFrom }).optional(),
  }),
  layer('wish', {
    ticks,
    hard: z.boolean(),
    wish: z.discriminatedUnion('kind', [
      wish('top', { way }),
      wish('bass', { way }),
      wish('contrary', {}),
      wish('thread', { pitch }),
      wish('area', { from: fret, to: fret }),
      wish('strings', { strings: z.array(z.int().min(1).max(7)).min(1) }),
      wish('notes', { count: z.int().min(1).max(7) }),
      wish('family', { family: z.enum(FAMILIES) }),
      wish('finger', { finger: z.int().min(1).max(4) }),
      wish('arrive', { grip: frets }),
    ]),
  }),
  layer('manner', { ticks, manner: z.enum(MANNERS) }),
  layer('kept', { on, colour, grip: frets }),
  layer('rhythm', {
    ...{ ticks, density: percent, pushes: percent, seed: seed.min(1) },
    pattern: z.string().max(1000).nullable().describe('A pattern by its name, or written out; null: held chords.'),
    room: z.literal(true).optional(),
    yields: z.literal(true).optional(),
  }),
  layer('texture', { ticks, texture: z.enum(TEXTURES), pace: z.enum(PACES).optional() }),
  layer('decor', { ticks, amount: percent, seed, style: z.enum(DECOR_STYLES).optional() }),
  layer('added', { decoration: z.string().max(40).nullable(), variant: z.string().max(40) }),
  layer('carry', { ticks, density: percent.nullable(), octave: z.int().min(-3).max(3) }),
  layer('note', { way: z.enum(NOTE_WAYS) }),
  layer('line', {
    ticks,
    notes: z
      .array(
        z.strictObject({
          tick: z.int().min(0),
          ticks: z.int().min(1),
          pitch,
          spelling: z.string().regex(/^[A-G][b#]?$/),
        }),
      )
      .min(1)
      .max(200),
  }),
]);

const DECIDED = /^[\w-]{1,64}:(\d{1,3}|all):(changes|\d{1,6}(:[a-z]{1,16}(-[a-z-]{1,16})?)?)$/;
const decisions = z.record(z.string().regex(DECIDED), decisionSchema).meta({
  id: 'decisions',
  description: 'By place: bar-7:1:480 is the chord a beat into bar 7, the first time through; “all”: each time.',
});

/** How a take came to be. */
const about = z.discriminatedUnion('from', [
  z.strictObject({ from: z.literal('copy'), of: z.string() }),
  z.strictObject({ from: z.literal('conflict') }),
  z.strictObject({
    from: z.literal('search'),
    style: name.nullable(),
    stray: strayFrom,
    bars: z.string().max(40).nullable(),
    words: z.string().max(500),
  }),
]);

/** A kept move, told in docs/kept-moves.md. */
const moveSchema = z
  .strictObject({
    id: z.string().regex(/^[\w-]{1,58}$/),
    schema: z.literal(1),
    name: name.min(1),
    use: z.enum(PASSAGE_USES),
    mode: z.enum(['major', 'minor']),
    meter: z.string(),
    chords: z.string().min(1),
    over: z.array(z.string().max(60)).max(20),
    before: z.enum(['T', 'S', 'D', 'start']).nullable(),
    next: z.enum(['T', 'S', 'D', 'end']).nullable(),
    opens: degree.optional(),
    goesTo: degree.optional(),
    isLate: z.literal(true).optional(),
    into: z.union([z.enum(BONDS), z.array(z.enum(BONDS).nullable()).max(100)]).optional(),
    stray: strayFrom,
    mood: name,
    reason: z.string().max(1000),
    tags: z.array(z.string().min(1).max(40)).max(20),
    note: z.string().max(2000),
    cells: decisions,
    tuning: z.string().nullable(),
    sung: z.array(degree).max(12),
    from: z.strictObject({ title: name, bars: z.string().max(40) }).nullable(),
  })
  .describe('A kept move: docs/kept-moves.md tells its fields.');

const guitar = z
  .strictObject({
    tuning: z.string().describe('Open strings without the capo, lowest first: E2 A2 D3 G3 B3 E4.'),
    capo: z.int().min(0).max(24),
  })
  .nullable()
  .describe('What its grips lie on; null: it has none.');

const fileOf = <D extends z.ZodType, M extends z.ZodType>(decided: D, move: M) =>
  z.strictObject({
    format: z.literal(TUNE_FORMAT),
    schema: z.literal(TUNE_SCHEMA),
    text: z
      .string()
      .min(1)
      .max(2 * LONGEST_CHART)
      .describe('The chart and the melody, as text.'),
    guitar,
    takes: z.array(z.strictObject({ name: name.min(1), about: about.nullable(), decisions: decided })).max(MOST_TAKES),
    moves: z.array(move).max(2000).describe('Moves of one’s own that its takes use.'),
  });

/** All of a file, as it is written. */
export const tuneFileSchema = fileOf(decisions, moveSchema);
/** The frame of a file; what is decided and kept in it is read by the core. */
export const tuneFileFrame = fileOf(z.record(z.string(), z.unknown()), z.unknown());

/** The schema as published (JSON Schema, draft 2020-12). */
export const tuneJsonSchema = (): unknown => ({
  ...z.toJSONSchema(tuneFileSchema, { io: 'input' }),
  title: 'A tune of Yellow Heron with its takes and kept moves',
});
