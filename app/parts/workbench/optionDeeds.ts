import { servingText, type Decision, type Grip, type Patch, t } from '../../../core/index.ts';
import type { GripMark, useGripBook } from '../../keep/player.ts';
import type { PricedMove } from '../../work/questions.ts';
import type { Change, ColumnEdits } from './columnEdits.ts';
import type { Between } from './useBetween.ts';
import type { OptionsTab } from './tabs.ts';
import type { Offered } from './useOffered.ts';

/** What is on offer in the open tab, and what stands. */
interface Offer {
  readonly tab: OptionsTab;
  readonly offered: Offered;
  /** The grip that stands in the selected column. */
  readonly grip: Grip | null;
  readonly between: Between;
  readonly book: ReturnType<typeof useGripBook>;
  /** A newer result is on its way: what is listed is of what was. */
  readonly busy: boolean;
  /** Where the selection is, in words. */
  readonly place: string;
  readonly decide: ColumnEdits;
  readonly edit: (patch: Patch<Decision>, label: string) => void;
  /** Selects the chord that a move begins on. */
  readonly toBeginning: () => void;
  /** Hears of a move that was made, by its id. */
  readonly onMade: (id: string) => void;
}

/** What can be done with an option of the open tab. What is stale cannot be kept. */
export function optionDeeds({
  tab,
  offered,
  between,
  grip,
  book,
  busy,
  place,
  decide,
  edit,
  toBeginning,
  onMade,
}: Offer) {
  const { colours, moves, moving, grips, voices, outcomes, trying, peek } = offered;
  const made = (move: PricedMove): Change | null =>
    moving.fresh && move.extra !== null
      ? { patch: move.patch, label: t('{name} in {place}', { name: move.name, place }) }
      : null;
  /** What each option of a tab would change; null: it cannot be had. */
  const changes: Readonly<Record<OptionsTab, (index: number) => Change | null>> = {
    colour: (index) => {
      const option = colours.list[index];
      return colours.fresh && option?.grip ? decide.toColour(option) : null;
    },
    move: (index) => (moves[index] ? made(moves[index]) : null),
    grip: (index) => {
      const listed = grips.priced?.past ? null : grips.at(index);
      return listed && decide.toGrip(listed.grip);
    },
    voice: (index) => {
      const outcome = outcomes[index];
      return outcome
        ? { patch: outcome.patch, label: t('{serving} after {place}', { serving: servingText(outcome.end), place }) }
        : null;
    },
    wish: () => null,
    between: (index) => {
      const option = between.offers[index];
      return option ? between.changes.toOffer(option) : null;
    },
  };
  /** Takes a change of an option; `others`: pins for grips that are to stay where they are. */
  const take = (change: Change | null, others?: Patch<Decision>) => {
    if (busy || change === null) return;
    if (tab === 'voice') voices.free();
    if (tab === 'move') toBeginning();
    for (const cell of Object.values(change.patch)) if (cell?.layer === 'move') onMade(cell.id);
    offered.rest();
    edit(others ?? change.patch, others ? t('{label}, the rest kept', { label: change.label }) : change.label);
  };
  return {
    /** What is being tried would change. */
    tried: busy ? null : peek ? decide.toGrip(peek) : changes[tab](trying),
    take,
    make: (move: PricedMove) => {
      if (busy || made(move) === null) return;
      toBeginning();
      take(made(move));
    },
    /** Makes a change that is of no listed option, and holds whatever is being worked out. */
    change: ({ patch, label }: Change) => {
      offered.rest();
      edit(patch, label);
    },
    /** Takes the option at a place of the list. */
    keep: (index: number) => take(changes[tab](index)),
    /** Keeps or banishes the grip being tried; the same again takes that back. */
    mark: (as: GripMark) => {
      const marked = grips.at(trying)?.grip ?? grip;
      if (tab === 'grip' && marked)
        grips.mark(marked.grip, as === 'kept' && book.kept.includes(marked.grip) ? null : as);
    },
  };
}
