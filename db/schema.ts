import { sql } from 'drizzle-orm';
import { check, index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/* JSON columns are text here and validated on read (documents.ts). Times are milliseconds since 1970. */

/** Who plays: the hand, the guitar, the company. */
export const player = sqliteTable(
  'player',
  {
    id: text().primaryKey(),
    name: text().notNull(),
    doc: text().notNull(),
    version: integer().notNull().default(1),
    createdAt: integer('created_at').notNull(),
    deletedAt: integer('deleted_at'),
  },
  (table) => [check('player_version', sql`${table.version} >= 1`), check('player_doc', sql`json_valid(${table.doc})`)],
);

/** A grip a player keeps among theirs, or never wants to see, on a tuning. */
export const keptGrip = sqliteTable(
  'kept_grip',
  {
    playerId: text('player_id')
      .notNull()
      .references(() => player.id, { onDelete: 'cascade' }),
    /** Open strings from the lowest, `E2 A2 D3 G3 B3 E4`. */
    tuning: text().notNull(),
    /** `x-3-5-4-5-3`. */
    grip: text().notNull(),
    name: text().notNull().default(''),
    tags: text().notNull().default('[]'),
    note: text().notNull().default(''),
    banished: integer({ mode: 'boolean' }).notNull().default(false),
    deletedAt: integer('deleted_at'),
  },
  (table) => [
    primaryKey({ columns: [table.playerId, table.tuning, table.grip] }),
    check('kept_grip_tags', sql`json_valid(${table.tags})`),
  ],
);

export const tune = sqliteTable(
  'tune',
  {
    id: text().primaryKey(),
    title: text().notNull(),
    chartText: text('chart_text').notNull(),
    doc: text().notNull(),
    settings: text().notNull().default('{}'),
    /** Its melody (documents.ts); null: it has none. */
    melody: text(),
    melodyVersion: integer('melody_version').notNull().default(1),
    /** What the shelf says of it (shelf.ts), worked out when its text changes; null: not yet. */
    facts: text(),
    /** Who plays it; null: whoever came first. */
    playerId: text('player_id').references(() => player.id),
    version: integer().notNull().default(1),
    changedAt: integer('changed_at').notNull(),
    deletedAt: integer('deleted_at'),
  },
  (table) => [
    index('tune_changed').on(table.changedAt),
    check('tune_version', sql`${table.version} >= 1`),
    check('tune_doc', sql`json_valid(${table.doc})`),
    check('tune_settings', sql`json_valid(${table.settings})`),
  ],
);

export const take = sqliteTable(
  'take',
  {
    id: text().primaryKey(),
    tuneId: text('tune_id')
      .notNull()
      .references(() => tune.id, { onDelete: 'cascade' }),
    name: text().notNull(),
    doc: text().notNull(),
    /** The take it began as: a lost conflict's, a copy's, or the one whose tune was searched. */
    parentId: text('parent_id'),
    /** How it came to be (documents.ts); null: as the tune's first take, or by a conflict, where it has a parent. */
    about: text(),
    /** Where it stands among the takes; those in one place stand as they were made. */
    place: integer().notNull().default(0),
    version: integer().notNull().default(1),
    createdAt: integer('created_at').notNull(),
    deletedAt: integer('deleted_at'),
  },
  (table) => [
    index('take_of_tune').on(table.tuneId),
    check('take_version', sql`${table.version} >= 1`),
    check('take_doc', sql`json_valid(${table.doc})`),
  ],
);

/** A passage by degree that a player keeps (documents.ts). */
export const keptMove = sqliteTable(
  'kept_move',
  {
    id: text().primaryKey(),
    /** Its name, for the bin. */
    name: text().notNull(),
    doc: text().notNull(),
    version: integer().notNull().default(1),
    createdAt: integer('created_at').notNull(),
    deletedAt: integer('deleted_at'),
  },
  (table) => [
    check('kept_move_version', sql`${table.version} >= 1`),
    check('kept_move_doc', sql`json_valid(${table.doc})`),
  ],
);

/** The log of practice (practice.ts): rows are added, and never changed. */
export const practiceLog = sqliteTable(
  'practice_log',
  {
    id: text().primaryKey(),
    /** When it was done, by the clock of whoever did it. */
    at: integer().notNull(),
    /** The card it belongs to; a correction's is that of what it corrects. Null: it has none. */
    cardId: text('card_id'),
    doc: text().notNull(),
    loggedAt: integer('logged_at').notNull(),
  },
  (table) => [
    index('practice_at').on(table.at),
    index('practice_of_card').on(table.cardId),
    check('practice_doc', sql`json_valid(${table.doc})`),
  ],
);

/** What comes back when it is due, worked out of the log whenever something is added to it. */
export const card = sqliteTable(
  'card',
  {
    id: text().primaryKey(),
    kind: text().notNull(),
    /** What is practised, as the log has it last. */
    what: text().notNull(),
    /** Where the scheduler has it. */
    state: text().notNull(),
    /** Null: it was laid down, and does not come back. */
    due: integer(),
  },
  (table) => [
    index('card_due').on(table.due),
    check('card_what', sql`json_valid(${table.what})`),
    check('card_state', sql`json_valid(${table.state})`),
  ],
);

/** Every acknowledged edit: what it changed, on which version it was made, which version it made. */
export const edit = sqliteTable(
  'edit',
  {
    editId: text('edit_id').primaryKey(),
    aggregate: text().notNull(),
    baseVersion: integer('base_version').notNull(),
    version: integer().notNull(),
    patch: text().notNull(),
    inverse: text().notNull(),
    /** The edit it was made after, which its window already showed; null: after none that was still on its way. */
    after: text(),
    at: integer().notNull(),
  },
  (table) => [
    index('edit_of_aggregate').on(table.aggregate, table.version),
    check('edit_patch', sql`json_valid(${table.patch})`),
    check('edit_inverse', sql`json_valid(${table.inverse})`),
  ],
);

/** What a player set, by name: cells as an edit changes them. */
export const setting = sqliteTable(
  'setting',
  {
    key: text().primaryKey(),
    doc: text().notNull(),
    version: integer().notNull().default(1),
  },
  (table) => [
    check('setting_version', sql`${table.version} >= 1`),
    check('setting_doc', sql`json_valid(${table.doc})`),
  ],
);

/** The order in which rows were made, where a millisecond does not tell them apart. */
export const MADE = sql`rowid`;
