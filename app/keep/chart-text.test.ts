import { describe, expect, test } from '@jest/globals';
import { changeBetween, withChange, type EditAnswer, type TextChange } from '../../core/index.ts';
import { ChartText } from './chart-text.ts';
import type { Edit } from './outbox.ts';

const TUNE = 'title: Bow Line\n| C | F |\n';

/** A chart in a window, with what it sent and what it showed. */
function opened(text = TUNE) {
  const sent: Edit[] = [];
  const shown: string[] = [];
  const lost: unknown[] = [];
  const outbox = {
    pending: () => [],
    edit: (aggregate: string, baseVersion: number, patch: Edit['patch'], { after = null } = {}) => {
      const count = sent.length + 1;
      const edit: Edit = { editId: `w.${count}`, aggregate, baseVersion, patch, after, count, at: 0, label: '' };
      sent.push(edit);
      return edit;
    },
  };
  const chart = new ChartText({ tuneId: 'x', title: 'Bow Line', text, version: 1 }, outbox, {
    text: (now) => shown.push(now),
    conflict: (kept) => lost.push(kept),
  });
  const type = (now: string) => {
    chart.type(now);
    chart.save();
  };
  return { chart, sent, shown, lost, type };
}

const saved = (chartText: string, version: number) =>
  ({ status: 'saved', version, cells: { chartText }, rebased: false }) as unknown as EditAnswer;

describe('a chart text in one window', () => {
  test('what is typed is sent as a change on the version it was typed on, each after the one before', () => {
    const { sent, type } = opened();
    type('title: Bow Line\n| C | F | G |\n');
    type('title: Bow Line\n| C | F | G | C |\n');
    expect(sent.map(({ baseVersion, after }) => [baseVersion, after])).toEqual([
      [1, null],
      [1, 'w.1'],
    ]);
    const now = sent.reduce((text, { patch }) => withChange(text, patch.chartText as TextChange)!, TUNE);
    expect(now).toBe('title: Bow Line\n| C | F | G | C |\n');
  });

  test('what others changed comes in beside what is typed and not saved yet', () => {
    const { chart, shown } = opened();
    chart.type('title: Bow Line\n| C | F |\n| G |\n');
    chart.stands('title: Stern Line\n| C | F |\n', 2);
    expect(chart.text).toBe('title: Stern Line\n| C | F |\n| G |\n');
    expect(shown).toEqual([chart.text]);
  });

  test('what others changed while an edit was on its way comes in, though the answer to the edit comes late', () => {
    const { chart, sent, type } = opened();
    const mine = 'title: Bow Line\n| C | F |\n| G |\n';
    type(mine);
    // Saved as version 2; another renames it, and that is loaded here before the answer is heard.
    const both = mine.replace('Bow', 'Stern');
    chart.stands(both, 3);
    expect(chart.text).toBe(mine);
    chart.answered(sent[0]!, saved(mine, 2), true);
    expect(chart.text).toBe(both);
    expect(chart.unsaved).toBe(false);
  });

  test('what was loaded before the answer, and is older, changes nothing', () => {
    const { chart, sent, type } = opened();
    type('title: Bow Line\n| C | G |\n');
    chart.stands(TUNE, 1);
    chart.answered(sent[0]!, saved('title: Bow Line\n| C | G |\n', 2), true);
    expect(chart.text).toBe('title: Bow Line\n| C | G |\n');
  });

  test('what could not be saved is sent once more as the difference to what stands', () => {
    const { chart, sent, type } = opened();
    const mine = 'title: Bow Line\n| C | G |\n';
    type(mine);
    chart.stands(TUNE, 1);
    expect(chart.answered(sent[0]!, { status: 'missing', binned: true } as EditAnswer, true)).toBe(true);
    expect(chart.unsaved).toBe(true);
    chart.save();
    expect(sent[1]!.patch.chartText).toEqual(changeBetween(TUNE, mine));
  });

  test('the one that lost takes what stands, and is told what was kept', () => {
    const { chart, sent, lost, type } = opened();
    type('title: Bow Line\n| C | G |\n');
    const kept = { id: 'y', name: 'Bow Line (other window)' };
    const conflict = { status: 'conflict', version: 2, cells: { chartText: 'title: Bow Line\n| C | A |\n' }, kept };
    chart.answered(sent[0]!, conflict as unknown as EditAnswer, true);
    expect(chart.text).toBe('title: Bow Line\n| C | A |\n');
    expect(lost).toEqual([kept]);
  });
});
