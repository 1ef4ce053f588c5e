import { useMemo } from 'react';
import {
  formatMeter,
  headerKey,
  musical,
  readChart,
  readingLabel,
  symbolOf,
  type Bar,
  type Chart,
  type Reading,
} from '../../../core/index.ts';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';

/** The chart as read: bars in lines as written, each chord with its numeral. */
export function Bars({ chart }: { readonly chart: Chart }) {
  const readings = useMemo(() => firstReadings(chart), [chart]);
  return (
    <ol className="bars">
      {linesOf(chart.bars).map((line) => (
        <li key={line[0]!.number} className="bars-line">
          {line[0]!.section && <h3 className="bars-section">{line[0]!.section}</h3>}
          <ol className="bars-row">
            {line.map((bar, i) => (
              <BarBox
                key={bar.number}
                bar={bar}
                readings={readings}
                showMeter={changesMeter(chart, bar)}
                showKey={changesKey(chart, bar)}
                showSection={i > 0}
              />
            ))}
          </ol>
        </li>
      ))}
    </ol>
  );
}

/** The reading of each chord the first time it is played, by bar and tick. */
type Readings = ReadonlyMap<string, Reading>;
const placeOf = (bar: number, tick: number) => `${bar}:${tick}`;
function firstReadings(chart: Chart): Readings {
  const readings = new Map<string, Reading>();
  for (const { sourceBar, entry, reading } of readChart(chart)) {
    const place = placeOf(sourceBar, entry.tick);
    if (reading && !readings.has(place)) readings.set(place, reading);
  }
  return readings;
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

function changesKey({ bars, key }: Chart, bar: Bar): boolean {
  return headerKey(bars[bars.indexOf(bar) - 1]?.key ?? key) !== headerKey(bar.key);
}

function BarBox({
  bar,
  readings,
  showMeter,
  showKey,
  showSection,
}: {
  bar: Bar;
  readings: Readings;
  showMeter: boolean;
  showKey: boolean;
  showSection: boolean;
}) {
  return (
    <li className={`bar ${bar.opens ? 'bar-opens' : ''} ${bar.closes ? 'bar-closes' : ''}`}>
      <span className="bar-number">
        {bar.number === 0 ? 'pickup' : bar.number}
        {bar.ending && <b className="bar-ending">{bar.ending.number}.</b>}
        {showMeter && <b> {formatMeter(bar.meter)}</b>}
        {showKey && (
          <b>
            {' '}
            <Glyphs text={`in ${musical(headerKey(bar.key))}`} />
          </b>
        )}
        {showSection && bar.section && <b> {bar.section}</b>}
      </span>
      <span className="bar-chords">
        {bar.entries.map((entry, i) => (
          <span key={i} className="bar-chord" style={{ flexGrow: entry.beats }}>
            <ChordSymbol symbol={entry.chord ? symbolOf(entry.chord) : 'N.C.'} />
            <ReadingNote reading={readings.get(placeOf(bar.number, entry.tick))} />
          </span>
        ))}
      </span>
    </li>
  );
}

/** A numeral, and under it why a chord from outside the key is there. */
function ReadingNote({ reading }: { readonly reading: Reading | undefined }) {
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
