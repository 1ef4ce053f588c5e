import { t } from '../../../core/index.ts';
import './chart.css';

/** How a chart is written, on demand. */
export function ChartHelp() {
  return (
    <details className="chart-help">
      <summary>{t('How to write a chart')}</summary>
      <dl>
        <dt>title: key: meter: tempo: feel:</dt>
        <dd>{t('headers, one a line: key: Ab, F#m, D dorian · feel: swing or straight')}</dd>
        <dt>| Ab | Fm7 | Bbm7 Eb7 |</dt>
        <dd>{t('chords between bar lines; several share the bar')}</dd>
        <dt>| Dm7b5 . G7 |</dt>
        <dd>{t('a dot holds the chord one share longer')}</dd>
        <dt>{'% · N.C. · {3/4} · {key: F} · [A] · [pickup 1/4]'}</dt>
        <dd>{t('bar again · no chord · new meter · new key · section · pickup')}</dd>
        <dt>{'|: … |1 … :|2 … |'}</dt>
        <dd>{t('repeat with endings')}</dd>
        <dt>{'|: … :| {x4} · {vamp} · {segno} · {to coda} · {D.S. al coda} · {coda} · {D.C. al fine} · {fine}'}</dt>
        <dd>{t('how often · until cued · jumps: segno and coda before their bar, the others after it')}</dd>
        <dt>{'| Dm7 G7 {or Ab7 G7} |'}</dt>
        <dd>{t('other changes for the bar; the bench chooses')}</dd>
        <dt>{'> Slow the | river ~ runs'}</dt>
        <dd>{t('words under the bars above; ~ parts them for a bar’s chords. Chords over words can be pasted.')}</dd>
      </dl>
    </details>
  );
}
