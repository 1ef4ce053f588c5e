import { expose } from 'comlink';
import { faultText, speakFrom, type Speech } from '../../core/index.ts';
import { readFile, Unreadable, type Choices, type Imported } from '../../formats/index.ts';

/** What comes of a file: a tune, or why there is none. */
export type FileAnswer =
  { readonly ok: true; readonly value: Imported } | { readonly ok: false; readonly said: string };

const files = {
  /** Says things as the page is read; before anything else. */
  speak(speech: Speech): void {
    speakFrom(() => speech);
  },

  read(name: string, bytes: Uint8Array, choices: Choices): FileAnswer {
    try {
      return { ok: true, value: readFile(name, bytes, choices) };
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error;
      return { ok: false, said: faultText(error.code, error.args) };
    }
  },
};
export type Files = typeof files;
expose(files);
