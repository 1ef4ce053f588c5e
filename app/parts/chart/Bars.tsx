import { useMemo } from 'react';
import {
  cadenceLabel,
  formatMeter,
  formOfChart,
  musical,
  phrasesText,
  playedText,
  readChart,
  readingLabel,
  symbolOf,
  type Bar,
  type Cadence,
  type Chart,
  type Melody,
  type Reading,
  type Section,
  msg,
  t,
  symbolText,
} from '../../../core/index.ts';
import { AreaBand, Tie } from '../reading/Tie.tsx';
import { marksOf, type Mark } from '../reading/marks.ts';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import './chart.css';

interface BarsProps {
  readonly chart: Chart;
  /** What is sung over it: its phrases are those of the chart. */
  readonly melody?: Melody;
  /** Bars, by number, that cannot be read as they are typed, and stand as they were. */
  readonly unread?: ReadonlySet<number | null>;
}
const NONE: ReadonlySet<number | null> = new Set();

/** The chart as read: bars in lines as written, each chord with its numeral and its part among its neighbours. */
export function Bars({ chart, melody, unread = NONE }: BarsProps) {
  const read = useMemo(() => firstReadings(chart, melody), [chart, melody]);
  return (
    <>
      <p className="bars-form">
        <Glyphs text={playedText(chart)} />
      </p>
      <ol className="bars">
        {linesOf(chart.bars).map((line) => (
          <li key={line[0]!.number} className="bars-line">
            {line[0]!.section && (
              <h3 className="bars-section">
                {line[0]!.section}
                <small>{phrasesText(read.sections.get(line[0]!.number))}</small>
              </h3>
            )}
            <ol className="bars-row">
              {line.map((bar, i) => (
                <BarBox
                  key={bar.number}
                  bar={bar}
                  isUnread={unread.has(bar.number)}
                  read={read}
                  showMeter={changesMeter(chart, bar)}
                  showSection={i > 0}
                />
              ))}
            </ol>
          </li>
        ))}
      </ol>
    </>
  );
}

/** What is read of each chord the first time it is played, by bar and tick; sections and cadences by bar. */
interface Readings {
  readonly chords: ReadonlyMap<string, { readonly reading: Reading | null; readonly mark: Mark }>;
  readonly sections: ReadonlyMap<number, Section>;
  readonly cadences: ReadonlyMap<number, Cadence>;
  /** The chords under the last notes of phrases, by bar and tick. */
  readonly ends: ReadonlySet<string>;
}
const placeOf = (bar: number, tick: number) => `${bar}:${tick}`;
function firstReadings(chart: Chart, melody: Melody | undefined): Readings {
  const slots = readChart(chart);
  const marks = marksOf(slots, chart.key);
  const chords = new Map<string, { reading: Reading | null; mark: Mark }>();
  slots.forEach(({ sourceBar, entry, reading }, i) => {
    const place = placeOf(sourceBar, entry.tick);
    if (!chords.has(place)) chords.set(place, { reading, mark: marks[i]! });
  });
  const form = formOfChart(chart, slots, melody);
  const phrases = form.flatMap((section) => section.phrases);
  return {
    chords,
    sections: new Map(form.map((section) => [section.phrases[0]!.firstBar, section])),
    ends: new Set(
      phrases.flatMap(({ end }) => (end === null ? [] : [placeOf(slots[end]!.sourceBar, slots[end]!.entry.tick)])),
    ),
    cadences: new Map(
      phrases.flatMap(({ cadence }) => (cadence ? [[slots[cadence.at]!.sourceBar, cadence] as const] : [])),
    ),
  };
}

/** Bars by the line they were written in, four to a row at most where a line is longer. */
const MOST_IN_ROW = 4;
function linesOf(bars: readonly Bar[]): Bar[][] {
  const lines: Bar[][] = [];
  for (const bar of bars) {
    const last = lines.at(-1);
    if (last && last[0]!.line === bar.line && last.length < MOST_IN_ROW && bar.section === null) last.push(bar);
    else lines.push([bar]);
  }
  return lines;
}

function changesMeter({ bars, meter }: Chart, bar: Bar): boolean {
  const before = bars[bars.indexOf(bar) - 1]?.meter ?? meter;
  return before.count !== bar.meter.count || before.unit !== bar.meter.unit;
}

function BarBox({
  bar,
  isUnread,
  read,
  showMeter,
  showSection,
}: {
  bar: Bar;
  isUnread: boolean;
  read: Readings;
  showMeter: boolean;
  showSection: boolean;
}) {
  const cadence = read.cadences.get(bar.number);
  return (
    <li
      className={`bar ${isUnread ? 'bar-unread' : ''} ${bar.opens ? 'bar-opens' : ''} ${bar.closes ? 'bar-closes' : ''}`}
    >
      <span className="bar-number">
        {bar.number === 0 ? t('pickup') : bar.number}
        {bar.ending && <b className="bar-ending">{bar.ending.number}.</b>}
        {showMeter && <b> {formatMeter(bar.meter)}</b>}
        {showSection && bar.section && <b> {bar.section}</b>}
        {signsBefore(bar).map((sign) => (
          <b key={sign} className="bar-sign">
            {sign}
          </b>
        ))}
        {isUnread && <em className="bar-fault">{t('cannot be read')}</em>}
        {cadence && <em className="bar-cadence">{cadenceLabel(cadence)}</em>}
      </span>
      <span className="bar-chords">
        {bar.entries.map((entry, i) => {
          const found = read.chords.get(placeOf(bar.number, entry.tick));
          return (
            <span key={i} className="bar-chord" style={{ flexGrow: entry.beats }}>
              <AreaBand mark={found?.mark} />
              <ChordSymbol symbol={entry.chord ? symbolOf(entry.chord) : isUnread ? '?' : 'N.C.'} />
              <Tie mark={found?.mark} />
              {read.ends.has(placeOf(bar.number, entry.tick)) && (
                <span className="bar-breath" role="img" aria-label={t('A phrase of the melody ends here')}>
                  ’
                </span>
              )}
              <ReadingNote reading={found?.reading ?? null} />
            </span>
          );
        })}
      </span>
      {bar.alternates.map(({ text }, i) => (
        <span key={i} className="bar-alternate">
          {t('or')} <Glyphs text={symbolText(text)} />
        </span>
      ))}
      {bar.lyrics.map((words, verse) => (
        <span key={verse} className="bar-words">
          {words.map((piece, i) => (
            <span key={i} style={{ flexGrow: words.length > 1 ? bar.entries[i]?.beats : 1 }}>
              {piece}
            </span>
          ))}
        </span>
      ))}
      {signsAfter(bar).map((sign) => (
        <b key={sign} className="bar-sign bar-sign-after">
          {sign}
        </b>
      ))}
    </li>
  );
}

const SIGN_NAMES = { segno: msg('Segno'), coda: msg('Coda'), 'to-coda': msg('to Coda'), fine: msg('Fine') } as const;

function signsBefore({ signs }: Bar): string[] {
  return (['segno', 'coda'] as const).flatMap((sign) => (signs[sign] ? [t(SIGN_NAMES[sign])] : []));
}

function signsAfter({ signs, jump, times }: Bar): string[] {
  const after = (['to-coda', 'fine'] as const).flatMap((sign) => (signs[sign] ? [t(SIGN_NAMES[sign])] : []));
  const leap =
    jump &&
    `${jump.to === 'segno' ? 'D.S.' : 'D.C.'}${jump.until === 'end' ? '' : ` ${t('al {until}', { until: jump.until })}`}`;
  const often =
    times &&
    (times.vamp ? t('vamp, {count} here', { count: times.count }) : t('{count} times', { count: times.count }));
  return [...after, ...(leap ? [leap] : []), ...(often ? [often] : [])];
}

/** A numeral, and under it why a chord from outside the key is there. */
function ReadingNote({ reading }: { readonly reading: Reading | null }) {
  if (!reading) return null;
  return (
    <>
      <small>
        <Glyphs text={musical(reading.numeral)} />
      </small>
      <small className="bar-why">
        <Glyphs text={readingLabel(reading)} />
      </small>
    </>
  );
}
