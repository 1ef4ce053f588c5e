import Button from '@mui/material/Button';
import { useState } from 'react';
import {
  asChord,
  asChordText,
  formatFrets,
  symbolOf,
  type Chord,
  type Frets,
  type Grip,
  type Sounding,
  t,
} from '../../../core/index.ts';
import type { Guitar } from '../neck/layout.ts';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import { Grips } from '../workbench/Grips.tsx';
import type { GripList } from '../workbench/useGripList.ts';
import './grips.css';

interface ChordSideProps {
  readonly chord: Chord;
  /** What is on the neck, and what of it sounds; null: nothing. */
  readonly frets: Frets;
  readonly sounding: Sounding | null;
  readonly list: GripList;
  readonly guitar: Guitar;
  readonly area: readonly [number, number] | null;
  readonly onShow: (frets: Frets) => void;
  readonly onHear: (grip: Grip) => void;
  readonly onClose: () => void;
}

/** What lacks more of a chord is not heard as it. */
const MOST_MISSED = 2;

/** Every grip of a chord that was asked for, and what the grip in hand is as that chord. */
export function ChordSide({ chord, frets, sounding, list, guitar, area, onShow, onHear, onClose }: ChordSideProps) {
  const [trying, setTrying] = useState(-1);
  const job = sounding && asChord(chord, sounding);
  return (
    <>
      <div className="grips-names-head">
        <h2>
          {t('Grips of')} <ChordSymbol symbol={symbolOf(chord)} />
        </h2>
        {job && job.without.length <= MOST_MISSED && (
          <p className="grips-job">
            {t('In hand:')} <Glyphs text={asChordText(chord, job)} />
          </p>
        )}
        <Button size="small" variant="outlined" onClick={onClose}>
          {t('Back to the names')}
        </Button>
      </div>
      <div className="side-panel">
        <Grips
          chord={chord}
          stands={{ frets, grip: formatFrets(frets) }}
          list={list}
          guitar={guitar}
          area={area}
          trying={trying}
          onTry={setTrying}
          onKeep={(row) => {
            const one = list.at(row);
            if (one) onShow(one.grip.frets);
          }}
          onHear={onHear}
        />
      </div>
    </>
  );
}
