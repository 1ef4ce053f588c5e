/* What is said of moves without looking any up: their names, and why there are none. */
import { symbolOf } from '../chord/chord.ts';
import type { Group } from '../reharm/moves/groups.ts';
import type { Move } from '../reharm/moves/move.ts';
import type { Span } from '../reharm/moves/span.ts';
import { msg, t, type Msg } from '../words/words.ts';
import { symbolText } from './music.ts';

/** What a move is called; a kept one has the name it was kept under. */
export const moveText = ({ group, name }: Pick<Move, 'group' | 'name'>): string => (group === 'kept' ? name : t(name));

/** What cannot be done in a span, and why: said where a player would look for it. */
export function whyNot(span: Span | null): readonly string[] {
  if (span === null) return [t('There is a rest here: nothing to move.')];
  const { here, next, single, beats } = span;
  const reasons: string[] = [];
  const isFive = here.family === 'dominant' || here.place?.function === 'dominant';
  const falls = next !== null && (next.degree - here.degree + 12) % 12 === 5;
  if (single && isFive && !falls) {
    const follows =
      next === null ? t('nothing follows') : t('{symbol} follows', { symbol: symbolText(symbolOf(next.chord)) });
    reasons.push(
      t('{symbol} does not fall a fifth here ({follows}): no substitute, and no altered tensions.', {
        symbol: symbolText(symbolOf(here.chord)),
        follows,
      }),
    );
  }
  if (beats < 2) reasons.push(t('One beat is too short to divide: select more to put chords between.'));
  if (single && next === null) reasons.push(t('Nothing follows, so nothing can lead there.'));
  return reasons;
}

/** Groups of moves as a player calls them. */
export const GROUP_NAMES: Readonly<Record<Group, Msg>> = {
  function: msg('Same function'),
  quality: msg('Major for minor'),
  dominant: msg('Dominants'),
  diminished: msg('Diminished'),
  borrowed: msg('Borrowed'),
  bass: msg('The bass walks'),
  approach: msg('Approaches'),
  line: msg('Walking lines'),
  planing: msg('Planing'),
  delay: msg('Delays'),
  turnaround: msg('Turnarounds, endings'),
  upper: msg('Upper structures'),
  thread: msg('Threads'),
  kept: msg('Kept moves'),
};
