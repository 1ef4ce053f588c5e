import type { Chord } from '../chord/chord.ts';
import { suffixOf } from '../chord/kind.ts';
import { isMinor, placeOf, type Function } from './place.ts';
import type { Key } from '../pitch/key.ts';
import { noteAbove } from '../pitch/note.ts';
import { nameOf, up, type Spot, type View } from './view.ts';

/** Why a chord from outside the key is there. */
export type OutsideKind =
  | 'blues'
  | 'backdoor'
  | 'tritone-substitute'
  | 'secondary-dominant'
  | 'related-ii'
  | 'foreign-ii-v'
  | 'modulation'
  | 'non-resolving-dominant'
  | 'passing-diminished'
  | 'common-tone-diminished'
  | 'leading-tone-diminished'
  | 'picardy'
  | 'borrowed'
  | 'line'
  | 'bass-slip'
  | 'pedal'
  | 'planing'
  | 'chromatic-mediant'
  | 'modal'
  | 'chromatic-approach'
  | 'deceptive'
  | 'unexplained';

export interface Outside {
  readonly kind: OutsideKind;
  /** The numeral of the chord it leads to or serves, or null. */
  readonly target: string | null;
  /** The key a foreign ii–V points at, or null, and whether the music lands there. */
  readonly key: Key | null;
  readonly lands: boolean | null;
}

/** What a rule says of a chord. */
export interface Reason {
  readonly function: Function | null;
  readonly outside: Outside;
}

type Rule = (view: View) => Reason | null;

export const because = (
  kind: OutsideKind,
  does: Function | null,
  { target = null, key = null, lands = null }: Partial<Omit<Outside, 'kind'>> = {},
): Reason => ({ function: does, outside: { kind, target, key, lands } });

const FIFTH_DOWN = 5;
const HALF_STEP_UP = 1;
const HALF_STEP_DOWN = 11;

const isSuspendedSeventh = ({ family, chord }: Spot) => family === 'suspended' && chord.kind.seventh === 'b7';
/** A dominant: a dominant seventh, suspended or not, or a major or augmented triad the key does not hold. */
const isDominant = (spot: Spot) =>
  spot.family === 'dominant' ||
  isSuspendedSeventh(spot) ||
  (['major', 'augmented'].includes(spot.family) && spot.chord.kind.seventh === null && spot.place === null);
const isTwo = ({ family }: Spot) => family === 'minor' || family === 'half-diminished';
/** What a dominant may lead to: a chord of the key, or the next dominant of a chain. */
const isTarget = ({ place, family }: Spot) => place !== null || family === 'dominant';
const restsInBlues = (view: View, { family, degree }: Spot) =>
  view.blues && family === 'dominant' && (degree === 0 || degree === 5);

/** In a blues I7 and IV7 are at rest. */
const blues: Rule = (view) =>
  restsInBlues(view, view.here) ? because('blues', view.here.degree === 0 ? 'tonic' : 'predominant') : null;

/** ♭VII7 comes home from a whole step below. */
const backdoor: Rule = ({ key, here, next }) =>
  !isMinor(key) && here.family === 'dominant' && here.degree === 10 && next?.place?.name === 'I'
    ? because('backdoor', 'dominant', { target: nameOf(next, key) })
    : null;

const leads = (here: Spot, to: Spot | null, step: number): to is Spot =>
  to !== null && up(here, to) === step && isTarget(to);

/** A dominant a half step above its target shares third and seventh with the true one. */
const tritoneSubstitute: Rule = ({ key, here, next }) =>
  here.family === 'dominant' && leads(here, next, HALF_STEP_DOWN)
    ? because('tritone-substitute', 'dominant', { target: nameOf(next, key) })
    : null;

/** The same, when the target's own ii is put in before it. */
const delayedSubstitute: Rule = ({ key, here, next, afterNext }) =>
  here.family === 'dominant' &&
  next !== null &&
  isTwo(next) &&
  leads(here, afterNext, HALF_STEP_DOWN) &&
  up(next, afterNext) === FIFTH_DOWN
    ? because('tritone-substitute', 'dominant', { target: nameOf(afterNext, key) })
    : null;

/** The dominant of the next root, or of the root after a ii inserted on its own root. */
const secondaryDominant: Rule = ({ key, here, next, afterNext }) => {
  if (!isDominant(here)) return null;
  const inserted = next !== null && isTwo(next) && next.degree === here.degree;
  const to = leads(here, next, FIFTH_DOWN) ? next : inserted && leads(here, afterNext, FIFTH_DOWN) ? afterNext : null;
  return to && to.degree !== 0 ? because('secondary-dominant', 'dominant', { target: nameOf(to, key) }) : null;
};

/** The suspended form of a secondary dominant, whose third comes next on the same root. */
const suspendedFirst: Rule = (view) => {
  const { here, next } = view;
  if (here.family !== 'suspended' || !next || next.degree !== here.degree || next.place !== null) return null;
  return secondaryDominant(lookingFrom(view));
};

/** The view from the chord after. */
const lookingFrom = (view: View): View => ({
  ...view,
  here: view.next!,
  prev: view.here,
  next: view.afterNext,
  afterNext: view.third,
  third: null,
});

/** What makes the chord after this one a dominant that may bring its ii. */
const LEADING: readonly Rule[] = [backdoor, tritoneSubstitute, secondaryDominant];

/** The ii in front of such a dominant or substitute. */
const relatedIi: Rule = (view) => {
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

/** II, III or VI made dominant to lift, not to lead. */
const nonResolving: Rule = ({ here }) =>
  isDominant(here) && [2, 4, 9].includes(here.degree) ? because('non-resolving-dominant', null) : null;

const isDiminished = ({ family }: Spot) => family === 'diminished';
const stepBetween = (from: number, to: number) => (to - from + 12) % 12;

/** A diminished chord on the half step between two basses. */
const passingDiminished: Rule = ({ key, here, prev, next }) => {
  if (!isDiminished(here) || !prev || !next) return null;
  const step = stepBetween(prev.low, here.degree);
  const passes = (step === HALF_STEP_UP || step === HALF_STEP_DOWN) && stepBetween(here.degree, next.low) === step;
  return passes ? because('passing-diminished', null, { target: nameOf(next, key) }) : null;
};

/** A diminished chord that holds the root of what it returns to. */
const commonToneDiminished: Rule = ({ key, here, next }) =>
  isDiminished(here) && next && !isDiminished(next) && up(here, next) % 3 === 0
    ? because('common-tone-diminished', null, { target: nameOf(next, key) })
    : null;

/** A diminished chord one of whose notes leads up a half step to the next root: a dominant ♭9 without its root. */
const leadingToneDiminished: Rule = ({ key, here, next }) =>
  isDiminished(here) && next && !isDiminished(next) && up(here, next) % 3 === HALF_STEP_UP
    ? because('leading-tone-diminished', 'dominant', { target: nameOf(next, key) })
    : null;

/** A minor tune that ends in major. */
const picardy: Rule = ({ key, here, last }) =>
  isMinor(key) && last && here.degree === 0 && here.family === 'major' ? because('picardy', 'tonic') : null;

const NEAPOLITAN = { degree: 1, family: 'major' };
const LYDIAN_FOUR = { degree: 6, family: 'half-diminished' };
const isThe = (what: { degree: number; family: string }, spot: Spot) =>
  spot.degree === what.degree && spot.family === what.family;

/** From the parallel mode; the ♭II of the minor mode's neighbour; the ♯IVø of Lydian. */
const borrowed: Rule = (view) => {
  const { key, here } = view;
  if (isThe(NEAPOLITAN, here) || isThe(LYDIAN_FOUR, here)) return because('borrowed', 'predominant');
  // The major key's iii and vi are too far from a minor tonic to be lent: they are heard as mediants.
  if (isMinor(key) && chromaticMediant(view)) return null;
  for (const mode of ['minor', 'major'] as const) {
    const parallel = mode === key.mode ? null : placeOf(withoutBass(here.chord), { tonic: key.tonic, mode });
    if (parallel) return because('borrowed', parallel.function);
  }
  return null;
};
const withoutBass = (chord: Chord): Chord => ({ ...chord, bass: null });

const isSame = (a: Spot, b: Spot) => a.degree === b.degree && suffixOf(a.chord.kind) === suffixOf(b.chord.kind);
const isHeld = (a: Spot | null, b: Spot | null) => a !== null && b !== null && a.degree === b.degree;

/** Over one held root a single voice walks by half or whole step: 1–7–♭7–6, or 5–♯5–6–♭7. */
const line: Rule = ({ key, here, prev, next }) => {
  if (!isHeld(here, prev) && !(isHeld(here, next) && next!.place !== null)) return null;
  const from = isHeld(here, prev) ? prev! : next!;
  if (from.chord.kind.third !== here.chord.kind.third || !isOneStep(from.tones, here.tones)) return null;
  return because('line', from.place?.function ?? null, { target: nameOf(from, key) });
};
/** Whether two sets of notes differ by one voice that moves, or joins, at most a whole step from where one was. */
function isOneStep(from: readonly number[], to: readonly number[]): boolean {
  const left = from.filter((note) => !to.includes(note));
  const came = to.filter((note) => !from.includes(note));
  const isNear = (a: number, b: number) => [1, 2].includes(Math.min((a - b + 12) % 12, (b - a + 12) % 12));
  if (came.length !== 1 || left.length > 1) return false;
  return (left.length === 1 ? left : from).some((note) => isNear(note, came[0]!));
}

/** The upper notes stay; the bass alone slips by half step towards the next root. */
const bassSlip: Rule = ({ key, here, prev, next }) => {
  if (here.tones.includes(here.low) || !prev || !next || !isSame(prev, here)) return null;
  const step = stepBetween(prev.low, here.low);
  const slips = [HALF_STEP_UP, HALF_STEP_DOWN].includes(step) && stepBetween(here.low, next.low) === step;
  return slips ? because('bass-slip', null, { target: nameOf(next, key) }) : null;
};

/** The bass holds its note under a chord that is not built on it. */
const pedal: Rule = ({ key, here, prev, next }) => {
  if (here.low === here.degree) return null;
  const [before, after] = [prev?.low === here.low, next?.low === here.low];
  const held = here.chord.kind.seventh === null && here.tones.indexOf(here.low) < 3 && here.tones.includes(here.low);
  const foreignBass = !here.tones.includes(here.low) && (before || after);
  const under = before ? prev! : next!;
  return foreignBass || (!held && before && after) ? because('pedal', null, { target: nameOf(under, key) }) : null;
};

/** A grip without a third, moved in parallel. */
const planing: Rule = ({ here, prev, next }) => {
  if (here.family !== 'suspended' && here.family !== 'power') return null;
  const moves = (other: Spot | null) =>
    other !== null && other.degree !== here.degree && suffixOf(other.chord.kind) === suffixOf(here.chord.kind);
  return moves(prev) || moves(next) ? because('planing', null) : null;
};

const THIRDS = [3, 4, 8, 9];
const isMajorOrMinor = ({ family, chord }: Spot) =>
  (family === 'major' || family === 'minor') && chord.kind.seventh !== 'b7';

/** A chord of the same kind of third, a third away, at rest: one note of the triad is shared. */
const chromaticMediant: Rule = ({ key, here, prev, next }) => {
  if (!isMajorOrMinor(here)) return null;
  const related = [prev, next].find(
    (other) => other && isMajorOrMinor(other) && other.family === here.family && THIRDS.includes(up(other, here)),
  );
  return related ? because('chromatic-mediant', null, { target: nameOf(related, key) }) : null;
};

/** Readings by which a chord leads somewhere: where there are such, a tune is in a key and not in a mode. */
const LEADS: readonly OutsideKind[] = [
  'backdoor',
  'tritone-substitute',
  'secondary-dominant',
  'related-ii',
  'foreign-ii-v',
];
export const leadsSomewhere = ({ outside }: Reason): boolean => LEADS.includes(outside.kind);

/** A chord of the mode in which the whole tune moves. */
const modal: Rule = ({ here, mode }) => {
  const place = mode && placeOf(here.chord, mode);
  return place ? because('modal', place.function, { key: mode }) : null;
};

/** Where the dominant goes in place of home: a major chord on the ♭VI or the ♭II. */
const DELAYS = [8, 1];
const deceptive: Rule = ({ here, prev }) => {
  const comes = prev?.place?.function === 'dominant' && prev.degree === 7 && prev.family !== 'minor';
  return comes && here.family === 'major' && DELAYS.includes(here.degree)
    ? because('deceptive', null, { target: 'I' })
    : null;
};

/** The next chord's own kind, a half step off. */
const chromaticApproach: Rule = ({ key, here, next }) =>
  next && here.family === next.family && [HALF_STEP_UP, HALF_STEP_DOWN].includes(up(here, next))
    ? because('chromatic-approach', null, { target: nameOf(next, key) })
    : null;

/** A ii–V of a key this one does not hold is heard before its chords are heard one by one. */
const foreignPattern: Rule = (view) => {
  const found = foreignIiV(view);
  if (!found) return null;
  const five = view.here.family === 'dominant' ? view.here : view.next!;
  const after: View = five === view.here ? view : lookingFrom(view);
  return LEADING.some((rule) => rule(after)) ? null : found;
};

/**
 * The rules in order of preference: the form, then patterns of several chords, then single chords. The first
 * that applies is the reading; others that apply too are further good readings. All are common practice.
 */
export const RULES: readonly Rule[] = [
  blues,
  picardy,
  modal,
  deceptive,
  backdoor,
  tritoneSubstitute,
  foreignPattern,
  delayedSubstitute,
  secondaryDominant,
  suspendedFirst,
  relatedIi,
  line,
  bassSlip,
  pedal,
  planing,
  nonResolving,
  passingDiminished,
  commonToneDiminished,
  leadingToneDiminished,
  borrowed,
  chromaticMediant,
  chromaticApproach,
];

/** Rules that speak even of a chord whose root and third the key holds: something else about it is foreign. */
const DESPITE_PLACE: readonly Rule[] = [suspendedFirst, bassSlip];

/** Rules whose reading is worth saying of a chord that has a good reading already. */
const SECOND: readonly Rule[] = [delayedSubstitute, secondaryDominant, relatedIi, leadingToneDiminished, pedal];
/** Readings that say where a chord stands, beside which it is worth saying where it is from. */
const SAYS_WHERE: readonly OutsideKind[] = ['deceptive', 'modal', 'pedal'];

/** The reason for a chord from outside; null for one of the key. */
export function reasonFor(view: View): Reason | null {
  const inside = view.here.place !== null;
  for (const rule of inside ? DESPITE_PLACE : RULES) {
    const found = rule(view);
    if (found) return found;
  }
  return inside ? null : because('unexplained', null);
}

/** Further good readings of a chord, whether it is inside the key or out. */
export function furtherReasons(view: View, first: Reason | null): readonly Reason[] {
  const more = first && SAYS_WHERE.includes(first.outside.kind) ? [...SECOND, borrowed] : SECOND;
  return more.flatMap((rule) => rule(view) ?? []).filter(({ outside }) => outside.kind !== first?.outside.kind);
}
