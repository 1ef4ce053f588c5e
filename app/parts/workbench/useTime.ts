import { useMemo } from 'react';
import { usualBass, usualSwing, type BassWay, type Chart, type PlaysAlong } from '../../../core/index.ts';
import { useRemembered } from '../../keep/remembered.ts';

/** How a tune is listened to: who plays along, how it swings, how fast, from where to where. Remembered for each tune. */
export interface Listening {
  /** Null: as is usual in the meter and feel. */
  readonly bass: BassWay | 'none' | null;
  readonly brushes: boolean;
  /** Null: as is usual at the tempo. */
  readonly swing: number | null;
  /** In hundredths of the tempo. */
  readonly rate: number;
  readonly countIn: boolean;
  /** Whether what is selected (the tune, where it is one chord) is played again and again. */
  readonly loop: boolean;
}
const AT_FIRST: Listening = { bass: 'none', brushes: false, swing: null, rate: 100, countIn: false, loop: false };

/** The same, with what it comes to. */
export function useTime(tuneId: string, { meter, feel, tempo }: Pick<Chart, 'meter' | 'feel' | 'tempo'>) {
  const [listening, setListening] = useRemembered<Listening>(`time.${tuneId}`, AT_FIRST);
  const { bass, brushes, swing, rate } = listening;
  const heardSwing = swing ?? usualSwing(feel, (tempo * rate) / 100);
  const along = useMemo(
    (): PlaysAlong => ({
      bass: bass === 'none' ? null : (bass ?? usualBass(meter, feel)),
      brushes,
      swing: heardSwing,
    }),
    [bass, brushes, heardSwing, meter, feel],
  );
  return { listening, setListening, swing: heardSwing, along };
}
