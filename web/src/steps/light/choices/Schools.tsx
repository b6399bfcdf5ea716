/** The schools of lighting, each placed for this plan with the lamps at hand. */
import { Button } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { sentencesOf } from '../../../api/client';
import type { Plan } from '../../../api/types';
import { useSheet } from '../../../saving/context';
import compare from '../../../ui/Compare.module.css';
import { Sentence } from '../../../ui/Sentence';
import classes from '../light.module.css';
import { getLayouts } from '../requests';

export function Schools() {
  const { plan, owned, change, camera } = useSheet();
  const run = useMutation({ mutationFn: (now: Plan) => getLayouts(now, camera.index, owned) });
  return (
    <details
      className={compare.section}
      onToggle={(event) => {
        if (event.currentTarget.open && !run.data && !run.isPending) run.mutate(plan);
      }}
    >
      <summary>
        <h2>How others light such work</h2>
      </summary>
      {run.isPending ? <p className={compare.quiet}>Placing each of them for this plan</p> : null}
      {run.isError ? <p role="alert">{sentencesOf(run.error)[0]}</p> : null}
      {run.data?.map((layout) => (
        <section key={layout.id} className={classes.school} aria-label={layout.name}>
          <h3>{layout.name}</h3>
          <p>{layout.says}</p>
          {layout.option ? (
            <>
              <p>
                <Sentence pieces={layout.option.line} />
                <small>
                  <Sentence pieces={layout.option.gives} />
                  {layout.option.costs.length ? (
                    <>
                      {' '}
                      · <Sentence pieces={layout.option.costs} />
                    </>
                  ) : null}
                  {layout.to_get.length ? ` · to get: ${layout.to_get.join(', ')}` : ''}
                </small>
              </p>
              <Button
                variant="default"
                size="compact-sm"
                onClick={() => {
                  run.reset();
                  void change(layout.option?.changes ?? []);
                }}
              >
                Begin with it
              </Button>
            </>
          ) : (
            <p className={compare.quiet}>
              Not here: <Sentence pieces={layout.lacks} />.
            </p>
          )}
        </section>
      ))}
      {run.data ? (
        <Button variant="subtle" size="compact-sm" onClick={() => run.mutate(plan)}>
          Place them again
        </Button>
      ) : null}
    </details>
  );
}
