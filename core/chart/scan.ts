import type { Place } from '../problem.ts';

/** A piece of a chart line. */
export interface Token {
  readonly kind: 'bar' | 'ending' | 'section' | 'change' | 'symbol';
  readonly text: string;
  readonly at: Place;
}

/*
 * In order: an opened section or pickup, a change of meter or key, a bar line with the ending it opens, and
 * whatever else stands between blanks and bar lines. A bracket holds none of its kind, so that a row of opened
 * ones is not looked through once for each.
 */
const TOKEN =
  /\[([^[\]|]*)\]|\{([^{}|]*)\}|(:\|:|:\|\||:\||\|:|\|\]|\|\||\|)(?:(\d+)(?=[\s.%NA-Ga-h|]|$))?|((?:(?!:\|)[^\s|[\]{}])+)|([[\]{}])/g;

/** Splits one line of bars into tokens. A stray bracket comes out as a symbol, and fails as one. */
export function scan(line: string, number: number): Token[] {
  const tokens: Token[] = [];
  for (const match of line.matchAll(TOKEN)) {
    const at: Place = { line: number, column: match.index + 1, length: match[0].length };
    const [, section, change, bar, ending, symbol, stray] = match;
    if (section !== undefined) tokens.push({ kind: 'section', text: section.trim(), at });
    else if (change !== undefined) tokens.push({ kind: 'change', text: change.trim(), at });
    else if (bar !== undefined) {
      tokens.push({ kind: 'bar', text: bar, at });
      if (ending !== undefined) tokens.push({ kind: 'ending', text: ending, at });
    } else tokens.push({ kind: 'symbol', text: (symbol ?? stray)!, at });
  }
  return tokens;
}
