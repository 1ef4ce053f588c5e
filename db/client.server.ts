import { t } from '../core/index.ts';
import { statSync } from 'node:fs';
import { DataFault, isBusy } from './faults.ts';
import { databasePath, openDatabase, type Connection, type Db } from './open.ts';

/** The one connection of a server process, and which file it opened. */
let opened: { readonly connection: Connection; readonly path: string; readonly file: number } | null = null;

/** How long a write waits until another program lets go of the file; the server answers others meanwhile. */
const PATIENCE_MS = 5000;
const LOOK_AGAIN_MS = 25;

/** For reading. Throws a {@link DataFault} when the file is not what was opened. */
export const database = (): Db => theConnection();

/** The same as a whole, for what is done with the file. */
export function theConnection(): Connection {
  if (!opened) {
    const path = databasePath();
    const connection = openDatabase(path, { patience: 0 });
    opened = { connection, path, file: statSync(path).ino };
  }
  checkThere(opened);
  return opened.connection;
}

/** SQLite goes on writing to a file that was deleted or replaced, where nobody will ever find it. */
function checkThere({ path, file }: { readonly path: string; readonly file: number }): void {
  const now = statSync(path, { throwIfNoEntry: false });
  if (now?.ino === file) return;
  throw new DataFault(
    now
      ? t('The file of your data was replaced while Yellow Heron ran. Stop Yellow Heron and start it again.')
      : t(
          'The file of your data was moved or deleted while Yellow Heron ran. Put it back, or stop Yellow Heron and start it again.',
        ),
  );
}

/** For writing: waits for another program to let go, and answers only for what is on the disk under its name. */
export async function saving<T>(work: (db: Db) => T): Promise<T> {
  for (const until = Date.now() + PATIENCE_MS; ; await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS))) {
    try {
      const result = work(database());
      checkThere(opened!);
      return result;
    } catch (error) {
      if (!isBusy(error) || Date.now() > until) throw error;
    }
  }
}
