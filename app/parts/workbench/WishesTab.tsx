import {
  slotKeys,
  type ArrangedColumn,
  type Column,
  type Decision,
  type Decisions,
  type NoteNames,
  type Patch,
  type ReadSlot,
} from '../../../core/index.ts';
import type { ArrangedTake, Solved } from '../../work/questions.ts';
import type { Guitar } from '../neck/layout.ts';
import { Carry } from './Carry.tsx';
import type { hearings } from './hearings.ts';
import { OtherWays } from './OtherWays.tsx';
import { OwnLine } from './OwnLine.tsx';
import { useCarry } from './useCarry.ts';
import { useLine } from './useLine.ts';
import type { useWays } from './useWays.ts';
import { Wishes } from './Wishes.tsx';
import { wishEdits } from './wishEdits.ts';
import { wayPatch } from './columnEdits.ts';

/** What is selected on the bench, how it stands, and how it is changed. */
export interface Wishing {
  readonly tuneId: string;
  readonly columns: readonly Column[];
  readonly arranged: readonly ArrangedColumn[] | null;
  readonly slots: readonly ReadSlot[];
  readonly barIds: readonly string[];
  readonly cells: Decisions;
  readonly from: number;
  readonly to: number;
  /** What is selected, in words. */
  readonly place: string;
  readonly solved: Solved;
  readonly edit: (patch: Patch<Decision>, label: string) => void;
}

interface WishesTabProps extends Wishing {
  readonly hasMelody: boolean;
  readonly unmet: ArrangedTake['unmet'];
  readonly guitar: Guitar;
  readonly noteNames: NoteNames;
  readonly ways: ReturnType<typeof useWays>;
  readonly hearing: ReturnType<typeof hearings>;
}

/** What the player wishes: of the tune on the guitar, of the grips of a span, a line on top of it, and other ways through. */
export function WishesTab({ hasMelody, unmet, guitar, noteNames, ways, hearing, ...wishing }: WishesTabProps) {
  const { tuneId, columns, arranged, slots, barIds, cells, from, to, place, edit } = wishing;
  const keys = slotKeys(slots, barIds);
  const carry = useCarry({ ...wishing, keys });
  const line = useLine({ ...wishing, keys, hear: hearing.span });
  const wished = wishEdits(columns.slice(from, to + 1), cells, place, edit);
  return (
    <>
      {hasMelody && <Carry {...carry} tuneId={tuneId} />}
      <Wishes
        manner={wished.manner}
        onManner={wished.comp}
        column={columns[from]!}
        beginning={wished.beginning}
        unmet={unmet.map(({ column: at, wish, hard }) => ({ bar: columns[at]?.slot.bar ?? 0, wish, hard }))}
        guitar={guitar}
        noteNames={noteNames}
        onWish={wished.wish}
        onDrop={wished.drop}
      />
      <OwnLine {...line} />
      <OtherWays
        asked={ways.asked}
        onAsk={ways.ask}
        ways={ways.ways}
        onPeek={ways.peek}
        onHear={hearing.way}
        onTake={(way) => arranged && edit(wayPatch(arranged, way.grips), 'another way through the tune')}
      />
    </>
  );
}
