import { t, type ArrangedColumn } from '../../../core/index.ts';
import { Suspense } from 'react';
import { later } from '../frame/later.tsx';
import { Notice } from '../frame/Notice.tsx';
import type { Guitar } from '../neck/layout.ts';
import type { KeepSheetProps } from './KeepSheet.tsx';
import type { ThreeTakesProps } from './ThreeTakes.tsx';
import type { useFiles } from './useFiles.ts';

const GripCards = later(async () => (await import('./GripCards.tsx')).GripCards);
const KeepSheet = later(async () => (await import('./KeepSheet.tsx')).KeepSheet);
const ThreeTakes = later(async () => (await import('./ThreeTakes.tsx')).ThreeTakes);

interface BenchSheetsProps {
  readonly title: string;
  readonly guitar: Guitar;
  /** The grips, large and for print; null: they are not open. */
  readonly cards: readonly ArrangedColumn[] | null;
  readonly onCloseCards: () => void;
  /** What whole takes are found for; null: they are not asked for. */
  readonly takes: ThreeTakesProps | null;
  /** What is about to be kept as a move; null: nothing is. */
  readonly keeping: KeepSheetProps | null;
  readonly files: ReturnType<typeof useFiles>;
  /** Why there is no sound. */
  readonly failed: string | null;
}

/** What lies over the bench while it is asked for, and how files and sound get on. */
export function BenchSheets({ title, guitar, cards, onCloseCards, takes, keeping, files, failed }: BenchSheetsProps) {
  return (
    <>
      <Suspense>{cards && <GripCards title={title} columns={cards} guitar={guitar} onClose={onCloseCards} />}</Suspense>
      <Suspense>{takes && <ThreeTakes {...takes} />}</Suspense>
      <Suspense>{keeping && <KeepSheet {...keeping} />}</Suspense>
      <Notice open={failed !== null} message={failed} />
      <Notice
        open={files.sounding !== null}
        message={t('The sound file is made: {sounding} %', { sounding: Math.round(100 * (files.sounding ?? 1)) })}
      />
      <Notice open={files.failed !== null} goes message={files.failed} onClose={files.forget} />
    </>
  );
}
