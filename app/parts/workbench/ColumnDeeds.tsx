import { t } from '../../../core/index.ts';
import CallSplit from '@mui/icons-material/CallSplit';
import ChevronLeft from '@mui/icons-material/ChevronLeft';
import ChevronRight from '@mui/icons-material/ChevronRight';
import LayersClearOutlined from '@mui/icons-material/LayersClearOutlined';
import MergeType from '@mui/icons-material/MergeType';
import PushPin from '@mui/icons-material/PushPin';
import PushPinOutlined from '@mui/icons-material/PushPinOutlined';
import RestartAlt from '@mui/icons-material/RestartAlt';
import VolumeUpOutlined from '@mui/icons-material/VolumeUpOutlined';
import IconButton from '@mui/material/IconButton';
import type { ReactNode } from 'react';
import { afterMusic } from '../frame/afterMusic.tsx';
import type { Deeds, Selection } from './selection.ts';
import './workbench.css';

interface DeedProps {
  readonly name: string;
  /** The key that does it, too. */
  readonly keys: string;
  readonly onClick: () => void;
  readonly disabled?: boolean;
  readonly pressed?: boolean;
  readonly children: ReactNode;
}

function Deed({ name, keys, onClick, disabled = false, pressed, children }: DeedProps) {
  return (
    <IconButton
      aria-label={name}
      aria-keyshortcuts={keys}
      aria-pressed={pressed}
      title={`${name} (${keys})`}
      onClick={onClick}
      disabled={disabled}
      className="deed"
    >
      {children}
    </IconButton>
  );
}

/** What can be done with the selected chord; each has its key. */
function Row({ at: { column, here }, deeds }: { readonly at: Selection; readonly deeds: Deeds }) {
  const { decide } = deeds;
  const { decision } = column;
  const grip = here?.grip ?? null;
  /** A part that was made by hand; those of a chord-melody, and of two notes at a time, lie where they must. */
  const isOwnPart = column.part > 0 && column.carry === null && column.small === null;
  return (
    <div className="deeds" role="toolbar" aria-label={t('The chord that stands')}>
      <Deed name={t('Hear it')} keys="H" onClick={() => deeds.hear(grip)} disabled={!grip}>
        <VolumeUpOutlined fontSize="small" />
      </Deed>
      {decision?.voicing ? (
        <Deed name={t('Unpin')} keys="P" onClick={decide.pin} pressed>
          <PushPin fontSize="small" />
        </Deed>
      ) : (
        <Deed name={t('Pin it')} keys="P" onClick={decide.pin} disabled={!grip}>
          <PushPinOutlined fontSize="small" />
        </Deed>
      )}
      {decide.divide && (
        <Deed name={t('Two colours')} keys="D" onClick={decide.divide}>
          <CallSplit fontSize="small" />
        </Deed>
      )}
      {isOwnPart && (
        <>
          <Deed name={t('Earlier')} keys="[" onClick={() => decide.shift(-1)}>
            <ChevronLeft fontSize="small" />
          </Deed>
          <Deed name={t('Later')} keys="]" onClick={() => decide.shift(1)}>
            <ChevronRight fontSize="small" />
          </Deed>
        </>
      )}
      {decide.lift && (
        <Deed name={t('Lift the move')} keys="L" onClick={decide.lift}>
          <LayersClearOutlined fontSize="small" />
        </Deed>
      )}
      {decision && (
        <Deed name={isOwnPart ? t('Join') : t('Let go')} keys="Backspace" onClick={decide.release}>
          {isOwnPart ? <MergeType fontSize="small" /> : <RestartAlt fontSize="small" />}
        </Deed>
      )}
    </div>
  );
}
export const ColumnDeeds = afterMusic(Row);
