import { formatMeter, headerKey, type Chart, t } from '../../../core/index.ts';
import { Glyphs } from '../symbol/glyphs.tsx';

/** Key, meter and tempo in a line: A♭ · 4/4 · 132 swing. */
export function TuneFacts({ chart }: { readonly chart: Pick<Chart, 'key' | 'meter' | 'tempo' | 'feel'> }) {
  const key = headerKey(chart.key).replace('b', '♭').replace('#', '♯');
  return (
    <span className="facts">
      <Glyphs text={key} /> · {formatMeter(chart.meter)} · {chart.tempo}
      {chart.feel === 'swing' ? ` ${t('swing')}` : ''}
    </span>
  );
}
