import type { WrittenSign } from '../melody/written.ts';
import { isCompound, ticksPerBar, ticksPerBeat, type Meter, type Ticks } from '../time/meter.ts';

/**
 * Signs of a voice that are beamed, by their places: eighths and shorter within a beat (a dotted one in 6/8); plain eighths of 4/4 within
 * half a bar. A rest parts them (common practice). `long`: a bar that is cut short counts its beats from its end.
 */
export function beamsOf(signs: readonly WrittenSign[], meter: Meter, long: Ticks): readonly (readonly number[])[] {
  const beat = ticksPerBeat(meter);
  const offset = Math.max(0, ticksPerBar(meter) - long);
  const half = ticksPerBar(meter) / 2;
  const halves = !isCompound(meter) && meter.count === 4 && meter.unit === 4;
  const groupOf = (sign: WrittenSign, long: Ticks) => Math.floor((sign.tick + offset) / long);
  /** Halves of a bar in which nothing is shorter than an eighth, and nothing is a tuplet. */
  const isPlain = (which: number) =>
    signs.every((one) => groupOf(one, half) !== which || (one.value <= 8 && one.tuplet === null));
  const beams: number[][] = [];
  let group: string | null = null;
  signs.forEach((sign, i) => {
    const isBeamed = sign.note !== null && sign.value >= 8;
    const inHalf = halves && isPlain(groupOf(sign, half));
    const now = !isBeamed ? null : inHalf ? `half ${groupOf(sign, half)}` : `beat ${groupOf(sign, beat)}`;
    if (now !== null && now === group) beams.at(-1)!.push(i);
    else if (now !== null) beams.push([i]);
    group = now;
  });
  return beams.filter(({ length }) => length > 1);
}

/** How a sign stands in each of its beams, the longest first: a part of one, or a stub of its own. */
export type BeamPart = 'begin' | 'continue' | 'end' | 'forward hook' | 'backward hook';

/** The beams of each sign of a group (`beamsOf`), as MusicXML tells them. */
export function beamParts(signs: readonly WrittenSign[], group: readonly number[]): readonly (readonly BeamPart[])[] {
  const countOf = (at: number | undefined) => (at === undefined ? 0 : Math.log2(signs[at]!.value) - 2);
  return group.map((at, i) =>
    Array.from({ length: countOf(at) }, (_, level): BeamPart => {
      const before = countOf(group[i - 1]) > level;
      const after = countOf(group[i + 1]) > level;
      if (before && after) return 'continue';
      if (before || after) return before ? 'end' : 'begin';
      return i === 0 ? 'forward hook' : 'backward hook';
    }),
  );
}
