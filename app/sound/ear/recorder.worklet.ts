/* Runs on the audio thread: hands on what comes in, in pieces, each with when it began. */

declare const currentTime: number;
declare const sampleRate: number;
declare function registerProcessor(name: string, of: new () => AudioWorkletProcessor): void;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}

/** A piece, of mono samples: some tenth of a second. */
export interface RecordedPiece {
  /** When its first sample came in, in seconds of the audio clock. */
  readonly at: number;
  readonly samples: Float32Array;
}
const PIECE = 4096;

registerProcessor(
  'recorder',
  class extends AudioWorkletProcessor {
    #piece = new Float32Array(PIECE);
    #filled = 0;

    process([input]: readonly (readonly Float32Array[])[]): boolean {
      const samples = input?.[0];
      if (!samples) return true;
      this.#piece.set(samples, this.#filled);
      this.#filled += samples.length;
      if (this.#filled === PIECE) {
        const at = currentTime + (samples.length - PIECE) / sampleRate;
        this.port.postMessage({ at, samples: this.#piece } satisfies RecordedPiece, [this.#piece.buffer]);
        this.#piece = new Float32Array(PIECE);
        this.#filled = 0;
      }
      return true;
    }
  },
);
