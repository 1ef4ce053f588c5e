import type { Grip } from './grips.ts';

/** Fingers that lie over several strings; a slanted one from fret to fret. */
export function barresOf({ frets, fingers }: Pick<Grip, 'frets' | 'fingers'>) {
  return ([1, 2, 3, 4] as const).flatMap((number) => {
    const strings = fingers.flatMap((used, s) => (used === number ? [s] : []));
    if (strings.length < 2) return [];
    const [from, to] = [strings[0]!, strings.at(-1)!];
    return [{ from, to, fromFret: frets[from]!, toFret: frets[to]! }];
  });
}

/** Every diagram shows so much of a neck, so that a wide grip looks wide wherever it lies. */
export const DIAGRAM_MM = 160;

/** A diagram cut to its frets shows at least so many. */
const FEWEST_FRETS = 4;

/**
 * The frets a small diagram begins and ends at: a window over the neck with the whole grip in it, as wide as every other, or
 * (`cut`) no wider than the grip.
 */
export function diagramWindow(
  frets: readonly number[],
  mm: readonly number[],
  cut = false,
): { first: number; last: number } {
  const fretted = frets.filter((fret) => fret > 0);
  const [low, high] = fretted.length === 0 ? [1, 1] : [Math.min(...fretted), Math.max(...fretted)];
  const reaches = (first: number, fret: number) => mm[fret]! - mm[first]! <= DIAGRAM_MM;
  // From the nut if the grip fits there; else from the fret behind its lowest.
  const first = frets.includes(0) || reaches(0, high) ? (reaches(0, high) ? 0 : low - 1) : low - 1;
  if (cut) {
    const from = frets.includes(0) || high <= FEWEST_FRETS ? 0 : low - 1;
    return { first: from, last: Math.min(mm.length - 1, Math.max(high, from + FEWEST_FRETS)) };
  }
  let last = high;
  while (last + 1 < mm.length && reaches(first, last + 1)) last++;
  return { first, last };
}

const LEFT = 22;
const PER_MM = 0.66;
const TOP = 9;
const BOARD = 62;
const HEIGHT = 92;
const DOT = 6.6;
const tenth = (x: number): number => Math.round(x * 10) / 10;

/** Where everything of a small diagram stands; it lies as the neck lies, true to scale. */
export function diagramLayout(
  grip: Pick<Grip, 'frets' | 'fingers'>,
  {
    mm,
    strings,
    leftHanded,
  }: { readonly mm: readonly number[]; readonly strings: number; readonly leftHanded: boolean },
  cut = false,
) {
  const { first, last } = diagramWindow(grip.frets, mm, cut);
  const right = LEFT + (cut ? mm[last]! - mm[first]! : DIAGRAM_MM) * PER_MM;
  const width = right + 6;
  const seen = (x: number) => tenth(leftHanded ? width - x : x);
  const wire = (fret: number) => LEFT + (mm[fret]! - mm[first]!) * PER_MM;
  const beforeNut = seen(LEFT - 10);
  const fretted = grip.frets.filter((fret) => fret > 0);
  return {
    width,
    height: HEIGHT,
    dot: DOT,
    wires: Array.from({ length: last - first + 1 }, (_, i) => first + i),
    ends: [seen(LEFT), seen(right)] as const,
    beforeNut,
    x: (fret: number) => seen(wire(fret)),
    y: (string: number) => tenth(TOP + BOARD - string * (BOARD / (strings - 1))),
    /** A finger presses just behind its fret. */
    finger: (fret: number) =>
      fret <= first
        ? beforeNut
        : seen(wire(fret) - Math.max(DOT - 1, Math.min(8, (wire(fret) - wire(fret - 1)) * 0.42))),
    /** The fret of the lowest finger, told under it; null: all is open. */
    place: fretted.length === 0 ? null : Math.min(...fretted),
    placeY: HEIGHT - 4,
  };
}
