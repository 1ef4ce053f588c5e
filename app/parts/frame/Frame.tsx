import { t } from '../../../core/index.ts';
import type { ReactNode } from 'react';
import { Link, NavLink } from 'react-router';
import { useOfWindow } from '../../keep/remembered.ts';
import { ColourMode } from './ColourMode.tsx';
import { ReadingMenu } from './ReadingMenu.tsx';

interface FrameProps {
  /** The tune at hand; its places are in the rail. */
  readonly tuneId: string | null;
  readonly header: ReactNode;
  readonly children: ReactNode;
}

/** The page around every place: a rail of places, a header, the place itself. */
export function Frame({ tuneId, header, children }: FrameProps) {
  // One comes back to the take one left.
  const [take] = useOfWindow<string | null>(`take.${tuneId}`, null);
  return (
    <div className="frame">
      <a className="skip" href="#place">
        {t('Skip to the page')}
      </a>
      <nav className="rail" aria-label={t('Places')}>
        <Link to="/" className="rail-mark" aria-label={t('Yellow Heron, to the shelf')}>
          <img src="/heron.svg" alt="" width={28} height={28} />
        </Link>
        <NavLink to="/" end>
          {t('Shelf')}
        </NavLink>
        {tuneId !== null && (
          <>
            <NavLink to={`/tunes/${tuneId}/chart`}>{t('Chart')}</NavLink>
            <NavLink to={`/tunes/${tuneId}/bench${take === null ? '' : `?take=${take}`}`}>{t('Bench')}</NavLink>
            <NavLink to={`/tunes/${tuneId}/takes${take === null ? '' : `?take=${take}`}`}>{t('Takes')}</NavLink>
            <NavLink to={`/tunes/${tuneId}/sheet${take === null ? '' : `?take=${take}`}`}>{t('Sheet')}</NavLink>
          </>
        )}
        <NavLink to={tuneId === null ? '/grips' : `/grips?tune=${tuneId}`}>{t('Grips')}</NavLink>
        <NavLink to={tuneId === null ? '/moves' : `/moves?tune=${tuneId}`}>{t('Moves')}</NavLink>
        <NavLink to={tuneId === null ? '/practice' : `/practice?tune=${tuneId}`}>{t('Practice')}</NavLink>
        <NavLink to={tuneId === null ? '/players' : `/players?tune=${tuneId}`}>{t('Player')}</NavLink>
        <NavLink to="/keeping">{t('Keeping')}</NavLink>
        <span className="rail-end">
          <ReadingMenu />
          <ColourMode />
        </span>
      </nav>
      <header className="head">{header}</header>
      <main id="place" className="place" tabIndex={-1}>
        {children}
      </main>
    </div>
  );
}
