import { buildLibrary, type Hand, type ShapeLibrary } from '../core/index.ts';

const known = new Map<string, ShapeLibrary>();

/** The library of a hand, built once for all questions of a test. */
export function libraryOf(hand: Hand): ShapeLibrary {
  const key = JSON.stringify(hand);
  const library = known.get(key) ?? buildLibrary(hand);
  known.set(key, library);
  return library;
}
