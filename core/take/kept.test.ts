import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { transpose } from '../chart/transpose.ts';
import { mergedMoves, readKeptMoves, writeKeptMoves } from '../format/kept-moves.ts';
import { buildLibrary } from '../grip/library.ts';
import { pricingFor } from '../leading/pricing.ts';
import { arrangedTake, sessionOf, solveTake } from '../leading/solve.ts';
import { priceMove } from '../leading/take.ts';
import { DEFAULT_HAND, lastFretOf } from '../neck/hand.ts';
import { STANDARD_TUNING, tuningKey } from '../neck/tuning.ts';
import { applyPatch } from '../patch.ts';
import { SHIPPED_MOVES } from '../reharm/kept/shipped/library.ts';
import { passageText } from '../reharm/kept/passage.ts';
import { spanAt } from '../reharm/moves/span.ts';
import { run } from '../steps.ts';
import { lossText } from '../wording/kept.ts';
import { problemText } from '../wording/problems.ts';
import { readChart } from '../reading/read.ts';
import { readDecision, type Decisions } from './decision.ts';
import { slotKeys } from './key.ts';
import { dropped } from './drop.ts';
import { keepable, KEEP_PARTS, type KeepPart } from './keep.ts';
import { gripsShift } from './kept-in-key.ts';
import { keptTune, keysInOrder } from './kept-tune.ts';
import { keptMoveDoc, keptMoveId, keptMoveOf, readKeptMove, shippedMove, type KeptMove } from './kept-move.ts';
import { isWantedMove, wantedMoves } from './kept-search.ts';
import { movePatch } from './moves.ts';
import { some } from '../../scripts/thorough.oracle.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 12 });
const lastFret = lastFretOf(library.hand);
const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
const neck = { lastFret, tuning: tuningKey(STANDARD_TUNING) };
const BARS = Array.from({ length: 40 }, (_, i) => `b${i + 1}`);
const chartOf = (text: string) => {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(`${text}: ${chart.problems.map(problemText).join(' ')}`);
  return chart.value;
};
const solved = (text: string, cells: Decisions = {}) =>
  run(solveTake(session, { chart: chartOf(text), barIds: BARS, cells }));
const kept = (
  of: ReturnType<typeof solved>,
  from: number,
  to: number,
  parts: readonly KeepPart[],
  title = 'A tune',
) => {
  const columns = arrangedTake(of).columns;
  return keepable(
    { title, slots: of.slots, keys: of.keys, cells: of.cells, columns, tuning: neck.tuning },
    from,
    to,
    parts,
  );
};
const keptOf = (...of: Parameters<typeof kept>): KeptMove => {
  const found = kept(...of);
  if (!found.ok) throw new Error(found.problems.map(problemText).join(' '));
  return found.value.move;
};
const whole = (of: ReturnType<typeof solved>) => {
  const last = of.slots.at(-1)!;
  return spanAt(of.slots, 0, last.start + last.entry.ticks)!;
};
const drop = (of: ReturnType<typeof solved>, move: KeptMove, span = whole(of)) => {
  const found = dropped({ id: 'x', move }, span, of.slots[0]!.meter, { neck, lossText });
  if (typeof found === 'string') throw new Error(found);
  return found;
};
const TUNE = `title: Tow Rope
key: Eb
| Fm7 | Bb7 | Eb | Eb |`;

describe('a span of a take is kept', () => {
  test('as whole bars by degree, with what it stands over and goes on to, and the bars it came from', () => {
    const of = solved(`${TUNE}\n| Cm | F7 | Bb7 | Eb |`);
    const found = kept(of, 0, 2, []);
    expect(found).toMatchObject({ ok: true, value: { from: 1, to: 3 } });
    const move = keptOf(of, 0, 2, [], 'Tow Rope');
    expect(move).toMatchObject({
      mode: 'major',
      over: ['S D T'],
      before: 'start',
      next: 'T',
      cells: {},
      tuning: null,
      from: { title: 'Tow Rope', bars: '1–3' },
    });
    expect(move.chords.split(' | ')).toHaveLength(3);
    expect(move.chords).toMatch(/^IIm\S* \| V\S* \| I/);
    // A chord in the middle of a bar takes its bar along.
    const two = solved('key: C\n| C Am | Dm7 G7 |');
    expect(kept(two, 1, 2, [])).toMatchObject({ ok: true, value: { from: 1, to: 2 } });
  });

  test.each([
    ['a rest', 'key: C\n| C | N.C. | G7 |', 'rest'],
    ['another meter', 'key: C\n| C | {3/4} G7 |', 'meter'],
    [
      'too many bars',
      `key: C\n${Array.from({ length: 33 }, (_, i) => (i % 2 ? '| G7 |' : '| C |')).join('\n')}`,
      'fewer',
    ],
  ])('not with %s, which is said', (_, text, word) => {
    const of = solved(text);
    const found = kept(of, 0, of.columns.length - 1, []);
    expect(found.ok ? '' : found.problems.map(problemText).join(' ')).toContain(word);
  });

  test('with as much beside its chords as is wanted: grips, top, basses, rhythm', () => {
    const cells: Decisions = {
      'b2:all:0:rhythm': { layer: 'rhythm', ticks: 3 * 1920, pattern: null, density: 80, pushes: 0, seed: 3 },
      'b1:1:0': { layer: 'chord', on: 'Fm7', colour: 'm9' },
    };
    const of = solved(TUNE, cells);
    const bare = keptOf(of, 0, 2, []);
    expect(bare.cells).toEqual({});
    const rhythm = keptOf(of, 0, 2, ['rhythm']).cells;
    // Cut to the span: the rhythm went on for a bar.
    expect(rhythm).toEqual({ 'bar-2:all:0:rhythm': { ...cells['b2:all:0:rhythm'], ticks: 2 * 1920 } });
    const all = keptOf(of, 0, 2, ['grips']);
    expect(Object.values(all.cells).filter(({ layer }) => layer === 'chord').length).toBeGreaterThan(0);
    expect(all.tuning).toBe(neck.tuning);
    const top = Object.values(keptOf(of, 0, 2, ['top']).cells)[0]!;
    expect(top).toMatchObject({ layer: 'line', ticks: 3 * 1920 });
    // E♭ is three semitones above C: all of it lies three lower.
    const sounds = arrangedTake(of)
      .columns.slice(0, 3)
      .map(({ grip }) => Math.max(...grip!.pitches) - 3);
    expect(top.layer === 'line' && top.notes.map(({ pitch }) => pitch)).toEqual(sounds);
    expect(kept(of, 0, 2, [])).toMatchObject({ value: { has: expect.arrayContaining(['grips', 'top', 'rhythm']) } });
  });
});

describe('kept, moved, put elsewhere, kept again', () => {
  const KEYS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'];
  /** What is the same of two: all but where it was found. */
  const same = ({ from: _, ...move }: KeptMove) => move;
  test.each(SHIPPED_MOVES.filter(({ grips }, i) => !grips && i % 18 === 0).map((move) => [move.id, move] as const))(
    '%s is the same move in every key, its grips too wherever the neck has room for them',
    (_, row) => {
      const home = { tonic: 'F', mode: row.mode };
      const text = passageText(row, home);
      const of = solved(text);
      const parts = KEEP_PARTS.filter((part) => part !== 'bass' && part !== 'top');
      const first = keptOf(of, 0, of.columns.length - 1, parts);
      for (const tonic of KEYS) {
        const there = transpose(
          text,
          row.mode === 'minor' && ['Db', 'Gb', 'Ab'].includes(tonic) ? { Db: 'C#', Gb: 'F#', Ab: 'G#' }[tonic]! : tonic,
        );
        if (!there.ok) throw new Error(tonic);
        const plain = solved(there.value);
        const proposal = drop(plain, first);
        const { cells } = applyPatch({}, movePatch(plain.slots, plain.keys, {}, whole(plain), proposal));
        const made = solved(there.value, cells);
        const second = keptOf(made, 0, made.columns.length - 1, []);
        expect(same({ ...second, cells: {}, tuning: null })).toEqual(
          same({ ...first, cells: {}, tuning: null, stray: second.stray, ...(second.into && { into: second.into }) }),
        );
        if (gripsShift(first, plain.slots[0]!.key, neck) === null) continue;
        // What had open strings was left open, and is found anew.
        const withGrips = keptOf(made, 0, made.columns.length - 1, parts);
        expect(withGrips.cells).toMatchObject(first.cells);
      }
    },
  );

  test('grips with open strings stay in their key, and lie nowhere else', () => {
    const of = solved('key: C\n| C | G7 |', {
      'b1:1:0': { layer: 'chord', on: 'C', colour: null, voicing: { grip: 'x-3-2-0-1-0' } },
    });
    const move = keptOf(of, 0, 1, ['grips']);
    expect(
      Object.values(move.cells).some((cell) => cell.layer === 'chord' && cell.voicing?.grip === 'x-3-2-0-1-0'),
    ).toBe(true);
    expect(gripsShift(move, { tonic: 'C', mode: 'major' }, neck)).toBe(0);
    expect(gripsShift(move, { tonic: 'D', mode: 'major' }, neck)).toBeNull();
    const there = solved('key: D\n| D | A7 |');
    expect(drop(there, move).laid).toEqual([]);
  });

  test('grips go where one wants them on the neck, all by the same', () => {
    const move = {
      ...keptOf(solved(TUNE), 0, 0, []),
      tuning: neck.tuning,
      cells: {
        'bar-1:all:0': { layer: 'chord', on: 'Dm7', colour: null, voicing: { grip: 'x-x-3-5-3-5' } } as const,
      },
    };
    const E = { tonic: 'E', mode: 'major' } as const;
    expect(gripsShift(move, E, neck)).toBe(4);
    expect(
      gripsShift(
        {
          ...move,
          cells: { 'bar-1:all:0': { layer: 'chord', on: 'Dm7', colour: null, voicing: { grip: 'x-x-10-12-10-12' } } },
        },
        E,
        neck,
      ),
    ).toBe(-8);
    expect(gripsShift(move, { tonic: 'B', mode: 'major' }, { ...neck, near: [9, 12] })).toBe(-1);
  });

  test('what does not go along in another meter or length is told', () => {
    const move = keptOf(
      solved(TUNE, {
        'b1:all:0:rhythm': { layer: 'rhythm', ticks: 4 * 1920, pattern: null, density: 80, pushes: 0, seed: 3 },
      }),
      0,
      3,
      ['rhythm'],
    );
    const waltz = solved('key: G\nmeter: 3/4\n| Am7 | D7 | G | G |');
    const proposal = drop(waltz, move);
    expect(proposal.laid).toEqual([]);
    expect(proposal.move.reason).toBe('From 4/4. Left behind: its rhythm.');
    const here = drop(solved('key: G\n| Am7 | D7 | G | G |'), move);
    expect(here.laid).toHaveLength(1);
    expect(here.move.reason).toBe('');
    const half = drop(solved('key: G\n| Am7 D7 | G |'), move);
    expect(half.move.reason).toBe('Half as long. Left behind: its rhythm.');
  });
});

describe('put into a tune', () => {
  test.each(some(SHIPPED_MOVES, 9).map((move) => [move.id, move] as const))(
    '%s costs what the tune solved anew costs more, and the take tells it by its name',
    (_, row) => {
      const move = shippedMove(row);
      // Over the plain chords it was made for: held, or one after another.
      const letters = { T: row.mode === 'minor' ? 'Gm' : 'G', S: row.mode === 'minor' ? 'Am7b5' : 'Am7', D: 'D7' };
      const meter = `${row.meter.count}/${row.meter.unit}`;
      const bars = row.chords.split('|').length;
      const over = { ...move, over: ['T'], before: null, next: null } as KeptMove;
      const text = `title: x\nkey: ${letters.T}\nmeter: ${meter}\n| ${Array.from({ length: bars }, () => letters.T).join(' | ')} | ${letters.D} | ${letters.T} |`;
      const of = solved(text);
      const span = spanAt(
        of.slots,
        0,
        of.slots.slice(0, bars).reduce((sum, { entry }) => sum + entry.ticks, 0),
      )!;
      const proposal = drop(of, over, span);
      const { extra, patch } = priceMove(of, span, proposal);
      const after = solved(text, applyPatch({}, patch).cells);
      if (extra === null) {
        const loose = arrangedTake(after).problems.some(({ code }) => code === 'move-loose');
        expect(after.index.some((at) => at < 0) || loose).toBe(true);
      } else expect(extra).toBe(after.best - of.best);
      const made = after.columns.find(({ move: there }) => there)!.move!;
      expect([made.id, made.told?.name]).toEqual([keptMoveId('x'), row.name]);
      expect(keptMoveOf(made.id)).toBe('x');
    },
  );
});

describe('as a document', () => {
  const own = { ...shippedMove(SHIPPED_MOVES[0]!), tags: ['opener'], note: 'slowly' };
  test('every move of ours is written and read back the same', () => {
    for (const row of SHIPPED_MOVES) {
      const move = shippedMove(row);
      const read = readKeptMove(JSON.parse(JSON.stringify(keptMoveDoc(move))));
      expect(read).toEqual({ ok: true, value: JSON.parse(JSON.stringify(move)) });
    }
  });

  test.each([
    ['a number for a name', { name: 3 }, '“name” is not right'],
    ['no name', { name: ' ' }, '“name” is not right'],
    ['a use that is none', { use: 'solo' }, 'intro, ending'],
    ['chords that are none', { chords: 'IIm7 <b>' }, '“<b>” is no chord by its degree'],
    ['too many chords for a bar', { chords: Array.from({ length: 90 }, () => 'I').join(' ') }, ''],
    ['a field that is not there', { owner: 'me' }, '“owner” is not right'],
    [
      'the field of every object',
      JSON.parse('{"__proto__": {"admin": true}, "constructor": 1}') as object,
      'is not right',
    ],
    [
      'cells of another bar',
      { cells: { 'b1:1:0': { layer: 'chord', on: 'C', colour: null } } },
      '“cells” is not right',
    ],
    ['cells that lift melodies', { cells: { 'bar-1:1:0:carry': { layer: 'carry' } } }, '“cells” is not right'],
    ['a newer schema', { schema: 9 }, 'newer Yellow Heron'],
    ['no schema', { schema: undefined }, '“schema” is not right'],
    ['more than a title and bars', { from: { title: 'x', bars: '1', by: 'me' } }, '“from” is not right'],
    ['degrees past the octave', { sung: [12] }, '“sung” is not right'],
    ['a text a mile long', { note: 'x'.repeat(5000) }, '“note” is not right'],
  ])('with %s it is refused in words', (_, wrong, words) => {
    const read = readKeptMove({ ...keptMoveDoc(own), ...wrong });
    expect(read.ok).toBe(false);
    expect(read.ok ? '' : read.problems.map(problemText).join(' ')).toContain(words);
  });

  test.each([
    ['no JSON', '{', 'no JSON'],
    ['another file', '[]', 'no file of moves'],
    ['a list that is none', '{"yellowHeron":"moves","moves":{}}', 'no file of moves'],
    [
      'too many',
      JSON.stringify({ yellowHeron: 'moves', moves: Array.from({ length: 2001 }, () => 0) }),
      '2000 are the most',
    ],
    ['a move that is none', '{"yellowHeron":"moves","moves":[null]}', 'Move 1: “id” is not right'],
  ])('a file with %s is refused in words', (_, text, words) => {
    const read = readKeptMoves(text);
    expect(read.ok ? '' : read.problems.map(problemText).join(' ')).toContain(words);
  });

  test('many come together without loss: the same once, the same name for another beside it', () => {
    const [one, two] = [
      { id: 'a', move: own },
      { id: 'b', move: { ...own, note: 'fast' } },
    ];
    const read = readKeptMoves(writeKeptMoves([one, two]));
    expect(read).toEqual({ ok: true, value: JSON.parse(JSON.stringify([one, two])) });
    expect(mergedMoves([one], [one, two], () => 'new')).toEqual({ added: [two], same: 1 });
    const other = { id: 'a', move: { ...own, note: 'another' } };
    expect(mergedMoves([one], [other], () => 'new')).toEqual({ added: [{ ...other, id: 'new' }], same: 0 });
  });
});

test('the longest that can be kept can be put into a take, which can be read again', () => {
  const bar = Array.from({ length: 8 }, (_, i) => (i % 2 ? 'V7b9' : 'Imaj9')).join(' ');
  const move: KeptMove = {
    ...shippedMove(SHIPPED_MOVES[0]!),
    name: 'n'.repeat(120),
    reason: 'r'.repeat(1000),
    chords: Array.from({ length: 32 }, () => bar).join(' | '),
    over: ['T'],
    before: null,
    next: null,
  };
  expect(readKeptMove(JSON.parse(JSON.stringify(keptMoveDoc(move)))).ok).toBe(true);
  expect(readKeptMove(keptMoveDoc({ ...move, chords: move.chords.replaceAll('V7b9', 'V7b9 I') })).ok).toBe(false);
  const of = readChart(chartOf(`key: Gb\n${Array.from({ length: 32 }, () => '| Gb |').join('\n')}`));
  const span = spanAt(of, 0, 32 * 1920)!;
  const found = dropped({ id: 'x'.repeat(58), move }, span, of[0]!.meter, { neck, lossText });
  if (typeof found === 'string') throw new Error(found);
  const patch = movePatch(of, slotKeys(of, BARS), {}, span, found);
  for (const [name, cell] of Object.entries(patch))
    expect(readDecision(name, JSON.parse(JSON.stringify(cell)))).toEqual(JSON.parse(JSON.stringify(cell)));
});

test('moves are found by words, degrees in a row, use, mode, meter, bars and stray', () => {
  const all = SHIPPED_MOVES.map((row) => ({ id: row.id, move: shippedMove(row) }));
  const ids = (wanted: Parameters<typeof wantedMoves>[1]) => wantedMoves(all, wanted).map(({ id }) => id);
  expect(ids({ words: 'tag three' })).toEqual(['ending-tag']);
  expect(ids({ words: 'iii ♭III ii ♭II' })).toEqual(expect.arrayContaining(['turn-substitutes', 'turn-still-top']));
  expect(ids({ words: 'bVI V', use: 'turnaround' })).toEqual(expect.arrayContaining(['turn-flat-six']));
  expect(ids({ meter: '6/8' })).toEqual(
    ['turn-jig', 'cadence-jig', 'cadence-jig-minor'].sort(
      (a, b) => all.findIndex(({ id }) => id === a) - all.findIndex(({ id }) => id === b),
    ),
  );
  expect(ids({ use: 'intro', mode: 'minor' })).toEqual(['intro-minor-stairs', 'intro-minor-lent']);
  expect(ids({ bars: 8 })).toEqual(['ending-tag']);
  expect(ids({ stray: 0 })).toEqual([]);
  expect(ids({})).toHaveLength(all.length);
  expect(isWantedMove(all[0]!.move, { words: 'no such word' })).toBe(false);
});

test('a kept move is a tune of its own in any key, or through several; its name is no line of the chart', () => {
  const named = { id: 'x', move: { ...shippedMove(SHIPPED_MOVES[0]!), name: 'twice\nround' } };
  const keys = ['Ab', 'Db', 'F#'].map((tonic) => ({ tonic, mode: 'major' }) as const);
  const { chartText, barIds, cells, bars } = keptTune(named, keys, { tempo: 120, neck });
  const chart = chartOf(chartText);
  expect([chart.title, chart.bars.length, bars, barIds.length]).toEqual(['twice round', 12, 4, 12]);
  const of = run(solveTake(session, { chart, barIds, cells }));
  const symbols = of.columns.map(({ symbol }) => symbol);
  expect(symbols.slice(0, 4)).toEqual(['Abmaj9', 'F7b9', 'Bbm9', 'Eb13']);
  expect(symbols.slice(8, 12)).toEqual(['Dbmaj9', 'Bb7b9', 'Ebm9', 'Ab13']);
  expect(of.columns.every(({ move }) => move?.told?.name === 'twice\nround')).toBe(true);
});

test('keys follow one another by fourths, by half steps, or as they are drawn, each once', () => {
  const keys = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'].map(
    (tonic) => ({ tonic, mode: 'major' }) as const,
  );
  const names = (order: Parameters<typeof keysInOrder>[1], random = () => 0.3) =>
    keysInOrder(keys, order, random).map(({ tonic }) => tonic);
  expect(names('one')).toEqual(['C']);
  expect(names('fourths').slice(0, 5)).toEqual(['C', 'F', 'Bb', 'Eb', 'Ab']);
  expect(new Set(names('fourths')).size).toBe(12);
  expect(names('half-steps').slice(0, 3)).toEqual(['C', 'Db', 'D']);
  expect(names('drawn')[0]).toBe('C');
  expect(new Set(names('drawn')).size).toBe(12);
  expect(names('drawn')).not.toEqual(names('half-steps'));
});
