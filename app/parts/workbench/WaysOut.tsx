import Button from '@mui/material/Button';
import { difficultyWord, priceText, wayOutText, type Grip, t } from '../../../core/index.ts';
import type { EasierGrip } from '../../work/questions.ts';
import './workbench.css';

interface WaysOutProps {
  /** Null where none are looked for. */
  readonly easier: readonly EasierGrip[] | null;
  readonly onPeek: (grip: Grip | null) => void;
  readonly onChoose: (grip: Grip) => void;
}

/** Ways out of a hard grip, one click each. */
export function WaysOut({ easier, onPeek, onChoose }: WaysOutProps) {
  if (easier === null || easier.length === 0) return null;
  return (
    <div className="ways-out" role="group" aria-label={t('Ways out of a hard grip')}>
      {easier.map(({ way, grip, extra }) => (
        <Button
          key={way}
          size="small"
          variant="outlined"
          title={`${grip.grip}, ${difficultyWord(grip.difficulty)}`}
          onMouseEnter={() => onPeek(grip)}
          onMouseLeave={() => onPeek(null)}
          onFocus={() => onPeek(grip)}
          onBlur={() => onPeek(null)}
          onClick={() => onChoose(grip)}
        >
          {wayOutText(way)} <small>{priceText(extra)}</small>
        </Button>
      ))}
    </div>
  );
}
