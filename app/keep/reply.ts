import type { EditAnswer } from '../../core/index.ts';

/** What came back for an edit that was sent. */
export interface Reply {
  readonly status: number;
  readonly body: unknown;
}

/** What it says. */
export type Answer =
  | EditAnswer
  /** The data as a whole cannot be written, in words. */
  | { readonly status: 'fault'; readonly message: string }
  /** The server failed at this edit, or would not have it for what it looks like. */
  | { readonly status: 'failed' };

/** Refused without words of ours: for what the edit looks like, not for what it says. */
const REFUSALS = [400, 403, 411, 413, 414, 415, 421, 422, 431];
const ANSWERS = ['saved', 'conflict', 'missing', 'invalid', 'fault', 'failed'];

/** What the server says, or null when it says nothing of ours. */
export function answerIn({ status, body }: Reply): Answer | null {
  if (typeof body === 'object' && body !== null && 'status' in body && ANSWERS.includes(String(body.status)))
    return body as Answer;
  return status === 500 || REFUSALS.includes(status) ? { status: 'failed' } : null;
}
