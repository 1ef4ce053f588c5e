import { buildLibrary, DEFAULT_HAND, parseChord, type Chord } from '../core/index.ts';
import { KernelNear } from '../kernel/kernel.ts';

/** What is printed, row by row. */
export const rows: string[][] = [['what', 'median', 'count', 'goal']];

export function median(times: number[]): number {
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!;
}
/** What is prepared for each time is not counted. */
export function timed<P>(what: string, goal: string, times: number, work: (of: P) => string, prepare?: () => P): void {
  const all: number[] = [];
  let told = '';
  for (let i = 0; i < times; i++) {
    const of = prepare?.() as P;
    const start = performance.now();
    told = work(of);
    all.push(performance.now() - start);
  }
  const ms = median(all);
  rows.push([what, ms < 10 ? `${ms.toFixed(2)} ms` : `${ms.toFixed(0)} ms`, told, goal]);
}

export const chordOf = (symbol: string): Chord => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};

export const count = (number: number) => number.toLocaleString('en');

/** What the default hand can hold. */
export const library = buildLibrary(DEFAULT_HAND);
export const kernelNear = () => KernelNear.create()!;

export const roots = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
