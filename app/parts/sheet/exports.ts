import {
  lostText,
  msg,
  neckOf,
  sheetOf,
  STAVES,
  takeLeftOut,
  writeChordPro,
  writeMidi,
  writeSheetAbc,
  writeSheetXml,
  writeTab,
  type Hand,
  type Lost,
  type Melody,
  type Msg,
  type Score,
  type Scored,
  type StaveName,
} from '../../../core/index.ts';
import { packed, writeGripsSvg, writeStreamSvg } from '../../../formats/index.ts';
import { pagesAsHtml, pageAsSvg } from './drawn.ts';

/** What is exported: a take as it sounds and stands, and its pages as they are drawn. */
export interface Exported {
  readonly tuneId: string;
  readonly score: Score;
  readonly scored: Scored;
  readonly melody: Melody;
  readonly guitar: Hand;
  readonly pages: () => readonly SVGSVGElement[];
  /** What is heard, as a WAV file; `told`: the share that is done. */
  readonly sound: (told: (share: number) => void) => Promise<ArrayBuffer>;
}

interface ExportFormat {
  readonly id: string;
  readonly name: Msg | string;
  /** Of its file. */
  readonly ending: string;
  readonly type: string;
  readonly says: Msg;
  /** What of it the format cannot say. */
  readonly lost: (of: Exported) => readonly Lost[];
  /** One file, or several; `told`: the share that is done, where it takes long. */
  readonly make: (of: Exported, told: (share: number) => void) => Promise<readonly BlobPart[]> | readonly BlobPart[];
}

const sheetWith = ({ score, scored, melody }: Exported, staves: readonly StaveName[]) =>
  sheetOf(scored.chart, score, scored, melody, { staves, diagrams: true, lyrics: true });
const sheetXml = (of: Exported): string => {
  const hasBass = of.score.parts.bass.length > 0;
  const staves = STAVES.filter((name) => (name === 'bass' ? hasBass : name === 'guitar' || of.melody.length > 0));
  return writeSheetXml(sheetWith(of, staves), { staves, guitar: of.guitar });
};
const nothing = () => [];

/** The open formats of a sheet, the fullest first. */
export const EXPORTS: readonly ExportFormat[] = [
  {
    id: 'musicxml',
    name: msg('MusicXML'),
    ending: 'musicxml',
    type: 'application/vnd.recordare.musicxml+xml',
    says: msg('for notation programs: stave, tab, grips, chords, melody, words, repeats'),
    lost: ({ score, scored, melody }) => takeLeftOut(score, scored, melody, 'musicxml'),
    make: (of) => [sheetXml(of)],
  },
  {
    id: 'mxl',
    name: msg('MusicXML, packed'),
    ending: 'mxl',
    type: 'application/vnd.recordare.musicxml',
    says: msg('the same, a smaller file'),
    lost: ({ score, scored, melody }) => takeLeftOut(score, scored, melody, 'musicxml'),
    make: (of) => [packed(sheetXml(of)) as Uint8Array<ArrayBuffer>],
  },
  {
    id: 'midi',
    name: msg('MIDI'),
    ending: 'mid',
    type: 'audio/midi',
    says: msg('for players and sequencers: what sounds, with the chords as markers'),
    lost: ({ score, scored, melody }) => takeLeftOut(score, scored, melody, 'midi'),
    make: ({ score }) => [writeMidi(score) as Uint8Array<ArrayBuffer>],
  },
  {
    id: 'tab',
    name: msg('Text tab'),
    ending: 'tab.txt',
    type: 'text/plain;charset=utf-8',
    says: msg('for a letter or a forum: chord names over six lines'),
    lost: ({ score, scored, melody }) => takeLeftOut(score, scored, melody, 'tab'),
    make: ({ score, guitar }) => [writeTab(score, guitar)],
  },
  {
    id: 'abc',
    name: msg('ABC'),
    ending: 'abc',
    type: 'text/vnd.abc;charset=utf-8',
    says: msg('as text: the chords over the melody, or over the guitar’s top line; words, repeats'),
    lost: ({ score, scored, melody }) => takeLeftOut(score, scored, melody, 'abc'),
    make: (of) => [writeSheetAbc(sheetWith(of, [of.melody.length > 0 ? 'melody' : 'guitar']))],
  },
  {
    id: 'chordpro',
    name: msg('ChordPro'),
    ending: 'cho',
    type: 'text/plain;charset=utf-8',
    says: msg('for song books: bars as grids, the words under the chords, a shape for each'),
    lost: ({ score, scored, melody }) => takeLeftOut(score, scored, melody, 'chordpro'),
    make: (of) => [writeChordPro(sheetWith(of, []), of.guitar)],
  },
  {
    id: 'json',
    name: msg('Tune as JSON'),
    ending: 'json',
    type: 'application/json',
    says: msg('all of the tune for another Yellow Heron: every take, the kept moves they use'),
    lost: nothing,
    make: async ({ tuneId }) => {
      const answer = await fetch(`/tunes/${tuneId}/file`);
      if (!answer.ok) throw new Error('the tune could not be read from where it is kept');
      return [await answer.text()];
    },
  },
  {
    id: 'html',
    name: msg('Web page'),
    ending: 'html',
    type: 'text/html;charset=utf-8',
    says: msg('these pages in one file, fonts and all: any browser shows and prints it'),
    lost: nothing,
    make: async ({ pages, score }) => [await pagesAsHtml(pages(), score.title)],
  },
  {
    id: 'svg',
    name: msg('SVG'),
    ending: 'svg',
    type: 'image/svg+xml;charset=utf-8',
    says: msg('each of these pages as a drawing, fonts and all'),
    lost: nothing,
    make: ({ pages }) => Promise.all(pages().map(pageAsSvg)),
  },
  {
    id: 'grips',
    name: msg('Grips as SVG'),
    ending: 'grips.zip',
    type: 'application/zip',
    says: msg('each grip by itself, to be put into a text'),
    lost: nothing,
    make: (of) => [writeGripsSvg(sheetWith(of, []), neckOf(of.guitar)) as Uint8Array<ArrayBuffer>],
  },
  {
    id: 'stream',
    name: msg('Voices as SVG'),
    ending: 'voices.svg',
    type: 'image/svg+xml;charset=utf-8',
    says: msg('how each voice goes on from chord to chord'),
    lost: nothing,
    make: ({ score, scored }) => [writeStreamSvg(score, scored)],
  },
  {
    id: 'wav',
    name: msg('Sound'),
    ending: 'wav',
    type: 'audio/wav',
    says: msg('what is heard here, as a WAV file'),
    lost: nothing,
    make: async ({ sound }, told) => [await sound(told)],
  },
];

/** What a format leaves out of a take, in words. */
export const leftOutText = (format: ExportFormat, of: Exported): readonly string[] =>
  format.lost(of).map((one) => lostText(one).replace(/ passed over$/, ''));
