import { useMemo } from 'react';
import { STYLES, type Style, t } from '../../../core/index.ts';
import { useCells, type KeptCells } from '../../keep/cells.ts';
import { useRemembered } from '../../keep/remembered.ts';
import { DEFAULT_TASTE, type MovesTaste } from './taste.ts';

/** Whether colours that grate are wanted, remembered by this browser. */
export const useGrating = () => useRemembered('grating', false);

/** The styles there are, and how moves are chosen in a tune; both kept with the tunes. */
export function useTaste(tuneId: string, keptStyles: KeptCells, keptTaste: KeptCells) {
  const [ownCells, editStyles] = useCells('setting:styles', keptStyles, t('a style of your own'));
  const [tasteCells, editTaste] = useCells(`setting:taste.${tuneId}`, keptTaste, t('how moves are chosen'));
  const taste = useMemo((): MovesTaste => ({ ...DEFAULT_TASTE, ...tasteCells }), [tasteCells]);
  const styles = useMemo(
    () => [
      ...STYLES.map((style) => ({ ...style, name: t(style.name), words: t(style.words) })),
      ...(Object.values(ownCells) as Style[]),
    ],
    [ownCells],
  );
  const [grating] = useGrating();
  return {
    taste,
    /** Ours, then the player's own; and the one chosen for this tune, or null. */
    styles,
    chosen: styles.find(({ id }) => id === taste.style) ?? null,
    /** Whether colours that grate are shown too. */
    grating,
    setTaste: ({ style, stray, off, melodyFirst, manner }: MovesTaste) =>
      editTaste({ style, stray, off, melodyFirst, manner }),
    /** Keeps a style of the player's own, or puts it away. */
    setStyle: (id: string, style: Style | null) => editStyles({ [id]: style }),
  };
}
export type Tastes = ReturnType<typeof useTaste>;
