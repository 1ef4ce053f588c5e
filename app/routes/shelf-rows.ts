import { database } from '../../db/client.server.ts';
import { shelfJson } from '../../db/tunes.ts';
import type { Route } from './+types/shelf-rows';
import { inWords } from './answer.server.ts';

/** Every tune on the shelf, for a page that shows the first of them already. */
export const loader = inWords(
  (_: Route.LoaderArgs) =>
    new Response(`{"tunes":${shelfJson(database())}}`, { headers: { 'Content-Type': 'application/json' } }),
);
