import { describe, expect, test } from '@jest/globals';
import { TOKENS } from './theme.ts';

type Rgb = readonly [number, number, number];
type Mode = keyof typeof TOKENS;
const MODES = Object.keys(TOKENS) as Mode[];

/** Linear light, 0 to 1, of `#RRGGBB` (IEC 61966-2-1, sRGB). */
const linear = (hex: string): Rgb =>
  [1, 3, 5].map((at) => {
    const value = parseInt(hex.slice(at, at + 2), 16) / 255;
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
  }) as unknown as Rgb;
const luminance = ([r, g, b]: Rgb) => 0.2126 * r + 0.7152 * g + 0.0722 * b;

/** WCAG 2.2, contrast ratio. */
function contrast(one: string, other: string): number {
  const [light, dark] = [luminance(linear(one)), luminance(linear(other))].sort((a, b) => b - a);
  return (light! + 0.05) / (dark! + 0.05);
}

/**
 * How whole protanopes, deuteranopes and tritanopes see linear light: Machado, Oliveira, Fernandes, A Physiologically-based
 * Model for Simulation of Color Vision Deficiency, IEEE TVCG 15(6), 2009, severity 1.0 (values from memory; each row adds up to 1).
 */
const SIGHTS: Readonly<Record<string, readonly Rgb[]>> = {
  protan: [
    [0.152286, 1.052583, -0.204868],
    [0.114503, 0.786281, 0.099216],
    [-0.003882, -0.048116, 1.051998],
  ],
  deutan: [
    [0.367322, 0.860646, -0.227968],
    [0.280085, 0.672501, 0.047413],
    [-0.01182, 0.04294, 0.968881],
  ],
  tritan: [
    [1.255528, -0.076749, -0.178779],
    [-0.078411, 0.930809, 0.147602],
    [0.004733, 0.691367, 0.3039],
  ],
};
const seenBy = (sight: readonly Rgb[], colour: Rgb): Rgb =>
  sight.map((row) =>
    Math.min(
      1,
      Math.max(
        0,
        row.reduce((sum, share, i) => sum + share * colour[i]!, 0),
      ),
    ),
  ) as unknown as Rgb;

/** CIE L*a*b* of linear sRGB, white D65. */
function lab([r, g, b]: Rgb): Rgb {
  const f = (t: number) => (t > 216 / 24389 ? Math.cbrt(t) : (24389 / 27 / 116) * t + 16 / 116);
  const x = f((0.4124 * r + 0.3576 * g + 0.1805 * b) / 0.9505);
  const y = f(0.2126 * r + 0.7152 * g + 0.0722 * b);
  const z = f((0.0193 * r + 0.1192 * g + 0.9505 * b) / 1.089);
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}
const apart = (one: Rgb, other: Rgb) => Math.hypot(...lab(one).map((value, i) => value - lab(other)[i]!));

describe.each(MODES)('in %s', (mode) => {
  const colours = TOKENS[mode];

  test('words stand out from their ground: 4.5 to 1 at least, on marks too', () => {
    for (const ground of ['paper', 'panel', 'wash'] as const)
      for (const words of ['ink', 'slate', 'river', 'moss', 'rust'] as const)
        expect([ground, words, contrast(colours[ground], colours[words]) >= 4.5]).toEqual([ground, words, true]);
    for (const mark of ['river', 'moss', 'ink', 'rust'] as const)
      expect([mark, contrast(colours[mark], colours.onMark) >= 4.5]).toEqual([mark, true]);
  });

  test.each(Object.keys(SIGHTS))('held, moving and lowest notes, and a clash, are told apart by a %s eye', (sight) => {
    // What just differs is 2.3 apart (CIE 1976); beside each other on a stage more is asked. Each differs in shape besides.
    const ASKED = 8;
    const seen = (['moss', 'river', 'ink', 'rust'] as const).map(
      (name) => [name, seenBy(SIGHTS[sight]!, linear(colours[name]))] as const,
    );
    for (const [i, [name, one]] of seen.entries())
      for (const [other, two] of seen.slice(i + 1))
        expect([name, other, Math.round(apart(one, two)), apart(one, two) >= ASKED]).toEqual([
          name,
          other,
          expect.any(Number),
          true,
        ]);
  });
});
