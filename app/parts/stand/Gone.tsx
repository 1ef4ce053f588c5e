import { t } from '../../../core/index.ts';
import Button from '@mui/material/Button';
import type { AtStand } from './at-stand.ts';
import { StandFrame } from './StandFrame.tsx';

/** What cannot be practised says why; its card can be laid down. */
export function Gone({ words, ...stand }: AtStand & { readonly words: string }) {
  const { step, log, onNext } = stand;
  return (
    <StandFrame {...stand}>
      <div className="stand-lost">
        <p>{words}</p>
        <Button
          variant="outlined"
          onClick={() => {
            log.layDown(step.what);
            onNext();
          }}
        >
          {t('Let it come back no more')}
        </Button>
      </div>
    </StandFrame>
  );
}
