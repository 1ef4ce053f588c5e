/*
 * Benchmarks, side by side in one run: `npm run bench`. Times are medians; counts stand beside them. The
 * machines are shared, so compare ratios, not seconds.
 */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import {
  buildLibrary,
  climb,
  CLIMB_OPEN,
  columnsOf,
  DEFAULT_HAND,
  DEFAULT_WEIGHTS,
  labelsOf,
  namesOf,
  parseChart,
  parseChord,
  passing,
  pick,
  proposalsFor,
  readChart,
  run,
  Search,
  searchable,
  shapesOf,
  spanAt,
  TUNINGS,
  type Chord,
  type Hand,
} from '../core/index.ts';

const rows: string[][] = [['what', 'median', 'count', 'goal']];

function median(times: number[]): number {
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!;
}
function timed(what: string, goal: string, times: number, work: () => string): void {
  const all: number[] = [];
  let told = '';
  for (let i = 0; i < times; i++) {
    const start = performance.now();
    told = work();
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
    const found = climb(held.value, library, { weights: DEFAULT_WEIGHTS, area: null }, wish);
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
for (const [name, text, goal] of charts) {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(name);
  const slots = readChart(chart.value);
  const columns = columnsOf(
    slots,
    slots.map((_, i) => String(i)),
    {},
  );
  let search = new Search(library, { weights: DEFAULT_WEIGHTS, area: null });
  const { wanted } = searchable(columns, search, chart.value.tempo);
  const sizes = wanted.map((want) => search.states(want).size);
  const pairs = sizes.slice(1).reduce((sum, size, i) => sum + size * sizes[i]!, 0);
  timed(`path: ${name}`, goal, 3, () => {
    search = new Search(library, { weights: DEFAULT_WEIGHTS, area: null });
    search.setColumns(wanted);
    run(search.solve());
    return `${wanted.length} columns, ${(pairs / 1e6).toFixed(0)} M pairs`;
  });
  run(search.refresh());
  const middle = Math.floor(wanted.length / 2);
  const pinned = wanted.map((want, i) => {
    if (i !== middle) return want;
    const shape = search.alternative(i, want.chord)!.shape;
    return { ...want, pin: Array.from(library.frets.subarray(shape * 6, shape * 6 + 6)) };
  });
  timed(`  answer after a pin`, '2 ms', 1, () => {
    search.setColumns(pinned);
    run(search.solve());
    return '';
  });
}

const widths = rows[0]!.map((_, i) => Math.max(...rows.map((row) => row[i]!.length)));
for (const row of rows)
  console.log(
    row
      .map((cell, i) => cell.padEnd(widths[i]!))
      .join('  ')
      .trimEnd(),
  );
