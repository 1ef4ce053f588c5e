import {
  formatFrets,
  fretsAt,
  LINE_WAYS,
  parseFrets,
  parseNote,
  parsePitch,
  pitchClass,
  readWish,
  shapesOf,
  suffixOf,
  wishName,
  type Decision,
  type Chord,
  type Column,
  type Midi,
  type ShapeLibrary,
  type Wish,
} from '../core/index.ts';
import { UsageError } from './verb.ts';

/** Wishes for a whole chart, as they are typed. */
export interface TypedWishes {
  readonly top?: string | undefined;
  readonly bass?: string | undefined;
  readonly thread?: string | undefined;
  readonly area?: string | undefined;
  readonly family?: string | undefined;
  readonly pin?: string[] | undefined;
}

/** A note without an octave is the open string of that name, if there is one, else the one from middle C up. */
function threadPitch(text: string, open: readonly Midi[]): Midi | null {
  const pitch = parsePitch(text);
  if (pitch !== null) return pitch;
  const note = parseNote(text);
  if (note === null) return null;
  const pc = pitchClass(note);
  return [...open].reverse().find((string) => string % 12 === pc) ?? 60 + pc;
}

/** The wishes typed, or what is wrong with one. */
export function wishesTyped({ top, bass, thread, area, family }: TypedWishes, open: readonly Midi[]): readonly Wish[] {
  const [from, to] = (area ?? '').split('-').map(Number);
  const typed = [
    [top, { kind: 'top', way: top }, `--top takes ${LINE_WAYS.join(', ')}`],
    [bass, { kind: 'bass', way: bass }, `--bass takes ${LINE_WAYS.join(', ')}`],
    [thread, { kind: 'thread', pitch: threadPitch(thread ?? '', open) }, '--thread takes a note, as B or B3'],
    [area, { kind: 'area', from, to }, '--area takes frets, as 5-9'],
    [family, { kind: 'family', family }, `--family: “${family}” is no family of voicings`],
  ] as const;
  return typed.flatMap(([text, value, wrong]) => {
    if (text === undefined) return [];
    const wish = readWish(value);
    if (wish === null) throw new UsageError(wrong);
    return [wish];
  });
}

/** The cells that hold wishes over all columns. */
export function wishCells(wishes: readonly Wish[], columns: readonly Column[]): Record<string, Decision> {
  const [first, last] = [columns[0], columns.at(-1)];
  if (!first || !last) return {};
  const ticks = last.slot.start + last.slot.entry.ticks - first.slot.start;
  return Object.fromEntries(
    wishes.map((wish) => [
      wishName(first.at, wish.kind),
      { layer: 'wish', wish, hard: true, ticks } satisfies Decision,
    ]),
  );
}

/**
 * The cells that pin grips: `BAR:BEAT=GRIP` each. The chord keeps its colour where the grip is one of it, else it is the
 * chart's own.
 */
export function pinCells(
  pins: readonly string[],
  columns: readonly Column[],
  library: ShapeLibrary,
): Record<string, Decision> {
  const isGripOf = (grip: string, chord: Chord) =>
    [...shapesOf(chord, library)].some((shape) => formatFrets(fretsAt(library, shape)) === grip);
  return Object.fromEntries(
    pins.map((pin) => {
      const [, bar, beat, grip] = /^(\d+):(\d+(?:\.\d+)?)=(.+)$/.exec(pin) ?? [];
      if (grip === undefined || parseFrets(grip) === null)
        throw new UsageError(`--pin takes BAR:BEAT=GRIP, as 5:1=x-3-5-4-5-3, not ${pin}`);
      const column = columns.find(({ slot }) => slot.bar === Number(bar) && slot.entry.beat === Number(beat));
      if (!column?.chord) throw new UsageError(`--pin: no chord begins at bar ${bar}, beat ${beat}`);
      const decision: Decision = {
        layer: 'chord',
        on: column.slot.symbol,
        colour: isGripOf(grip, column.chord) ? suffixOf(column.chord.kind) : null,
        voicing: { grip },
      };
      return [column.at, decision];
    }),
  );
}
