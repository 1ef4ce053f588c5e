import Alert from '@mui/material/Alert';
import { useState } from 'react';
import { Link } from 'react-router';
import { problemLine, type Problem } from '../../../core/index.ts';
import './workbench.css';

interface WarningsProps {
  readonly tuneId: string;
  /** The chart as typed has problems, and an older one stands here. */
  readonly outdated: boolean;
  /** What of the take cannot be done. */
  readonly problems: readonly Problem[];
  /** Why nothing could be worked out at all, or null. */
  readonly failed: string | null;
}

/** What is not as it should be; what the take says can be put away until it says something else. */
export function Warnings({ tuneId, outdated, problems, failed }: WarningsProps) {
  const [dismissed, setDismissed] = useState('');
  const lines = problems.map(problemLine);
  const all = lines.join('\n');
  return (
    <>
      {outdated && (
        <Alert severity="warning" className="bench-note">
          The chart has a line that cannot be read; this is its last good version.{' '}
          <Link to={`/tunes/${tuneId}/chart`}>Mend the chart</Link>
        </Alert>
      )}
      {all !== dismissed && (
        <Alert severity="warning" className="bench-note" onClose={() => setDismissed(all)}>
          {lines.slice(0, 3).join(' ')}
        </Alert>
      )}
      {failed && <Alert severity="error">The arrangement could not be worked out: {failed}</Alert>}
    </>
  );
}
