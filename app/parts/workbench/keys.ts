import { memo, type RefObject } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';

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
  readonly tab: (tab: 'colour' | 'move' | 'grip' | 'wish' | 'voice') => void;
  readonly voice: (number: number) => void;
  readonly try: (by: number) => void;
  readonly keep: () => void;
  readonly keepRest: () => void;
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

/** Binds the keys, once and for all: what they do may be another at every step. */
export const BenchKeys = memo(function BenchKeys({ actions, after, enabled }: BenchKeysProps) {
  const free = { preventDefault: true, enabled, ignoreEventWhen: isOfControl };
  const act = (run: (actions: BenchActions) => void) => () => after(() => run(actions.current));
  useHotkeys(
    'left',
    act((to) => to.step(-1)),
    free,
  );
  useHotkeys(
    'right',
    act((to) => to.step(1)),
    free,
  );
  useHotkeys(
    'shift+left',
    act((to) => to.extend(-1)),
    free,
  );
  useHotkeys(
    'shift+right',
    act((to) => to.extend(1)),
    free,
  );
  useHotkeys(
    'home',
    act((to) => to.first()),
    free,
  );
  useHotkeys(
    'end',
    act((to) => to.last()),
    free,
  );
  useHotkeys(
    'up',
    act((to) => to.try(-1)),
    free,
  );
  useHotkeys(
    'down',
    act((to) => to.try(1)),
    free,
  );
  useHotkeys(
    'enter',
    (event) =>
      unlessOnControl(
        event,
        act((to) => to.keep()),
      ),
    { enabled },
  );
  useHotkeys(
    'shift+enter',
    act((to) => to.keepRest()),
    free,
  );
  useHotkeys(
    'space',
    (event) =>
      actions.current.isPlaying()
        ? stopAtOnce(event, actions.current)
        : unlessOnControl(event, () => actions.current.play()),
    { enabled },
  );
  useHotkeys(
    'p',
    act((to) => to.pin()),
    free,
  );
  useHotkeys(
    's',
    act((to) => to.mark('kept')),
    free,
  );
  useHotkeys(
    'x',
    act((to) => to.mark('banished')),
    free,
  );
  useHotkeys(
    'b',
    act((to) => to.beside()),
    free,
  );
  // By what is typed, wherever it lies on the keyboard; `+` joins no keys here.
  const typed = { ...free, useKey: true, splitKey: '|' };
  useHotkeys(
    '+, shift|+',
    act((to) => to.zoom(1)),
    typed,
  );
  useHotkeys(
    '-',
    act((to) => to.zoom(-1)),
    typed,
  );
  useHotkeys(
    'n',
    act((to) => to.neckLabels()),
    free,
  );
  useHotkeys(
    'backspace, delete',
    act((to) => to.release()),
    free,
  );
  useHotkeys(
    'h',
    act((to) => to.hear()),
    free,
  );
  useHotkeys(
    'shift+h',
    act((to) => to.hearAlone()),
    free,
  );
  useHotkeys(
    'd',
    act((to) => to.divide()),
    free,
  );
  useHotkeys(
    'bracketleft',
    act((to) => to.shift(-1)),
    free,
  );
  useHotkeys(
    'bracketright',
    act((to) => to.shift(1)),
    free,
  );
  useHotkeys(
    'c',
    act((to) => to.tab('colour')),
    free,
  );
  useHotkeys(
    'm',
    act((to) => to.tab('move')),
    free,
  );
  useHotkeys(
    'l',
    act((to) => to.lift()),
    free,
  );
  useHotkeys(
    'g',
    act((to) => to.tab('grip')),
    free,
  );
  useHotkeys(
    'w',
    act((to) => to.tab('wish')),
    free,
  );
  useHotkeys(
    'v',
    act((to) => to.tab('voice')),
    free,
  );
  useHotkeys('1, 2, 3, 4, 5, 6, 7', ({ key }) => after(() => actions.current.voice(Number(key))), free);
  useHotkeys(
    'mod+z',
    act((to) => to.undo()),
    free,
  );
  useHotkeys(
    'mod+shift+z, mod+y',
    act((to) => to.redo()),
    free,
  );
  useHotkeys('escape', () => actions.current.escape(), { enabled });
  return null;
});

/** Controls that have keys of their own. */
const OWN_ARROWS =
  '[role="tablist"], [role="group"], [role="radiogroup"], [role="slider"], [role="menu"], [role="combobox"], input, textarea';
const ARROWS = ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'Home', 'End'];

/** Arrows inside a group of choices, a list or the neck move there, and never the chord. */
const isOfControl = ({ key, target, shiftKey }: KeyboardEvent): boolean =>
  target instanceof Element && ARROWS.includes(key) && !shiftKey && target.closest(OWN_ARROWS) !== null;

/** What is heard stops at Space, whatever has the focus; only a field keeps its spaces. */
function stopAtOnce(event: KeyboardEvent, { play }: BenchActions): void {
  event.preventDefault();
  play();
}

/** Space and Enter belong to a control reached by keyboard; anywhere else they are the bench's. */
function unlessOnControl(event: KeyboardEvent, run: () => void): void {
  const own =
    'button:focus-visible, a:focus-visible, summary:focus-visible, [role="menuitem"], [role="combobox"], [role="tab"]:focus-visible, input';
  if (document.activeElement?.matches(own)) return;
  event.preventDefault();
  run();
}
