import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import {
  applyPatch,
  retuned,
  retunedText,
  type BarNotes,
  type Chart,
  type MelodyCells,
  type Patch,
  type Pitched,
  type SungNote,
  t,
} from '../../../core/index.ts';
import { Notice } from '../frame/Notice.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';

interface Kept {
  readonly cells: MelodyCells;
  readonly edit: (patch: Patch<BarNotes>) => void;
}

/** Gives a note of the melody another pitch, from the bench; a notice says so, and takes it back. */
export function useRetune(
  chart: Chart,
  barIds: readonly string[],
  { cells, edit }: Kept,
): readonly [retune: (note: SungNote, sound: Pitched) => void, notice: ReactNode] {
  const [made, setMade] = useState<{ readonly said: string; readonly back: Patch<BarNotes> } | null>(null);
  const close = () => setMade(null);
  const retune = (note: SungNote, sound: Pitched) => {
    const patch = retuned(chart, barIds, cells, note, sound);
    setMade({ said: retunedText(note, sound), back: applyPatch(cells, patch).inverse });
    edit(patch);
  };
  const undo = () => {
    if (made) edit(made.back);
    close();
  };
  const notice = (
    <Notice
      open={made !== null}
      goes
      onClose={close}
      message={made && <Glyphs text={made.said} />}
      action={
        <Button size="small" color="secondary" onClick={undo}>
          {t('Undo')}
        </Button>
      }
    />
  );
  return [retune, notice];
}
