/** Each figure planned and measured, by subject. */
import type { CheckReport } from '../../api/types';
import { FieldGroup } from '../../fields/FieldGroup';
import compare from '../../ui/Compare.module.css';
import { useUnits } from '../../ui/units';
import { VerdictMark } from '../../ui/VerdictMark';
import classes from './check.module.css';
import { figureWords, plannedWords, SUBJECTS } from './model';

export function Figures({ report }: { report: CheckReport }) {
  const { system } = useUnits();
  return (
    <>
      {SUBJECTS.map(({ title, has }) => {
        const mine = report.figures.filter((one) => has(one.key));
        const off = mine.filter((one) => one.verdict && one.verdict !== 'holds').length;
        if (!mine.length) return null;
        return (
          <FieldGroup
            key={title}
            title={title}
            words={off ? `${off} not as planned` : `${mine.length} figures, measured`}
          >
            <div className={`${compare.scroll} ${classes.wide}`}>
              <table className={compare.table}>
                <thead>
                  <tr>
                    <th scope="col">Figure</th>
                    <th scope="col">Planned</th>
                    <th scope="col">Measured</th>
                    <th scope="col">Verdict</th>
                  </tr>
                </thead>
                <tbody>
                  {mine.map((one) => (
                    <tr key={one.key}>
                      <th scope="row">{one.name}</th>
                      <td>{plannedWords(one, system)}</td>
                      <td>{figureWords(one, system)}</td>
                      <td>
                        {one.verdict ? (
                          <>
                            <VerdictMark verdict={one.verdict} /> {one.verdict}
                          </>
                        ) : null}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </FieldGroup>
        );
      })}
    </>
  );
}
