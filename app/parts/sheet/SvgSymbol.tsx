import { symbolParts } from '../../../core/index.ts';

/** Signs that text fonts lack, in the music font (SMuFL 1.4): how large beside the letter, and how far up, in ems. */
const GLYPHS: Readonly<Record<string, { glyph: string; size: number; up: number }>> = {
  '♭': { glyph: '\uE260', size: 1, up: 0.25 },
  '♯': { glyph: '\uE262', size: 0.9, up: 0.33 },
  '°': { glyph: '\uE870', size: 1.1, up: 0 },
};

interface Run {
  readonly text: string;
  readonly size: number;
  readonly up: number;
  readonly music: boolean;
}

/** A text in runs of one font. */
function runsOf(text: string, size: number, up: number): readonly Run[] {
  return text
    .split(/([♭♯°])/)
    .filter((part) => part !== '')
    .map((part): Run => {
      const sign = GLYPHS[part];
      return sign
        ? { text: sign.glyph, size: size * sign.size, up: up + size * sign.up, music: true }
        : { text: part, size, up, music: false };
    });
}

interface SvgSymbolProps {
  readonly symbol: string;
  readonly x: number;
  /** Of its base line. */
  readonly y: number;
  readonly size: number;
}

/** A chord symbol as one line of SVG text: the root large, extensions raised. Read aloud elsewhere. */
export function SvgSymbol({ symbol, x, y, size }: SvgSymbolProps) {
  const { letter, accidental, quality, raised, bass } = symbolParts(symbol);
  const runs = [
    ...runsOf(letter, size, 0),
    ...runsOf(accidental, size * 0.9, 0),
    ...runsOf(quality, size * 0.84, 0),
    ...runsOf(raised, size * 0.62, size * 0.34),
    ...runsOf(bass === '' ? '' : `/${bass}`, size * 0.74, 0),
  ];
  return <Runs runs={runs} x={x} y={y} className="sheet-symbol" />;
}

/** What parts a sign from what follows it, in ems. */
const AFTER_SIGN = 0.1;
const round = (x: number) => Math.round(x * 100) / 100;

interface TextProps extends Omit<SvgSymbolProps, 'symbol'> {
  readonly text: string;
  readonly className: string;
}

/** A line of words in which musical signs are drawn. */
export function SvgText({ text, size, ...at }: TextProps) {
  return <Runs runs={runsOf(text, size, 0)} {...at} />;
}

function Runs({ runs, ...at }: Omit<TextProps, 'text' | 'size'> & { readonly runs: readonly Run[] }) {
  return (
    <text {...at}>
      {runs.map((run, i) => (
        <tspan
          key={i}
          fontSize={round(run.size)}
          dx={runs[i - 1]?.music ? round(run.size * AFTER_SIGN) : undefined}
          dy={round((runs[i - 1]?.up ?? 0) - run.up)}
          className={run.music ? 'sheet-glyph' : undefined}
        >
          {run.text}
        </tspan>
      ))}
    </text>
  );
}
