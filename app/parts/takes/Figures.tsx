import { takeStatus, type Company, t } from '../../../core/index.ts';
import type { SideTake } from './useTwoTakes.ts';

interface FiguresProps {
  readonly sides: readonly [SideTake, SideTake];
  readonly company: Company;
}

interface Row {
  readonly name: string;
  readonly title: string;
  readonly values: readonly [number, number];
  readonly said: (value: number) => string;
  /** Whether more of it is what one wants, less of it, or neither. */
  readonly better: 'more' | 'less' | null;
}

const plain = (value: number) => String(Math.round(value * 10) / 10);
const percent = (value: number) => `${Math.round(value * 100)} %`;

/** What both takes come to, figure by figure; what a hand or an ear has less trouble with is set in bold. */
export function Figures({ sides, company }: FiguresProps) {
  const of = (value: (side: SideTake) => number) => sides.map(value) as unknown as readonly [number, number];
  const says = of(({ columns }) => {
    const { saying, unsaid } = takeStatus(columns, company);
    return saying.length === 0 ? 1 : 1 - unsaid.length / saying.length;
  });
  const rows: readonly Row[] = [
    {
      name: t('movement a change'),
      title: t('Semitones, all voices together'),
      values: of(({ figures }) => figures.perChange),
      said: plain,
      better: 'less',
    },
    {
      name: t('largest leap'),
      title: t('Of one voice, in semitones'),
      values: of(({ figures }) => figures.largestLeap),
      said: plain,
      better: 'less',
    },
    {
      name: t('notes held'),
      title: t('From chord to chord'),
      values: of(({ figures }) => figures.held),
      said: plain,
      better: 'more',
    },
    {
      name: t('hand travels'),
      title: t('Along the neck, in all'),
      values: of(({ figures }) => figures.shiftMm),
      said: (mm) => t('{mm} mm', { mm: Math.round(mm) }),
      better: 'less',
    },
    {
      name: t('difficulty'),
      title: t('Of a grip on average, 0 to 10'),
      values: of(({ figures }) => figures.difficulty),
      said: plain,
      better: 'less',
    },
    {
      name: t('strays'),
      title: t('From the plain chart on average, 0 to 5'),
      values: of(({ strays }) => strays),
      said: plain,
      better: null,
    },
    {
      name: t('say their chord'),
      title: t('Grips that say the chord they stand for'),
      values: says,
      said: percent,
      better: 'more',
    },
    {
      name: t('chords'),
      title: t('Grips in all'),
      values: of(({ columns }) => columns.filter(({ grip }) => grip).length),
      said: plain,
      better: null,
    },
  ];
  return (
    <div className="figures-scroll">
      <table className="two-figures">
        <caption className="visually-hidden">{t('Both takes in figures')}</caption>
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">{t('Take')}</span>
            </th>
            {rows.map(({ name, title }) => (
              <th key={name} scope="col" title={title}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sides.map(({ name }, side) => (
            <tr key={side}>
              <th scope="row">{name}</th>
              {rows.map(({ name: figure, values, said, better }) => (
                <td key={figure} className={isBetter(values, side, better) ? 'figure-better' : ''}>
                  {said(values[side]!)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function isBetter(values: readonly [number, number], side: number, better: Row['better']): boolean {
  const [own, other] = [values[side]!, values[1 - side]!];
  return better === 'less' ? own < other : better === 'more' ? own > other : false;
}
