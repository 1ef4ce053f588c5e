import { KeyList, type Keys } from '../frame/KeyList.tsx';
import { Legend } from './Legend.tsx';

/** Every key of the workbench, as its sheet shows them: a heading, then its keys. */
const BENCH_KEYS: Keys = [
  'Going about',
  ['← →', 'the chord before, the chord after'],
  ['Shift ← →', 'select several chords'],
  ['Home End', 'first chord, last chord'],
  ['+ −', 'see the bars larger, see more of them'],
  ['N', 'fingers, degrees or notes on the neck'],
  'Hearing',
  ['Space', 'play from the selected chord; stop'],
  ['H', 'hear the grip in hand between its neighbours'],
  ['Shift H', 'hear it alone'],
  ['R', 'in time: rhythm, band, tempo'],
  'What could be there',
  ['C', 'colours of the chord'],
  ['M', 'moves for what is selected'],
  ['G', 'grips of the chord'],
  ['A', 'between: what could be added to the chord, and to what is selected'],
  ['V', 'voices: where each goes at the next change'],
  ['W', 'wishes for what is selected'],
  [', .', 'the take before, the take after'],
  ['T', 'three takes of the whole tune, or of what is selected'],
  ['K', 'keep what is selected as a move, for any key'],
  ['↑ ↓', 'try the option above, below'],
  ['Enter', 'keep the option being tried'],
  ['Shift Enter', 'keep it, and the other grips where they are'],
  'The chord that stands',
  ['P', 'pin its grip, unpin it'],
  ['⌫', 'let go: back to the default'],
  ['L', 'lift the move that put it here'],
  ['D', 'divide a long chord: two colours'],
  ['[ ]', 'its second part begins a beat earlier, later'],
  'Grips',
  ['S', 'keep the grip being tried among yours, or no longer'],
  ['X', 'banish the grip being tried'],
  ['B', 'compare it with others, stop comparing'],
  'Voices',
  ['1 … 6', 'take one in hand, the top is 1; the same again holds it'],
  ['1 … 6, then ↑ ↓ → ←', 'send it up, down, late, early; ⌫ sets it free'],
  'Taking back',
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['Esc', 'stop trying, stop playing'],
  ['?', 'this sheet'],
];

/** How to read the bench, and its keys. */
export function BenchKeyList({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  return <KeyList keys={BENCH_KEYS} open={open} onClose={onClose} lead={<Legend />} />;
}
