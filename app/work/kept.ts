import { get, set, keys, delMany } from 'idb-keyval';
import { librarySteps, type Hand, type ShapeLibrary } from '../../core/index.ts';

const SHAPES = 'shapes ';
/** Hands whose shapes are kept in the browser (some 15 MB each), and in the worker's memory. */
const MOST_STORED = 4;
const MOST_IN_MEMORY = 2;

/** A built worker's file is named by its contents, so other rules of shape or fingering have another name. */
export const BUILD = import.meta.env.PROD ? new URL(import.meta.url).pathname : null;
const stored = () => `${SHAPES}${BUILD} `;

/** Newest last. */
const inMemory = new Map<string, ShapeLibrary>();

/** Works steps off until they are done, or until nobody wants the result any more: then null. */
export type Follow = <T>(steps: Generator<unknown, T>, each: (step: unknown) => void) => Promise<T | null>;

/**
 * The shape library of a hand: from memory, or from the browser's storage when it was built before by this very build of
 * the app, else built and kept there. Storage that is full or forbidden only means building again. Null: given up.
 */
export async function libraryOf(
  hand: Hand,
  follow: Follow,
  onProgress: (share: number) => void,
): Promise<ShapeLibrary | null> {
  const text = JSON.stringify(hand);
  let library = inMemory.get(text) ?? (BUILD && (await get<ShapeLibrary>(stored() + text).catch(() => undefined)));
  if (!library) {
    const built = await follow(librarySteps(hand), (share) => onProgress(share as number));
    if (built === null) return null;
    library = built;
    if (BUILD) void store(text, library).catch(() => undefined);
  }
  inMemory.delete(text);
  inMemory.set(text, library);
  for (const old of [...inMemory.keys()].slice(0, -MOST_IN_MEMORY)) inMemory.delete(old);
  return library;
}

async function store(text: string, library: ShapeLibrary): Promise<void> {
  const all = (await keys<string>()).filter((key) => key.startsWith(SHAPES));
  const own = all.filter((key) => key.startsWith(stored()));
  await delMany([
    ...all.filter((key) => !own.includes(key)),
    ...own.slice(0, Math.max(0, own.length - MOST_STORED + 1)),
  ]);
  await set(stored() + text, library);
}
