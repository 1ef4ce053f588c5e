import { symbolOf } from '../../chord/chord.ts';
import type { Midi } from '../../pitch/pitch.ts';
import { type Found, type Move } from './move.ts';
import { GROUPS } from './groups.ts';
import type { Span } from './span.ts';
import type { Style, StyleId } from './styles.ts';
import { MOVES } from './table.ts';

/** Something a move would put in a span. */
export interface Proposal {
  readonly move: Move;
  readonly found: Found;
}

/** How a player wants moves chosen: the weights of a style, moves that are switched off, and how far to stray. */
export interface Taste {
  readonly style: Style | null;
  readonly off: readonly string[];
  readonly stray: number;
  /** Pitches that threads may keep, as a rule the open strings; without them no thread is proposed. */
  readonly rings?: readonly Midi[];
}
/** All moves, however far they stray. */
export const ANY_TASTE: Taste = { style: null, off: [], stray: 5 };

const groupOf = ({ move }: Proposal) => GROUPS.indexOf(move.group);
const soundOf = ({ parts, ring }: Found) =>
  [...(ring === undefined ? [] : [ring]), ...parts.map(({ chord, beats }) => `${symbolOf(chord)}:${beats}`)].join(' ');

/**
 * Everything that could stand in a span: group by group, what a style wants most first, within a group what it is known for, then the nearer. Two moves that come to the same are
 * one proposal, that of the earlier; what the chart says already is none.
 */
export function proposalsFor(span: Span, { style, off, stray, rings = [] }: Taste = ANY_TASTE): readonly Proposal[] {
  const plain = span.chords.map(({ chord, beats }) => `${symbolOf(chord)}:${beats}`).join(' ');
  const seen = new Set([plain]);
  // Where no pitch may be kept no thread is looked for.
  const isAsked = ({ id, group, stray: by }: Move) =>
    by <= stray && !off.includes(id) && (group !== 'thread' || rings.length > 0);
  const all = MOVES.filter(isAsked).flatMap((move) =>
    move.find(span).flatMap((found): Proposal[] => {
      // A triad to find over the guide tones is worth telling of a chord that is offered already.
      const sound = (move.group === 'upper' ? 'upper ' : '') + soundOf(found);
      if (seen.has(sound) || (found.ring !== undefined && !rings.includes(found.ring))) return [];
      seen.add(sound);
      return [{ move, found }];
    }),
  );
  const wanted = ({ move }: Proposal) => style?.groups[move.group] ?? 0;
  const liked = ({ move }: Proposal) => (style && move.styles?.[style.id as StyleId]) ?? 0;
  return all
    .map((proposal, i) => ({ proposal, i }))
    .sort(
      ({ proposal: a, i }, { proposal: b, i: j }) =>
        wanted(b) - wanted(a) || groupOf(a) - groupOf(b) || liked(b) - liked(a) || a.move.stray - b.move.stray || i - j,
    )
    .map(({ proposal }) => proposal);
}
