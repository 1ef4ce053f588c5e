import { useMemo } from 'react';
import { STYLES, type Style } from '../../../core/index.ts';
import { useSetting, type KeptSetting } from '../../keep/setting.ts';
import { DEFAULT_TASTE, type MovesTaste } from './Moves.tsx';

/** The styles there are, and how moves are chosen in a tune; both kept with the tunes. */
export function useTaste(tuneId: string, keptStyles: KeptSetting, keptTaste: KeptSetting) {
  const [ownCells, editStyles] = useSetting('styles', keptStyles);
  const [tasteCells, editTaste] = useSetting(`taste.${tuneId}`, keptTaste);
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
