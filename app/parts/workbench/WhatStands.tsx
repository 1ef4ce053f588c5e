import PushPin from '@mui/icons-material/PushPin';
import VolumeUpOutlined from '@mui/icons-material/VolumeUpOutlined';
import Button from '@mui/material/Button';
import { Suspense } from 'react';
import { caution, musical, readingSentence } from '../../../core/index.ts';
import { afterMusic } from '../frame/afterMusic.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import { later } from '../frame/later.tsx';
import type { BarChanges } from './Changes.tsx';
import type { Deeds, Selection } from './selection.ts';
import type { OptionsTab } from './tabs.ts';
import type { Offered } from './useOffered.ts';
import { WaysOut } from './WaysOut.tsx';
import './workbench.css';

const WhatSounds = later(async () => (await import('./WhatSounds.tsx')).WhatSounds);
const Changes = later(async () => (await import('./Changes.tsx')).Changes);

interface WhatStandsProps {
  readonly at: Selection;
  readonly tab: OptionsTab;
  readonly offered: Offered;
  readonly deeds: Deeds;
  /** Other changes the bar is known with. */
  readonly changes: BarChanges;
}

/** What stands in the column and why, and what can be done with it. */
function Told(props: WhatStandsProps) {
  const { at, tab, offered, deeds, changes } = props;
  const { column, here, said } = at;
  const { decide } = deeds;
  const { slot, decision } = column;
  const grip = here?.grip ?? null;
  const warning = grip && caution(grip.reachMm, grip.difficulty);
  return (
    <>
      {said && (
        <p className="move-made">
          <b>{said.name}</b>: <Glyphs text={said.reason} />
          {said.leans && (
            <em> It leans on what {said.leans === 'next' ? 'followed' : 'came before'}, and that has changed.</em>
          )}
        </p>
      )}
      <p>
        The chart says <Glyphs text={musical(column.plain)} />
        {!slot.reading && '.'}
        {slot.reading && (
          <>
            , <Glyphs text={musical(slot.reading.numeral)} /> in{' '}
            <Glyphs text={musical(`${slot.key.tonic} ${slot.key.mode}`)} />.{' '}
            <Glyphs text={slot.reading.outside ? readingSentence(slot.reading) : ''} />
            {slot.also.length > 0 && <Glyphs text={` Also: ${readingSentence(slot.also[0]!)}`} />}
          </>
        )}
      </p>
      {decision?.voicing?.led && column.chord && grip && (
        <Suspense>
          <WhatSounds chord={column.chord} grip={grip} />
        </Suspense>
      )}
      {changes.alternates.length > 0 && (
        <Suspense>
          <Changes {...changes} />
        </Suspense>
      )}
      {tab === 'colour' && <p>Prices: what the whole way through the tune gains in length, counted in semitones.</p>}
      <div className="side-actions">
        <Button
          size="small"
          variant="outlined"
          startIcon={<VolumeUpOutlined />}
          onClick={() => deeds.hear(grip)}
          disabled={!grip}
          title="Between the chords before and after it"
        >
          Hear it
        </Button>
        {decision?.voicing ? (
          <Button size="small" variant="outlined" startIcon={<PushPin />} onClick={decide.pin}>
            Unpin
          </Button>
        ) : (
          <Button size="small" variant="outlined" onClick={decide.pin} disabled={!grip}>
            Pin it
          </Button>
        )}
        {decision && (
          <Button size="small" variant="outlined" onClick={decide.release}>
            {column.part > 0 ? 'Join' : 'Let go'}
          </Button>
        )}
        {column.part > 0 && (
          <>
            <Button size="small" variant="outlined" onClick={() => decide.shift(-1)}>
              Earlier
            </Button>
            <Button size="small" variant="outlined" onClick={() => decide.shift(1)}>
              Later
            </Button>
          </>
        )}
        {decide.lift && (
          <Button size="small" variant="outlined" onClick={decide.lift}>
            Lift the move
          </Button>
        )}
        {tab === 'colour' && decide.divide && (
          <Button size="small" variant="outlined" onClick={decide.divide}>
            Two colours
          </Button>
        )}
      </div>
      {warning && <p className="caution">{warning}</p>}
      {(tab === 'grip' || warning) && (
        <WaysOut easier={offered.easier} onPeek={offered.setPeek} onChoose={decide.pinTo} />
      )}
    </>
  );
}
export const WhatStands = afterMusic(Told);
