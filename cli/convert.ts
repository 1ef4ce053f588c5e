import { strToU8 } from 'fflate';
import {
  chartSheet,
  columnsOf,
  DEFAULT_HAND,
  faultText,
  leftOut,
  lostText,
  melodyLayer,
  NO_MELODY,
  parseTune,
  readChart,
  scoreOf,
  slotKeys,
  sungNotes,
  writeAbc,
  writeChordPro,
  writeMidi,
  writeMusicXml,
  writeTuneFile,
  type Chart,
  type Melody,
  type OpenFormat,
} from '../core/index.ts';
import { packed, readFile, Unreadable } from '../formats/index.ts';
import { UsageError, type Answer, type World } from './verb.ts';

interface Source {
  readonly text: string;
  readonly chart: Chart;
  readonly melody: Melody;
}
interface Writer {
  readonly write: (source: Source) => string | Uint8Array;
  /** What it is, where it cannot say all; our own text and JSON can. */
  readonly format: OpenFormat | null;
}

/** What is written, by the ending of its file. */
const WRITERS: Readonly<Record<string, Writer>> = {
  txt: { write: ({ text }) => text, format: null },
  json: { write: ({ text }) => writeTuneFile({ text, guitar: null, takes: [], moves: [] }), format: null },
  abc: { write: ({ chart, melody }) => writeAbc(chart, melody), format: 'abc' },
  cho: { write: ({ chart, melody }) => writeChordPro(chartSheet(chart, melody), DEFAULT_HAND), format: 'chordpro' },
  musicxml: { write: ({ chart, melody }) => writeMusicXml(chart, melody), format: 'musicxml' },
  mxl: { write: ({ chart, melody }) => packed(writeMusicXml(chart, melody)), format: 'musicxml' },
  mid: { write: ({ chart, melody }) => writeMidi(scoreOfMelody(chart, melody)), format: 'midi' },
};

/** The melody with the chords as markers; nobody accompanies it. */
function scoreOfMelody(chart: Chart, melody: Melody) {
  const slots = readChart(chart);
  const columns = columnsOf(slots, slotKeys(slots, []), {}, { plain: true }).map((column) => ({ column, grip: null }));
  return scoreOf({ chart, open: [], columns }, [melodyLayer(sungNotes(chart, melody))]);
}

/** `convert IN OUT`, or `--to FORMAT`: a tune from any kind of file that is read into another; what is lost is told apart. */
export function convert(file: string, out: string | undefined, to: string | undefined, world: World): Answer {
  const ending = (to ?? /\.([a-z]+)$/i.exec(out ?? '')?.[1] ?? '').toLowerCase();
  const writer = WRITERS[ending];
  if (!writer)
    throw new UsageError(
      `convert writes ${Object.keys(WRITERS).join(', ')}: name a file that ends so, or --to one of them`,
    );
  let imported: ReturnType<typeof readFile>;
  try {
    imported = readFile(file, world.readBytes(file));
  } catch (error) {
    if (error instanceof Unreadable) return { failed: faultText(error.code, error.args) };
    throw error;
  }
  const { text, lost, tunes, parts, part, guessed, chordPart } = imported;
  const tune = parseTune(text);
  if (!tune.ok) return tune;
  const { chart, melody } = tune.value;
  const source = { text, chart, melody: melody ?? NO_MELODY };
  const written = writer.write(source);
  const told = [
    ...(tunes.length > 1 ? [`${tunes.length} tunes are in it; ${tunes[0]!} was read`] : []),
    ...(guessed ? [`the melody is that of ${parts[part]!}, which looks most like a tune`] : []),
    ...(typeof chordPart === 'number' ? [`the chords are a proposal, by ear, from ${parts[chordPart]!}`] : []),
    ...[...lost, ...(writer.format ? leftOut(chart, source.melody, writer.format) : [])].map(lostText),
  ];
  if (out !== undefined) world.writeBytes(out, typeof written === 'string' ? strToU8(written) : written);
  else if (typeof written !== 'string') throw new UsageError(`${ending} is no text: name a file to write it to`);
  const shown = typeof written === 'string' && out === undefined ? written : '';
  return { json: { kind: imported.kind, told, ...(out === undefined ? { text: shown } : { out }) }, text: shown, told };
}
