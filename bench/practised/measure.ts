/*
 * What players really play, against the search: `npm run practised [-- FILE] [--each] [--manner rooted]`. FILE holds one
 * progression a line, as `paths.jsonl` beside this does: its chords and the grips of one who plays it well, alone or with a
 * bass player, in a manner. The harmony is fixed to its symbols, the hand is the default one. By group it tells:
 *   ratio   what the practised path costs over what the best one costs, the median (1: it is the best there is)
 *   rank    where a practised grip stands among all grips of its chord when its neighbours are held, in per cent from the
 *           top, the mean, and for how many of a hundred it is the cheapest
 *   list    its place in the list a player sees, by the price of the whole path through each, the median
 *   same    of a hundred columns of the best path those with the practised grip; strings: with another fret there
 *   root, none, other   of a hundred columns of the best path, and of the practised one, those with the root or the named
 *           bass lowest, without their root, and those that say exactly another triad or seventh chord
 */
import {
  buildLibrary,
  columnsOf,
  DEFAULT_HAND,
  DEFAULT_PLAYER,
  fretsAt,
  formatFrets,
  MANNERS,
  parseChart,
  parseChord,
  parseFrets,
  pitchClass,
  pitchesOf,
  pricingFor,
  readChart,
  run,
  saysAnother,
  Search,
  searchable,
  slotKeys,
  type Chord,
  type Manner,
} from '../../core/index.ts';
import { KernelNear } from '../../kernel/kernel.ts';
import { readPractised, type Practised } from './practised.ts';

/** What grips say of their chords: counts of columns. */
interface Says {
  readonly root: number;
  readonly none: number;
  readonly other: number;
}
interface Measured {
  readonly of: Practised;
  readonly ratio: number;
  readonly ranks: readonly number[];
  readonly firsts: number;
  readonly places: readonly number[];
  readonly same: number;
  readonly strings: number;
  readonly best: Says;
  readonly own: Says;
  readonly path: readonly string[];
}

const library = buildLibrary(DEFAULT_HAND);
const searches = new Map<Manner, Search>();
function searchFor(manner: Manner): Search {
  let search = searches.get(manner);
  if (!search) {
    const pricing = pricingFor({ ...DEFAULT_PLAYER, manner });
    searches.set(manner, (search = new Search(library, pricing, KernelNear.create() ?? undefined)));
  }
  return search;
}

function says(chord: Chord, pitches: readonly number[]): Says {
  const [root, bass] = [pitchClass(chord.root), pitchClass(chord.bass ?? chord.root)];
  const sounding = new Set(pitches.map((pitch) => pitch % 12));
  const lowest = Math.min(...pitches) % 12;
  const none = sounding.has(root) ? 0 : 1;
  return { root: lowest === bass ? 1 : 0, none, other: saysAnother(chord, pitches) ? 1 : 0 };
}
const added = (all: readonly Says[]): Says =>
  all.reduce((a, b) => ({ root: a.root + b.root, none: a.none + b.none, other: a.other + b.other }), {
    root: 0,
    none: 0,
    other: 0,
  });

function chartOf({ key, meter, tempo, symbols, beats }: Practised): string {
  const perBar = beats === undefined ? 1 : Math.max(1, Math.round(Number(meter.split('/')[0]) / beats));
  const bars = symbols.flatMap((_, i) => (i % perBar === 0 ? [symbols.slice(i, i + perBar).join(' ')] : []));
  return `key: ${key}\nmeter: ${meter}\ntempo: ${tempo}\n\n| ${bars.join(' | ')} |\n`;
}

function measured(of: Practised): Measured {
  const search = searchFor(of.manner);
  const chart = parseChart(chartOf(of));
  if (!chart.ok) throw new Error(`${of.id} cannot be read: ${JSON.stringify(chart.problems)}`);
  const slots = readChart(chart.value);
  const columns = columnsOf(slots, slotKeys(slots, []), {}, { plain: true });
  const { wanted } = searchable(columns, search, chart.value.tempo);
  const pinned = wanted.map((one, i) => ({ ...one, pin: parseFrets(of.grips[i]!) }));

  search.setColumns(wanted);
  const best = run(search.solve());
  const lists = wanted.map(({ chord }, i) => search.gripAlternatives(i, chord));
  search.setColumns(pinned);
  const own = run(search.solve());
  own.shapes.forEach((shape, i) => {
    if (formatFrets(fretsAt(library, shape)) !== of.grips[i])
      throw new Error(`${of.id}: ${of.grips[i]} is no grip of ${of.symbols[i]} for the default hand`);
  });
  const held = wanted.map(({ chord }, i) => {
    const from = Math.max(0, i - 1);
    search.setColumns(pinned.slice(from, i + 2));
    const all = search.gripAlternatives(i - from, chord);
    const { cost } = all.find(({ shape }) => shape === own.shapes[i])!;
    const cheaper = all.filter((one) => one.cost < cost).length;
    const equal = all.filter((one) => one.cost === cost).length - 1;
    return { rank: (100 * (cheaper + equal / 2)) / (all.length - 1), isFirst: cheaper === 0 };
  });
  const saying = (shapes: readonly number[]) =>
    added(shapes.map((shape, i) => says(chordOf(of.symbols[i]!), pitchesOf(library, shape))));
  const path = best.shapes.map((shape) => formatFrets(fretsAt(library, shape)));
  return {
    of,
    ratio: own.cost / best.cost,
    ranks: held.map(({ rank }) => rank),
    firsts: held.filter(({ isFirst }) => isFirst).length,
    places: lists.map((all, i) => {
      const { cost } = all.find(({ shape }) => shape === own.shapes[i])!;
      return 1 + all.filter((one) => one.cost < cost).length;
    }),
    same: path.filter((grip, i) => grip === of.grips[i]).length,
    strings: path.reduce((sum, grip, i) => {
      const there = of.grips[i]!.split('-');
      return sum + grip.split('-').filter((fret, s) => fret !== there[s]).length;
    }, 0),
    best: saying(best.shapes),
    own: saying(own.shapes),
    path,
  };
}

function chordOf(symbol: string): Chord {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(`no chord: ${symbol}`);
  return chord.value;
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const mid = sorted.length >> 1;
  return sorted.length % 2 ? sorted[mid]! : (sorted[mid - 1]! + sorted[mid]!) / 2;
}
const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;

function row(name: string, all: readonly Measured[]): readonly string[] {
  const columns = all.reduce((sum, { of }) => sum + of.symbols.length, 0);
  const percent = (count: number, of = columns) => `${Math.round((100 * count) / of)}`;
  const [best, own] = [added(all.map((one) => one.best)), added(all.map((one) => one.own))];
  const sum = (what: 'firsts' | 'same' | 'strings') => all.reduce((total, one) => total + one[what], 0);
  return [
    name,
    `${all.length}`,
    `${columns}`,
    median(all.map(({ ratio }) => ratio)).toFixed(2),
    mean(all.flatMap(({ ranks }) => ranks)).toFixed(2),
    percent(sum('firsts')),
    `${median(all.flatMap(({ places }) => places))}`,
    percent(sum('same')),
    percent(sum('strings'), columns * 6),
    `${percent(best.root)}/${percent(own.root)}`,
    `${percent(best.none)}/${percent(own.none)}`,
    `${percent(best.other)}/${percent(own.other)}`,
  ];
}

function main(args: readonly string[]): void {
  const option = (name: string) => (args.includes(name) ? args[args.indexOf(name) + 1] : undefined);
  const file = args.find((arg, i) => !arg.startsWith('--') && args[i - 1] !== '--manner');
  const manner = option('--manner');
  const items = readPractised(file).filter((one) => manner === undefined || one.manner === manner);
  const all = items.map(measured);
  if (args.includes('--each'))
    for (const { of, ratio, ranks, path } of all) {
      console.log(`${of.id} (${of.manner}, ${of.company}): ratio ${ratio.toFixed(2)}`);
      of.symbols.forEach((symbol, i) => {
        const is = path[i] === of.grips[i] ? '=' : ' ';
        console.log(
          `  ${symbol.padEnd(12)} ${of.grips[i]!.padEnd(18)} ${is} ${path[i]!.padEnd(18)} ${ranks[i]!.toFixed(2)} %`,
        );
      });
    }
  const rows = [
    ['', 'n', 'columns', 'ratio', 'rank %', 'first %', 'list', 'same %', 'strings %', 'root %', 'none %', 'other %'],
    row('all', all),
  ];
  const group = (is: (one: Practised) => string, names: readonly string[]) => {
    for (const name of names) {
      const those = all.filter(({ of }) => is(of) === name);
      if (those.length > 0) rows.push(row(name, those));
    }
  };
  group(({ company }) => company, ['alone', 'bass']);
  group((one) => one.manner, MANNERS);
  group(({ school }) => school, [...new Set(items.map(({ school }) => school))]);
  const widths = rows[0]!.map((_, i) => Math.max(...rows.map((cells) => cells[i]!.length)));
  for (const cells of rows)
    console.log(cells.map((cell, i) => (i === 0 ? cell.padEnd(widths[i]!) : cell.padStart(widths[i]!))).join('  '));
}

main(process.argv.slice(2));
