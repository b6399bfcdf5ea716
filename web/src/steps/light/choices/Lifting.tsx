/** A small thing lifted off the background: which height takes its shadow away. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { sentencesOf } from '../../../api/client';
import { lengthWords } from '../../../domain/units';
import { washOfDepth } from '../../../drawing/dome/shades';
import { ChoiceField } from '../../../fields/ChoiceField';
import { useSheet } from '../../../saving/context';
import compare from '../../../ui/Compare.module.css';
import { Sentence } from '../../../ui/Sentence';
import { useUnits } from '../../../ui/units';
import classes from '../light.module.css';
import { getLifting } from '../requests';

const SIZES_MM = [5, 10, 20, 50, 100];

export function Lifting({ camera }: { camera: number }) {
  const { plan, dragging } = useSheet();
  const { system } = useUnits();
  const [open, setOpen] = useState(false);
  const [sizeMm, setSizeMm] = useState(20);
  const asked = open && !dragging;
  const { data, error, isPending } = useQuery({
    queryKey: ['lifting', sizeMm, camera, asked ? plan : null],
    queryFn: () => getLifting(plan, camera, sizeMm),
    enabled: asked,
    gcTime: 30_000,
    placeholderData: (before) => before,
  });
  return (
    <details className={compare.section} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>
        <h2>How high off the background?</h2>
      </summary>
      <ChoiceField
        label="Thing across"
        value={String(sizeMm)}
        choices={SIZES_MM.map((mm) => ({ value: String(mm), label: lengthWords(mm, system) }))}
        onChange={(value) => setSizeMm(Number(value))}
      />
      {error ? <p role="alert">{sentencesOf(error)[0]}</p> : null}
      {!error && isPending ? <p className={compare.quiet}>Lifting it by and by</p> : null}
      {data === null ? <p className={compare.quiet}>Nothing is lit: there is no shadow.</p> : null}
      {data ? (
        <>
          <p aria-live="polite">
            <Sentence pieces={data.says} />
          </p>
          <div className={compare.scroll}>
            <table className={compare.table}>
              <thead>
                <tr>
                  <th scope="col">Lifted by</th>
                  <th scope="col">shadow</th>
                  <th scope="col">falls aside</th>
                  <th scope="col">toward</th>
                  <th scope="col">soft over</th>
                </tr>
              </thead>
              <tbody>
                {data.rows.map((row) => (
                  <tr key={row.height_mm} data-least={row.height_mm === data.least_mm || undefined}>
                    <th scope="row">
                      {row.height_mm ? lengthWords(row.height_mm, system) : 'lying on it'}
                    </th>
                    <td>
                      <span
                        className={classes.depth}
                        data-on-light
                        style={{
                          background: `color-mix(in srgb, var(--ink) ${Math.round(100 * washOfDepth(row.depth_stops))}%, var(--sheet))`,
                        }}
                      />{' '}
                      {row.depth_stops.toFixed(1)} stops
                    </td>
                    <td>{row.toward ? lengthWords(row.aside_mm, system) : ''}</td>
                    <td>{row.toward}</td>
                    <td>{row.soft_mm === null ? '' : lengthWords(row.soft_mm, system)}</td>
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
