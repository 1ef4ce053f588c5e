/* The voices of a take as lines from chord to chord, drawn as SVG. */
import { element, empty, ribbonsBetween, type Ribbon, type Score, type Scored } from '../core/index.ts';
import { GREY, INK, line, SERIF, svgFile, symbol, tenth, text } from './drawing.ts';

const WIDTH = 1040;
const MARGIN = 60;
const TITLE = 60;
/** A quarter takes so much, a chord at least the other, and a semitone. */
const PER_TICK = 46 / 480;
const LEAST = 74;
const SEMITONE = 6;
const OVER = 40;
const GAP = 34;
const HEAD = 15;

/** Held, by step, by leap: told by shape as well as by colour. */
const LOOKS: Readonly<Record<Ribbon['kind'], Readonly<Record<string, string | number>>>> = {
  held: { stroke: '#5d7a4a', 'stroke-width': 2.5 },
  step: { stroke: '#2b6777', 'stroke-width': 2.5 },
  leap: { stroke: GREY, 'stroke-width': 1.4, 'stroke-dasharray': '4 4' },
};

interface Column {
  readonly symbol: string;
  readonly pitches: readonly number[];
  readonly bar: number;
  readonly beginsBar: boolean;
  readonly wide: number;
}

/** The stream of a take: each grip's pitches, and how every voice goes on to the next (SVG 1.1). */
export function writeStreamSvg(score: Score, { columns }: Scored): string {
  const all = columns.map(({ grip, column }, i): Column => {
    const span = score.columns[i]!;
    const bar = score.bars.findLast(({ start }) => start <= span.start)!;
    const wide = Math.max(LEAST, span.ticks * PER_TICK, 24 + 17 * column.symbol.length);
    const pitches = grip?.pitches ?? [];
    return { symbol: column.symbol, pitches, bar: bar.number, beginsBar: bar.start === span.start, wide };
  });
  const sounding = all.flatMap(({ pitches }) => pitches);
  const [low, high] = sounding.length === 0 ? [52, 64] : [Math.min(...sounding), Math.max(...sounding)];
  const tall = OVER + (high - low) * SEMITONE + GAP;
  const y = (pitch: number) => OVER + (high - pitch) * SEMITONE;
  const rows = rowsOf(all);
  const drawn = rows.map(({ from, to }, row) => {
    let x = 0;
    const inside = all.slice(from, to).flatMap((own, i) => {
      const left = x;
      x += own.wide;
      return columnDrawn(own, all[from + i + 1], { left, right: x, y, isLast: from + i + 1 === to });
    });
    return element('g', inside, { transform: `translate(${MARGIN} ${tenth(MARGIN + TITLE + row * tall)})` });
  });
  const title = text(MARGIN, MARGIN + 16, 30, score.title, { 'font-family': SERIF, 'font-weight': 600 });
  return svgFile([title, ...drawn], [WIDTH, 2 * MARGIN + TITLE + rows.length * tall]);
}

/** Columns in rows, as many as there is room for; a row begins with a bar where it can. */
function rowsOf(all: readonly Column[]): readonly { readonly from: number; readonly to: number }[] {
  const rows: { from: number; to: number }[] = [];
  for (let from = 0; from < all.length;) {
    let [to, used] = [from, 0];
    while (to < all.length && (to === from || used + all[to]!.wide <= WIDTH - 2 * MARGIN)) used += all[to++]!.wide;
    const atBar = all.slice(from + 1, to + 1).findLastIndex(({ beginsBar }) => beginsBar);
    if (to < all.length && atBar >= 0) to = from + 1 + atBar;
    rows.push({ from, to });
    from = to;
  }
  return rows;
}

interface Place {
  readonly left: number;
  readonly right: number;
  readonly y: (pitch: number) => number;
  readonly isLast: boolean;
}

function columnDrawn({ symbol: name, pitches, bar, beginsBar }: Column, next: Column | undefined, place: Place) {
  const { left, right, y, isLast } = place;
  const [from, to] = [left + 8 + HEAD, isLast ? right : right + 8];
  return [
    ...(beginsBar ? [line(left, 6, left, OVER - 12, 1), text(left + 4, 2, 11, String(bar), { fill: GREY })] : []),
    symbol(name, left + 8, 24, 22),
    ...(next ? ribbonsBetween(pitches, next.pitches) : []).map((ribbon) => {
      const [a, b] = [tenth(y(ribbon.from)), tenth(isLast ? (y(ribbon.from) + y(ribbon.to)) / 2 : y(ribbon.to))];
      const middle = tenth((from + to) / 2);
      return empty('path', {
        d: `M${tenth(from)},${a} C${middle},${a} ${middle},${b} ${tenth(to)},${b}`,
        fill: 'none',
        ...LOOKS[ribbon.kind],
        ...(ribbon.lowest && { stroke: INK }),
      });
    }),
    ...pitches.map((pitch) =>
      empty('rect', { x: tenth(left + 8), y: tenth(y(pitch) - 3), width: HEAD, height: 6, rx: 3, fill: INK }),
    ),
  ];
}
