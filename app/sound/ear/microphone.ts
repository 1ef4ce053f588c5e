import type { RecordedPiece } from './recorder.worklet.ts';
import recorder from './recorder.worklet.ts?worker&url';

/** So much of what was heard is kept, in seconds: the longest form at its slowest. Nothing of it leaves the machine, or is stored. */
const KEPT = 300;

/** The microphone, once the player lets it be used. */
export class Microphone {
  readonly #context: AudioContext;
  readonly #input: MediaStream;
  readonly #pieces: RecordedPiece[] = [];

  private constructor(context: AudioContext, input: MediaStream) {
    this.#context = context;
    this.#input = input;
    const node = new AudioWorkletNode(context, 'recorder', {
      numberOfOutputs: 0,
      channelCount: 1,
      channelCountMode: 'explicit',
    });
    node.port.onmessage = ({ data }: MessageEvent<RecordedPiece>) => {
      this.#pieces.push(data);
      while (this.#pieces[0]!.at < data.at - KEPT) this.#pieces.shift();
    };
    context.createMediaStreamSource(input).connect(node);
  }

  /** Opens it; throws an Error in words where it is refused, or there is none. */
  static async open(): Promise<Microphone> {
    const context = new AudioContext();
    try {
      const input = await navigator.mediaDevices.getUserMedia({ audio: AS_IT_IS });
      await context.audioWorklet.addModule(recorder);
      await context.resume();
      return new Microphone(context, input);
    } catch (error) {
      void context.close();
      throw new Error(refusal(error), { cause: error });
    }
  }

  get rate(): number {
    return this.#context.sampleRate;
  }

  /** The time of its clock, in seconds. */
  get now(): number {
    return this.#context.currentTime;
  }

  /** What was heard between two times of its clock, in seconds; silence where nothing was recorded. */
  between(from: number, to: number): Float32Array {
    const all = new Float32Array(Math.max(0, Math.round((to - from) * this.rate)));
    for (const { at, samples } of this.#pieces) {
      const start = Math.round((at - from) * this.rate);
      if (start >= all.length || start + samples.length <= 0) continue;
      all.set(samples.subarray(Math.max(0, -start), all.length - start), Math.max(0, start));
    }
    return all;
  }

  /** Until when it has heard, on its clock. */
  get heardUntil(): number {
    const last = this.#pieces.at(-1);
    return last ? last.at + last.samples.length / this.rate : 0;
  }

  close(): void {
    for (const track of this.#input.getTracks()) track.stop();
    void this.#context.close();
  }
}

/** Without what makes speech clearer: a chord is no speech. */
const AS_IT_IS = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };

function refusal(error: unknown): string {
  const name = error instanceof DOMException ? error.name : '';
  if (name === 'NotAllowedError')
    return 'The browser may not use the microphone. Allow it for this page, and switch it on again.';
  if (name === 'NotFoundError') return 'No microphone was found.';
  if (name === 'NotReadableError') return 'The microphone is in use by another program.';
  return `The microphone cannot be used: ${error instanceof Error ? error.message : String(error)}`;
}
