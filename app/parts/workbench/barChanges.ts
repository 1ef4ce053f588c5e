import {
  changesName,
  versionsOf,
  type Decision,
  type Decisions,
  type Chart,
  type Patch,
  type ReadSlot,
  t,
} from '../../../core/index.ts';
import type { BarChanges, ChangesScope } from './Changes.tsx';

/** The other changes of the bar a slot is in, which of them it is played with, and how another is chosen. */
export function barChanges(
  take: {
    readonly chart: Chart;
    readonly slots: readonly ReadSlot[];
    readonly barIds: readonly string[];
    readonly cells: Decisions;
  },
  slot: ReadSlot,
  edit: (patch: Patch<Decision>, label: string) => void,
): BarChanges {
  const { chart, slots, barIds, cells } = take;
  const indexOf = ({ sourceBar }: ReadSlot) => sourceBar - chart.bars[0]!.number;
  const scopes: Readonly<Record<ChangesScope, readonly [(other: ReadSlot) => boolean, string]>> = {
    bar: [({ bar }) => bar === slot.bar, t('in bar {bar}', { bar: slot.bar })],
    pass: [({ pass }) => pass === slot.pass, t('this time through')],
    tune: [() => true, 'throughout'],
  };
  return {
    alternates: chart.bars[indexOf(slot)]?.alternates ?? [],
    chosen: versionsOf(cells, barIds)(indexOf(slot), slot.pass),
    returns: slots.some(({ pass }) => pass > 1),
    choose(number, where) {
      const decision: Decision | null = number === 0 ? null : { layer: 'changes', number };
      const [isIn, place] = scopes[where];
      const keys = slots
        .filter((other) => isIn(other) && chart.bars[indexOf(other)]!.alternates.length >= Math.max(1, number))
        .map((other) => changesName(barIds[indexOf(other)]!, other.pass));
      edit(Object.fromEntries(keys.map((key) => [key, decision])), t('other changes {place}', { place }));
    },
  };
}
