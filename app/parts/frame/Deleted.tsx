import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { useState } from 'react';
import { Link } from 'react-router';

/** Something that lies in the bin since a moment ago. */
export interface JustDeleted {
  readonly id: string;
  readonly name: string;
}

/** What was deleted in a place, the last one last: each can be brought back, one after the other. */
export function useDeleted() {
  const [list, setList] = useState<readonly JustDeleted[]>([]);
  const [shown, setShown] = useState(false);
  return {
    last: list.at(-1) ?? null,
    shown,
    more: list.length - 1,
    add(one: JustDeleted) {
      setList((all) => [...all, one]);
      setShown(true);
    },
    /** Takes the last one off the list, to be brought back. */
    pop(): JustDeleted | null {
      setList((all) => all.slice(0, -1));
      return list.at(-1) ?? null;
    },
    hide: () => setShown(false),
  };
}
export type DeletedList = ReturnType<typeof useDeleted>;

interface DeletedProps {
  readonly deleted: DeletedList;
  readonly onUndo: (one: JustDeleted) => void | Promise<void>;
}

/** Says what was deleted, with a way back. */
export function Deleted({ deleted, onUndo }: DeletedProps) {
  const { last, shown, more } = deleted;
  return (
    <Snackbar
      open={shown && last !== null}
      autoHideDuration={12_000}
      onClose={(_, reason) => reason !== 'clickaway' && deleted.hide()}
      message={
        last &&
        (more > 0 ? `“${last.name}” is in the bin, and ${more} more.` : `“${last.name}” is in the bin for thirty days.`)
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
            Undo
          </Button>
          <Link className="snack-link" to="/keeping#bin">
            The bin
          </Link>
        </>
      }
    />
  );
}
