import { readFileSync, writeSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { problemLine, type Problem } from '../core/index.ts';
import { arrange } from './arrange.ts';
import { grips } from './grips.ts';
import { moves } from './moves.ts';
import { name } from './name.ts';
import { read } from './read.ts';
import { simplify } from './simplify.ts';

/** What a verb hands back: a value for `--json`, a table for people, or problems. */
export type Answer = { readonly json: unknown; readonly text: string } | { readonly problems: readonly Problem[] };

const USAGE = `Usage: npm run -s heron -- VERB … [--json]

  read FILE                    the chart, bar by bar: numeral and place of each chord
  grips SYMBOL                 every grip of a chord
        [--player FILE] [--top E5] [--bass C] [--family F] [--max-difficulty 0-10]
  name GRIP-OR-NOTES           what it may be called: x-3-5-4-5-3, or "C E G A", the lowest first
        [--key K] [--bass N] [--tuning T]
  arrange FILE                 the smoothest way through the chart
        [--player FILE] [--plain] [--only movement] [--candidates] [--explain] [--paths 1-5]
        [--top|--bass falling|rising|still|chromatic] [--thread B] [--area 5-9] [--family F]
        [--pin BAR:BEAT=GRIP]…
        [--style dancehall|afterglow|choir-loft|grit|open-water] [--stray N]
  moves FILE --bar N           what could stand there
        [--beat B] [--beats D]
  simplify FILE                the chart without related ii's, passing chords and side-slips

FILE may be - for standard input.
`;

/** Says what is wrong with how the command was called, and how it is called. */
export class UsageError extends Error {}

/** Reads a file, or standard input for `-`. */
export function readText(file: string): string {
  try {
    return readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    throw new UsageError(code === 'ENOENT' ? `there is no file ${file}` : `${file} cannot be read (${code})`);
  }
}

/** Writes all of it before returning, also to a pipe whose reader is slow. */
function write(descriptor: number, text: string): void {
  const bytes = Buffer.from(text);
  for (let at = 0; at < bytes.length;) {
    try {
      at += writeSync(descriptor, bytes, at);
    } catch (error) {
      const { code } = error as NodeJS.ErrnoException;
      if (code === 'EPIPE') process.exit(0);
      if (code !== 'EAGAIN') throw error;
      Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 5);
    }
  }
}

function main(argv: readonly string[]): number {
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
      thread: { type: 'string' },
      area: { type: 'string' },
      pin: { type: 'string', multiple: true },
      bar: { type: 'string' },
      beat: { type: 'string' },
      beats: { type: 'string' },
    },
  });
  const [verb, subject, ...more] = positionals;
  if (values.help) {
    write(1, USAGE);
    return 0;
  }
  if (verb === undefined || subject === undefined || more.length > 0)
    throw new UsageError('a verb and one subject are needed');
  const answers = {
    read: () => read(subject),
    grips: () => grips(subject, values),
    name: () => name(subject, values),
    arrange: () => arrange(subject, values),
    moves: () => moves(subject, values),
    simplify: () => simplify(subject),
  };
  if (!Object.hasOwn(answers, verb)) throw new UsageError(`there is no verb ${verb}`);
  const answer = answers[verb as keyof typeof answers]();
  if ('problems' in answer) {
    write(2, answer.problems.map((problem) => `${problemLine(problem)}\n`).join(''));
    return 2;
  }
  write(1, values.json ? `${JSON.stringify(answer.json)}\n` : answer.text);
  return 0;
}

try {
  process.exitCode = main(process.argv.slice(2));
} catch (error) {
  const called = error instanceof UsageError || (error as NodeJS.ErrnoException).code?.startsWith('ERR_PARSE_ARGS');
  if (!called) throw error;
  write(2, `${(error as Error).message}\n\n${USAGE}`);
  process.exitCode = 2;
}
