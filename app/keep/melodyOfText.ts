import {
  keptNotes,
  melodyCells,
  parseTune,
  partsOfTune,
  problemLine,
  type BarNotes,
  type MelodyCells,
  type Patch,
} from '../../core/index.ts';

interface InHand {
  /** The chart's text, which can be read, and the ids of its bars. */
  readonly good: string;
  readonly barIds: readonly string[];
  readonly cells: MelodyCells;
}

/** The melody of a text in the bars of a tune: what changes in its cells, or why it does not fit. */
export function melodyOfText(
  { good, barIds, cells }: InHand,
  text: string,
): { readonly patch: Patch<BarNotes> } | { readonly said: string } {
  const { chartText, melodyText } = partsOfTune(text);
  const key = /^key: .*$/m.exec(chartText)?.[0]?.slice('key: '.length);
  // The notes are written in the key of their text.
  const inKey = key === undefined ? '' : `\nK:${key}\n`;
  const read = parseTune(`${good}\nmelody:${inKey}${melodyText ?? ''}`);
  if (!read.ok) return { said: problemLine(read.problems[0]!) };
  const next = melodyCells(keptNotes(read.value.melody!, barIds));
  const gone = Object.keys(cells).filter((name) => !(name in next));
  return { patch: { ...Object.fromEntries(gone.map((name) => [name, null])), ...next } };
}
