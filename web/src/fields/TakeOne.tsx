/** Things of the cupboard in a row, one of them to be taken into the plan. */
import { Button } from '@mantine/core';
import { memo } from 'react';
import { useSteady } from '../ui/steady';
import classes from './Entries.module.css';

interface Props<Thing> {
  says: string;
  things: readonly Thing[];
  onTake: (thing: Thing) => void;
}

interface Named {
  id: string;
  gear: { name: string };
}

export function TakeOne<Thing extends Named>({ says, things, onTake }: Props<Thing>) {
  const take = useSteady((id: string) => {
    const thing = things.find((one) => one.id === id);
    if (thing) onTake(thing);
  });
  return <Drawn says={says} things={things} onTake={take} />;
}

interface DrawnProps {
  says: string;
  things: readonly Named[];
  onTake: (id: string) => void;
}

const Drawn = memo(function Drawn({ says, things, onTake }: DrawnProps) {
  return (
    <div className={classes.take}>
      <span>{says}</span>
      {things.map((one) => (
        <Button key={one.id} variant="default" size="compact-sm" onClick={() => onTake(one.id)}>
          {one.gear.name}
        </Button>
      ))}
    </div>
  );
});
