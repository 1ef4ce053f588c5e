import equal from 'fast-deep-equal';
import { create } from 'zustand';
import { applyPatch, applyPatches, type Cell, type Cells, type Kept, type Patch } from '../../core/index.ts';
import { theOutbox } from './browser.ts';
import { KEPT_WORDS, stepOf, undoable, type Step } from './undoing.ts';

interface TakeState {
  readonly takeId: string | null;
  readonly version: number;
  readonly cells: Cells;
  readonly undo: readonly Step<Cell>[];
  readonly redo: readonly Step<Cell>[];
  /** Said once when another window won. */
  readonly conflict: Kept | null;
  /** Said once when an undo did less than it might. */
  readonly said: string | null;
  /** Takes over what the server sent, with what is not saved yet on top. */
  open(takeId: string, version: number, cells: Cells): void;
  edit(patch: Patch<Cell>, label: string): void;
  undoOne(): void;
  redoOne(): void;
  dismiss(): void;
}

const MOST_STEPS = 200;
const historyKey = (takeId: string) => `heron.history.${takeId}`;

type History = Pick<TakeState, 'undo' | 'redo'>;
const isStep = (step: unknown): step is Step<Cell> =>
  typeof step === 'object' && step !== null && 'patch' in step && 'made' in step && 'label' in step;

/** The steps of this window's take from before a reload. What an earlier version remembered is let go. */
function rememberedHistory(takeId: string): History {
  try {
    const { undo, redo } = JSON.parse(sessionStorage.getItem(historyKey(takeId)) ?? '{}') as Partial<History>;
    return { undo: undo?.filter(isStep) ?? [], redo: redo?.filter(isStep) ?? [] };
  } catch {
    return { undo: [], redo: [] };
  }
}

/** The cells with every unsent edit of this take applied. */
function withPending(takeId: string, cells: Cells): Cells {
  const pending = theOutbox().pending(`take:${takeId}`);
  const now = applyPatches(
    cells,
    pending.map(({ patch }) => patch as Patch<Cell>),
  );
  // Most often they are what stands here already: then nothing that follows them is worked out again.
  const before = useTake.getState().cells;
  return equal(before, now) ? before : now;
}

/** The take on the bench: its decisions, and the one store of undo. */
export const useTake = create<TakeState>((set, get) => {
  /** Applies a patch here at once and sends it. */
  function commit(patch: Patch<Cell>, label: string): Step<Cell> {
    const { takeId, version, cells } = get();
    const step = stepOf(cells, patch, label);
    set({ cells: applyPatch(cells, patch).cells });
    theOutbox().edit(`take:${takeId}`, version, patch, { label });
    return step;
  }
  function keepHistory(undo: readonly Step<Cell>[], redo: readonly Step<Cell>[]): void {
    const history = { undo: undo.slice(-MOST_STEPS), redo };
    set(history);
    try {
      sessionStorage.setItem(historyKey(get().takeId!), JSON.stringify(history));
    } catch {
      // No room: the steps can be undone until the page is loaded anew.
    }
  }
  /** Takes back what still stands of a step; the step that takes that back, or null where nothing does. */
  function takeBack(step: Step<Cell>): Step<Cell> | null {
    const { patch, kept } = undoable(get().cells, step);
    const done = Object.keys(patch).length > 0 ? commit(patch, step.label) : null;
    if (kept > 0) set({ said: done ? KEPT_WORDS : `“${step.label}” cannot be undone. ${KEPT_WORDS}` });
    return done;
  }
  const and = (steps: readonly Step<Cell>[], step: Step<Cell> | null) => (step ? [...steps, step] : steps);
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
      const { undo } = get();
      keepHistory([...undo, commit(patch, label)], []);
    },
    undoOne() {
      const { undo, redo } = get();
      const step = undo.at(-1);
      if (step) keepHistory(undo.slice(0, -1), and(redo, takeBack(step)));
    },
    redoOne() {
      const { undo, redo } = get();
      const step = redo.at(-1);
      if (step) keepHistory(and(undo, takeBack(step)), redo.slice(0, -1));
    },
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
      cells: withPending(takeId!, answer.cells as Cells),
      ...(own && answer.status === 'conflict' && { conflict: answer.kept }),
    });
  });
}
