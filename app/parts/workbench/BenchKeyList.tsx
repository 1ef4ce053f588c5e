import { msg } from '../../../core/index.ts';
import { KeyList, type Keys } from '../frame/KeyList.tsx';
import { Legend } from './Legend.tsx';

/** Every key of the workbench, as its sheet shows them: a heading, then its keys. */
const BENCH_KEYS: Keys = [
  msg('Going about'),
  ['← →', msg('the chord before, the chord after')],
  ['Shift ← →', msg('select several chords')],
  ['Home End', msg('first chord, last chord')],
  ['+ −', msg('see the bars larger, see more of them')],
  ['N', msg('fingers, degrees or notes on the neck')],
  msg('Hearing'),
  ['Space', msg('play from the selected chord; stop')],
  ['H', msg('hear the grip in hand between its neighbours')],
  ['Shift H', msg('hear it alone')],
  ['R', msg('in time: rhythm, band, tempo')],
  msg('What could be there'),
  ['C', msg('colours of the chord')],
  ['M', msg('moves for what is selected')],
  ['G', msg('grips of the chord')],
  ['A', msg('between: what could be added to the chord, and to what is selected')],
  ['V', msg('voices: where each goes at the next change')],
  ['W', msg('wishes for what is selected')],
  [', .', msg('the take before, the take after')],
  ['T', msg('three takes of the whole tune, or of what is selected')],
  ['K', msg('keep what is selected as a move, for any key')],
  ['↑ ↓', msg('try the option above, below')],
  ['Enter', msg('keep the option being tried')],
  ['Shift Enter', msg('keep it, and the other grips where they are')],
  msg('The chord that stands'),
  ['P', msg('pin its grip, unpin it')],
  ['⌫', msg('let go: back to the default')],
  ['L', msg('lift the move that put it here')],
  ['D', msg('divide a long chord: two colours')],
  ['[ ]', msg('its second part begins a beat earlier, later')],
  msg('Grips'),
  ['S', msg('keep the grip being tried among yours, or no longer')],
  ['X', msg('banish the grip being tried')],
  ['B', msg('compare it with others, stop comparing')],
  msg('Voices'),
  ['1 … 6', msg('take one in hand, the top is 1; the same again holds it')],
  ['1 … 6, then ↑ ↓ → ←', msg('send it up, down, late, early; ⌫ sets it free')],
  msg('Taking back'),
  ['Ctrl Z', msg('undo')],
  ['Ctrl Shift Z', msg('redo')],
  ['Esc', msg('stop trying, stop playing')],
  ['?', msg('this sheet')],
];

/** How to read the bench, and its keys. */
export function BenchKeyList({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  return <KeyList keys={BENCH_KEYS} open={open} onClose={onClose} lead={<Legend />} />;
}
