/** A number from 0 up to 1 that is always the same for the same seed and the same numbers (FNV-1a, mixed once more). */
export function seeded(seed: number, ...of: readonly number[]): number {
  let hash = 0x811c9dc5;
  for (const number of [seed, ...of]) {
    for (let shift = 0; shift < 32; shift += 8)
      hash = Math.imul(hash ^ ((Math.trunc(number) >>> shift) & 255), 0x01000193);
  }
  hash = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b);
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35);
  return ((hash ^ (hash >>> 16)) >>> 0) / 2 ** 32;
}
