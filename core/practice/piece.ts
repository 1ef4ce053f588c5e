/* A grip, or a change, as a tune of its own, so that it is drilled by what plays, shows and times tunes. */
import type { Decisions } from '../take/decision.ts';
import { chordName } from '../take/key.ts';
import { TICKS_PER_QUARTER } from '../time/meter.ts';
import type { ChangeItem, NamedGrip } from './practised.ts';

/** A tune made for practice: its chart as text, the ids of its bars, and what is decided in its take. */
export interface Piece {
  readonly chartText: string;
  readonly barIds: readonly string[];
  readonly cells: Decisions;
}

/** One chord with its grip, a bar long; slow, as it is only to be set. */
export const gripPiece = (grip: NamedGrip): Piece => pieceOf([grip], '4/4', SET_TEMPO, 4);
const SET_TEMPO = 60;

/** Two chords with their grips, each as long as in the tune they are of: a bar of as many beats, four at most. */
export function changePiece({ from, to, tempo, beats }: ChangeItem): Piece {
  const long = Math.max(1, Math.min(4, Math.round(beats)));
  return pieceOf([from, to], long === 1 ? '2/4' : `${long}/4`, tempo, long);
}

function pieceOf(grips: readonly NamedGrip[], meter: string, tempo: number, beats: number): Piece {
  const symbols = grips.map(({ symbol }) => symbol);
  const bars = beats === 1 ? `| ${symbols.join(' ')} |` : `| ${symbols.join(' | ')} |`;
  const named = grips.map(({ symbol, grip }, i) => {
    const at = beats === 1 ? { bar: 'bar-1', tick: i * TICKS_PER_QUARTER } : { bar: `bar-${i + 1}`, tick: 0 };
    const decision = { layer: 'chord', on: symbol, colour: null, voicing: { grip, led: true } } as const;
    return [chordName({ ...at, pass: 'all' }), decision] as const;
  });
  return {
    chartText: `title: ${symbols.join(' to ')}\nkey: C\nmeter: ${meter}\ntempo: ${Math.max(SLOWEST, tempo)}\n${bars}`,
    barIds: beats === 1 ? ['bar-1'] : grips.map((_, i) => `bar-${i + 1}`),
    cells: Object.fromEntries(named),
  };
}
/** A chart has no slower tempo. */
const SLOWEST = 20;
