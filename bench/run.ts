/*
 * Benchmarks, side by side in one run: `npm run bench`. Times are medians; counts stand beside them. The
 * machines are shared, so compare ratios, not seconds.
 */
import { rows } from './report.ts';

// One after another, in this order.
await import('./reading.ts');
await import('./grips.ts');
await import('./tunes.ts');
await import('./join.ts');
await import('./takes.ts');
await import('./chord-melody.ts');
await import('./between.ts');
await import('./smoothness.ts');

const widths = rows[0]!.map((_, i) => Math.max(...rows.map((row) => row[i]!.length)));
for (const row of rows)
  console.log(
    row
      .map((cell, i) => cell.padEnd(widths[i]!))
      .join('  ')
      .trimEnd(),
  );
