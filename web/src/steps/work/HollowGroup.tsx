/** The inside of a vessel or an instrument that the viewer shall see into. */
import { lengthWords } from '../../domain/units';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlanField } from '../../fields/PlanField';
import { Tick } from '../../fields/Tick';
import { useSheet } from '../../saving/context';
import { useUnits } from '../../ui/units';

const NEW = { x_mm: 0, y_mm: 0, width_mm: 200, depth_mm: 150, mouth_mm: null };
const FIELDS = ['width_mm', 'depth_mm', 'x_mm', 'y_mm', 'mouth_mm'];

export function HollowGroup() {
  const { plan, set } = useSheet();
  const { system } = useUnits();
  const { hollow } = plan.work;
  const words = hollow
    ? `${lengthWords(hollow.width_mm, system)} across, ${lengthWords(hollow.depth_mm, system)} deep`
    : 'none';
  return (
    <FieldGroup title="A hollow to see into" words={words}>
      <Tick
        label="the viewer looks into a vessel or an instrument"
        checked={hollow !== null}
        onChange={(there) => void set('/work/hollow', there ? NEW : null)}
      />
      {hollow
        ? FIELDS.map((name) => <PlanField key={name} pointer={`/work/hollow/${name}`} />)
        : null}
    </FieldGroup>
  );
}
