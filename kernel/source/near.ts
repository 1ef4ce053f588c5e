/*
 * The inner loop of the search in WebAssembly, sixteen sets of grips at a time (AssemblyScript). `core/leading/near/plain.ts`
 * says the same in plain TypeScript, and is what this is tested against. `npm run kernel` compiles it.
 */

/** Where `kernel/kernel.ts` puts what is the same for a whole join, and for one later set. */
const STEP: usize = 0;
const TOP: usize = 16;
const BASS: usize = 48;
const TO: usize = 80;
const TO_CLASS: usize = 88;
const TEND: usize = 96;
const BEST: usize = 288;
const FOUND: usize = 512;

/** A byte of 32 by an index clamped to 0–31, for sixteen indices. */
function lookUp32(table: usize, index: v128): v128 {
  const i = i8x16.min_u(index, i8x16.splat(31));
  const low = i8x16.swizzle(v128.load(table), i);
  const high = i8x16.swizzle(v128.load(table, 16), i8x16.sub(i, i8x16.splat(16)));
  return v128.or(low, high);
}

/** Bytes of `row` as seen from `pitch`, 16 where they are equal, from 0 up. */
function seenFrom(row: v128, pitch: u8): v128 {
  // With saturation: what lies far below is 0, and `lookUp32` takes what lies far above for 31.
  return i8x16.sub_sat_u(i8x16.add_sat_u(row, i8x16.splat(16)), i8x16.splat(pitch));
}

/** What it costs each of sixteen sets that a voice goes from a pitch to a pitch, both the same for all or a row. */
function voicePrice(step: v128, far: usize, row: v128, classes: v128): v128 {
  const pitch = i8x16.splat(load<u8>(TO + far));
  const way = v128.or(i8x16.sub_sat_u(row, pitch), i8x16.sub_sat_u(pitch, row));
  const tend = v128.load(TEND + ((<usize>load<u8>(TO_CLASS + far)) << 4));
  return i8x16.add_sat_u(i8x16.swizzle(step, i8x16.min_u(way, i8x16.splat(15))), i8x16.swizzle(tend, classes));
}

/**
 * Finds the sets of `count` that may be nearer than `limit`, and writes which they are, and how near at least, to FOUND. Their pitches are rows of
 * `stride` bytes at `rows`, their pitch classes seven rows further on, what it costs to come to them i16 at `totals`, their
 * positions at `positions`; they have `an` voices, the set they go to `bn`. `shift`: what a shift costs, by position.
 */
export function near(
  rows: usize,
  stride: usize,
  totals: usize,
  positions: usize,
  shift: usize,
  count: i32,
  an: i32,
  bn: i32,
  fixed: i32,
  limit: i32,
): i32 {
  const least = i16x8.splat(<i16>limit);
  const entering = i16x8.splat(<i16>fixed);
  const step = v128.load(STEP);
  const slack = bn > an ? bn - an : an - bn;
  const isFewer = an <= bn;
  const few = isFewer ? an : bn;
  const top = load<u8>(TO + bn - 1);
  const bass = load<u8>(TO);
  let found: usize = 0;
  for (let k: i32 = 0; k < count; k += 16) {
    let low = i16x8.add_sat_s(v128.load(totals + (k << 1)), entering);
    let high = i16x8.add_sat_s(v128.load(totals + (k << 1), 16), entering);
    if (!v128.any_true(v128.or(i16x8.lt_s(low, least), i16x8.lt_s(high, least)))) continue;

    const first = rows + k;
    let apart = lookUp32(shift, v128.load(positions + k));
    apart = i8x16.add_sat_u(apart, lookUp32(BASS, seenFrom(v128.load(first), bass)));
    apart = i8x16.add_sat_u(apart, lookUp32(TOP, seenFrom(v128.load(first + <usize>(an - 1) * stride), top)));
    low = i16x8.add_sat_s(low, i16x8.extend_low_i8x16_u(apart));
    high = i16x8.add_sat_s(high, i16x8.extend_high_i8x16_u(apart));
    if (!v128.any_true(v128.or(i16x8.lt_s(low, least), i16x8.lt_s(high, least)))) continue;

    // First what each voice of the smaller set moves at least: to the nearest of the partners it can have.
    let lowWays = low;
    let highWays = high;
    for (let v: i32 = 0; v < few; v++) {
      const row = first + <usize>v * stride;
      let way: v128;
      if (isFewer) {
        const pitch = v128.load(row);
        way = v128.or(
          i8x16.sub_sat_u(pitch, i8x16.splat(load<u8>(TO + v + slack))),
          i8x16.sub_sat_u(i8x16.splat(load<u8>(TO + v)), pitch),
        );
      } else {
        const pitch = i8x16.splat(load<u8>(TO + v));
        way = v128.or(
          i8x16.sub_sat_u(pitch, v128.load(row + <usize>slack * stride)),
          i8x16.sub_sat_u(v128.load(row), pitch),
        );
      }
      const price = i8x16.swizzle(step, i8x16.min_u(way, i8x16.splat(15)));
      lowWays = i16x8.add_sat_s(lowWays, i16x8.extend_low_i8x16_u(price));
      highWays = i16x8.add_sat_s(highWays, i16x8.extend_high_i8x16_u(price));
    }
    if (!v128.any_true(v128.or(i16x8.lt_s(lowWays, least), i16x8.lt_s(highWays, least)))) continue;

    // Then what they cost in the best matching: BEST holds, by how many voices of the larger set were left out, the least so far.
    for (let j: i32 = 0; j <= slack; j++) {
      v128.store(BEST + (j << 5), low);
      v128.store(BEST + (j << 5), high, 16);
    }
    for (let v: i32 = 0; v < few; v++) {
      let lowLeast = i16x8.splat(32767);
      let highLeast = lowLeast;
      for (let j: i32 = 0; j <= slack; j++) {
        const row = first + <usize>(isFewer ? v : v + j) * stride;
        const price = voicePrice(step, isFewer ? v + j : v, v128.load(row), v128.load(row + 7 * stride));
        const best = BEST + (j << 5);
        lowLeast = i16x8.min_s(lowLeast, i16x8.add_sat_s(v128.load(best), i16x8.extend_low_i8x16_u(price)));
        highLeast = i16x8.min_s(highLeast, i16x8.add_sat_s(v128.load(best, 16), i16x8.extend_high_i8x16_u(price)));
        v128.store(best, lowLeast);
        v128.store(best, highLeast, 16);
      }
    }
    low = v128.load(BEST + (slack << 5));
    high = v128.load(BEST + (slack << 5), 16);

    let bits = i16x8.bitmask(i16x8.lt_s(low, least)) | (i16x8.bitmask(i16x8.lt_s(high, least)) << 8);
    if (bits == 0) continue;
    v128.store(BEST, low);
    v128.store(BEST, high, 16);
    while (bits != 0) {
      const lane = ctz(bits);
      store<i32>(FOUND + found, k + lane);
      store<i32>(FOUND + found, load<i16>(BEST + (lane << 1)), 4);
      found += 8;
      bits &= bits - 1;
    }
  }
  return <i32>(found >> 3);
}
