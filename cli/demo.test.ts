import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import {
  ANY_TASTE,
  arrangedTake,
  buildLibrary,
  columnsOf,
  fitsMeter,
  formatFrets,
  gripsOf,
  handOf,
  DEFAULT_HAND,
  MOVES,
  NO_MELODY,
  parseTune,
  parseTuneChart,
  parseFrets,
  patternOf,
  pricingFor,
  proposalsFor,
  readChart,
  readPlayer,
  run,
  scoreOfTake,
  sessionOf,
  slotKeys,
  solveTake,
  sungNotes,
  spanAt,
  STANDARD_TUNING,
  type Decisions,
  tuningKey,
  whyNotHeld,
  withParts,
} from '../core/index.ts';

/** Threads are offered on open strings. */
const OPEN = { ...ANY_TASTE, rings: STANDARD_TUNING };

const folder = join(import.meta.dirname, '..', 'demo', 'tunes');

/** The band's own blues is in minor. */
const BLUES = 'key: Bb\n| Bb7 | Eb7 | Bb7 | % | Eb7 | % | Bb7 | % | F7 | Eb7 | Bb7 | F7 |\n';

test('every move is offered somewhere on the demo tunes, or in a blues, in one chord or in up to four', () => {
  const offered = new Set<string>();
  for (const text of [...readdirSync(folder).map((file) => readFileSync(join(folder, file), 'utf8')), BLUES]) {
    const chart = parseTuneChart(text);
    if (!chart.ok) throw new Error(text);
    for (const version of [0, 1]) {
      const slots = readChart(chart.value, () => version);
      for (const count of [1, 2, 3, 4]) {
        for (let i = 0; i + count <= slots.length; i++) {
          const last = slots[i + count - 1]!;
          const { start } = slots[i]!;
          const span = spanAt(slots, start, last.start + last.entry.ticks - start);
          for (const { move } of span ? proposalsFor(span, OPEN) : []) offered.add(move.id);
        }
      }
    }
  }
  expect(MOVES.filter(({ id }) => !offered.has(id)).map(({ id }) => id)).toEqual([]);
});

test('every demo player can be read, and the grips they keep are ones they can hold', () => {
  const players = JSON.parse(readFileSync(join(folder, '..', 'players.json'), 'utf8')) as {
    player: object;
    grips: Record<string, object>;
  }[];
  for (const { player, grips } of players) {
    const read = readPlayer(player);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    for (const key of Object.keys(grips)) {
      const [tuning, grip] = key.split('/') as [string, string];
      expect(tuning).toBe(tuningKey(read.value.tuning));
      expect([grip, whyNotHeld(parseFrets(grip)!, handOf(read.value))]).toEqual([grip, null]);
    }
  }
});

test('every decision of a demo take stands: its chord is there, its grip is one of the chord, its move is made', () => {
  const takes = JSON.parse(readFileSync(join(folder, '..', 'takes.json'), 'utf8')) as Record<string, Decisions>;
  for (const [number, cells] of Object.entries(takes)) {
    const file = readdirSync(folder).find((name) => name.startsWith(`${number}-`))!;
    const chart = parseTuneChart(readFileSync(join(folder, file), 'utf8'));
    if (!chart.ok) throw new Error(file);
    const slots = readChart(chart.value);
    const bars = chart.value.bars.map((_, i) => String(i + 1));
    const keys = slotKeys(slots, bars);
    const columns = columnsOf(slots, keys, withParts(slots, keys, cells));
    for (const [at, cell] of Object.entries(cells)) {
      if (cell.layer === 'move') {
        expect([at, columns.some(({ move }) => move?.at === at)]).toEqual([at, true]);
        continue;
      }
      if (cell.layer === 'rhythm') {
        const pattern = patternOf(cell.pattern!);
        expect([at, pattern && fitsMeter(pattern, chart.value.meter)]).toEqual([at, true]);
        continue;
      }
      if (cell.layer === 'decor') {
        expect([at, cell.ticks]).toEqual([at, slots.at(-1)!.start + slots.at(-1)!.entry.ticks]);
        continue;
      }
      if (cell.layer !== 'chord') throw new Error(`what is this: ${at}`);
      const column = columns.find((one) => one.at === at)!;
      expect([at, column.decision?.voicing]).toEqual([at, cell.voicing]);
      const grips = gripsOf(column.chord!, DEFAULT_HAND).map(({ frets }) => formatFrets(frets));
      expect([at, grips.includes(cell.voicing!.grip)]).toEqual([at, true]);
    }
  }
});

test('what the demo takes add between their chords is of several kinds, each chord by itself, and leaves others alone', () => {
  const takes = JSON.parse(readFileSync(join(folder, '..', 'takes.json'), 'utf8')) as Record<string, Decisions>;
  const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 12 });
  const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
  const decorated = Object.entries(takes).filter(([, cells]) =>
    Object.values(cells).some(({ layer }) => layer === 'decor'),
  );
  expect(decorated.length).toBeGreaterThanOrEqual(6);
  for (const [number, cells] of decorated) {
    const tune = parseTune(
      readFileSync(
        join(
          folder,
          readdirSync(folder).find((name) => name.startsWith(`${number}-`))!,
        ),
        'utf8',
      ),
    );
    if (!tune.ok) throw new Error(number);
    const { chart, melody } = tune.value;
    const barIds = chart.bars.map((_, i) => String(i + 1));
    const solved = run(solveTake(session, { chart, barIds, cells, melody: melody ?? NO_MELODY }));
    const { columns } = arrangedTake(solved);
    const { slots, keys } = solved;
    const sung = melody ? sungNotes(chart, melody) : [];
    const inTime = { slots, keys, cells, sung, hand: DEFAULT_HAND };
    const { decorated: made = [] } = scoreOfTake({ chart, open: library.neck.open, columns }, inTime);
    expect([number, made.length >= 3, new Set(made.map(({ id }) => id)).size >= 2]).toEqual([number, true, true]);
    expect([number, made.length < columns.length / 2]).toEqual([number, true]);
  }
});
