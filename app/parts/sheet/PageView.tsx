import { musical, optionalStrings, plural, t, type Player } from '../../../core/index.ts';
import { GripDiagram } from '../neck/GripDiagram.tsx';
import type { Guitar } from '../neck/layout.ts';
import type { Engraver } from './engrave.ts';
import { LineView } from './LineView.tsx';
import { SvgSymbol, SvgText } from './SvgSymbol.tsx';
import { type PaperSize, type SetSheet } from './useSheet.ts';

interface PageViewProps {
  readonly set: SetSheet;
  readonly page: number;
  readonly paper: PaperSize;
  /** Under the title: key, meter, tempo; then what of the guitar has to be known. */
  readonly facts: readonly string[];
  readonly guitar: Guitar;
  readonly player: Player;
  readonly engraver: Engraver | null;
  readonly sounding: number | null;
  readonly passOf: (played: number) => number;
  readonly label: string;
}

/** One page of a sheet, as one drawing. */
export function PageView(props: PageViewProps) {
  const { set, page, paper, facts, label, ...how } = props;
  const { sheet, look, lines, pages, size, width, margin } = set;
  const { from, tops } = pages[page]!;
  const height = paper.height / size;
  return (
    <svg
      className="sheet-page"
      role="img"
      aria-label={label}
      viewBox={`0 0 ${paper.width / size} ${height}`}
      style={{ aspectRatio: `${paper.width} / ${paper.height}` }}
    >
      <g transform={`translate(${margin} ${margin})`}>
        {page === 0 && (
          <>
            <text x={0} y={30} className="sheet-title">
              {sheet.title}
            </text>
            {facts.map((fact, i) => (
              <SvgText key={fact} text={fact} x={0} y={54 + 19 * i} size={15} className="sheet-facts" />
            ))}
          </>
        )}
        {tops.map((y, i) => {
          const at = from + i;
          if (set.set) return <GripRow key={at} {...how} set={set.set} width={width} row={at} y={y} />;
          const line = lines[at]!;
          const bars = sheet.bars.slice(line.from, line.from + line.widths.length);
          const before = sheet.bars[line.from - 1] ?? null;
          return <LineView key={at} {...how} bars={bars} before={before} line={line} look={look} y={y} />;
        })}
        <text x={width} y={height - 2 * margin} textAnchor="end" className="sheet-number">
          {pages.length > 1
            ? t('{title} · {page} of {pages}', { title: sheet.title, page: page + 1, pages: pages.length })
            : ''}
        </text>
      </g>
    </svg>
  );
}

interface GripRowProps extends Pick<PageViewProps, 'guitar' | 'player'> {
  readonly set: NonNullable<SetSheet['set']>;
  readonly width: number;
  readonly row: number;
  readonly y: number;
}

/** A row of the set of all grips: each with its symbol, and the bars that begin it. */
function GripRow({ set: { grips, inARow }, width, row, y, guitar, player }: GripRowProps) {
  const wide = width / inARow;
  return grips.slice(row * inARow, (row + 1) * inARow).map(({ symbol, chord, grip, bars }, i) => (
    <g key={`${symbol} ${grip.grip} ${i}`} transform={`translate(${i * wide} ${y})`}>
      <SvgSymbol symbol={symbol} x={0} y={26} size={26} />
      <svg x={-10} y={36} width={wide - 24} height={90}>
        <GripDiagram
          grip={grip}
          guitar={guitar}
          optional={chord ? optionalStrings(chord, grip, { hand: player, neck: guitar }) : []}
        />
      </svg>
      <text x={0} y={142} className="sheet-number">
        {musical(barsText(bars))}
      </text>
    </g>
  ));
}

const MOST_BARS = 5;
/** `bar 4`, `bars 1, 5`; of many the first. */
function barsText(bars: readonly number[]): string {
  const shown = bars.slice(0, MOST_BARS).join(', ');
  return `${plural(bars.length, 'bar {shown}', 'bars {shown}', { shown })}${bars.length > MOST_BARS ? ' …' : ''}`;
}
