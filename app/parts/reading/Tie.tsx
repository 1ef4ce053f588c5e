import { formatKey, headerKey, t, keyWords } from '../../../core/index.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import type { Mark } from './marks.ts';
import './reading.css';

/** Under a chord: the bow of its ii–V, and the arrow to what it resolves to. Told in words elsewhere. */
export function Tie({ mark }: { readonly mark: Mark | undefined }) {
  if (!mark || (!mark.pair && !mark.arrow)) return <span className="tie" />;
  const { pair, pairKey, arrow } = mark;
  return (
    <span className="tie" title={pairKey ? t('ii–V of {key}', { key: keyWords(formatKey(pairKey)) }) : undefined}>
      {pair && <i className={`tie-${pair}`} />}
      {arrow && (
        <i
          className={`tie-arrow ${arrow.by === 'fifth' ? '' : 'tie-dashed'} ${arrow.head ? 'tie-head' : ''} ${arrow.first ? 'tie-first' : ''}`}
        />
      )}
    </span>
  );
}

/** Over a chord: the key that prevails where it is not the tune's. */
export function AreaBand({ mark }: { readonly mark: Mark | undefined }) {
  if (!mark?.area) return null;
  const { key, opens } = mark.area;
  return (
    <>
      <i className="area-line" />
      {opens && (
        <span className="area-label">
          <Glyphs text={t('in {key}', { key: keyWords(headerKey(key)) })} />
        </span>
      )}
    </>
  );
}
