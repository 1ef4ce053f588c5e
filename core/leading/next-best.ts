import type { Chord } from '../chord/chord.ts';
import type { Grip } from '../grip/grips.ts';
import { FAMILIES, familiesIn, labelsOf } from '../grip/labels.ts';
import { pick, type ShapeLibrary } from '../grip/library.ts';
import { LINE_WAYS, type Wish } from '../take/layers/wish.ts';
import { gripMisses } from './rules/wish.ts';
import { missesJoin, type GripWish, type JoinWish } from './wishes.ts';

/** A grip that might have stood, by its shape. */
export interface Rival {
  readonly grip: Pick<Grip, 'pitches' | 'frets'>;
  readonly shape: number;
}

/** The wishes about outer voices that are tried first: they are what one hears. */
const LINES: readonly JoinWish[] = [
  ...LINE_WAYS.flatMap((way): JoinWish[] => [
    { kind: 'top', way },
    { kind: 'bass', way },
  ]),
  { kind: 'contrary' },
];

/**
 * A wish that one grip of a chord meets and the one that stands does not: what would bring it. `before` is what sounds before
 * them. Null: they differ by nothing one could wish for, but by a pin.
 */
export function wishFor(
  wanted: Rival,
  stands: Rival,
  before: Pick<Grip, 'pitches'> | null,
  chord: Chord,
  library: ShapeLibrary,
): Wish | null {
  const line = LINES.find((wish) => before && !missesLine(wish, before, wanted) && missesLine(wish, before, stands));
  if (line) return line;
  const pair = [wanted.shape, stands.shape];
  return (
    gripWishesFor(wanted, chord, library).find((wish) => {
      const [met, missed] = gripMisses(wish, chord, library, pair);
      return met === 0 && missed! > 0;
    }) ?? null
  );
}

function missesLine(wish: JoinWish, before: Pick<Grip, 'pitches'>, { grip }: Rival): boolean {
  const [low, top] = [before.pitches[0]!, before.pitches.at(-1)!];
  return missesJoin(wish, grip.pitches[0]! - low, grip.pitches.at(-1)! - top);
}

/** What could be wished of a grip itself: where it lies, how many notes it has, its strings, its family. */
function gripWishesFor({ grip, shape }: Rival, chord: Chord, library: ShapeLibrary): readonly GripWish[] {
  const { frets } = grip;
  const fretted = frets.filter((fret) => fret > 0);
  const [low, high] = [Math.min(...fretted), Math.max(...fretted)];
  const { families } = labelsOf(chord, pick(library, [shape]));
  return [
    ...(fretted.length > 0 ? [{ kind: 'area', from: low, to: Math.max(high, low + 4) } as const] : []),
    { kind: 'notes', count: frets.filter((fret) => fret >= 0).length },
    { kind: 'strings', strings: frets.flatMap((fret, s) => (fret < 0 ? [] : [frets.length - s])).reverse() },
    ...FAMILIES.filter((family) => familiesIn(families[0]!).includes(family)).map(
      (family) => ({ kind: 'family', family }) as const,
    ),
  ];
}
