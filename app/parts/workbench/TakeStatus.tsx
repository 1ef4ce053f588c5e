import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import {
  barsText,
  msg,
  otherGripsText,
  plural,
  priceText,
  t,
  takeStatus,
  wishPlaceText,
  type ArrangedColumn,
  type CheckedNote,
  type Company,
  type TakenWish,
} from '../../../core/index.ts';
import { afterMusic } from '../frame/afterMusic.tsx';
import { Anchored } from '../frame/Anchored.tsx';
import { MenuItemLater } from '../frame/later.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import type { ShownColumn } from './ColumnHead.tsx';
import type { useTrial } from './useTrial.ts';
import './workbench.css';

interface TakeStatusProps {
  readonly columns: readonly ShownColumn[];
  readonly arranged: readonly ArrangedColumn[];
  readonly company: Company;
  readonly trial: ReturnType<typeof useTrial>;
  /** What is tried, in a word or two. */
  readonly tried: string;
  /** Columns whose grip the last change moved, with the grip each had. */
  readonly moved: ReadonlyMap<string, string>;
  readonly wishes: readonly TakenWish[];
  /** Notes of the melody that clash with what stands; null: the tune has none. */
  readonly clashes: readonly CheckedNote[] | null;
  /** Columns whose grip has a long note of it too. */
  readonly unisons: readonly number[];
  /** Columns to which something was added. */
  readonly added: readonly number[];
  /** Marks columns, and goes to the next of them. */
  readonly onMark: (columns: readonly number[]) => void;
  readonly onDropWish: (wish: TakenWish) => void;
  /** Lets go of the grips that the take was kept with. */
  readonly onSolveAnew: () => void;
}

function Status(props: TakeStatusProps) {
  const { columns, trial, tried, moved } = props;
  const { change, consequence, others, held } = trial;
  const barsOf = (ats: ReadonlyMap<string, string>) =>
    barsText(columns.flatMap(({ at, slot }) => (ats.has(at) ? [slot.bar] : [])));
  if (change !== null)
    return (
      <div className="take-status">
        <p>
          <b>
            {t('Trying')} <Glyphs text={tried} />
          </b>
          {consequence && `: ${otherGripsText(others.size)}${others.size > 0 ? `, ${barsOf(others)}` : ''}`}
        </p>
        {held && others.size > 0 && (
          <Button size="small" onClick={trial.keepRest} title={t('The other grips stay where they are (Shift Enter)')}>
            {t('Keep the rest')} <span className="take-price">{priceText(held.extra)}</span>
          </Button>
        )}
      </div>
    );
  const changed = columns.flatMap(({ at }, i) => (moved.has(at) ? [i] : []));
  return (
    <div className="take-status" role="group" aria-label={t('How the take stands')}>
      <Facts {...props} />
      {changed.length > 0 && (
        <Fact onMark={props.onMark} columns={changed}>
          {plural(changed.length, 'last change: {n} grip, {bars}', 'last change: {n} grips, {bars}', {
            bars: barsOf(moved),
          })}
        </Fact>
      )}
    </div>
  );
}

/** How the take stands, each figure a click away from the columns concerned; while something is tried, what it would change. */
export const TakeStatus = afterMusic(Status);

const DECIDED = { pinned: msg('{n} pinned'), chosen: msg('{n} chosen'), moved: msg('{n} by moves') };

interface FactProps {
  readonly columns: readonly number[];
  readonly onMark: (columns: readonly number[]) => void;
  readonly isWrong?: boolean;
  readonly children: ReactNode;
}

/** Something said of some columns; of none it is only said. */
function Fact({ columns, onMark, isWrong = false, children }: FactProps) {
  if (columns.length === 0) return <span className="fact">{children}</span>;
  return (
    <Button size="small" className={isWrong ? 'fact fact-wrong' : 'fact'} onClick={() => onMark(columns)}>
      <span>{children}</span>
    </Button>
  );
}

function Facts({
  columns,
  arranged,
  company,
  wishes,
  clashes,
  unisons,
  added,
  onMark,
  onDropWish,
  onSolveAnew,
}: TakeStatusProps) {
  const status = takeStatus(arranged, company);
  const { saying, unsaid, unheld, bass } = status;
  // Small grips under a tune, and two notes at a time, may leave something out.
  const isWrong = unsaid.some((i) => !arranged[i]!.column.carry && !arranged[i]!.column.small);
  const unmet = wishes.filter(({ stoppedBy }) => stoppedBy.length > 0).length;
  return (
    <>
      {unheld.length > 0 && (
        <Fact columns={unheld} onMark={onMark} isWrong>
          {t('{unheld} that this hand cannot hold', { unheld: unheld.length })}
        </Fact>
      )}
      <Fact columns={unsaid} onMark={onMark} isWrong={isWrong}>
        {unsaid.length === 0
          ? t('all {all} say their chord', { all: saying.length })
          : isWrong
            ? plural(
                unsaid.length,
                '{n} of {all} says another chord, or half of it',
                '{n} of {all} say another chord, or half of it',
                { all: saying.length },
              )
            : t('{n} of {all} said in part', { n: unsaid.length, all: saying.length })}
      </Fact>
      {clashes !== null && (
        <Fact columns={[...new Set(clashes.map(({ at }) => at))]} onMark={onMark} isWrong={clashes.length > 0}>
          {clashes.length === 0
            ? t('nothing clashes with the melody')
            : plural(clashes.length, '{n} note clashes with the melody', '{n} notes clash with the melody')}
        </Fact>
      )}
      {unisons.length > 0 && (
        <Fact columns={unisons} onMark={onMark}>
          {t('{unisons} in unison with the melody', { unisons: unisons.length })}
        </Fact>
      )}
      {added.length > 0 && (
        <Fact columns={added} onMark={onMark}>
          {t('something added in {added}', { added: added.length })}
        </Fact>
      )}
      <Fact columns={bass.root} onMark={onMark}>
        {t('root lowest in {root}', { root: bass.root.length })}
      </Fact>
      {bass.other.length > 0 && (
        <Fact columns={bass.other} onMark={onMark}>
          {t('another note lowest in {other}', { other: bass.other.length })}
        </Fact>
      )}
      {bass.rootless.length > 0 && (
        <Fact columns={bass.rootless} onMark={onMark}>
          {t('no root in {rootless}', { rootless: bass.rootless.length })}
        </Fact>
      )}
      {status.kept.length > 0 && (
        <Button
          size="small"
          className="fact"
          onClick={onSolveAnew}
          title={t('These grips stand as the take was kept; let go, they follow the rules and the hand of today')}
        >
          <span>
            {t('{kept} as kept: solve anew', {
              kept: status.kept.length === status.sounding.length ? t('all') : status.kept.length,
            })}
          </span>
        </Button>
      )}
      {(['pinned', 'chosen', 'moved'] as const).map(
        (what) =>
          status[what].length > 0 && (
            <Fact key={what} columns={status[what]} onMark={onMark}>
              {t(DECIDED[what], { n: status[what].length })}
            </Fact>
          ),
      )}
      {wishes.length > 0 && (
        <Anchored
          label={t('Wishes of the take: {wishes}', { wishes: wishes.length })}
          icon={null}
          text={`${plural(wishes.length, '{n} wish', '{n} wishes')}${unmet > 0 ? t(', {unmet} not met', { unmet }) : ''}`}
          className={unmet > 0 ? 'fact fact-wrong' : 'fact'}
        >
          {(close) =>
            wishes.flatMap((one) => [
              <MenuItemLater
                key={`${one.at}/${one.from}`}
                onClick={() => {
                  close();
                  onMark(Array.from({ length: one.to - one.from + 1 }, (_, k) => one.from + k));
                }}
              >
                <span className={one.stoppedBy.length > 0 ? 'column-unmet' : ''}>
                  <Glyphs text={wishPlaceText(one, columns)} />
                </span>
              </MenuItemLater>,
              <MenuItemLater
                key={`${one.at}/${one.from}/back`}
                aria-label={t('Take back: {wish}', { wish: wishPlaceText(one, columns) })}
                onClick={() => {
                  close();
                  onDropWish(one);
                }}
              >
                {t('Take it back')}
              </MenuItemLater>,
            ])
          }
        </Anchored>
      )}
    </>
  );
}
