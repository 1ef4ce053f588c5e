import type { Data, Layout } from 'plotly.js';
import { pitchName, msg, t } from '../../../core/index.ts';
import { axisOf, type Colours, type Drawing } from '../plot/drawing.ts';
import { SCALE_PITCHES } from '../stream/layout.ts';
import type { Steps } from './byBar.ts';

export const CHARTS = {
  voices: msg('Voices over time'),
  movement: msg('Movement by bar'),
  position: msg('Hand position'),
} as const;
export type ChartKind = keyof typeof CHARTS;

/** What a chart draws of each take. */
export interface Drawn {
  readonly kind: ChartKind;
  readonly bars: readonly number[];
  readonly names: readonly [string, string];
  /** Of voices, from the top, the bass once more at the end; of positions one; none of movement. */
  readonly lines: readonly [readonly Steps[], readonly Steps[]];
  readonly movement: readonly [readonly number[], readonly number[]];
}

/** A chart of two takes. */
export const drawingOf =
  (drawn: Drawn) =>
  (colours: Colours): Drawing => ({ data: tracesOf(drawn, colours), layout: layoutOf(drawn, colours) });

const step = ({ at, values, words }: Steps, line: Partial<Plotly.ScatterLine>, more: Partial<Data> = {}): Data =>
  ({
    type: 'scatter',
    mode: 'lines',
    x: [...at],
    y: [...values],
    text: [...words],
    hovertemplate: '%{text}<extra></extra>',
    line: { shape: 'hv', ...line },
    showlegend: false,
    ...more,
  }) as Data;

/** The take above in one colour, the one below in another and dashed, so that colour is not all that tells them apart. */
function tracesOf({ kind, bars, names, lines, movement }: Drawn, { river, rust, ink, slate }: Colours): Data[] {
  const colours = [river, rust];
  if (kind === 'movement')
    return movement.map(
      (moved, side) =>
        ({
          type: 'bar',
          name: names[side]!,
          x: [...bars],
          y: [...moved],
          marker: {
            color: colours[side]!,
            ...(side === 1 && { pattern: { shape: '/', fgcolor: rust, bgcolor: 'transparent' } }),
          },
          hovertemplate: `${t('bar {bar}: {count} semitones', { bar: '%{x}', count: '%{y}' })}<extra>${names[side]}</extra>`,
        }) as Data,
    );
  if (kind === 'position')
    return lines.map(([line], side) =>
      step(
        line!,
        { color: colours[side]!, width: 2.5, dash: side === 0 ? 'solid' : 'dash' },
        {
          name: names[side]!,
          showlegend: true,
          hovertemplate: `%{text}: ${t('fret {fret}', { fret: '%{y}' })}<extra></extra>`,
        },
      ),
    );
  return lines.flatMap((voices, side) =>
    voices.map((line, voice) => {
      const isLast = voice === voices.length - 1;
      const look =
        voice === 0 ? { color: river, width: 3 } : isLast ? { color: ink, width: 2.5 } : { color: slate, width: 1.2 };
      return step(line, look, { yaxis: side === 0 ? 'y' : 'y2' });
    }),
  );
}

function layoutOf({ kind, bars, names, lines }: Drawn, colours: Colours): Partial<Layout> {
  const grid = axisOf(colours);
  const pitches = lines.flatMap((voices) => voices.flatMap(({ values }) => values)).filter((value) => value !== null);
  const [low, high] = [Math.min(...pitches) - 2, Math.max(...pitches) + 2];
  const ticks = SCALE_PITCHES.filter((pitch) => pitch >= low && pitch <= high);
  const ofPitch = {
    ...grid,
    range: [low, high],
    tickvals: [...ticks],
    ticktext: ticks.map((pitch) => pitchName(pitch)),
  };
  const x = { ...grid, title: { text: t('bar') }, dtick: bars.length > 24 ? 4 : bars.length > 12 ? 2 : 1, tick0: 1 };
  const first = bars[0] ?? 1;
  const last = (bars.at(-1) ?? 1) + 1;
  return {
    ...(kind === 'movement' && {
      barmode: 'group',
      xaxis: { ...x, range: [first - 0.6, last - 0.4] },
      yaxis: { ...grid, title: { text: t('semitones') } },
    }),
    ...(kind === 'position' && {
      xaxis: { ...x, range: [first, last] },
      yaxis: { ...grid, title: { text: t('lowest fret') }, rangemode: 'tozero' },
    }),
    ...(kind === 'voices' && {
      xaxis: { ...x, range: [first, last], anchor: 'y2' },
      yaxis: { ...ofPitch, domain: [0.54, 1] },
      yaxis2: { ...ofPitch, domain: [0, 0.46] },
      annotations: names.map((text, side) => ({
        text,
        xref: 'paper',
        yref: 'paper',
        x: 0,
        y: side === 0 ? 1.09 : 0.53,
        xanchor: 'left',
        yanchor: 'top',
        showarrow: false,
        font: { size: 13, color: colours.ink },
      })),
    }),
  } as Partial<Layout>;
}
