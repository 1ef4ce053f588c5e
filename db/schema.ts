import { sql } from 'drizzle-orm';
import { check, index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** JSON columns are text here and validated on read (documents.ts). Times are milliseconds since 1970. */
export const tune = sqliteTable(
  'tune',
  {
    id: text().primaryKey(),
    title: text().notNull(),
    chartText: text('chart_text').notNull(),
    doc: text().notNull(),
    settings: text().notNull().default('{}'),
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
    parentId: text('parent_id'),
    version: integer().notNull().default(1),
    createdAt: integer('created_at').notNull(),
  },
  (table) => [
    index('take_of_tune').on(table.tuneId),
    check('take_version', sql`${table.version} >= 1`),
    check('take_doc', sql`json_valid(${table.doc})`),
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
