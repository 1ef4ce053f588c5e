import { useHotkeys } from 'react-hotkeys-hook';
import { useLatest } from '../../keep/latest.ts';
import { isOfControl, unlessOnControl } from '../frame/controls.ts';
import type { Keys } from '../frame/KeyList.tsx';

/** Every key of the moves, as its sheet shows them. */
export const MOVES_KEYS: Keys = [
  ['↑ ↓', 'the move above, below'],
  ['← →', 'a key down, up the cycle of fourths'],
  ['Space', 'hear it; stop'],
  ['/', 'find a move'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['?', 'this sheet'],
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
