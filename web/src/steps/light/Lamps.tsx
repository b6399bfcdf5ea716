/** The lamps of the plan, each with what a hand sets on it; and one more from the cupboard. */
import { UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import type { Fixture, Light } from '../../api/types';
import { USUAL_SUPPLY } from '../../domain/plan';
import { lengthWords } from '../../domain/units';
import { ChoiceField } from '../../fields/ChoiceField';
import entries from '../../fields/Entries.module.css';
import { PlanField } from '../../fields/PlanField';
import { TakeOne } from '../../fields/TakeOne';
import { Tick } from '../../fields/Tick';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';
import sheet from '../../ui/SheetLayout.module.css';
import { useUnits } from '../../ui/units';
import { Aim } from './Aim';
import classes from './light.module.css';
import { OneOf } from './OneOf';

const ROLES = [
  { value: 'key', label: 'key' },
  { value: 'fill', label: 'fill' },
  { value: 'back', label: 'rim, from behind' },
  { value: 'background', label: 'background' },
  { value: 'practical', label: 'room lamp' },
];
const LIMIT = 10;

export function newLight(id: string, fixture: Fixture, fixtureId: string | null): Light {
  return {
    id,
    role: 'key',
    fixture,
    fixture_id: fixtureId,
    owned: true,
    position: { x_mm: null, y_mm: null, z_mm: null },
    aim: { x_mm: null, y_mm: null, z_mm: null },
    level_percent: null,
    cct_k: null,
    gel: null,
    stand: null,
    lit: true,
    stays: false,
    stand_lowest_mm: null,
    stand_highest_mm: null,
    supply: USUAL_SUPPLY,
  };
}

/** What of the rest is set, in a few words. */
function moreWords(light: Light): string {
  const { x_mm: x, y_mm: y, z_mm: z } = light.aim;
  const said = [
    light.stand?.name,
    light.gel?.name,
    x === null && y === null && z === null ? null : 'turned elsewhere',
    light.stays ? 'fixed where it hangs' : null,
  ].filter(Boolean);
  return said.length ? said.join(', ') : 'stand, gel, what it is turned to';
}

/** What is rarely set, behind a door. */
function More({ words, children }: { words: string; children: React.ReactNode }) {
  const [opened, setOpened] = useState(false);
  return (
    <details className={classes.more} onToggle={(event) => setOpened(event.currentTarget.open)}>
      <summary>{words}</summary>
      <div className={sheet.inputs}>{opened ? children : null}</div>
    </details>
  );
}

export function Lamps({ camera }: { camera: number }) {
  const { plan, evaluation, cupboard } = useSheet();
  const { system } = useUnits();
  const { put, remove } = useEntries<Light>('/lights');
  const drawn = evaluation.cameras[camera]?.drawings.light?.lamps ?? [];
  return (
    <div>
      {plan.lights.map((light, index) => {
        const lamp = drawn[index];
        const settable = light.fixture.cct_k !== null && light.fixture.cct_warmest_to_k !== null;
        return (
          <fieldset key={light.id} className={entries.entry} aria-label={light.fixture.name}>
            <div className={classes.name}>
              <b>{light.fixture.name}</b>
              {lamp ? (
                <span>
                  {lengthWords(lamp.distance_mm, system)} from the work
                  {lamp.zone_lx === null ? '' : ` · ${Math.round(lamp.zone_lx)} lx`}
                </span>
              ) : null}
            </div>
            <ChoiceField
              label="Role"
              value={light.role}
              choices={ROLES}
              onChange={(role) => void put(index, { role: role as Light['role'] })}
            />
            <PlanField pointer={`/lights/${index}/position/x_mm`} />
            <PlanField pointer={`/lights/${index}/position/y_mm`} />
            <PlanField pointer={`/lights/${index}/position/z_mm`} />
            {light.fixture.least_level_percent === 100 ? null : (
              <PlanField pointer={`/lights/${index}/level_percent`} />
            )}
            {settable ? <PlanField pointer={`/lights/${index}/cct_k`} /> : null}
            <Tick
              className={classes.lit}
              label="lit"
              name={`${light.fixture.name} is lit`}
              checked={light.lit}
              onChange={(lit) => void put(index, { lit })}
            />
            <UnstyledButton
              className={entries.remove}
              aria-label={`Take ${light.fixture.name} away`}
              onClick={() => remove(index)}
            >
              take away
            </UnstyledButton>
            <More words={moreWords(light)}>
              <OneOf
                label="Stand"
                things={cupboard.stands}
                now={light.stand}
                onTake={(stand) => void put(index, { stand })}
              />
              {light.stand ? null : (
                <>
                  <PlanField pointer={`/lights/${index}/stand_lowest_mm`} />
                  <PlanField pointer={`/lights/${index}/stand_highest_mm`} />
                </>
              )}
              <OneOf
                label="Gel"
                things={cupboard.gels}
                now={light.gel}
                onTake={(gel) => void put(index, { gel })}
              />
              <Aim at={`/lights/${index}/aim`} name={light.fixture.name} aim={light.aim} />
              <Tick
                className={classes.lit}
                label="fixed where it hangs"
                name={`${light.fixture.name} is fixed where it hangs`}
                checked={light.stays}
                onChange={(stays) => void put(index, { stays })}
              />
            </More>
          </fieldset>
        );
      })}
    </div>
  );
}

export function TakeLamp() {
  const { plan, cupboard } = useSheet();
  const { add } = useEntries<Light>('/lights');
  if (plan.lights.length >= LIMIT) return null;
  if (!cupboard.fixtures.length) {
    return <p className={classes.quiet}>Your cupboard has no lamp yet: put yours there first.</p>;
  }
  const used = new Set(plan.lights.map((one) => one.id));
  const fresh = (): string => {
    for (let number = 1; ; number++) {
      const id = `lamp-${number}`;
      if (!used.has(id)) return id;
    }
  };
  return (
    <TakeOne
      says="One more from the cupboard:"
      things={cupboard.fixtures}
      onTake={(one) => {
        const light = newLight(fresh(), one.gear, one.id);
        add(plan.lights.length ? { ...light, role: 'fill' } : light);
      }}
    />
  );
}
