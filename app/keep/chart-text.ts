import {
  changeBetween,
  movedOver,
  shareLine,
  withChange,
  type EditAnswer,
  type Kept,
  type TextChange,
  t,
} from '../../core/index.ts';
import type { Edit, Outbox } from './outbox.ts';

interface Told {
  /** The text is now another than was typed: others changed it, too. */
  text(text: string): void;
  /** Somebody else changed the same lines; what was typed here is kept there. */
  conflict(kept: Kept): void;
}

/**
 * A chart text in one window: what is typed goes out as changes, what others change comes in. `known` is the text that
 * stands at `version` with all of this window's changes that are on their way; `text` is what stands in the editor.
 */
export class ChartText {
  readonly #aggregate: string;
  readonly #label: string;
  readonly #outbox: Pick<Outbox, 'edit' | 'pending'>;
  readonly #told: Told;
  #version: number;
  #known: string;
  #text: string;
  /** Edits that `known` has and that are not answered yet, oldest first. */
  #mine: string[];
  /** The server would not have one of them: what stands there is asked for, and differs. */
  #apart = false;
  /** What was heard to stand while edits were on their way, the newest: it may be newer than their answers. */
  #heard: { readonly stands: string; readonly version: number } | null = null;

  constructor(
    { tuneId, title, text, version }: { tuneId: string; title: string; text: string; version: number },
    outbox: Pick<Outbox, 'edit' | 'pending'>,
    told: Told,
  ) {
    this.#aggregate = `tune:${tuneId}`;
    this.#label = t('the chart of “{title}”', { title });
    this.#outbox = outbox;
    this.#told = told;
    this.#version = version;
    const waiting = outbox.pending(this.#aggregate).filter(({ patch }) => patch.chartText !== undefined);
    // Those made on an older version may be in the text already, their answer lost: their answer will tell.
    const unsent = waiting[0]?.baseVersion === version ? waiting : [];
    this.#known = unsent.reduce((now, { patch }) => changed(now, patch.chartText), text);
    this.#mine = unsent.map(({ editId }) => editId);
    this.#text = this.#known;
  }

  get text(): string {
    return this.#text;
  }

  get unsaved(): boolean {
    return this.#text !== this.#known;
  }

  type(text: string): void {
    this.#text = text;
  }

  /** Sends what was typed since the last pause. */
  save(): void {
    if (!this.unsaved) return;
    const patch = { chartText: changeBetween(this.#known, this.#text) };
    const after = this.#mine.at(-1) ?? null;
    const { editId } = this.#outbox.edit(this.#aggregate, this.#version, patch, { label: this.#label, after });
    this.#mine.push(editId);
    this.#known = this.#text;
  }

  /** Hears the answer to an edit of any window; `own`: this window is told when it lost. True: look what stands there now. */
  answered(edit: Edit, answer: EditAnswer, own: boolean): boolean {
    if (edit.aggregate !== this.#aggregate) return false;
    const heard = this.#heard;
    const look = this.#settle(edit, answer, own);
    if (heard && this.#mine.length === 0) this.stands(heard.stands, heard.version);
    return look;
  }

  #settle(edit: Edit, answer: EditAnswer, own: boolean): boolean {
    const mine = this.#mine.includes(edit.editId);
    if (answer.status === 'invalid' || answer.status === 'missing') {
      this.#mine = this.#mine.filter((id) => id !== edit.editId);
      this.#apart ||= mine;
      return mine;
    }
    const stands = String(answer.cells.chartText);
    if (answer.status === 'conflict' && own && answer.kept) this.#told.conflict(answer.kept);
    if (answer.status === 'conflict' && mine) {
      // What was typed since goes where the rest went.
      this.save();
      this.#mine = [];
      this.#take(stands, stands, answer.version);
      return false;
    }
    this.#mine = this.#mine.filter((id) => id !== edit.editId);
    // While others of this window's are on their way, the answer to the last of them tells what stands.
    if (this.#mine.length === 0) this.stands(stands, answer.version);
    return false;
  }

  /** Hears what stands on the server. */
  stands(stands: string, version: number): void {
    if (this.#mine.length > 0) {
      if (version >= (this.#heard?.version ?? 0)) this.#heard = { stands, version };
      return;
    }
    this.#heard = null;
    if (version < this.#version) return;
    if (this.#apart) {
      // What is here is made the difference to what stands there, once more.
      this.#apart = false;
      this.#known = stands;
      this.#version = version;
      return;
    }
    const [typed, theirs] = [changeBetween(this.#known, this.#text), changeBetween(this.#known, stands)];
    const still = stands === this.#known || !this.unsaved;
    if (!still && shareLine(this.#known, typed, theirs)) {
      // Made on the version it was typed on, it clashes there, and is kept; the answer brings what stands.
      this.save();
      return;
    }
    this.#take(stands, this.unsaved ? (withChange(stands, movedOver(typed, theirs)) ?? stands) : stands, version);
  }

  #take(known: string, text: string, version: number): void {
    const differs = text !== this.#text;
    this.#known = known;
    this.#text = text;
    this.#version = version;
    if (differs) this.#told.text(text);
  }
}

const changed = (text: string, change: unknown): string =>
  typeof change === 'string' ? change : (withChange(text, change as TextChange) ?? text);
