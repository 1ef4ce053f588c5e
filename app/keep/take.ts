import equal from 'fast-deep-equal';
import { create } from 'zustand';
import { applyPatch, type Cell, type Cells, type Patch } from '../../core/index.ts';
import { makeEdit, theOutbox } from './browser.ts';
import type { Edit } from './outbox.ts';

/** One step that can be undone: what undoes it, in words what it was. */
interface Step {
  readonly patch: Patch<Cell>;
  readonly label: string;
}

interface TakeState {
  readonly takeId: string | null;
  readonly version: number;
  readonly cells: Cells;
  readonly undo: readonly Step[];
  readonly redo: readonly Step[];
  /** Said once when another window won. */
  readonly conflict: { readonly id: string; readonly name: string } | null;
  /** Takes over what the server sent, with this window's unsent edits on top. */
  open(takeId: string, version: number, cells: Cells): void;
  edit(patch: Patch<Cell>, label: string): void;
  undoOne(): void;
  redoOne(): void;
  dismissConflict(): void;
}

const MOST_STEPS = 200;
const historyKey = (takeId: string) => `heron.history.${takeId}`;

function rememberedHistory(takeId: string): { undo: readonly Step[]; redo: readonly Step[] } {
  try {
    const kept = sessionStorage.getItem(historyKey(takeId));
    return kept ? (JSON.parse(kept) as { undo: Step[]; redo: Step[] }) : { undo: [], redo: [] };
  } catch {
    return { undo: [], redo: [] };
  }
}

/** The cells with every unsent edit of this take applied. */
function withPending(takeId: string, cells: Cells): Cells {
  const pending = theOutbox().pending(`take:${takeId}`);
  const now = pending.reduce((made, { patch }) => applyPatch(made, patch as Patch<Cell>).cells, cells);
  // Most often they are what stands here already: then nothing that follows them is worked out again.
  const before = useTake.getState().cells;
  return equal(before, now) ? before : now;
}

/** The take on the bench: its decisions, and the one store of undo. */
export const useTake = create<TakeState>((set, get) => {
  /** Applies a patch here at once and sends it; returns what undoes it. */
  function commit(patch: Patch<Cell>): Patch<Cell> {
    const { takeId, version, cells } = get();
    const next = applyPatch(cells, patch);
    set({ cells: next.cells });
    theOutbox().put(makeEdit(`take:${takeId}`, version, patch));
    return next.inverse;
  }
  function keepHistory(undo: readonly Step[], redo: readonly Step[]): void {
    const history = { undo: undo.slice(-MOST_STEPS), redo };
    set(history);
    sessionStorage.setItem(historyKey(get().takeId!), JSON.stringify(history));
  }
  return {
    takeId: null,
    version: 1,
    cells: {},
    undo: [],
    redo: [],
    conflict: null,
    open(takeId, version, cells) {
      const same = get().takeId === takeId;
      if (same && version < get().version) return;
      set({
        takeId,
        version,
        cells: withPending(takeId, cells),
        ...(same ? {} : { ...rememberedHistory(takeId), conflict: null }),
      });
    },
    edit(patch, label) {
      const { undo } = get();
      keepHistory([...undo, { patch: commit(patch), label }], []);
    },
    undoOne() {
      const { undo, redo } = get();
      const step = undo.at(-1);
      if (step) keepHistory(undo.slice(0, -1), [...redo, { patch: commit(step.patch), label: step.label }]);
    },
    redoOne() {
      const { undo, redo } = get();
      const step = redo.at(-1);
      if (step) keepHistory([...undo, { patch: commit(step.patch), label: step.label }], redo.slice(0, -1));
    },
    dismissConflict: () => set({ conflict: null }),
  };
});

/** Follows the outbox: new versions come in as edits are acknowledged, and conflicts are told. */
export function followOutbox(): () => void {
  return theOutbox().listen((edit: Edit, answer) => {
    const { takeId } = useTake.getState();
    if (edit.aggregate !== `take:${takeId}` || (answer.status !== 'saved' && answer.status !== 'conflict')) return;
    useTake.setState({
      version: answer.version,
      cells: withPending(takeId!, answer.cells as Cells),
      ...(answer.status === 'conflict' ? { conflict: answer.kept, undo: [], redo: [] } : {}),
    });
  });
}
