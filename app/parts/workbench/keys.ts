import { memo, type RefObject } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { isOfControl, unlessOnControl } from '../frame/controls.ts';

/** What the keys do. */
export interface BenchActions {
  readonly step: (by: number) => void;
  readonly extend: (by: number) => void;
  readonly first: () => void;
  readonly last: () => void;
  readonly play: () => void;
  readonly hear: () => void;
  readonly hearAlone: () => void;
  readonly divide: () => void;
  readonly shift: (beats: number) => void;
  readonly tab: (tab: 'colour' | 'move' | 'grip' | 'between' | 'wish' | 'voice') => void;
  readonly voice: (number: number) => void;
  readonly try: (by: number) => void;
  readonly keep: () => void;
  readonly keepRest: () => void;
  readonly takes: () => void;
  /** Keeps what is selected as a move. */
  readonly keepMove: () => void;
  /** Opens the take before or after. */
  readonly stepTake: (by: 1 | -1) => void;
  readonly isPlaying: () => boolean;
  readonly pin: () => void;
  readonly mark: (as: 'kept' | 'banished') => void;
  readonly beside: () => void;
  readonly zoom: (by: 1 | -1) => void;
  readonly neckLabels: () => void;
  readonly release: () => void;
  readonly lift: () => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly escape: () => void;
}

interface BenchKeysProps {
  /** What they do now. */
  readonly actions: RefObject<BenchActions>;
  /** Does something once whatever was typed before it is done. */
  readonly after: (act: () => void) => void;
  readonly enabled: boolean;
}

type Deed = (to: BenchActions) => void;

/** What each key does, by where it lies on the keyboard; `mod` is Ctrl, or Command. */
const BY_PLACE: Readonly<Record<string, Deed>> = {
  left: (to) => to.step(-1),
  right: (to) => to.step(1),
  'shift+left': (to) => to.extend(-1),
  'shift+right': (to) => to.extend(1),
  home: (to) => to.first(),
  end: (to) => to.last(),
  up: (to) => to.try(-1),
  down: (to) => to.try(1),
  'shift+enter': (to) => to.keepRest(),
  p: (to) => to.pin(),
  s: (to) => to.mark('kept'),
  x: (to) => to.mark('banished'),
  b: (to) => to.beside(),
  n: (to) => to.neckLabels(),
  backspace: (to) => to.release(),
  delete: (to) => to.release(),
  h: (to) => to.hear(),
  'shift+h': (to) => to.hearAlone(),
  d: (to) => to.divide(),
  bracketleft: (to) => to.shift(-1),
  bracketright: (to) => to.shift(1),
  c: (to) => to.tab('colour'),
  m: (to) => to.tab('move'),
  g: (to) => to.tab('grip'),
  a: (to) => to.tab('between'),
  w: (to) => to.tab('wish'),
  v: (to) => to.tab('voice'),
  l: (to) => to.lift(),
  t: (to) => to.takes(),
  k: (to) => to.keepMove(),
  comma: (to) => to.stepTake(-1),
  period: (to) => to.stepTake(1),
  ...Object.fromEntries(
    ['1', '2', '3', '4', '5', '6', '7'].map((key): [string, Deed] => [key, (to) => to.voice(+key)]),
  ),
  'mod+z': (to) => to.undo(),
  'mod+shift+z': (to) => to.redo(),
  'mod+y': (to) => to.redo(),
};

/** Binds the keys, once and for all: what they do may be another at every step. */
export const BenchKeys = memo(function BenchKeys({ actions, after, enabled }: BenchKeysProps) {
  const free = { preventDefault: true, enabled, ignoreEventWhen: isOfControl };
  useHotkeys(Object.keys(BY_PLACE), (_, { hotkey }) => after(() => BY_PLACE[hotkey]?.(actions.current)), free);
  // By what is typed, wherever it lies on the keyboard; `+` joins no keys here.
  const typed = { ...free, useKey: true, splitKey: '|' };
  useHotkeys('+, shift|+', () => after(() => actions.current.zoom(1)), typed);
  useHotkeys('-', () => after(() => actions.current.zoom(-1)), typed);
  useHotkeys('enter', (event) => unlessOnControl(event, () => after(() => actions.current.keep())), { enabled });
  useHotkeys('escape', () => actions.current.escape(), { enabled });
  useHotkeys(
    'space',
    (event) =>
      actions.current.isPlaying()
        ? stopAtOnce(event, actions.current)
        : unlessOnControl(event, () => actions.current.play()),
    { enabled },
  );
  return null;
});

/** What is heard stops at Space, whatever has the focus; only a field keeps its spaces. */
function stopAtOnce(event: KeyboardEvent, { play }: BenchActions): void {
  event.preventDefault();
  play();
}
