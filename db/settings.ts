import { eq } from 'drizzle-orm';
import { z } from 'zod';
import type { Db } from './open.ts';
import { setting } from './schema.ts';

const cells = z.record(z.string(), z.unknown());

/** What is set under a name, with its version; nothing yet is version 1 without cells. */
export interface Setting {
  readonly version: number;
  readonly cells: Readonly<Record<string, unknown>>;
}

export function getSetting(db: Db, key: string): Setting {
  const row = db.select().from(setting).where(eq(setting.key, key)).get();
  return row ? { version: row.version, cells: cells.parse(JSON.parse(row.doc)) } : { version: 1, cells: {} };
}

export function putSetting(db: Db, key: string, { version, cells: next }: Setting): void {
  const doc = JSON.stringify(next);
  db.insert(setting)
    .values({ key, doc, version })
    .onConflictDoUpdate({ target: setting.key, set: { doc, version } })
    .run();
}
