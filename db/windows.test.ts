import { beforeEach, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { changeBetween, type EditAnswer, type TextChange } from '../core/index.ts';
import { applyEdit, renameTune } from './edits.ts';
import { migrateDatabase, openDatabase, type Connection } from './open.ts';
import { edit } from './schema.ts';
import { getTake, listTakes } from './takes.ts';
import { createTune, getTune, listTunes } from './tunes.ts';

const TEXT = 'title: Slack Tide\nkey: C\n| C | Am7 |\n| Dm7 | G7 |\n';
const PIN = { layer: 'chord', on: 'C', colour: null, voicing: { grip: 'x-3-2-0-1-0' } };
const OTHER = { layer: 'chord', on: 'C', colour: '6' };

let db: Connection;
let tuneId: string;
let takeId: string;
beforeEach(() => {
  db = openDatabase(':memory:');
  migrateDatabase(db, ':memory:');
  tuneId = createTune(db, TEXT).id;
  takeId = listTakes(db, tuneId)[0]!.id;
});

/** A window that makes edits on what it shows, while none of them is answered yet. */
class Window {
  #last: string | null = null;
  #count: number;
  constructor(
    readonly name: string,
    readonly base = 1,
    from = 0,
  ) {
    this.#count = from;
  }
  edit(aggregate: string, patch: Record<string, unknown>, after = this.#last) {
    const editId = `${this.name}.${++this.#count}`;
    this.#last = editId;
    return () => applyEdit(db, { editId, aggregate, baseVersion: this.base, after, patch });
  }
  take = (patch: Record<string, unknown>) => this.edit(`take:${takeId}`, patch);
  /** Types, as one pause leaves it behind. */
  type = (change: TextChange) => this.edit(`tune:${tuneId}`, { chartText: change });
}
const keptId = (answer: EditAnswer) => (answer.status === 'conflict' ? answer.kept?.id : undefined);

describe('edits that wait for one another', () => {
  test('of one window do not clash, also when another wrote between them', () => {
    const [here, there] = [new Window('here'), new Window('there')];
    const mine = [here.take({ 'a:1:0': PIN }), here.take({ 'a:1:0': OTHER }), here.take({ 'b:1:0': PIN })];
    expect(mine[0]!()).toMatchObject({ status: 'saved', rebased: false });
    expect(there.take({ 'c:1:0': PIN })()).toMatchObject({ status: 'saved', rebased: true });
    expect(mine[1]!()).toMatchObject({ status: 'saved', rebased: true });
    expect(mine[2]!()).toMatchObject({ status: 'saved', cells: { 'a:1:0': OTHER, 'b:1:0': PIN, 'c:1:0': PIN } });
  });

  test('need no version told anew to know each other, also when some were sent on a later one', () => {
    const window = new Window('here');
    const there = new Window('there');
    const [one, two, three] = [
      window.take({ 'a:1:0': PIN }),
      window.take({ 'b:1:0': PIN }),
      window.take({ 'a:1:0': null }),
    ];
    expect(one()).toMatchObject({ status: 'saved', version: 2 });
    expect(there.take({ 'c:1:0': PIN })()).toMatchObject({ status: 'saved', version: 3 });
    // As an outbox sends what follows an edit over which nobody came.
    const later = {
      editId: 'here.2',
      aggregate: `take:${takeId}`,
      baseVersion: 2,
      after: 'here.1',
      patch: { 'b:1:0': PIN },
    };
    expect(applyEdit(db, later)).toMatchObject({ status: 'saved', version: 4 });
    expect(two()).toMatchObject({ status: 'saved', version: 4 });
    expect(three()).toMatchObject({ status: 'saved', cells: { 'b:1:0': PIN, 'c:1:0': PIN } });
  });

  test('of two windows of one name, as a duplicated tab once had, clash like any other', () => {
    const [tab, copied] = [new Window('same'), new Window('same', 1, 100)];
    expect(tab.take({ 'a:1:0': PIN })()).toMatchObject({ status: 'saved' });
    expect(copied.take({ 'a:1:0': OTHER })()).toMatchObject({ status: 'conflict', cells: { 'a:1:0': PIN } });
  });

  test('after one of another window, which this one showed already, are no conflict', () => {
    const there = new Window('there');
    const first = there.take({ 'a:1:0': PIN });
    const second = new Window('here').edit(`take:${takeId}`, { 'a:1:0': OTHER }, 'there.1');
    first();
    expect(second()).toMatchObject({ status: 'saved', cells: { 'a:1:0': OTHER } });
  });

  test('of a losing window all go to one copy', () => {
    const [winner, loser] = [new Window('winner'), new Window('loser')];
    winner.take({ 'a:1:0': PIN })();
    const mine = [loser.take({ 'a:1:0': OTHER }), loser.take({ 'b:1:0': PIN }), loser.take({ 'a:1:0': null })];
    const answers = mine.map((send) => send());
    expect(new Set(answers.map(keptId)).size).toBe(1);
    expect(listTakes(db, tuneId)).toHaveLength(2);
    expect(getTake(db, takeId)!.doc.cells).toEqual({ 'a:1:0': PIN });
    expect(getTake(db, keptId(answers[0]!)!)!.doc.cells).toEqual({ 'b:1:0': PIN });
    expect(mine.map((send) => send())).toEqual(answers);
  });
});

describe('a chart in two windows', () => {
  const at = (word: string, put: string): TextChange => ({ at: TEXT.indexOf(word), drop: word.length, put });

  test('changed in other lines has both changes', () => {
    new Window('one').type(at('Am7', 'A7'))();
    expect(new Window('two').type(at('G7', 'Db7'))()).toMatchObject({ status: 'saved', rebased: true });
    expect(getTune(db, tuneId)!.chartText).toBe('title: Slack Tide\nkey: C\n| C | A7 |\n| Dm7 | Db7 |\n');
  });

  test('renamed on the shelf while a change of it waits is no conflict', () => {
    const chart = new Window('chart');
    const typed = [chart.type(at('Am7', 'A7')), chart.type({ at: TEXT.indexOf('Dm7') - 1, drop: 3, put: 'D7' })];
    typed[0]!();
    renameTune(db, tuneId, 'A Longer Name Than Before');
    expect(typed[1]!()).toMatchObject({ status: 'saved', rebased: true });
    expect(getTune(db, tuneId)!.chartText).toBe('title: A Longer Name Than Before\nkey: C\n| C | A7 |\n| D7 | G7 |\n');
  });

  test('changed in the same line: the losing text is kept whole, with what was typed after it', () => {
    new Window('winner').type(at('Am7', 'A7'))();
    const loser = new Window('loser');
    const typed = [
      loser.type(at('Am7', 'Em7')),
      loser.type({ at: TEXT.length, drop: 0, put: '| F |\n' }),
      loser.type({ at: TEXT.length + 2, drop: 1, put: 'Bb' }),
    ];
    const answers = typed.map((send) => send());
    expect(new Set(answers.map(keptId)).size).toBe(1);
    const kept = getTune(db, keptId(answers[2]!)!)!;
    expect(kept.chartText.replace(/^title: .*\n/, '')).toBe('key: C\n| C | Em7 |\n| Dm7 | G7 |\n| Bb |\n');
    expect(kept.title).toContain('Slack Tide (other window');
    expect(listTunes(db)).toHaveLength(2);
    expect(getTune(db, tuneId)!.chartText).toContain('A7');
  });

  test('a change that was made for another text is refused in words', () => {
    expect(new Window('one').type({ at: 5000, drop: 1, put: '' })()).toMatchObject({ status: 'invalid' });
  });

  test('the record keeps what changed, not the text', () => {
    const long = `title: Long\n${'| C | F | G7 | C |\n'.repeat(1500)}`;
    const { id } = createTune(db, long);
    const send = (n: number, chartText: string) =>
      applyEdit(db, { editId: `w.long${n}`, aggregate: `tune:${id}`, baseVersion: n, patch: { chartText } });
    send(1, `${long}| C |\n`);
    send(2, `${long}| C | F |\n`);
    const rows = db.select().from(edit).all();
    expect(rows.map(({ patch, inverse }) => patch.length + inverse.length < 200)).toEqual([true, true]);
  });

  test('whatever two windows type, what loses is kept to the letter, and what wins stands', () => {
    const below = TEXT.indexOf('key');
    const typing = fc.array(fc.tuple(fc.nat(), fc.nat(6), fc.constantFrom('C', 'F7', '| ', '\n', 'Gm7 |\n| ')), {
      minLength: 1,
      maxLength: 4,
    });
    fc.assert(
      fc.property(typing, typing, fc.array(fc.boolean(), { minLength: 8, maxLength: 8 }), (one, two, order) => {
        const { id } = createTune(db, TEXT);
        const views = [TEXT, TEXT];
        const waiting = [one, two].map((typed, n) => {
          const name = `${id}-${n}`;
          return typed.map(([from, drop, put], i) => {
            const view = views[n]!;
            const start = below + (from % (view.length - below));
            views[n] = view.slice(0, start) + put + view.slice(start + drop);
            const patch = { chartText: changeBetween(view, views[n]) };
            return { editId: `${name}.${i}`, after: i === 0 ? null : `${name}.${i - 1}`, patch };
          });
        });
        const answers: [EditAnswer[], EditAnswer[]] = [[], []];
        for (const n of [...order.map(Number), 0, 0, 0, 0, 1, 1, 1, 1]) {
          const next = waiting[n]!.shift();
          if (next) answers[n]!.push(applyEdit(db, { ...next, aggregate: `tune:${id}`, baseVersion: 1 }));
        }
        const body = (text: string) => text.slice(text.indexOf('\n'));
        const lost = answers.map((all) => all.filter(({ status }) => status === 'conflict'));
        for (const n of [0, 1]) {
          if (lost[n]!.length === 0) continue;
          const kept = new Set(lost[n]!.map(keptId));
          expect(kept.size).toBe(1);
          expect(body(getTune(db, [...kept][0]!)!.chartText)).toBe(body(views[n]!));
          const other = 1 - n;
          if (lost[n]!.length === answers[n]!.length && lost[other]!.length === 0)
            expect(getTune(db, id)!.chartText).toBe(views[other]);
        }
        expect(answers.flat().every(({ status }) => status === 'saved' || status === 'conflict')).toBe(true);
      }),
      { numRuns: 120 },
    );
  });
});
