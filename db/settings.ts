import { eq } from 'drizzle-orm';
import { z } from 'zod';
import { readDocument, SETTINGS } from './documents.ts';
import type { Db } from './open.ts';
import { setting } from './schema.ts';

const anyCells = z.record(z.string(), z.unknown());

/** What is set under a name, with its version; nothing yet is version 1 without cells. */
export interface Setting {
  readonly version: number;
  readonly cells: Readonly<Record<string, unknown>>;
}

/** How the cells under a name are read; null: there is no such setting. */
export const settingSchema = (key: string) => SETTINGS.find(([pattern]) => pattern.test(key))?.[1] ?? null;

/** What is set under a name; `unreadable` when it cannot be read, and nothing stands in for it. */
export function getSetting(db: Db, key: string): Setting & { readonly unreadable?: true } {
  const row = db.select().from(setting).where(eq(setting.key, key)).get();
  if (!row) return { version: 1, cells: {} };
  const cells = readDocument(anyCells, row.doc);
  // An edit changes something, kept cells need not: none at all is right, too.
  const right = cells && (Object.keys(cells).length === 0 || settingSchema(key)?.safeParse(cells).success !== false);
  return right ? { version: row.version, cells } : { version: row.version, cells: {}, unreadable: true };
}

/** Writes a setting as it stands at a version. */
export function putSetting(db: Db, key: string, { version, cells: next }: Setting): void {
  const doc = JSON.stringify(next);
  db.insert(setting)
    .values({ key, doc, version })
    .onConflictDoUpdate({ target: setting.key, set: { doc, version } })
    .run();
}
