import { useCallback, useEffect, useRef, useState } from 'react';
import { useRevalidator } from 'react-router';
import { LONGEST_CHART, type Kept } from '../../core/index.ts';
import { theOutbox } from './browser.ts';
import { ChartText } from './chart-text.ts';
import { useFresh } from './fresh.ts';
import { useLatest } from './latest.ts';

interface Opened {
  readonly tuneId: string;
  readonly title: string;
  /** As it stands on the server, at a version. */
  readonly chartText: string;
  readonly version: number;
}

/** Typing rests this long before it is saved. */
const SAVE_AFTER_MS = 500;

/** A chart text in hand: what is typed is saved at each pause, what others change comes in. */
export function useChartText({ tuneId, title, chartText, version }: Opened) {
  const [text, setText] = useState(chartText);
  const [unsaved, setUnsaved] = useState(false);
  const [conflict, setConflict] = useState<Kept | null>(null);
  /** A text that others changed, too, for the editor. */
  const [remote, setRemote] = useState<{ readonly text: string; readonly step: number } | null>(null);
  const chart = useRef<ChartText | null>(null);
  const timer = useRef(0);
  const save = useCallback(() => {
    clearTimeout(timer.current);
    // A text too long for a chart is not sent; it stays in the editor, with its problem.
    if (chart.current === null || chart.current.text.length > LONGEST_CHART) return;
    setUnsaved(false);
    chart.current.save();
  }, []);
  const opened = useLatest({ title, chartText, version });
  const { revalidate } = useRevalidator();
  const ask = useLatest(revalidate);
  useFresh();

  useEffect(() => {
    const { title: named, chartText: stands, version: at } = opened.current;
    const outbox = theOutbox();
    const show = (next: string) => {
      setText(next);
      setRemote((last) => ({ text: next, step: (last?.step ?? 0) + 1 }));
      setUnsaved(chart.current?.unsaved ?? false);
    };
    const one = new ChartText({ tuneId, title: named, text: stands, version: at }, outbox, {
      text: show,
      conflict: setConflict,
    });
    chart.current = one;
    // With what this window had not sent before it was loaded anew.
    if (one.text !== stands) show(one.text);
    const stop = outbox.listen((edit, answer, own) => {
      if (one.answered(edit, answer, own)) void ask.current();
    });
    addEventListener('pagehide', save);
    return () => {
      removeEventListener('pagehide', save);
      save();
      stop();
    };
  }, [tuneId, save, opened, ask]);
  useEffect(() => {
    chart.current?.stands(chartText, version);
  }, [chartText, version]);

  const change = useCallback(
    (next: string) => {
      setText(next);
      chart.current?.type(next);
      setUnsaved(true);
      clearTimeout(timer.current);
      timer.current = window.setTimeout(save, SAVE_AFTER_MS);
    },
    [save],
  );
  const dismissConflict = useCallback(() => setConflict(null), []);
  return { text, remote, unsaved, conflict, dismissConflict, change, save };
}
