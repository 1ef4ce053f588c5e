import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
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

interface OfFewProps<T> {
  readonly label: string;
  readonly choices: readonly (readonly [T, string])[];
  /** What it means, in a line. */
  readonly children?: ReactNode;
}

interface ChoiceProps<T> extends OfFewProps<T> {
  readonly value: T;
  readonly onChoose: (value: T) => void;
}

/** One of a few. */
export function Choice<T extends string>({ value, onChoose, ...few }: ChoiceProps<T>) {
  return <OfFew {...few} exclusive value={value} onChange={(next) => next !== null && onChoose(next as T)} />;
}

interface SeveralProps<T> extends OfFewProps<T> {
  /** Those that are in use. */
  readonly on: readonly T[];
  readonly onToggle: (on: T[]) => void;
}

/** Any of a few, at least one. */
export function Several<T extends number>({ on, onToggle, ...few }: SeveralProps<T>) {
  return <OfFew {...few} value={on} onChange={(next) => (next as T[]).length > 0 && onToggle(next as T[])} />;
}

interface ButtonsProps extends OfFewProps<string | number> {
  readonly exclusive?: boolean;
  readonly value: unknown;
  readonly onChange: (next: unknown) => void;
}

function OfFew({ label, choices, children, exclusive = false, value, onChange }: ButtonsProps) {
  return (
    <div className="setting">
      <span className="setting-label">{label}</span>
      <ToggleButtonGroup
        exclusive={exclusive}
        size="small"
        value={value}
        aria-label={label}
        onChange={(_, next: unknown) => onChange(next)}
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

/** On or off. */
export function Flag({ label, on, onChange }: { label: string; on: boolean; onChange: (on: boolean) => void }) {
  return <FormControlLabel control={<Switch checked={on} onChange={(_, next) => onChange(next)} />} label={label} />;
}
