import { moveText } from './move-names.ts';
import { decimal, msg, t, type Msg } from '../words/words.ts';
import type { HarmonyTerm, HarmonyTerms } from '../leading/joint/harmony.ts';
import type { WholeTake } from '../leading/joint/takes.ts';

/** So many of its moves name a take. */
const NAMED = 3;

/** What a whole take is, by the moves it makes most of. */
export function takeText({ ways }: Pick<WholeTake, 'ways'>): string {
  const made = new Map<string, number>();
  for (const { proposal } of ways)
    if (proposal) made.set(moveText(proposal.move), (made.get(moveText(proposal.move)) ?? 0) + 1);
  const most = [...made].sort(([, a], [, b]) => b - a).map(([name]) => name);
  if (most.length === 0) return t('the chart’s own chords in colour');
  const rest = most.length - NAMED;
  return `${most.slice(0, NAMED).join(', ')}${rest > 0 ? ` ${t('and {rest} more', { rest })}` : ''}`;
}

/** What each part of a whole take's price is for, besides its connection. */
export const HARMONY_WORDS: Readonly<Record<HarmonyTerm, Msg>> = {
  style: msg('what the style does not ask for'),
  appetite: msg('staying nearer to the chart than you wish'),
  pace: msg('bars that stand still, and changes lost'),
  device: msg('the same move over and over'),
  breath: msg('one move right after another'),
  contrast: msg('full chords beside plain ones'),
  still: msg('a change of the chart that is not heard'),
  cadence: msg('a cadence without its dominant'),
  melody: msg('chords that clash with the melody'),
  home: msg('a beginning or end that does not rest, or a phrase whose beginning is not heard'),
};

/** What a take pays for besides its connection, the dearest first. */
export const harmonyText = (harmony: HarmonyTerms): string =>
  (Object.keys(HARMONY_WORDS) as HarmonyTerm[])
    .filter((term) => harmony[term] > 0)
    .sort((a, b) => harmony[b] - harmony[a])
    .map((term) => `${t(HARMONY_WORDS[term])} ${harmony[term]}`)
    .join(', ');

/** How far a take strays, and how much of it is another's. */
export function takeFiguresText({ stray, agreesWith }: Pick<WholeTake, 'stray' | 'agreesWith'>): string {
  const shares = agreesWith.map((share, i) => t('{share} % as take {i}', { share: Math.round(share * 100), i: i + 1 }));
  return [t('strays {stray} of 5', { stray: decimal(stray, 1) }), ...shares].join(', ');
}
