import { decimal, msg, t, type Msg } from '../words/words.ts';
import type { Hardness } from '../practice/hardest.ts';
import type { HurtPlace } from '../practice/log.ts';
import type { Grade } from '../practice/grade.ts';
import type { PassageWay, Practised } from '../practice/practised.ts';
import type { NotThere, Question } from '../practice/asked.ts';
import { REST_AFTER, REST_SECONDS, type RestReason } from '../practice/care.ts';
import type { SessionReason } from '../practice/session.ts';
import type { PlanStep } from '../practice/plan.ts';
import { difficultyWord } from './hand.ts';
import { symbolText } from './music.ts';
import { toneWord } from './steer.ts';

const NUMBERS = [msg('no'), msg('one'), msg('two'), msg('three'), msg('four'), msg('five')];

/** Why a change is hard: `three fingers and a barre are set, the hand moves 120 mm; it needs 0.28 s and has 0.23 s`. */
export function hardText({ change, shiftMm, neededMs, allowedMs, parts }: Hardness): string {
  const { place, slide, shapeMoves } = change;
  const fingers =
    place.length === 1 ? t('one finger is set') : t('{numbers} fingers are set', { numbers: NUMBERS[place.length] });
  const deeds = [
    shapeMoves !== 0
      ? t('the whole shape slides')
      : place.length > 0
        ? fingers
        : slide.length > 0
          ? t('fingers slide')
          : '',
    parts.barre > 0 ? t('a barre comes down') : '',
    shiftMm >= 1 ? t('the hand moves {shiftMm} mm', { shiftMm: Math.round(shiftMm) }) : '',
  ].filter(Boolean);
  const time = t('it needs {needed} and has {given}', {
    needed: inSeconds(neededMs),
    given: inSeconds(allowedMs),
  });
  return deeds.length === 0 ? t('fingers only lift') : `${deeds.join(', ')}; ${time}`;
}
const inSeconds = (ms: number) => `${decimal(ms / 1000, 2)} s`;

/** How hard a change is, in a word. */
export const hardWord = (difficulty: number): string =>
  difficulty < 2.5 ? t('easy') : difficulty < 5 ? t('moderate') : difficulty < 7 ? t('hard') : t('very hard');

const times = (count: number) => (count === 1 ? t('once') : count === 2 ? t('twice') : t('{count} times', { count }));

/** Why a step of a plan stands where it does. */
export function stepReason(step: PlanStep): string {
  switch (step.kind) {
    case 'grip':
      return t('new to your hand, {difficulty} ({reachMm} mm), comes {times}', {
        difficulty: difficultyWord(step.difficulty),
        reachMm: Math.round(step.reachMm),
        times: times(step.times),
      });
    case 'change':
      return t('{hard}; comes {times}', { hard: hardText(step.hardest), times: times(step.times) });
    case 'bars':
      return step.hardest ? t('with a change that is {hard}', { hard: hardWord(step.hardest.difficulty) }) : '';
    case 'form':
      return t('all of it, as it is played');
  }
}

/** Each other way to practise bars: its name, and what it is. */
export const WAY_WORDS: Readonly<Record<PassageWay, { readonly name: Msg; readonly words: Msg }>> = {
  calls: { name: msg('calls'), words: msg('the tool asks: the top note, a degree, a name, before it is played') },
  'no-time': { name: msg('no time'), words: msg('a phrase of the melody, then your answer, as slowly as it takes') },
  keys: { name: msg('through the keys'), words: msg('twelve keys in an order of yours; what was weak comes back') },
  areas: { name: msg('through the areas'), words: msg('the same in one part of the neck after another') },
  counting: { name: msg('across the bars'), words: msg('phrases of three or five beats while the chart goes on') },
};

/** The bars of a passage, which are kept as `bars 9–16`. */
export function passageBars(bars: string): string {
  const [, first, last] = /^bars? (\d+)(?:–(\d+))?$/.exec(bars) ?? [];
  if (first === undefined) return bars;
  return last === undefined ? t('bar {bar}', { bar: first }) : t('bars {first}–{last}', { first, last });
}

/** What is practised, in a few words. */
export function practisedText(what: Practised): string {
  switch (what.kind) {
    case 'grip':
      return symbolText(what.symbol);
    case 'change':
      return t('{symbol} to {next}', { symbol: symbolText(what.from.symbol), next: symbolText(what.to.symbol) });
    case 'passage':
      return `${what.title}, ${passageBars(what.bars)}${what.way ? `: ${t(WAY_WORDS[what.way].name)}` : ''}`;
    case 'move':
      return what.name;
    case 'warm-up':
      return t('Warm up');
  }
}

export const GRADE_WORDS: Readonly<Record<Grade, Msg>> = {
  again: msg('not there yet'),
  hard: msg('with effort'),
  good: msg('well'),
  easy: msg('with ease'),
};

export const SESSION_WORDS: Readonly<Record<SessionReason, Msg>> = {
  'warm-up': msg('before anything else'),
  due: msg('what is due'),
  today: msg('the tune of today'),
  easy: msg('to end with something that goes well'),
};

export const HURT_WORDS: Readonly<Record<HurtPlace, Msg>> = {
  fingertips: msg('fingertips'),
  fingers: msg('fingers'),
  thumb: msg('thumb'),
  wrist: msg('wrist'),
  forearm: msg('forearm'),
  shoulder: msg('shoulder'),
  neck: msg('neck'),
  back: msg('back'),
  ears: msg('ears'),
  other: msg('elsewhere'),
};

const REST_WORDS: Readonly<Record<RestReason, Msg>> = {
  stretch: msg('of stretching'),
  same: msg('of the same thing'),
  playing: msg('of playing'),
};

/** That a rest is due, after how many stretched grips, and how long: `Three minutes of stretching: rest the hand for a minute.` */
export function restText(reason: RestReason, stretched: number): string {
  return t('{after} {what}: rest the hand for {rest}.{more} Shake it out, let the arm hang.', {
    after: inMinutes(REST_AFTER[reason]),
    what: REST_WORDS[reason],
    rest: inMinutes(REST_SECONDS[reason]).toLowerCase(),
    more: stretched > 0 ? ` ${t('It held {stretched} stretched grips since it last rested.', { stretched })}` : '',
  });
}
const inMinutes = (seconds: number) => {
  const minutes = Math.round(seconds / 60);
  return minutes === 1 ? t('A minute') : t('{minutes} minutes', { minutes });
};

/** How fingers are made warm (common practice). */
export const WARM_UP_STEPS = [
  msg('Let both arms hang and shake them out.'),
  msg('Open and close each hand slowly, ten times.'),
  msg('Fret one note a finger, one fret a finger, on the middle strings: lightly, no faster than you breathe.'),
  msg('The same one string further out each time. Stop where it pulls.'),
] as const;

/** What is asked, in words, on so many strings; the highest is the first. */
export function questionText(
  { kind, string, area }: Pick<Question, 'kind' | 'string' | 'area'>,
  strings: number,
): string {
  switch (kind) {
    case 'top-note':
      return t('Which note lies on top?');
    case 'degree':
      return t('Which degree is on string {strings}?', { strings: strings - string! });
    case 'name':
      return t('Which chord is this?');
    case 'left-out':
      return t('What does this grip leave out?');
    case 'two-five':
      return t('Which ii–V leads here?');
    case 'tritone':
      return t('Which dominant may stand for it, a tritone away?');
    case 'in-area':
      return t('Set it between frets {area} and {to}.', { area: area![0], to: area![1] });
  }
}

/** Why a grip that was put on the neck is not the one that was asked for. */
export function notThereText(why: NotThere, strings: number): string {
  switch (why.kind) {
    case 'outside':
      return t('String {strings} lies outside these frets.', { strings: strings - why.string });
    case 'foreign':
      return t('String {strings} is no note of the chord.', { strings: strings - why.string });
    case 'lacks':
      return t('The {tone} is missing.', { tone: toneWord(why.degree) });
    case 'unheld':
      return t('This hand cannot hold it so.');
  }
}
