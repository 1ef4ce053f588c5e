import { rotateBackups } from './backups.ts';
import { emptyBin } from './bin.ts';
import { foldEdits } from './history.ts';
import type { Connection } from './open.ts';

/** What is done at every start and once an hour: a backup when one is due, then what is past its time goes. */
export function keepHouse(db: Connection, path: string, now = Date.now()): { readonly backup: string | null } {
  const backup = rotateBackups(db.$client, path, now);
  emptyBin(db, now);
  foldEdits(db, now);
  return { backup };
}
