import { t } from '../../../core/index.ts';
import { useColorScheme } from '@mui/material/styles';
import Button from '@mui/material/Button';
import { useEffect, useRef, useState } from 'react';
import { TOKENS } from '../../theme.ts';
import { download } from '../frame/download.ts';
import type { Colours, Drawing } from './drawing.ts';
import './plot.css';

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
  /** A new one when something else is to be drawn. */
  readonly draw: (colours: Colours) => Drawing;
  /** What it is, for whoever does not see it. */
  readonly label: string;
  /** What its picture is called. */
  readonly file: string;
}

/** A chart in the colours of the page, light or dark; it can be kept as a picture. */
export function Plot({ draw, label, file }: PlotProps) {
  const at = useRef<HTMLDivElement>(null);
  const { mode, systemMode } = useColorScheme();
  const scheme = (mode === 'system' ? systemMode : mode) ?? 'light';
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    const element = at.current!;
    let wanted = true;
    void library()
      .then(async (plotly) => {
        const { data, layout } = drawn(draw, TOKENS[scheme]);
        if (wanted) await plotly.react(element, data, layout, CONFIG);
      })
      .catch(() => wanted && setFailed(true));
    return () => {
      wanted = false;
    };
  }, [draw, scheme]);
  useEffect(() => {
    const element = at.current!;
    return () => void library().then((plotly) => plotly.purge(element));
  }, []);
  const keep = async () => {
    const plotly = await library();
    const { data, layout } = drawn(draw, TOKENS[scheme]);
    // A picture has no fonts of the page's: it is laid out in those it has.
    const figure = { data, layout: { ...layout, font: { ...layout.font, family: 'sans-serif' } } };
    const url = await plotly.toImage(figure, { format: 'png', width: 1200, height: 520 });
    download(file, bytesOf(url), 'image/png');
  };
  return (
    <>
      <div className="plot" ref={at} role="img" aria-label={label} />
      {failed && <p role="alert">{t('The chart could not be drawn; the table below says the same.')}</p>}
      <Button size="small" onClick={() => void keep()}>
        {t('Save it as PNG')}
      </Button>
    </>
  );
}

/** A picture out of its address. */
function bytesOf(url: string): Uint8Array<ArrayBuffer> {
  const text = atob(url.slice(url.indexOf(',') + 1));
  return Uint8Array.from(text, (letter) => letter.charCodeAt(0));
}

/** On the ground of the page, in its letters. */
function drawn(draw: PlotProps['draw'], colours: Colours): Drawing {
  const { data, layout } = draw(colours);
  const { panel, ink } = colours;
  return {
    data,
    layout: {
      paper_bgcolor: panel,
      plot_bgcolor: panel,
      font: { family: FONT, size: 13, color: ink },
      margin: { l: 56, r: 16, t: 28, b: 44 },
      legend: { orientation: 'h', y: 1.12 },
      hovermode: 'closest',
      ...layout,
    },
  };
}
