import { msg, t, type Msg } from '../../../core/index.ts';
import { NECK_LABELS, type NeckLabels } from './Neck.tsx';
import './neck.css';

const WORDS: Readonly<Record<NeckLabels, Msg>> = {
  fingers: msg('fingers'),
  degrees: msg('degrees'),
  notes: msg('notes'),
};

interface LabelsChoiceProps {
  readonly labels: NeckLabels;
  readonly onLabels: (labels: NeckLabels) => void;
}

/** What stands on the neck: fingers, degrees or notes. */
export function LabelsChoice({ labels, onLabels }: LabelsChoiceProps) {
  return (
    <span className="hand-labels" role="group" aria-label={t('On the neck')}>
      {NECK_LABELS.map((kind) => (
        <button key={kind} type="button" aria-pressed={labels === kind} onClick={() => onLabels(kind)}>
          {t(WORDS[kind])}
        </button>
      ))}
    </span>
  );
}
