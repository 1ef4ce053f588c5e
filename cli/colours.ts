import { colourContext, colourReason, coloursOf, readChart, symbolOf, parseTuneChart } from '../core/index.ts';
import { placeTyped } from './moves.ts';
import { table } from './table.ts';
import { UsageError, type Answer, type World } from './verb.ts';

interface ColoursOptions {
  readonly bar?: string | undefined;
  readonly beat?: string | undefined;
  readonly grating: boolean;
}

/** `colours FILE --bar N [--beat B] [--grating]`: what the chord there may become, steadiest first. */
export function colours(file: string, { bar, beat, grating }: ColoursOptions, { readText }: World): Answer {
  const chart = parseTuneChart(readText(file));
  if (!chart.ok) return chart;
  const place = placeTyped(bar, beat);
  const slots = readChart(chart.value);
  const at = slots.findLastIndex(({ bar: here, entry }) => here === place.bar && entry.beat <= place.beat);
  const chord = slots[at]?.entry.chord ?? null;
  if (chord === null) throw new UsageError(`there is no chord to colour at bar ${place.bar}, beat ${place.beat}`);
  const json = coloursOf(chord, colourContext(slots, at), { grating }).map((option) => ({
    colour: option.suffix,
    symbol: symbolOf(option.chord),
    group: option.group,
    reason: colourReason(option),
  }));
  return {
    json,
    text: table([['chord', 'how', 'why'], ...json.map(({ symbol, group, reason }) => [symbol, group, reason])]),
  };
}
