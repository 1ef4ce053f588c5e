/*
 * What players really play, against chord-melodies: `npm run practised-tunes [-- FILE] [--each]`. Each progression of a player
 * alone is given its own top line as the tune, a note a chord; the harmony is fixed to its symbols, the hand is the default one.
 * By school it tells how many grips of the best way to carry the tune are those that were practised, of a hundred.
 */
import {
  arrangedTake,
  buildLibrary,
  carryName,
  decisionFor,
  DEFAULT_HAND,
  parseFrets,
  parseTune,
  prepareTake,
  pricingFor,
  run,
  sessionOf,
  solveTake,
  type Decisions,
} from '../../core/index.ts';
import { KernelNear } from '../../kernel/kernel.ts';
import { readPractised, type Practised } from './practised.ts';

const [file] = process.argv.slice(2).filter((text) => !text.startsWith('--'));
const each = process.argv.includes('--each');
const all = readPractised(file);
const library = buildLibrary(DEFAULT_HAND);

/** A pitch as ABC has it, in C. */
function abcOf(pitch: number): string {
  const name = ['=C', '^C', '=D', '^D', '=E', '=F', '^F', '=G', '^G', '=A', '^A', '=B'][pitch % 12]!;
  const octave = Math.floor(pitch / 12) - 1;
  return octave >= 5 ? name.toLowerCase() + "'".repeat(octave - 5) : name + ','.repeat(4 - octave);
}
const topOf = (grip: string): number =>
  Math.max(...parseFrets(grip)!.map((fret, s) => (fret < 0 ? 0 : library.neck.open[s]! + fret)));

/** The grips that carry the top line of a progression best. */
function carriedBest({ id, key, symbols, grips, manner }: Practised): readonly string[] {
  const tune = parseTune(
    `key: ${key}\n| ${symbols.join(' | ')} |\nmelody:\nK:C\n${grips.map((grip) => `${abcOf(topOf(grip))}8`).join(' | ')} |\n`,
  );
  if (!tune.ok) throw new Error(`${id} cannot be read: ${JSON.stringify(tune.problems)}`);
  const { chart, melody } = tune.value;
  const session = sessionOf(
    library,
    { pricing: pricingFor({ company: 'alone', area: null, matters: {}, manner }) },
    KernelNear.create() ?? undefined,
  );
  const asked = { chart, melody: melody! };
  const { columns } = prepareTake(session, asked);
  const last = columns.at(-1)!.slot;
  const ticks = last.start + last.entry.ticks;
  const cells: Decisions = {
    ...Object.fromEntries(columns.map(({ at, slot }) => [at, { ...decisionFor(slot), colour: null }])),
    [carryName(columns[0]!.at)]: { layer: 'carry', ticks, density: 0, octave: 0 },
  };
  return arrangedTake(run(solveTake(session, { ...asked, cells }))).columns.map(({ grip }) => grip?.grip ?? '—');
}

const schools = new Map<string, { same: number; all: number }>();
for (const of of all.filter(({ company }) => company === 'alone')) {
  const best = carriedBest(of);
  const same = of.grips.filter((grip, i) => grip === best[i]).length;
  if (each) console.log(`${of.id}\n  practised  ${of.grips.join('  ')}\n  best       ${best.join('  ')}`);
  for (const name of [of.school, 'all']) {
    const before = schools.get(name) ?? { same: 0, all: 0 };
    schools.set(name, { same: before.same + same, all: before.all + of.grips.length });
  }
}
const inOrder = [...schools].sort(([a], [b]) => Number(a === 'all') - Number(b === 'all'));
for (const [name, { same, all: count }] of inOrder)
  console.log(`${name.padEnd(24)} ${String(Math.round((100 * same) / count)).padStart(3)}  of ${count}`);
