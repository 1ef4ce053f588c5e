import { msg } from '../../../core/index.ts';
import { useHotkeys } from 'react-hotkeys-hook';
import { useLatest } from '../../keep/latest.ts';
import { isOfControl, unlessOnControl } from '../frame/controls.ts';
import type { Keys } from '../frame/KeyList.tsx';

/** Every key of the moves, as its sheet shows them. */
export const MOVES_KEYS: Keys = [
  ['↑ ↓', msg('the move above, below')],
  ['← →', msg('a key down, up the cycle of fourths')],
  ['Space', msg('hear it; stop')],
  ['/', msg('find a move')],
  ['Ctrl Z', msg('undo')],
  ['Ctrl Shift Z', msg('redo')],
  ['?', msg('this sheet')],
];

interface MovesActions {
  readonly step: (by: number) => void;
  readonly stepKey: (by: number) => void;
  readonly play: () => void;
  readonly isPlaying: () => boolean;
  readonly find: () => void;
  readonly undo: () => void;
  readonly redo: () => void;
}

const BY_PLACE: Readonly<Record<string, (to: MovesActions) => void>> = {
  up: (to) => to.step(-1),
  down: (to) => to.step(1),
  left: (to) => to.stepKey(-1),
  right: (to) => to.stepKey(1),
  slash: (to) => to.find(),
  'mod+z': (to) => to.undo(),
  'mod+shift+z': (to) => to.redo(),
  'mod+y': (to) => to.redo(),
};

/** Binds the keys of the moves. */
export function useMovesKeys(actions: MovesActions, enabled: boolean): void {
  const now = useLatest(actions);
  const free = { preventDefault: true, enabled, ignoreEventWhen: isOfControl };
  useHotkeys(Object.keys(BY_PLACE), (_, { hotkey }) => BY_PLACE[hotkey]?.(now.current), free);
  useHotkeys(
    'space',
    (event) =>
      now.current.isPlaying()
        ? (event.preventDefault(), now.current.play())
        : unlessOnControl(event, () => now.current.play()),
    { enabled },
  );
}
