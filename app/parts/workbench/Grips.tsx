import MoreHoriz from '@mui/icons-material/MoreHoriz';
import StarRounded from '@mui/icons-material/StarRounded';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState } from 'react';
import {
  attributesIn,
  difficultyText,
  difficultyWord,
  familiesIn,
  holdingAt,
  makeupText,
  makeupOf,
  musical,
  priceText,
  type Chord,
  type Grip,
  t,
} from '../../../core/index.ts';
import type { Guitar } from '../neck/layout.ts';
import { GripDiagram } from '../neck/GripDiagram.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import { GripFilters, type OwnGripSwitch } from './GripFilters.tsx';
import { OptionRow } from './OptionRow.tsx';
import type { GripList, ListedGrip } from './useGripList.ts';
import './workbench.css';

interface GripsProps {
  /** Null: no chord sounds. */
  readonly chord: Chord | null;
  /** The grip that stands. */
  readonly stands: Pick<Grip, 'frets' | 'grip'> | null;
  readonly list: GripList;
  readonly guitar: Guitar;
  readonly area: readonly [number, number] | null;
  readonly trying: number;
  readonly onTry: (row: number) => void;
  readonly onKeep: (row: number) => void;
  readonly onHear: (grip: Grip) => void;
  readonly own?: OwnGripSwitch;
}

/** From so many letters on a name is set smaller, beside its price. */
const LONG_NAME = 11;
/** Cards stand at least two in a row, and as many as there is room for. */
const ROW = 116;
const CARD = 150;

/** Every grip of the chord: the player's own first, filtered as wished, compared two at a time. */
export function Grips({ chord, stands, list, guitar, area, trying, onTry, onKeep, onHear, own }: GripsProps) {
  const scroller = useRef<HTMLUListElement>(null);
  const [menu, setMenu] = useState<{ readonly anchor: HTMLElement; readonly one: ListedGrip } | null>(null);
  const { priced, rows, at, beside } = list;
  const [perRow, setPerRow] = useState(2);
  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setPerRow(Math.max(2, Math.floor(element.clientWidth / CARD))));
    observer.observe(element);
    return () => observer.disconnect();
  }, [priced]);
  const virtual = useVirtualizer({
    count: Math.ceil(rows.length / perRow),
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 4,
  });
  useEffect(() => {
    // A row under the pointer stays where it is; one out of sight is brought in for the keys.
    const pointed = scroller.current?.querySelector('.option-trying:hover') ?? null;
    if (trying >= 0 && pointed === null) virtual.scrollToIndex(Math.floor(trying / perRow), { align: 'auto' });
  }, [virtual, trying, perRow]);
  if (chord === null) return <p className="side-empty">{t('No chord sounds here.')}</p>;
  if (priced === null) return <p className="side-empty">{t('Pricing every grip…')}</p>;
  const compared = at(trying) ?? at(rows.findIndex((shape) => isSame(stands, list, shape)));
  const choose = (run: (one: ListedGrip) => void) => () => {
    if (menu) run(menu.one);
    setMenu(null);
  };
  return (
    <>
      <GripFilters list={list} guitar={guitar} area={area} own={own} />
      {beside && <Compare a={beside} b={compared} list={list} guitar={guitar} onClose={() => list.setBeside(null)} />}
      {rows.length === 0 && (
        <p className="side-empty">
          {priced.shapes.size === 0 ? t('This hand has no grip for the chord.') : t('No grip passes the filters.')}
        </p>
      )}
      <ul className="options options-scroll" aria-label={t('Grips')} ref={scroller} tabIndex={0}>
        <li style={{ height: virtual.getTotalSize() }} className="options-spacer" role="presentation" />
        {virtual.getVirtualItems().flatMap(({ index: row, start }) =>
          Array.from({ length: perRow }, (_, k) => row * perRow + k).flatMap((index) => {
            const one = at(index);
            if (!one) return [];
            const { grip, extra, kept, name, shape } = one;
            return (
              <OptionRow
                key={grip.grip}
                className="grip-card"
                style={{
                  top: start,
                  height: ROW,
                  left: `${((index % perRow) * 100) / perRow}%`,
                  width: `${100 / perRow}%`,
                }}
                stands={grip.grip === stands?.grip}
                trying={index === trying}
                onTry={() => onTry(index)}
                onKeep={() => onKeep(index)}
                extra={extra}
                playable
                onHear={() => onHear(grip)}
                name={grip.grip}
                more={
                  <IconButton
                    size="small"
                    aria-label={t('More for {grip}', { grip: grip.grip })}
                    aria-haspopup="menu"
                    onClick={(event) => setMenu({ anchor: event.currentTarget, one })}
                  >
                    <MoreHoriz fontSize="small" />
                  </IconButton>
                }
              >
                <b className={(name ?? grip.grip).length > LONG_NAME ? 'grip-long' : ''}>
                  {kept && <StarRounded className="option-kept" titleAccess={t('one of yours')} />}
                  {name ?? grip.grip}
                </b>
                <GripDiagram grip={grip} guitar={guitar} />
                <span className="grip-degrees">
                  <Glyphs text={degreesText(grip)} />
                </span>
                <small>
                  {[difficultyWord(grip.difficulty), familiesIn(priced.labels.families[shape]!).map((one) => t(one))[0]]
                    .filter(Boolean)
                    .join(' · ')}
                </small>
              </OptionRow>
            );
          }),
        )}
      </ul>
      <Menu anchorEl={menu?.anchor ?? null} open={menu !== null} onClose={() => setMenu(null)}>
        {menu?.one.kept ? (
          <MenuItem onClick={choose(({ grip }) => list.mark(grip.grip, null))}>{t('No longer one of mine')}</MenuItem>
        ) : (
          <MenuItem onClick={choose(({ grip }) => list.mark(grip.grip, 'kept'))}>{t('Keep among mine')}</MenuItem>
        )}
        <MenuItem onClick={choose(({ grip }) => list.mark(grip.grip, 'banished'))}>
          {t('Banish: never offer it')}
        </MenuItem>
        <MenuItem onClick={choose(list.setBeside)}>{t('Compare with others')}</MenuItem>
      </Menu>
      <Banished list={list} />
    </>
  );
}

const isSame = (stands: Pick<Grip, 'frets'> | null, { priced }: GripList, shape: number) =>
  stands !== null &&
  priced !== null &&
  stands.frets.every((fret, s) => priced.shapes.frets[shape * priced.shapes.strings + s] === fret);

const degreesText = ({ degrees }: Grip) =>
  degrees.flatMap((degree) => (degree === null ? [] : [degree === 'bass' ? 'bass' : musical(degree)])).join(' ');

/** Grips that are never offered, and the way back. */
function Banished({ list: { banished, mark } }: { list: GripList }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  if (banished.length === 0) return null;
  return (
    <p className="grips-banished">
      <Button size="small" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        {t('{banished} banished on this tuning', { banished: banished.length })}
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {banished.map((grip) => (
          <MenuItem
            key={grip}
            onClick={() => {
              setAnchor(null);
              mark(grip, null);
            }}
          >
            {t('Bring back {grip}', { grip })}
          </MenuItem>
        ))}
      </Menu>
    </p>
  );
}

interface CompareProps {
  readonly a: ListedGrip;
  /** Whatever is tried, else what stands. */
  readonly b: ListedGrip | null;
  readonly list: GripList;
  readonly guitar: Guitar;
  readonly onClose: () => void;
}

/** Two grips of the chord side by side. */
function Compare({ a, b, list, guitar, onClose }: CompareProps) {
  const { chord, shapes, labels } = list.priced!;
  const both = b === null || b.shape === a.shape ? [a] : [a, b];
  const facts = both.map(({ grip, extra, shape }) => ({
    grip,
    price: extra === null ? '' : priceText(extra),
    top: musical(String(grip.degrees.findLast((degree) => degree !== null) ?? '')),
    hand: `${difficultyWord(grip.difficulty)} ${grip.difficulty}: ${difficultyText(holdingAt(shapes, shape).parts)}`,
    reach: t('{reachMm} mm', { reachMm: Math.round(grip.reachMm) }),
    notes: [degreesText(grip), makeupText(makeupOf(chord, grip))].filter(Boolean).join(' · '),
    kinds: [...familiesIn(labels.families[shape]!), ...attributesIn(labels.attributes[shape]!)]
      .map((one) => t(one))
      .join(', '),
  }));
  return (
    <section className="compare" aria-label={t('Two grips compared')}>
      {facts.map(({ grip, ...words }) => (
        <div key={grip.grip}>
          <GripDiagram grip={grip} guitar={guitar} label={t('Grip {grip}', { grip: grip.grip })} />
          <b>{grip.grip}</b>
          <p>{[words.price, words.reach].filter(Boolean).join(' · ')}</p>
          <p>{words.hand}</p>
          <p>
            <Glyphs text={words.notes} />
          </p>
          <p>{words.kinds}</p>
        </div>
      ))}
      {facts.length === 1 && <p className="compare-hint">{t('Try another in the list to see it beside this one.')}</p>}
      <Button size="small" onClick={onClose}>
        {t('Stop comparing')}
      </Button>
    </section>
  );
}
