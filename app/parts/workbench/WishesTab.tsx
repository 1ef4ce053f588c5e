import { slotKeys, t } from '../../../core/index.ts';
import type { ArrangedTake } from '../../work/questions.ts';
import type { Guitar } from '../neck/layout.ts';
import { Carry } from './Carry.tsx';
import type { hearings } from './hearings.ts';
import { OtherWays } from './OtherWays.tsx';
import { OwnLine } from './OwnLine.tsx';
import { useCarry } from './useCarry.ts';
import { useLine } from './useLine.ts';
import type { useWays } from './useWays.ts';
import { Wishes } from './Wishes.tsx';
import type { Wishing } from './wishing.ts';
import { wishEdits } from './wishEdits.ts';
import { wayPatch } from './columnEdits.ts';

interface WishesTabProps extends Wishing {
  readonly hasMelody: boolean;
  readonly unmet: ArrangedTake['unmet'];
  readonly guitar: Guitar;
  readonly ways: ReturnType<typeof useWays>;
  readonly hearing: ReturnType<typeof hearings>;
}

/** What the player wishes: of the tune on the guitar, of the grips of a span, a line on top of it, and other ways through. */
export function WishesTab({ hasMelody, unmet, guitar, ways, hearing, ...wishing }: WishesTabProps) {
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
        onTake={(way) => arranged && edit(wayPatch(arranged, way.grips), t('another way through the tune'))}
      />
    </>
  );
}
