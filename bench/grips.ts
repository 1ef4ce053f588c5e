/* What a hand can hold, the grips of a chord, and a run of them. */
import {
  buildLibrary,
  climb,
  CLIMB_OPEN,
  DEFAULT_HAND,
  DEFAULT_WEIGHTS,
  labelsOf,
  parseChord,
  passing,
  pick,
  pricedBy,
  shapesOf,
  TUNINGS,
  type Chord,
  type Hand,
} from '../core/index.ts';
import { chordOf, count, library, median, roots, rows, timed } from './report.ts';

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

const held = parseChord('Am7');
if (!held.ok) throw new Error('the chord to climb');
for (const open of CLIMB_OPEN) {
  timed(`a run of six grips of Am7, open strings: ${open}`, '1 s', 3, () => {
    const wish = { line: 'both', direction: 'up', count: 6, open, notes: null, allowedMs: 300 } as const;
    const found = climb(held.value, library, pricedBy(DEFAULT_WEIGHTS), wish);
    return found ? `price ${found.cost / 10}` : 'none';
  });
}
