import { useState, type ReactNode } from 'react';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { keptMoveOf, t } from '../../../core/index.ts';
import { useOwnMoves, type KeptMovesLoaded } from '../../keep/kept-moves.ts';
import { Notice } from '../frame/Notice.tsx';
import type { KeepSheetProps } from './KeepSheet.tsx';

/** Kept moves on the bench: what is selected becomes one, and what is used is counted. */
export function useKeeping(tuneId: string, loaded: KeptMovesLoaded) {
  const moves = useOwnMoves(loaded);
  const [isOpen, setOpen] = useState(false);
  const [kept, setKept] = useState<{ readonly id: string; readonly name: string } | null>(null);
  const close = () => setOpen(false);
  const notice: ReactNode = (
    <Notice
      open={kept !== null}
      goes
      message={kept && t('“{name}” is kept: it fits in any key.', { name: kept.name })}
      action={
        kept && (
          <Button size="small" color="inherit" component={Link} to={`/moves?move=${kept.id}&tune=${tuneId}`}>
            {t('See it')}
          </Button>
        )
      }
      onClose={() => setKept(null)}
    />
  );
  return {
    moves,
    isOpen,
    open: () => setOpen(true),
    sheet: (take: KeepSheetProps['take'], from: number, to: number): KeepSheetProps => ({
      ...{ take, from, to, moves },
      onKept: (id, name) => setKept({ id, name }),
      onClose: close,
    }),
    /** Counts a kept move that was made in the tune. */
    countUse(made: string): void {
      const id = keptMoveOf(made);
      if (id !== null) moves.countUse(id);
    },
    notice,
  };
}
