/** The lamps of the plan, each with what a hand sets on it; and one more from the cupboard. */
import { UnstyledButton } from '@mantine/core';
import type { Fixture, Light } from '../../api/types';
import { lengthWords } from '../../domain/units';
import { ChoiceField } from '../../fields/ChoiceField';
import entries from '../../fields/Entries.module.css';
import { PlanField } from '../../fields/PlanField';
import { TakeOne } from '../../fields/TakeOne';
import { Tick } from '../../fields/Tick';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';
import { useUnits } from '../../ui/units';
import classes from './light.module.css';

const ROLES = [
  { value: 'key', label: 'key' },
  { value: 'fill', label: 'fill' },
  { value: 'back', label: 'back' },
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
    lit: true,
    stand_lowest_mm: null,
    stand_highest_mm: null,
  };
}

export function Lamps({ camera }: { camera: number }) {
  const { plan, evaluation } = useSheet();
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
            <PlanField pointer={`/lights/${index}/stand_lowest_mm`} />
            <PlanField pointer={`/lights/${index}/stand_highest_mm`} />
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
