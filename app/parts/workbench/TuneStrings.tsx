import Button from '@mui/material/Button';
import {
  carriedText,
  handChange,
  plural,
  priceText,
  spelledPitch,
  t,
  type ArrangedColumn,
  type Grip,
} from '../../../core/index.ts';
import { useTuneStrings } from '../../work/answers.ts';
import type { Solved } from '../../work/questions.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import './workbench.css';

interface TuneStringsProps {
  readonly at: number;
  readonly here: ArrangedColumn;
  readonly before: ArrangedColumn | null;
  readonly solved: Solved;
  readonly onPeek: (grip: Grip | null) => void;
  readonly onChoose: (grip: Grip) => void;
}

/** On which string the tune's note lies, out of how many grips; and the other strings that can carry it, one click each. */
export function TuneStrings({ at, here, before, solved, onPeek, onChoose }: TuneStringsProps) {
  const { column, grip } = here;
  const pitch = column.carry?.pitch ?? null;
  const spelling = column.carry?.spelling ?? null;
  const strings = useTuneStrings(at, pitch, solved);
  if (strings === null || grip === null || pitch === null || spelling === null) return null;
  const count = grip.frets.length;
  const fretOn = ({ grip: other, string }: (typeof strings)[number]) => other.frets[string];
  const own = strings.find((one) => grip.frets[one.string] === fretOn(one));
  const others = strings.filter((one) => one !== own);
  const stay = before?.grip ? handChange(before.grip, grip).stay.length : 0;
  return (
    <div className="tune-strings">
      {own && (
        <p>
          <Glyphs text={carriedText(own, spelledPitch(pitch, spelling), { strings: count, stay })} />
        </p>
      )}
      {others.length > 0 && (
        <div className="ways-out" role="group" aria-label={t('The tune on another string')}>
          {others.map(({ string, count: grips, grip: other, extra }) => (
            <Button
              key={string}
              size="small"
              variant="outlined"
              title={t('{grip}; {plural} there', { grip: other.grip, plural: plural(grips, '{n} grip', '{n} grips') })}
              onMouseEnter={() => onPeek(other)}
              onMouseLeave={() => onPeek(null)}
              onFocus={() => onPeek(other)}
              onBlur={() => onPeek(null)}
              onClick={() => onChoose(other)}
            >
              {t('string {count}', { count: count - string })} <small>{priceText(extra)}</small>
            </Button>
          ))}
        </div>
      )}
    </div>
  );
}
