/* Chords that come from elsewhere: the blues, the parallel mode, a mode, a third away. */
import type { Chord } from '../chord/chord.ts';
import { isMinor, placeOf } from './place.ts';
import { because, type Rule } from './reason.ts';
import { nameOf, up, type Spot, type View } from './view.ts';

const restsInBlues = (view: View, { family, degree }: Spot) =>
  view.blues && family === 'dominant' && (degree === 0 || degree === 5);

/** In a blues I7 and IV7 are at rest. */
export const blues: Rule = (view) =>
  restsInBlues(view, view.here) ? because('blues', view.here.degree === 0 ? 'tonic' : 'predominant') : null;

/** One I7 elsewhere that leads nowhere has its ♭7 from the mixolydian mode. */
export const tonicSeventh: Rule = ({ here }) =>
  here.family === 'dominant' && here.degree === 0 ? because('borrowed', 'tonic') : null;

/** A minor tune that ends in major. */
export const picardy: Rule = ({ key, here, last }) =>
  isMinor(key) && last && here.degree === 0 && here.family === 'major' ? because('picardy', 'tonic') : null;

const NEAPOLITAN = { degree: 1, family: 'major' };

const LYDIAN_FOUR = { degree: 6, family: 'half-diminished' };

const isThe = (what: { degree: number; family: string }, spot: Spot) =>
  spot.degree === what.degree && spot.family === what.family;

const withoutBass = (chord: Chord): Chord => ({ ...chord, bass: null });

/** From the parallel mode; the ♭II of the minor mode's neighbour; the ♯IVø of Lydian. */
export const borrowed: Rule = (view) => {
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

const THIRDS = [3, 4, 8, 9];

const isMajorOrMinor = ({ family, chord }: Spot) =>
  (family === 'major' || family === 'minor') && chord.kind.seventh !== 'b7';

/** A chord of the same kind of third, a third away, at rest: one note of the triad is shared. */
export const chromaticMediant: Rule = ({ key, here, prev, next }) => {
  if (!isMajorOrMinor(here)) return null;
  const related = [prev, next].find(
    (other) => other && isMajorOrMinor(other) && other.family === here.family && THIRDS.includes(up(other, here)),
  );
  return related ? because('chromatic-mediant', null, { target: nameOf(related, key) }) : null;
};

/** A chord of the mode in which the whole tune moves. */
export const modal: Rule = ({ here, mode }) => {
  const place = mode && placeOf(here.chord, mode);
  return place ? because('modal', place.function, { key: mode }) : null;
};
