import {
  AS_WRITTEN,
  arrangedTake,
  BASS_WAYS,
  bassLayer,
  brushesLayer,
  chordMelodyLayer,
  chosenDecorations,
  decoratedBy,
  decorationReason,
  DECOR_STYLES,
  decorPlaces,
  effortOf,
  effortText,
  notOfferedAt,
  notOfferedText,
  offersAt,
  fitsMeter,
  formatMeter,
  FreeHand,
  MOST_SWING,
  melodyLayer,
  parseTune,
  patternOf,
  PATTERNS,
  problemText,
  readPattern,
  rhythmLayer,
  run,
  scoreOf,
  slotTimes,
  solveTake,
  STRAIGHT,
  sungNotes,
  textureLayer,
  throughout,
  TICKS_PER_QUARTER,
  usualBass,
  usualPattern,
  usualSwing,
  voicesLayer,
  wholeTakes,
  writeTab,
  type Amount,
  type BassWay,
  type DecorPlace,
  type Chart,
  type Pattern,
  type TuneText,
} from '../core/index.ts';
import { playing, type PlayingWishes } from './arrange.ts';
import { table } from './table.ts';
import { UsageError, type Answer, type World } from './verb.ts';
import { textureTyped } from './wishes.ts';

interface ScoreWishes extends PlayingWishes {
  readonly rhythm?: string | undefined;
  readonly swing?: string | undefined;
  readonly bassist?: string | undefined;
  readonly decorate?: string | undefined;
  readonly seed?: string | undefined;
}

/** A take as it sounds: its grips in the rhythm and texture asked for, decorated by so much, with whoever plays along. */
function sounding({ chart, melody }: TuneText, wishes: ScoreWishes, world: World) {
  const pattern = patternTyped(wishes.rhythm, chart);
  const { texture } = textureTyped(wishes);
  const swing = swingTyped(wishes.swing, chart);
  const bass = bassTyped(wishes.bassist, chart);
  const decorated = decoratedTyped(wishes);
  const by = playing({ chart, melody }, wishes, world);
  if (!by.ok) return by;
  const { session, asked, taste, library } = by;
  const cells = taste ? run(wholeTakes(session, { ...asked, cells: by.cells, taste }, 1))[0]!.cells : by.cells;
  const { columns } = arrangedTake(run(solveTake(session, { ...asked, cells })));
  const of = { chart, open: library.neck.open, columns };
  const { end } = scoreOf(of);
  const textures = texture ? [{ start: 0, end, texture }] : [];
  const { hand } = library;
  const guitar = [
    ...(melody ? [melodyLayer(sungNotes(chart, melody))] : []),
    textureLayer(textures),
    rhythmLayer(pattern ? [throughout(pattern, { end }, AS_WRITTEN)] : []),
    voicesLayer(textures),
    ...(wishes['chord-melody'] ? [chordMelodyLayer(new FreeHand(hand))] : []),
  ];
  /** What is offered is told of the guitar as it plays without. */
  const places = () => decorPlaces(scoreOf(of, guitar, swing), of, hand);
  const made = scoreOf(
    of,
    [
      ...guitar,
      ...(decorated
        ? [decoratedBy((so, it) => chosenDecorations(decorPlaces(so, it, hand), { amountAt: () => decorated }))]
        : []),
      ...(bass ? [bassLayer(bass)] : []),
      brushesLayer(),
    ],
    swing,
  );
  return { ok: true as const, made, places, columns, hand };
}

/** `score FILE`: what sounds, and when. */
export function score(file: string, wishes: ScoreWishes, world: World): Answer {
  const tune = parseTune(world.readText(file));
  if (!tune.ok) return tune;
  const by = sounding(tune.value, wishes, world);
  if (!by.ok) return by;
  const { made, hand } = by;
  const { bars, tempo, parts } = made;
  return {
    text: writeTab(made, hand),
    json: {
      ticksPerQuarter: TICKS_PER_QUARTER,
      bars: bars.map(({ number, start, ticks, meter }) => ({ number, start, ticks, meter: formatMeter(meter) })),
      tempo,
      parts: {
        guitar: parts.guitar,
        melody: parts.melody,
        bass: parts.bass,
        brushes: parts.brushes,
      },
    },
  };
}

/** `decorations FILE --bar N`: what could be added to the chords of a bar as they sound. */
export function decorations(
  file: string,
  wishes: ScoreWishes & { readonly bar?: string | undefined; readonly why?: boolean | undefined },
  world: World,
): Answer {
  const tune = parseTune(world.readText(file));
  if (!tune.ok) return tune;
  const bar = Number(wishes.bar);
  if (!Number.isInteger(bar)) throw new UsageError('--bar N says where');
  const by = sounding(tune.value, wishes, world);
  if (!by.ok) return by;
  const here = by.columns.flatMap(({ column: { slot } }, i) => (slot.bar === bar ? [i] : []));
  if (here.length === 0) throw new UsageError(`there is no bar ${bar}`);
  const places = by.places().filter(({ column }) => here.includes(column));
  const at = (column: number) => slotTimes(by.columns[column]!.column.slot);
  if (wishes.why) return notOffered(places, at);
  const json = places.flatMap((place) =>
    offersAt(place).map((one) => ({
      ...at(one.column),
      id: one.decoration.id,
      name: one.decoration.name,
      kind: one.decoration.kind,
      reason: decorationReason(one),
      shiftMm: effortOf(one, place),
      sounds: one.added.sounds,
      revoiced: one.added.revoiced,
    })),
  );
  const rows = json.map(({ beat, name, reason, shiftMm }) => [beat, name, effortText(shiftMm), reason]);
  return {
    json,
    text:
      rows.length === 0 ? 'Nothing is to be added there.\n' : table([['beat', 'decoration', 'way', 'why'], ...rows]),
  };
}

/** What is not offered at some places, each with the reason. */
function notOffered(places: readonly DecorPlace[], at: (column: number) => ReturnType<typeof slotTimes>): Answer {
  if (places.length === 0) return { json: [], text: 'No chord is played there.\n' };
  const json = places.flatMap((place) =>
    notOfferedAt(place).map(({ decoration, why }) => ({
      ...at(place.column),
      id: decoration.id,
      name: decoration.name,
      why: notOfferedText(decoration, why),
    })),
  );
  return {
    json,
    text: table([['beat', 'decoration', 'why not'], ...json.map(({ beat, name, why }) => [beat, name, why])]),
  };
}

/** How much is to be decorated, by which choice, and as the style of the take has it; null: nothing is. */
function decoratedTyped({ decorate, seed, style }: ScoreWishes): Amount | null {
  if (decorate === undefined && seed !== undefined) throw new UsageError('--seed goes with --decorate');
  if (decorate === undefined) return null;
  const [amount, number] = [Number(decorate), Number(seed ?? 1)];
  if (!(amount >= 0 && amount <= 1)) throw new UsageError('--decorate takes 0 to 1');
  if (!Number.isInteger(number) || number < 0) throw new UsageError('--seed takes a whole number');
  const own = DECOR_STYLES.find((one) => one === style);
  return { amount, seed: number, ...(own && { style: own }) };
}

/** A pattern by its name or written out, `usual` for what one plays in the meter and feel; null: each chord once, held. */
function patternTyped(text: string | undefined, { meter, feel }: Chart): Pattern | null {
  if (text === undefined || text === 'held-chords') return null;
  const own = text.includes(':') ? readPattern(text) : null;
  if (own?.ok === false) throw new UsageError(`--rhythm: ${problemText(own.problems[0]!)}`);
  const pattern = own?.value ?? (text === 'usual' ? usualPattern(meter, feel) : patternOf(text));
  const fitting = PATTERNS.filter((one) => fitsMeter(one, meter)).map(({ id }) => id);
  const known = ['held-chords', 'usual', ...fitting].join(', ');
  if (!pattern) throw new UsageError(`--rhythm: there is no ${text} in ${formatMeter(meter)}. There are ${known}`);
  if (!fitsMeter(pattern, meter))
    throw new UsageError(
      `--rhythm: ${text} is for ${formatMeter(pattern.meter)}, the chart is in ${formatMeter(meter)}. There are ${known}`,
    );
  return pattern;
}

function swingTyped(text: string | undefined, { feel, tempo }: Chart): number {
  if (text === undefined) return usualSwing(feel, tempo);
  const swing = Number(text);
  if (!(swing >= STRAIGHT && swing <= MOST_SWING)) throw new UsageError(`--swing takes ${STRAIGHT} to ${MOST_SWING}`);
  return swing;
}

function bassTyped(text: string | undefined, { meter, feel }: Chart): BassWay | null {
  if (text === 'none') return null;
  if (text === undefined) return usualBass(meter, feel);
  const way = BASS_WAYS.find((one) => one === text);
  if (!way) throw new UsageError(`--bassist takes ${BASS_WAYS.join(', ')} or none`);
  return way;
}
