import {
  arrangedTake,
  bad,
  hardestChanges,
  hardText,
  parseTune,
  run,
  scoreOf,
  slotTimes,
  solveTake,
  wholeTakes,
} from '../core/index.ts';
import { playing, type PlayingWishes } from './arrange.ts';
import { table } from './table.ts';
import type { Answer, World } from './verb.ts';

/** `hardest FILE`: every change of grip of the take that `arrange` finds, the hardest for the hand first. */
export function hardest(file: string, wishes: PlayingWishes, world: World): Answer {
  const tune = parseTune(world.readText(file));
  if (!tune.ok) return tune;
  const by = playing(tune.value, wishes, world);
  if (!by.ok) return by;
  const { library, session, asked, taste } = by;
  const cells = taste ? run(wholeTakes(session, { ...asked, cells: by.cells, taste }, 1))[0]!.cells : by.cells;
  const { columns, problems } = arrangedTake(run(solveTake(session, { ...asked, cells })));
  const pins = problems.filter(({ code }) => code.startsWith('pin-'));
  if (pins.length > 0) return bad(...pins);
  const score = scoreOf({ chart: asked.chart, open: library.neck.open, columns });
  const found = hardestChanges(
    score,
    columns.map(({ grip }) => grip),
    library.neck,
  );
  const json = found.map((change) => {
    const [before, after] = [columns[change.from]!, columns[change.to]!];
    const { bar, beat } = slotTimes(after.column.slot);
    return {
      bar,
      beat,
      from: before.grip!.grip,
      to: after.grip!.grip,
      fromSymbol: before.column.symbol,
      toSymbol: after.column.symbol,
      neededMs: change.neededMs,
      allowedMs: change.allowedMs,
      difficulty: change.difficulty,
      parts: change.parts,
      reason: hardText(change),
    };
  });
  const rows = json.map(({ bar, beat, fromSymbol, from, toSymbol, to, difficulty, reason }) => [
    bar,
    beat,
    fromSymbol,
    from,
    toSymbol,
    to,
    difficulty,
    reason,
  ]);
  return { json, text: table([['bar', 'beat', 'from', '', 'to', '', 'hard', 'why'], ...rows]) };
}
