/** What the tests use of verovio, which comes without types. */
declare module 'verovio' {
  /** The engraver, as compiled; a toolkit can be made once it says so. */
  export const module: { onRuntimeInitialized: () => void; calledRun?: boolean };
  export function enableLog(value: boolean): void;
  export class toolkit {
    loadData(data: string): boolean;
    /** A MIDI file, in base64. */
    renderToMIDI(): string;
  }
}
