import Button from '@mui/material/Button';
import { priceText, standsText, type Column, t } from '../../../core/index.ts';
import { afterMusic } from '../frame/afterMusic.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import './workbench.css';

interface CheaperProps {
  readonly column: Column;
  /** What the cheapest option adds to the tune, in tenths of a semitone; nothing is said where it saves nothing. */
  readonly cheapest: number | null;
  readonly name: string;
  readonly onTake: () => void;
}

function Sentence({ column, cheapest, name, onTake }: CheaperProps) {
  if (cheapest === null || cheapest >= 0) return null;
  const saved = priceText(-cheapest).replace('+', '');
  return (
    <div className="cheaper">
      <p>
        <Glyphs text={t('{name} costs {saved} less. {stands}', { name, saved, stands: standsText(column) })} />
      </p>
      <Button size="small" variant="outlined" onClick={onTake}>
        {t('Take it')}
      </Button>
    </div>
  );
}
/** Why what stands does so though another option would cost less, and that option in one click. */
export const Cheaper = afterMusic(Sentence);
