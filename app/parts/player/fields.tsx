import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useState, type ReactNode } from 'react';
import { problemText, readPlayer, type Player, type PlayerField } from '../../../core/index.ts';

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

/** A setting written as text: taken over on Enter or on leaving, once it is right; else it says what would be. */
export function Draft({ player, onChange, field, label, write, read, hint, inputMode = 'text', width }: DraftProps) {
  const stands = write(player);
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? stands;
  const fault = draft === null ? null : faultOf(player, { [field]: read(draft) });
  const take = () => {
    if (draft === null || fault !== null) return;
    const whole = readPlayer({ ...player, [field]: read(draft) });
    if (whole.ok) onChange({ [field]: whole.value[field] });
    setDraft(null);
  };
  return (
    <TextField
      size="small"
      label={label}
      value={text}
      error={fault !== null}
      helperText={fault ?? hint ?? ' '}
      onChange={({ target }) => setDraft(target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === 'Enter') take();
        if (event.key === 'Escape') setDraft(null);
      }}
      slotProps={{ htmlInput: { inputMode, spellCheck: false } }}
      sx={{ width: width ?? 176 }}
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

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly choices: readonly (readonly [T, string])[];
  readonly onChoose: (value: T) => void;
  readonly children?: ReactNode;
}

/** One of a few. */
export function Choice<T extends string>({ label, value, choices, onChoose, children }: ChoiceProps<T>) {
  return (
    <div className="setting">
      <span className="setting-label">{label}</span>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={value}
        aria-label={label}
        onChange={(_, next: T | null) => next !== null && onChoose(next)}
      >
        {choices.map(([id, name]) => (
          <ToggleButton key={id} value={id}>
            {name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {children}
    </div>
  );
}

interface SeveralProps<T extends number> {
  readonly label: string;
  readonly all: readonly (readonly [T, string])[];
  /** Those that are in use. */
  readonly on: readonly T[];
  readonly onToggle: (on: T[]) => void;
  readonly children?: ReactNode;
}

/** Any of a few, at least one. */
export function Several<T extends number>({ label, all, on, onToggle, children }: SeveralProps<T>) {
  return (
    <div className="setting">
      <span className="setting-label">{label}</span>
      <ToggleButtonGroup
        size="small"
        value={[...on]}
        aria-label={label}
        onChange={(_, next: T[]) => next.length > 0 && onToggle(next)}
      >
        {all.map(([id, name]) => (
          <ToggleButton key={id} value={id}>
            {name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {children}
    </div>
  );
}

/** On or off. */
export function Flag({ label, on, onChange }: { label: string; on: boolean; onChange: (on: boolean) => void }) {
  return <FormControlLabel control={<Switch checked={on} onChange={(_, next) => onChange(next)} />} label={label} />;
}
