import { takeStatus, type Company } from '../../../core/index.ts';
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
      name: 'movement a change',
      title: 'Semitones, all voices together',
      values: of(({ figures }) => figures.perChange),
      said: plain,
      better: 'less',
    },
    {
      name: 'largest leap',
      title: 'Of one voice, in semitones',
      values: of(({ figures }) => figures.largestLeap),
      said: plain,
      better: 'less',
    },
    {
      name: 'notes held',
      title: 'From chord to chord',
      values: of(({ figures }) => figures.held),
      said: plain,
      better: 'more',
    },
    {
      name: 'hand travels',
      title: 'Along the neck, in all',
      values: of(({ figures }) => figures.shiftMm),
      said: (mm) => `${Math.round(mm)} mm`,
      better: 'less',
    },
    {
      name: 'difficulty',
      title: 'Of a grip on average, 0 to 10',
      values: of(({ figures }) => figures.difficulty),
      said: plain,
      better: 'less',
    },
    {
      name: 'strays',
      title: 'From the plain chart on average, 0 to 5',
      values: of(({ strays }) => strays),
      said: plain,
      better: null,
    },
    {
      name: 'say their chord',
      title: 'Grips that say the chord they stand for',
      values: says,
      said: percent,
      better: 'more',
    },
    {
      name: 'chords',
      title: 'Grips in all',
      values: of(({ columns }) => columns.filter(({ grip }) => grip).length),
      said: plain,
      better: null,
    },
  ];
  return (
    <div className="figures-scroll">
      <table className="two-figures">
        <caption className="visually-hidden">Both takes in figures</caption>
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">Take</span>
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
