import { msg } from '../../../core/index.ts';
import { useHotkeys } from 'react-hotkeys-hook';
import { useLatest } from '../../keep/latest.ts';
import type { Keys } from '../frame/KeyList.tsx';
import { isOfControl, unlessOnControl } from '../frame/controls.ts';

/** Every key of the takes, as its sheet shows them. */
export const TAKES_KEYS: Keys = [
  msg('Going about'),
  ['← →', msg('the bar before, the bar after')],
  ['Shift ← →', msg('select several bars')],
  ['Home End', msg('first bar, last bar')],
  [', .', msg('the take before, the take after, above')],
  ['+ −', msg('see the bars larger, see more of them')],
  msg('Hearing'),
  ['Space', msg('play from the selected bar; stop')],
  ['X', msg('hear the other take, from the same place on')],
  msg('Taking'),
  ['B', msg('take the selected bars from below')],
  ['S', msg('swap above and below')],
  ['Enter', msg('the take above, on the bench')],
  ['Ctrl Z', msg('undo')],
  ['Ctrl Shift Z', msg('redo')],
  ['?', msg('this sheet')],
];

/** What the keys of the takes do. */
export interface TakesActions {
  readonly step: (by: number) => void;
  readonly extend: (by: number) => void;
  readonly first: () => void;
  readonly last: () => void;
  readonly play: () => void;
  readonly isPlaying: () => boolean;
  readonly other: () => void;
  readonly takeBars: () => void;
  readonly swap: () => void;
  readonly stepTake: (by: 1 | -1) => void;
  readonly toBench: () => void;
  readonly zoom: (by: 1 | -1) => void;
  readonly undo: () => void;
  readonly redo: () => void;
}

type Deed = (to: TakesActions) => void;
const BY_PLACE: Readonly<Record<string, Deed>> = {
  left: (to) => to.step(-1),
  right: (to) => to.step(1),
  'shift+left': (to) => to.extend(-1),
  'shift+right': (to) => to.extend(1),
  home: (to) => to.first(),
  end: (to) => to.last(),
  x: (to) => to.other(),
  b: (to) => to.takeBars(),
  s: (to) => to.swap(),
  comma: (to) => to.stepTake(-1),
  period: (to) => to.stepTake(1),
  'mod+z': (to) => to.undo(),
  'mod+shift+z': (to) => to.redo(),
  'mod+y': (to) => to.redo(),
};

/** Binds the keys of the takes. */
export function useTakesKeys(actions: TakesActions, enabled: boolean): void {
  const now = useLatest(actions);
  const free = { preventDefault: true, enabled, ignoreEventWhen: isOfControl };
  useHotkeys(Object.keys(BY_PLACE), (_, { hotkey }) => BY_PLACE[hotkey]?.(now.current), free);
  const typed = { ...free, useKey: true, splitKey: '|' };
  useHotkeys('+, shift|+', () => now.current.zoom(1), typed);
  useHotkeys('-', () => now.current.zoom(-1), typed);
  useHotkeys('enter', (event) => unlessOnControl(event, () => now.current.toBench()), { enabled });
  useHotkeys(
    'space',
    (event) => {
      if (!now.current.isPlaying()) return unlessOnControl(event, () => now.current.play());
      event.preventDefault();
      now.current.play();
    },
    { enabled },
  );
}
