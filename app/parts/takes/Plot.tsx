import { useColorScheme } from '@mui/material/styles';
import Button from '@mui/material/Button';
import type { Data, Layout } from 'plotly.js';
import { useEffect, useRef, useState } from 'react';
import { pitchName } from '../../../core/index.ts';
import { TOKENS } from '../../theme.ts';
import { download } from '../frame/download.ts';
import { SCALE_PITCHES } from '../stream/layout.ts';
import type { Steps } from './byBar.ts';
import type { Drawn } from './Charts.tsx';

type Colours = (typeof TOKENS)[keyof typeof TOKENS];
const CONFIG = { displayModeBar: false, responsive: true };
const FONT = "'Figtree Variable', system-ui, sans-serif";

/** The chart library, once it is asked for; its own styles go where the page's policy lets them. */
async function library() {
  const styles = 'plotly.js-style-global';
  if (!document.getElementById(styles)) {
    const style = document.createElement('style');
    style.id = styles;
    style.nonce = document.querySelector<HTMLElement>('[nonce]')?.nonce ?? '';
    document.head.append(style);
  }
  return (await import('plotly.js-basic-dist-min')).default;
}

interface PlotProps {
  readonly drawn: Drawn;
  /** What it is, for whoever does not see it. */
  readonly label: string;
  /** What its picture is called. */
  readonly file: string;
}

/** A chart in the colours of the page, light or dark; it can be kept as a picture. */
export function Plot({ drawn, label, file }: PlotProps) {
  const at = useRef<HTMLDivElement>(null);
  const { mode, systemMode } = useColorScheme();
  const scheme = (mode === 'system' ? systemMode : mode) ?? 'light';
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    const element = at.current!;
    let wanted = true;
    void library()
      .then(async (plotly) => {
        const colours = TOKENS[scheme];
        if (wanted) await plotly.react(element, tracesOf(drawn, colours), layoutOf(drawn, colours), CONFIG);
      })
      .catch(() => wanted && setFailed(true));
    return () => {
      wanted = false;
    };
  }, [drawn, scheme]);
  useEffect(() => {
    const element = at.current!;
    return () => void library().then((plotly) => plotly.purge(element));
  }, []);
  const keep = async () => {
    const plotly = await library();
    const layout = layoutOf(drawn, TOKENS[scheme]);
    // A picture has no fonts of the page's: it is laid out in those it has.
    const figure = {
      data: tracesOf(drawn, TOKENS[scheme]),
      layout: { ...layout, font: { ...layout.font, family: 'sans-serif' } },
    };
    const url = await plotly.toImage(figure, { format: 'png', width: 1200, height: 520 });
    download(file, bytesOf(url), 'image/png');
  };
  return (
    <>
      <div className="plot" ref={at} role="img" aria-label={label} />
      {failed && <p role="alert">The chart could not be drawn; the table below says the same.</p>}
      <Button size="small" onClick={() => void keep()}>
        Save it as PNG
      </Button>
    </>
  );
}

/** A picture out of its address. */
function bytesOf(url: string): Uint8Array<ArrayBuffer> {
  const text = atob(url.slice(url.indexOf(',') + 1));
  return Uint8Array.from(text, (letter) => letter.charCodeAt(0));
}

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
          hovertemplate: `bar %{x}: %{y} semitones<extra>${names[side]}</extra>`,
        }) as Data,
    );
  if (kind === 'position')
    return lines.map(([line], side) =>
      step(
        line!,
        { color: colours[side]!, width: 2.5, dash: side === 0 ? 'solid' : 'dash' },
        { name: names[side]!, showlegend: true, hovertemplate: '%{text}: fret %{y}<extra></extra>' },
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

function layoutOf({ kind, bars, names, lines }: Drawn, { panel, rule, ink, slate }: Colours): Partial<Layout> {
  const grid = { gridcolor: rule, zeroline: false, fixedrange: true, color: slate };
  const pitches = lines.flatMap((voices) => voices.flatMap(({ values }) => values)).filter((value) => value !== null);
  const [low, high] = [Math.min(...pitches) - 2, Math.max(...pitches) + 2];
  const ticks = SCALE_PITCHES.filter((pitch) => pitch >= low && pitch <= high);
  const ofPitch = {
    ...grid,
    range: [low, high],
    tickvals: [...ticks],
    ticktext: ticks.map((pitch) => pitchName(pitch)),
  };
  const x = { ...grid, title: { text: 'bar' }, dtick: bars.length > 24 ? 4 : bars.length > 12 ? 2 : 1, tick0: 1 };
  const first = bars[0] ?? 1;
  const last = (bars.at(-1) ?? 1) + 1;
  return {
    paper_bgcolor: panel,
    plot_bgcolor: panel,
    font: { family: FONT, size: 13, color: ink },
    margin: { l: 56, r: 16, t: 28, b: 44 },
    legend: { orientation: 'h', y: 1.12 },
    hovermode: 'closest',
    ...(kind === 'movement' && {
      barmode: 'group',
      xaxis: { ...x, range: [first - 0.6, last - 0.4] },
      yaxis: { ...grid, title: { text: 'semitones' } },
    }),
    ...(kind === 'position' && {
      xaxis: { ...x, range: [first, last] },
      yaxis: { ...grid, title: { text: 'lowest fret' }, rangemode: 'tozero' },
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
        font: { size: 13, color: ink },
      })),
    }),
  } as Partial<Layout>;
}
