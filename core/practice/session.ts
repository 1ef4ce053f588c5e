import type { Grade } from './grade.ts';
import type { Practised } from './practised.ts';

/** A card as a session is made of it. Times in milliseconds since 1970, stability in days. */
export interface SessionCard {
  readonly id: string;
  readonly what: Practised;
  readonly due: number;
  readonly stability: number;
  readonly lastAt: number | null;
  readonly grade: Grade | null;
}

export const SESSION_MINUTES = [5, 15, 30] as const;
export type SessionMinutes = (typeof SESSION_MINUTES)[number];

/** Why something is in a session. */
export type SessionReason = 'warm-up' | 'due' | 'today' | 'easy';

/** One thing of a session, with the time for it. */
export interface SessionStep {
  readonly what: Practised;
  readonly reason: SessionReason;
  readonly minutes: number;
}

/** How long one thing takes, in minutes (common practice: short and often). */
const MINUTES: Readonly<Record<Practised['kind'], number>> = {
  grip: 0.5,
  change: 1.5,
  passage: 3,
  move: 3,
  'warm-up': 2,
};
/** Fingers are made warm where there is the time: from so many minutes on. */
const WARM_UP_FROM = 15;
/** What is due takes no more than this share: the tune of the day has its part, too. */
const DUE_SHARE = 0.6;

/**
 * A session of so many minutes: fingers made warm, then what is due, the longest overdue for its strength first, then of
 * the tune of today, then something that went well, to end with. What finds no room stays due. `until`: the end of the day, in
 * milliseconds since 1970: what is due at any time of it is due today, for nobody practises by the minute.
 */
export function practiceSession(
  minutes: SessionMinutes,
  {
    cards,
    today,
    until,
  }: { readonly cards: readonly SessionCard[]; readonly today: readonly Practised[]; readonly until: number },
): readonly SessionStep[] {
  const steps: SessionStep[] = [];
  let left: number = minutes;
  const add = (what: Practised, reason: SessionReason, room: number): boolean => {
    const takes = MINUTES[what.kind];
    if (takes > room || takes > left) return false;
    steps.push({ what, reason, minutes: takes });
    left -= takes;
    return true;
  };
  if (minutes >= WARM_UP_FROM) add({ kind: 'warm-up' }, 'warm-up', left);
  const due = cards
    .filter((one) => one.due <= until)
    .sort((a, b) => overdue(b, until) - overdue(a, until) || order(a, b));
  const easy = cards
    .filter((one) => one.due > until && wentWell(one))
    .sort((a, b) => b.stability - a.stability || order(a, b));
  const ending = easy[0] ? MINUTES[easy[0].what.kind] : 0;
  // Without a tune of today all but the end is for what is due.
  let room = today.length > 0 ? minutes * DUE_SHARE : left - ending;
  for (const one of due) if (add(one.what, 'due', room)) room -= MINUTES[one.what.kind];
  for (const what of today) add(what, 'today', left - ending);
  // What is left of the time is for the rest of what is due.
  const taken = new Set(steps.map(({ what }) => what));
  for (const one of due) if (!taken.has(one.what)) add(one.what, 'due', left - ending);
  if (easy[0]) add(easy[0].what, 'easy', left);
  return steps;
}

/** How far past its day a card is, against how long it keeps. */
const overdue = ({ due, stability }: SessionCard, until: number) => (until - due) / Math.max(1, stability);
const wentWell = ({ grade }: SessionCard) => grade === 'good' || grade === 'easy';
const order = (a: SessionCard, b: SessionCard) => a.due - b.due || (a.id < b.id ? -1 : 1);

/** A session of grips that one wants to be sure of, each set cold. */
export const setCold = (grips: readonly (Practised & { readonly kind: 'grip' })[]): readonly SessionStep[] =>
  grips.map(({ symbol, grip, tuning }) => ({
    what: { kind: 'grip', symbol, grip, tuning },
    reason: 'today',
    minutes: MINUTES.grip,
  }));
