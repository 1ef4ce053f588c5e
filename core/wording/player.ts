import { msg, plural, t, type Msg } from '../words/words.ts';
import { DEFAULT_HAND, type Hand } from '../neck/hand.ts';
import { listed } from './hand.ts';
import { MANNERS } from '../manner.ts';
import { MATTERS, WEIGHED_TERMS } from '../neck/terms.ts';
import type { PlayerField, Player } from '../neck/player.ts';
import { TUNINGS } from '../neck/tuning.ts';
import type { Midi } from '../pitch/pitch.ts';
import { pitchText } from './music.ts';

/** What each setting of a player may be, in words. */
export const PLAYER_RIGHT: Readonly<Record<PlayerField, Msg>> = {
  name: msg('a name of up to 60 letters'),
  scaleLength: msg('millimetres from nut to bridge, 450 to 760'),
  tuning: msg('six or seven strings, lowest first, like "E2 A2 D3 G3 B3 E4", or one of {tunings}', {
    tunings: TUNINGS.map(({ id }) => id).join(', '),
  }),
  highestFret: msg('the last fret in use, 5 to 24'),
  capo: msg('a fret from 0 (none) to 9'),
  reach: msg('millimetres between index and little finger, 50 to 160'),
  resting: msg('a list of fingers from 1 (index) to 4 (little), three at most'),
  thumb: msg('true or false'),
  barres: msg('one of none, partial, full, slanted'),
  pluck: msg('fingers or pick'),
  unusedStrings: msg('a list of strings, 0 the lowest, that leaves three'),
  area: msg('null, or two frets in order like [5, 9]'),
  company: msg('alone or bass'),
  manner: msg('null, or {manners}', { manners: MANNERS.join(', ') }),
  leftHanded: msg('true or false'),
  noteNames: msg('one of letters, german, fixed-do'),
  matters: msg('terms and how much they matter, like {"topLeap": 2}: {terms}; each {matters}', {
    terms: WEIGHED_TERMS.join(', '),
    matters: MATTERS.join(', '),
  }),
};

/** What a player calls each setting. */
export const PLAYER_NAMES: Readonly<Record<PlayerField, Msg>> = {
  name: msg('name'),
  scaleLength: msg('scale length'),
  tuning: msg('tuning'),
  highestFret: msg('highest fret'),
  capo: msg('capo'),
  reach: msg('reach'),
  resting: msg('list of resting fingers'),
  thumb: msg('thumb'),
  barres: msg('use of barres'),
  pluck: msg('plucking hand'),
  unusedStrings: msg('list of unused strings'),
  area: msg('area of the neck'),
  company: msg('company'),
  manner: msg('manner'),
  leftHanded: msg('choice of left-handed'),
  noteNames: msg('choice of note names'),
  matters: msg('list of what matters'),
};

/** A tuning's name, or its strings from the lowest: `E A D G B E`. */
export function tuningText(tuning: readonly Midi[]): string {
  const known = TUNINGS.find(({ strings }) => strings.join() === tuning.join());
  return known ? t(known.name) : tuning.map((pitch) => pitchText(pitch).replace(/-?\d+$/, '')).join(' ');
}

/** A caution that goes with a setting, said once where it is set; null where none does. */
export function settingCaution({ reach, barres }: Pick<Player, 'reach' | 'barres'>): string | null {
  if (reach > 120)
    return t('A wide reach is fine for a warm hand. Warm up, add a little each week, stop at pain or numbness.');
  return barres === 'slanted'
    ? t('A slanted barre bends the wrist. Try it for a moment at a time, and rest between.')
    : null;
}

/** What of a hand and its guitar leaves grips out: `a reach of 60 mm, no barre`; empty where nothing does. */
export function handLimitsText(hand: Hand): string {
  const { reach, barres, resting, unusedStrings, pluck, highestFret } = hand;
  const fingers = resting.map((finger) => [t('index'), t('middle'), t('ring'), t('little')][finger - 1]!);
  return [
    ...(reach < DEFAULT_HAND.reach ? [t('a reach of {reach} mm', { reach })] : []),
    ...(barres === 'none' ? [t('no barre')] : barres === 'partial' ? [t('half barres only')] : []),
    ...(fingers.length > 0 ? [t('the {fingers} at rest', { fingers: listed(fingers) })] : []),
    ...(unusedStrings.length > 0
      ? [t('{plural} out of use', { plural: plural(unusedStrings.length, '{n} string', '{n} strings') })]
      : []),
    ...(pluck === 'pick' ? [t('a pick, which passes over no string that sounds')] : []),
    ...(highestFret < DEFAULT_HAND.highestFret ? [t('a neck of {highestFret} frets', { highestFret })] : []),
  ].join(', ');
}
