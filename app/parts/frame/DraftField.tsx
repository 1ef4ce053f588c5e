import TextField from '@mui/material/TextField';
import { useState, type ReactNode } from 'react';

interface DraftFieldProps {
  readonly label: string;
  /** What stands. */
  readonly value: string;
  readonly hint?: ReactNode;
  /** What is wrong with a text, in words, or null. */
  readonly faultOf: (text: string) => string | null;
  readonly onTake: (text: string) => void;
  readonly inputMode?: 'numeric' | 'text';
  readonly width?: number | string;
}

/** Text taken over on Enter or on leaving, once it is right; else it says what would be. Escape puts back what stood. */
export function DraftField({ label, value, hint, faultOf, onTake, inputMode = 'text', width }: DraftFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const fault = draft === null ? null : faultOf(draft);
  const take = () => {
    if (draft === null || fault !== null) return;
    onTake(draft);
    setDraft(null);
  };
  return (
    <TextField
      size="small"
      label={label}
      value={draft ?? value}
      error={fault !== null}
      helperText={fault ?? hint ?? ' '}
      onChange={({ target }) => setDraft(target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === 'Enter') take();
        if (event.key === 'Escape') setDraft(null);
      }}
      slotProps={{ htmlInput: { inputMode, spellCheck: false } }}
      {...(width !== undefined && { sx: { width } })}
    />
  );
}
