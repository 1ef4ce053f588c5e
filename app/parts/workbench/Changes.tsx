import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { type Alternate, t, symbolText } from '../../../core/index.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import './workbench.css';

export interface BarChanges {
  readonly alternates: readonly Alternate[];
  /** 0 as written. */
  readonly chosen: number;
  /** Whether the bars are played more than once, so that one time through is less than all. */
  readonly returns: boolean;
  readonly choose: (number: number, where: ChangesScope) => void;
}
/** This bar as it comes here, every bar of this time through, or every bar. */
export type ChangesScope = 'bar' | 'pass' | 'tune';

/** The changes a bar is known with, and which of them this take plays. */
export function Changes({ alternates, chosen, returns, choose }: BarChanges) {
  return (
    <div className="changes">
      <ToggleButtonGroup
        exclusive
        size="small"
        value={Math.min(chosen, alternates.length)}
        aria-label={t('Changes of this bar')}
        onChange={(_, number: number | null) => number !== null && choose(number, 'bar')}
      >
        <ToggleButton value={0}>{t('as written')}</ToggleButton>
        {alternates.map(({ text }, i) => (
          <ToggleButton key={i} value={i + 1}>
            <Glyphs text={symbolText(text)} />
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {returns && (
        <Button size="small" onClick={() => choose(chosen, 'pass')}>
          {t('So this time through')}
        </Button>
      )}
      <Button size="small" onClick={() => choose(chosen, 'tune')}>
        {t('So throughout')}
      </Button>
    </div>
  );
}
