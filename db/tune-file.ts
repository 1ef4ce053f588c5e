import { randomUUID } from 'node:crypto';
import {
  barName,
  keptMoveDoc,
  keptMoveId,
  melodyIn,
  mergedMoves,
  parseChart,
  partsOfTune,
  readKeptMove,
  readPlayer,
  tuningKey,
  withBarsCalled,
  writeMelody,
  type Decisions,
  type FileTake,
  type NamedMove,
  type TuneFile,
} from '../core/index.ts';
import { editHere } from './edits.ts';
import { getMoves, MOVES } from './kept-moves.ts';
import type { Db } from './open.ts';
import { playerFor } from './players.ts';
import { createTake, listTakes, nameTake } from './takes.ts';
import { createTune, getTune, type Tune } from './tunes.ts';

/** A tune with its takes as a file has it; null: there is none, or its chart was never finished. */
export function tuneOut(db: Db, id: string): TuneFile | null {
  const tune = getTune(db, id);
  const chart = parseChart(tune?.doc.good ?? '');
  if (!tune || !chart.ok) return null;
  const { good, bars } = tune.doc;
  const barIds = bars.map((bar) => bar.id);
  const melody = melodyIn(tune.melody?.notes ?? [], barIds, chart.value.bars);
  const called = new Map(barIds.map((barId, i) => [barId, barName(chart.value.bars[i]!.number)]));
  const takes = listTakes(db, id).map(({ name, about, doc }): FileTake => ({
    name,
    about,
    // What was decided for bars that are gone has no place beside its chart.
    cells: withBarsCalled(doc.cells, (bar) => called.get(bar)),
  }));
  const player = readPlayer(playerFor(db, tune).cells);
  return {
    text: melody.length === 0 ? good : `${good.trimEnd()}\n\n${writeMelody(chart.value, melody)}`,
    guitar: player.ok ? { tuning: tuningKey(player.value.tuning), capo: player.value.capo } : null,
    takes,
    moves: movesIn(db, takes),
  };
}

/** The kept moves of one's own that takes use. */
function movesIn(db: Db, takes: readonly FileTake[]): readonly NamedMove[] {
  const used = new Set(
    takes.flatMap(({ cells }) => Object.values(cells).flatMap((one) => (one.layer === 'move' ? [one.id] : []))),
  );
  return ownMoves(db).filter(({ id }) => used.has(keptMoveId(id)));
}

const ownMoves = (db: Db): readonly NamedMove[] =>
  Object.entries(getMoves(db).cells).flatMap(([id, doc]) => {
    const read = readKeptMove(doc);
    return read.ok ? [{ id, move: read.value }] : [];
  });

/** Puts a tune of a file on the shelf, with its takes, and its moves among one's own. */
export function tuneIn(db: Db, { text, takes, moves }: Omit<TuneFile, 'guitar'>): Tune {
  return db.transaction((tx) => {
    const [first, ...further] = takes;
    const chart = parseChart(partsOfTune(text).chartText);
    const inBars = (cells: Decisions, barIds: readonly string[]): Decisions => {
      const numbers = chart.ok ? chart.value.bars.map(({ number }) => barName(number)) : [];
      const ids = new Map(numbers.map((called, i) => [called, barIds[i]]));
      return withBarsCalled(cells, (bar) => ids.get(bar));
    };
    const made = createTune(tx, text, {
      cells: (bars) =>
        first
          ? inBars(
              first.cells,
              bars.map(({ id }) => id),
            )
          : {},
    });
    const { id: tuneId, doc } = made;
    if (first) nameTake(tx, listTakes(tx, tuneId)[0]!.id, first);
    const barIds = doc.bars.map(({ id }) => id);
    for (const { name, about, cells } of further)
      createTake(tx, {
        ...{ tuneId, name, about, parentId: null, now: Date.now() },
        doc: { schema: 2, cells: inBars(cells, barIds) },
      });
    const { added } = mergedMoves(ownMoves(tx), moves, randomUUID);
    if (added.length > 0) editHere(tx, MOVES, Object.fromEntries(added.map(({ id, move }) => [id, keptMoveDoc(move)])));
    return made;
  });
}
