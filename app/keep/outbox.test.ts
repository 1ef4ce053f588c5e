import { beforeEach, describe, expect, test } from '@jest/globals';
import type { EditAnswer } from '../../core/index.ts';
import { Outbox, type Edit, type World } from './outbox.ts';

/** A storage that outlives an outbox, as a browser's outlives a page. */
type Storage = World['storage'];
class Kept implements Storage {
  readonly all = new Map<string, string>();
  get length() {
    return this.all.size;
  }
  key = (i: number) => [...this.all.keys()][i] ?? null;
  getItem = (key: string) => this.all.get(key) ?? null;
  setItem = (key: string, value: string) => void this.all.set(key, value);
  removeItem = (key: string) => void this.all.delete(key);
}

let storage: Kept;
let sent: Edit[];
let timers: { run: () => void; ms: number }[];
let reply: (edit: Edit) => Promise<{ status: number; body: unknown }>;
beforeEach(() => {
  storage = new Kept();
  sent = [];
  timers = [];
  reply = (edit) =>
    Promise.resolve({
      status: 200,
      body: { status: 'saved', version: edit.baseVersion + 1, cells: {}, rebased: false },
    });
});

function open(): Outbox {
  return new Outbox({
    storage,
    send(edit) {
      sent.push(edit);
      return reply(edit);
    },
    // What is only to wait for the page to be drawn need not wait here.
    later: (run, ms) => void (ms === 0 ? run() : timers.push({ run, ms })),
    now: () => 0,
  });
}
const edit = (n: number): Edit => ({
  editId: `w.${n}`,
  aggregate: 'take:t',
  baseVersion: n,
  patch: { [`b${n}`]: n },
  at: n,
});
const settled = () => new Promise((resolve) => setTimeout(resolve));

describe('the outbox', () => {
  test('sends each edit, in order, and then everything is saved', async () => {
    const outbox = open();
    const states: string[] = [];
    outbox.watch(() => states.push(outbox.state.kind));
    for (const n of [1, 2, 3]) outbox.put(edit(n));
    await settled();
    expect(sent.map(({ editId }) => editId)).toEqual(['w.1', 'w.2', 'w.3']);
    expect(states.at(-1)).toBe('saved');
    expect(storage.length).toBe(0);
  });

  test('keeps what is not acknowledged over a reload, and sends it then', async () => {
    reply = () => Promise.reject(new Error('offline'));
    const before = open();
    before.put(edit(1));
    await settled();
    expect(before.state.kind).toBe('waiting');
    reply = () => Promise.resolve({ status: 200, body: { status: 'saved', version: 2, cells: {}, rebased: false } });
    const after = open();
    expect(after.pending('take:t')).toEqual([edit(1)]);
    await after.flush();
    expect(after.pending()).toEqual([]);
  });

  test('tries again, waiting longer each time, with the same id', async () => {
    reply = () => Promise.resolve({ status: 503, body: null });
    const outbox = open();
    outbox.put(edit(1));
    for (const wait of [1000, 2000, 4000, 8000, 16_000, 30_000, 30_000]) {
      await settled();
      const timer = timers.pop()!;
      expect(timer.ms).toBe(wait);
      timer.run();
    }
    expect(new Set(sent.map(({ editId }) => editId))).toEqual(new Set(['w.1']));
  });

  test('takes an answer that is no answer for a failure', async () => {
    reply = () => Promise.resolve({ status: 200, body: '<html>' });
    const outbox = open();
    outbox.put(edit(1));
    await settled();
    expect(outbox.state.kind).toBe('waiting');
    expect(outbox.pending()).toHaveLength(1);
  });

  test('tells of a conflict and goes on with the rest', async () => {
    const answers: EditAnswer[] = [];
    reply = ({ editId }) =>
      Promise.resolve(
        editId === 'w.1'
          ? {
              status: 409,
              body: {
                status: 'conflict',
                version: 5,
                cells: {},
                kept: { kind: 'take', id: 'k', name: 'Take 1 (other window)' },
              },
            }
          : { status: 200, body: { status: 'saved', version: 6, cells: {}, rebased: false } },
      );
    const outbox = open();
    outbox.listen((_, answer) => answers.push(answer));
    outbox.put(edit(1));
    outbox.put(edit(2));
    await settled();
    expect(answers.map(({ status }) => status)).toEqual(['conflict', 'saved']);
  });

  test('sets aside what is refused, says so, and loses nothing', async () => {
    reply = () => Promise.resolve({ status: 400, body: { status: 'invalid', message: 'no such cell' } });
    const outbox = open();
    outbox.put(edit(1));
    await settled();
    expect(outbox.state).toEqual({ kind: 'refused', message: 'no such cell' });
    expect(outbox.pending()).toEqual([]);
    expect([...storage.all.keys()]).toEqual(['heron.refused.w.1']);
  });

  test('sends an edit the storage has no room for all the same', async () => {
    storage.setItem = () => {
      throw new Error('quota');
    };
    const outbox = open();
    outbox.put(edit(1));
    await settled();
    expect(sent).toHaveLength(1);
    expect(outbox.state.kind).toBe('saved');
    expect(outbox.pending()).toEqual([]);
  });

  test('leaves other things in storage alone', async () => {
    storage.setItem('heron.volumes', '{}');
    const outbox = open();
    outbox.put(edit(1));
    await settled();
    expect([...storage.all.keys()]).toEqual(['heron.volumes']);
  });
});
