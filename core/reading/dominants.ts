/* Chords that lead somewhere, and those that go with them. */
import type { Key } from '../pitch/key.ts';
import { isMinor, type PlaceName } from './place.ts';
import { noteAbove } from '../pitch/note.ts';
import {
  because,
  FIFTH_DOWN,
  HALF_STEP_DOWN,
  lookingFrom,
  type OutsideKind,
  type Reason,
  type Rule,
} from './reason.ts';
import { plainNumeral } from './numeral.ts';
import { nameOf, up, type Spot, type View } from './view.ts';

const isSuspendedSeventh = ({ family, chord }: Spot) => family === 'suspended' && chord.kind.seventh === 'b7';

/** A dominant: a dominant seventh, suspended or not, or a major or augmented triad the key does not hold. */
const isDominant = (spot: Spot) =>
  spot.family === 'dominant' ||
  isSuspendedSeventh(spot) ||
  (['major', 'augmented'].includes(spot.family) && spot.chord.kind.seventh === null && spot.place === null);

const isTwo = ({ family }: Spot) => family === 'minor' || family === 'half-diminished';

/** What a dominant may lead to: a chord of the key, or the next dominant of a chain. */
const isTarget = ({ place, family }: Spot) => place !== null || family === 'dominant';

/** ♭VII7 comes home from a whole step below; iii may stand for the tonic. */
export const backdoor: Rule = ({ key, here, next }) => {
  const home = next?.place?.name === 'I' || next?.place?.name === 'iii';
  return !isMinor(key) && here.family === 'dominant' && here.degree === 10 && home
    ? because('backdoor', 'dominant', { target: nameOf(next, key) })
    : null;
};

const leads = (here: Spot, to: Spot | null, step: number): to is Spot =>
  to !== null && up(here, to) === step && isTarget(to);

/** A dominant a half step above its target shares third and seventh with the true one. */
export const tritoneSubstitute: Rule = ({ key, here, next }) =>
  here.family === 'dominant' && leads(here, next, HALF_STEP_DOWN)
    ? because('tritone-substitute', 'dominant', { target: nameOf(next, key) })
    : null;

/** A dominant whose target is replaced by its substitute still belongs to that target: D7 D♭7 C is V of V, then ♭II7. */
export const replacedTarget: Rule = (view) => {
  const { key, here, next, afterNext } = view;
  if (here.family !== 'dominant' || next?.family !== 'dominant' || up(here, next) !== HALF_STEP_DOWN) return null;
  // A chain of dominants that falls by half steps has no such target.
  if (!afterNext || afterNext.family === 'dominant' || !tritoneSubstitute(lookingFrom(view))) return null;
  const root = noteAbove(afterNext.chord.root, '5P');
  return because('secondary-dominant', 'dominant', {
    target: plainNumeral({ root, kind: next.chord.kind, bass: null }, key),
  });
};

/** The same, when the target's own ii is put in before it. */
export const delayedSubstitute: Rule = ({ key, here, next, afterNext }) =>
  here.family === 'dominant' &&
  next !== null &&
  isTwo(next) &&
  leads(here, afterNext, HALF_STEP_DOWN) &&
  up(next, afterNext) === FIFTH_DOWN
    ? because('tritone-substitute', 'dominant', { target: nameOf(afterNext, key) })
    : null;

/** The dominant of the next root, or of the root after a ii inserted on its own root. */
export const secondaryDominant: Rule = ({ key, here, next, afterNext }) => {
  if (!isDominant(here)) return null;
  const inserted = next !== null && isTwo(next) && next.degree === here.degree;
  const to = leads(here, next, FIFTH_DOWN) ? next : inserted && leads(here, afterNext, FIFTH_DOWN) ? afterNext : null;
  return to && to.degree !== 0 ? because('secondary-dominant', 'dominant', { target: nameOf(to, key) }) : null;
};

/** The same over a side-slip put in between: A7, E♭m7 A♭7, Dm7. */
export const interruptedDominant: Rule = ({ key, here, next, afterNext, third }) => {
  const slip =
    next && afterNext && isTwo(next) && afterNext.family === 'dominant' && up(next, afterNext) === FIFTH_DOWN;
  const comes = isDominant(here) && slip && leads(here, third, FIFTH_DOWN) && third.degree !== 0;
  return comes ? because('secondary-dominant', 'dominant', { target: nameOf(third, key) }) : null;
};

/** IV/V and ii/V of another chord of the key: its dominant, suspended (common practice). */
export const suspendedOver: Rule = ({ key, here, next }) => {
  const above = (here.degree - here.low + 12) % 12;
  const isSuspension = (above === 10 && here.family === 'major') || (above === 7 && here.family === 'minor');
  if (!isSuspension || !next?.place || (next.degree - here.low + 12) % 12 !== FIFTH_DOWN || next.degree === 0)
    return null;
  // Over the key's own dominant it is that, and over a chord's own root it is an inversion.
  return here.low === 7 ? null : because('secondary-dominant', 'dominant', { target: nameOf(next, key) });
};

/** A dominant of a chord from outside that is at rest: E♭7 to A♭maj7 in C, or B7 to E. */
export const foreignDominant: Rule = ({ key, here, next }) =>
  here.family === 'dominant' && here.place === null && next !== null && up(here, next) === FIFTH_DOWN && canRest(next)
    ? because('secondary-dominant', 'dominant', { target: nameOf(next, key) })
    : null;

/** The same by its substitute: A7 to A♭maj7. */
export const foreignSubstitute: Rule = ({ key, here, next }) =>
  here.family === 'dominant' && next !== null && up(here, next) === HALF_STEP_DOWN && canRest(next)
    ? because('tritone-substitute', 'dominant', { target: nameOf(next, key) })
    : null;

const canRest = ({ family, chord }: Spot) => (family === 'major' || family === 'minor') && chord.kind.seventh !== 'b7';

/** V of vi, of ii and of IV whose target stays away: another comes in its place, mostly IV. */
const MISSES: Readonly<Record<number, readonly [target: string, instead: readonly PlaceName[]]>> = {
  4: ['vi', ['IV']],
  9: ['ii', ['IV']],
  0: ['IV', ['ii', 'vi', 'iii', 'V']],
};
/** V/vi that goes to IV, V/ii that goes to IV. */
export const deceptiveSecondary: Rule = ({ key, here, next }) => {
  const [target, instead] = MISSES[here.degree] ?? [null, []];
  // A plain tonic triad leads nowhere.
  const asks = here.degree === 0 ? here.family === 'dominant' : isDominant(here);
  return target !== null && !isMinor(key) && asks && next?.place && instead.includes(next.place.name)
    ? because('secondary-dominant', 'dominant', { target, lands: false })
    : null;
};

/**
 * The I or i after its own foreign ii–V: at rest there, even for a bar (common practice). After its dominant alone it is
 * that of a chord that nothing else explains; a borrowed one stays borrowed.
 */
export const landing: Rule = ({ here, prev, beforePrev }) => {
  if (here.family !== 'major' && here.family !== 'minor') return null;
  if (!isBroughtBy(prev, here) || beforePrev === null) return null;
  return isTwo(beforePrev) && up(beforePrev, prev) === FIFTH_DOWN ? landed(here) : null;
};
/** At rest after its own dominant. */
export const landingOfFive: Rule = ({ here, prev }) => (canRest(here) && isBroughtBy(prev, here) ? landed(here) : null);

const isBroughtBy = (five: Spot | null, here: Spot): five is Spot =>
  five?.family === 'dominant' && up(five, here) === FIFTH_DOWN;

const landed = ({ chord, family }: Spot): Reason => {
  const key: Key = { tonic: chord.root, mode: family === 'minor' ? 'minor' : 'major' };
  return because('landing', 'tonic', { key, lands: true });
};

/** The suspended form of a secondary dominant, whose third comes next on the same root. */
export const suspendedFirst: Rule = (view) => {
  const { here, next } = view;
  if (here.family !== 'suspended' || !next || next.degree !== here.degree || next.place !== null) return null;
  return secondaryDominant(lookingFrom(view));
};

/** What makes the chord after this one a dominant that may bring its ii. */
const LEADING: readonly Rule[] = [backdoor, tritoneSubstitute, secondaryDominant];

/** The ii in front of such a dominant or substitute. */
export const relatedIi: Rule = (view) => {
  const { key, here, next } = view;
  if (!isTwo(here) || !next || next.family !== 'dominant' || up(here, next) !== FIFTH_DOWN) return null;
  return LEADING.some((rule) => rule(lookingFrom(view)))
    ? because('related-ii', 'predominant', { target: nameOf(next, key) })
    : null;
};

/** A ii–V that points at a key of its own: both its chords say so, and whether it lands. */
const foreignIiV: Rule = (view) => {
  const { here, prev, next, afterNext } = view;
  const pair = (two: Spot | null, five: Spot | null, to: Spot | null): Reason | null => {
    if (!two || !five || !isTwo(two) || five.family !== 'dominant' || up(two, five) !== FIFTH_DOWN) return null;
    if (five.place !== null) return null;
    const lands = to !== null && up(five, to) === FIFTH_DOWN;
    const minor = lands ? to.family === 'minor' : two.family === 'half-diminished';
    const tonic = lands ? to.chord.root : noteAbove(five.chord.root, '4P');
    const does = here === two ? 'predominant' : 'dominant';
    return because('foreign-ii-v', does, { key: { tonic, mode: minor ? 'minor' : 'major' }, lands });
  };
  return pair(here, next, afterNext) ?? pair(prev, here, next);
};

/** A ii–V of a key this one does not hold is heard before its chords are heard one by one. */
export const foreignPattern: Rule = (view) => {
  const found = foreignIiV(view);
  if (!found) return null;
  const five = view.here.family === 'dominant' ? view.here : view.next!;
  const after: View = five === view.here ? view : lookingFrom(view);
  return LEADING.some((rule) => rule(after)) ? null : found;
};

/** ♭II7 that does not fall home: the substitute for V, and another comes. */
export const substituteThatMisses: Rule = ({ here }) =>
  here.family === 'dominant' && here.degree === 1
    ? because('tritone-substitute', 'dominant', { target: 'I', lands: false })
    : null;

/** II, III or VI made dominant to lift, not to lead. */
export const nonResolving: Rule = ({ here }) =>
  isDominant(here) && [2, 4, 9].includes(here.degree) ? because('non-resolving-dominant', null) : null;

/** Where the dominant goes in place of home: a major chord on the ♭VI or the ♭II. */
const DELAYS = [8, 1];

/** V goes to the ♭VI or the ♭II first. */
export const deceptive: Rule = ({ here, prev }) => {
  const comes = prev?.place?.function === 'dominant' && prev.degree === 7 && prev.family !== 'minor';
  return comes && here.family === 'major' && DELAYS.includes(here.degree)
    ? because('deceptive', null, { target: 'I' })
    : null;
};

/** Readings by which a chord leads somewhere: where there are such, a tune is in a key and not in a mode. */
const LEADS: readonly OutsideKind[] = [
  'backdoor',
  'tritone-substitute',
  'secondary-dominant',
  'related-ii',
  'foreign-ii-v',
];

/** Whether a chord read so leads to another one. */
export const leadsSomewhere = ({ outside }: Reason): boolean => LEADS.includes(outside.kind);
