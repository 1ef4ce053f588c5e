import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { musical, type Alternate } from '../../../core/index.ts';
import { Glyphs } from '../symbol/glyphs.tsx';

export interface BarChanges {
  readonly alternates: readonly Alternate[];
  /** 0 as written. */
  readonly chosen: number;
  readonly choose: (number: number, everywhere: boolean) => void;
}

/** The changes a bar is known with, and which of them this take plays. */
export function Changes({ alternates, chosen, choose }: BarChanges) {
  if (alternates.length === 0) return null;
  return (
    <div className="changes">
      <ToggleButtonGroup
        exclusive
        size="small"
        value={Math.min(chosen, alternates.length)}
        aria-label="Changes of this bar"
        onChange={(_, number: number | null) => number !== null && choose(number, false)}
      >
        <ToggleButton value={0}>as written</ToggleButton>
        {alternates.map(({ text }, i) => (
          <ToggleButton key={i} value={i + 1}>
            <Glyphs text={musical(text)} />
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Button size="small" onClick={() => choose(chosen, true)}>
        {chosen === 0 ? 'All bars as written' : 'So in all bars'}
      </Button>
    </div>
  );
}
