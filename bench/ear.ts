/*
 * The listening ear held against the simulated player: `npm run ear`. Every demo tune is played once as written and once with
 * mistakes, in a quiet room and in a rough one on a guitar that is a little out of tune. Of each mistake the share that was found, and how many strokes that were right were called wrong.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { listened } from '../app/sound/ear/listen.ts';
import { mixed } from '../app/sound/mix.ts';
import { performanceFrom } from '../app/sound/perform.ts';
import { guitarOf, USUAL_VOLUMES } from '../app/sound/performance.ts';
import { noise, renderClick } from '../app/sound/pluck.ts';
import { renderTimbre, timbreName, type Timbre } from '../app/sound/timbre.ts';
import {
  arrangedTake,
  carryName,
  MISTAKES,
  parseTune,
  pricingFor,
  rhythmLayer,
  run,
  scoreOf,
  scoreOfTake,
  sessionOf,
  simulatedPlayer,
  solveTake,
  sungNotes,
  SURE_ENOUGH,
  throughout,
  toHear,
  usualPattern,
  usualSwing,
  type Decisions,
  type Fault,
  type Made,
  type Score,
} from '../core/index.ts';
import { library } from './report.ts';

const RATE = 22_050;
const SHARE = 0.3;

/** How it is recorded: cents that each string is off, by its number and a sign; noise beside 1; whether the click is heard, too. */
interface Room {
  readonly name: string;
  readonly cents: number;
  readonly noise: number;
  readonly click: boolean;
}
const ROOMS: readonly Room[] = [
  { name: 'as rendered', cents: 0, noise: 0, click: false },
  { name: 'out of tune, noisy, with the click', cents: 8, noise: 0.004, click: true },
];

const rendered = new Map<string, Float32Array>();
function samplesOf({ cents }: Room) {
  return {
    of(timbre: Timbre) {
      // Each pitch a little sharp or flat, always by the same.
      const off = (cents / 100) * (noise(timbre.pitch)() > 0 ? 1 : -1);
      const name = `${timbreName(timbre)} ${off}`;
      const made = rendered.get(name) ?? renderTimbre({ ...timbre, pitch: timbre.pitch + off }, RATE);
      rendered.set(name, made);
      return made;
    },
    click: (accent: boolean) => renderClick(accent, RATE),
  };
}

function recorded(score: Score, room: Room): Float32Array {
  const performance = performanceFrom(score, 0);
  const heard = { ...performance, chords: guitarOf(performance), ...(!room.click && { clicks: [] }) };
  const samples = run(mixed(heard, USUAL_VOLUMES, samplesOf(room), RATE));
  const random = noise(1);
  return samples.map((value) => value + room.noise * random());
}

/** Whether some faults of a stroke say what was done. */
const tells = ({ mistake, missing, extra }: Made, faults: readonly Fault[]): boolean =>
  faults.some((fault) => {
    if (fault.sure < SURE_ENOUGH) return false;
    if (mistake === 'late') return fault.kind === 'off-time' && fault.seconds > 0;
    if (mistake === 'extra') return fault.kind === 'extra' && fault.pitch === extra;
    return fault.kind === 'missing' && fault.pitch === missing;
  });

const tunes = join(import.meta.dirname, '..', 'demo', 'tunes');
const takes = JSON.parse(readFileSync(join(tunes, '..', 'takes.json'), 'utf8')) as Readonly<Record<string, Decisions>>;

/** What is listened to: every demo tune as plain chords and in its usual rhythm, alone and beside a bass; its take; as a chord-melody. */
function* scores(): Generator<{ readonly name: string; readonly score: Score }> {
  for (const company of ['alone', 'bass'] as const) {
    const session = sessionOf(library, { pricing: pricingFor({ company, area: null, matters: {} }) });
    for (const file of readdirSync(tunes)) {
      const parsed = parseTune(readFileSync(join(tunes, file), 'utf8'));
      if (!parsed.ok) throw new Error(file);
      const { chart, melody } = parsed.value;
      const barIds = chart.bars.map((_, i) => String(i + 1));
      const open = library.neck.open;
      const swing = usualSwing(chart.feel, chart.tempo);
      const plain = { chart, open, columns: arrangedTake(run(solveTake(session, { chart }))).columns };
      const usual = rhythmLayer([throughout(usualPattern(chart.meter, chart.feel), scoreOf(plain))]);
      yield { name: `${file}, ${company}, plain`, score: scoreOf(plain, [], swing) };
      yield { name: `${file}, ${company}, in rhythm`, score: scoreOf(plain, [usual], swing) };
      if (company !== 'alone') continue;
      const inTime = (cells: Decisions) => {
        const asked = { chart, barIds, cells, ...(melody && { melody }) };
        const solved = run(solveTake(session, asked));
        const { columns, slots, keys } = { ...solved, ...arrangedTake(solved) };
        const sung = melody ? sungNotes(chart, melody) : [];
        return scoreOfTake({ chart, open, columns }, { slots, keys, cells, sung, hand: library.hand }, { swing });
      };
      const own = takes[file[0]!];
      if (own) yield { name: `${file}, its take`, score: inTime(own) };
      if (!melody) continue;
      const ticks = plain.columns.reduce((sum, { column }) => sum + column.slot.entry.ticks, 0);
      const { keys } = run(solveTake(session, { chart, barIds, melody }));
      yield {
        name: `${file}, chord-melody`,
        score: inTime({ [carryName(keys[0]!)]: { layer: 'carry', ticks, density: 25, octave: 0 } }),
      };
    }
  }
}

const found = new Map<string, [number, number]>();
const count = (name: string, isFound: boolean) => {
  const [of, all] = found.get(name) ?? [0, 0];
  found.set(name, [of + (isFound ? 1 : 0), all + 1]);
};
const isWrong = (faults: readonly Fault[]) => faults.some(({ sure }) => sure >= SURE_ENOUGH);
let listening = 0;
let heard = 0;
for (const { name, score } of scores()) {
  const hear = toHear(score, score.columns[0]!.start, score.end, 1);
  for (const room of ROOMS) {
    const listen = (played: Score) => {
      const samples = recorded(played, room);
      const start = performance.now();
      const { verdicts, unlike } = listened(samples, RATE, hear);
      listening += performance.now() - start;
      heard += hear.seconds;
      if (unlike) throw new Error(`${name}: taken for something else (${unlike.kind})`);
      return (i: number) => verdicts.find(({ stroke }) => stroke === i)?.faults ?? [];
    };
    const asWritten = listen(score);
    hear.strokes.forEach((_, i) => {
      count(`${room.name}: wrong alarms, all of it as written`, isWrong(asWritten(i)));
    });
    const { score: played, made } = simulatedPlayer(score, { seed: 7, share: SHARE, open: library.neck.open });
    const faultsOf = listen(played);
    for (const one of made) count(`${room.name}: ${one.mistake}`, tells(one, faultsOf(one.stroke)));
    const wrong = new Set(made.map(({ stroke }) => stroke));
    hear.strokes.forEach((_, i) => {
      if (!wrong.has(i)) count(`${room.name}: wrong alarms, beside mistakes`, isWrong(faultsOf(i)));
    });
  }
}
for (const room of ROOMS)
  for (const what of [...MISTAKES, 'wrong alarms, all of it as written', 'wrong alarms, beside mistakes']) {
    const [of, all] = found.get(`${room.name}: ${what}`) ?? [0, 0];
    console.log(
      `${room.name}: ${what}`.padEnd(72),
      `${((of / Math.max(1, all)) * 100).toFixed(1)} %`.padStart(8),
      `${of} of ${all}`,
    );
  }
console.log(`listening takes ${((listening / 1000 / heard) * 100).toFixed(1)} % of the time it listens to`);
