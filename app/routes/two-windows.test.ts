import { beforeEach, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ChartText } from '../keep/chart-text.ts';
import { Outbox, type Edit } from '../keep/outbox.ts';
import type { Kept } from '../../core/index.ts';
import { applyEdit, renameTune } from '../../db/edits.ts';
import { migrateDatabase, openDatabase, type Connection } from '../../db/open.ts';
import { createTune, getTune, listTunes } from '../../db/tunes.ts';

/* The chart in the browser against the keeper of edits: two windows of two browsers, which hear nothing of each other. */

const TEXT = 'title: Slack Tide\nkey: C\n| C | Am7 |\n| Dm7 | G7 |\n';

let db: Connection;
let tuneId: string;
beforeEach(() => {
  db = openDatabase(':memory:');
  migrateDatabase(db, ':memory:');
  tuneId = createTune(db, TEXT).id;
});
const stands = () => getTune(db, tuneId)!;
const settled = () => new Promise((resolve) => setTimeout(resolve));

let names = 0;
/** A window with the chart open; while it is `away` nothing that it sends arrives. */
class Window {
  readonly store = new Map<string, string>();
  away = false;
  editor: string;
  readonly conflicts: Kept[] = [];
  readonly outbox: Outbox;
  readonly chart: ChartText;

  constructor(store?: Map<string, string>) {
    if (store) this.store = store;
    const all = this.store;
    this.outbox = new Outbox({
      storage: {
        get length() {
          return all.size;
        },
        key: (i) => [...all.keys()][i] ?? null,
        getItem: (key) => all.get(key) ?? null,
        setItem: (key, value) => void all.set(key, value),
        removeItem: (key) => void all.delete(key),
      },
      send: (edit) => this.#send(edit),
      later: (run, ms) => void (ms === 0 && run()),
      now: () => 0,
      newId: () => `n${String(++names)}`,
      alone: (run) => run(),
      isOpen: () => Promise.resolve(false),
      tell: () => undefined,
    });
    const { title, chartText, version } = stands();
    this.chart = new ChartText({ tuneId, title, text: chartText, version }, this.outbox, {
      text: (text) => (this.editor = text),
      conflict: (kept) => this.conflicts.push(kept),
    });
    this.editor = this.chart.text;
    this.outbox.listen((edit, answer, own) => {
      if (this.chart.answered(edit, answer, own)) this.look();
    });
  }

  #send({ editId, aggregate, baseVersion, after, patch }: Edit) {
    if (this.away) return Promise.reject(new Error('away'));
    const body = applyEdit(db, { editId, aggregate, baseVersion, after, patch });
    return Promise.resolve({ status: 200, body });
  }
  /** Loads what stands on the server. */
  look(): void {
    this.chart.stands(stands().chartText, stands().version);
  }
  type(text: string): void {
    this.editor = text;
    this.chart.type(text);
  }
  replace(from: string, to: string): void {
    this.type(this.editor.replace(from, to));
  }
  async save(): Promise<void> {
    this.chart.save();
    await settled();
  }
  async back(): Promise<void> {
    this.away = false;
    await this.outbox.flush();
    await settled();
  }
}

describe('a chart in two windows', () => {
  test('what another changed in other lines comes in, while one types', async () => {
    const [one, two] = [new Window(), new Window()];
    one.replace('Am7', 'A7');
    await one.save();
    two.replace('G7', 'Db7');
    await two.save();
    expect(two.editor).toBe(TEXT.replace('Am7', 'A7').replace('G7', 'Db7'));
    one.replace('key: C', 'key: G');
    one.look();
    expect(one.editor).toBe(two.editor.replace('key: C', 'key: G'));
    await one.save();
    expect(stands().chartText).toBe(one.editor);
    expect(listTunes(db)).toHaveLength(1);
  });

  test('a rename comes in beside what is typed, and stays', async () => {
    const one = new Window();
    one.away = true;
    one.replace('Am7', 'A7');
    await one.save();
    one.replace('G7', 'Db7');
    renameTune(db, tuneId, 'Spring Tide at the Long Pier');
    await one.back();
    await one.save();
    expect(one.editor).toBe(
      TEXT.replace('Slack Tide', 'Spring Tide at the Long Pier').replace('Am7', 'A7').replace('G7', 'Db7'),
    );
    expect(stands().chartText).toBe(one.editor);
  });

  test('text typed while a losing edit is on its way is kept with it, in one copy', async () => {
    const [one, two] = [new Window(), new Window()];
    one.replace('Am7', 'A7');
    await one.save();
    two.away = true;
    two.replace('Am7', 'Em7');
    await two.save();
    two.type(`${two.editor}| F | Bb |\n`);
    await two.back();
    expect(two.editor).toBe(stands().chartText);
    expect(new Set(two.conflicts.map(({ id }) => id)).size).toBe(1);
    const copy = getTune(db, two.conflicts[0]!.id)!.chartText.split('\n').slice(1).join('\n');
    expect(copy).toBe('key: C\n| C | Em7 |\n| Dm7 | G7 |\n| F | Bb |\n');
    two.replace('G7', 'G13');
    await two.save();
    expect(stands().chartText).toContain('G13');
    expect(listTunes(db)).toHaveLength(2);
  });

  test('what was typed before a reload is there after it, and is sent once', async () => {
    const one = new Window();
    one.away = true;
    one.type(`${TEXT}| F |\n`);
    await one.save();
    one.type(`${TEXT}| F | Bb |\n`);
    await one.save();
    const again = new Window(one.store);
    expect(again.editor).toBe(`${TEXT}| F | Bb |\n`);
    await again.back();
    expect(stands().chartText).toBe(`${TEXT}| F | Bb |\n`);
  });

  test('an edit whose answer was lost is in the text once', async () => {
    const one = new Window();
    one.away = true;
    one.type(`${TEXT}| F |\n`);
    await one.save();
    const [{ editId, aggregate, baseVersion, after, patch }] = one.outbox.pending() as [Edit];
    applyEdit(db, { editId, aggregate, baseVersion, after, patch });
    const again = new Window(one.store);
    expect(again.editor).toBe(`${TEXT}| F |\n`);
    await again.back();
    expect([again.editor, stands().chartText]).toEqual([`${TEXT}| F |\n`, `${TEXT}| F |\n`]);
  });

  test('a text the server would not have is made the difference to what stands, once more', async () => {
    const one = new Window();
    one.type(`${TEXT}| F |\n`);
    applyEdit(db, {
      editId: 'w.1',
      aggregate: `tune:${tuneId}`,
      baseVersion: 1,
      after: null,
      patch: { chartText: '| G |' },
    });
    db.$client.prepare('delete from edit').run();
    db.$client.prepare('update tune set version = 1').run();
    await one.save();
    expect(one.outbox.shown.aside).toHaveLength(1);
    await one.save();
    expect(stands().chartText).toBe(`${TEXT}| F |\n`);
  });

  test('whatever two windows type, and when it arrives, both end with what stands, and nothing is left unsaved', async () => {
    const step = fc.tuple(
      fc.constantFrom(0, 1),
      fc.constantFrom('type', 'save', 'away', 'back'),
      fc.nat(),
      fc.constantFrom('C7', '| F |\n', '\n', ''),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 4, maxLength: 24 }), async (steps) => {
        tuneId = createTune(db, TEXT).id;
        const two = [new Window(), new Window()];
        for (const [n, what, where, put] of steps) {
          const window = two[n]!;
          const at = TEXT.indexOf('key') + (where % 20);
          if (what === 'type') window.type(window.editor.slice(0, at) + put + window.editor.slice(at + (where % 3)));
          else if (what === 'save') await window.save();
          else if (what === 'away') window.away = true;
          else await window.back();
        }
        for (const window of two) {
          await window.back();
          await window.save();
          await window.back();
        }
        for (const window of two) {
          window.look();
          expect(window.editor).toBe(stands().chartText);
          expect(window.outbox.shown).toMatchObject({ pending: 0, aside: [] });
        }
      }),
      { numRuns: 60 },
    );
    // Sixty storms of two dozen steps each.
  }, 30_000);
});
