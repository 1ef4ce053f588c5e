import { LONGEST_CHART } from './parse.ts';

const fill = (piece: string, length = LONGEST_CHART) => piece.repeat(Math.ceil(length / piece.length)).slice(0, length);
const under = (bars: number, line: string) => {
  const head = `${'| C '.repeat(bars)}|\n`;
  return head + fill(line, LONGEST_CHART - head.length);
};

/**
 * Texts as long as a chart may be, of shapes that cost a careless reader the square of their length: pasted by mistake,
 * or sent to do harm. Each with the code of the first thing that is wrong with it, or null when it reads.
 */
export const LARGE_CHARTS: Readonly<Record<string, readonly [text: string, code: string | null]>> = {
  'a row of [': [fill('['), 'line-unknown'],
  'a row of [ between bars': [`| C |${fill('[', LONGEST_CHART - 5)}`, 'bar-unclosed'],
  'a row of {': [fill('{'), 'line-unknown'],
  'a row of {or': [`| C ${fill('{or ', LONGEST_CHART - 4)}`, 'bar-unclosed'],
  'a line of blanks': [fill(' '), 'chart-empty'],
  'a name, and blanks': [`a${fill(' ', LONGEST_CHART - 2)}b`, 'line-unknown'],
  'a title, and blanks': [`title: a${fill(' ', LONGEST_CHART - 10)}b`, 'title-too-long'],
  'blanks before a bar': [`${fill(' ', LONGEST_CHART - 5)}| C |`, null],
  'words under 200 bars': [under(200, '> a|b\n'), 'lyrics-verses'],
  'words under 2,000 bars': [under(2000, '>\n'), 'lyrics-verses'],
  'bars that repeat a bar': [fill('| C | % | % | % |\n'), 'chart-too-many-bars'],
  'a crowded bar, repeated': [`| ${fill('C ', 40_000)}|${fill(' % |', 59_996)}`, 'bar-crowded'],
  'one long chord': [`| ${fill('C', LONGEST_CHART - 3)}|`, 'chord-unknown'],
  'bar lines alone': [fill('|'), 'bar-empty'],
  'repeat signs alone': [fill(':|'), 'repeat-unopened'],
  'an ending in each bar': [`|: C |1 ${fill('C :|2 ', LONGEST_CHART - 8)}`, 'chart-too-many-bars'],
  'other changes without end': [`| C ${'{or F} '.repeat(14_000)}|`, null],
  'headers without end': [fill('a: b\n'), 'header-unknown'],
};
