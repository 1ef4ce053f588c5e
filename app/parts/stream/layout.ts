import type { ArrangedColumn } from '../../../core/index.ts';

/** Pixels a column takes: a beat needs room, so does the longest symbol, and so do notes of the tune after the first. */
export function columnWidth(beats: number, symbol: string, free = 0): number {
  const forSymbol = 44 + symbol.length * 10;
  return Math.round(Math.min(168, Math.max(92, 28 * beats, forSymbol, 64 + 26 * free)));
}

/** How near one looks: from 32 bars at a glance to twice as wide. */
export const ZOOMS = [0.28, 0.5, 0.7, 1, 1.4, 2] as const;
/** Below these the small print, and all but the chords, is left out. */
export const FAR = 0.8;
export const FARTHEST = 0.4;
/** No column is narrower than its notes. */
const NARROWEST = 27;

export const zoomed = (width: number, zoom: number): number => Math.max(NARROWEST, Math.round(width * zoom));

/** A short tune spreads over the room there is, up to this much wider. */
const WIDEST = 1.9;

/** Widths stretched alike to fill `room`, where they leave some; in whole pixels. */
export function widened(widths: readonly number[], room: number): number[] {
  const taken = widths.reduce((sum, width) => sum + width, 0);
  const factor = taken > 0 && room > taken ? Math.min(WIDEST, room / taken) : 1;
  return widths.map((width) => Math.floor(width * factor));
}

/** The pitches a stream must show: all of the take's and of the melody, with a little room. */
export function pitchRange(
  columns: readonly ArrangedColumn[],
  sung: readonly number[] = [],
): { low: number; high: number } {
  let low = Infinity;
  let high = -Infinity;
  for (const pitch of [...columns.flatMap(({ grip }) => grip?.pitches ?? []), ...sung]) {
    low = Math.min(low, pitch);
    high = Math.max(high, pitch);
  }
  // At least an octave and a half, so that a narrow take does not look like a wide one.
  if (low > high) return { low: 50, high: 74 };
  const short = Math.max(0, 18 - (high - low));
  return { low: low - Math.ceil(short / 2) - 1, high: high + Math.floor(short / 2) + 1 };
}

/** Open strings and their octaves, the pitches a guitarist knows by heart, for the scale at the side. */
export const SCALE_PITCHES = [40, 45, 50, 55, 59, 64, 69, 76] as const;

/** Where a note stands in its column: over its whole width, or beside one it would hide. */
export type Stand = 'whole' | 'left' | 'right';

/** How notes stand whose marks are as tall as `mark` and `perSemitone` apart: those too close stand side by side, the lower first. */
export function standsOf(pitches: readonly number[], mark: number, perSemitone: number): readonly Stand[] {
  const isClose = (i: number) =>
    i >= 0 && i + 1 < pitches.length && (pitches[i + 1]! - pitches[i]!) * perSemitone < mark + 1;
  const stands: Stand[] = [];
  pitches.forEach((_, i) => {
    if (isClose(i - 1)) stands.push(stands[i - 1] === 'left' ? 'right' : 'left');
    else stands.push(isClose(i) ? 'left' : 'whole');
  });
  return stands;
}

/** A note of the melody in the column it begins in. */
export interface MelodyMark {
  /** Its pitch by name. */
  readonly name: string;
  readonly pitch: number;
  /** Whether the guitar plays it between its grips. */
  readonly isFree: boolean;
  /** Where it begins, and how long it is, as shares of the column. */
  readonly from: number;
  readonly long: number;
  /** The pitch it goes on to without a rest, or null. */
  readonly next: number | null;
  /** Whether it clashes with the chord that stands, and is not forgiven. */
  readonly clashes: boolean;
  /** What it is there, in words. */
  readonly said: string;
}
