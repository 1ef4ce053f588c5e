import { Fragment } from 'react';

/**
 * Signs the text fonts lack, drawn for this product. In hundredths of an em, baseline at 0, upwards
 * negative; `advance` is how far the next letter stands. Bowls are cut out (even-odd), crossing bars are not.
 */
export const SIGNS = {
  '♭': {
    advance: 37,
    fillRule: 'evenodd',
    path: 'M4,-76 L9.5,-76 L9.5,-34 C14,-41 20,-44 25.5,-44 C31.5,-44 35,-39.5 35,-32.5 C35,-18.5 19,-6 4,4 Z M9.5,-26 L9.5,-8 C18,-14 26.5,-23 26.5,-32 C26.5,-36 25,-38 22,-38 C17.5,-38 12,-33 9.5,-26 Z',
  },
  '♯': {
    advance: 44,
    fillRule: 'nonzero',
    path: 'M11,-62 L15.5,-63.5 L15.5,14 L11,15.5 Z M26,-67 L30.5,-68.5 L30.5,9 L26,10.5 Z M4,-35 L38,-46.5 L38,-37 L4,-25.5 Z M4,-10 L38,-21.5 L38,-12 L4,-0.5 Z',
  },
  '°': {
    advance: 36,
    fillRule: 'evenodd',
    path: 'M18,-72 a14,14 0 1 1 -0.01,0 Z M18,-66 a8,8 0 1 0 0.01,0 Z',
  },
} as const;

type Sign = keyof typeof SIGNS;
const isSign = (letter: string): letter is Sign => letter in SIGNS;

/** A line of text with its musical signs drawn, sized to the text around it; beside each stands the sign itself, to be read aloud and copied. */
export function Glyphs({ text }: { readonly text: string }) {
  return (
    <>
      {text.split(/(\S*[♭♯°]\S*)/).map((word, i) =>
        // A sign is drawn: no line may break beside it within a word.
        i % 2 === 0 ? (
          <Fragment key={i}>{word}</Fragment>
        ) : (
          <span key={i} className="signed">
            <Signs word={word} />
          </span>
        ),
      )}
    </>
  );
}

function Signs({ word }: { readonly word: string }) {
  return word.split(/([♭♯°])/).map((part, i) =>
    isSign(part) ? (
      <Fragment key={i}>
        <svg
          className="sign"
          aria-hidden="true"
          viewBox={`0 -80 ${SIGNS[part].advance} 100`}
          style={{ width: `${SIGNS[part].advance / 100}em` }}
        >
          <path d={SIGNS[part].path} fillRule={SIGNS[part].fillRule} fill="currentColor" />
        </svg>
        <span className="sign-text">{part}</span>
      </Fragment>
    ) : (
      <Fragment key={i}>{part}</Fragment>
    ),
  );
}

/** Rough width of a letter of Figtree, in hundredths of an em. */
const LETTER = 57;

/** A short label with signs inside an SVG, centred on (x, y). */
export function SvgLabel({
  text,
  x,
  y,
  size,
  className,
}: {
  text: string;
  x: number;
  y: number;
  size: number;
  className?: string;
}) {
  const parts = text.split(/([♭♯°])/).filter(Boolean);
  const widthOf = (part: string) => ((isSign(part) ? SIGNS[part].advance : part.length * LETTER) * size) / 100;
  const width = parts.reduce((sum, part) => sum + widthOf(part), 0);
  const starts = parts.map((_, i) => x - width / 2 + parts.slice(0, i).reduce((sum, part) => sum + widthOf(part), 0));
  const baseline = y + size * 0.36;
  return (
    <g className={className} aria-hidden="true">
      {parts.map((part, i) =>
        isSign(part) ? (
          <path
            key={i}
            d={SIGNS[part].path}
            fillRule={SIGNS[part].fillRule}
            transform={`translate(${starts[i]} ${baseline}) scale(${size / 100})`}
          />
        ) : (
          <text key={i} x={starts[i]! + widthOf(part) / 2} y={baseline} fontSize={size} textAnchor="middle">
            {part}
          </text>
        ),
      )}
    </g>
  );
}
