import {
  ANY_TASTE,
  arrangementOf,
  buildLibrary,
  columnsOf,
  figuresText,
  gripOf,
  handOf,
  numeralOf,
  ONLY_MOVEMENT,
  pricingFor,
  parseChart,
  problemLine,
  readChart,
  restyled,
  run,
  Search,
  searchable,
  shapesOf,
  slotKeys,
  slotTimes,
  STYLES,
  type ShapeLibrary,
  type Taste,
} from '../core/index.ts';
import { readText, UsageError, type Answer } from './heron.ts';
import { playerOf } from './player.ts';
import { table } from './table.ts';

interface Wishes {
  readonly plain: boolean;
  readonly candidates: boolean;
  readonly only?: string | undefined;
  readonly style?: string | undefined;
  readonly stray?: string | undefined;
  readonly player?: string | undefined;
}

/** `arrange FILE`: the exact best path for a player’s hand. */
export function arrange(file: string, wishes: Wishes): Answer {
  if (wishes.only !== undefined && wishes.only !== 'movement') throw new UsageError('--only takes movement');
  const chart = parseChart(readText(file));
  if (!chart.ok) return chart;
  const player = playerOf(wishes.player);
  if (!player.ok) return player;
  const pricing = wishes.only === undefined ? pricingFor(player.value) : { weights: ONLY_MOVEMENT, area: null };
  const library = buildLibrary(handOf(player.value));
  const search = new Search(library, pricing);
  const slots = readChart(chart.value);
  const keys = slotKeys(slots, []);
  const taste = tasteOf(wishes);
  const cells = taste ? restyled({ slots, keys, library, search }, taste) : {};
  const columns = columnsOf(slots, keys, cells, { plain: wishes.plain });
  const { wanted, index } = searchable(columns, search);
  search.setColumns(wanted);
  const arranged = arrangementOf(columns, index, run(search.solve()), library, pricing);
  const json = {
    slots: arranged.columns.map(({ column, grip, movement, held, shiftMm }) => {
      const { sourceBar: _s, pass: _p, ...times } = slotTimes(column.slot);
      return {
        ...times,
        plain: column.plain,
        symbol: column.symbol,
        numeral: column.chord ? numeralOf(column.chord, column.slot.key) : null,
        move: column.move?.id ?? null,
        grip: grip?.grip ?? null,
        pitches: grip?.pitches ?? [],
        fingers: grip?.fingers ?? [],
        movement,
        held,
        shiftMm,
        ...(wishes.candidates ? { candidates: candidatesOf(column.chord, library) } : {}),
      };
    }),
    figures: arranged.figures,
    cost: arranged.cost,
    terms: arranged.terms,
  };
  const rows = json.slots.map((slot) => [
    slot.bar,
    slot.beat,
    slot.plain,
    slot.symbol,
    ...(taste ? [slot.move] : []),
    slot.grip,
    slot.movement,
    slot.held,
    slot.shiftMm,
  ]);
  const text =
    table([['bar', 'beat', 'chart', 'chord', ...(taste ? ['move'] : []), 'grip', 'moved', 'held', 'mm'], ...rows]) +
    `\n${figuresText(arranged.figures)}\n` +
    arranged.problems.map((found) => `${problemLine(found)}\n`).join('');
  return { json, text };
}

/** The style asked for, or null. */
function tasteOf({ style, stray, plain }: Wishes): Taste | null {
  if (style === undefined && stray === undefined) return null;
  if (plain) throw new UsageError('--plain keeps the chart’s chords: leave out --style and --stray');
  const found = style === undefined ? null : STYLES.find(({ id }) => id === style);
  if (found === undefined) throw new UsageError(`--style takes ${STYLES.map(({ id }) => id).join(', ')}`);
  const limit = stray === undefined ? (found?.stray ?? ANY_TASTE.stray) : Number(stray);
  if (!Number.isInteger(limit) || limit < 0 || limit > ANY_TASTE.stray) throw new UsageError('--stray takes 0 to 5');
  return { ...ANY_TASTE, style: found, stray: limit };
}

function candidatesOf(chord: Parameters<typeof shapesOf>[0] | null, library: ShapeLibrary): { grip: string }[] {
  if (chord === null) return [];
  return Array.from(shapesOf(chord, library), (shape) => ({
    grip: gripOf(chord, library, shape).grip,
  }));
}
