import { msg } from '../../../core/index.ts';
import { useHotkeys } from 'react-hotkeys-hook';
import { useLatest } from '../../keep/latest.ts';
import type { Keys } from '../frame/KeyList.tsx';
import { isOfControl, unlessOnControl } from '../frame/controls.ts';

export const SHEET_KEYS: Keys = [
  ['1 – 7', msg('chart, grips, tab, everything, lead sheet, bass, all grips')],
  [', .', msg('the take before, the take after')],
  ['+ −', msg('larger, smaller')],
  ['Space', msg('play; stop')],
  ['P', msg('print, or save as PDF')],
  ['E', msg('export as a file for other programs')],
  ['F', msg('at the stand: one page fills the screen')],
  ['→ ←', msg('at the stand: turn the page on, back; so do two pedals, Page Down and Page Up')],
  ['Esc', msg('away from the stand')],
  ['?', msg('this sheet')],
];

interface SheetDeeds {
  readonly layout: (index: number) => void;
  readonly stepTake: (by: 1 | -1) => void;
  readonly size: (by: 1 | -1) => void;
  readonly play: () => void;
  readonly print: () => void;
  readonly stand: () => void;
  readonly export: () => void;
}

/** The keys of a sheet on its desk. */
export function useSheetKeys(deeds: SheetDeeds, enabled: boolean): void {
  const now = useLatest(deeds);
  const free = { enabled, preventDefault: true, ignoreEventWhen: isOfControl };
  useHotkeys('1,2,3,4,5,6,7', ({ key }) => now.current.layout(Number(key) - 1), free);
  useHotkeys('comma', () => now.current.stepTake(-1), free);
  useHotkeys('period', () => now.current.stepTake(1), free);
  const typed = { ...free, useKey: true, splitKey: '|' };
  useHotkeys('+, shift|+', () => now.current.size(1), typed);
  useHotkeys('-', () => now.current.size(-1), typed);
  useHotkeys('p', () => now.current.print(), free);
  useHotkeys('e', () => now.current.export(), free);
  useHotkeys('f', () => now.current.stand(), free);
  useHotkeys('space', (event) => unlessOnControl(event, () => now.current.play()), { enabled });
}
