import {
  beatsPerBar,
  isCompound,
  TICKS_PER_QUARTER,
  ticksPerBar,
  ticksPerBeat,
  type Meter,
  type Ticks,
} from '../time/meter.ts';

/** A note, or a rest, as it is set on a stave: what one head or sign can say. */
export interface WrittenSign {
  /** Which of the notes it is of; null: a rest. */
  readonly note: number | null;
  readonly tick: Ticks;
  /** How long it sounds. */
  readonly ticks: Ticks;
  /** The kind of head or rest: 1 a whole, 4 a quarter, 64 the shortest. */
  readonly value: Value;
  readonly dots: 0 | 1 | 2;
  /** Which tuplet of the bar it is in, counted from 0; null: none. */
  readonly tuplet: number | null;
  /** Whether its note goes on with the next sign. */
  readonly goesOn: boolean;
}
/** So many notes are sung in the time of so many of the same kind. */
export interface Tuplet {
  readonly notes: number;
  readonly inTimeOf: number;
}
export interface WrittenBar {
  readonly signs: readonly WrittenSign[];
  readonly tuplets: readonly Tuplet[];
}

const VALUES = [1, 2, 4, 8, 16, 32, 64] as const;
export type Value = (typeof VALUES)[number];

const WHOLE: Ticks = 4 * TICKS_PER_QUARTER;
/** All that is written without a tuplet lies on sixty-fourths. */
const GRID: Ticks = WHOLE / 64;
/** Three in the time of two, five in the time of four; nothing else comes out even in ticks. */
const TUPLETS: readonly Tuplet[] = [
  { notes: 3, inTimeOf: 2 },
  { notes: 5, inTimeOf: 4 },
];
/** What one tuplet may last. */
const TUPLET_SPANS: readonly Ticks[] = [GRID * 4, GRID * 8, GRID * 16, GRID * 32, GRID * 64];

interface Timed {
  readonly tick: Ticks;
  readonly ticks: Ticks;
}
interface Piece extends Timed {
  readonly note: number | null;
}
interface Region extends Timed {
  readonly tuplet: Tuplet;
}

/**
 * How the notes of a bar, in order and one at a time, are set on a stave with the rests between them: beats stay visible, what no
 * single head can say is tied (common practice). A quarter from the second eighth of 4/4 is one head, a half from there is an eighth
 * tied to a dotted quarter.
 */
export function writtenBar(notes: readonly Timed[], meter: Meter, long: Ticks = ticksPerBar(meter)): WrittenBar {
  if (notes.length === 0)
    return {
      signs: [{ note: null, tick: 0, ticks: long, value: 1, dots: 0, tuplet: null, goesOn: false }],
      tuplets: [],
    };
  const pieces = withRests(notes, long);
  const regions = tupletsOf(pieces, long);
  // A bar cut short at its start, a pickup, counts its beats from its end.
  const offset = ticksPerBar(meter) - long;
  const signs = pieces.flatMap((piece) =>
    cutAt(piece, regions).flatMap((part) => {
      const which = regions.findIndex(({ tick, ticks }) => part.tick >= tick && part.tick < tick + ticks);
      return signsOf(part, { meter, offset: Math.max(0, offset), region: regions[which], which });
    }),
  );
  return {
    signs: signs.map((sign, i) => ({ ...sign, goesOn: sign.note !== null && signs[i + 1]?.note === sign.note })),
    tuplets: regions.map(({ tuplet }) => tuplet),
  };
}

function withRests(notes: readonly Timed[], long: Ticks): readonly Piece[] {
  const pieces: Piece[] = [];
  let now: Ticks = 0;
  notes.forEach(({ tick, ticks }, note) => {
    if (tick > now) pieces.push({ note: null, tick: now, ticks: tick - now });
    pieces.push({ note, tick, ticks });
    now = tick + ticks;
  });
  if (now < long) pieces.push({ note: null, tick: now, ticks: long - now });
  return pieces;
}

/** Where tuplets stand: the shortest spans that hold what does not lie on the grid, best without a note tied over their edge. */
function tupletsOf(pieces: readonly Piece[], long: Ticks): readonly Region[] {
  const regions: Region[] = [];
  for (const { tick } of pieces) {
    if (tick % GRID === 0 || regions.some((one) => tick < one.tick + one.ticks)) continue;
    const found = TUPLET_SPANS.flatMap((ticks): Region[] => {
      const from = Math.floor(tick / ticks) * ticks;
      const isTaken = regions.some((one) => from < one.tick + one.ticks);
      if (from + ticks > long || isTaken) return [];
      const tuplet = TUPLETS.find((one) =>
        pieces.every((piece) => isOutside(piece, from, ticks) || fits(piece, one, from, ticks)),
      );
      return tuplet ? [{ tick: from, ticks, tuplet }] : [];
    });
    const whole = found.filter((region) => !pieces.some((piece) => goesOver(piece, region)));
    const best = whole.find((region) => pieces.some((piece) => isUnitOf(piece, region))) ?? whole[0] ?? found[0];
    if (best) regions.push(best);
  }
  return regions;
}

/** Whether a note, or a rest, is one of the equal ones that a tuplet is named after. */
const isUnitOf = (piece: Piece, { tick, ticks, tuplet }: Region): boolean =>
  !isOutside(piece, tick, ticks) && piece.ticks === ticks / tuplet.notes;

const goesOver = ({ note, tick, ticks }: Piece, region: Region): boolean =>
  note !== null && [region.tick, region.tick + region.ticks].some((edge) => tick < edge && tick + ticks > edge);
const isOutside = ({ tick, ticks }: Timed, from: Ticks, long: Ticks) => tick + ticks <= from || tick >= from + long;

/** Whether both ends of what is in a span lie on the grid of its tuplet, and what leaves it does so on the plain one. */
const fits = ({ tick, ticks }: Timed, { notes, inTimeOf }: Tuplet, from: Ticks, long: Ticks): boolean =>
  [tick, tick + ticks].every((point) =>
    point >= from && point <= from + long ? (((point - from) * notes) / inTimeOf) % GRID === 0 : point % GRID === 0,
  ) &&
  // What goes over its edge begins and ends outside on the grid, and is tied there.
  (tick >= from || tick % GRID === 0);

function cutAt(piece: Piece, regions: readonly Region[]): readonly Piece[] {
  const end = piece.tick + piece.ticks;
  const edges = regions
    .flatMap(({ tick, ticks }) => [tick, tick + ticks])
    .filter((edge) => edge > piece.tick && edge < end);
  const points = [piece.tick, ...new Set(edges), end];
  return points.slice(0, -1).map((tick, i) => ({ ...piece, tick, ticks: points[i + 1]! - tick }));
}

interface Around {
  readonly meter: Meter;
  readonly offset: Ticks;
  readonly region: Region | undefined;
  readonly which: number;
}

function signsOf(piece: Piece, { meter, offset, region, which }: Around): readonly WrittenSign[] {
  const { notes, inTimeOf } = region?.tuplet ?? { notes: 1, inTimeOf: 1 };
  // In a tuplet it is written as if it were longer, from the tuplet's start; there no beat has to be seen.
  const written = (piece.ticks * notes) / inTimeOf;
  const from = region ? ((piece.tick - region.tick) * notes) / inTimeOf : piece.tick + offset;
  const beats = region ? null : meter;
  const signs: WrittenSign[] = [];
  let at: Ticks = 0;
  while (at < written) {
    const part = piece.note === null ? restAt(from + at, written - at, beats) : headAt(from + at, written - at, beats);
    signs.push({
      note: piece.note,
      tick: piece.tick + (at * inTimeOf) / notes,
      ticks: (part.ticks * inTimeOf) / notes,
      value: part.value,
      dots: part.dots,
      tuplet: region ? which : null,
      goesOn: false,
    });
    at += part.ticks;
  }
  return signs;
}

interface Sign {
  readonly ticks: Ticks;
  readonly value: Value;
  readonly dots: 0 | 1 | 2;
}
const signOf = (value: Value, dots: 0 | 1 | 2): Sign => ({ ticks: (WHOLE / value) * (2 - 1 / 2 ** dots), value, dots });
const PLAIN = VALUES.flatMap((value) => [signOf(value, 1), signOf(value, 0)]).sort((a, b) => b.ticks - a.ticks);
const SIGNS = [...VALUES.slice(0, 5).map((value) => signOf(value, 2)), ...PLAIN].sort((a, b) => b.ticks - a.ticks);
const SHORTEST = signOf(64, 0);

/** The longest sign of a kind that lasts no longer; what is shorter than all is written as the shortest. */
const longest = (signs: readonly Sign[], most: Ticks): Sign =>
  signs.find(({ ticks }) => ticks <= most) ?? { ...SHORTEST, ticks: Math.max(1, most) };

/** The head of a note that goes on for so long from a place in its bar. `meter` null: no beat is to be seen. */
function headAt(from: Ticks, long: Ticks, meter: Meter | null): Sign {
  const whole = SIGNS.find(({ ticks }) => ticks === long);
  if (!meter) return whole ?? longest(PLAIN, long);
  const beat = ticksPerBeat(meter);
  const left = beat - (from % beat);
  const onBeat = from % beat === 0;
  if (isCompound(meter)) {
    // More than a beat is told in whole beats.
    if (onBeat && long > beat)
      return longest(
        SIGNS.filter(({ ticks }) => ticks % beat === 0),
        long,
      );
    return longest(SIGNS, Math.min(long, left));
  }
  if (whole && (onBeat || long <= left || isOffBeat(from, long, meter))) return whole;
  return longest(PLAIN, onBeat ? long : Math.min(long, left));
}

/** The one head that may hide a beat: as long as it, from its half, and not over the middle of the bar. */
function isOffBeat(from: Ticks, long: Ticks, meter: Meter): boolean {
  const beat = ticksPerBeat(meter);
  const middle = beatsPerBar(meter) % 2 === 0 ? ticksPerBar(meter) / 2 : -1;
  return long === beat && from % beat === beat / 2 && !(from < middle && from + long > middle);
}

/** Rests show every beat, but for halves of a bar that are silent. */
function restAt(from: Ticks, long: Ticks, meter: Meter | null): Sign {
  if (!meter) return longest(PLAIN, long);
  const beat = ticksPerBeat(meter);
  const half = ticksPerBar(meter) / 2;
  if (!isCompound(meter) && meter.count % 4 === 0 && from % half === 0 && long >= half) return longest(PLAIN, half);
  const left = Math.min(long, beat - (from % beat));
  // Where a beat is three, a dotted rest stands for a whole one, and off the beat none is longer than a third.
  const most = isCompound(meter) && from % beat !== 0 ? Math.min(left, beat / 3) : left;
  const undotted = PLAIN.filter(({ dots, ticks }) => dots === 0 || (isCompound(meter) && ticks === beat));
  return longest(undotted, most);
}
