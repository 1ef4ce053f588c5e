import { t } from '../words/words.ts';
import type { Lost } from '../format/draft.ts';

type Args = Readonly<Record<string, string | number>>;

/** Why a file cannot be read, and what would do. */
const FAULTS = {
  'file-empty': () => t('There is nothing in this file.'),
  'file-large': ({ most }: Args) => t('This file is too large: at most {most} million bytes are read.', { most }),
  'file-unknown': () =>
    t('This is no kind of file that is known here. MusicXML (also packed), ABC, MIDI, text and JSON are.'),
  'text-problem': ({ why }: Args) => t('The text cannot be read. {why}', { why }),
  'abc-none': () => t('There is no tune in this ABC file: one begins with X: and has its key in a line K:.'),
  'json-broken': ({ why }: Args) => t('The JSON cannot be read: {why}.', { why }),
  'xml-broken': ({ line, why }: Args) => t('Line {line}: this is not whole XML ({why}).', { line, why }),
  'xml-entities': () => t('This file declares entities of its own, which are never read. Write it without <!ENTITY.'),
  'xml-other': ({ name }: Args) =>
    t('This is XML, but no score: it begins with <{name}>, and should with <score-partwise>.', { name }),
  'xml-timewise': () =>
    t('This MusicXML is written measure by measure (timewise). Write it partwise, as most programs do.'),
  'zip-broken': ({ why }: Args) => t('The packed file is damaged ({why}).', { why }),
  'zip-none': () => t('There is no score in this packed file.'),
  'midi-broken': ({ why }: Args) => t('The MIDI file is damaged ({why}).', { why }),
  'midi-seconds': () => t('This MIDI file counts in seconds (SMPTE), not in beats: no bars can be read from it.'),
  'midi-songs': () => t('This MIDI file has several songs one after another (format 2). Write it in format 0 or 1.'),
  'too-many-measures': ({ most }: Args) => t('More than {most} measures are not read.', { most }),
} as const;
export type FileFault = keyof typeof FAULTS;

export const faultText = (fault: FileFault, args: Args): string => FAULTS[fault](args);

const LOST: Readonly<Record<Lost['code'], (args: Args) => string>> = {
  'chord-unknown': ({ text }) => t('the chord “{text}” is not understood as it stands', { text }),
  'chord-moved': () => t('chords fall between beats, and stand on the nearest ones'),
  'measure-long': () => t('it lasts longer than its meter, and is cut'),
  'measure-short': () => t('it lasts shorter than its meter, and is filled up with a rest'),
  'melody-unfit': () => t('the melody does not fit the bars, and is left out'),
  'chart-unfit': () => t('the chart that would come of it cannot be read'),
  'tempo-left': ({ tempo }) => t('a tempo of {tempo} is out of the ordinary, and left out', { tempo }),
  'written-out': () => t('repeats are written out, as times through them have notes of their own'),
  'passed-over': ({ what, count }) =>
    t('{what}{more} passed over', { what: t(String(what)), more: count === undefined ? '' : ` (${count})` }),
};

/** What of a file was not carried over, and where: `measure 5: …`. */
export function lostText({ measure, code, args }: Lost): string {
  const where =
    measure !== null
      ? `${t('measure {measure}:', { measure })} `
      : args.line !== undefined
        ? `${t('line {line}:', { line: args.line })} `
        : '';
  return where + LOST[code](args);
}
