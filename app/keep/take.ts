import equal from 'fast-deep-equal';
import { create } from 'zustand';
import {
  applyPatch,
  applyPatches,
  readDecision,
  type Decision,
  type Decisions,
  type Kept,
  type Patch,
  t,
} from '../../core/index.ts';
import { theOutbox } from './browser.ts';
import { afterStep, goOne, KEPT_WORDS, stepOf, type History, type Step } from './undoing.ts';

interface TakeState extends History<Decision> {
  readonly takeId: string | null;
  readonly version: number;
  readonly cells: Decisions;
  /** Said once when another window won. */
  readonly conflict: Kept | null;
  /** Said once when an undo did less than it might. */
  readonly said: string | null;
  /** Takes over what the server sent, with what is not saved yet on top. */
  open(takeId: string, version: number, cells: Decisions): void;
  edit(patch: Patch<Decision>, label: string): void;
  undoOne(): void;
  redoOne(): void;
  dismiss(): void;
}

const historyKey = (takeId: string) => `heron.history.${takeId}`;

/** A change as this window kept it, read: it may be from before a newer version of the program. */
const readPatch = (patch: unknown): Patch<Decision> =>
  Object.fromEntries(
    Object.entries((patch ?? {}) as Patch<unknown>).flatMap(([name, value]) => {
      const decision = value === null ? null : readDecision(name, value);
      return value !== null && decision === null ? [] : [[name, decision]];
    }),
  );

function readSteps(steps: unknown): Step<Decision>[] {
  return (Array.isArray(steps) ? steps : []).flatMap((step: Partial<Step<Decision>> | null) => {
    if (!step?.patch || !step.made || step.label === undefined) return [];
    return [{ patch: readPatch(step.patch), made: readPatch(step.made), label: step.label }];
  });
}

/** The steps of this window's take from before a reload. What an earlier version remembered is let go. */
function rememberedHistory(takeId: string): History<Decision> {
  try {
    const { undo, redo } = JSON.parse(sessionStorage.getItem(historyKey(takeId)) ?? '{}') as Partial<History<Decision>>;
    return { undo: readSteps(undo), redo: readSteps(redo) };
  } catch {
    return { undo: [], redo: [] };
  }
}

/** The cells with every unsent edit of this take applied. */
function withPending(takeId: string, cells: Decisions): Decisions {
  const pending = theOutbox().pending(`take:${takeId}`);
  const now = applyPatches(
    cells,
    pending.map(({ patch }) => readPatch(patch)),
  );
  // Most often they are what stands here already: then nothing that follows them is worked out again.
  const before = useTake.getState().cells;
  return equal(before, now) ? before : now;
}

/** The take on the bench: its decisions, and the one store of undo. */
export const useTake = create<TakeState>((set, get) => {
  /** Applies a patch here at once and sends it. */
  function commit(patch: Patch<Decision>, label: string): Step<Decision> {
    const { takeId, version, cells } = get();
    const step = stepOf(cells, patch, label);
    set({ cells: applyPatch(cells, patch).cells });
    theOutbox().edit(`take:${takeId}`, version, patch, { label });
    return step;
  }
  function keepHistory(history: History<Decision>): void {
    set(history);
    try {
      sessionStorage.setItem(historyKey(get().takeId!), JSON.stringify(history));
    } catch {
      // No room: the steps can be undone until the page is loaded anew.
    }
  }
  function go(way: 'undo' | 'redo'): void {
    const { undo, redo, cells } = get();
    const gone = goOne({ undo, redo }, cells, way);
    if (!gone) return;
    const { patch, label, kept, history } = gone;
    if (patch) commit(patch, label);
    if (kept > 0)
      set({
        said: t(patch ? KEPT_WORDS : t('“{label}” cannot be undone. {why}', { label, why: KEPT_WORDS })),
      });
    keepHistory(history);
  }
  return {
    takeId: null,
    version: 1,
    cells: {},
    undo: [],
    redo: [],
    conflict: null,
    said: null,
    open(takeId, version, cells) {
      const same = get().takeId === takeId;
      if (same && version < get().version) return;
      set({
        takeId,
        version,
        cells: withPending(takeId, cells),
        ...(same ? {} : { ...rememberedHistory(takeId), conflict: null, said: null }),
      });
    },
    edit(patch, label) {
      const { undo, redo } = get();
      keepHistory(afterStep({ undo, redo }, commit(patch, label)));
    },
    undoOne: () => go('undo'),
    redoOne: () => go('redo'),
    dismiss: () => set({ conflict: null, said: null }),
  };
});

/** Follows the outbox: new versions come in as edits of any window are acknowledged, and conflicts are told to whom they concern. */
export function followOutbox(): () => void {
  return theOutbox().listen((edit, answer, own) => {
    const { takeId, version } = useTake.getState();
    if (edit.aggregate !== `take:${takeId}` || (answer.status !== 'saved' && answer.status !== 'conflict')) return;
    // An answer may be late: what the page loaded meanwhile is newer, and has it.
    if (answer.status === 'saved' && answer.version < version) return;
    useTake.setState({
      version: answer.version,
      cells: withPending(takeId!, answer.cells as Decisions),
      ...(own && answer.status === 'conflict' && { conflict: answer.kept }),
    });
  });
}
