import { parseArgs } from 'node:util';
import { problemLine } from '../core/index.ts';
import { arrange } from './arrange.ts';
import { check } from './check.ts';
import { colours } from './colours.ts';
import { grips } from './grips.ts';
import { hardest } from './hardest.ts';
import { kept } from './kept.ts';
import { moves } from './moves.ts';
import { name } from './name.ts';
import { read } from './read.ts';
import { decorations, score } from './score.ts';
import { simplify } from './simplify.ts';
import { convert } from './convert.ts';
import { takes } from './takes.ts';
import { UsageError, type World } from './verb.ts';

const USAGE = `Usage: npm run -s heron -- VERB … [--json]

  read FILE                    the chart, bar by bar: numeral and place of each chord
  grips SYMBOL                 every grip of a chord
        [--player FILE] [--top E5] [--bass C] [--family F] [--max-difficulty 0-10]
  name GRIP-OR-NOTES           what it may be called: x-3-5-4-5-3, or "C E G A", the lowest first
        [--key K] [--bass N] [--tuning T]
  arrange FILE                 the smoothest way through the chart
        [--player FILE] [--plain] [--only movement] [--candidates] [--explain] [--paths 1-5]
        [--top|--bass falling|rising|still|chromatic] [--thread B] [--area 5-9] [--family F]
        [--manner rooted|shells|ringing|small|funk]
        [--pin BAR:BEAT=GRIP]… [--colour BAR:BEAT=SUFFIX]… [--move BAR:BEAT=ID]…
        [--style dancehall|afterglow|choir-loft|grit|open-water] [--stray N] [--joint] [--melody-first]
        [--chord-melody [--density 0-1|auto] [--note BAR:BEAT=WAY]… [--octave=auto|-1|0|1|2]]
        [--line "E5 D C - B"]
        [--texture full|three|top-four|bass-and-chord|top-two]
        [--texture thirds|fourths|sixths|sevenths|octaves|tenths|double-stops|low-moves|top-moves [--pace chord|half|beat]]
  takes FILE                   whole takes: chords, grips and connection chosen together, the best first
        [--takes 1-9], and all that arrange takes but --plain, --only, --explain, --paths
  score FILE                   what sounds, and when: the guitar in a rhythm, a bass and brushes
        [--rhythm R|usual]
        [--swing 0.5-0.75] [--bassist two|four|pedal|none] [--decorate 0-1 [--seed N]], and all that arrange takes but --only, --explain, --paths
  hardest FILE                 every change of grip, the hardest for the hand first
        all that arrange takes but --only, --explain, --paths
  decorations FILE --bar N     what could be added to the chords there as they sound
        [--why] (what could not, and the reason), and all that score takes
  moves FILE --bar N           what could stand there
        [--beat B] [--beats D]
  kept WORDS|all               kept moves, by words or degrees in a row: "ii bII I"
        [--key K] [--own FILE] [--in TUNE --bar N --beats D] (those that fit there, priced)
  colours FILE --bar N         what the chord there may become, steadiest first
        [--beat B] [--grating]
  check FILE                   what each note of the melody is over its chord, and what mends a clash
  convert IN OUT               a tune from MusicXML, ABC, MIDI, ChordPro, text or JSON, by the ending of OUT
        [--to txt|json|abc|cho|musicxml] (to standard output), or .mxl, .mid
  simplify FILE                the chart without related ii's, passing chords and side-slips

FILE may be - for standard input.
`;

/** What a run of the command prints, and its exit status. */
export interface Printed {
  readonly status: 0 | 2;
  readonly stdout: string;
  readonly stderr: string;
}

/** Runs the command. What was called wrongly, or cannot be read, is told on `stderr` with status 2. */
export function heron(argv: readonly string[], world: World): Printed {
  try {
    return runVerb(argv, world);
  } catch (error) {
    const called = error instanceof UsageError || (error as NodeJS.ErrnoException).code?.startsWith('ERR_PARSE_ARGS');
    if (!called) throw error;
    return { status: 2, stdout: '', stderr: `${(error as Error).message}\n\n${USAGE}` };
  }
}

function runVerb(argv: readonly string[], world: World): Printed {
  const { values, positionals } = parseArgs({
    args: [...argv],
    allowPositionals: true,
    options: {
      json: { type: 'boolean', default: false },
      help: { type: 'boolean', short: 'h', default: false },
      plain: { type: 'boolean', default: false },
      candidates: { type: 'boolean', default: false },
      explain: { type: 'boolean', default: false },
      only: { type: 'string' },
      style: { type: 'string' },
      stray: { type: 'string' },
      player: { type: 'string' },
      family: { type: 'string' },
      top: { type: 'string' },
      bass: { type: 'string' },
      'max-difficulty': { type: 'string' },
      key: { type: 'string' },
      tuning: { type: 'string' },
      paths: { type: 'string' },
      to: { type: 'string' },
      takes: { type: 'string' },
      rhythm: { type: 'string' },
      texture: { type: 'string' },
      pace: { type: 'string' },
      swing: { type: 'string' },
      bassist: { type: 'string' },
      decorate: { type: 'string' },
      seed: { type: 'string' },
      thread: { type: 'string' },
      area: { type: 'string' },
      pin: { type: 'string', multiple: true },
      colour: { type: 'string', multiple: true },
      move: { type: 'string', multiple: true },
      manner: { type: 'string' },
      grating: { type: 'boolean', default: false },
      'melody-first': { type: 'boolean', default: false },
      'chord-melody': { type: 'boolean', default: false },
      joint: { type: 'boolean', default: false },
      density: { type: 'string' },
      note: { type: 'string', multiple: true },
      line: { type: 'string' },
      octave: { type: 'string' },
      bar: { type: 'string' },
      own: { type: 'string' },
      in: { type: 'string' },
      why: { type: 'boolean', default: false },
      beat: { type: 'string' },
      beats: { type: 'string' },
    },
  });
  const [verb, subject, out, ...more] = positionals;
  if (values.help) return { status: 0, stdout: USAGE, stderr: '' };
  if (verb === undefined || subject === undefined || more.length > 0 || (out !== undefined && verb !== 'convert'))
    throw new UsageError('a verb and one subject are needed');
  const answers = {
    read: () => read(subject, world),
    grips: () => grips(subject, values, world),
    name: () => name(subject, values),
    arrange: () => arrange(subject, values, world),
    takes: () => takes(subject, values, world),
    hardest: () => hardest(subject, values, world),
    score: () => score(subject, values, world),
    decorations: () => decorations(subject, values, world),
    colours: () => colours(subject, values, world),
    moves: () => moves(subject, values, world),
    kept: () => kept(subject, values, world),
    simplify: () => simplify(subject, world),
    check: () => check(subject, world),
    convert: () => convert(subject, out, values.to, world),
  };
  if (!Object.hasOwn(answers, verb)) throw new UsageError(`there is no verb ${verb}`);
  const answer = answers[verb as keyof typeof answers]();
  if ('problems' in answer)
    return { status: 2, stdout: '', stderr: answer.problems.map((problem) => `${problemLine(problem)}\n`).join('') };
  if ('failed' in answer) return { status: 2, stdout: '', stderr: `${answer.failed}\n` };
  const stderr = (answer.told ?? []).map((line) => `${line}\n`).join('');
  return { status: 0, stdout: values.json ? `${JSON.stringify(answer.json)}\n` : answer.text, stderr };
}
