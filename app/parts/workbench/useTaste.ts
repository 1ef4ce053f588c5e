import { useMemo } from 'react';
import { STYLES, type Style } from '../../../core/index.ts';
import { useCells, type KeptCells } from '../../keep/cells.ts';
import { DEFAULT_TASTE, type MovesTaste } from './Moves.tsx';

/** The styles there are, and how moves are chosen in a tune; both kept with the tunes. */
export function useTaste(tuneId: string, keptStyles: KeptCells, keptTaste: KeptCells) {
  const [ownCells, editStyles] = useCells('setting:styles', keptStyles, 'a style of your own');
  const [tasteCells, editTaste] = useCells(`setting:taste.${tuneId}`, keptTaste, 'how moves are chosen');
  const taste = useMemo((): MovesTaste => ({ ...DEFAULT_TASTE, ...tasteCells }), [tasteCells]);
  const styles = useMemo(() => [...STYLES, ...(Object.values(ownCells) as Style[])], [ownCells]);
  return {
    taste,
    styles,
    setTaste: ({ style, stray, off }: MovesTaste) => editTaste({ style, stray, off }),
    /** Keeps a style of the player's own, or puts it away. */
    setStyle: (id: string, style: Style | null) => editStyles({ [id]: style }),
  };
}
