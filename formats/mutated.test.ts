import { expect, test } from '@jest/globals';
import { strToU8, zipSync } from 'fflate';
import { parseTune, writeTuneFile } from '../core/index.ts';
import { TUNES } from '../core/melody/traditional.oracle.ts';
import { readFile, Unreadable } from './index.ts';

/** So many of each kind; `npm run mutated` tries ten thousand. */
const COUNT = Number(process.env.HERON_MUTATED ?? 300);

/** The same numbers in every run: a linear congruence (Knuth, The Art of Computer Programming 2, 3.3.4). */
function random(seed: number) {
  let state = seed;
  return (below: number) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
}

const [, , , unit, , notes] = TUNES[4]!;
const ABC = `X:1\nT:A\nM:6/8\nL:${unit}\nQ:3/8=90\nK:G\n${notes.replace('BGG', '"G"BGG')}\n`;
const XML = `<?xml version="1.0" encoding="UTF-8"?><score-partwise version="4.0"><part-list><score-part id="P1"><part-name>V</part-name></score-part></part-list><part id="P1"><measure number="1"><attributes><divisions>6</divisions><key><fifths>1</fifths></key><time><beats>3</beats><beat-type>4</beat-type></time><transpose><chromatic>-2</chromatic></transpose></attributes><harmony><root><root-step>G</root-step></root><kind>dominant</kind><degree><degree-value>9</degree-value><degree-alter>-1</degree-alter><degree-type>alter</degree-type></degree></harmony><note><pitch><step>F</step><alter>1</alter><octave>5</octave></pitch><duration>12</duration><voice>1</voice><tie type="start"/></note><backup><duration>6</duration></backup><forward><duration>6</duration></forward><note><chord/><pitch><step>A</step><octave>5</octave></pitch><duration>6</duration></note><barline location="right"><ending number="1" type="start"/><repeat direction="backward" times="3"/></barline></measure></part></score-partwise>`;
const TEXT = 'title: T\nkey: C\n| C | F {3/4} | Dm7 G7 |\nmelody:\nc8 | f4 (3ABc | d4 e2 |\n';
const MIDI = Uint8Array.from([
  ...strToU8('MThd'),
  0,
  0,
  0,
  6,
  0,
  0,
  0,
  1,
  1,
  0xe0,
  ...strToU8('MTrk'),
  0,
  0,
  0,
  28,
  0,
  0xff,
  0x58,
  4,
  4,
  2,
  24,
  8,
  0,
  0x90,
  60,
  80,
  0x83,
  0x60,
  0x80,
  60,
  0,
  0,
  0x90,
  64,
  80,
  0x83,
  0x60,
  0x80,
  64,
  0,
  0,
  0xff,
  0x2f,
  0,
]);
const KINDS: readonly (readonly [string, Uint8Array])[] = [
  ['a.abc', strToU8(ABC)],
  ['a.musicxml', strToU8(XML)],
  ['a.mxl', zipSync({ 'a.xml': strToU8(XML) })],
  ['a.mid', MIDI],
  ['a.txt', strToU8(TEXT)],
  ['a.cho', strToU8('{title: T}\n{soc}\n[G]Down by the [Em7]river\n[C]bend\n{eoc}\n')],
  ['a.json', strToU8(writeTuneFile({ text: TEXT, guitar: null, takes: [], moves: [] }))],
];

/** A file with some bytes changed, taken out, doubled, or put elsewhere. */
function mutated(bytes: Uint8Array, below: (most: number) => number): Uint8Array {
  let now = [...bytes];
  for (let i = below(6); i >= 0; i--) {
    const [at, long] = [below(now.length), 1 + below(12)];
    const piece = now.slice(at, at + long);
    const deed = below(5);
    if (deed === 0) now[at] = below(256);
    else if (deed === 1) now.splice(at, long);
    else if (deed === 2) now.splice(at, 0, ...piece);
    else if (deed === 3) now.splice(below(now.length), 0, ...piece);
    else now = now.slice(0, Math.max(1, now.length - long));
  }
  return Uint8Array.from(now);
}

/** A second is the most a person waits for a file to be refused; looked at where ten thousand are tried, and nothing else runs. */
const MOST_MS = process.env.HERON_MUTATED ? 1000 : Infinity;

test.each(KINDS)('%s, damaged in every way: a tune that can be read, or a plain message', (name, bytes) => {
  const below = random(name.length * 7919 + 20);
  let whole = 0;
  for (let i = 0; i < COUNT; i++) {
    const file = mutated(bytes, below);
    const begun = performance.now();
    try {
      const { text, lost } = readFile(name, file);
      const isTold = lost.some(({ code }) => code === 'chart-unfit');
      expect(isTold || parseTune(text).ok).toBe(true);
      whole++;
    } catch (error) {
      if (!(error instanceof Unreadable))
        throw new Error(JSON.stringify(Buffer.from(file).toString('latin1')), { cause: error });
    }
    expect(performance.now() - begun).toBeLessThan(MOST_MS);
  }
  expect(whole).toBeGreaterThan(0);
});
