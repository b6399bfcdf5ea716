/** Mains leads: what hangs on each. Whether it bears that is said in the margin. */
import { UnstyledButton } from '@mantine/core';
import type { Plan } from '../../api/types';
import entries from '../../fields/Entries.module.css';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlanField } from '../../fields/PlanField';
import { TakeOne } from '../../fields/TakeOne';
import { Tick } from '../../fields/Tick';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';
import { cameraNames } from '../../sheet/cameras';
import { hangingOn, onMains } from './model';
import classes from './roll.module.css';

type PlacedLead = Plan['leads'][number];
const MOST = 12;

export function Leads() {
  const { plan, cupboard } = useSheet();
  const { put, add, remove } = useEntries<PlacedLead>('/leads');
  const devices = onMains(plan, cameraNames(plan.cameras));
  const mine = cupboard.leads.filter((one) => one.gear.form === 'mains');
  const words = plan.leads.length
    ? plan.leads.map((one) => one.gear.name).join(', ')
    : 'everything in sockets of its own';
  const fresh = (): string => {
    const used = plan.leads.map((one) => one.id);
    let number = 1;
    while (used.includes(`lead-${number}`)) number += 1;
    return `lead-${number}`;
  };
  if (!plan.leads.length && !mine.length) return null;
  return (
    <FieldGroup title="Mains leads" words={words}>
      {plan.leads.map((lead, index) => (
        <fieldset key={lead.id} className={entries.entry} aria-label={lead.gear.name}>
          <p className={classes.device}>{lead.gear.name}</p>
          <PlanField pointer={`/leads/${index}/gear/rated_w`} />
          {devices.map((device) => (
            <Tick
              key={`${device.kind} ${device.id}`}
              label={device.name}
              name={`${device.name} hangs on ${lead.gear.name}`}
              checked={hangingOn(lead, device)}
              onChange={(on) => {
                const rest = lead.feeds.filter(
                  (one) => one.kind !== device.kind || one.id !== device.id,
                );
                const more = { kind: device.kind, id: device.id };
                void put(index, { feeds: on ? [...rest, more] : rest });
              }}
            />
          ))}
          <UnstyledButton className={entries.remove} onClick={() => remove(index)}>
            take it out
          </UnstyledButton>
        </fieldset>
      ))}
      {plan.leads.length < MOST ? (
        <TakeOne
          says="Mains leads in your cupboard:"
          things={mine}
          onTake={({ gear }) => add({ id: fresh(), gear, feeds: [] })}
        />
      ) : null}
    </FieldGroup>
  );
}
