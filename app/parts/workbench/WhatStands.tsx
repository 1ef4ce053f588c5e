import { Suspense } from 'react';
import { caution, impliedText, musical, readingSentence, t, symbolText, keyWords } from '../../../core/index.ts';
import { afterMusic } from '../frame/afterMusic.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import { later } from '../frame/later.tsx';
import type { BarChanges } from './Changes.tsx';
import type { Deeds, Selection } from './selection.ts';
import type { OptionsTab } from './tabs.ts';
import type { Offered } from './useOffered.ts';
import { WaysOut } from './WaysOut.tsx';
import './workbench.css';

const WhatSounds = later(async () => (await import('./WhatSounds.tsx')).WhatSounds);
const TuneStrings = later(async () => (await import('./TuneStrings.tsx')).TuneStrings);
const Changes = later(async () => (await import('./Changes.tsx')).Changes);

interface WhatStandsProps {
  readonly at: Selection;
  readonly tab: OptionsTab;
  readonly offered: Offered;
  readonly deeds: Deeds;
  /** Other changes the bar is known with. */
  readonly changes: BarChanges;
}

/** What stands in the column and why, and what can be done with it. */
function Told(props: WhatStandsProps) {
  const { at, tab, offered, deeds, changes } = props;
  const { column, here, said } = at;
  const { decide } = deeds;
  const { slot, decision } = column;
  const move = tab === 'move' ? offered.moves[offered.trying] : undefined;
  const grip = here?.grip ?? null;
  const warning = grip && caution(grip.reachMm, grip.difficulty);
  return (
    <>
      <div className="side-told">
        {/* What is tried is told in the place of what stands: nothing below moves. */}
        {move ? (
          <p className="move-made">
            <b>{move.name}</b>, {move.mood}: <Glyphs text={move.reason} />
          </p>
        ) : (
          <>
            {said && (
              <p className="move-made">
                <b>{said.name}</b>: <Glyphs text={said.reason} />
                {said.leans && (
                  <em>
                    {' '}
                    {t('It was made for the chord {which}, and that has changed.', {
                      which: said.leans === 'next' ? t('after it') : t('before it'),
                    })}
                  </em>
                )}
              </p>
            )}
            <p>
              {!slot.reading && (
                <Glyphs text={t('The chart says {chord}', { chord: symbolText(column.plain) }).replace(/\.?$/, '.')} />
              )}
              {slot.reading && (
                <>
                  <Glyphs
                    text={t('The chart says {chord}, {numeral} in {key}.', {
                      chord: symbolText(column.plain),
                      numeral: musical(slot.reading.numeral),
                      key: keyWords(`${slot.key.tonic} ${slot.key.mode}`),
                    })}
                  />{' '}
                  <Glyphs text={slot.reading.outside ? readingSentence(slot.reading) : ''} />
                  {slot.also.length > 0 && (
                    <Glyphs text={` ${t('Also: {sentence}', { sentence: readingSentence(slot.also[0]!) })}`} />
                  )}
                </>
              )}
            </p>
            {at.implied && (
              <p>
                <Glyphs text={impliedText(at.implied)} />
              </p>
            )}
            {/* In a line: its reason stands under Between. */}
            {at.added.map(({ name, reason }) => (
              <p key={name} className="told-added" title={reason}>
                {t('Added:')} <b>{name}</b>
              </p>
            ))}
            {decision?.voicing?.led && column.chord && grip && (
              <Suspense>
                <WhatSounds chord={column.chord} grip={grip} />
              </Suspense>
            )}
          </>
        )}
      </div>
      {changes.alternates.length > 0 && (
        <Suspense>
          <Changes {...changes} />
        </Suspense>
      )}
      {here && column.carry !== null && (
        <Suspense>
          <TuneStrings
            at={at.selected}
            here={here}
            before={at.before}
            solved={at.solved}
            onPeek={offered.setPeek}
            onChoose={decide.pinTo}
          />
        </Suspense>
      )}
      {warning && <p className="caution">{warning}</p>}
      {(tab === 'grip' || warning) && (
        <WaysOut easier={offered.easier} onPeek={offered.setPeek} onChoose={decide.pinTo} />
      )}
    </>
  );
}
export const WhatStands = afterMusic(Told);
