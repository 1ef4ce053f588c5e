/* Charts and notes read, and the moves of a form. */
import { ANY_TASTE, namesOf, parseChart, proposalsFor, readChart, spanAt, STANDARD_TUNING } from '../core/index.ts';
import { LARGE_CHARTS } from '../core/chart/large.oracle.ts';
import { count, median, rows, timed } from './report.ts';

for (const [name, [text]] of Object.entries(LARGE_CHARTS))
  timed(`reading a chart: ${name}`, '100 ms', 3, () => {
    parseChart(text);
    return `${count(text.length)} characters`;
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

const reading = parseChart(`key: C\n${'| C | A7 | Dm7 | Abm7 Db7 | C | C#dim7 | Dm7b5 | G7 |\n'.repeat(8)}`);
if (!reading.ok) throw new Error('the form to read');
timed('reading a form of 64 bars', '20 ms', 9, () => `${readChart(reading.value).length} chords`);

const moving = readChart(reading.value);
for (const [which, rings] of [
  ['', []],
  [', threads on six open strings too', STANDARD_TUNING],
] as const)
  timed(`all moves for all spans of it${which}`, '100 ms', 5, () => {
    let found = 0;
    for (const chords of [1, 2, 4]) {
      for (let i = 0; i + chords <= moving.length; i++) {
        const last = moving[i + chords - 1]!;
        const { start } = moving[i]!;
        const span = spanAt(moving, start, last.start + last.entry.ticks - start);
        found += span ? proposalsFor(span, { ...ANY_TASTE, rings }).length : 0;
      }
    }
    return `${count(found)} proposals`;
  });
