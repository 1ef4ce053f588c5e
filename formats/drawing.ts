/* What drawings are made of, as SVG. Fonts are the reader's. */
import { barresOf, diagramLayout, element, empty, symbolParts, type Grip, type Neck } from '../core/index.ts';

export const INK = '#000';
export const GREY = '#555';
const RULE = '#999';
export const SERIF = 'Georgia, "Times New Roman", serif';
const SANS = 'system-ui, Helvetica, Arial, sans-serif';

export const line = (x1: number, y1: number, x2: number, y2: number, width = 1.4, stroke = GREY): string =>
  empty('line', { x1: tenth(x1), y1: tenth(y1), x2: tenth(x2), y2: tenth(y2), stroke, 'stroke-width': width });
export const text = (
  x: number,
  y: number,
  size: number,
  words: string,
  more: Readonly<Record<string, string | number>> = {},
) => element('text', words, { x: tenth(x), y: tenth(y), 'font-size': size, 'font-family': SANS, fill: INK, ...more });
export const tenth = (x: number): number => Math.round(x * 10) / 10;

/** A chord symbol: the root large, extensions raised. */
export function symbol(name: string, x: number, y: number, size: number): string {
  const { letter, accidental, quality, raised, bass } = symbolParts(name);
  const runs: readonly (readonly [string, number, number])[] = [
    [letter, 1, 0],
    [accidental, 0.8, 0.16],
    [quality, 0.84, 0],
    [raised, 0.62, 0.34],
    [bass === '' ? '' : `/${bass}`, 0.74, 0],
  ];
  let risen = 0;
  const spans = runs
    .filter(([run]) => run !== '')
    .map(([run, share, up]) => {
      const dy = tenth((risen - up) * size);
      risen = up;
      return element('tspan', run, { 'font-size': tenth(size * share), dy });
    });
  return element('text', spans, { x: tenth(x), y: tenth(y), 'font-family': SERIF, 'font-weight': 600, fill: INK });
}

/** A grip as a small picture of the neck, whose upper left corner lies at a point. */
export function diagram(
  grip: Pick<Grip, 'frets' | 'fingers'>,
  { mm, open }: Neck,
  [left, top]: readonly [number, number],
) {
  const at = diagramLayout(grip, { mm, strings: open.length, leftHanded: false });
  const last = open.length - 1;
  return element(
    'g',
    [
      ...at.wires.map((fret) =>
        line(at.x(fret), at.y(0), at.x(fret), at.y(last), fret === 0 ? 4 : 1.6, fret === 0 ? INK : RULE),
      ),
      ...open.map((_, s) => line(at.ends[0], at.y(s), at.ends[1], at.y(s), 0.9, GREY)),
      ...barresOf(grip).map(({ from, to, fromFret, toFret }) =>
        line(at.finger(fromFret), at.y(from), at.finger(toFret), at.y(to), 6, '#777'),
      ),
      ...grip.frets.flatMap((fret, s): string[] => {
        const y = at.y(s);
        if (fret > 0)
          return [
            empty('circle', { cx: at.finger(fret), cy: y, r: at.dot, fill: INK }),
            ...(grip.fingers[s] === null
              ? []
              : [
                  text(at.finger(fret), y + 3.2, 8.4, String(grip.fingers[s]), {
                    ...{ fill: '#fff', 'text-anchor': 'middle', 'font-weight': 800 },
                  }),
                ]),
          ];
        const x = at.beforeNut;
        return fret === 0
          ? [empty('circle', { cx: x, cy: y, r: 3.8, fill: 'none', stroke: INK, 'stroke-width': 1.6 })]
          : [line(x - 2.6, y - 2.6, x + 2.6, y + 2.6, 1.5), line(x - 2.6, y + 2.6, x + 2.6, y - 2.6, 1.5)];
      }),
      ...(at.place === null
        ? []
        : [
            text(at.finger(at.place), at.placeY, 12, String(at.place), { 'text-anchor': 'middle', 'font-weight': 700 }),
          ]),
    ],
    { transform: `translate(${tenth(left)} ${tenth(top)})` },
  );
}

/** A drawing as a file (SVG 1.1). */
export const svgFile = (inside: readonly string[], [width, height]: readonly [number, number], scale = 1): string =>
  `<?xml version="1.0" encoding="UTF-8"?>\n${svg(inside, [width, height], scale)}\n`;

/** A drawing on white paper, so many pixels to a unit. */
export function svg(inside: readonly string[], [wide, high]: readonly [number, number], scale = 1): string {
  const [width, height] = [tenth(wide), tenth(high)];
  return element('svg', [empty('rect', { width, height, fill: '#fff' }), ...inside], {
    xmlns: 'http://www.w3.org/2000/svg',
    viewBox: `0 0 ${width} ${height}`,
    width: Math.round(width * scale),
    height: Math.round(height * scale),
  });
}
