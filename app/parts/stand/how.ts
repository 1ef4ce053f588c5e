import { useMemo } from 'react';
import {
  usualBass,
  USUAL_LADDER,
  type Chart,
  type LadderHow,
  type PlaysAlong,
  type PracticeClick,
  type PracticeWay,
} from '../../../core/index.ts';
import { useRemembered } from '../../keep/remembered.ts';

/** How one practises at the stand, remembered by this browser. */
export interface StandHow {
  readonly ladder: LadderHow;
  readonly way: PracticeWay;
  readonly click: PracticeClick;
  /** Whether the guitar is heard as it should sound, and the band. */
  readonly guitar: boolean;
  readonly band: boolean;
  /** Whom the listening ear hears. */
  readonly ear: 'off' | 'simulated' | 'microphone';
}
const AT_FIRST: StandHow = { ladder: USUAL_LADDER, way: 'both', click: 'beats', guitar: true, band: false, ear: 'off' };

export function useStandHow() {
  const [kept, setHow] = useRemembered<Partial<StandHow>>('stand-how', AT_FIRST);
  return [{ ...AT_FIRST, ...kept }, setHow] as const;
}

/** Who plays along at the stand: bass and brushes, where the band is wanted; they keep to the tempo of the ladder. */
export function useStandBand({ meter, feel }: Pick<Chart, 'meter' | 'feel'>, band: boolean, swing: number): PlaysAlong {
  return useMemo(
    () => ({ bass: band ? usualBass(meter, feel) : null, brushes: band, swing }),
    [meter, feel, band, swing],
  );
}
