import { useMemo } from 'react';
import {
  usualBass,
  usualSwing,
  type BassWay,
  type Chart,
  type ClickWay,
  type PlaysAlong,
} from '../../../core/index.ts';
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
  /** Heard so many semitones higher than it is played. */
  readonly shift: number;
  readonly click: ClickWay;
  readonly countIn: boolean;
  /** Whether what is selected (the tune, where it is one chord) is played again and again. */
  readonly loop: boolean;
}
const AT_FIRST: Listening = {
  bass: 'none',
  brushes: false,
  swing: null,
  rate: 100,
  shift: 0,
  click: 'beats',
  countIn: false,
  loop: false,
};

/** The same, with what it comes to. */
export function useTime(tuneId: string, { meter, feel, tempo }: Pick<Chart, 'meter' | 'feel' | 'tempo'>) {
  const [kept, setListening] = useRemembered<Partial<Listening>>(`time.${tuneId}`, AT_FIRST);
  // What was remembered before there was more to set is without it.
  const listening = useMemo((): Listening => ({ ...AT_FIRST, ...kept }), [kept]);
  const { bass, brushes, click, swing, rate } = listening;
  const heardSwing = swing ?? usualSwing(feel, (tempo * rate) / 100);
  const along = useMemo(
    (): PlaysAlong => ({
      bass: bass === 'none' ? null : (bass ?? usualBass(meter, feel)),
      brushes,
      click,
      swing: heardSwing,
    }),
    [bass, brushes, click, heardSwing, meter, feel],
  );
  return { listening, setListening, swing: heardSwing, along };
}
