import { msg, t, type Msg } from '../core/index.ts';
/** What is wrong with the file of the data as a whole, in words for the player. It is no fault of one edit. */
export class DataFault extends Error {
  override readonly name = 'DataFault';
}

/** A row whose document cannot be read: damaged, or written by something else. Its raw text can still be saved. */
export class Unreadable extends Error {
  override readonly name = 'Unreadable';
  constructor(
    readonly kind: 'tune' | 'take' | 'player' | 'setting',
    readonly id: string,
    readonly title: string,
  ) {
    super(t('“{title}” cannot be read: its document is damaged, or was written by a newer Yellow Heron.', { title }));
  }
}

/** What SQLite reports by code (sqlite.org/rescode.html), and what a player can do about it. */
const BY_CODE: readonly (readonly [RegExp, Msg])[] = [
  [/^SQLITE_FULL/, msg('The disk is full. Make room on it; what waits is then saved.')],
  [
    /^SQLITE_READONLY/,
    msg(
      'The file of your data, or its folder, may not be written to. Allow it (it is its owner’s alone), and what waits is saved.',
    ),
  ],
  [
    /^SQLITE_(BUSY|LOCKED|PROTOCOL)/,
    msg('Another program holds the file of your data. Once it lets go, what waits is saved.'),
  ],
  [
    /^SQLITE_(CORRUPT|NOTADB)/,
    msg('The file of your data is damaged. Stop Yellow Heron, and put a backup in its place: npm run restore -- FILE'),
  ],
  [/^SQLITE_(CANTOPEN|IOERR|PERM|AUTH|NOMEM|NOLFS)/, msg('The file of your data cannot be reached on its disk.')],
];

/** What an error says of the data as a whole, or null where it says nothing of it. */
export function dataFaultOf(error: unknown): DataFault | null {
  if (error instanceof DataFault) return error;
  const { code, message } = sqliteError(error) ?? { code: '', message: '' };
  const known = BY_CODE.find(([pattern]) => pattern.test(code));
  if (known) return new DataFault(t(known[1]), { cause: error });
  const table = /^no such (table|column): (\S+)/.exec(message);
  if (table)
    return new DataFault(
      t('The file of your data lacks its {table} “{name}”: it is damaged, or not ours.', {
        table: table[1],
        name: table[2],
      }),
      {
        cause: error,
      },
    );
  return null;
}

/** Whether another connection held the database. */
export const isBusy = (error: unknown): boolean => /^SQLITE_(BUSY|LOCKED)/.test(sqliteError(error)?.code ?? '');

/** An error of the driver, known by its code: its class is of whatever realm loaded the driver first. */
function sqliteError(error: unknown): { readonly code: string; readonly message: string } | null {
  if (typeof error !== 'object' || error === null || !('code' in error) || !('message' in error)) return null;
  const { code, message } = error as { code: unknown; message: unknown };
  return typeof code === 'string' && code.startsWith('SQLITE') ? { code, message: String(message) } : null;
}
