import {
  ANY_TASTE,
  applyPatch,
  arrangedTake,
  bad,
  differentPaths,
  figuresText,
  FreeHand,
  gripOf,
  gripsByPrice,
  handOf,
  neckOf,
  NO_MELODY,
  numeralOf,
  MANNERS,
  ONLY_MOVEMENT,
  pitchName,
  playedColumn,
  prepareTake,
  pricedBy,
  pricingFor,
  problemLine,
  rootPositionText,
  run,
  sessionOf,
  shapesOf,
  slotTimes,
  solveTake,
  STYLES,
  whyText,
  wholeTakes,
  wishText,
  type Arrangement,
  type Column,
  type Decisions,
  type Session,
  type TakeAsked,
  type PlayedColumn,
  type Manner,
  type ShapeLibrary,
  type TuneText,
  type JointTaste,
  type Midi,
  parseTune,
  ENGLISH,
  speakFrom,
} from '../core/index.ts';
import { KernelNear } from '../kernel/kernel.ts';
import { playerOf } from './player.ts';
import { table } from './table.ts';
import { UsageError, type Answer, type World } from './verb.ts';
import {
  carryCells,
  colourCells,
  lineCells,
  moveCells,
  noteCells,
  pinCells,
  textureCells,
  wishCells,
  wishesTyped,
  type TypedWishes,
} from './wishes.ts';

/** What is typed of who plays, and of what is wanted. */
export interface PlayingWishes extends TypedWishes {
  readonly plain: boolean;
  readonly candidates: boolean;
  readonly only?: string | undefined;
  readonly style?: string | undefined;
  readonly stray?: string | undefined;
  readonly 'melody-first'?: boolean | undefined;
  readonly player?: string | undefined;
  readonly manner?: string | undefined;
  readonly 'chord-melody'?: boolean | undefined;
  readonly density?: string | undefined;
  readonly note?: readonly string[] | undefined;
  readonly line?: string | undefined;
  readonly octave?: string | undefined;
  readonly joint?: boolean | undefined;
  readonly texture?: string | undefined;
  readonly pace?: string | undefined;
}

interface Wishes extends PlayingWishes {
  readonly explain: boolean;
  readonly paths?: string | undefined;
}

function mannerTyped(text: string | undefined): Manner | null {
  const manner = MANNERS.find((one) => one === text) ?? null;
  if (text !== undefined && manner === null) throw new UsageError(`--manner takes ${MANNERS.join(', ')}`);
  return manner;
}

/** Who plays, and a search for that hand; and the style and stray of a whole take, where one is asked for. */
export function playing({ chart, melody }: Pick<TuneText, 'chart' | 'melody'>, wishes: PlayingWishes, world: World) {
  const player = playerOf(wishes.player, world);
  if (!player.ok) return player;
  const wished = wishesTyped(wishes, neckOf(handOf(player.value)).open);
  const library = world.libraryOf(handOf(player.value));
  const taste = tasteOf(wishes, library.neck.open);
  const manner = mannerTyped(wishes.manner) ?? taste?.style?.manner ?? player.value.manner;
  const pricing =
    wishes.only === undefined
      ? pricingFor({ ...player.value, manner })
      : pricedBy({ ...ONLY_MOVEMENT, wish: wished.length > 0 ? 1 : 0 });
  const session = sessionOf(library, { pricing }, KernelNear.create() ?? undefined);
  const asked = { chart, melody: melody ?? NO_MELODY, plain: wishes.plain };
  const plain = prepareTake(session, asked);
  const moved = moveCells(wishes.move ?? [], plain, library.neck.open);
  const chosen = { ...moved, ...colourCells(wishes.colour ?? [], plain.columns) };
  const stands = prepareTake(session, { ...asked, cells: chosen }).columns;
  const sung = {
    ...textureCells(wishes, stands),
    ...carryCells(wishes, stands, library),
    ...noteCells(wishes.note ?? [], stands),
    ...lineCells(wishes.line, stands),
  };
  const coloured = carriedByPrice({ ...chosen, ...sung }, wishes.density, session, asked);
  const unwished = prepareTake(session, { ...asked, cells: coloured }).columns;
  const cells = { ...coloured, ...wishCells(wished, unwished), ...pinCells(wishes.pin ?? [], unwished, library) };
  return { ok: true as const, player: player.value, library, pricing, session, asked, taste, wished, cells };
}

/** With a density of `auto` the search chooses which notes of the tune get grips. */
const carriedByPrice = (
  cells: Decisions,
  density: string | undefined,
  session: Session,
  asked: TakeAsked,
): Decisions =>
  density === 'auto' ? applyPatch(cells, run(gripsByPrice(session, { ...asked, cells })).patch).cells : cells;

/** `arrange FILE`: the exact best path for a player’s hand; in a style the first of its whole takes. */
export function arrange(file: string, wishes: Wishes, world: World): Answer {
  if (wishes.only !== undefined && wishes.only !== 'movement') throw new UsageError('--only takes movement');
  const tune = parseTune(world.readText(file));
  if (!tune.ok) return tune;
  const by = playing(tune.value, wishes, world);
  if (!by.ok) return by;
  const { player, library, pricing, session, asked, taste, wished } = by;
  speakFrom(() => ({ ...ENGLISH, notes: player.noteNames }));
  const cells = taste ? run(wholeTakes(session, { ...asked, cells: by.cells, taste }, 1))[0]!.cells : by.cells;
  const take = run(solveTake(session, { ...asked, cells }));
  const { columns } = take;
  const count = pathsAsked(wishes.paths);
  const paths =
    count === 1 ? [take.path] : run(differentPaths(sessionOf(library, { pricing }).search, library, take.nodes, count));
  const ways = paths.map((path) => arrangedTake(take, path));
  const arranged = ways[0]!;
  const pins = arranged.problems.filter(({ code }) => code.startsWith('pin-'));
  if (pins.length > 0) return bad(...pins);
  const hand = wishes['chord-melody'] || wishes.line !== undefined ? new FreeHand(library.hand) : null;
  const tunes = arranged.columns.map((column) => (hand ? playedColumn(column, library.neck.open, hand) : null));
  const json = {
    slots: slotsOf(arranged).map((slot, i) => ({
      ...slot,
      ...(tunes[i] && { melody: melodyOf(tunes[i], arranged.columns[i]!.column) }),
      ...(wishes.explain && {
        why: whyText(arranged.columns.slice(0, i).findLast(({ grip }) => grip !== null) ?? null, arranged.columns[i]!),
        terms: arranged.columns[i]!.terms,
      }),
      ...(wishes.candidates ? { candidates: candidatesOf(columns[i]!.chord, library) } : {}),
    })),
    figures: arranged.figures,
    rootPosition: arranged.rootPosition,
    cost: arranged.cost,
    terms: arranged.terms,
    ...(count > 1 && {
      paths: ways.map((way) => ({
        cost: way.cost,
        figures: way.figures,
        grips: way.columns.map(({ grip }) => grip?.grip ?? null),
      })),
    }),
    ...(wished.length > 0 && {
      unmet: hardUnmet(arranged).map(({ column, wish }) => {
        const { bar, beat } = slotTimes(columns[column]!.slot);
        return { bar, beat, wish: wishText(wish) };
      }),
    }),
  };
  const rows = json.slots.map((slot, i) => [
    slot.bar,
    slot.beat,
    slot.plain,
    slot.symbol,
    ...(taste ? [slot.move] : []),
    slot.grip,
    ...(hand ? [tunes[i] ? playedText(tunes[i]) : ''] : []),
    slot.movement,
    slot.held,
    slot.shiftMm,
    ...ways.slice(1).map(({ columns: other }) => other[i]!.grip?.grip ?? null),
    ...(wishes.explain ? [slot.why ?? ''] : []),
  ]);
  const text =
    table([
      [
        'bar',
        'beat',
        'chart',
        'chord',
        ...(taste ? ['move'] : []),
        'grip',
        ...(hand ? ['tune (string.fret, finger)'] : []),
        'moved',
        'held',
        'mm',
        ...ways.slice(1).map((_, i) => `way ${i + 2}`),
        ...(wishes.explain ? ['why'] : []),
      ],
      ...rows,
    ]) +
    `\n${ways.map((way, i) => `${i === 0 ? '' : `way ${i + 1}: `}${figuresText(way.figures)}\n`).join('')}` +
    `${rootPositionText(arranged.rootPosition)}\n` +
    (ways.length < count ? 'There are no more that differ for a quarter of the time.\n' : '') +
    hardUnmet(arranged)
      .map(({ column, wish }) => `bar ${columns[column]!.slot.bar}: cannot be met here: ${wishText(wish)}\n`)
      .join('') +
    arranged.problems.map((found) => `${problemLine(found)}\n`).join('');
  return { json, text };
}

/** `E5 1.12/4*`: a note on string and fret with its finger; a star where a grip carries it. */
const playedText = ({ notes }: PlayedColumn): string =>
  notes
    .map(({ pitch, string, fret, finger, how }) => {
      const sign = how === 'carried' ? '*' : how === 'held' ? '~' : how === 'alone' ? '!' : '';
      return `${pitchName(pitch)} ${string + 1}.${fret}/${finger}${sign}`;
    })
    .join('  ');

/** The notes of the tune over a column, as the guitar plays them: `beat` from that of the column. */
const melodyOf = ({ notes }: PlayedColumn, { slot }: Column) =>
  notes.map(({ start, ticks, pitch, how, string, fret, finger, ringing }) => {
    const perBeat = slot.entry.ticks / slot.entry.beats;
    return {
      beat: slot.entry.beat + (start - slot.start) / perBeat,
      beats: ticks / perBeat,
      pitch,
      how,
      string,
      fret,
      finger,
      ringing: Array.from({ length: 7 }, (_, s) => s).filter((s) => (ringing & (1 << s)) !== 0),
    };
  });

/** The columns of an arrangement as they are told. */
export const slotsOf = ({ columns }: Pick<Arrangement, 'columns'>) =>
  columns.map(({ column, grip, movement, held, shiftMm }) => {
    const { sourceBar: _s, pass: _p, ...times } = slotTimes(column.slot);
    return {
      ...times,
      plain: column.plain,
      symbol: column.symbol,
      numeral: column.chord ? numeralOf(column.chord, column.slot.key) : null,
      move: column.move?.id ?? null,
      grip: grip?.grip ?? null,
      pitches: grip?.pitches ?? [],
      fingers: grip?.fingers ?? [],
      movement,
      held,
      shiftMm,
    };
  });

/** Wishes at any price that cannot be met. */
const hardUnmet = ({ unmet }: Pick<Arrangement, 'unmet'>) => unmet.filter(({ hard }) => hard);

/** How many different ways through the chart are asked for. */
function pathsAsked(text: string | undefined): number {
  if (text === undefined) return 1;
  if (!/^[1-5]$/.test(text)) throw new UsageError('--paths takes 1 to 5');
  return Number(text);
}

/** `--joint` alone lets chords be others, but near ones. */
const JOINT_STRAY = 2;

/** The style asked for, or null. */
function tasteOf(
  { style, stray, plain, joint = false, 'melody-first': melodyFirst = false }: PlayingWishes,
  open: readonly Midi[],
): JointTaste | null {
  if (style === undefined && stray === undefined && !joint) return null;
  if (plain) throw new UsageError('--plain keeps the chart’s chords: leave out --style, --stray and --joint');
  const found = style === undefined ? null : STYLES.find(({ id }) => id === style);
  if (found === undefined) throw new UsageError(`--style takes ${STYLES.map(({ id }) => id).join(', ')}`);
  const limit = stray === undefined ? (found?.stray ?? (joint ? JOINT_STRAY : ANY_TASTE.stray)) : Number(stray);
  if (!Number.isInteger(limit) || limit < 0 || limit > ANY_TASTE.stray) throw new UsageError('--stray takes 0 to 5');
  return { ...ANY_TASTE, style: found, stray: limit, melodyFirst, rings: open };
}

export function candidatesOf(chord: Parameters<typeof shapesOf>[0] | null, library: ShapeLibrary): { grip: string }[] {
  if (chord === null) return [];
  return Array.from(shapesOf(chord, library), (shape) => ({
    grip: gripOf(chord, library, shape).grip,
  }));
}
