import type { Bond } from '../reharm/moves/bond.ts';
import { isSmall, USUAL_PACE, type Pace, type SmallTexture } from '../texture.ts';
import { beatsPerBar, ticksPerBeat, type Ticks } from '../time/meter.ts';
import type { Carry } from './carry.ts';
import { chordNameAt } from './key.ts';
import type { ChordDecision } from './layers/chord.ts';
import type { TextureDecision } from './layers/texture.ts';
import { stretch } from './moves.ts';
import type { ReadSlot } from '../reading/read.ts';

/** That two notes stand in the place of a grip, and where among those of its chord. */
export interface Small {
  readonly texture: SmallTexture;
  /** Whether the chord is new with them; the others lie between it and the next. */
  readonly opens: boolean;
  /** Whether they are the last of their chord: what it must say has been said. */
  readonly ends: boolean;
  /** Which way the moving one of two voices goes while the chord lasts, where it has time for a line; bar by bar by turns. */
  readonly way: 'rising' | 'falling' | null;
}

/** What of a column its division changes. */
interface Divided {
  readonly at: string;
  readonly slot: ReadSlot;
  readonly part: number;
  readonly chord: unknown;
  readonly carry: Carry | null;
  readonly small: Small | null;
  readonly decision: ChordDecision | null;
  readonly kept: string | null;
  readonly walks: readonly unknown[];
  readonly into: Bond | null;
  readonly closes: boolean;
}

/** Of two voices at two speeds the one that is held while the other moves. */
const HELD: Readonly<Partial<Record<SmallTexture, Bond>>> = { 'low-moves': 'top-held', 'top-moves': 'low-held' };

/** From so many times on a voice that moves is a line. */
const LINE = 3;

/** The columns of a take with two notes in the place of grips where that is their texture, each divided at the texture's pace. */
export function inPieces<C extends Divided>(
  columns: readonly C[],
  textureAt: (time: Ticks) => TextureDecision | null,
): readonly C[] {
  return columns.flatMap((column, i): readonly C[] => {
    const { texture, pace = USUAL_PACE } = textureAt(column.slot.start) ?? {};
    if (!isSmall(texture) || column.chord === null) return [column];
    // A tune has its own times.
    if (column.carry !== null) {
      const { opens } = column.carry;
      const ends = columns[i + 1]?.carry?.opens ?? true;
      return [{ ...column, small: { texture, opens, ends, way: null } }];
    }
    const times = timesIn(column, pace);
    const way =
      times.length < LINE || HELD[texture] === undefined ? null : column.slot.bar % 2 === 1 ? 'rising' : 'falling';
    return piecesOf(column, times, (part) => ({ texture, way, opens: part === 0, ends: part === times.length - 1 }));
  });
}

/** A column divided at some times of its bar. */
function piecesOf<C extends Divided>(
  column: C,
  times: readonly Ticks[],
  smallAt: (part: number) => Small,
): readonly C[] {
  const { slot } = column;
  const { entry } = slot;
  const isPinned = column.decision?.voicing !== undefined || column.kept !== null;
  const timeOf = (tick: Ticks) => slot.start + tick - entry.tick;
  return times.map((tick, part): C => {
    const small = smallAt(part);
    const piece = {
      ...column,
      slot: stretch(slot, timeOf(tick), timeOf(times[part + 1] ?? entry.tick + entry.ticks)),
      small,
      // A grip that the player pinned holds nothing.
      into: small.ends ? column.into : isPinned ? null : (HELD[small.texture] ?? null),
      closes: small.ends && column.closes,
    };
    if (part === 0) return piece;
    return {
      ...piece,
      at: chordNameAt(column.at, tick),
      part: column.part + part,
      decision: null,
      kept: null,
      walks: [],
    };
  });
}

/** When two notes change over a column, in ticks from its bar's start: with it, and in the bar's middle, the longer part first, or on beats. */
function timesIn({ slot: { meter, entry }, closes }: Divided, pace: Pace): readonly Ticks[] {
  const beat = ticksPerBeat(meter);
  const beats = beatsPerBar(meter);
  // The end is at rest.
  if (pace === 'chord' || closes) return [entry.tick];
  const every = pace === 'half' ? [Math.ceil(beats / 2)] : Array.from({ length: beats }, (_, i) => i);
  const within = every.map((one) => one * beat).filter((tick) => tick > entry.tick && tick < entry.tick + entry.ticks);
  return [entry.tick, ...within];
}
