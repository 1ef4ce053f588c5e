import { Fragment, useLayoutEffect, useRef, useState } from 'react';
import {
  jumpText,
  optionalStrings,
  ROOM,
  type BarChord,
  type Player,
  type SheetBar,
  type SheetLine,
  type SheetLook,
  t,
} from '../../../core/index.ts';
import { GripDiagram } from '../neck/GripDiagram.tsx';
import type { Guitar } from '../neck/layout.ts';
import type { EngravedBar, Engraver } from './engrave.ts';
import { SvgSymbol, SvgText } from './SvgSymbol.tsx';

/** Signs of the music font (SMuFL 1.4). */
const SIGN = {
  segno: '\uE047',
  coda: '\uE048',
  repeatLeft: '\uE040',
  repeatRight: '\uE041',
  sameBar: '\uE500',
  breath: '\uE4CE',
};
/** A stave of the music font is as high as its letters are large. */
const STAVE = 40;

interface LineViewProps {
  readonly bars: readonly SheetBar[];
  /** The symbol that stands before the first of them. */
  readonly before: SheetBar | null;
  readonly line: SheetLine;
  readonly look: SheetLook;
  readonly y: number;
  readonly guitar: Guitar;
  readonly player: Player;
  /** Sets the staves; null: there are none. */
  readonly engraver: Engraver | null;
  /** The played bar that sounds. */
  readonly sounding: number | null;
  /** Which time a played bar is. */
  readonly passOf: (played: number) => number;
}

/** One line of a sheet: its staves, and what stands over and under them. */
export function LineView(props: LineViewProps) {
  const { bars, before, line, look, y, engraver, sounding } = props;
  const paper = useRef<SVGGElement>(null);
  const [set, setSet] = useState<readonly EngravedBar[] | null>(null);
  useLayoutEffect(() => {
    if (!engraver) return;
    paper.current!.replaceChildren();
    setSet(engraver.engraveLine(paper.current!, bars, line, look));
  }, [engraver, bars, line, look]);
  const boxes = engraver ? set : chartBoxes(bars, line);
  const { at } = line;
  const [high, low] = engraver
    ? [at.staves[0]!.top - 8, line.height - ROOM.air / 2]
    : [at.symbols - ROOM.chartBar * 0.62, at.symbols + 16];
  return (
    <g transform={`translate(0 ${y})`}>
      {boxes?.map(({ from, to }, i) =>
        sounding !== null && bars[i]!.played.includes(sounding) ? (
          <rect key={i} className="sheet-sounds" x={from} y={high} width={to - from} height={low - high} rx={4} />
        ) : null,
      )}
      {engraver && <g ref={paper} aria-hidden="true" />}
      {boxes &&
        bars.map((bar, i) => (
          <BarView key={i} {...props} bar={bar} last={i === 0 ? before : bars[i - 1]!} box={boxes[i]!} place={i} />
        ))}
    </g>
  );
}

/** Where the bars of a chart lie. */
function chartBoxes(bars: readonly SheetBar[], { widths }: SheetLine): readonly EngravedBar[] {
  let x = 0;
  return bars.map(({ bar, chords }, i) => {
    const from = x;
    x += widths[i]!;
    const indent = CHART_INDENT + (bar.opens ? REPEAT_SIGN : 0);
    const room = widths[i]! - indent;
    const moments = chords.map(({ tick }) => ({ tick, x: from + indent + (room * tick) / bar.ticks }));
    return { from, to: x, moments };
  });
}
const CHART_INDENT = 14;
/** What the sign of a repeat takes besides. */
const REPEAT_SIGN = 10;

interface BarViewProps extends LineViewProps {
  readonly bar: SheetBar;
  readonly last: SheetBar | null;
  readonly box: EngravedBar;
  /** Which of the line it is. */
  readonly place: number;
}

function BarView({ bar: own, last, box, place, line, look, guitar, player, engraver, passOf }: BarViewProps) {
  const { bar, chords, grips, words, ending, differs, played, staves } = own;
  const { at } = line;
  const x = (tick: number) =>
    engraver ? engraver.xAt(box, tick, bar.ticks) : (box.moments.find((one) => one.tick >= tick)?.x ?? box.from);
  const isChart = engraver === null;
  const size = isChart ? 34 : 25;
  // At the head of a line before its clef.
  const left = place === 0 ? 0 : box.from;
  const signs = [
    ...(bar.section === null ? [] : [{ x: left, text: bar.section, className: 'sheet-section' }]),
    ...(differs && !last?.differs
      ? [
          {
            x: left + (bar.section ? 60 : 0),
            text: t('{ordinal} time', { ordinal: ordinal(passOf(played[0]!)) }),
            className: 'sheet-otherwise',
          },
        ]
      : []),
  ];
  const after = [
    bar.signs['to-coda'] ? t('to coda') : null,
    bar.signs.fine ? t('Fine') : null,
    bar.jump ? jumpText(bar.jump) : null,
    bar.times ? (bar.times.vamp ? t('vamp') : t('{count} times', { count: bar.times.count })) : null,
  ].filter((text) => text !== null);
  const sections = bar.section !== null ? 26 + 9 * bar.section.length : 0;
  return (
    <g>
      {signs.map(({ x: left, text, className }) => (
        <text key={text} x={left} y={at.signs} className={className}>
          {text}
        </text>
      ))}
      {bar.signs.segno && (
        <text x={left + sections} y={at.signs + 2} className="sheet-glyph sheet-sign">
          {SIGN.segno}
        </text>
      )}
      {bar.signs.coda && (
        <text x={left + sections} y={at.signs + 6} className="sheet-glyph sheet-sign">
          {SIGN.coda}
        </text>
      )}
      {after.length > 0 && (
        <text x={box.to - 4} y={at.signs} textAnchor="end" className="sheet-jump">
          {after.join(' · ')}
        </text>
      )}
      {differs && <path d={`M${left + 2},${at.signs + 7} H${box.to - 4}`} className="sheet-otherwise" />}
      {ending && (
        <g className="sheet-ending">
          <path
            d={`M${box.from + 2},${at.signs + 6} ${bar.ending ? `m0,8 v-16` : 'v-8'} H${box.to - (ending.ends ? 4 : 0)} ${ending.ends && bar.closes ? 'v16' : ''}`}
          />
          {bar.ending && (
            <text x={box.from + 8} y={at.signs + 8}>
              {bar.ending.number}.
            </text>
          )}
        </g>
      )}
      {isChart && <ChartLines own={own} box={box} at={at} place={place} />}
      {place === 0 && bar.number > 1 && !isChart && (
        <text x={0} y={at.staves[0]!.top - 10} className="sheet-number">
          {bar.number}
        </text>
      )}
      {isChart && place > 0 && isSame(own, last) ? (
        <text
          x={(box.from + box.to) / 2}
          y={at.symbols - 12}
          textAnchor="middle"
          className="sheet-glyph"
          fontSize={STAVE}
        >
          {SIGN.sameBar}
        </text>
      ) : (
        chords
          // Before a pickup nobody expects a chord.
          .filter((chord, i) => (chord.chord || bar.number > 0) && isNamed(chord, i, chords, place, isChart))
          .map(({ tick, symbol }) => (
            <SvgSymbol
              key={tick}
              symbol={symbol}
              x={x(tick)}
              y={at.symbols}
              size={symbol.length > 7 ? size * 0.86 : size}
            />
          ))
      )}
      {look.diagrams &&
        grips.map(({ tick, grip, chord, column }) => (
          <svg
            key={column}
            x={x(tick) - 6}
            y={at.diagrams}
            width={ROOM.diagram}
            height={ROOM.diagrams - 10}
            overflow="visible"
          >
            <GripDiagram
              grip={grip!}
              guitar={guitar}
              optional={chord ? optionalStrings(chord, grip!, { hand: player, neck: guitar }) : []}
            />
          </svg>
        ))}
      {look.lyrics &&
        words.map(({ verse, tick, text }) => (
          <text key={`${verse} ${tick}`} x={x(tick)} y={at.lyrics[verse]} className="sheet-words">
            {text}
          </text>
        ))}
      {at.staves.map(({ name, top, over }) => (
        <Fragment key={name}>
          {staves[name].flatMap(({ events }, v) =>
            events.map(({ tick, ticks, breath, rings }, i) => (
              <Fragment key={`${v} ${tick}`}>
                {breath && (
                  <text x={x(tick + ticks) - 8} y={top + 2} className="sheet-glyph" fontSize={STAVE * 0.8}>
                    {SIGN.breath}
                  </text>
                )}
                {rings && !events.slice(0, i).some((one) => one.rings) && place === 0 && v === 0 && (
                  <text x={x(tick)} y={over} className="sheet-ring">
                    {t('let ring')}
                  </text>
                )}
              </Fragment>
            )),
          )}
        </Fragment>
      ))}
    </g>
  );
}

/** Whether a chord is named: where it begins as another, and at the head of a line. */
function isNamed(
  { held, symbol }: BarChord,
  i: number,
  all: readonly BarChord[],
  place: number,
  isChart: boolean,
): boolean {
  if (held) return place === 0 || isChart;
  return i === 0 || all[i - 1]!.symbol !== symbol;
}

/** Whether a bar of a chart is the one before once more. */
function isSame({ chords, bar }: SheetBar, last: SheetBar | null): boolean {
  const told = (some: readonly BarChord[]) => some.map(({ tick, symbol }) => `${tick} ${symbol}`).join();
  return last !== null && bar.section === null && !bar.ending && told(chords) === told(last.chords);
}

const ORDINALS = ['1st', '2nd', '3rd'];
const ordinal = (number: number) => ORDINALS[number - 1] ?? `${number}th`;

interface ChartLinesProps extends Pick<BarViewProps, 'box' | 'place'> {
  readonly own: SheetBar;
  readonly at: SheetLine['at'];
}

/** Bar lines of a chart without staves, and its meter where that is told. */
function ChartLines({ own: { bar, newMeter }, box, at, place }: ChartLinesProps) {
  const bottom = at.symbols + 10;
  const top = bottom - STAVE;
  return (
    <g>
      {place === 0 && !bar.opens && <line x1={box.from} x2={box.from} y1={top} y2={bottom} className="sheet-barline" />}
      {bar.opens && (
        <text x={box.from} y={bottom} className="sheet-glyph" fontSize={STAVE}>
          {SIGN.repeatLeft}
        </text>
      )}
      {bar.closes ? (
        <text x={box.to} y={bottom} textAnchor="end" className="sheet-glyph" fontSize={STAVE}>
          {SIGN.repeatRight}
        </text>
      ) : (
        <line x1={box.to} x2={box.to} y1={top} y2={bottom} className="sheet-barline" />
      )}
      {newMeter && bar.number > 1 && (
        <SvgText
          text={`${bar.meter.count}/${bar.meter.unit}`}
          x={box.from + 2}
          y={top - 6}
          size={15}
          className="sheet-number"
        />
      )}
    </g>
  );
}
