import { useMemo, useState } from 'react';
import {
  turnsOf,
  type Area,
  type Key,
  type KeptMove,
  type KeyOrder,
  type PlaysAlong,
  type Practised,
  type Turns,
  msg,
  t,
  type Msg,
} from '../../../core/index.ts';
import type { KeptMovesLoaded } from '../../keep/kept-moves.ts';
import { useKeptMoves } from '../../keep/library.ts';
import { usePlayer, type KeptPlayer } from '../../keep/player.ts';
import { useRemembered } from '../../keep/remembered.ts';
import { Choice } from '../frame/Choice.tsx';
import type { Guitar } from '../neck/layout.ts';
import type { Job } from '../../work/questions.ts';
import type { AtStand } from './at-stand.ts';
import { Gone } from './Gone.tsx';
import { TurnsStand } from './TurnsStand.tsx';
import type { StandPiece } from './useStandPiece.ts';
import {
  areaText,
  keyText,
  useAreas,
  useInArea,
  useInKey,
  usePassageMove,
  useTwelveKeys,
  type Voicing,
} from './useTurnPiece.ts';

interface OfPassage extends AtStand {
  readonly what: Practised & { kind: 'passage' };
  readonly piece: StandPiece;
  readonly job: Job;
  readonly along: PlaysAlong;
  readonly tempo: number;
  readonly guitar: Guitar;
}

const ORDERS: readonly (readonly [KeyOrder, Msg])[] = [
  ['fourths', msg('by fourths')],
  ['half-steps', msg('by half steps')],
  ['drawn', msg('drawn')],
];

/** A passage through twelve keys, from the tune's own on. */
export function KeysStand({ what, piece, job, tempo, guitar, ...stand }: Omit<OfPassage, 'along'>) {
  const move = usePassageMove(piece, job, what.title);
  const home = piece.read?.chart.key.tonic ?? 'C';
  if (piece.gone !== null) return <Gone {...stand} words={piece.gone} />;
  return <ByKeys {...stand} move={move} home={home} of={job} tempo={tempo} guitar={guitar} />;
}

interface MoveStandProps extends AtStand {
  readonly what: Practised & { kind: 'move' };
  readonly moves: KeptMovesLoaded;
  readonly kept: KeptPlayer;
  readonly guitar: Guitar;
}
const MOVE_TEMPO = 100;
const NOTHING_BANISHED: Voicing['banished'] = [];

/** A kept move through twelve keys. */
export function MoveStand({ what, moves, kept, guitar, ...stand }: MoveStandProps) {
  const player = usePlayer(kept.settings.cells);
  const library = useKeptMoves(moves);
  const found = library.all.find(({ id }) => id === what.id);
  const of = useMemo((): Voicing => ({ player, manner: null, banished: NOTHING_BANISHED }), [player]);
  const move = found?.move ?? t('The move “{name}” is not kept any more.', { name: what.name });
  return <ByKeys {...stand} move={move} home="C" of={of} tempo={MOVE_TEMPO} guitar={guitar} />;
}

interface ByKeysProps extends AtStand {
  /** In words: why there is none; null: not yet. */
  readonly move: KeptMove | string | null;
  readonly home: string;
  readonly of: Voicing;
  readonly tempo: number;
  readonly guitar: Guitar;
}

function ByKeys({ move, home, of, tempo, guitar, ...stand }: ByKeysProps) {
  const [order, setOrder] = useRemembered<KeyOrder>('key-order', 'fourths');
  const keys = useTwelveKeys(typeof move === 'object' && move ? move.mode : 'major', home, order);
  const [kept, setTurns] = useState<{ readonly of: readonly Key[]; readonly turns: Turns<Key> } | null>(null);
  const turns = kept?.of === keys ? kept.turns : turnsOf(keys);
  const piece = useInKey(move, turns.queue[0] ?? null, of, tempo);
  return (
    <TurnsStand
      {...stand}
      piece={piece}
      guitar={guitar}
      turns={turns}
      onTurns={(next) => setTurns({ of: keys, turns: next })}
      named={keyText}
      tools={
        turns.clean.length === 0 && (
          <Choice label={t('Through the keys')} choices={ORDERS} value={order} onChoose={setOrder} />
        )
      }
    />
  );
}

/** A passage in one area of the neck after another. */
export function AreasStand({ piece, job, along, guitar, ...stand }: Omit<OfPassage, 'tempo' | 'what'>) {
  const areas = useAreas(job);
  const [turns, setTurns] = useState<Turns<Area>>(() => turnsOf(areas));
  const inArea = useInArea(piece, job, along, turns.queue[0] ?? null);
  return (
    <TurnsStand
      {...stand}
      piece={piece.gone === null ? inArea : piece}
      guitar={guitar}
      turns={turns}
      onTurns={setTurns}
      named={areaText}
    />
  );
}
