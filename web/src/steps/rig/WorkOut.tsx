/** What is wanted, the button that works it out, how far it is, and the best so far. */
import { Button, Chip } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { getAsks, getShapes } from '../../api/fixed';
import type { Ask } from '../../api/types';
import { useSheet } from '../../saving/context';
import { Sentence } from '../../ui/Sentence';
import { Trouble } from '../../ui/Trouble';
import { Working } from '../../ui/Working';
import classes from './rig.module.css';
import type { RigInWork } from './useRig';

export function WorkOut({ rig }: { rig: RigInWork }) {
  const { plan, cupboardKnown } = useSheet();
  const shapes = useQuery({ queryKey: ['shapes'], queryFn: getShapes }).data;
  const asks = useQuery({ queryKey: ['asks'], queryFn: getAsks }).data;
  const usual = shapes?.find((one) => one.id === plan.work.shape)?.angles.slice(1) ?? [];
  const wanted = usual.filter((role) => asks?.some((one) => one.ask === role));
  const { progress, trouble } = rig;
  const outcome = rig.outcome ?? rig.known;
  return (
    <section className={classes.work} aria-label="Work it all out">
      {wanted.length && !progress ? (
        <div className={classes.views}>
          <span>Besides the main camera, show</span>
          {wanted.map((role) => (
            <Chip
              key={role}
              size="sm"
              checked={rig.views.includes(role as Ask)}
              onChange={() => rig.toggle(role as Ask)}
            >
              {asks?.find((one) => one.ask === role)?.words ?? role}
            </Chip>
          ))}
        </div>
      ) : null}
      <div className={classes.line}>
        {progress ? (
          <Working progress={progress} onStop={rig.stop} />
        ) : (
          <Button
            size="md"
            variant={outcome ? 'default' : 'filled'}
            disabled={!cupboardKnown}
            onClick={rig.run}
          >
            {outcome ? 'Work it all out again' : 'Work it all out'}
          </Button>
        )}
      </div>
      {progress?.best ? (
        <p className={classes.quiet}>
          The best so far. <Sentence pieces={progress.best.gives} />{' '}
          <Sentence pieces={progress.best.costs} />
        </p>
      ) : null}
      {trouble.length ? <Trouble sentences={trouble} /> : null}
    </section>
  );
}
