/** Plans that carry a copy of a thing: the cupboard's figures are offered to each, never forced. */
import { UnstyledButton } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { sentencesOf } from '../api/client';
import type { PlanWithThing, Thing } from '../api/types';
import classes from './CupboardPage.module.css';
import { plansWith, renewInPlan } from './requests';

export function PlanOffers({ thing }: { thing: Thing }) {
  const queries = useQueryClient();
  const key = ['plans-with', thing.id, thing.version];
  const plans = useQuery({ queryKey: key, queryFn: () => plansWith(thing.id) }).data ?? [];
  const [trouble, setTrouble] = useState<string | null>(null);
  if (!plans.length) return null;
  const renew = async (plan: PlanWithThing): Promise<void> => {
    setTrouble(null);
    try {
      await renewInPlan(thing.id, plan);
    } catch (error) {
      setTrouble(sentencesOf(error)[0] ?? null);
    }
    await queries.invalidateQueries({ queryKey: key });
    await queries.invalidateQueries({ queryKey: ['plan', plan.id] });
  };
  return (
    <div className={classes.offers}>
      <p>Plans that have a copy of it:</p>
      <ul>
        {plans.map((plan) => (
          <li key={plan.id}>
            {plan.title}
            {plan.same ? (
              <span> · has these figures</span>
            ) : (
              <UnstyledButton className={classes.quiet} onClick={() => void renew(plan)}>
                put the kept figures into it
              </UnstyledButton>
            )}
          </li>
        ))}
      </ul>
      {trouble ? <p role="alert">{trouble}</p> : null}
    </div>
  );
}
