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
export const gripPiece = (grip: NamedGrip): Piece => pieceOf([grip], SET_TEMPO, 4);
const SET_TEMPO = 60;

/** There and back twice: two chords with their grips, each as long as in the tune they are of, four beats at most. */
export const changePiece = ({ from, to, tempo, beats }: ChangeItem): Piece =>
  pieceOf([from, to, from, to], tempo, Math.max(1, Math.min(4, Math.round(beats))));

/** A bar for each chord; of single beats two make a bar. */
function pieceOf(grips: readonly NamedGrip[], tempo: number, beats: number): Piece {
  const inBar = beats === 1 ? 2 : 1;
  const at = (i: number) => ({
    bar: `bar-${Math.floor(i / inBar) + 1}`,
    pass: 'all' as const,
    tick: (i % inBar) * TICKS_PER_QUARTER,
  });
  const bars = Array.from({ length: Math.ceil(grips.length / inBar) }, (_, i) =>
    grips.slice(i * inBar, (i + 1) * inBar).map(({ symbol }) => symbol),
  );
  const lines = [
    `title: ${[...new Set(grips.map(({ symbol }) => symbol))].join(' to ')}`,
    'key: C',
    `meter: ${Math.max(2, beats)}/4`,
    `tempo: ${Math.max(SLOWEST, tempo)}`,
    `| ${bars.map((bar) => bar.join(' ')).join(' | ')} |`,
  ];
  return {
    chartText: lines.join('\n'),
    barIds: bars.map((_, i) => `bar-${i + 1}`),
    cells: Object.fromEntries(
      grips.map(({ symbol, grip }, i) => {
        const decision = { layer: 'chord', on: symbol, colour: null, voicing: { grip, led: true } } as const;
        return [chordName(at(i)), decision];
      }),
    ),
  };
}
/** A chart has no slower tempo. */
const SLOWEST = 20;
