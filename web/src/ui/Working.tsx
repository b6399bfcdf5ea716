/** Long work while it goes on: how far it is, what is looked at now, and the way to stop it. */
import { Button, Progress } from '@mantine/core';
import classes from './Working.module.css';

interface Props {
  progress: { done: number; of: number; now: string };
  onStop: () => void;
}

export function Working({ progress, onStop }: Props) {
  return (
    <>
      <Button variant="default" size="compact-md" onClick={onStop}>
        Stop
      </Button>
      <Progress
        className={classes.bar}
        value={(100 * progress.done) / progress.of}
        color="verdigris"
        aria-label="How far it is"
      />
      <output>{progress.now}</output>
    </>
  );
}
