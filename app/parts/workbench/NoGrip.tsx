import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { handLimitsText, symbolOf, type Column, type Player, t, symbolText } from '../../../core/index.ts';
import type { PricedColour } from '../../work/questions.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import './workbench.css';

interface NoGripProps {
  readonly column: Column;
  readonly player: Player;
  readonly playersAt: string;
  /** What the chord could be instead, as far as it is priced. */
  readonly colours: readonly PricedColour[];
  readonly onColour: (colour: PricedColour) => void;
}

/** Nearest remedies that are offered. */
const REMEDIES = 3;

/** Why this hand cannot hold a chord, and what would help: the nearest colour of it, another hand, another key. */
export function NoGrip({ column, player, playersAt, colours, onColour }: NoGripProps) {
  const limits = handLimitsText(player);
  const held = colours
    .filter(({ grip, extra }) => grip !== null && extra !== null)
    .sort((a, b) => a.drops.length - b.drops.length || a.extra! - b.extra!)
    .slice(0, REMEDIES);
  return (
    <div className="no-grip" role="status">
      <p>
        <b>
          <Glyphs text={t('This hand has no grip of {symbol}.', { symbol: symbolText(column.symbol) })} />
        </b>{' '}
        {t('{more} The path goes on past it.', {
          more: limits ? t('It has {limits}.', { limits }) : t('Its notes lie too far apart on this neck.'),
        })}
      </p>
      <div className="no-grip-ways">
        {held.map((colour) => (
          <Button key={colour.suffix} size="small" variant="outlined" onClick={() => onColour(colour)}>
            <Glyphs text={symbolText(symbolOf(colour.chord))} />
          </Button>
        ))}
        <Button size="small" component={Link} to={playersAt}>
          {t('Another hand')}
        </Button>
        <Button size="small" component={Link} to="../chart" relative="path">
          {t('Another key, or a capo')}
        </Button>
      </div>
    </div>
  );
}
