import { strToU8 } from 'fflate';
import {
  arrangedTake,
  barName,
  chartSheet,
  columnsOf,
  DEFAULT_HAND,
  DEFAULT_PLAYER,
  faultText,
  leftOut,
  lostText,
  melodyLayer,
  neckOf,
  NO_MELODY,
  parseTune,
  pricingFor,
  readChart,
  run,
  scoreOf,
  scoreOfTake,
  sessionOf,
  sheetOf,
  slotKeys,
  solveTake,
  sungNotes,
  takeLeftOut,
  writeAbc,
  writeChordPro,
  writeMidi,
  writeMusicXml,
  writeSheetAbc,
  writeSheetXml,
  writeTab,
  writeTuneFile,
  type Chart,
  type Decisions,
  type Lost,
  type Melody,
  type OpenFormat,
  type Score,
  type Scored,
  type Sheet,
  type TakeFormat,
} from '../core/index.ts';
import { packed, readFile, Unreadable, writeChartHtml, writeChartSvg, type Imported } from '../formats/index.ts';
import { KernelNear } from '../kernel/kernel.ts';
import { UsageError, type Answer, type World } from './verb.ts';

/** A take as it sounds and stands on paper. */
interface Played {
  readonly score: Score;
  readonly scored: Scored;
  readonly sheet: Sheet;
}
interface Source {
  readonly file: Imported;
  readonly chart: Chart;
  readonly melody: Melody;
  /** The first take of the file; null: it has none. */
  readonly take: () => Played | null;
  /** That, or, where it has none, one in which every grip is found. */
  readonly arranged: () => Played;
}
interface Writer {
  readonly write: (source: Source) => string | Uint8Array;
  /** What is left out; our own text and JSON have all. */
  readonly lost: (source: Source) => readonly Lost[];
}

const STAVES = ['melody', 'guitar'] as const;
const NECK = neckOf(DEFAULT_HAND);
const takesLeft = ({ file: { takes } }: Source): readonly Lost[] =>
  takes.length === 0 ? [] : [{ measure: null, code: 'passed-over', args: { what: 'takes', count: takes.length } }];
/** What of the file’s first take, or of its chart and melody alone, a format cannot say. */
const openLost =
  (format: OpenFormat & TakeFormat) =>
  ({ chart, melody, ...source }: Source) => {
    const take = source.take();
    return take ? takeLeftOut(take.score, take.scored, melody, format) : leftOut(chart, melody, format);
  };
/** Files of chords show the sheet of the take; without one, the chart as it is written. */
const sheetOfChords = ({ chart, melody, take }: Source): Sheet => take()?.sheet ?? chartSheet(chart, melody);

function musicXml({ chart, melody, take }: Source): string {
  const staves = melody.length > 0 ? STAVES : (['guitar'] as const);
  const sheet = take()?.sheet;
  return sheet ? writeSheetXml(sheet, { staves, guitar: DEFAULT_HAND }) : writeMusicXml(chart, melody);
}

/** What is written, by the ending of its file. */
const WRITERS: Readonly<Record<string, Writer>> = {
  txt: { write: ({ file }) => file.text, lost: takesLeft },
  json: { write: ({ file }) => writeTuneFile(file), lost: () => [] },
  abc: {
    write: ({ chart, melody, take }) => {
      const sheet = take()?.sheet;
      return sheet ? writeSheetAbc(sheet) : writeAbc(chart, melody);
    },
    lost: openLost('abc'),
  },
  cho: { write: (source) => writeChordPro(sheetOfChords(source), DEFAULT_HAND), lost: openLost('chordpro') },
  musicxml: { write: musicXml, lost: openLost('musicxml') },
  mxl: { write: (source) => packed(musicXml(source)), lost: openLost('musicxml') },
  mid: {
    write: ({ chart, melody, take }) => writeMidi(take()?.score ?? scoreOfMelody(chart, melody)),
    lost: openLost('midi'),
  },
  'tab.txt': {
    write: ({ arranged }) => writeTab(arranged().score, DEFAULT_HAND),
    lost: ({ arranged, melody }) => takeLeftOut(arranged().score, arranged().scored, melody, 'tab'),
  },
  svg: { write: (source) => writeChartSvg(sheetOfChords(source), NECK), lost: drawnLost },
  html: { write: (source) => writeChartHtml(sheetOfChords(source), NECK), lost: drawnLost },
};

function drawnLost({ melody }: Source): readonly Lost[] {
  if (melody.length === 0) return [];
  return [{ measure: null, code: 'passed-over', args: { what: 'notes of the melody', count: melody.length } }];
}

/** The melody with the chords as markers; nobody accompanies it. */
function scoreOfMelody(chart: Chart, melody: Melody) {
  const slots = readChart(chart);
  const columns = columnsOf(slots, slotKeys(slots, []), {}, { plain: true }).map((column) => ({ column, grip: null }));
  return scoreOf({ chart, open: [], columns }, [melodyLayer(sungNotes(chart, melody))]);
}

/** A take of a tune in the usual hand. */
function played(chart: Chart, melody: Melody, cells: Decisions, world: World): Played {
  const library = world.libraryOf(DEFAULT_HAND);
  const session = sessionOf(library, { pricing: pricingFor(DEFAULT_PLAYER) }, KernelNear.create() ?? undefined);
  const barIds = chart.bars.map(({ number }) => barName(number));
  const solved = run(solveTake(session, { chart, melody, barIds, cells }));
  const { slots, keys } = solved;
  const scored = { chart, open: library.neck.open, columns: arrangedTake(solved).columns };
  const sung = sungNotes(chart, melody);
  const score = scoreOfTake(scored, { slots, keys, cells, sung, hand: DEFAULT_HAND }, { bass: null });
  const shown = { staves: STAVES, diagrams: true, lyrics: true };
  return { score, scored, sheet: sheetOf(chart, score, scored, melody, shown) };
}

/** How the name of a file ends: `tab.txt`, `mid`. */
const endingOf = (name: string): string => /\.(tab\.txt|[a-z]+)$/i.exec(name)?.[1]?.toLowerCase() ?? '';

/** `convert IN OUT`, or `--to FORMAT`: a tune from any kind of file that is read into another; what is lost is told apart. */
export function convert(file: string, out: string | undefined, to: string | undefined, world: World): Answer {
  const ending = to?.toLowerCase() ?? endingOf(out ?? '');
  const writer = Object.hasOwn(WRITERS, ending) ? WRITERS[ending] : undefined;
  if (!writer)
    throw new UsageError(
      `convert writes ${Object.keys(WRITERS).join(', ')}: name a file that ends so, or --to one of them`,
    );
  let imported: Imported;
  try {
    imported = readFile(file, world.readBytes(file));
  } catch (error) {
    if (error instanceof Unreadable) return { failed: faultText(error.code, error.args) };
    throw error;
  }
  const { text, lost, tunes, parts, part, guessed, chordPart, takes } = imported;
  const tune = parseTune(text);
  if (!tune.ok) return tune;
  const { chart } = tune.value;
  const melody = tune.value.melody ?? NO_MELODY;
  let found: Played | null = null;
  const arranged = () => (found ??= played(chart, melody, takes[0]?.cells ?? {}, world));
  const source: Source = { file: imported, chart, melody, arranged, take: () => (takes[0] ? arranged() : null) };
  const written = writer.write(source);
  const leftBehind = writer.lost(source);
  const told = [
    ...(tunes.length > 1 ? [`${tunes.length} tunes are in it; ${tunes[0]!} was read`] : []),
    ...(guessed && part >= 0 ? [`the melody is that of ${parts[part]!}, which looks most like a tune`] : []),
    ...(typeof chordPart === 'number' ? [`the chords are a proposal, by ear, from ${parts[chordPart]!}`] : []),
    ...(takes.length > 1 && found !== null ? [`${takes.length} takes are in it; ${takes[0]!.name} was taken`] : []),
    ...[...lost, ...leftBehind].map(lostText),
  ];
  if (out !== undefined) world.writeBytes(out, typeof written === 'string' ? strToU8(written) : written);
  else if (typeof written !== 'string') throw new UsageError(`${ending} is no text: name a file to write it to`);
  const shown = typeof written === 'string' && out === undefined ? written : '';
  return { json: { kind: imported.kind, told, ...(out === undefined ? { text: shown } : { out }) }, text: shown, told };
}
