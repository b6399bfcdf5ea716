/** Small pictures of checks, and how long they are kept. */
import { Button, NumberInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { sentencesOf } from '../../api/client';
import { Trouble } from '../../ui/Trouble';
import classes from './log.module.css';
import { dayWords, hourWords } from './model';
import { dropOlder, dropPicture, getPictures } from './requests';

export function Pictures({ planId }: { planId: string }) {
  const queries = useQueryClient();
  const [days, setDays] = useState<number | string>(90);
  const found = useQuery({ queryKey: ['pictures', planId], queryFn: () => getPictures(planId) });
  const refresh = () => queries.invalidateQueries({ queryKey: ['pictures', planId] });
  const drop = useMutation({ mutationFn: dropPicture, onSuccess: refresh });
  const older = useMutation({ mutationFn: dropOlder, onSuccess: refresh });
  const trouble = found.error ?? drop.error ?? older.error;
  return (
    <>
      {trouble ? <Trouble sentences={sentencesOf(trouble)} /> : null}
      {found.data?.length === 0 ? (
        <p className={classes.quiet}>
          None kept of this plan. On the Check sheet, “Keep it in the log” keeps a small copy of a
          test frame, without its place or the camera’s serial figures.
        </p>
      ) : null}
      <ul className={classes.pictures}>
        {found.data?.map((one) => (
          <li key={one.id}>
            <img
              src={`/api/log/pictures/${one.id}`}
              alt={one.says || 'Test frame'}
              loading="lazy"
            />
            <span>
              {dayWords(one.taken_at)}, {hourWords(one.taken_at)} {one.says}
            </span>
            <Button
              size="compact-sm"
              variant="default"
              onClick={() => drop.mutate(one.id)}
              aria-label={`Remove the picture of ${dayWords(one.taken_at)}`}
            >
              remove
            </Button>
          </li>
        ))}
      </ul>
      <div className={classes.ways}>
        <NumberInput
          label="Remove pictures older than, days"
          value={days}
          min={1}
          max={3650}
          onChange={setDays}
        />
        <Button
          size="compact-sm"
          variant="default"
          disabled={days === ''}
          onClick={() => older.mutate(Number(days))}
        >
          Remove them
        </Button>
        {older.data ? <span role="status">{older.data.count} removed</span> : null}
      </div>
    </>
  );
}
