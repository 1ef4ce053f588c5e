import { speech } from '../../core/index.ts';
import { wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Choices, Imported } from '../../formats/index.ts';
import type { FileAnswer, Files } from './files.worker.ts';

/** A file in hand. */
export interface FileInHand {
  readonly name: string;
  readonly bytes: Uint8Array;
}
interface Read {
  readonly file: FileInHand | null;
  readonly imported: Imported | null;
  readonly failed: string | null;
  readonly busy: boolean;
}
const NOTHING: Read = { file: null, imported: null, failed: null, busy: false };
/** No file that is read at all takes so long. */
const LONGEST_MS = 10_000;

/** Reads a file in a worker, again with each choice; what was read stays until the next is there. */
export function useFile() {
  const [read, setRead] = useState(NOTHING);
  const worker = useRef<{ readonly own: Worker; readonly files: Remote<Files> } | null>(null);
  const asked = useRef(0);
  const end = useCallback(() => {
    worker.current?.own.terminate();
    worker.current = null;
  }, []);
  useEffect(() => end, [end]);
  const ask = useCallback(
    async (file: FileInHand, choices: Choices) => {
      const mine = ++asked.current;
      setRead((before) => ({ ...before, file, busy: true, failed: null }));
      if (worker.current === null) {
        const own = new Worker(new URL('./files.worker.ts', import.meta.url), { type: 'module' });
        worker.current = { own, files: wrap<Files>(own) };
        void worker.current.files.speak(speech());
      }
      let timer = 0;
      const late = new Promise<FileAnswer>((resolve) => {
        timer = window.setTimeout(() => {
          end();
          resolve({ ok: false, said: 'This file takes too long to read, and was left alone.' });
        }, LONGEST_MS);
      });
      const answer = await Promise.race([worker.current.files.read(file.name, file.bytes, choices), late]).catch(
        (error: unknown): FileAnswer => ({ ok: false, said: `This file could not be read: ${String(error)}` }),
      );
      clearTimeout(timer);
      if (mine !== asked.current) return;
      setRead((before) =>
        answer.ok
          ? { file, imported: answer.value, failed: null, busy: false }
          : { file, imported: before.file === file ? before.imported : null, failed: answer.said, busy: false },
      );
    },
    [end],
  );
  return { ...read, ask };
}
