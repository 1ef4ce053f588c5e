import { t } from '../../../core/index.ts';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { Notice } from './Notice.tsx';
import type { DeletedList, JustDeleted } from './useDeleted.ts';

interface DeletedProps {
  readonly deleted: DeletedList;
  readonly onUndo: (one: JustDeleted) => void | Promise<void>;
}

/** Says what was deleted, with a way back. */
export function Deleted({ deleted, onUndo }: DeletedProps) {
  const { last, shown, more } = deleted;
  return (
    <Notice
      open={shown && last !== null}
      goes
      onClose={() => deleted.hide()}
      message={
        last &&
        (more > 0
          ? t('“{name}” is in the bin, and {more} more.', { name: last.name, more })
          : t('“{name}” is in the bin for thirty days.', { name: last.name }))
      }
      action={
        <>
          <Button
            size="small"
            color="secondary"
            onClick={() => {
              const one = deleted.pop();
              if (one) void onUndo(one);
            }}
          >
            {t('Undo')}
          </Button>
          <Link className="snack-link" to="/keeping#bin">
            {t('The bin')}
          </Link>
        </>
      }
    />
  );
}
