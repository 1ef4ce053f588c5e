import { t } from '../../core/index.ts';
import { data } from 'react-router';
import type { z } from 'zod';
import { dataFaultOf, Unreadable } from '../../db/faults.ts';

/** What a page is told when something is wrong with the data, for the words of its error page. */
export type Trouble =
  | { readonly trouble: 'fault'; readonly message: string }
  | { readonly trouble: 'unreadable'; readonly message: string; readonly raw: string };

/** An error as an answer in words, where it says something of the data; else itself. */
function asAnswer(error: unknown): unknown {
  if (error instanceof Unreadable) {
    const raw = `/keeping/raw/${error.kind}/${encodeURIComponent(error.id)}`;
    return data({ trouble: 'unreadable', message: error.message, raw } satisfies Trouble, { status: 422 });
  }
  const fault = dataFaultOf(error);
  if (!fault) return error;
  console.error(fault.message);
  return data({ trouble: 'fault', message: fault.message } satisfies Trouble, { status: 503 });
}

/** A loader or an action that says in words what is wrong with the data. */
export function inWords<A, R>(answer: (args: A) => Promise<R> | R): (args: A) => Promise<R> {
  return async (args) => {
    try {
      return await answer(args);
    } catch (error) {
      throw asAnswer(error);
    }
  };
}

/** A form as it was posted, read; or the answer where it is none, or not of this shape. */
export async function readForm<T>(request: Request, schema: z.ZodType<T>) {
  let fields: Record<string, unknown>;
  try {
    fields = Object.fromEntries(await request.formData());
  } catch {
    return {
      ok: false,
      answer: data({ problem: t('This is no form; nothing was changed.') }, { status: 400 }),
    } as const;
  }
  const read = schema.safeParse(fields);
  if (read.success) return { ok: true, value: read.data } as const;
  const problem = read.error.issues.map(({ message }) => message).join('; ');
  return { ok: false, answer: data({ problem }, { status: 400 }) } as const;
}
