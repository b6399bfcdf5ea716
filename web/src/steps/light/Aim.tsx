/** What a lamp or card is turned to: the middle of the zone, or a place of its own. */
import { PlanField } from '../../fields/PlanField';
import { Tick } from '../../fields/Tick';
import { useSheet } from '../../saving/context';

interface Props {
  at: string;
  name: string;
  aim: { x_mm: number | null; y_mm: number | null; z_mm: number | null };
}

export function Aim({ at, name, aim }: Props) {
  const { set } = useSheet();
  const own = aim.x_mm !== null || aim.y_mm !== null || aim.z_mm !== null;
  return (
    <>
      <Tick
        label="turned elsewhere"
        name={`${name} is turned elsewhere than to the zone`}
        checked={own}
        onChange={(elsewhere) =>
          void set(
            at,
            elsewhere ? { x_mm: 0, y_mm: 0, z_mm: 0 } : { x_mm: null, y_mm: null, z_mm: null },
          )
        }
      />
      {own
        ? (['x_mm', 'y_mm', 'z_mm'] as const).map((axis) => (
            <PlanField key={axis} pointer={`${at}/${axis}`} />
          ))
        : null}
    </>
  );
}
