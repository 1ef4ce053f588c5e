import { memo, type RefObject } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { Keys } from '../frame/KeySheet.tsx';

/** Every key of the workbench, as its sheet shows them. */
export const BENCH_KEYS: Keys = [
  ['← →', 'the chord before, the chord after'],
  ['Shift ← →', 'select several chords'],
  ['Home End', 'first chord, last chord'],
  ['Space', 'play from the selected chord, stop'],
  ['H', 'hear the grip in hand between its neighbours'],
  ['Shift H', 'hear it alone'],
  ['C', 'colours of the chord'],
  ['M', 'moves for what is selected'],
  ['G', 'grips of the chord'],
  ['W', 'wishes for what is selected'],
  ['V', 'voices: where each goes at the next change'],
  ['1 … 6', 'among voices: take one in hand, the top is 1; the same again holds it'],
  ['1 … 6, then ↑ ↓ → ←', 'send it up, down, late, early; ⌫ sets it free'],
  ['↑ ↓', 'try the option above, below'],
  ['Enter', 'keep the option being tried'],
  ['P', 'pin the grip, unpin it'],
  ['S', 'keep the grip being tried among yours, or no longer'],
  ['X', 'banish the grip being tried'],
  ['B', 'compare it with others, stop comparing'],
  ['+ −', 'see the bars larger, see more of them'],
  ['N', 'fingers, degrees or notes on the neck'],
  ['⌫', 'let go: back to the default'],
  ['L', 'lift the move that put it here'],
  ['D', 'divide a long chord: two colours'],
  ['[ ]', 'its second part begins a beat earlier, later'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['Esc', 'stop trying, stop playing'],
  ['?', 'this sheet'],
];

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
  readonly enabled: boolean;
}

/** Binds the keys, once and for all: what they do may be another at every step. */
export const BenchKeys = memo(function BenchKeys({ actions, enabled }: BenchKeysProps) {
  const free = { preventDefault: true, enabled };
  useHotkeys('left', () => actions.current.step(-1), free);
  useHotkeys('right', () => actions.current.step(1), free);
  useHotkeys('shift+left', () => actions.current.extend(-1), free);
  useHotkeys('shift+right', () => actions.current.extend(1), free);
  useHotkeys('home', () => actions.current.first(), free);
  useHotkeys('end', () => actions.current.last(), free);
  useHotkeys('up', () => actions.current.try(-1), free);
  useHotkeys('down', () => actions.current.try(1), free);
  useHotkeys('enter', (event) => unlessOnControl(event, () => actions.current.keep()), { enabled });
  useHotkeys('space', (event) => unlessOnControl(event, () => actions.current.play()), { enabled });
  useHotkeys('p', () => actions.current.pin(), free);
  useHotkeys('s', () => actions.current.mark('kept'), free);
  useHotkeys('x', () => actions.current.mark('banished'), free);
  useHotkeys('b', () => actions.current.beside(), free);
  // By what is typed, wherever it lies on the keyboard; `+` joins no keys here.
  const typed = { ...free, useKey: true, splitKey: '|' };
  useHotkeys('+, shift|+', () => actions.current.zoom(1), typed);
  useHotkeys('-', () => actions.current.zoom(-1), typed);
  useHotkeys('n', () => actions.current.neckLabels(), free);
  useHotkeys('backspace, delete', () => actions.current.release(), free);
  useHotkeys('h', () => actions.current.hear(), free);
  useHotkeys('shift+h', () => actions.current.hearAlone(), free);
  useHotkeys('d', () => actions.current.divide(), free);
  useHotkeys('bracketleft', () => actions.current.shift(-1), free);
  useHotkeys('bracketright', () => actions.current.shift(1), free);
  useHotkeys('c', () => actions.current.tab('colour'), free);
  useHotkeys('m', () => actions.current.tab('move'), free);
  useHotkeys('l', () => actions.current.lift(), free);
  useHotkeys('g', () => actions.current.tab('grip'), free);
  useHotkeys('w', () => actions.current.tab('wish'), free);
  useHotkeys('v', () => actions.current.tab('voice'), free);
  useHotkeys('1, 2, 3, 4, 5, 6, 7', (event) => actions.current.voice(Number(event.key)), free);
  useHotkeys('mod+z', () => actions.current.undo(), free);
  useHotkeys('mod+shift+z, mod+y', () => actions.current.redo(), free);
  useHotkeys('escape', () => actions.current.escape(), { enabled });
  return null;
});

/** Space and Enter belong to a control reached by keyboard; anywhere else they are the bench's. */
function unlessOnControl(event: KeyboardEvent, run: () => void): void {
  if (document.activeElement?.matches('button:focus-visible, a:focus-visible, [role="menuitem"], input')) return;
  event.preventDefault();
  run();
}
