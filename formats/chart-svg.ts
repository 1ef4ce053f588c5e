/* A chart with its grips, drawn as SVG: for the command line, where nothing else draws. Fonts are the reader's. */
import {
  element,
  empty,
  formatMeter,
  headerKey,
  jumpText,
  sheetLines,
  sheetPages,
  t,
  type Neck,
  type Sheet,
  type SheetBar,
  type SheetLine,
  type SheetLook,
  keyWords,
} from '../core/index.ts';
import { diagram, INK, line, SERIF, svg, symbol, tenth, text } from './drawing.ts';

/** A4 at 96 to the inch, in units of the sheet (ISO 216). */
const SIZE = 0.72;
const PAGE = { width: 793.7 / SIZE, height: 1122.5 / SIZE };
const MARGIN = 48 / SIZE;
const TITLE = 92;
const GAP = 12;
const INDENT = 14;
/** What the sign of a repeat takes besides. */
const REPEAT_SIGN = 8;
/** Of a bar line. */
const HIGH = 40;
const LOOK: SheetLook = { staves: [], tab: false, strings: 6, diagrams: true, lyrics: true, barsALine: 4 };

function barline(x: number, top: number, { opens, closes }: { readonly opens?: unknown; readonly closes?: unknown }) {
  const bottom = top + HIGH;
  if (!opens && !closes) return [line(x, top, x, bottom)];
  const by = opens ? 1 : -1;
  const dots = [0.35, 0.65].map((share) =>
    empty('circle', { cx: tenth(x + by * 11), cy: tenth(top + HIGH * share), r: 2.4, fill: INK }),
  );
  return [line(x + by * 1.5, top, x + by * 1.5, bottom, 3, INK), line(x + by * 6, top, x + by * 6, bottom), ...dots];
}

/** What stands over a bar, to its left and to its right. */
function signsOver({ bar }: SheetBar): readonly [left: string, right: string] {
  const { section, signs, jump, times } = bar;
  return [
    [section, signs.segno ? 'segno' : null, signs.coda ? 'coda' : null].filter(Boolean).join(' · '),
    [
      ...[signs['to-coda'] ? t('to coda') : null, signs.fine ? t('Fine') : null, jump ? jumpText(jump) : null],
      times ? (times.vamp ? t('vamp') : t('{count} times', { count: times.count })) : null,
    ]
      .filter(Boolean)
      .join(' · '),
  ];
}

function barDrawn(own: SheetBar, place: number, from: number, width: number, { at }: SheetLine, neck: Neck): string[] {
  const { bar, chords, grips, words, ending, newMeter } = own;
  const to = from + width;
  const top = at.symbols + 10 - HIGH;
  const indent = INDENT + (bar.opens ? REPEAT_SIGN : 0);
  const x = (tick: number) => from + indent + ((width - indent) * tick) / bar.ticks;
  const [left, right] = signsOver(own);
  return [
    ...(left === '' ? [] : [text(from, at.signs, 15, left, { 'font-weight': 700 })]),
    ...(right === '' ? [] : [text(to - 4, at.signs, 14, right, { 'text-anchor': 'end', 'font-style': 'italic' })]),
    ...(ending ? [line(from + 2, at.signs + 6, to - 4, at.signs + 6)] : []),
    ...(bar.ending ? [text(from + 8, at.signs + 20, 13, `${bar.ending.number}.`)] : []),
    ...(place === 0 || bar.opens ? barline(from, top, { opens: bar.opens }) : []),
    ...barline(to, top, { closes: bar.closes }),
    ...(newMeter && bar.number > 1 ? [text(from + 2, top - 6, 15, formatMeter(bar.meter))] : []),
    ...chords
      .filter(({ chord, symbol: name }, i) => (chord || bar.number > 0) && chords[i - 1]?.symbol !== name)
      .map(({ tick, symbol: name }) => symbol(name, x(tick), at.symbols, name.length > 7 ? 29 : 34)),
    ...grips.flatMap(({ tick, grip }) => (grip ? [diagram(grip, neck, [x(tick) - 6, at.diagrams])] : [])),
    ...words.map(({ verse, tick, text: sung }) => text(x(tick), at.lyrics[verse]!, 16, sung)),
  ];
}

/** How a chart is drawn: in pages of paper, or as one drawing however long. */
interface ChartDrawn {
  readonly neck: Neck;
  readonly pages: boolean;
}

/** A sheet's chords with their grips and words, page after page. */
function drawnPages(sheet: Sheet, { neck, pages }: ChartDrawn): readonly string[] {
  const width = PAGE.width - 2 * MARGIN;
  const lines = sheetLines(sheet, { ...LOOK, strings: neck.open.length }, width);
  const heights = lines.map(({ height }) => height);
  const whole = TITLE + heights.reduce((sum, high) => sum + high + GAP, 0);
  const height = pages ? PAGE.height - 2 * MARGIN : whole;
  return sheetPages({ heights, gap: GAP, height, title: TITLE }).map(({ from, tops }, page) => {
    const drawn = tops.map((top, i) => {
      const own = lines[from + i]!;
      let x = 0;
      const bars = own.widths.flatMap((wide, place) => {
        const bar = barDrawn(sheet.bars[own.from + place]!, place, x, wide, own, neck);
        x += wide;
        return bar;
      });
      return element('g', bars, { transform: `translate(0 ${tenth(top)})` });
    });
    const head =
      page > 0
        ? []
        : [text(0, 30, 30, sheet.title, { 'font-family': SERIF, 'font-weight': 600 }), text(0, 56, 15, facts(sheet))];
    const placed = element('g', [...head, ...drawn], { transform: `translate(${tenth(MARGIN)} ${tenth(MARGIN)})` });
    return svg([placed], [PAGE.width, height + 2 * MARGIN], SIZE);
  });
}

const facts = ({ key, meter, tempo, feel }: Sheet): string =>
  `${keyWords(headerKey(key))} · ${formatMeter(meter)} · ${t('{tempo} a minute', { tempo })}${feel === 'swing' ? ` · ${t('swing')}` : ''}`;

/** A chart with its grips as one SVG file (SVG 1.1). */
export const writeChartSvg = (sheet: Sheet, neck: Neck): string =>
  `<?xml version="1.0" encoding="UTF-8"?>\n${drawnPages(sheet, { neck, pages: false }).join('')}\n`;

/** The same as a web page of printed pages; it runs nothing. */
export function writeChartHtml(sheet: Sheet, neck: Neck): string {
  const head = [
    empty('meta', { charset: 'utf-8' }),
    empty('meta', {
      'http-equiv': 'Content-Security-Policy',
      content: "default-src 'none'; style-src 'unsafe-inline'",
    }),
    empty('meta', { name: 'viewport', content: 'width=device-width' }),
    element('title', sheet.title),
    '<style>body{margin:0}svg{display:block;margin:0 auto;max-width:100%;height:auto;break-after:page}@page{margin:0}</style>',
  ];
  const body = drawnPages(sheet, { neck, pages: true });
  return `<!doctype html>\n${element('html', [element('head', head), element('body', body)], { lang: 'en' })}\n`;
}
