import { beforeEach, describe, expect, test } from '@jest/globals';
import type { EditAnswer } from '../../core/index.ts';
import { Outbox, type Edit, type Told, type World } from './outbox.ts';
import type { Reply } from './reply.ts';

/** A storage that outlives an outbox, as a browser's outlives a page; the windows that share it hear of each change. */
type Storage = World['storage'];
class Kept implements Storage {
  readonly all = new Map<string, string>();
  readonly windows = new Map<Outbox, () => void>();
  room = Infinity;
  get length() {
    return this.all.size;
  }
  key = (i: number) => [...this.all.keys()][i] ?? null;
  getItem = (key: string) => this.all.get(key) ?? null;
  setItem = (key: string, value: string) => {
    if ((this.all.get(key) ?? '').length + this.room < value.length)
      throw new DOMException('full', 'QuotaExceededError');
    this.all.set(key, value);
  };
  removeItem = (key: string) => void this.all.delete(key);
}

let storage: Kept;
let sent: Edit[];
let timers: { run: () => void; ms: number }[];
let reply: (edit: Edit) => Promise<Reply>;
let windows: Outbox[];
let ids: number;
let clock: number;
beforeEach(() => {
  storage = new Kept();
  sent = [];
  timers = [];
  windows = [];
  ids = 0;
  clock = 1000;
  reply = saved;
});
const saved = (edit: Edit): Promise<Reply> =>
  Promise.resolve({ status: 200, body: { status: 'saved', version: edit.baseVersion + 1, cells: {}, rebased: false } });
const answer = (status: number, body: unknown) => () => Promise.resolve({ status, body });
const away = () => Promise.reject(new Error('no network'));

/** Opens a window. Those that are open hear what it tells, and what it stores. */
function open(): Outbox {
  const mine: Outbox[] = [];
  const others = () => windows.filter((one) => one !== mine[0]);
  const world: World = {
    storage: {
      get length() {
        return storage.length;
      },
      key: storage.key,
      getItem: storage.getItem,
      setItem(key, value) {
        storage.setItem(key, value);
        for (const one of others()) one.heardStorage(key, value);
      },
      removeItem(key) {
        storage.removeItem(key);
        for (const one of others()) one.heardStorage(key, null);
      },
    },
    send(edit) {
      sent.push(edit);
      return reply(edit);
    },
    // What is only to wait for the page to be drawn need not wait here.
    later: (run, ms) => void (ms === 0 ? run() : timers.push({ run, ms })),
    now: () => clock,
    newId: () => `id${String(++ids)}`,
    alone: (run) => run(),
    isOpen: (name) => Promise.resolve(windows.some(({ window }) => window === name)),
    tell(told: Told) {
      for (const one of others()) one.heard(told);
    },
  };
  const outbox = new Outbox(world);
  mine.push(outbox);
  windows.push(outbox);
  return outbox;
}
const close = (outbox: Outbox) => (windows = windows.filter((one) => one !== outbox));
const put = (outbox: Outbox, n: number, aggregate = 'take:t') => outbox.edit(aggregate, 1, { [`b${n}`]: n });
const settled = () => new Promise((resolve) => setTimeout(resolve));
const cellsOf = (edits: readonly Edit[]) => edits.flatMap(({ patch }) => Object.values(patch));
/** Until nothing is tried any more. */
async function untilQuiet() {
  await settled();
  while (timers.length > 0) {
    timers.shift()!.run();
    await settled();
  }
}

describe('the outbox', () => {
  test('sends each edit, in order, and then everything is saved', async () => {
    const outbox = open();
    const states: string[] = [];
    outbox.watch(() => states.push(outbox.shown.state.kind));
    for (const n of [1, 2, 3]) put(outbox, n);
    await settled();
    expect(cellsOf(sent)).toEqual([1, 2, 3]);
    expect(states[0]).toBe('saving');
    expect(outbox.shown).toMatchObject({ state: { kind: 'saved' }, pending: 0, aside: [], unstored: 0 });
    expect([...storage.all.keys()]).toEqual(['heron.count']);
  });

  test('keeps an edit until it is acknowledged, and says it is trying again', async () => {
    reply = away;
    const outbox = open();
    put(outbox, 1);
    await settled();
    expect(outbox.shown.state).toEqual({ kind: 'waiting', retryAt: 2000, words: null });
    reply = saved;
    await untilQuiet();
    expect(cellsOf(sent)).toEqual([1, 1]);
    expect(outbox.shown.state.kind).toBe('saved');
  });

  test('waits longer each time, half a minute at most', async () => {
    reply = away;
    put(open(), 1);
    const waits: number[] = [];
    for (let i = 0; i < 8; i++) {
      await settled();
      const { run, ms } = timers.shift()!;
      waits.push(ms);
      run();
    }
    expect(waits).toEqual([1000, 2000, 4000, 8000, 16_000, 30_000, 30_000, 30_000]);
  });

  test('says what the server says of a full disk, and tries again', async () => {
    reply = answer(503, { status: 'fault', message: 'The disk is full.' });
    const outbox = open();
    put(outbox, 1);
    await settled();
    expect(outbox.shown.state).toMatchObject({ kind: 'waiting', words: 'The disk is full.' });
    expect(outbox.shown.aside).toEqual([]);
    reply = saved;
    await untilQuiet();
    expect(outbox.shown.state.kind).toBe('saved');
  });

  test('names for each edit the one it was made after, as long as that waits', async () => {
    reply = away;
    const outbox = open();
    const [one, two, other] = [put(outbox, 1), put(outbox, 2), put(outbox, 3, 'tune:x')];
    expect([one.after, two.after, other.after]).toEqual([null, one.editId, null]);
    reply = saved;
    await untilQuiet();
    expect(put(outbox, 4).after).toBeNull();
  });

  test('sends what follows a saved edit on the version that it made', async () => {
    reply = away;
    const outbox = open();
    const [one, two] = [1, 2, 3].map((n) => put(outbox, n)) as [Edit, Edit, Edit];
    await settled();
    sent = [];
    reply = saved;
    await untilQuiet();
    expect(sent.map(({ baseVersion, after }) => [baseVersion, after])).toEqual([
      [1, null],
      [2, one.editId],
      [3, two.editId],
    ]);
  });
});

describe('no edit blocks another', () => {
  const failing = (aggregate: string) => {
    reply = (edit) => (edit.aggregate === aggregate ? Promise.resolve({ status: 500, body: 'Oops' }) : saved(edit));
  };

  test('one at which the server fails holds up its own document only, and is set aside after three times', async () => {
    failing('tune:bad');
    const outbox = open();
    put(outbox, 1, 'tune:bad');
    put(outbox, 2, 'tune:bad');
    put(outbox, 3, 'take:good');
    put(outbox, 4, 'tune:other');
    await settled();
    expect(cellsOf(sent)).toEqual([1, 3, 4]);
    expect(outbox.shown.pending).toBe(2);
    reply = (edit) => (cellsOf([edit])[0] === 1 ? Promise.resolve({ status: 500, body: null }) : saved(edit));
    await untilQuiet();
    expect(outbox.shown).toMatchObject({ state: { kind: 'saved' }, pending: 0 });
    expect(outbox.shown.aside).toMatchObject([{ why: 'failed', edit: { patch: { b1: 1 } } }]);
    expect(cellsOf(sent).at(-1)).toBe(2);
  });

  test('a refused one is set aside with what was said, and stays so over a reload', async () => {
    reply = answer(400, { status: 'invalid', message: 'no such colour' });
    const outbox = open();
    outbox.edit('take:t', 1, { b: 1 }, { label: 'the colour in bar 3' });
    await settled();
    reply = saved;
    put(outbox, 2);
    await settled();
    const shown = [{ why: 'invalid', words: 'no such colour', edit: { label: 'the colour in bar 3' } }];
    expect(outbox.shown).toMatchObject({ state: { kind: 'saved' }, aside: shown });
    expect(open().shown.aside).toMatchObject(shown);
  });

  test.each([413, 403, 400])(
    'one the server will not have (%i), without a word of ours, is set aside in the end',
    async (status) => {
      reply = answer(status, null);
      const outbox = open();
      put(outbox, 1);
      await untilQuiet();
      expect(outbox.shown.aside).toHaveLength(1);
    },
  );

  test.each([
    [200, '<html>'],
    [404, null],
    [502, null],
    [503, null],
  ])('an answer that is none of ours (%i) is waited out', async (status, body) => {
    reply = answer(status, body);
    const outbox = open();
    put(outbox, 1);
    for (let i = 0; i < 6; i++) {
      await settled();
      timers.shift()!.run();
    }
    await settled();
    expect(outbox.shown).toMatchObject({ state: { kind: 'waiting' }, aside: [], pending: 1 });
  });

  test('what was made after one set aside is made after its forerunner', async () => {
    reply = away;
    const outbox = open();
    const [one] = [put(outbox, 1), put(outbox, 2), put(outbox, 3)];
    await settled();
    sent = [];
    reply = (edit) =>
      cellsOf([edit])[0] === 2
        ? Promise.resolve({ status: 400, body: { status: 'invalid', message: 'no' } })
        : Promise.resolve({ status: 200, body: { status: 'saved', version: 9, cells: {}, rebased: true } });
    await untilQuiet();
    expect(sent.map(({ after }) => after)).toEqual([null, one.editId, one.editId]);
  });

  test('a broken entry in the store stops nothing, and is shown with its raw text', async () => {
    storage.all.set('heron.outbox.1', '{"editId": "w.1", "aggre');
    storage.all.set('heron.outbox.2', '[]');
    storage.all.set('heron.aside.x', 'what');
    const outbox = open();
    put(outbox, 1);
    await settled();
    expect(cellsOf(sent)).toEqual([1]);
    expect(outbox.shown.aside.map(({ why, raw }) => [why, raw])).toEqual([
      ['broken', '{"editId": "w.1", "aggre'],
      ['broken', '[]'],
      ['broken', 'what'],
    ]);
    for (const { key } of outbox.shown.aside) outbox.discard(key);
    expect([...storage.all.keys()]).toEqual(['heron.count']);
  });

  test('what an earlier version waited with is sent in its order, what it refused is shown', async () => {
    const old = (n: number) =>
      JSON.stringify({ editId: `w.${n}`, aggregate: 'take:t', baseVersion: 1, patch: { b: n }, at: 9 - n });
    storage.all.set('heron.outbox.w.1', old(1));
    storage.all.set('heron.outbox.w.2', old(2));
    storage.all.set('heron.refused.w.3', old(3));
    const outbox = open();
    await outbox.flush();
    expect(sent.map(({ editId }) => editId)).toEqual(['w.2', 'w.1']);
    expect(outbox.shown.aside).toMatchObject([{ edit: { patch: { b: 3 } }, why: 'invalid' }]);
  });
});

describe('what was set aside', () => {
  async function conflicted() {
    reply = answer(409, { status: 'conflict', version: 7, cells: { b: 2 }, kept: null });
    const outbox = open();
    outbox.edit('player:p', 3, { reach: 120 }, { label: 'settings of Day shift' });
    await settled();
    return outbox;
  }

  test('because another window set the same is made again on what stands, when the player says so', async () => {
    const outbox = await conflicted();
    expect(outbox.shown.aside).toMatchObject([{ why: 'conflict' }]);
    reply = saved;
    outbox.applyAgain(outbox.shown.aside[0]!.key);
    await settled();
    expect(sent.at(-1)).toMatchObject({ baseVersion: 7, patch: { reach: 120 } });
    expect(sent[0]!.editId).not.toBe(sent[1]!.editId);
    expect(outbox.shown).toMatchObject({ aside: [], state: { kind: 'saved' } });
  });

  test('is gone only when it is discarded', async () => {
    const outbox = await conflicted();
    expect(open().shown.aside).toHaveLength(1);
    outbox.discard(outbox.shown.aside[0]!.key);
    expect(open().shown.aside).toEqual([]);
  });

  test('because it was deleted is sent once more when it may be back, all of it in order', async () => {
    reply = answer(404, { status: 'missing', binned: true });
    const outbox = open();
    for (const n of [1, 2]) put(outbox, n);
    await settled();
    expect(outbox.shown.aside.map(({ why, words }) => [why, words])).toEqual([
      ['missing', 'What it changes lies in the bin.'],
      ['missing', 'What it changes lies in the bin.'],
    ]);
    sent = [];
    reply = saved;
    outbox.retryMissing();
    await untilQuiet();
    expect(cellsOf(sent)).toEqual([1, 2]);
    expect(outbox.shown.aside).toEqual([]);
  });
});

describe('windows of one address', () => {
  test('have names of their own, with whatever they were opened', () => {
    expect(open().window).not.toBe(open().window);
  });

  test('see what waits, whoever made it, and show what became of it', async () => {
    reply = away;
    const [one, two] = [open(), open()];
    put(one, 1);
    await settled();
    expect(two.pending('take:t')).toHaveLength(1);
    expect(two.shown.pending).toBe(1);
    const heard: unknown[] = [];
    two.listen((edit, { status }, own) => heard.push([cellsOf([edit])[0], status, own]));
    reply = saved;
    await one.flush();
    expect(heard).toEqual([[1, 'saved', false]]);
    expect(two.shown).toMatchObject({ pending: 0, state: { kind: 'saved' } });
  });

  test('only the one that lost is told so, or, where it is closed, the one that heard', async () => {
    const lost: Promise<Reply> = Promise.resolve({
      status: 409,
      body: {
        status: 'conflict',
        version: 2,
        cells: {},
        kept: { kind: 'take', id: 'k', name: 'Take 1 (other window)' },
      } satisfies EditAnswer,
    });
    reply = away;
    const [one, two] = [open(), open()];
    const told: string[] = [];
    one.listen((_, __, own) => own && told.push('one'));
    two.listen((_, __, own) => own && told.push('two'));
    put(one, 1);
    put(one, 2);
    await settled();
    reply = () => lost;
    await two.flush();
    expect(told).toEqual(['one', 'one']);
    reply = away;
    put(one, 3);
    await settled();
    close(one);
    reply = () => lost;
    await two.flush();
    expect(told).toEqual(['one', 'one', 'two']);
  });

  test('what is made here after what another window still waits with, is made after that', async () => {
    reply = away;
    const [one, two] = [open(), open()];
    const first = put(one, 1);
    expect(put(two, 2).after).toBe(first.editId);
    await settled();
  });

  test('order their edits by a counter, also when the clock is set back', async () => {
    reply = away;
    const [one, two] = [open(), open()];
    put(one, 1);
    clock = 5;
    put(two, 2);
    clock = 3;
    put(one, 3);
    await settled();
    close(one);
    close(two);
    sent = [];
    reply = saved;
    await open().flush();
    expect(cellsOf(sent)).toEqual([1, 2, 3]);
  });

  test('hear what is changed otherwise than by edits', () => {
    const [one, two] = [open(), open()];
    const heard: string[] = [];
    one.listenToChanges((what) => heard.push(`one ${what}`));
    two.listenToChanges((what) => heard.push(`two ${what}`));
    one.announce('tune:x');
    expect(heard).toEqual(['two tune:x']);
  });
});

describe('where there is no room in the browser', () => {
  test('an edit is sent all the same, and it is said that this window must stay open', async () => {
    reply = away;
    const outbox = open();
    storage.room = 0;
    put(outbox, 1);
    await settled();
    expect(outbox.shown).toMatchObject({ pending: 1, unstored: 1 });
    reply = saved;
    await untilQuiet();
    expect(outbox.shown).toMatchObject({ pending: 0, unstored: 0, state: { kind: 'saved' } });
  });
});

test('two thousand edits that wait are taken in, shown and settled one by one', async () => {
  reply = away;
  const first = open();
  for (let n = 1; n <= 2000; n++) put(first, n, `take:${n % 3}`);
  await settled();
  close(first);
  const outbox = open();
  expect(outbox.pending()).toHaveLength(2000);
  sent = [];
  reply = saved;
  await outbox.flush();
  expect(cellsOf(sent)).toEqual(Array.from({ length: 2000 }, (_, i) => i + 1));
  expect(outbox.shown).toMatchObject({ pending: 0, aside: [] });
});
