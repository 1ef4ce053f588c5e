import { t } from '../../../core/index.ts';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import { useState } from 'react';
import { useRemembered } from '../../keep/remembered.ts';
import { download, fileName } from '../frame/download.ts';
import { EXPORTS, leftOutText, type Exported } from './exports.ts';

interface ExportDialogProps {
  readonly of: Exported;
  readonly onClose: () => void;
}

/** A take as a file that other programs read: which kind, and what that cannot carry, before it is saved. */
export function ExportDialog({ of, onClose }: ExportDialogProps) {
  const [id, setId] = useRemembered('export', EXPORTS[0]!.id);
  const format = EXPORTS.find((one) => one.id === id) ?? EXPORTS[0]!;
  const lost = leftOutText(format, of);
  const [failed, setFailed] = useState<string | null>(null);
  /** The share that is done; null: nothing is being made. */
  const [done, setDone] = useState<number | null>(null);
  const save = async () => {
    setDone(0);
    setFailed(null);
    try {
      const files = await format.make(of, setDone);
      files.forEach((file, i) => {
        const page = files.length > 1 ? `${i + 1}.` : '';
        download(fileName(of.score.title, `${page}${format.ending}`), file, format.type);
      });
      onClose();
    } catch (error) {
      setFailed(t('No file was made: {error}', { error: error instanceof Error ? error.message : String(error) }));
    }
    setDone(null);
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>{t('Export')}</DialogTitle>
      <DialogContent className="export">
        <RadioGroup aria-label={t('Kind of file')} value={format.id} onChange={(_, next) => setId(next)}>
          {EXPORTS.map(({ id: one, name, ending, says }) => (
            <FormControlLabel
              key={one}
              value={one}
              control={<Radio />}
              label={
                <>
                  {t(name)} <code>.{ending}</code> <small>{t(says)}</small>
                </>
              }
            />
          ))}
        </RadioGroup>
      </DialogContent>
      {/* In sight whatever is scrolled: it is to be read before. */}
      <div role="status" className="export-lost">
        {failed !== null ? (
          <p className="export-failed">{failed}</p>
        ) : (
          lost.length > 0 && <p>{t('Not in it: {lost}.', { lost: lost.join('; ') })}</p>
        )}
      </div>
      <DialogActions>
        <Button onClick={onClose}>{t('Leave it')}</Button>
        <Button variant="contained" color="secondary" disabled={done !== null} onClick={() => void save()}>
          {done === null
            ? t('Save')
            : done > 0
              ? t('Making it: {done} %', { done: Math.round(100 * done) })
              : t('Making it…')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
