import Button from '@mui/material/Button';
import { Suspense, useState } from 'react';
import { pitchName, t } from '../../../core/index.ts';
import { fileName } from '../frame/download.ts';
import { later } from '../frame/later.tsx';
import { bassLine, movementByBar, positionLine, rangeByBar, voiceLines } from './byBar.ts';
import { CHARTS, drawingOf, type ChartKind, type Drawn } from './drawn.ts';
import type { SideTake } from './useTwoTakes.ts';
import './takes.css';

const Plot = later(async () => (await import('../plot/Plot.tsx')).Plot);

interface ChartsProps {
  readonly sides: readonly [SideTake, SideTake];
  readonly bars: readonly number[];
  readonly title: string;
}

/** Charts of both takes, for whoever asks; each has a table of what it shows. */
export function Charts({ sides, bars, title }: ChartsProps) {
  const [kind, setKind] = useState<ChartKind | null>(null);
  const pair = <T,>(of: (side: SideTake) => T) => [of(sides[0]), of(sides[1])] as const;
  const drawn: Drawn | null = kind && {
    kind,
    bars,
    names: pair(({ name }) => name),
    lines: pair(({ columns }) =>
      kind === 'voices'
        ? [...voiceLines(columns), bassLine(columns)]
        : kind === 'position'
          ? [positionLine(columns)]
          : [],
    ),
    movement: pair(({ columns }) => movementByBar(columns, bars)),
  };
  const drawing = drawn && drawingOf(drawn);
  return (
    <section className="charts" aria-label={t('Charts')}>
      <div className="charts-kinds" role="group" aria-label={t('Charts of both takes')}>
        {(Object.keys(CHARTS) as ChartKind[]).map((one) => (
          <Button
            key={one}
            size="small"
            variant={one === kind ? 'outlined' : 'text'}
            aria-pressed={one === kind}
            onClick={() => setKind(one === kind ? null : one)}
          >
            {t(CHARTS[one])}
          </Button>
        ))}
      </div>
      {drawn && drawing && (
        <>
          <Suspense fallback={<div className="plot" />}>
            <Plot
              draw={drawing}
              label={`${t(CHARTS[drawn.kind])}: ${drawn.names.join(' and ')}`}
              file={fileName(`${title} ${t(CHARTS[drawn.kind])}`, 'png')}
            />
          </Suspense>
          <details>
            <summary>{t('The same as a table')}</summary>
            <ChartTable drawn={drawn} />
          </details>
        </>
      )}
    </section>
  );
}

const fretOf = (fret: number) => (fret === 0 ? 'open' : t('fret {fret}', { fret }));

/** What a chart shows, bar by bar, in words. */
function ChartTable({ drawn: { kind, bars, names, lines, movement } }: { readonly drawn: Drawn }) {
  const cells = ([0, 1] as const).map((side): readonly string[] => {
    if (kind === 'movement') return movement[side].map((moved) => `${moved}`);
    if (kind === 'position') return rangeByBar(lines[side][0]!, bars, fretOf);
    const [top, bass] = [lines[side][0]!, lines[side].at(-1)!].map((line) => rangeByBar(line, bars, pitchName));
    return bars.map((_, i) => (top![i] === '' ? '' : t('{top} over {bass}', { top: top![i], bass: bass![i] })));
  });
  return (
    <div className="figures-scroll">
      <table className="two-figures">
        <caption className="visually-hidden">{t(CHARTS[kind])}</caption>
        <thead>
          <tr>
            <th scope="col">{t('bar')}</th>
            {names.map((name, side) => (
              <th key={side} scope="col">
                {name}
                {kind === 'voices' ? t(', top over bass') : kind === 'movement' ? t(', semitones') : ''}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {bars.map((bar, i) => (
            <tr key={bar}>
              <th scope="row">{bar}</th>
              <td>{cells[0]![i]}</td>
              <td>{cells[1]![i]}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
