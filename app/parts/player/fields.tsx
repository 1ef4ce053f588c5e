import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import type { ReactNode } from 'react';
import { problemText, readPlayer, type Player, type PlayerField } from '../../../core/index.ts';
import { DraftField } from '../frame/DraftField.tsx';

/** What every setting works on. */
export interface Settings {
  readonly player: Player;
  readonly onChange: (patch: Partial<Player>) => void;
}

/** What is wrong with a change, in words, or null. */
function faultOf(player: Player, patch: Readonly<Record<string, unknown>>): string | null {
  const read = readPlayer({ ...player, ...patch });
  return read.ok ? null : read.problems.map(problemText).join(' ');
}

interface DraftProps extends Settings {
  readonly field: PlayerField;
  readonly label: string;
  /** The setting as text, and text as the setting; what it makes of nonsense is refused with a reason. */
  readonly write: (player: Player) => string;
  readonly read: (text: string) => unknown;
  readonly hint?: ReactNode;
  readonly inputMode?: 'numeric' | 'text';
  readonly width?: number | string;
}

/** A setting written as text. */
export function Draft({ player, onChange, field, write, read, width = 176, ...shown }: DraftProps) {
  return (
    <DraftField
      {...shown}
      width={width}
      value={write(player)}
      faultOf={(text) => faultOf(player, { [field]: read(text) })}
      onTake={(text) => {
        const whole = readPlayer({ ...player, [field]: read(text) });
        if (whole.ok) onChange({ [field]: whole.value[field] });
      }}
    />
  );
}

/** A number setting; nonsense stays what it is, and is refused by name. */
export function NumberDraft(
  props: Omit<DraftProps, 'write' | 'read'> & { readonly field: 'reach' | 'scaleLength' | 'highestFret' | 'capo' },
) {
  return (
    <Draft
      {...props}
      inputMode="numeric"
      width={props.width ?? 132}
      write={(player) => String(player[props.field])}
      read={(text) => (text.trim() === '' || Number.isNaN(Number(text)) ? text : Number(text))}
    />
  );
}

/** On or off. */
export function Flag({ label, on, onChange }: { label: string; on: boolean; onChange: (on: boolean) => void }) {
  return <FormControlLabel control={<Switch checked={on} onChange={(_, next) => onChange(next)} />} label={label} />;
}
