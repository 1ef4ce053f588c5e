import { expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  arrangedTake,
  bassLayer,
  brushesLayer,
  buildLibrary,
  DEFAULT_HAND,
  hertz,
  parseTuneChart,
  pricingFor,
  rhythmLayer,
  run,
  scoreOf,
  sessionOf,
  solveTake,
  throughout,
  usualBass,
  usualPattern,
  usualSwing,
} from '../../core/index.ts';
import { mixed } from './mix.ts';
import { performanceFrom } from './perform.ts';
import { HEARD_PARTS, USUAL_VOLUMES, without, type Heard } from './performance.ts';
import { renderClick } from './pluck.ts';
import { renderTimbre, timbreName, type Timbre } from './timbre.ts';

/** High enough for the low partials that are compared. */
const RATE = 12_000;
/** The partials that carry the pitch of a low string, and how long one listens, in seconds. */
const PARTIALS = [1, 2, 3];
const LISTENED = 0.5;
const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
const session = sessionOf(library, { pricing: pricingFor({ company: 'bass', area: null, matters: {} }) });
const demo = join(import.meta.dirname, '..', '..', 'demo', 'tunes');
const known = new Map<string, Float32Array>();
const samples = {
  of: (timbre: Timbre) => {
    const name = timbreName(timbre);
    const made = known.get(name) ?? renderTimbre(timbre, RATE);
    known.set(name, made);
    return made;
  },
  click: (accent: boolean) => renderClick(accent, RATE),
};

/** The energy of samples at a frequency (G. Goertzel, American Mathematical Monthly 65(1), 1958). */
function energyAt(samples: Float32Array, frequency: number): number {
  const turn = 2 * Math.cos((2 * Math.PI * frequency) / RATE);
  let [before, last] = [0, 0];
  for (const value of samples) [before, last] = [last, value + turn * last - before];
  return last * last + before * before - turn * last * before;
}

/* The band as it comes: nobody should have to turn the bass up to hear what chord it is. */
test.each(readdirSync(demo).filter((name) => name.endsWith('.txt')))(
  'in %s each note of the bass is louder at its own pitch than guitar and brushes there together',
  (name) => {
    const parsed = parseTuneChart(readFileSync(join(demo, name), 'utf8'));
    if (!parsed.ok) throw new Error(name);
    const chart = parsed.value;
    const { meter, feel, tempo } = chart;
    const of = { chart, open: library.neck.open, columns: arrangedTake(run(solveTake(session, { chart }))).columns };
    const rhythm = rhythmLayer([throughout(usualPattern(meter, feel), scoreOf(of))]);
    const score = scoreOf(of, [rhythm, bassLayer(usualBass(meter, feel)), brushesLayer()], usualSwing(feel, tempo));
    const performance = performanceFrom(score, 0);
    const alone = (...heard: readonly Heard[]) => {
      const silent = HEARD_PARTS.filter((part) => !heard.includes(part));
      return run(mixed(performance, without(USUAL_VOLUMES, silent), samples, RATE));
    };
    const [bass, others] = [alone('bass'), alone('guitar', 'brushes')];
    const notes = performance.chords.filter(({ part }) => part === 'bass');
    expect(notes.length).toBeGreaterThan(10);
    const masked = notes.filter(({ at, seconds, pitches: [pitch] }) => {
      const [from, to] = [at, at + Math.min(LISTENED, seconds)].map((time) => Math.round(time * RATE));
      const energy = (part: Float32Array) =>
        PARTIALS.reduce((sum, n) => sum + energyAt(part.subarray(from, to), n * hertz(pitch!)), 0);
      return energy(bass) <= energy(others);
    });
    expect(masked).toEqual([]);
  },
);
