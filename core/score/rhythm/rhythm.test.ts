import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseChart } from '../../chart/parse.ts';
import { playedBars } from '../../chart/played.ts';
import { buildLibrary } from '../../grip/library.ts';
import { arrangedTake, sessionOf, solveTake } from '../../leading/solve.ts';
import { pricingFor } from '../../leading/pricing.ts';
import { DEFAULT_HAND } from '../../neck/hand.ts';
import { run } from '../../steps.ts';
import { secondsAt } from '../../time/clock.ts';
import { formatMeter, parseMeter, ticksPerBar, ticksPerBeat } from '../../time/meter.ts';
import { melodyLayer } from '../melody.ts';
import { sungNotes } from '../../melody/melody.ts';
import { parseTune } from '../../melody/tune-text.ts';
import { scoreOf, type Score, type Scored } from '../score.ts';
import { hitsOf, VOICINGS } from './hits.ts';
import { fitsMeter } from './pattern.ts';
import { PATTERNS, patternOf, usualPattern } from './patterns.ts';
import { rhythmLayer, throughout } from './rhythm.ts';
import { notesFor } from './voices.ts';
import { AS_WRITTEN, thinned, turnsOf } from './vary.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
const scoredOf = (text: string): Scored => {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(text);
  const { columns } = arrangedTake(run(solveTake(session, { chart: chart.value })));
  return { chart: chart.value, open: library.neck.open, columns };
};
const BODY = '| C | Am7 Dm7 | G7 | % | C E7 | A7 | Dm7 G7 | C |';
const METERS = [...new Set(PATTERNS.map(({ meter }) => formatMeter(meter)))];
const SCORED = new Map(METERS.map((meter) => [meter, scoredOf(`key: C\nmeter: ${meter}\n[A]\n${BODY}`)]));
const inRhythm = (of: Scored, id: string, dials = AS_WRITTEN): Score => {
  const plain = scoreOf(of);
  return scoreOf(of, [rhythmLayer([throughout(patternOf(id), plain, dials)])]);
};

describe('the patterns', () => {
  test('are thirty and more, each with a name, a reason and hits of its own', () => {
    expect(PATTERNS.length).toBeGreaterThanOrEqual(30);
    for (const name of ['id', 'name'] as const)
      expect(new Set(PATTERNS.map((pattern) => pattern[name])).size).toBe(PATTERNS.length);
    expect(new Set(PATTERNS.map(({ hits, meter }) => JSON.stringify([hits, meter]))).size).toBe(PATTERNS.length);
    for (const { reason } of PATTERNS) expect(reason).toMatch(/^[A-Z].+\.$/);
  });

  test('lie within their bars, in time order, and each meter they are in has one that is usual', () => {
    for (const { ticks, hits, meter, across } of PATTERNS) {
      if (!across) expect(ticks % ticksPerBar(meter)).toBe(0);
      expect(hits.length).toBeGreaterThan(0);
      for (const [k, { at, ticks: long }] of hits.entries()) {
        expect(Number.isInteger(at)).toBe(true);
        expect(long).toBeGreaterThan(0);
        expect(at).toBeLessThan(ticks);
        expect(at).toBeGreaterThanOrEqual(hits[k - 1]?.at ?? 0);
        // A push reaches to the beat whose chord it takes.
        if (hits[k]!.push) expect(at % ticksPerBeat(meter)).not.toBe(0);
      }
    }
    for (const text of METERS) {
      const meter = parseMeter(text);
      expect(meter.ok && usualPattern(meter.value, 'swing')).toBeTruthy();
      expect(meter.ok && usualPattern(meter.value, 'straight')).toBeTruthy();
    }
  });

  test('are read as they are counted aloud', () => {
    const four = { count: 4, unit: 4 } as const;
    expect(hitsOf("1:1.5W> 2&:.5C.^ | 3a:.25T,'", four)).toEqual([
      { at: 0, ticks: 720, voices: 'whole', accent: 'accent', stroke: 'down', damped: false, push: false },
      { at: 720, ticks: 240, voices: 'chord', accent: 'even', stroke: 'down', damped: true, push: true },
      { at: 1920 + 960 + 360, ticks: 120, voices: 'top', accent: 'soft', stroke: 'up', damped: false, push: false },
    ]);
    expect(() => hitsOf('5x:1W', four)).toThrow(RangeError);
  });
});

describe('a score in rhythm', () => {
  test.each(PATTERNS.map(({ id }) => [id]))(
    '%s: every hit lies in the tune and sounds strings of the grip under it',
    (id) => {
      const pattern = patternOf(id)!;
      for (const [meter, of] of SCORED) {
        const score = inRhythm(of, id);
        const grips = scoreOf(of).parts.guitar;
        expect(score.parts.guitar.length).toBeGreaterThan(0);
        const free = new Map<number, number>();
        for (const { start, ticks, column, notes } of score.parts.guitar) {
          expect(start).toBeGreaterThanOrEqual(0);
          expect(ticks).toBeGreaterThan(0);
          expect(start + ticks).toBeLessThanOrEqual(score.end);
          const under = grips
            .find((grip) => grip.column === column)!
            .notes.map(({ string, pitch }) => `${string} ${pitch}`);
          expect(notes.length).toBeGreaterThan(0);
          for (const { string, pitch } of notes) {
            expect(under).toContain(`${string} ${pitch}`);
            // No string is plucked while it still sounds by an earlier hit.
            expect(start).toBeGreaterThanOrEqual(free.get(string!) ?? 0);
            free.set(string!, start + ticks);
          }
        }
        // Each chord is heard; bars of another meter have what is usual there.
        expect(new Set(score.parts.guitar.map(({ column }) => column)).size).toBe(grips.length);
        if (
          fitsMeter(pattern, parseMeterOf(meter)) &&
          !pattern.across &&
          pattern.ticks === ticksPerBar(pattern.meter)
        ) {
          const first = score.parts.guitar.filter(({ start }) => start < pattern.ticks).map(({ start }) => start);
          for (const { at, push } of pattern.hits) if (!push) expect(first).toContain(at);
        }
      }
    },
  );
  const parseMeterOf = (text: string) => {
    const meter = parseMeter(text);
    if (!meter.ok) throw new Error(text);
    return meter.value;
  };

  test('an anticipation takes the next chord’s grip, and it is not struck again where the chord begins, but where a hit is', () => {
    const of = scoredOf('key: C\n[A]\n| C | F | C | G7 |');
    const { parts, columns } = inRhythm(of, 'early-whole');
    const early = parts.guitar.filter(({ start, column }) => start < columns[column!]!.start);
    expect(early.map(({ start }) => start)).toEqual([1680, 3600, 5520]);
    expect(early.map(({ column }) => column)).toEqual([1, 2, 3]);
  });

  test('pushes on the dial come an eighth early, at none of the changes or at all', () => {
    const of = SCORED.get('4/4')!;
    const early = (pushes: number) =>
      inRhythm(of, 'four-long', { ...AS_WRITTEN, pushes }).parts.guitar.filter(({ start }) => start % 480 === 240)
        .length;
    expect(early(0)).toBe(0);
    const { columns } = scoreOf(of);
    const changes = columns.filter(
      ({ start, symbol }, i) => start > 0 && start % 1920 === 0 && symbol !== columns[i - 1]!.symbol,
    );
    expect(early(1)).toBe(changes.length);
    expect(early(1 / 2)).toBeGreaterThan(0);
    expect(early(1 / 2)).toBeLessThan(changes.length);
  });

  test('muted strokes are told as such, over the strings above the bass; a chord that has only those is played once', () => {
    const of = SCORED.get('4/4')!;
    const { parts, columns } = inRhythm(of, "4/4: 1:1C 2:.5X> 2&:.5C' 4:1X>");
    const muted = parts.guitar.filter(({ kind }) => kind === 'muted');
    expect(new Set(muted.map(({ start }) => start % 1920))).toEqual(new Set([480, 1440]));
    for (const { notes, column } of muted)
      expect(notes.length).toBe(of.columns[column!]!.grip!.frets.filter((fret) => fret >= 0).length - 1);
    for (const [i] of columns.entries())
      expect(parts.guitar.some(({ kind, column }) => kind === 'chord' && column === i)).toBe(true);
  });

  test('a thinner one has fewer hits, never other ones, and keeps the accents longest', () => {
    for (const { hits } of PATTERNS) {
      let before = hits;
      for (const density of [1, 0.75, 0.5, 0.25, 0]) {
        const now = thinned(hits, density);
        expect(now.length).toBeGreaterThan(0);
        for (const hit of now) expect(before).toContain(hit);
        before = now;
      }
      if (hits.some(({ accent }) => accent === 'accent')) expect(before[0]!.accent).toBe('accent');
    }
  });

  test('eight bars are not the same bar eight times, and are the same the next time', () => {
    const of = scoredOf('key: C\n[A]\n| C | % | % | % | % | % | % | % |');
    const barsOf = (score: Score) =>
      score.bars.map((bar) =>
        score.parts.guitar
          .filter(({ start }) => start >= bar.start && start < bar.start + bar.ticks)
          .map(({ start }) => start - bar.start)
          .join(' '),
      );
    for (const id of ['four-long', 'thumb-alternating', 'ballad-rolling', 'boom-chord']) {
      const bars = barsOf(inRhythm(of, id));
      expect(new Set(bars).size).toBeGreaterThan(1);
      expect(new Set([bars[0], bars[1], bars[2]]).size).toBe(1);
      expect(barsOf(inRhythm(of, id))).toEqual(bars);
    }
  });

  test('with room, the last bar of a phrase is left from its middle on; what comes early for the next stays', () => {
    const of = scoredOf('key: C\n[A]\n| C | F | G7 | C |\n[B]\n| Am7 | Dm7 | G7 | C |');
    const startsIn = (id: string, room: boolean) => {
      const { parts, bars } = inRhythm(of, id, { ...AS_WRITTEN, room });
      return bars.map(({ start, ticks }) =>
        parts.guitar.filter((hit) => hit.start >= start && hit.start < start + ticks).map((hit) => hit.start - start),
      );
    };
    const [without, withIt] = [startsIn('four-long', false), startsIn('four-long', true)];
    for (const bar of [0, 1, 2, 4, 5, 6]) expect(withIt[bar]).toEqual(without[bar]);
    for (const bar of [3, 7]) expect(withIt[bar]!.every((at) => at < 960)).toBe(true);
    expect(startsIn('both-ands', true)[3]).toContain(1680);
    expect(startsIn('both-ands', true).every((bar) => bar.length > 0)).toBe(true);
  });

  test('where it is wished, beats in which the melody moves are left to it; bars begin and chords come early as ever', () => {
    const of = scoredOf('key: C\n[A]\n| C | F | G7 | C |');
    const tune = parseTune('key: C\n| C | F | G7 | C |\nmelody:\nc4 d2 ef | gfed c4 | B8 | c8 |');
    if (!tune.ok) throw new Error();
    const sung = melodyLayer(sungNotes(tune.value.chart, tune.value.melody!));
    const startsIn = (id: string, yields: boolean) => {
      const span = throughout(patternOf(id), scoreOf(of), { ...AS_WRITTEN, yields });
      const { parts, bars } = scoreOf(of, [sung, rhythmLayer([span])]);
      return bars.map(({ start, ticks }) =>
        parts.guitar.filter((hit) => hit.start >= start && hit.start < start + ticks).map((hit) => hit.start - start),
      );
    };
    expect(startsIn('four-long', false)[0]).toEqual([0, 480, 960, 1440]);
    expect(startsIn('four-long', true)).toEqual([
      [0, 480, 960],
      [0, 960, 1440],
      [0, 480, 960, 1440],
      expect.anything(),
    ]);
    // The push into bar 2 stays, though the melody moves there.
    expect(startsIn('both-ands', true)[0]).toContain(1680);
    expect(startsIn('four-long', true)[3]).toEqual(startsIn('four-long', false)[3]);
  });

  test('one that runs over the bar lines meets them again after as many bars as it has beats', () => {
    const of = scoredOf(`key: C\n[A]\n${'| C '.repeat(36)}|`);
    for (const [id, bars] of [
      ['three-across', 3],
      ['five-across', 5],
      ['seven-across', 7],
      ['dotted-across', 3],
    ] as const) {
      const first = patternOf(id)!.ticks;
      const met = Array.from({ length: 36 }, (_, bar) => bar).filter((bar) => bar > 0 && (bar * 1920) % first === 0);
      expect(met[0]).toBe(bars);
      const starts = new Set(inRhythm(of, id).parts.guitar.map(({ start }) => start));
      for (const bar of met) expect(starts.has(bar * 1920)).toBe(true);
    }
  });

  test('swing puts the off-beat at two thirds of the beat, and leaves the beat where it is', () => {
    const of = scoredOf('key: C\ntempo: 60\n[A]\n| C | F |');
    const plain = scoreOf(of);
    const score = scoreOf(of, [rhythmLayer([throughout(patternOf('dotted-push'), plain)])], 2 / 3);
    const at = score.parts.guitar.slice(0, 2).map(({ start }) => secondsAt(score.clock, start));
    expect(at[0]).toBe(0);
    expect(at[1]).toBeCloseTo(1 + 2 / 3, 9);
  });

  test('a span has its rhythm, the rest of the tune another, or each chord held', () => {
    const of = scoredOf('key: C\n[A]\n| C | F | G7 | C |');
    const plain = scoreOf(of);
    const spans = [
      { ...AS_WRITTEN, start: 0, end: 1920, pattern: patternOf('four-long') },
      { ...AS_WRITTEN, start: 1920, end: 3840, pattern: null },
    ];
    const { parts } = scoreOf(of, [rhythmLayer(spans)]);
    expect(parts.guitar.map(({ start, ticks }) => [start, ticks])).toEqual([
      [0, 480],
      [480, 480],
      [960, 480],
      [1440, 480],
      ...plain.parts.guitar.slice(1).map(({ start, ticks }) => [start, ticks]),
    ]);
  });

  test('no tune of any form throws, and all its chords are heard', () => {
    const bar = fc.constantFrom('C', 'Dm7 G7', '%', 'N.C.', '{3/4} F', '{6/8} Am', '{7/8} E7', '{4/4} C F G C');
    fc.assert(
      fc.property(
        fc.array(bar, { minLength: 1, maxLength: 8 }),
        fc.constantFrom(...PATTERNS),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (bars, pattern, density) => {
          const of = scoredOf(`key: C\n[A]\n| C | ${bars.join(' | ')} |`);
          const score = inRhythm(of, pattern.id, {
            density,
            pushes: density,
            seed: 3,
            room: density > 1 / 2,
            yields: true,
          });
          const heard = new Set(score.parts.guitar.map(({ column }) => column));
          expect(heard.size).toBe(scoreOf(of).parts.guitar.length);
        },
      ),
      { numRuns: 15, seed: 192 },
    );
  });
});

test('turns are the fourth bars of a phrase, and its last', () => {
  const chart = parseChart('key: C\n[A]\n| C | C | C | C | C | C |\n[B]\n| F | F |');
  expect(chart.ok && turnsOf(playedBars(chart.value))).toEqual([false, false, false, true, false, true, false, true]);
});

test('each way to take notes of a grip takes some of its notes, lowest string first, of grips of any size', () => {
  for (const count of [1, 2, 3, 4, 5, 6]) {
    const notes = Array.from({ length: count }, (_, k) => ({
      pitch: 40 + 5 * k,
      string: k,
      fret: 0,
      finger: null,
      voice: k,
    }));
    for (const voices of VOICINGS) {
      const taken = notesFor(voices, notes).map(({ string }) => string);
      expect(taken.length).toBeGreaterThan(0);
      expect(taken).toEqual([...taken].sort());
    }
    if (count > 1) expect(notesFor('chord', notes)).not.toContain(notes[0]);
    if (count > 3) expect(new Set((['p', 'i', 'm', 'a'] as const).flatMap((one) => notesFor(one, notes))).size).toBe(4);
  }
});
