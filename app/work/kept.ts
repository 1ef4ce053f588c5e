import { get, set, keys, delMany } from 'idb-keyval';
import { buildLibrary, type Hand, type ShapeLibrary } from '../../core/index.ts';

const SHAPES = 'shapes ';

/**
 * The shape library of a hand: from the browser's storage when it was built before by this very build of
 * the app, else built and kept there. Storage that is full or forbidden only means building again.
 */
export async function libraryOf(hand: Hand, onProgress: (share: number) => void): Promise<ShapeLibrary> {
  // A built worker's file is named by its contents, so other rules of shape or fingering have another name.
  const build = import.meta.env.PROD ? new URL(import.meta.url).pathname : null;
  const name = `${SHAPES}${build} ${JSON.stringify(hand)}`;
  const kept = build === null ? undefined : await get<ShapeLibrary>(name).catch(() => undefined);
  if (kept) return kept;
  const library = buildLibrary(hand, undefined, onProgress);
  if (build !== null) void keep(name, library).catch(() => undefined);
  return library;
}

async function keep(name: string, library: ShapeLibrary): Promise<void> {
  const old = (await keys<string>()).filter((key) => key.startsWith(SHAPES));
  await delMany(old);
  await set(name, library);
}
