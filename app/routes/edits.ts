import { data } from 'react-router';
import { database } from '../../db/client.server.ts';
import { editRequest } from '../../db/documents.ts';
import { applyEdit } from '../../db/edits.ts';
import type { Route } from './+types/edits';

const STATUS = { saved: 200, conflict: 409, missing: 404, invalid: 400 } as const;

/** Takes one edit. The answer is sent only once it is on the disk. */
export async function action({ request }: Route.ActionArgs) {
  let body: unknown;
  try {
    body = await request.json();
  } catch {
    return data({ status: 'invalid', message: 'this is no JSON' } as const, { status: 400 });
  }
  const edit = editRequest.safeParse(body);
  if (!edit.success) {
    const message = edit.error.issues.map(({ path, message: text }) => `${path.join('.')}: ${text}`).join('; ');
    return data({ status: 'invalid', message } as const, { status: 400 });
  }
  const answer = applyEdit(database(), edit.data);
  return data(answer, { status: STATUS[answer.status] });
}

export function loader(): never {
  throw data('Edits are sent here, not read.', { status: 405 });
}
