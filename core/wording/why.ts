import { msg, t, type Msg } from '../words/words.ts';
import { noteIn, type Chord } from '../chord/chord.ts';
import type { ArrangedColumn } from '../leading/arrange.ts';
import type { Terms } from '../leading/terms.ts';
import { distinct, voicePairs } from '../leading/movement.ts';
import { TERMS, type Term } from '../neck/terms.ts';
import { pitchClassOf, type Midi } from '../pitch/pitch.ts';
import { priceText } from './grips.ts';
import { listed, semitonesText } from './hand.ts';
import { noteText, pitchText } from './music.ts';
import type { Wish } from '../take/layers/wish.ts';
import { wishText } from './wishes.ts';

/** What each term of a price is about. */
export const TERM_NAMES: Readonly<Record<Term, Msg>> = {
  movement: msg('voices that move'),
  leap: msg('voices that leap'),
  tendency: msg('leaning tones left unresolved'),
  entry: msg('voices that enter or leave'),
  parallel: msg('outer voices in parallel fifths or octaves'),
  topLeap: msg('leaps of the top line'),
  bassLeap: msg('leaps of the bass'),
  shift: msg('the hand’s way'),
  anchor: msg('fingers set anew'),
  strings: msg('strings that come in or fall silent'),
  same: msg('the same grip again'),
  unheard: msg('a change that is not heard'),
  shape: msg('another shape for a chord of the same kind'),
  omission: msg('the root left out'),
  fifth: msg('the fifth left out'),
  difficulty: msg('hard grips'),
  register: msg('a high top note'),
  low: msg('a low top note'),
  mud: msg('low notes too close'),
  deep: msg('notes where the bass plays'),
  thin: msg('fewer than four notes'),
  full: msg('more than three notes'),
  bass: msg('a bass that is not the root'),
  bassString: msg('a bass on an upper string'),
  bassHigh: msg('a high bass'),
  rest: msg('an end that does not rest on its root'),
  open: msg('open strings'),
  gaps: msg('silent strings above the bass'),
  holes: msg('strings left out within the grip'),
  stock: msg('a shape out of the common stock'),
  seconds: msg('notes a step apart'),
  unison: msg('a note on two strings'),
  neck: msg('high up the neck'),
  area: msg('out of one’s own frets'),
  above: msg('guitar above the melody'),
  told: msg('tones left unsaid'),
  free: msg('notes between'),
  thick: msg('tune on a low string'),
  unsaid: msg('tones that two notes leave unsaid'),
  dissonance: msg('a passing note that does not go by step'),
  similar: msg('two voices that go the same way'),
  bare: msg('two voices in bare fifths or octaves'),
  wish: msg('wishes not met'),
};

/** What happens between two columns: `holds E and A, F falls to E, hand stays, 1 semitone in all`. Empty where none sounds. */
export function whyText(before: ArrangedColumn | null, here: ArrangedColumn): string {
  if (!before?.grip || !here.grip) return '';
  const [from, to] = [distinct(before.grip.pitches), distinct(here.grip.pitches)];
  const name = (chord: Chord | null, pitch: Midi) => {
    const note = chord && noteIn(chord, pitchClassOf(pitch));
    return note ? noteText(note) : pitchText(pitch).replace(/-?\d+$/, '');
  };
  const old = (pitch: Midi) => name(before.column.chord, pitch);
  const now = (pitch: Midi) => name(here.column.chord, pitch);
  const pairs = voicePairs(from, to).map(([i, j]) => [from[i]!, to[j]!] as const);
  const held = [...new Set(pairs.filter(([a, b]) => a === b).map(([a]) => now(a)))];
  const moves = pairs
    .filter(([a, b]) => a !== b)
    .map(([a, b]) => t('{old} {which} to {now}', { old: old(a), which: b > a ? t('rises') : t('falls'), now: now(b) }));
  const enters = to.filter((pitch) => !pairs.some(([, b]) => b === pitch)).map(now);
  const leaves = from.filter((pitch) => !pairs.some(([a]) => a === pitch)).map(old);
  const some = (notes: readonly string[], one: string, many: string) =>
    notes.length > 0 ? [`${listed(notes)} ${notes.length === 1 ? one : many}`] : [];
  const { carry } = here.column;
  const tune = carry && carry.pitch !== null ? pitchText(carry.pitch) : null;
  return [
    ...(tune === null ? [] : [carry!.struck ? t('carries {tune}', { tune }) : t('{tune} sounds on', { tune })]),
    ...(held.length > 0 ? [t('holds {held}', { held: listed(held) })] : []),
    ...moves,
    ...some(enters, t('enters'), t('enter')),
    ...some(leaves, t('leaves'), t('leave')),
    here.shiftMm > 0 ? t('hand moves {shiftMm} mm', { shiftMm: Math.round(here.shiftMm) }) : t('hand stays'),
    t('{semitones} in all', { semitones: semitonesText(here.movement) }),
  ].join(', ');
}

/** What a column and the way to it cost, but for wishes, the dearest first: `3.4: voices that move 2, hard grips 1.4`. */
export function costText(terms: Terms): string {
  const all = TERMS.filter((term) => term !== 'wish' && terms[term] > 0).sort((a, b) => terms[b] - terms[a]);
  const total = all.reduce((sum, term) => sum + terms[term], 0);
  const price = (tenths: number) => priceText(tenths).replace('+', '');
  return total === 0
    ? t('nothing')
    : `${price(total)}: ${all.map((term) => `${t(TERM_NAMES[term])} ${price(terms[term])}`).join(', ')}`;
}

/** What would have stood instead, and what would bring it: `next best x-3-5-4-5-3: 5 semitones, costs 0.8 more; a wish that the top line rises would bring it`. */
export function nextBestText({
  grip,
  movement,
  extra,
  wish,
}: {
  grip: string;
  movement: number;
  extra: number;
  wish: Wish | null;
}): string {
  const bring =
    wish === null ? t('only a pin would bring it') : t('wish that {wish}, and it comes', { wish: wishClause(wish) });
  return t('Next best {grip}: {semitones}, costs {price} more; {bring}', {
    grip,
    semitones: semitonesText(movement),
    price: priceText(extra).replace('+', ''),
    bring,
  });
}

/** A wish as the end of a sentence. */
const wishClause = (wish: Wish): string => {
  const text = wishText(wish);
  return ['top', 'bass', 'finger', 'thread'].includes(wish.kind) ? text : t('it be {text}', { text });
};
