import { servingText, type Decision, type Grip, type Patch } from '../../../core/index.ts';
import type { GripMark, useGripBook } from '../../keep/player.ts';
import type { PricedMove } from '../../work/questions.ts';
import type { ColumnEdits } from './columnEdits.ts';
import type { OptionsTab } from './tabs.ts';
import type { Offered } from './useOffered.ts';

/** What is on offer in the open tab, and what stands. */
interface Offer {
  readonly tab: OptionsTab;
  readonly offered: Offered;
  /** The grip that stands in the selected column. */
  readonly grip: Grip | null;
  readonly book: ReturnType<typeof useGripBook>;
  /** A newer result is on its way: what is listed is of what was. */
  readonly busy: boolean;
  /** Where the selection is, in words. */
  readonly place: string;
  readonly decide: ColumnEdits;
  readonly edit: (patch: Patch<Decision>, label: string) => void;
  /** Selects the chord that a move begins on. */
  readonly toBeginning: () => void;
}

/** What can be done with an option of the open tab. What is stale cannot be kept. */
export function optionDeeds({ tab, offered, grip, book, busy, place, decide, edit, toBeginning }: Offer) {
  const { colours, moves, moving, grips, voices, outcomes, trying } = offered;
  const make = (move: PricedMove) => {
    if (busy || !moving.fresh || move.extra === null) return;
    toBeginning();
    edit(move.patch, `${move.name} in ${place}`);
  };
  const keeps: Readonly<Record<OptionsTab, (index: number) => void>> = {
    colour: (index) => {
      const option = colours.list[index];
      if (colours.fresh && option?.grip) decide.colour(option);
    },
    move: (index) => {
      if (moves[index]) make(moves[index]);
    },
    grip: (index) => {
      const listed = grips.at(index);
      if (listed) decide.pinTo(listed.grip);
    },
    voice: (index) => {
      const outcome = outcomes[index];
      if (!outcome) return;
      offered.setTrying(-1);
      voices.free();
      edit(outcome.patch, `${servingText(outcome.end)} after ${place}`);
    },
    wish: () => {},
  };
  return {
    make,
    /** Takes the option at a place of the list. */
    keep: (index: number) => !busy && keeps[tab](index),
    /** Keeps or banishes the grip being tried; the same again takes that back. */
    mark: (as: GripMark) => {
      const marked = grips.at(trying)?.grip ?? grip;
      if (tab === 'grip' && marked)
        grips.mark(marked.grip, as === 'kept' && book.kept.includes(marked.grip) ? null : as);
    },
  };
}
