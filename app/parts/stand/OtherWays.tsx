import { useState } from 'react';
import {
  turnsOf,
  type Area,
  type Key,
  type KeyOrder,
  type PlaysAlong,
  type Practised,
  type Turns,
} from '../../../core/index.ts';
import { useRemembered } from '../../keep/remembered.ts';
import { Choice } from '../frame/Choice.tsx';
import type { Guitar } from '../neck/layout.ts';
import type { Job } from '../../work/questions.ts';
import type { AtStand } from './at-stand.ts';
import { TurnsStand } from './TurnsStand.tsx';
import type { StandPiece } from './useStandPiece.ts';
import { areaText, keyText, useAreas, useInArea, useInKey, useKeys } from './useTurnPiece.ts';

interface OfPassage extends AtStand {
  readonly what: Practised & { kind: 'passage' };
  readonly piece: StandPiece;
  readonly job: Job;
  readonly along: PlaysAlong;
  readonly tempo: number;
  readonly guitar: Guitar;
}

const ORDERS: readonly (readonly [KeyOrder, string])[] = [
  ['fourths', 'by fourths'],
  ['half-steps', 'by half steps'],
  ['drawn', 'drawn'],
];

/** A passage through twelve keys. */
export function KeysStand({ what, piece, job, tempo, guitar, ...stand }: Omit<OfPassage, 'along'>) {
  const [order, setOrder] = useRemembered<KeyOrder>('key-order', 'fourths');
  const { move, keys } = useKeys(piece, job, order, what.title);
  const [kept, setTurns] = useState<{ readonly of: readonly Key[]; readonly turns: Turns<Key> } | null>(null);
  const turns = kept?.of === keys ? kept.turns : turnsOf(keys);
  const inKey = useInKey(move, turns.queue[0] ?? null, job, tempo);
  return (
    <TurnsStand
      {...stand}
      piece={piece.gone === null ? inKey : piece}
      guitar={guitar}
      turns={turns}
      onTurns={(next) => setTurns({ of: keys, turns: next })}
      named={keyText}
      tools={
        turns.clean.length === 0 && (
          <Choice label="Through the keys" choices={ORDERS} value={order} onChoose={setOrder} />
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
