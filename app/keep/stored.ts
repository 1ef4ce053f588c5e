import { t, type Patch } from '../../core/index.ts';
import { z } from 'zod/mini';

/** An edit on its way to the server. It stays in local storage until it is acknowledged. */
export interface Edit {
  readonly editId: string;
  readonly aggregate: string;
  readonly baseVersion: number;
  readonly patch: Patch<unknown>;
  /** The edit that its window already showed, though it was on its way; null: none. */
  readonly after?: string | null;
  /** Orders the edits of an address: a clock may be set back. */
  readonly count: number;
  /** When it was made, to be shown. */
  readonly at: number;
  /** What it is, in words. */
  readonly label: string;
}

/** An edit that is not tried any more, and why. */
export interface Aside {
  /** Its key in local storage. */
  readonly key: string;
  /** Null: what was stored is no edit that can be read; `raw` has it. */
  readonly edit: Edit | null;
  readonly raw: string | null;
  readonly why: 'missing' | 'invalid' | 'conflict' | 'failed' | 'broken' | 'carried';
  /** What the server said. */
  readonly words: string;
  /** The version that stood when it was set aside, where the server said so. */
  readonly version?: number | undefined;
  readonly at: number;
}

const edit = z.object({
  editId: z.string(),
  aggregate: z.string(),
  baseVersion: z.number(),
  patch: z.record(z.string(), z.unknown()),
  after: z.optional(z.nullable(z.string())),
  count: z._default(z.number(), 0),
  at: z._default(z.number(), 0),
  label: z._default(z.string(), ''),
});
const aside = z.object({
  edit,
  why: z.enum(['missing', 'invalid', 'conflict', 'failed', 'broken', 'carried']),
  words: z.string(),
  version: z.optional(z.number()),
  at: z.number(),
});

function parsed<T>(schema: z.ZodMiniType<T>, text: string): T | null {
  try {
    return schema.safeParse(JSON.parse(text)).data ?? null;
  } catch {
    return null;
  }
}

/** An edit as it waits in local storage; null when it is none. */
export const readWaiting = (text: string): Edit | null => parsed(edit, text) as Edit | null;

/** What was set aside, as it lies in local storage: also by an earlier version, which kept the edit alone. */
export function readAside(key: string, text: string, now: number): Aside {
  const read = parsed(aside, text);
  if (read) return { ...read, key, raw: null } as Aside;
  const alone = readWaiting(text);
  const words = alone ? t('It was refused when it was made.') : '';
  return { key, edit: alone, raw: alone ? null : text, why: alone ? 'invalid' : 'broken', words, at: alone?.at ?? now };
}

export const WAITING = 'heron.outbox.';
export const ASIDE = 'heron.aside.';
/** Edits set aside by an earlier version, which showed them nowhere. */
const REFUSED = 'heron.refused.';

/** All that lies in local storage, by key: what waits, oldest first, and what was set aside. What is broken is set aside as it is. */
export function kept(
  storage: Pick<Storage, 'getItem' | 'key' | 'length'>,
  now: number,
): { readonly waiting: Map<string, Edit>; readonly aside: Map<string, Aside> } {
  const found: [string, Edit][] = [];
  const aside = new Map<string, Aside>();
  for (let i = 0; i < storage.length; i++) {
    const key = storage.key(i)!;
    const text = storage.getItem(key);
    if (text === null) continue;
    if (key.startsWith(WAITING)) {
      const edit = readWaiting(text);
      if (edit) found.push([key, edit]);
      else aside.set(key, { key, edit: null, raw: text, why: 'broken', words: '', at: now });
    } else if (key.startsWith(ASIDE) || key.startsWith(REFUSED)) aside.set(key, readAside(key, text, now));
  }
  found.sort(([a, one], [b, two]) => one.count - two.count || one.at - two.at || (a < b ? -1 : 1));
  // An earlier version named no forerunner: an edit was made after all that its window made before.
  const last = new Map<string, string>();
  const waiting = new Map<string, Edit>();
  for (const [key, edit] of found) {
    const whose = `${edit.editId.split('.')[0]} ${edit.aggregate}`;
    waiting.set(key, edit.after === undefined ? { ...edit, after: last.get(whose) ?? null } : edit);
    last.set(whose, edit.editId);
  }
  return { waiting, aside };
}
