import { t } from '../../core/index.ts';
import { data } from 'react-router';
import { saving } from '../../db/client.server.ts';
import { editRequest } from '../../db/documents.ts';
import { applyEdit } from '../../db/edits.ts';
import { dataFaultOf } from '../../db/faults.ts';
import type { Route } from './+types/edits';

const STATUS = { saved: 200, conflict: 409, missing: 404, invalid: 400 } as const;

/** Takes one edit. The answer is sent only once it is on the disk. */
export async function action({ request }: Route.ActionArgs) {
  let body: unknown;
  try {
    body = await request.json();
  } catch {
    return data({ status: 'invalid', message: t('this is no JSON') } as const, { status: 400 });
  }
  const edit = editRequest.safeParse(body);
  if (!edit.success) {
    const message = edit.error.issues.map(({ path, message: text }) => `${path.join('.')}: ${text}`).join('; ');
    return data({ status: 'invalid', message } as const, { status: 400 });
  }
  try {
    const answer = await saving((db) => applyEdit(db, edit.data));
    return data(answer, { status: STATUS[answer.status] });
  } catch (error) {
    const fault = dataFaultOf(error);
    console.error(fault?.message ?? (error instanceof Error ? error.message : String(error)));
    // It is not this edit's fault: it waits, and everybody is told why.
    if (fault) return data({ status: 'fault', message: fault.message } as const, { status: 503 });
    return data({ status: 'failed' } as const, { status: 500 });
  }
}

export function loader(): never {
  throw data('Edits are sent here, not read.', { status: 405 });
}
