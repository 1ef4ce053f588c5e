import MusicNoteOutlined from '@mui/icons-material/MusicNoteOutlined';
import { inSentence, MANNER_WORDS, MANNERS, t, type Manner } from '../../../core/index.ts';
import { Anchored } from '../frame/Anchored.tsx';
import { MenuItemLater } from '../frame/later.tsx';
import './workbench.css';

export interface TuneManner {
  /** What stands: chosen for the tune, its style's, or its player's. */
  readonly stands: Manner;
  /** What was chosen for the tune, or null. */
  readonly chosen: Manner | null;
  /** What stands without a choice, and whose it is: `of the style Grit`. */
  readonly without: { readonly manner: Manner; readonly whose: string };
  /** Whether the tune's chords have open strings to ring. */
  readonly rings: boolean;
  readonly choose: (manner: Manner | null) => void;
}

/** How the tune is comped; a span may be comped in another manner (Wishes). */
export function MannerMenu({ stands, chosen, without, rings, choose }: TuneManner) {
  const name = MANNER_WORDS[stands].name;
  return (
    <Anchored
      label={t('Comped: {name}', { name })}
      icon={<MusicNoteOutlined fontSize="small" />}
      text={t(name)}
      about={t('comped')}
      className="head-manner"
    >
      {(close) => {
        const pick = (manner: Manner | null) => () => {
          close();
          choose(manner);
        };
        return [
          <MenuItemLater key="without" selected={chosen === null} onClick={pick(null)} className="manner-item">
            <b>{t('As {whose}', { whose: without.whose })}</b>
            <small>{inSentence(t(MANNER_WORDS[without.manner].name))}</small>
          </MenuItemLater>,
          ...MANNERS.map((manner) => (
            <MenuItemLater
              key={manner}
              selected={chosen === manner}
              disabled={manner === 'ringing' && !rings && chosen !== 'ringing'}
              onClick={pick(manner)}
              className="manner-item"
            >
              <b>{t(MANNER_WORDS[manner].name)}</b>
              <small>
                {t(
                  manner === 'ringing' && !rings
                    ? t('few open strings in these chords: another key or a capo has them')
                    : MANNER_WORDS[manner].words,
                )}
              </small>
            </MenuItemLater>
          )),
        ];
      }}
    </Anchored>
  );
}
