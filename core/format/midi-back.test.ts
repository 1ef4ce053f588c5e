import { expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseMidi, type MidiEvent } from 'midi-file';
import { buildLibrary } from '../grip/library.ts';
import { arrangedTake, sessionOf, solveTake } from '../leading/solve.ts';
import { pricingFor } from '../leading/pricing.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { bassLayer } from '../score/band/bass.ts';
import { melodyLayer } from '../score/melody.ts';
import { sungNotes } from '../melody/melody.ts';
import { parseTune, parseTuneChart } from '../melody/tune-text.ts';
import { brushesLayer } from '../score/band/brushes.ts';
import { usualPattern } from '../score/rhythm/patterns.ts';
import { rhythmLayer, throughout } from '../score/rhythm/rhythm.ts';
import { scoreOf, type Sound } from '../score/score.ts';
import { run } from '../steps.ts';
import { quarterSeconds, secondsAt } from '../time/clock.ts';
import { writeMidi } from './midi.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
const demo = join(import.meta.dirname, '..', '..', 'demo', 'tunes');
const TUNES = readdirSync(demo).filter((name) => name.endsWith('.txt'));
/** A string stops a little before it is plucked again. */
const GAP = 10;

/** The notes of a track: when each begins and ends, in ticks. */
function notesIn(events: readonly MidiEvent[]): readonly { pitch: number; from: number; to: number }[] {
  const sounding = new Map<number, number>();
  let tick = 0;
  return events.flatMap((event) => {
    tick += event.deltaTime;
    if (event.type !== 'noteOn' && event.type !== 'noteOff') return [];
    const from = sounding.get(event.noteNumber);
    if (event.type === 'noteOn' && event.velocity > 0) {
      expect(from).toBeUndefined();
      sounding.set(event.noteNumber, tick);
      return [];
    }
    sounding.delete(event.noteNumber);
    return [{ pitch: event.noteNumber, from: from!, to: tick }];
  });
}

test.each(TUNES)(
  '%s in rhythm with bass and brushes is read back by midi-file with every onset, pitch and length',
  (name) => {
    const chart = parseTuneChart(readFileSync(join(demo, name), 'utf8'));
    if (!chart.ok) throw new Error(name);
    const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
    const { columns } = arrangedTake(run(solveTake(session, { chart: chart.value })));
    const of = { chart: chart.value, open: library.neck.open, columns };
    const pattern = usualPattern(chart.value.meter, chart.value.feel);
    for (const swing of [0.5, 2 / 3]) {
      const layers = [rhythmLayer([throughout(pattern, scoreOf(of))]), bassLayer('four'), brushesLayer()];
      const score = scoreOf(of, layers, swing);
      const { tracks } = parseMidi(writeMidi(score));
      expect(tracks).toHaveLength(4);
      const inTicks = (tick: number) => Math.round((secondsAt(score.clock, tick) / quarterSeconds(score.clock)) * 480);
      [score.parts.guitar, score.parts.bass, score.parts.brushes].forEach((sounds: readonly Sound[], t) => {
        const written = sounds.flatMap(({ start, ticks, notes, spreadMs }) => {
          const pitches = [...new Set(notes.map(({ pitch }) => pitch))];
          const msPerTick = (quarterSeconds(score.clock) * 1000) / 480;
          return pitches.map((pitch, i) => {
            // A stroke begins with its lowest string, or (below 0) with its highest, and takes its time over the others.
            const nth = spreadMs < 0 ? pitches.length - 1 - i : i;
            const late = pitches.length < 2 ? 0 : (Math.abs(spreadMs) * nth) / (pitches.length - 1) / msPerTick;
            const from = inTicks(start) + Math.round(late);
            return { pitch, from, to: Math.max(from + 1, inTicks(start + ticks) - GAP) };
          });
        });
        const order = (a: { pitch: number; from: number }, b: { pitch: number; from: number }) =>
          a.from - b.from || a.pitch - b.pitch;
        expect([...notesIn(tracks[t + 1]!)].sort(order)).toEqual(written.sort(order));
      });
    }
  },
);

test('a melody has a track of its own, with every note of it', () => {
  const tune = parseTune('key: D\nmeter: 6/8\n[pickup 1/8] | N.C. |\n|: D | A :|\nmelody:\n|: A | d3 f3 | e3 e2 :|\n');
  if (!tune.ok || !tune.value.melody) throw new Error();
  const { chart, melody } = tune.value;
  const sung = sungNotes(chart, melody);
  const { tracks } = parseMidi(
    writeMidi(scoreOf({ chart, open: library.neck.open, columns: [] }, [melodyLayer(sung)])),
  );
  const [, , track] = tracks;
  expect(tracks).toHaveLength(3);
  expect(track!.some((event) => event.type === 'trackName' && event.text === 'Melody')).toBe(true);
  expect(notesIn(track!)).toEqual(
    sung.map(({ pitch, start, ticks }) => ({ pitch, from: start, to: start + ticks - GAP })),
  );
});
