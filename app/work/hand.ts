import {
  climbSteps,
  formatFrets,
  fretsAt,
  handOf,
  holdingAt,
  inversionsOf,
  labelsOf,
  liesMoved,
  octaveAway,
  otherSpacings,
  otherStrings,
  pick,
  pricingFor,
  firstTried,
  pairsOf,
  shapesOf,
  waysOut,
  type Chord,
  type ClimbWish,
  type Grip,
  type Lies,
  type Player,
  type ShapeLibrary,
  type Shapes,
  type SungOver,
} from '../../core/index.ts';
import { follow, followWhile, pause } from './follow.ts';
import { libraryOf } from './kept.ts';
import type { Around, ListedGrips, Survey } from './questions.ts';

type Report = (share: number) => void;

/** The newest request of each kind; older ones are given up. */
const newestOf = { survey: 0, liesInKeys: 0, chordGrips: 0, around: 0, climb: 0 };

/** The shapes of a player's hand for the newest request of a kind, and whether it still is; null: given up. */
async function handFor(
  kind: keyof typeof newestOf,
  player: Player,
  onProgress: Report,
): Promise<{ library: ShapeLibrary; current: () => boolean } | null> {
  const mine = ++newestOf[kind];
  const current = () => mine === newestOf[kind];
  const library = await libraryOf(handOf(player), followWhile(current), onProgress);
  return library && { library, current };
}

/** The grips of a chord, those first that one would try first, and after them its double stops. */
const asTried = (chord: Chord, library: ShapeLibrary): Shapes =>
  pick(library, [...firstTried(chord, library), ...pairsOf(chord, library)]);

/** What can be asked of a hand alone, without a tune; the newest request of a kind wins, and null is given up. */
export const handAnswers = {
  /** Counts what a hand can hold. */
  async survey(player: Player, chords: readonly Chord[], onProgress: Report): Promise<Survey | null> {
    const hand = await handFor('survey', player, onProgress);
    return hand && { shapes: hand.library.size, grips: chords.map((chord) => shapesOf(chord, hand.library).length) };
  },

  /** How a melody lies on the neck in other keys, so many semitones higher each, octave by octave; key by key as it is known. */
  async liesInKeys(
    player: Player,
    sung: readonly SungOver[],
    ups: readonly number[],
    onOne: (up: number, lies: readonly Lies[]) => void,
  ): Promise<void> {
    const hand = await handFor('liesInKeys', player, () => undefined);
    if (hand === null) return;
    for (const up of ups) {
      onOne(up, liesMoved(sung, hand.library, up));
      await pause();
      if (!hand.current()) return;
    }
  },

  /** Every grip of a chord, those first that one would try first. */
  async chordGrips(player: Player, chord: Chord, onProgress: Report): Promise<ListedGrips | null> {
    const hand = await handFor('chordGrips', player, onProgress);
    if (hand === null) return null;
    const shapes = asTried(chord, hand.library);
    return { chord, shapes, labels: labelsOf(chord, shapes), extra: null };
  },

  /** Where a grip's notes lie elsewhere, those the player keeps first, and, as a grip of a chord, the ways out of it. */
  async around(
    player: Player,
    frets: readonly number[],
    chord: Chord | null,
    kept: readonly string[],
    onProgress: Report,
  ): Promise<Around | null> {
    const hand = await handFor('around', player, onProgress);
    if (hand === null) return null;
    const { library } = hand;
    const bare = (shapes: Shapes, shape: number) => ({
      frets: fretsAt(shapes, shape),
      fingers: holdingAt(shapes, shape).fingers,
    });
    const isKept = (shape: number) => kept.includes(formatFrets(fretsAt(library, shape)));
    const shown = (shapes: readonly number[]) => shapes.slice(0, MOST_SHOWN).map((shape) => bare(library, shape));
    const keptFirst = (shapes: readonly number[]) =>
      shown([...shapes.filter(isKept), ...shapes.filter((shape) => !isKept(shape))]);
    const shapes = chord && asTried(chord, library);
    const here = shapes
      ? Array.from({ length: shapes.size }, (_, i) => i).find((i) => isAt(shapes, i, formatFrets(frets)))
      : undefined;
    return {
      easier:
        shapes && here !== undefined
          ? waysOut(here, shapes).map(({ id, shape }) => ({ way: id, grip: bare(shapes, shape) }))
          : [],
      strings: keptFirst(otherStrings(library, frets)),
      spacings: keptFirst(otherSpacings(library, frets)),
      octave: shown(octaveAway(library, frets)),
      inversions: shown(inversionsOf(library, frets)),
    };
  },

  /** A run of grips of one chord. An empty one: there is none. */
  async climb(player: Player, chord: Chord, wish: ClimbWish, onProgress: Report): Promise<readonly Grip[] | null> {
    const hand = await handFor('climb', player, onProgress);
    if (hand === null) return null;
    let givenUp = false;
    const current = () => {
      givenUp ||= !hand.current();
      return !givenUp;
    };
    const found = await follow(climbSteps(chord, hand.library, pricingFor(player), wish), current, (share) =>
      onProgress(share as number),
    );
    return givenUp ? null : (found?.grips ?? []);
  },
};

/** More than so many of a kind are no help. */
const MOST_SHOWN = 16;

const isAt = (shapes: Shapes, shape: number, grip: string) => formatFrets(fretsAt(shapes, shape)) === grip;
