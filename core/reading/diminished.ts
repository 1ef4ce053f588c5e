/* Diminished chords, by how they move to the next. */
import { because, HALF_STEP_DOWN, HALF_STEP_UP, stepBetween, type Rule } from './reason.ts';
import { nameOf, up, type Spot } from './view.ts';

const isDiminished = ({ family }: Spot) => family === 'diminished';

/** A diminished chord on the half step between two basses. */
export const passingDiminished: Rule = ({ key, here, prev, next }) => {
  if (!isDiminished(here) || !prev || !next) return null;
  const step = stepBetween(prev.low, here.degree);
  const passes = (step === HALF_STEP_UP || step === HALF_STEP_DOWN) && stepBetween(here.degree, next.low) === step;
  return passes ? because('passing-diminished', null, { target: nameOf(next, key) }) : null;
};

/** A diminished chord that holds the root of what it returns to. */
export const commonToneDiminished: Rule = ({ key, here, next }) =>
  isDiminished(here) && next && !isDiminished(next) && up(here, next) % 3 === 0
    ? because('common-tone-diminished', null, { target: nameOf(next, key) })
    : null;

/** A diminished chord one of whose notes leads up a half step to the next root: a dominant ♭9 without its root. */
export const leadingToneDiminished: Rule = ({ key, here, next }) =>
  isDiminished(here) && next && !isDiminished(next) && up(here, next) % 3 === HALF_STEP_UP
    ? because('leading-tone-diminished', 'dominant', { target: nameOf(next, key) })
    : null;

/** A diminished chord that falls a half step to the next root, wherever it came from: I–♭III°–ii. */
export const fallingDiminished: Rule = ({ key, here, next }) =>
  isDiminished(here) && next && stepBetween(here.degree, next.low) === HALF_STEP_DOWN
    ? because('passing-diminished', null, { target: nameOf(next, key) })
    : null;
