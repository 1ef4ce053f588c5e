import { t, type Msg } from '../../../core/index.ts';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import type { ReactNode } from 'react';

interface OfFewProps<T> {
  readonly label: string;
  readonly choices: readonly (readonly [T, string | Msg])[];
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
            {t(name)}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {children}
    </div>
  );
}
