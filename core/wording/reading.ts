import type { Outside, OutsideKind } from '../reading/reason.ts';
import type { Reading } from '../reading/read.ts';
import { formatKey, headerKey } from '../pitch/key.ts';
import type { FoundKey } from '../chart/find-key.ts';
import { musical } from './music.ts';

const keyName = ({ key }: Outside) => (key === null ? 'another key' : musical(formatKey(key)));
const to = ({ target }: Outside) => musical(target ?? 'what follows');

/** A chord from outside in a few words, for its column. */
const LABELS: Readonly<Record<OutsideKind, (outside: Outside) => string>> = {
  blues: () => 'blues',
  picardy: () => 'Picardy',
  backdoor: () => 'backdoor',
  'tritone-substitute': (outside) => `♭II of ${to(outside)}`,
  'secondary-dominant': (outside) => `V of ${to(outside)}`,
  'related-ii': (outside) => `ii before ${to(outside)}7`,
  'foreign-ii-v': (outside) => `ii–V, ${keyName(outside)}`,
  landing: ({ key }) => `lands, ${key?.mode === 'minor' ? 'i' : 'I'} of ${musical(key?.tonic ?? '')}`,
  modulation: (outside) => `to ${keyName(outside)}`,
  'non-resolving-dominant': () => 'lifts',
  'passing-diminished': () => 'passing',
  'common-tone-diminished': () => 'common tone',
  'leading-tone-diminished': (outside) => `leads to ${to(outside)}`,
  borrowed: () => 'borrowed',
  line: () => 'line',
  'bass-slip': (outside) => `slips to ${to(outside)}`,
  pedal: () => 'pedal',
  planing: () => 'planing',
  'chromatic-mediant': (outside) => `mediant of ${to(outside)}`,
  modal: ({ key }) => key?.mode ?? 'modal',
  deceptive: () => 'not home yet',
  'chromatic-approach': (outside) => `slides to ${to(outside)}`,
  unexplained: () => '',
};

/** Why a chord from outside is there, in a sentence. */
const SENTENCES: Readonly<Record<OutsideKind, (outside: Outside) => string>> = {
  blues: () => 'In a blues this seventh chord is at rest; it leads nowhere.',
  picardy: () => 'The minor tune ends in major.',
  backdoor: (outside) => `Comes home to ${to(outside)} from a whole step below.`,
  'tritone-substitute': (outside) =>
    outside.lands === false
      ? `Stands for the dominant of ${to(outside)}, which does not come: another stands in its place.`
      : `Stands for the dominant of ${to(outside)}: the same third and seventh, and the bass falls a half step.`,
  'secondary-dominant': (outside) =>
    outside.lands === false
      ? `The dominant of ${to(outside)}, which does not come: another stands in its place.`
      : `The dominant of ${to(outside)}, a fifth above it.`,
  'related-ii': (outside) => `The ii that belongs to the dominant ${to(outside)}7 after it.`,
  'foreign-ii-v': (outside) =>
    outside.lands
      ? `A ii–V of ${keyName(outside)}, which lands there.`
      : `A ii–V that points at ${keyName(outside)} and does not go there.`,
  landing: (outside) => `At rest in ${keyName(outside)}, where its dominant landed; home is elsewhere.`,
  modulation: (outside) => `From here the music is in ${keyName(outside)}.`,
  'non-resolving-dominant': () => 'A major chord where the key has a minor one: it lifts, and need not resolve.',
  'passing-diminished': (outside) => `Fills the half step on the way to ${to(outside)}.`,
  'common-tone-diminished': (outside) => `Holds the root of ${to(outside)} while the other notes sway.`,
  'leading-tone-diminished': (outside) => `Leads up a half step to ${to(outside)}: its dominant ♭9 without the root.`,
  borrowed: () => 'Borrowed from the parallel mode on the same tonic.',
  line: (outside) => `One voice walks while ${to(outside)} is held.`,
  'bass-slip': (outside) => `The upper notes stay; the bass slips a half step towards ${to(outside)}.`,
  pedal: () => 'The bass holds its note under a chord that is not built on it.',
  planing: () => 'One grip without a third, moved in parallel.',
  'chromatic-mediant': (outside) => `A third away from ${to(outside)}, of the same kind: one note is shared.`,
  modal: (outside) => `The tune moves in ${keyName(outside)}, which holds this chord.`,
  deceptive: (outside) => `The dominant comes here first, in place of ${to(outside)}.`,
  'chromatic-approach': (outside) => `Slides into ${to(outside)} from a half step away.`,
  unexplained: () => 'From outside the key; no usual reason fits.',
};

const FUNCTIONS = { tonic: 'at rest', predominant: 'on the way to the dominant', dominant: 'wants home' } as const;

/** A few words for a chord's column; empty for a chord of the key. */
export function readingLabel({ outside }: Reading): string {
  return outside === null ? '' : LABELS[outside.kind](outside);
}

/** A reading in one sentence. */
export function readingSentence({ outside, function: does, key }: Reading): string {
  if (outside !== null) return SENTENCES[outside.kind](outside);
  return `In ${musical(formatKey(key))}${does === null ? '' : `, ${FUNCTIONS[does]}`}.`;
}

/** How the key of a chart that names none was found, how sure it is, and what comes next. */
export function foundKeyText({ key, confidence, runnerUp }: FoundKey): string {
  const sure = `${Math.round(confidence * 100)} % sure; next best ${musical(formatKey(runnerUp))}`;
  return `The key is read from the chords: ${musical(formatKey(key))} (${sure}). Write key: ${headerKey(key)} to settle it.`;
}
