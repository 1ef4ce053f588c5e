import Translate from '@mui/icons-material/Translate';
import { Suspense, useState } from 'react';
import IconButton from '@mui/material/IconButton';
import { t } from '../../../core/index.ts';
import { later } from './later.tsx';
import { Tip } from './Tip.tsx';

const ReadingSheet = later(async () => (await import('./ReadingSheet.tsx')).ReadingSheet);

/** The language, and what notes are called. */
export function ReadingMenu() {
  const [open, setOpen] = useState(false);
  const label = t('Language and names of notes');
  return (
    <>
      <Tip label={label} placement="right">
        <IconButton aria-label={label} onClick={() => setOpen(true)}>
          <Translate fontSize="small" />
        </IconButton>
      </Tip>
      {open && (
        <Suspense>
          <ReadingSheet onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
