import { databasePath, openDatabase, type Connection, type Db } from './open.ts';

/** The one connection of a server process. */
let connection: Connection | null = null;

export function database(): Db {
  connection ??= openDatabase(databasePath());
  return connection;
}
