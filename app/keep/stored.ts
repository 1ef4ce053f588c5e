import { z } from 'zod/mini';
import type { Patch } from '../../core/index.ts';

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
  const words = alone ? 'It was refused when it was made.' : '';
  return { key, edit: alone, raw: alone ? null : text, why: alone ? 'invalid' : 'broken', words, at: alone?.at ?? now };
}
