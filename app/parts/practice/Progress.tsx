import type { Data } from 'plotly.js';
import { Suspense, useMemo, type ReactNode } from 'react';
import { practisedText, type TempoLine, t } from '../../../core/index.ts';
import { later } from '../frame/later.tsx';
import { axisOf, type Colours, type Drawing } from '../plot/drawing.ts';

const Plot = later(async () => (await import('../plot/Plot.tsx')).Plot);

/** What the log comes to, as the place is loaded with it. */
export interface ProgressLoaded {
  readonly minutes: readonly { readonly day: string; readonly minutes: number }[];
  readonly tempi: readonly TempoLine[];
  readonly ahead: readonly { readonly day: string; readonly count: number }[];
}

/** More lines than this are no more told apart. */
const MOST_LINES = 6;
const SYMBOLS = ['circle', 'square', 'diamond', 'triangle-up', 'cross', 'x'];

/** Clean tempi over the weeks, minutes a day, the hardest changes then and now, what is due ahead; each with a table. */
export function Progress({ progress: { minutes, tempi, ahead } }: { readonly progress: ProgressLoaded }) {
  const lines = useMemo(() => tempi.filter(({ what }) => what.kind !== 'change').slice(0, MOST_LINES), [tempi]);
  const changes = useMemo(() => tempi.filter(({ what }) => what.kind === 'change').slice(0, MOST_CHANGES), [tempi]);
  const drawings = useMemo(
    () => ({
      tempi: (colours: Colours) => tempiOf(lines, colours),
      minutes: (colours: Colours) =>
        barsOf(
          minutes.map(({ day, minutes: y }) => [day, y] as const),
          'minutes',
          colours,
        ),
      ahead: (colours: Colours) =>
        barsOf(
          ahead.map(({ day, count }) => [day, count] as const),
          t('cards due'),
          colours,
        ),
      changes: (colours: Colours) => thenAndNow(changes, colours),
    }),
    [lines, minutes, ahead, changes],
  );
  if (minutes.length === 0)
    return (
      <p className="practice-empty">{t('Nothing is in the log yet. What you practise shows here, week by week.')}</p>
    );
  return (
    <div className="progress">
      <p className="practice-empty">
        <a href="/practice/log/csv" download>
          {t('The log as CSV')}
        </a>{' '}
        ·{' '}
        <a href="/practice/log/json" download>
          {t('as JSON')}
        </a>
      </p>
      <Charted name={t('Clean tempo')} words={t('in hundredths of the goal')} draw={drawings.tempi}>
        <Table
          heads={[t('what'), t('first day'), t('then'), t('last day'), t('now')]}
          rows={lines.map(({ what, points }) => {
            const [first, last] = [points[0]!, points.at(-1)!];
            return [
              practisedText(what),
              first.day,
              t('{clean} of {goal}', { clean: first.clean, goal: first.goal }),
              last.day,
              t('{clean} of {goal}', { clean: last.clean, goal: last.goal }),
            ];
          })}
        />
      </Charted>
      <Charted name={t('Minutes a day')} words="" draw={drawings.minutes}>
        <Table heads={[t('day'), t('minutes')]} rows={minutes.map(({ day, minutes: many }) => [day, String(many)])} />
      </Charted>
      <Charted name={t('Hardest changes, then and now')} words={t('clean tempo')} draw={drawings.changes}>
        <Table
          heads={[t('change'), t('then'), t('now'), t('goal')]}
          rows={changes.map(({ what, points }) => [
            practisedText(what),
            String(points[0]!.clean),
            String(points.at(-1)!.clean),
            String(points.at(-1)!.goal),
          ])}
        />
      </Charted>
      <Charted name={t('Due in the next two weeks')} words="" draw={drawings.ahead}>
        <Table heads={[t('day'), t('cards')]} rows={ahead.map(({ day, count }) => [day, String(count)])} />
      </Charted>
    </div>
  );
}
const MOST_CHANGES = 8;

interface ChartedProps {
  readonly name: string;
  readonly words: string;
  readonly draw: (colours: Colours) => Drawing;
  readonly children: ReactNode;
}

function Charted({ name, words, draw, children }: ChartedProps) {
  return (
    <section aria-label={name}>
      <h2>
        {name} {words !== '' && <small>{words}</small>}
      </h2>
      <Suspense fallback={<div className="plot" />}>
        <Plot draw={draw} label={name} file={`${name.toLowerCase().replace(/\W+/g, '-')}.png`} />
      </Suspense>
      <details>
        <summary>{t('The same as a table')}</summary>
        {children}
      </details>
    </section>
  );
}

interface TableProps {
  readonly heads: readonly string[];
  readonly rows: readonly (readonly string[])[];
}
const Table = ({ heads, rows }: TableProps) => (
  <div className="figures-scroll">
    <table className="two-figures">
      <thead>
        <tr>
          {heads.map((head) => (
            <th key={head} scope="col">
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([head, ...cells], i) => (
          <tr key={i}>
            <th scope="row">{head}</th>
            {cells.map((cell, k) => (
              <td key={k}>{cell}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  </div>
);

/** A line a passage; what tells them apart is the form of their points, and not the colour alone. */
function tempiOf(lines: readonly TempoLine[], colours: Colours): Drawing {
  const { river, moss, rust, ink, slate, heron } = colours;
  const data = lines.map(
    ({ what, points }, i) =>
      ({
        type: 'scatter',
        mode: 'lines+markers',
        name: practisedText(what),
        x: points.map(({ day }) => day),
        y: points.map(({ clean, goal }) => Math.round((100 * clean) / goal)),
        line: { color: [river, moss, rust, ink, slate, heron][i]!, width: 2 },
        marker: { symbol: SYMBOLS[i]!, size: 9 },
        hovertemplate: '%{x}: %{y} %<extra></extra>',
      }) as Data,
  );
  const x = { ...axisOf(colours), type: 'date' as const };
  const y = { ...axisOf(colours), ticksuffix: ' %', rangemode: 'tozero' as const };
  return { data, layout: { xaxis: x, yaxis: y, showlegend: true, legend: { orientation: 'h', y: -0.2 } } };
}

function barsOf(points: readonly (readonly [string, number])[], words: string, colours: Colours): Drawing {
  const bars = {
    type: 'bar',
    x: points.map(([day]) => day),
    y: points.map(([, count]) => count),
    marker: { color: colours.river },
    hovertemplate: `%{x}: %{y} ${words}<extra></extra>`,
  } as Data;
  const x = { ...axisOf(colours), type: 'date' as const };
  return {
    data: [bars],
    layout: { xaxis: x, yaxis: { ...axisOf(colours), title: { text: words } }, showlegend: false },
  };
}

/** Of each change the first clean tempo hollow, the last one full. */
function thenAndNow(changes: readonly TempoLine[], colours: Colours): Drawing {
  const names = changes.map(({ what }) => practisedText(what));
  const of = (at: 0 | -1, name: string, hollow: boolean): Data =>
    ({
      type: 'scatter',
      mode: 'markers',
      name,
      x: changes.map(({ points }) => points.at(at)!.clean),
      y: names,
      marker: { color: colours.river, size: 12, symbol: hollow ? 'circle-open' : 'circle', line: { width: 2 } },
      hovertemplate: `%{y}: %{x} ${name}<extra></extra>`,
    }) as Data;
  return {
    data: [of(0, 'then', true), of(-1, 'now', false)],
    layout: {
      xaxis: { ...axisOf(colours), title: { text: t('beats a minute') } },
      yaxis: { ...axisOf(colours), autorange: 'reversed', automargin: true },
    },
  };
}
