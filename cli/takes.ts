import {
  ANY_TASTE,
  arrangedTake,
  bad,
  figuresText,
  NothingToTake,
  prepareTake,
  problem,
  run,
  solveTake,
  takeFiguresText,
  takeText,
  waysOf,
  wholeTakes,
  type JointTaste,
  type WholeTake,
  parseTune,
} from '../core/index.ts';
import { candidatesOf, playing, slotsOf, type PlayingWishes } from './arrange.ts';
import { table } from './table.ts';
import { UsageError, type Answer, type World } from './verb.ts';

interface TakesWishes extends PlayingWishes {
  readonly takes?: string | undefined;
}

const MOST = 9;

/** `takes FILE`: whole takes, chords, grips and connection chosen together, the best first. */
export function takes(file: string, wishes: TakesWishes, world: World): Answer {
  if (wishes.plain || wishes.only !== undefined)
    throw new UsageError('takes choose chords: leave out --plain and --only');
  const count = wishes.takes === undefined ? 3 : Number(wishes.takes);
  if (!Number.isInteger(count) || count < 1 || count > MOST) throw new UsageError(`--takes takes 1 to ${MOST}`);
  const tune = parseTune(world.readText(file));
  if (!tune.ok) return tune;
  const by = playing(tune.value, wishes, world);
  if (!by.ok) return by;
  const { session, asked, library } = by;
  const taste: JointTaste = by.taste ?? {
    ...ANY_TASTE,
    stray: 3,
    melodyFirst: wishes['melody-first'] ?? false,
    rings: library.neck.open,
  };
  let found: readonly WholeTake[];
  try {
    found = run(wholeTakes(session, { ...asked, cells: by.cells, taste }, count));
  } catch (error) {
    if (!(error instanceof NothingToTake)) throw error;
    return bad(problem('nothing-to-take', {}));
  }
  const arranged = found.map((take) => arrangedTake(run(solveTake(session, { ...asked, cells: take.cells }))));
  const names = found.map((take) => takeText(take));
  const spans = wishes.candidates
    ? realisations(waysOf(prepareTake(session, { ...asked, cells: by.cells }), taste))
    : null;
  const json = found.map(({ cost, harmony, stray, agreesWith }, i) => ({
    name: names[i],
    columns: slotsOf(arranged[i]!),
    figures: arranged[i]!.figures,
    cost,
    terms: { ...arranged[i]!.terms, ...harmony },
    stray,
    agreesWith,
    ...(spans && { spans }),
  }));
  function realisations(ways: ReturnType<typeof waysOf>) {
    const starts = [...new Set(ways.map(({ start, end }) => `${start} ${end}`))];
    return starts.map((span) => {
      const of = ways.filter(({ start, end }) => `${start} ${end}` === span);
      const { bar, entry } = of[0]!.columns[0]!.slot;
      return {
        bar,
        beat: entry.beat,
        realisations: of.map(({ proposal, columns }) => ({
          move: proposal?.move.id ?? null,
          columns: columns.map(({ chord, symbol, slot }) => ({
            symbol,
            beats: slot.entry.beats,
            grips: candidatesOf(chord, library).map(({ grip }) => grip),
          })),
        })),
      };
    });
  }
  const text = found
    .map((take, i) => {
      const rows = json[i]!.columns.map(({ bar, beat, plain, symbol, move, grip, movement }) => [
        bar,
        beat,
        plain,
        symbol,
        move,
        grip,
        movement,
      ]);
      return (
        `take ${i + 1}: ${names[i]}\n${takeFiguresText(take)}, costs ${take.cost}\n` +
        table([['bar', 'beat', 'chart', 'chord', 'move', 'grip', 'moved'], ...rows]) +
        `${figuresText(arranged[i]!.figures)}\n`
      );
    })
    .join('\n');
  const fewer = found.length < count ? '\nThere are no more that differ in a quarter of the beats.\n' : '';
  return { json, text: text + fewer };
}
