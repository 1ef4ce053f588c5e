import { defaultKeymap, history, historyKeymap, isolateHistory } from '@codemirror/commands';
import { EditorState, RangeSetBuilder, StateEffect, StateField, Transaction } from '@codemirror/state';
import { Decoration, EditorView, keymap, lineNumbers, WidgetType, type DecorationSet } from '@codemirror/view';
import { useContext, useEffect, useRef, useState } from 'react';
import { changeBetween, problemText, type Problem, t } from '../../../core/index.ts';
import { NonceContext } from '../../nonce.ts';
import './chart.css';

interface ChartEditorProps {
  /** The text it opens with; later changes come from typing. */
  readonly text: string;
  readonly problems: readonly Problem[];
  readonly onChange: (text: string) => void;
  /** A text that takes the place of what is typed, as one step that can be undone; each has its own `step`. */
  readonly replacement: { readonly text: string; readonly step: number } | null;
  /** A text that others changed, too: what is typed here can still be undone, and nothing else. */
  readonly remote: { readonly text: string; readonly step: number } | null;
  /** The text is done: on to the bench. */
  readonly onDone: () => void;
  /** Something is pasted between two places of the text. True: it is taken care of. */
  readonly onPaste: (pasted: string, from: number, to: number) => boolean;
}

/** What is wrong, in words under its line. */
class ProblemWidget extends WidgetType {
  readonly #text: string;
  constructor(text: string) {
    super();
    this.#text = text;
  }
  override eq(other: ProblemWidget): boolean {
    return other.#text === this.#text;
  }
  toDOM(): HTMLElement {
    const element = document.createElement('div');
    element.className = 'chart-problem';
    element.textContent = this.#text;
    return element;
  }
}

const setProblems = StateEffect.define<readonly Problem[]>();

const problemField = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(shown, transaction) {
    const found = transaction.effects.find((effect) => effect.is(setProblems));
    return found ? decorate(transaction.state, found.value as readonly Problem[]) : shown.map(transaction.changes);
  },
  provide: (field) => EditorView.decorations.from(field),
});

/** Marks each problem's place, and writes it below its line; one of the whole text below the line being written. */
function decorate({ doc, selection }: EditorState, problems: readonly Problem[]): DecorationSet {
  const writing = doc.lineAt(selection.main.head).number;
  const byLine = new Map<number, Problem[]>();
  for (const problem of problems) {
    const line = Math.min(doc.lines, Math.max(1, problem.at?.line ?? writing));
    byLine.set(line, [...(byLine.get(line) ?? []), problem]);
  }
  const builder = new RangeSetBuilder<Decoration>();
  for (const number of [...byLine.keys()].sort((a, b) => a - b)) {
    const line = doc.line(number);
    const found = [...byLine.get(number)!].sort((a, b) => (a.at?.column ?? 1) - (b.at?.column ?? 1));
    let marked = line.from;
    for (const { at } of found) {
      const from = Math.max(marked, Math.min(line.to, line.from + (at?.column ?? 1) - 1));
      const to = Math.min(line.to, from + (at?.length ?? 0));
      if (to > from) builder.add(from, to, Decoration.mark({ class: 'chart-wrong' }));
      marked = Math.max(marked, to);
    }
    const texts = [
      ...new Set(
        found.map(
          (problem) => (problem.bar !== null ? `${t('Bar {bar}:', { bar: problem.bar })} ` : '') + problemText(problem),
        ),
      ),
    ];
    for (const text of texts)
      builder.add(line.to, line.to, Decoration.widget({ widget: new ProblemWidget(text), block: true, side: 1 }));
  }
  return builder.finish();
}

/** The chart as text, with what is wrong under its line. */
export function ChartEditor({ text, problems, onChange, replacement, remote, onDone, onPaste }: ChartEditorProps) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const nonce = useContext(NonceContext);
  const told = useRef({ onChange, onDone, onPaste });
  const [opened] = useState(text);
  const isUnwritten = useRef(problems.some(({ code }) => code === 'chart-empty'));
  useEffect(() => {
    told.current = { onChange, onDone, onPaste };
  }, [onChange, onDone, onPaste]);
  useEffect(() => {
    const editor = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: opened,
        extensions: [
          EditorView.cspNonce.of(nonce),
          lineNumbers(),
          history(),
          keymap.of([
            {
              key: 'Mod-Enter',
              run() {
                told.current.onDone();
                return true;
              },
            },
            ...defaultKeymap,
            ...historyKeymap,
          ]),
          EditorView.lineWrapping,
          EditorView.domEventHandlers({
            paste(event, { state }) {
              const { from, to } = state.selection.main;
              return told.current.onPaste(event.clipboardData?.getData('text/plain') ?? '', from, to);
            },
          }),
          EditorView.contentAttributes.of({
            'aria-label': t('Chart text'),
            spellcheck: 'false',
            autocapitalize: 'off',
          }),
          problemField,
          EditorView.updateListener.of((update) => {
            const fromOthers = update.transactions.some((one) => one.annotation(Transaction.remote) === true);
            if (update.docChanged && !fromOthers) told.current.onChange(update.state.doc.toString());
          }),
        ],
      }),
    });
    view.current = editor;
    // A chart without bars is there to be written.
    if (isUnwritten.current) {
      editor.dispatch({ selection: { anchor: editor.state.doc.length } });
      editor.focus();
    }
    return () => editor.destroy();
  }, [nonce, opened]);
  useEffect(() => {
    const editor = view.current;
    if (editor && replacement)
      editor.dispatch({
        changes: { from: 0, to: editor.state.doc.length, insert: replacement.text },
        annotations: isolateHistory.of('full'),
      });
  }, [replacement]);
  useEffect(() => {
    const editor = view.current;
    if (!editor || !remote) return;
    const { at, drop, put } = changeBetween(editor.state.doc.toString(), remote.text);
    editor.dispatch({
      changes: { from: at, to: at + drop, insert: put },
      annotations: [Transaction.remote.of(true), Transaction.addToHistory.of(false)],
    });
  }, [remote]);
  useEffect(() => {
    view.current?.dispatch({ effects: setProblems.of(problems) });
  }, [problems]);
  return (
    <div className="chart-editor" ref={host}>
      {/* Stands where the editor will, until it is loaded. */}
      <pre className="chart-still">{opened}</pre>
    </div>
  );
}
