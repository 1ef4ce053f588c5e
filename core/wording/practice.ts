import type { Hardness } from '../practice/hardest.ts';
import type { HurtPlace } from '../practice/log.ts';
import type { Grade } from '../practice/grade.ts';
import type { PassageWay, Practised } from '../practice/practised.ts';
import type { NotThere, Question } from '../practice/asked.ts';
import { REST_AFTER, REST_SECONDS, type RestReason } from '../practice/care.ts';
import type { SessionReason } from '../practice/session.ts';
import type { PlanStep } from '../practice/plan.ts';
import { difficultyWord } from './hand.ts';
import { musical } from './music.ts';
import { toneWord } from './steer.ts';

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five'];

/** Why a change is hard: `three fingers and a barre are set, the hand moves 120 mm; it needs 0.28 s and has 0.23 s`. */
export function hardText({ change, shiftMm, neededMs, allowedMs, parts }: Hardness): string {
  const { place, slide, shapeMoves } = change;
  const fingers = place.length === 1 ? 'one finger is set' : `${NUMBERS[place.length]} fingers are set`;
  const deeds = [
    shapeMoves !== 0 ? 'the whole shape slides' : place.length > 0 ? fingers : slide.length > 0 ? 'fingers slide' : '',
    parts.barre > 0 ? 'a barre comes down' : '',
    shiftMm >= 1 ? `the hand moves ${Math.round(shiftMm)} mm` : '',
  ].filter(Boolean);
  const time = `it needs ${inSeconds(neededMs)} and has ${inSeconds(allowedMs)}`;
  return deeds.length === 0 ? 'fingers only lift' : `${deeds.join(', ')}; ${time}`;
}
const inSeconds = (ms: number) => `${(ms / 1000).toFixed(2)} s`;

/** How hard a change is, in a word. */
export const hardWord = (difficulty: number): string =>
  difficulty < 2.5 ? 'easy' : difficulty < 5 ? 'moderate' : difficulty < 7 ? 'hard' : 'very hard';

const times = (count: number) => (count === 1 ? 'once' : count === 2 ? 'twice' : `${count} times`);

/** Why a step of a plan stands where it does. */
export function stepReason(step: PlanStep): string {
  switch (step.kind) {
    case 'grip':
      return `new to your hand, ${difficultyWord(step.difficulty)} (${Math.round(step.reachMm)} mm), comes ${times(step.times)}`;
    case 'change':
      return `${hardText(step.hardest)}; comes ${times(step.times)}`;
    case 'bars':
      return step.hardest ? `with a change that is ${hardWord(step.hardest.difficulty)}` : '';
    case 'form':
      return 'all of it, as it is played';
  }
}

/** Each other way to practise bars: its name, and what it is. */
export const WAY_WORDS: Readonly<Record<PassageWay, { readonly name: string; readonly words: string }>> = {
  calls: { name: 'calls', words: 'the tool asks: the top note, a degree, a name, before it is played' },
  'no-time': { name: 'no time', words: 'a phrase of the melody, then your answer, as slowly as it takes' },
  keys: { name: 'through the keys', words: 'twelve keys in an order of yours; what was weak comes back' },
  areas: { name: 'through the areas', words: 'the same in one part of the neck after another' },
  counting: { name: 'across the bars', words: 'phrases of three or five beats while the chart goes on' },
};

/** What is practised, in a few words. */
export function practisedText(what: Practised): string {
  switch (what.kind) {
    case 'grip':
      return musical(what.symbol);
    case 'change':
      return `${musical(what.from.symbol)} to ${musical(what.to.symbol)}`;
    case 'passage':
      return `${what.title}, ${what.bars}${what.way ? `: ${WAY_WORDS[what.way].name}` : ''}`;
    case 'move':
      return what.name;
    case 'warm-up':
      return 'Warm up';
  }
}

export const GRADE_WORDS: Readonly<Record<Grade, string>> = {
  again: 'not there yet',
  hard: 'with effort',
  good: 'well',
  easy: 'with ease',
};

export const SESSION_WORDS: Readonly<Record<SessionReason, string>> = {
  'warm-up': 'before anything else',
  due: 'what is due',
  today: 'the tune of today',
  easy: 'to end with something that goes well',
};

export const HURT_WORDS: Readonly<Record<HurtPlace, string>> = {
  fingertips: 'fingertips',
  fingers: 'fingers',
  thumb: 'thumb',
  wrist: 'wrist',
  forearm: 'forearm',
  shoulder: 'shoulder',
  neck: 'neck',
  back: 'back',
  ears: 'ears',
  other: 'elsewhere',
};

const REST_WORDS: Readonly<Record<RestReason, string>> = {
  stretch: 'of stretching',
  same: 'of the same thing',
  playing: 'of playing',
};

/** That a rest is due, after how many stretched grips, and how long: `Three minutes of stretching: rest the hand for a minute.` */
export function restText(reason: RestReason, stretched: number): string {
  return `${inMinutes(REST_AFTER[reason])} ${REST_WORDS[reason]}: rest the hand for ${inMinutes(REST_SECONDS[reason]).toLowerCase()}.${stretched > 0 ? ` It held ${stretched} stretched grips since it last rested.` : ''} Shake it out, let the arm hang.`;
}
const inMinutes = (seconds: number) => {
  const minutes = Math.round(seconds / 60);
  return minutes === 1 ? 'A minute' : `${minutes} minutes`;
};

/** How fingers are made warm (common practice). */
export const WARM_UP_STEPS = [
  'Let both arms hang and shake them out.',
  'Open and close each hand slowly, ten times.',
  'Fret one note a finger, one fret a finger, on the middle strings: lightly, no faster than you breathe.',
  'The same one string further out each time. Stop where it pulls.',
] as const;

/** What is asked, in words, on so many strings; the highest is the first. */
export function questionText(
  { kind, string, area }: Pick<Question, 'kind' | 'string' | 'area'>,
  strings: number,
): string {
  switch (kind) {
    case 'top-note':
      return 'Which note lies on top?';
    case 'degree':
      return `Which degree is on string ${strings - string!}?`;
    case 'name':
      return 'Which chord is this?';
    case 'left-out':
      return 'What does this grip leave out?';
    case 'two-five':
      return 'Which ii–V leads here?';
    case 'tritone':
      return 'Which dominant may stand for it, a tritone away?';
    case 'in-area':
      return `Set it between frets ${area![0]} and ${area![1]}.`;
  }
}

/** Why a grip that was put on the neck is not the one that was asked for. */
export function notThereText(why: NotThere, strings: number): string {
  switch (why.kind) {
    case 'outside':
      return `String ${strings - why.string} lies outside these frets.`;
    case 'foreign':
      return `String ${strings - why.string} is no note of the chord.`;
    case 'lacks':
      return `The ${toneWord(why.degree)} is missing.`;
    case 'unheld':
      return 'This hand cannot hold it so.';
  }
}
