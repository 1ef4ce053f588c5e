import { bad, DEFAULT_PLAYER, good, problem, readPlayer, type Outcome, type Player } from '../core/index.ts';
import type { World } from './verb.ts';

/** The player of `--player FILE`, or the default one. */
export function playerOf(file: string | undefined, { readText }: World): Outcome<Player> {
  if (file === undefined) return good(DEFAULT_PLAYER);
  const text = readText(file);
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    return bad(problem('player-no-json', { text: (error as Error).message }));
  }
  return readPlayer(data);
}
