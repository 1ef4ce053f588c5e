import type { Lost } from '../format/draft.ts';

type Args = Readonly<Record<string, string | number>>;

/** Why a file cannot be read, and what would do. */
const FAULTS = {
  'file-empty': () => 'There is nothing in this file.',
  'file-large': ({ most }: Args) => `This file is too large: at most ${most} million bytes are read.`,
  'file-unknown': () =>
    'This is no kind of file that is known here. MusicXML (also packed), ABC, MIDI, text and JSON are.',
  'text-problem': ({ why }: Args) => `The text cannot be read. ${why}`,
  'abc-none': () => 'There is no tune in this ABC file: one begins with X: and has its key in a line K:.',
  'json-broken': ({ why }: Args) => `The JSON cannot be read: ${why}.`,
  'xml-broken': ({ line, why }: Args) => `Line ${line}: this is not whole XML (${why}).`,
  'xml-entities': () => 'This file declares entities of its own, which are never read. Write it without <!ENTITY.',
  'xml-other': ({ name }: Args) =>
    `This is XML, but no score: it begins with <${name}>, and should with <score-partwise>.`,
  'xml-timewise': () =>
    'This MusicXML is written measure by measure (timewise). Write it partwise, as most programs do.',
  'zip-broken': ({ why }: Args) => `The packed file is damaged (${why}).`,
  'zip-none': () => 'There is no score in this packed file.',
  'midi-broken': ({ why }: Args) => `The MIDI file is damaged (${why}).`,
  'midi-seconds': () => 'This MIDI file counts in seconds (SMPTE), not in beats: no bars can be read from it.',
  'midi-songs': () => 'This MIDI file has several songs one after another (format 2). Write it in format 0 or 1.',
  'too-many-measures': ({ most }: Args) => `More than ${most} measures are not read.`,
} as const;
export type FileFault = keyof typeof FAULTS;

export const faultText = (fault: FileFault, args: Args): string => FAULTS[fault](args);

const LOST: Readonly<Record<Lost['code'], (args: Args) => string>> = {
  'chord-unknown': ({ text }) => `the chord “${text}” is not understood as it stands`,
  'chord-moved': () => 'chords fall between beats, and stand on the nearest ones',
  'measure-long': () => 'it lasts longer than its meter, and is cut',
  'measure-short': () => 'it lasts shorter than its meter, and is filled up with a rest',
  'melody-unfit': () => 'the melody does not fit the bars, and is left out',
  'chart-unfit': () => 'the chart that would come of it cannot be read',
  'tempo-left': ({ tempo }) => `a tempo of ${tempo} is out of the ordinary, and left out`,
  'written-out': () => 'repeats are written out, as times through them have notes of their own',
  'passed-over': ({ what, count }) => `${what}${count === undefined ? '' : ` (${count})`} passed over`,
};

/** What of a file was not carried over, and where: `measure 5: …`. */
export function lostText({ measure, code, args }: Lost): string {
  const where = measure !== null ? `measure ${measure}: ` : args.line !== undefined ? `line ${args.line}: ` : '';
  return where + LOST[code](args);
}
