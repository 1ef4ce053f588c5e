import { fretDistance, handOf, neckOf, type Grip, type Neck, type Player } from '../../../core/index.ts';

/** A guitar as it is drawn. Frets of grips are counted from the capo; `mm` runs from there. */
export interface Guitar extends Neck {
  readonly scaleLength: number;
  readonly highestFret: number;
  readonly capo: number;
  readonly leftHanded: boolean;
  readonly unusedStrings: readonly number[];
}

export function guitarOf(player: Player): Guitar {
  const { scaleLength, highestFret, capo, leftHanded, unusedStrings } = player;
  return { ...neckOf(handOf(player)), scaleLength, highestFret, capo, leftHanded, unusedStrings };
}

/** To a tenth: the last digits of a power differ between server and browser. */
const tenth = (x: number) => Math.round(x * 10) / 10;

const WIDTH = 1000;
/** Room beside the nut for open strings, and past the last fret. */
const NUT_ROOM = 44;
const END_ROOM = 16;
const TOP = 27;
const BOARD = 140;
const BELOW = 34;

/** Where everything of a neck stands in its drawing; a left-hander sees it from the other side. */
export function neckLayout({ scaleLength, highestFret, capo, leftHanded, open }: Guitar) {
  const perMm = (WIDTH - NUT_ROOM - END_ROOM) / fretDistance(scaleLength, highestFret);
  const seen = (x: number) => tenth(leftHanded ? WIDTH - x : x);
  /** Frets from the nut here, each where the instrument has it. */
  const along = (fret: number) => NUT_ROOM + fretDistance(scaleLength, fret) * perMm;
  const gap = BOARD / (open.length - 1);
  return {
    width: WIDTH,
    height: TOP + BOARD + BELOW,
    top: TOP,
    bottom: TOP + BOARD,
    gap,
    nut: seen(along(0)),
    end: seen(WIDTH - END_ROOM),
    wire: (fret: number) => seen(along(fret)),
    /** Between two frets, from the nut. */
    between: (fret: number) => seen((along(fret) + along(fret - 1)) / 2),
    /** A finger presses just behind its fret, counted from the capo; an open string is marked before it. */
    finger: (fret: number) => {
      if (fret === 0) return seen(along(capo) - 22);
      const at = along(capo + fret);
      return seen(at - Math.min(17, (at - along(capo + fret - 1)) * 0.42));
    },
    /** The lowest string is drawn at the bottom, as a player looking down sees it. */
    string: (s: number) => tenth(TOP + BOARD - s * gap),
    /** Beside a mark, away from the nut. */
    beside: (x: number, by: number) => (leftHanded ? x - by : x + by),
  };
}
export type NeckLayout = ReturnType<typeof neckLayout>;

/** Where a grip lies along the neck, as a share of its drawing, for bringing it into view. */
export function shareAlong(grip: Pick<Grip, 'frets'>, guitar: Guitar): number {
  const { finger, width } = neckLayout(guitar);
  const fretted = grip.frets.filter((fret) => fret > 0);
  if (fretted.length === 0) return finger(0) / width;
  return (finger(Math.min(...fretted)) + finger(Math.max(...fretted))) / 2 / width;
}
