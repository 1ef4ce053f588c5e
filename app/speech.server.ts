import { AsyncLocalStorage } from 'node:async_hooks';
import { ENGLISH, speakFrom, type NoteNames, type Speech } from '../core/index.ts';
import { database } from '../db/client.server.ts';
import { notesOfPlayers } from '../db/players.ts';
import german from '../words/de.json';
import { readingIn, speechOf } from './reading.ts';

/** Each request is answered as its browser reads, also while others are. */
const reader = new AsyncLocalStorage<Speech>();
speakFrom(() => reader.getStore() ?? ENGLISH);

/** Answers a request in the words of whoever sent it. */
export function inItsWords<T>(request: Request, answer: () => T): T {
  const reading = readingIn(request.headers.get('cookie'));
  const table = reading.language === 'de' ? german : {};
  return reader.run(speechOf({ ...reading, notes: reading.notes ?? ofPlayers() }, table), answer);
}

/** Before a browser could say it, each player had names of notes. */
function ofPlayers(): NoteNames | null {
  try {
    return notesOfPlayers(database());
  } catch {
    return null;
  }
}
