/*
 * Benchmarks, side by side in one run: `npm run bench`. Times are medians; counts stand beside them. The
 * machines are shared, so compare ratios, not seconds.
 */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { DirectedGraph } from 'graphology';
import { bidirectional } from 'graphology-shortest-path/dijkstra';
import {
  buildLibrary,
  climb,
  CLIMB_OPEN,
  DEFAULT_HAND,
  DEFAULT_PLAYER,
  DEFAULT_WEIGHTS,
  formatFrets,
  fretsAt,
  labelsOf,
  movement,
  namesOf,
  parseChart,
  parseChord,
  passing,
  pick,
  pitchesOf,
  proposalsFor,
  readChart,
  rootPosition,
  run,
  pricedBy,
  pricingFor,
  prepareTake,
  sessionOf,
  shapesOf,
  spanAt,
  TUNINGS,
  type Chord,
  type Hand,
} from '../core/index.ts';
import { LARGE_CHARTS } from '../core/chart/large.oracle.ts';
import { nodeOf } from '../core/leading/by-hand.oracle.ts';
import { extend } from '../core/leading/extend.ts';
import { joinPrice } from '../core/leading/join.ts';
import { joinPrices } from '../core/leading/join-prices.ts';
import { chainOf, type LatticeNode } from '../core/leading/lattice.ts';
import type { Near } from '../core/leading/near/near.ts';
import { PlainNear } from '../core/leading/near/plain.ts';
import { ANYWHERE } from '../core/leading/place.ts';
import { pinRule } from '../core/leading/rules/pin.ts';
import { Search } from '../core/leading/search.ts';
import { statesOf, type States } from '../core/leading/states.ts';
import { TENTH } from '../core/leading/units.ts';
import { KernelNear } from '../kernel/kernel.ts';

const rows: string[][] = [['what', 'median', 'count', 'goal']];

function median(times: number[]): number {
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!;
}
/** What is prepared for each time is not counted. */
function timed<P>(what: string, goal: string, times: number, work: (of: P) => string, prepare?: () => P): void {
  const all: number[] = [];
  let told = '';
  for (let i = 0; i < times; i++) {
    const of = prepare?.() as P;
    const start = performance.now();
    told = work(of);
    all.push(performance.now() - start);
  }
  const ms = median(all);
  rows.push([what, ms < 10 ? `${ms.toFixed(2)} ms` : `${ms.toFixed(0)} ms`, told, goal]);
}

const chordOf = (symbol: string): Chord => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};

const count = (number: number) => number.toLocaleString('en');
for (const [name, [text]] of Object.entries(LARGE_CHARTS))
  timed(`reading a chart: ${name}`, '100 ms', 3, () => {
    parseChart(text);
    return `${count(text.length)} characters`;
  });
const hands: readonly (readonly [string, Partial<Hand>])[] = [
  ['of the default hand', {}],
  ['with a pick', { pluck: 'pick' }],
  ['thumb and slanted barres', { thumb: true, barres: 'slanted' }],
  ['a reach of 130 mm', { reach: 130 }],
  ['19 frets', { highestFret: 19 }],
  ['D A D G A D', { tuning: TUNINGS.find(({ id }) => id === 'dadgad')!.strings }],
  ['seven strings', { tuning: TUNINGS.find(({ id }) => id === 'seven')!.strings }],
];
for (const [name, other] of hands)
  timed(`shape library: ${name}`, '2 s', 3, () => `${count(buildLibrary({ ...DEFAULT_HAND, ...other }).size)} shapes`);
const library = buildLibrary(DEFAULT_HAND);

const roots = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
const kinds = [
  '',
  'm',
  '6',
  'm6',
  '7',
  'maj7',
  'm7',
  '9',
  'm9',
  'maj9',
  '13',
  'm11',
  '6/9',
  '7alt',
  'm7b5',
  'dim7',
  '9sus4',
  '7#11',
];
const chords = roots.flatMap((root) => kinds.map((kind) => chordOf(root + kind)));
function eachChord(what: string, work: (chord: Chord) => number): void {
  let grips = 0;
  const times = chords.map((chord) => {
    const start = performance.now();
    grips += work(chord);
    return performance.now() - start;
  });
  const average = `${count(Math.round(grips / chords.length))} grips on average of ${chords.length} chords`;
  rows.push([what, `${median(times).toFixed(2)} ms`, average, '1 ms']);
}
eachChord('grips of a chord, library loaded', (chord) => shapesOf(chord, library).length);
eachChord('  with labels, ready to be listed', (chord) => {
  const shapes = pick(library, shapesOf(chord, library));
  labelsOf(chord, shapes);
  return shapes.size;
});
const listed = chords.map((chord) => {
  const shapes = pick(library, shapesOf(chord, library));
  return [shapes, labelsOf(chord, shapes)] as const;
});
timed('a filter over the grips of all these chords', '50 ms', 9, () => {
  const filter = { family: 'drop 2', without: ['open strings'], difficulty: 5 } as const;
  return `${count(listed.reduce((sum, [shapes, labels]) => sum + passing(filter, shapes, labels).length, 0))} grips`;
});

const naming: number[] = [];
let named = 0;
for (let mask = 1; mask < 4096; mask++) {
  const bass = Math.log2(mask & -mask);
  const start = performance.now();
  named += namesOf({ mask, bass }).length;
  naming.push(performance.now() - start);
}
rows.push(['naming a set of notes', `${median(naming).toFixed(3)} ms`, `${count(named)} names of 4,095 sets`, '1 ms']);

const held = parseChord('Am7');
if (!held.ok) throw new Error('the chord to climb');
for (const open of CLIMB_OPEN) {
  timed(`a run of six grips of Am7, open strings: ${open}`, '1 s', 3, () => {
    const wish = { line: 'both', direction: 'up', count: 6, open, notes: null, allowedMs: 300 } as const;
    const found = climb(held.value, library, pricedBy(DEFAULT_WEIGHTS), wish);
    return found ? `price ${found.cost / 10}` : 'none';
  });
}

const reading = parseChart(`key: C\n${'| C | A7 | Dm7 | Abm7 Db7 | C | C#dim7 | Dm7b5 | G7 |\n'.repeat(8)}`);
if (!reading.ok) throw new Error('the form to read');
timed('reading a form of 64 bars', '20 ms', 9, () => `${readChart(reading.value).length} chords`);

const moving = readChart(reading.value);
timed('all moves for all spans of it', '100 ms', 5, () => {
  let found = 0;
  for (const chords of [1, 2, 4]) {
    for (let i = 0; i + chords <= moving.length; i++) {
      const last = moving[i + chords - 1]!;
      const { start } = moving[i]!;
      const span = spanAt(moving, start, last.start + last.entry.ticks - start);
      found += span ? proposalsFor(span).length : 0;
    }
  }
  return `${count(found)} proposals`;
});

const folder = join(import.meta.dirname, '..', 'demo', 'tunes');
const WITHOUT_REPEATS = `key: C\n${[
  'Dm7 G7',
  'C',
  'Fm7 Bb7',
  'Eb',
  'Abm7 Db7',
  'Gb',
  'F#m7 B7',
  'E',
  'Cm7 F7',
  'Bb',
  'Ebm7 Ab7',
  'Db',
  'C#m7 F#7',
  'B',
  'Em7 A7',
  'D',
  'Gm7 C7',
  'F',
  'Bbm7 Eb7',
  'Ab',
  'Am7 D7',
  'G',
  'Bm7b5 E7',
  'Am',
  'Dm7b5 G7',
  'Cm',
  'Fm6',
  'Db',
  'Em7b5 A7',
  'Dm',
  'G7',
  'C',
]
  .map((bar) => `| ${bar} |`)
  .join('\n')}`;
const charts: [string, string, string][] = [
  ...readdirSync(folder)
    .sort()
    .map((file): [string, string, string] => [
      file.replace(/\.txt$/, ''),
      readFileSync(join(folder, file), 'utf8'),
      '5 s',
    ]),
  ['32 bars that never repeat', WITHOUT_REPEATS, '5 s'],
];
const PRICING = pricedBy(DEFAULT_WEIGHTS);
const kernelNear = () => KernelNear.create()!;
/** A chart's nodes as they are searched, and how many pairs of grips there are between them. */
function nodesOf(text: string) {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(text);
  const session = sessionOf(library, { pricing: PRICING }, kernelNear());
  const { nodes } = prepareTake(session, { chart: chart.value });
  const sizes = nodes.map((node) => session.search.states(node).size);
  const pairs = sizes.slice(1).reduce((sum, size, i) => sum + size * sizes[i]!, 0);
  return { nodes, pairs };
}
const told = ({ nodes, pairs }: { nodes: readonly unknown[]; pairs: number }) =>
  `${nodes.length} columns, ${(pairs / 1e6).toFixed(0)} M pairs`;

/** A search that knows its grips, and nothing else yet. */
function ready(nodes: readonly LatticeNode[]): Search {
  const search = new Search(library, kernelNear());
  search.setLattice(chainOf(nodes));
  return search;
}

for (const [name, text, goal] of charts) {
  const of = nodesOf(text);
  let search = new Search(library, kernelNear());
  timed(`path: ${name}`, goal, 3, () => {
    search = new Search(library, kernelNear());
    search.setLattice(chainOf(of.nodes));
    run(search.solve());
    return told(of);
  });
  const answer = (what: string, goal: string, change: (node: LatticeNode, i: number) => LatticeNode) => {
    const times: number[] = [];
    for (let i = 1; i < of.nodes.length; i += 3) {
      search.setLattice(chainOf(of.nodes));
      run(search.solve());
      run(search.refresh());
      const changed = of.nodes.with(i, change(of.nodes[i]!, i));
      const start = performance.now();
      search.setLattice(chainOf(changed));
      run(search.solve());
      times.push(performance.now() - start);
    }
    rows.push([`  answer after ${what}`, `${median(times).toFixed(2)} ms`, `${times.length} of them`, goal]);
  };
  answer('a pin', '2 ms', (node, i) => {
    const { shape } = search.gripAlternatives(i, node.chord)[7]!;
    return { ...node, rules: [pinRule(fretsAt(library, shape), undefined), ...node.rules] };
  });
  answer('another chord', '30 ms', (node) => ({ ...node, chord: chordOf(node.chord.root + '13') }));
}

/** Chords that never repeat a pair, however long: every root with one kind after another. */
const neverRepeats = (count: number) =>
  `key: C\n${Array.from({ length: count }, (_, i) => `| ${roots[(i * 5) % 12]}${['m7', '7', 'maj7', 'm9', '13', '6/9', 'm11', '9', '7alt', 'm7b5', '6'][(i + Math.floor(i / 12)) % 11]} |`).join('\n')}`;
for (const count of [32, 64, 128]) {
  const of = nodesOf(neverRepeats(count));
  timed(
    `growth: ${count} columns, grips of each chord known`,
    count === 32 ? '0.9 s' : '',
    3,
    (search: Search) => {
      run(search.solve());
      return told(of);
    },
    () => ready(of.nodes),
  );
}

{
  const of = nodesOf(neverRepeats(32));
  const CORE = ['movement', 'entry', 'topLeap', 'shift', 'difficulty', 'register'];
  const weights = Object.fromEntries(
    Object.entries(DEFAULT_WEIGHTS).map(([term, price]) => [term, CORE.includes(term) ? price : 0]),
  ) as unknown as typeof DEFAULT_WEIGHTS;
  timed(
    '  32 columns by the core terms alone',
    '0.3 s',
    3,
    (search: Search) => {
      run(search.solve());
      return told(of);
    },
    () => ready(of.nodes.map((node) => ({ ...node, weights }))),
  );
  const kind = { place: ANYWHERE, haste: 1, changes: false, stale: false, wishes: [], bond: null };
  const columns = of.nodes.map(({ chord }) => ({ chord, states: statesOf(chord, library, DEFAULT_WEIGHTS) }));
  const joins = columns
    .slice(1)
    .map(({ chord }, i) => joinPrices(library.neck, DEFAULT_WEIGHTS, columns[i]!.chord, chord, kind));
  const leastBy = (near: Near) => {
    let totals = columns[0]!.states.own;
    joins.forEach((prices, i) => {
      totals = extend(columns[i]!.states, totals, columns[i + 1]!.states, prices, true, near).price;
    });
    return `price ${Math.floor(totals.reduce((a, b) => Math.min(a, b)) / TENTH)}`;
  };
  timed('  their joins with the kernel', '0.9 s', 3, () => leastBy(KernelNear.create()!));
  timed('  their joins in plain TypeScript', '2 s', 3, () => leastBy(new PlainNear()));
}

/* One join in five ways, the same result: every pair in turn, without the kernel, with it, and what a general library makes of it. */
{
  const [from, to] = ['Dm9', 'G13'].map((symbol) => statesOf(chordOf(symbol), library, DEFAULT_WEIGHTS)) as [
    States,
    States,
  ];
  const kind = { place: ANYWHERE, haste: 1, changes: false, stale: false, wishes: [], bond: null };
  const prices = joinPrices(library.neck, DEFAULT_WEIGHTS, chordOf('Dm9'), chordOf('G13'), kind);
  const pairs = `${((from.size * to.size) / 1e6).toFixed(1)} M pairs`;
  timed('one join, every pair in turn', '', 3, () => {
    let sum = 0;
    for (let j = 0; j < to.size; j++) {
      let least = Infinity;
      for (let i = 0; i < from.size; i++) least = Math.min(least, from.own[i]! + joinPrice(from, i, to, j, prices));
      sum += least;
    }
    return `${pairs}, ${Math.round(sum / TENTH)}`;
  });
  const sumOf = (near: Near) =>
    extend(from, from.own, to, prices, true, near).price.reduce((sum, price, j) => sum + price - to.own[j]!, 0);
  const plain = new PlainNear();
  const kernel = KernelNear.create()!;
  timed('  in plain TypeScript', '', 5, () => `${pairs}, ${Math.round(sumOf(plain) / TENTH)}`);
  timed('  with the kernel', '', 9, () => `${pairs}, ${Math.round(sumOf(kernel) / TENTH)}`);
}
{
  // A lattice a general library can hold: some 200 grips a column.
  const few = buildLibrary({ ...DEFAULT_HAND, highestFret: 4 });
  const chords = ['Dm7', 'G7', 'Cmaj7', 'Am7'].map(chordOf);
  const columns = chords.map((chord) => statesOf(chord, few, DEFAULT_WEIGHTS));
  const pairs = columns.slice(1).reduce((sum, { size }, i) => sum + size * columns[i]!.size, 0);
  timed(
    `four columns of at most ${Math.max(...columns.map(({ size }) => size))} grips, by graphology-shortest-path`,
    '',
    1,
    () => {
      const graph = new DirectedGraph();
      graph.addNode('start');
      columns.forEach(({ size, own }, i) => {
        for (let j = 0; j < size; j++) graph.addNode(`${i}/${j}`);
        if (i === 0) for (let j = 0; j < size; j++) graph.addEdge('start', `0/${j}`, { weight: own[j]! / TENTH });
        else {
          const before = columns[i - 1]!;
          const kind = { place: ANYWHERE, haste: 1, changes: false, stale: false, wishes: [], bond: null };
          const prices = joinPrices(few.neck, DEFAULT_WEIGHTS, chords[i - 1]!, chords[i]!, kind);
          for (let k = 0; k < before.size; k++)
            for (let j = 0; j < size; j++)
              graph.addEdge(`${i - 1}/${k}`, `${i}/${j}`, {
                weight: (joinPrice(before, k, columns[i]!, j, prices) + own[j]!) / TENTH,
              });
        }
      });
      graph.addNode('end');
      for (let j = 0; j < columns[3]!.size; j++) graph.addEdge(`3/${j}`, 'end', { weight: 0 });
      const path = bidirectional(graph, 'start', 'end', 'weight') as string[];
      const cost = path
        .slice(1)
        .reduce((sum, node, i) => sum + (graph.getEdgeAttribute(path[i], node, 'weight') as number), 0);
      return `${count(pairs)} pairs, ${Math.floor(cost)}`;
    },
  );
  timed('  by this search', '', 9, () => {
    const search = new Search(few, kernelNear());
    search.setLattice(chainOf(chords.map((chord) => nodeOf(chord))));
    return `${count(pairs)} pairs, ${run(search.solve()).cost}`;
  });
}

/* Smoothness beside a bass player: ii–V–I in twelve keys, complete chords on both sides. */
{
  const { manner, weights } = pricingFor({ ...DEFAULT_PLAYER, company: 'bass' });
  const SMALL = weights[manner];
  const cadences = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'].map((key, i) =>
    [`${roots[(i + 2) % 12]}m7`, `${roots[(i + 7) % 12]}7`, `${key}maj7`].map(chordOf),
  );
  let [ours, oneSet, twoSets] = [0, 0, 0];
  for (const chords of cadences) {
    const lacking = new Set<string>();
    for (const chord of chords)
      for (const shape of shapesOf(chord, library))
        if (new Set(pitchesOf(library, shape).map((pitch) => pitch % 12)).size < 4)
          lacking.add(formatFrets(fretsAt(library, shape)));
    const search = new Search(library, kernelNear());
    search.setLattice(chainOf(chords.map((chord) => nodeOf(chord, { banished: lacking, weights: SMALL }))));
    const sets = run(search.solve()).shapes.map((shape) => pitchesOf(library, shape));
    ours += sets.slice(1).reduce((sum, set, i) => sum + movement(sets[i]!, set), 0);
    const plain = rootPosition(chords, library);
    oneSet += plain.oneSet;
    twoSets += plain.twoSets;
  }
  rows.push(['smoothness (small): ii–V–I in 12 keys, semitones', String(ours), '', '']);
  rows.push([
    '  root position on one set of strings',
    `${oneSet}`,
    `${(oneSet / ours).toFixed(1)} times as much`,
    '5 times',
  ]);
  rows.push(['  on the nearer of two', `${twoSets}`, `${(twoSets / ours).toFixed(1)} times as much`, '3 times']);
}

const widths = rows[0]!.map((_, i) => Math.max(...rows.map((row) => row[i]!.length)));
for (const row of rows)
  console.log(
    row
      .map((cell, i) => cell.padEnd(widths[i]!))
      .join('  ')
      .trimEnd(),
  );
