import { noteIn, type Chord } from '../chord/chord.ts';
import type { ArrangedColumn } from '../leading/arrange.ts';
import type { Terms } from '../leading/terms.ts';
import { distinct, voicePairs } from '../leading/movement.ts';
import type { NoteNames } from '../neck/player.ts';
import { TERMS, type Term } from '../neck/terms.ts';
import { pitchClassOf, type Midi } from '../pitch/pitch.ts';
import { priceText } from './grips.ts';
import { listed, semitonesText } from './hand.ts';
import { noteText, pitchText } from './player.ts';
import type { Wish } from '../take/layers/wish.ts';
import { wishText } from './wishes.ts';

/** What each term of a price is about. */
export const TERM_NAMES: Readonly<Record<Term, string>> = {
  movement: 'voices that move',
  leap: 'voices that leap',
  tendency: 'leaning tones left unresolved',
  entry: 'voices that enter or leave',
  parallel: 'outer voices in parallel fifths or octaves',
  topLeap: 'leaps of the top line',
  bassLeap: 'leaps of the bass',
  shift: 'the hand’s way',
  anchor: 'fingers set anew',
  strings: 'strings that come in or fall silent',
  same: 'the same grip again',
  unheard: 'a change that is not heard',
  shape: 'another shape for a chord of the same kind',
  omission: 'the root left out',
  fifth: 'the fifth left out',
  difficulty: 'hard grips',
  register: 'a high top note',
  low: 'a low top note',
  mud: 'low notes too close',
  deep: 'notes where the bass plays',
  thin: 'fewer than four notes',
  full: 'more than three notes',
  bass: 'a bass that is not the root',
  bassString: 'a bass on an upper string',
  bassHigh: 'a high bass',
  rest: 'an end that does not rest on its root',
  open: 'open strings',
  gaps: 'silent strings above the bass',
  holes: 'strings left out within the grip',
  stock: 'a shape out of the common stock',
  seconds: 'notes a step apart',
  unison: 'a note on two strings',
  neck: 'high up the neck',
  area: 'out of one’s own frets',
  above: 'guitar above the melody',
  told: 'tones left unsaid',
  free: 'notes between',
  thick: 'tune on a low string',
  unsaid: 'tones that two notes leave unsaid',
  dissonance: 'a passing note that does not go by step',
  similar: 'two voices that go the same way',
  bare: 'two voices in bare fifths or octaves',
  wish: 'wishes not met',
};

/** What happens between two columns: `holds E and A, F falls to E, hand stays, 1 semitone in all`. Empty where none sounds. */
export function whyText(before: ArrangedColumn | null, here: ArrangedColumn, names: NoteNames): string {
  if (!before?.grip || !here.grip) return '';
  const [from, to] = [distinct(before.grip.pitches), distinct(here.grip.pitches)];
  const name = (chord: Chord | null, pitch: Midi) => {
    const note = chord && noteIn(chord, pitchClassOf(pitch));
    return note ? noteText(note, names) : pitchText(pitch, names).replace(/-?\d+$/, '');
  };
  const old = (pitch: Midi) => name(before.column.chord, pitch);
  const now = (pitch: Midi) => name(here.column.chord, pitch);
  const pairs = voicePairs(from, to).map(([i, j]) => [from[i]!, to[j]!] as const);
  const held = [...new Set(pairs.filter(([a, b]) => a === b).map(([a]) => now(a)))];
  const moves = pairs
    .filter(([a, b]) => a !== b)
    .map(([a, b]) => `${old(a)} ${b > a ? 'rises' : 'falls'} to ${now(b)}`);
  const enters = to.filter((pitch) => !pairs.some(([, b]) => b === pitch)).map(now);
  const leaves = from.filter((pitch) => !pairs.some(([a]) => a === pitch)).map(old);
  const some = (notes: readonly string[], one: string, many: string) =>
    notes.length > 0 ? [`${listed(notes)} ${notes.length === 1 ? one : many}`] : [];
  const { carry } = here.column;
  const tune = carry && carry.pitch !== null ? pitchText(carry.pitch, names) : null;
  return [
    ...(tune === null ? [] : [carry!.struck ? `carries ${tune}` : `${tune} sounds on`]),
    ...(held.length > 0 ? [`holds ${listed(held)}`] : []),
    ...moves,
    ...some(enters, 'enters', 'enter'),
    ...some(leaves, 'leaves', 'leave'),
    here.shiftMm > 0 ? `hand moves ${Math.round(here.shiftMm)} mm` : 'hand stays',
    `${semitonesText(here.movement)} in all`,
  ].join(', ');
}

/** What a column and the way to it cost, but for wishes, the dearest first: `3.4: voices that move 2, hard grips 1.4`. */
export function costText(terms: Terms): string {
  const all = TERMS.filter((term) => term !== 'wish' && terms[term] > 0).sort((a, b) => terms[b] - terms[a]);
  const total = all.reduce((sum, term) => sum + terms[term], 0);
  const price = (tenths: number) => priceText(tenths).replace('+', '');
  return total === 0
    ? 'nothing'
    : `${price(total)}: ${all.map((t) => `${TERM_NAMES[t]} ${price(terms[t])}`).join(', ')}`;
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
  const bring = wish === null ? 'only a pin would bring it' : `wish that ${wishClause(wish)}, and it comes`;
  return `Next best ${grip}: ${semitonesText(movement)}, costs ${priceText(extra).replace('+', '')} more; ${bring}`;
}

/** A wish as the end of a sentence. */
const wishClause = (wish: Wish): string => {
  const text = wishText(wish);
  return ['top', 'bass', 'finger', 'thread'].includes(wish.kind) ? text : `it be ${text}`;
};
