/** Work: what is filmed, and where. */
import { useMemo } from 'react';
import type { Finding, Plan, Shape } from '../../api/types';
import { withValue } from '../../domain/plan';
import type { ZonePlace } from '../../domain/zone';
import { numbered } from '../../drawings/notes';
import { PlanView } from '../../drawings/PlanView';
import { TopView } from '../../drawings/TopView';
import { AnswerLine } from '../../ui/AnswerLine';
import { ChoiceField } from '../../ui/ChoiceField';
import { PlanField } from '../../ui/PlanField';
import sheet from '../../ui/SheetLayout.module.css';
import { useSheet } from '../../ui/sheet';
import { useUnits } from '../../ui/units';

const ZONE = '/work/zone';

function withZone(plan: Plan, zone: ZonePlace): Plan {
  const values: [string, number][] = [
    ['width_mm', zone.width],
    ['depth_mm', zone.depth],
    ['from_left_edge_mm', zone.fromLeft],
    ['from_front_edge_mm', zone.fromFront],
  ];
  return values.reduce((now, [name, value]) => withValue(now, `${ZONE}/${name}`, value), plan);
}

interface Props {
  shapes: readonly Shape[];
  findings: readonly Finding[];
}

export function WorkSheet({ shapes, findings }: Props) {
  const { plan, evaluation, drag, commit, set } = useSheet();
  const { system } = useUnits();
  const notes = useMemo(() => numbered(findings), [findings]);
  const shape = shapes.find((one) => one.id === plan.work.shape);
  return (
    <>
      <AnswerLine step="work" />
      <div className={sheet.drawings}>
        <div className={sheet.wide}>
          <PlanView
            work={evaluation.work}
            camera={null}
            system={system}
            notes={notes}
            zone={{
              onDrag: (zone) => drag(withZone(plan, zone)),
              onCommit: (zone) => void commit((now) => withZone(now, zone)),
            }}
          />
        </div>
        <div className={sheet.narrow}>
          <TopView
            work={evaluation.work}
            system={system}
            onDrag={(top) => drag(withValue(plan, '/work/zone_top_mm', top))}
            onCommit={(top) => void commit((now) => withValue(now, '/work/zone_top_mm', top))}
          />
        </div>
      </div>
      <div className={sheet.inputs}>
        <ChoiceField
          wide
          label="Shape of work"
          value={plan.work.shape}
          choices={shapes.map((one) => ({ value: one.id, label: one.title }))}
          explain={shape ? `${shape.says}; fills in what is not given` : undefined}
          onChange={(value) => void set('/work/shape', value)}
        />
        {[
          '/work/zone/width_mm',
          '/work/zone/depth_mm',
          '/work/zone_top_mm',
          '/work/finest_detail_mm',
          '/work/zone/margin_mm',
          '/maker/hand_room_mm',
          '/table/width_mm',
          '/table/depth_mm',
          '/table/height_mm',
          '/work/zone/from_left_edge_mm',
          '/work/zone/from_front_edge_mm',
          '/room/ceiling_mm',
        ].map((pointer) => (
          <PlanField key={pointer} pointer={pointer} />
        ))}
      </div>
    </>
  );
}
