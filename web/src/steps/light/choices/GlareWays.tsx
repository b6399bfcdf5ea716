/** Ways to be rid of a mirror image, each worked out: what is left of it, and what it costs. */
import { Button } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { sentencesOf } from '../../../api/client';
import type { Plan } from '../../../api/types';
import { useSheet } from '../../../saving/context';
import compare from '../../../ui/Compare.module.css';
import { Sentence } from '../../../ui/Sentence';
import classes from '../light.module.css';
import { compareGlare } from '../requests';

const percent = (share: number) => `${Math.round(100 * share)} %`;
const stops = (value: number) => (value < 0.05 ? '' : `${value.toFixed(1)} stops`);

export function GlareWays({ camera }: { camera: number }) {
  const { plan, change } = useSheet();
  const run = useMutation({ mutationFn: (now: Plan) => compareGlare(now, camera) });
  const found = run.data;
  return (
    <details
      className={compare.section}
      onToggle={(event) => {
        if (event.currentTarget.open && !run.data && !run.isPending) run.mutate(plan);
      }}
    >
      <summary>
        <h2>What takes the mirror image away?</h2>
      </summary>
      {run.isPending ? <p className={compare.quiet}>Working each way out</p> : null}
      {run.isError ? <p role="alert">{sentencesOf(run.error)[0]}</p> : null}
      {run.isSuccess && !found ? <p>No lamp is mirrored into the lens.</p> : null}
      {found ? (
        <>
          <p className={compare.quiet}>
            {found.name}: seen from 0.3 of the work’s own light, burnt out from 4.
          </p>
          <div className={compare.scroll}>
            <table className={compare.table}>
              <thead>
                <tr>
                  <th scope="col">What one does</th>
                  <th scope="col">seen over</th>
                  <th scope="col">burnt over</th>
                  <th scope="col">at worst</th>
                  <th scope="col">costs</th>
                  <th scope="col">
                    <span className="visually-hidden">Do it</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {found.rows.map((row) => (
                  <tr key={JSON.stringify(row.what)}>
                    <th scope="row">
                      <Sentence pieces={row.what} />
                      {row.why.length ? (
                        <small className={classes.why}>
                          <Sentence pieces={row.why} />
                        </small>
                      ) : null}
                    </th>
                    <td>{percent(row.share)}</td>
                    <td>{percent(row.burnt)}</td>
                    <td>{row.worst.toFixed(2)} ×</td>
                    <td>{stops(row.costs_stops)}</td>
                    <td>
                      {row.changes.length ? (
                        <Button
                          variant="default"
                          size="compact-sm"
                          onClick={() => {
                            run.reset();
                            void change(row.changes);
                          }}
                        >
                          Do it
                        </Button>
                      ) : null}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </>
      ) : null}
    </details>
  );
}
