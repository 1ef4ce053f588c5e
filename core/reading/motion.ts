/* Chords that come of how voices move: one line, the bass, or all of them. */
import { suffixOf } from '../chord/kind.ts';
import { because, HALF_STEP_DOWN, HALF_STEP_UP, stepBetween, type Rule } from './reason.ts';
import { nameOf, up, type Spot } from './view.ts';

const isSame = (a: Spot, b: Spot) => a.degree === b.degree && suffixOf(a.chord.kind) === suffixOf(b.chord.kind);

/** Over one held root a single voice walks by half or whole step: 1–7–♭7–6, or 5–♯5–6–♭7. */
export const line: Rule = ({ key, here, prev, next }) => {
  const held = [prev, next].filter((other) => other?.degree === here.degree) as Spot[];
  const walks = held.some(
    (other) => other.chord.kind.third === here.chord.kind.third && isOneStep(other.tones, here.tones),
  );
  return walks ? because('line', held[0]!.place?.function ?? null, { target: nameOf(held[0]!, key) }) : null;
};

/** Whether two sets of notes differ by one voice that moves at most a whole step. */
function isOneStep(from: readonly number[], to: readonly number[]): boolean {
  const left = from.filter((note) => !to.includes(note));
  const came = to.filter((note) => !from.includes(note));
  return left.length === 1 && came.length === 1 && [1, 2, 10, 11].includes(stepBetween(left[0]!, came[0]!));
}

/** The upper notes stay; the bass alone slips by half step towards the next root. */
export const bassSlip: Rule = ({ key, here, prev, next }) => {
  if (!prev || !next || !(isSlipped(prev, here) || isHalfDiminishedOn(prev, here))) return null;
  const step = stepBetween(prev.low, here.low);
  const slips = [HALF_STEP_UP, HALF_STEP_DOWN].includes(step) && stepBetween(here.low, next.low) === step;
  return slips ? because('bass-slip', null, { target: nameOf(next, key) }) : null;
};

const isSlipped = (prev: Spot, here: Spot) => !here.tones.includes(here.low) && isSame(prev, here);
/** Written as the half-diminished chord that it makes: Cmaj7, C♯ø, Dm7. */
const isHalfDiminishedOn = (prev: Spot, here: Spot) =>
  here.family === 'half-diminished' &&
  here.low === here.degree &&
  prev.low === prev.degree &&
  here.tones.slice(1).every((tone) => prev.tones.includes(tone));

/** The bass holds its note from before under a chord that is not built on it. */
export const pedal: Rule = ({ key, here, prev, next }) => {
  if (here.low === here.degree || !prev || prev.low !== here.low) return null;
  // Over its own seventh a chord is an inversion, unless the bass goes nowhere after it either.
  const isOwn = here.tones.includes(here.low);
  const isSeventh = isOwn && here.tones.indexOf(here.low) === 3 && here.chord.kind.seventh === null;
  return !isOwn || (isSeventh && next?.low === here.low) ? because('pedal', null, { target: nameOf(prev, key) }) : null;
};

/** Several chords over one held bass are a pedal, all of them that are not built on it, those of the key too. */
export const wholePedal: Rule = ({ key, here, beforePrev, prev, next, afterNext }) => {
  if (here.low === here.degree) return null;
  const holds = (...others: readonly (Spot | null)[]) => {
    const all = [here, ...others];
    const strange = all.filter((one) => one !== null && one.low !== one.degree && one.place === null);
    return all.every((one) => one?.low === here.low) && strange.length > 0;
  };
  const whole = holds(beforePrev, prev) || holds(prev, next) || holds(next, afterNext);
  return whole
    ? because('pedal', here.place?.function ?? null, { target: nameOf(prev?.low === here.low ? prev : next!, key) })
    : null;
};

/** A dominant or an augmented triad between two chords a half step from it: C B7 C. */
export const dominantApproach: Rule = ({ key, here, prev, next }) => {
  const isNear = (other: Spot | null): other is Spot =>
    other !== null && [HALF_STEP_UP, HALF_STEP_DOWN].includes(up(here, other));
  const lies = here.family === 'dominant' || here.family === 'augmented';
  return lies && isNear(prev) && isNear(next)
    ? because('chromatic-approach', null, { target: nameOf(next, key) })
    : null;
};

/** A grip without a third, moved in parallel. */
export const planing: Rule = ({ here, prev, next }) => {
  if (here.family !== 'suspended' && here.family !== 'power') return null;
  const moves = (other: Spot | null) =>
    other !== null && other.degree !== here.degree && suffixOf(other.chord.kind) === suffixOf(here.chord.kind);
  return moves(prev) || moves(next) ? because('planing', null) : null;
};

/** The next chord's own kind, a half step off. */
export const chromaticApproach: Rule = ({ key, here, next }) =>
  next && here.family === next.family && [HALF_STEP_UP, HALF_STEP_DOWN].includes(up(here, next))
    ? because('chromatic-approach', null, { target: nameOf(next, key) })
    : null;
