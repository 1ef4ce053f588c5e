import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { transpose } from '../chart/transpose.ts';
import { readChart } from '../reading/read.ts';
import { columnsOf } from './columns.ts';
import { readDecision, type Decisions } from './decision.ts';
import { moveName, slotKeys } from './key.ts';
import { leaningMoves } from './leaning.ts';
import { moveDecision } from './moves.ts';
import { withParts } from './untold-moves.ts';
import type { MoveDecision } from './layers/move.ts';
import { decisionFor } from './standing.ts';
import { STANDARD_TUNING } from '../neck/tuning.ts';
import { pitchClass } from '../pitch/note.ts';
import { suffixOf } from '../chord/kind.ts';
import { ANY_TASTE, proposalsFor } from '../reharm/moves/propose.ts';
import { spanAt } from '../reharm/moves/span.ts';
import { moveOf } from '../reharm/moves/table.ts';
import { some } from '../../scripts/thorough.oracle.ts';

const IDS = ['a', 'b', 'c', 'd', 'e', 'f'];
function take(text: string) {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(JSON.stringify(chart.problems));
  const slots = readChart(chart.value);
  const keys = slotKeys(slots, IDS);
  return {
    slots,
    /** As a document is read: an older one has its moves told. */
    columns: (cells: Decisions) => columnsOf(slots, keys, withParts(slots, keys, cells)),
    /** The cell that makes a move from slot `from` over `count` slots. */
    made(id: string, from: number, count = 1, variant?: string): Decisions {
      const last = slots[from + count - 1]!;
      const span = spanAt(slots, slots[from]!.start, last.start + last.entry.ticks - slots[from]!.start)!;
      const move = moveOf(id)!;
      const found = move.find(span).find((one) => variant === undefined || one.variant === variant)!;
      return { [moveName(keys[from]!)]: moveDecision({ move, found }, span) };
    },
  };
}
const shown = (columns: ReturnType<typeof columnsOf>) =>
  columns.map(
    ({ symbol, slot, move }) => `${slot.bar}.${slot.entry.beat} ${symbol} ${slot.entry.beats}${move ? '*' : ''}`,
  );

const TUNE = 'key: C\n| Dm7 | G7 | C | % |';

describe('a move that is made', () => {
  const { columns, made, slots } = take(TUNE);
  test('stands in its span as it is, and what it leaves there takes its colour; the rest is as it was', () => {
    expect(shown(columns(made('tritone-substitute', 1)))).toEqual(['1.1 Dm9 4', '2.1 Db7 4*', '3.1 C6 4', '4.1 C6 4']);
    expect(shown(columns(made('tritone-ii-v', 1)))).toEqual([
      '1.1 Dm9 4',
      '2.1 Abm7 2*',
      '2.3 Db7 2*',
      '3.1 C6 4',
      '4.1 C6 4',
    ]);
  });

  test('stands in every bar that it lasts over', () => {
    expect(shown(columns(made('drop-ii', 0, 2)))).toEqual(['1.1 G9 4*', '2.1 G9 4*', '3.1 C6 4', '4.1 C6 4']);
    expect(shown(columns(made('turnaround-1625', 2, 2)))).toEqual([
      '1.1 Dm9 4',
      '2.1 G9 4',
      '3.1 C6 2*',
      '3.3 Am7 2*',
      '4.1 Dm7 2*',
      '4.3 G7 2*',
    ]);
  });

  test('over chords that share a bar is one column there', () => {
    const tune = take('key: C\n| Dm7 G7 | C |');
    expect(shown(tune.columns(tune.made('drop-ii', 0, 2)))).toEqual(['1.1 G9 4*', '2.1 C6 4']);
  });

  test('may begin within a bar', () => {
    const tune = take('key: C\n| C | Dm7 | G7 |');
    const span = spanAt(tune.slots, 960, 960)!;
    const move = moveOf('secondary-dominant')!;
    const cells = { 'a:1:960:move': moveDecision({ move, found: move.find(span)[0]! }, span) };
    expect(shown(tune.columns(cells)).slice(0, 3)).toEqual(['1.1 C6 2', '1.3 C6 1*', '1.4 A7 1*']);
  });

  test('takes decisions of its own, colour and grip', () => {
    const cells = made('tritone-ii-v', 1);
    const substitute = columns(cells)[2]!;
    const decided = {
      ...cells,
      [substitute.at]: {
        ...decisionFor(substitute.slot),
        colour: '13#11',
        voicing: { grip: 'x-4-3-4-6-6' },
      },
    } as const;
    expect(columns(decided)[2]).toMatchObject({ symbol: 'Db13#11', decision: { voicing: { grip: 'x-4-3-4-6-6' } } });
    // Lifted, the chart is back, and what was decided for the move waits.
    expect(shown(columns({ [substitute.at]: decided[substitute.at]! }))).toEqual(shown(columns({})));
  });

  test('keeps its place by what it was made for: it waits while the chart says something else', () => {
    const cells = made('tritone-substitute', 1);
    expect(shown(take('key: C\n| Dm7 | G13 | C | % |').columns(cells))[1]).toBe('2.1 G13 4');
    expect(shown(take('key: C\n| Fm | G7 | C | % |').columns(cells))[1]).toBe('2.1 Db7 4*');
  });

  test('goes along into another key', () => {
    const moved = transpose(TUNE, 'Eb');
    if (!moved.ok) throw new Error();
    expect(shown(take(moved.value).columns(made('tritone-ii-v', 1)))).toEqual([
      '1.1 Fm9 4',
      '2.1 Cbm7 2*',
      '2.3 Fb7 2*',
      '3.1 Eb6 4',
      '4.1 Eb6 4',
    ]);
  });

  test('says when what it leads to is not there any more', () => {
    const both = { ...made('tritone-substitute', 1), ...made('delay-bVI', 2) };
    expect(shown(columns(both)).slice(1, 4)).toEqual(['2.1 Db7 4*', '3.1 Abmaj7 2*', '3.3 C6 2*']);
    expect([...leaningMoves(columns(both)).values()]).toEqual(['next']);
    expect(leaningMoves(columns(made('tritone-substitute', 1))).size).toBe(0);
  });

  test('of two that overlap the earlier stands; the other is there again when it is lifted', () => {
    const both = { ...made('drop-ii', 0, 2), ...made('tritone-substitute', 1) };
    expect(shown(columns(both)).slice(0, 2)).toEqual(['1.1 G9 4*', '2.1 G9 4*']);
    expect(shown(columns(made('tritone-substitute', 1)))[1]).toBe('2.1 Db7 4*');
  });

  test('in the plain chart there is none', () => {
    expect(
      columnsOf(slots, slotKeys(slots, IDS), made('drop-ii', 0, 2), { plain: true }).map(({ symbol }) => symbol),
    ).toEqual(['Dm7', 'G7', 'C', 'C']);
  });

  test('that is not known, or found no more, changes nothing', () => {
    const [at, decision] = Object.entries(made('tritone-substitute', 1))[0]!;
    const { parts: _, ...old } = decision as MoveDecision;
    expect(shown(columns({ [at]: { ...old, id: 'from-the-future' } }))).toEqual(shown(columns({})));
    // What an older build wrote waits until it is read as a document.
    expect(shown(columnsOf(slots, slotKeys(slots, IDS), { [at]: old }))).toEqual(shown(columns({})));
  });

  test('keeps its chords, whatever becomes of the move in the table', () => {
    const [at, decision] = Object.entries(made('tritone-substitute', 1))[0]!;
    const renamed: Decisions = { [at]: { ...(decision as MoveDecision), id: 'a-name-of-another-day' } };
    expect(shown(columns(renamed))).toEqual(shown(columns({ [at]: decision })));
  });
});

describe('how long a chord has stood', () => {
  const ages = (text: string, cells: Decisions) =>
    take(text)
      .columns(cells)
      .map(({ symbol, slot }) => `${symbol} ${slot.bar - slot.since}`);

  test('one that a move put in is no older than the move, and what follows begins anew', () => {
    const text = 'key: C\n| C | C | C | C |';
    expect(ages(text, {})).toEqual(['C6 0', 'C6 1', 'C6 2', 'C6 3']);
    const { made } = take(text);
    const moved = ages(text, made('IIIm7-for-I', 2));
    expect(moved.slice(0, 2)).toEqual(['C6 0', 'C6 1']);
    expect(moved[2]).toMatch(/^Em\S* 0$/);
    expect(moved[3]).toBe('C6 0');
  });
});

/** What stands of a move in a tune, chord by chord. */
const standsIn = (text: string, cells: Decisions) =>
  take(text)
    .columns(cells)
    .map(({ symbol, slot, move, context }) => [symbol, slot.start, slot.entry.ticks, move?.found.ring, context.role]);

/** The same by pitch classes: how a chord is spelled may differ. */
const soundsIn = (text: string, cells: Decisions) =>
  take(text)
    .columns(cells)
    .map(({ chord, slot }) => [
      chord && [pitchClass(chord.root), suffixOf(chord.kind), chord.bass && pitchClass(chord.bass)],
      slot.start,
    ]);

describe('the chords that a move keeps are those it found', () => {
  const TUNES = [
    'key: Gb\n| Gb | Ebm7 | Abm7 | Db7 | Gb | Cb |',
    'key: B\n| B | G#m7 | C#m7 F#7 | B | E | B |',
    'key: Cm\n| Cm | Ab | Fm7 | G7 | Cm | Bb7 |',
    'key: D\n| D/F# | Bm | Em7 A7 | F#m7 | B7 | Em |',
    'key: Bb\n| Bb7 | Eb7 | Edim7 | Bb/F | G7 | Cm7 F7 |',
  ];
  test.each(some(TUNES, 2))('for every move over one to three chords, in its key and in another: %s', (text) => {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(text);
    const slots = readChart(chart.value);
    const keys = slotKeys(slots, IDS);
    const moved = transpose(text, chart.value.key.mode === 'minor' ? 'F#' : 'Ab');
    if (!moved.ok) throw new Error(text);
    let looked = 0;
    for (let from = 0; from < slots.length; from++)
      for (const count of [1, 2, 3]) {
        const last = slots[from + count - 1];
        if (!last) continue;
        const span = spanAt(slots, slots[from]!.start, last.start + last.entry.ticks - slots[from]!.start);
        for (const proposal of span ? proposalsFor(span, { ...ANY_TASTE, rings: STANDARD_TUNING }) : []) {
          const decision = moveDecision(proposal, span!);
          const { parts, ...old } = decision;
          // How they sound was not told by older documents.
          const silent = { ...decision, parts: parts!.map(({ into: _, asNext: __, ...part }) => part) };
          const at = moveName(keys[from]!);
          expect(standsIn(text, { [at]: silent })).toEqual(standsIn(text, { [at]: old }));
          // Read back from what is stored.
          expect(readDecision(at, JSON.parse(JSON.stringify(decision)))).toEqual(decision);
          looked++;
          // In another key the same degrees; a thread goes along with the key, where the table would keep its pitch.
          if (proposal.found.ring === undefined)
            expect(soundsIn(moved.value, { [at]: silent })).toEqual(soundsIn(moved.value, { [at]: old }));
        }
      }
    expect(looked).toBeGreaterThan(60);
  });
});
