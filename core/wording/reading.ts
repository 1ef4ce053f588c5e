import { msg, t } from '../words/words.ts';
import type { Outside, OutsideKind } from '../reading/reason.ts';
import type { Reading } from '../reading/read.ts';
import { formatKey, headerKey } from '../pitch/key.ts';
import type { FoundKey } from '../chart/find-key.ts';
import { noteText, symbolText, keyWords } from './music.ts';

const keyName = ({ key }: Outside) => (key === null ? t('another key') : keyWords(formatKey(key)));
const to = ({ target }: Outside) => (target === null || target === undefined ? t('what follows') : symbolText(target));

/** A chord from outside in a few words, for its column. */
const LABELS: Readonly<Record<OutsideKind, (outside: Outside) => string>> = {
  blues: () => t('blues'),
  picardy: () => t('Picardy'),
  backdoor: () => t('backdoor'),
  'tritone-substitute': (outside) => t('♭II of {to}', { to: to(outside) }),
  'secondary-dominant': (outside) => t('V of {to}', { to: to(outside) }),
  'related-ii': (outside) => t('ii before {to}7', { to: to(outside) }),
  'foreign-ii-v': (outside) => t('ii–V, {key}', { key: keyName(outside) }),
  landing: ({ key }) =>
    t('lands, {which} of {tonic}', { which: key?.mode === 'minor' ? 'i' : 'I', tonic: noteText(key?.tonic ?? '') }),
  modulation: (outside) => t('to {key}', { key: keyName(outside) }),
  'non-resolving-dominant': () => t('lifts'),
  'passing-diminished': () => t('passing'),
  'common-tone-diminished': () => t('common tone'),
  'leading-tone-diminished': (outside) => t('leads to {to}', { to: to(outside) }),
  borrowed: () => t('borrowed'),
  line: () => t('line'),
  'bass-slip': (outside) => t('slips to {to}', { to: to(outside) }),
  pedal: () => t('pedal'),
  planing: () => t('planing'),
  'chromatic-mediant': (outside) => t('mediant of {to}', { to: to(outside) }),
  modal: ({ key }) => key?.mode ?? t('modal'),
  deceptive: () => t('not home yet'),
  'chromatic-approach': (outside) => t('slides to {to}', { to: to(outside) }),
  unexplained: () => '',
};

/** Why a chord from outside is there, in a sentence. */
const SENTENCES: Readonly<Record<OutsideKind, (outside: Outside) => string>> = {
  blues: () => t('In a blues this seventh chord is at rest; it leads nowhere.'),
  picardy: () => t('The minor tune ends in major.'),
  backdoor: (outside) => t('Comes home to {to} from a whole step below.', { to: to(outside) }),
  'tritone-substitute': (outside) =>
    outside.lands === false
      ? t('Stands for the dominant of {to}, which does not come: another stands in its place.', { to: to(outside) })
      : t('Stands for the dominant of {to}: the same third and seventh, and the bass falls a half step.', {
          to: to(outside),
        }),
  'secondary-dominant': (outside) =>
    outside.lands === false
      ? t('The dominant of {to}, which does not come: another stands in its place.', { to: to(outside) })
      : t('The dominant of {to}, a fifth above it.', { to: to(outside) }),
  'related-ii': (outside) => t('The ii that belongs to the dominant {to}7 after it.', { to: to(outside) }),
  'foreign-ii-v': (outside) =>
    outside.lands
      ? t('A ii–V of {key}, which lands there.', { key: keyName(outside) })
      : t('A ii–V that points at {key} and does not go there.', { key: keyName(outside) }),
  landing: (outside) => t('At rest in {key}, where its dominant landed; home is elsewhere.', { key: keyName(outside) }),
  modulation: (outside) => t('From here the music is in {key}.', { key: keyName(outside) }),
  'non-resolving-dominant': () => t('A major chord where the key has a minor one: it lifts, and need not resolve.'),
  'passing-diminished': (outside) => t('Fills the half step on the way to {to}.', { to: to(outside) }),
  'common-tone-diminished': (outside) => t('Holds the root of {to} while the other notes sway.', { to: to(outside) }),
  'leading-tone-diminished': (outside) =>
    t('Leads up a half step to {to}: its dominant ♭9 without the root.', { to: to(outside) }),
  borrowed: () => t('Borrowed from the parallel mode on the same tonic.'),
  line: (outside) => t('One voice walks while {to} is held.', { to: to(outside) }),
  'bass-slip': (outside) => t('The upper notes stay; the bass slips a half step towards {to}.', { to: to(outside) }),
  pedal: () => t('The bass holds its note under a chord that is not built on it.'),
  planing: () => t('One grip without a third, moved in parallel.'),
  'chromatic-mediant': (outside) =>
    t('A third away from {to}, of the same kind: one note is shared.', { to: to(outside) }),
  modal: (outside) => t('The tune moves in {key}, which holds this chord.', { key: keyName(outside) }),
  deceptive: (outside) => t('The dominant comes here first, in place of {to}.', { to: to(outside) }),
  'chromatic-approach': (outside) => t('Slides into {to} from a half step away.', { to: to(outside) }),
  unexplained: () => t('From outside the key; no usual reason fits.'),
};

const FUNCTIONS = {
  tonic: msg('at rest'),
  predominant: msg('on the way to the dominant'),
  dominant: msg('wants home'),
} as const;

/** A few words for a chord's column; empty for a chord of the key. */
export function readingLabel({ outside }: Reading): string {
  return outside === null ? '' : LABELS[outside.kind](outside);
}

/** A reading in one sentence. */
export function readingSentence({ outside, function: does, key }: Reading): string {
  if (outside !== null) return SENTENCES[outside.kind](outside);
  return t('In {key}{more}.', {
    key: keyWords(formatKey(key)),
    more: does === null ? '' : `, ${t(FUNCTIONS[does])}`,
  });
}

/** How the key of a chart that names none was found, how sure it is, and what comes next. */
export function foundKeyText({ key, confidence, runnerUp }: FoundKey): string {
  const sure = t('{confidence} % sure; next best {key}', {
    confidence: Math.round(confidence * 100),
    key: keyWords(formatKey(runnerUp)),
  });
  return t('The key is read from the chords: {key} ({sure}). Write key: {headerKey} to settle it.', {
    key: keyWords(formatKey(key)),
    sure,
    headerKey: headerKey(key),
  });
}
