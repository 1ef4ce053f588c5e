import FileDownloadOutlined from '@mui/icons-material/FileDownloadOutlined';
import FileUploadOutlined from '@mui/icons-material/FileUploadOutlined';
import { useRef, useState } from 'react';
import { problemText, readKeptMoves, writeKeptMoves, type NamedMove, t } from '../../../core/index.ts';
import type { KeptMoves } from '../../keep/library.ts';
import { download } from '../frame/download.ts';
import { Notice } from '../frame/Notice.tsx';
import { Tool } from '../frame/Tool.tsx';

interface MovesFilesProps {
  readonly library: KeptMoves;
  readonly onBrought: (moves: readonly NamedMove[]) => void;
}

/** More is no file of moves. */
const MOST_BYTES = 8_000_000;

/** The player's own moves as a file, and moves of a file among them. */
export function MovesFiles({ library, onBrought }: MovesFilesProps) {
  const input = useRef<HTMLInputElement>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const bring = async (file: File) => {
    if (file.size > MOST_BYTES) return setFailed(t('This file is larger than 8 MB: it is no file of moves.'));
    const read = readKeptMoves(await file.text());
    if (read.ok) onBrought(read.value);
    else setFailed(t('Nothing was brought in. {problems}', { problems: read.problems.map(problemText).join(' ') }));
  };
  return (
    <>
      <Tool label={t('Bring moves in from a file')} onClick={() => input.current?.click()}>
        <FileUploadOutlined fontSize="small" />
      </Tool>
      <Tool
        label={library.own.length === 0 ? t('None of yours to save yet') : t('Save yours as a file')}
        disabled={library.own.length === 0}
        onClick={() => download('moves.json', writeKeptMoves(library.own), 'application/json')}
      >
        <FileDownloadOutlined fontSize="small" />
      </Tool>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        hidden
        aria-label={t('A file of moves')}
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file) void bring(file);
          target.value = '';
        }}
      />
      <Notice open={failed !== null} message={failed} onClose={() => setFailed(null)} />
    </>
  );
}
