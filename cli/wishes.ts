import {
  ANY_TASTE,
  applyPatch,
  carryName,
  isSmall,
  PACES,
  SMALL_TEXTURES,
  textureName,
  TEXTURES,
  USUAL_PACE,
  type Pace,
  type Texture,
  chordNameAt,
  decisionFor,
  LINE_WAYS,
  lineName,
  MOST_OCTAVES,
  movePatch,
  NOTE_WAYS,
  noteDecisionName,
  parseFrets,
  parseLine,
  parseNote,
  parsePitch,
  parseSuffix,
  pinDecision,
  pitchClass,
  problemLine,
  proposalsFor,
  readWish,
  spanOfColumns,
  suffixOf,
  ticksPerBeat,
  USUAL_DENSITY,
  whereItLies,
  wishName,
  type Column,
  type Decision,
  type Decisions,
  type Midi,
  type ReadSlot,
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
  readonly colour?: string[] | undefined;
  readonly move?: string[] | undefined;
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

/** The column that begins at a place typed `BAR:BEAT=WHAT`, and what is asked of it; `name` is the option. */
function placed(typed: string, columns: readonly Column[], name: string, example: string): readonly [Column, string] {
  const [, bar, beat, what] = /^(\d+):(\d+(?:\.\d+)?)=(.+)$/.exec(typed) ?? [];
  if (what === undefined) throw new UsageError(`--${name} takes BAR:BEAT=${example}, not ${typed}`);
  const column = columns.find(({ slot }) => slot.bar === Number(bar) && slot.entry.beat === Number(beat));
  if (!column?.chord) throw new UsageError(`--${name}: no chord begins at bar ${bar}, beat ${beat}`);
  return [column, what];
}

/** The cells that pin grips, `BAR:BEAT=GRIP` each: a grip brings its colour along. */
export function pinCells(
  pins: readonly string[],
  columns: readonly Column[],
  library: ShapeLibrary,
): Record<string, Decision> {
  return Object.fromEntries(
    pins.map((pin) => {
      const [column, grip] = placed(pin, columns, 'pin', 'GRIP, as 5:1=x-3-5-4-5-3');
      const frets = parseFrets(grip);
      if (frets === null) throw new UsageError(`--pin takes BAR:BEAT=GRIP, as 5:1=x-3-5-4-5-3, not ${pin}`);
      // One that the hand cannot hold is told with the others that do not stand.
      const { symbol } = column.slot;
      return [
        column.at,
        pinDecision(column, frets, library) ?? { layer: 'chord', on: symbol, colour: null, voicing: { grip } },
      ];
    }),
  );
}

/** The cells that give chords a colour, `BAR:BEAT=SUFFIX` each. */
export function colourCells(colours: readonly string[], columns: readonly Column[]): Record<string, Decision> {
  return Object.fromEntries(
    colours.map((typed) => {
      const [column, suffix] = placed(typed, columns, 'colour', 'SUFFIX, as 1:1=m9');
      const kind = parseSuffix(suffix);
      if (kind === null)
        throw new UsageError(`--colour: “${suffix}” is no colour of a chord. Write it like m9, 13 or maj7#11.`);
      return [column.at, { ...decisionFor(column.slot), colour: suffixOf(kind) }];
    }),
  );
}

interface TypedCarry {
  readonly 'chord-melody'?: boolean | undefined;
  readonly density?: string | undefined;
  readonly octave?: string | undefined;
}
/** The cell that plays the tune itself as a chord-melody; its density is typed 0 to 1 or `auto`, its octave as a number or `auto`. */
export function carryCells(
  { 'chord-melody': carries = false, density, octave }: TypedCarry,
  columns: readonly Column[],
  library: ShapeLibrary,
): Record<string, Decision> {
  if (!carries) {
    if (density !== undefined || octave !== undefined)
      throw new UsageError('--density and --octave go with --chord-melody');
    return {};
  }
  const [first, last] = [columns[0], columns.at(-1)];
  if (!first || !last || columns.every(({ slot }) => slot.sung.length === 0))
    throw new UsageError('--chord-melody needs a melody: write it after a line `melody:`');
  const share = density === undefined || density === 'auto' ? USUAL_DENSITY / 100 : Number(density);
  if (!(share >= 0 && share <= 1)) throw new UsageError('--density takes 0 to 1, or auto');
  const isAuto = octave === undefined || octave === 'auto';
  const up = isAuto ? whereItLies(columns, library)[0]!.octave : Number(octave);
  if (!Number.isInteger(up) || Math.abs(up) > MOST_OCTAVES)
    throw new UsageError(`--octave takes auto, or -${MOST_OCTAVES} to ${MOST_OCTAVES}`);
  const ticks = last.slot.start + last.slot.entry.ticks - first.slot.start;
  return { [carryName(first.at)]: { layer: 'carry', ticks, density: Math.round(share * 100), octave: up } };
}

interface TypedTexture {
  readonly texture?: string | undefined;
  readonly pace?: string | undefined;
}
/** A texture by its name, and how often two notes change in it. */
export function textureTyped({ texture: text, pace: often }: TypedTexture): {
  readonly texture: Texture | null;
  readonly pace: Pace;
} {
  const texture = TEXTURES.find((one) => one === text) ?? null;
  const pace = PACES.find((one) => one === (often ?? USUAL_PACE));
  if (text !== undefined && !texture) throw new UsageError(`--texture takes ${TEXTURES.join(', ')}`);
  if (!pace) throw new UsageError(`--pace takes ${PACES.join(', ')}`);
  if (often !== undefined && !isSmall(texture))
    throw new UsageError(`--pace goes with --texture ${SMALL_TEXTURES.join(', ')}`);
  return { texture, pace };
}
/** The cell by which the whole chart is played in a texture. */
export function textureCells(typed: TypedTexture, columns: readonly Column[]): Record<string, Decision> {
  const { texture, pace } = textureTyped(typed);
  const [first, last] = [columns[0], columns.at(-1)];
  if (!texture || !first || !last) return {};
  const ticks = last.slot.start + last.slot.entry.ticks - first.slot.start;
  return { [textureName(first.at)]: { layer: 'texture', ticks, texture, ...(isSmall(texture) && { pace }) } };
}

/** The cell of a line on top of the whole chart, typed `E5 D C - B`. */
export function lineCells(text: string | undefined, columns: readonly Column[]): Record<string, Decision> {
  const [first, last] = [columns[0], columns.at(-1)];
  if (text === undefined || !first || !last) return {};
  const ticks = last.slot.start + last.slot.entry.ticks - first.slot.start;
  const notes = parseLine(text, ticks, USUAL_TOP);
  if (!notes.ok) throw new UsageError(`--line: ${problemLine(notes.problems[0]!)}`);
  return { [lineName(first.at)]: { layer: 'line', ticks, notes: notes.value } };
}
/** Where the top of a grip most often lies: C5. */
const USUAL_TOP = 72;

/** The cells that say how single notes of the tune are played, `BAR:BEAT=WAY` each. */
export function noteCells(notes: readonly string[], columns: readonly Column[]): Record<string, Decision> {
  return Object.fromEntries(
    notes.map((text) => {
      const [where = '', typed] = text.split('=');
      const [bar, beat = 1] = where.split(':').map(Number);
      const way = NOTE_WAYS.find((one) => one === typed);
      if (!way) throw new UsageError(`--note takes BAR:BEAT=WAY, like 3:2=two; ways are ${NOTE_WAYS.join(', ')}`);
      const found = columns
        .filter(({ slot }) => slot.bar === bar)
        .flatMap(({ at, slot: { sung, start, entry, meter } }) => {
          const tick = (beat - 1) * ticksPerBeat(meter);
          const note = sung.find((one) => one.tick === tick && one.start >= start && one.start < start + entry.ticks);
          return note ? [noteDecisionName(chordNameAt(at, entry.tick + note.start - start))] : [];
        })[0];
      if (!found) throw new UsageError(`--note ${text}: no note of the tune begins in bar ${bar} on beat ${beat}`);
      return [found, { layer: 'note', way }];
    }),
  );
}

/** The cells that make moves, `BAR:BEAT=ID` each, over the chord that begins there. */
export function moveCells(
  moves: readonly string[],
  { slots, keys, columns }: { slots: readonly ReadSlot[]; keys: readonly string[]; columns: readonly Column[] },
  rings: readonly Midi[],
): Decisions {
  return moves.reduce((cells: Decisions, typed) => {
    const [column, id] = placed(typed, columns, 'move', 'ID, as 5:1=tritone-substitute');
    const span = spanOfColumns(slots, [column]);
    const proposal = span && proposalsFor(span, { ...ANY_TASTE, rings }).find(({ move }) => move.id === id);
    if (!span || !proposal)
      throw new UsageError(`--move: ${id} is not offered at ${typed.slice(0, typed.indexOf('='))}`);
    return applyPatch(cells, movePatch(slots, keys, cells, span, proposal)).cells;
  }, {});
}
