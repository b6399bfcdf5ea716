/** Work: what is filmed, and where. */

import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { getShapes } from '../../api/fixed';
import type { Plan } from '../../api/types';
import { withEntry, withValue } from '../../domain/plan';
import type { Place } from '../../drawing/handles/useHandle';
import { PlanView } from '../../drawing/plan/PlanView';
import type { ZonePlace } from '../../drawing/plan/zone';
import { numbered } from '../../drawing/words/notes';
import { ChoiceField } from '../../fields/ChoiceField';
import { PlanField } from '../../fields/PlanField';
import { useSheet } from '../../saving/context';
import { AnswerLine } from '../../sheet/AnswerLine';
import { FigureList } from '../../sheet/FigureList';
import type { SheetProps } from '../../sheet/step';
import sheet from '../../ui/SheetLayout.module.css';
import { useUnits } from '../../ui/units';
import { TopView } from './drawing/TopView';
import { HazardsGroup } from './HazardsGroup';
import { HollowGroup } from './HollowGroup';
import { RoomGroup } from './RoomGroup';
import { ThingsGroup } from './ThingsGroup';
import { MakerGroup, SurfaceGroup } from './WorkGroups';

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

export function WorkSheet({ findings }: SheetProps) {
  const shapes = useQuery({ queryKey: ['shapes'], queryFn: getShapes }).data ?? [];
  const { plan, evaluation, drag, commit, set } = useSheet();
  const { system } = useUnits();
  const notes = useMemo(() => numbered(findings), [findings]);
  const shape = shapes.find((one) => one.id === plan.work.shape);
  const flat = evaluation.drawings.work.tilt_deg === 0;
  const withItem = (now: Plan, index: number, { x, y }: Place) =>
    withEntry(now, '/work/items', index, { x_mm: x, y_mm: y });
  const withLean = (now: Plan, deg: number) => withValue(now, '/maker/lean_deg', deg);
  return (
    <>
      <AnswerLine step="work" />
      <div className={sheet.drawings}>
        <div className={sheet.wide}>
          <PlanView
            work={evaluation.drawings.work}
            camera={null}
            system={system}
            notes={notes}
            {...(flat
              ? {
                  zone: {
                    onDrag: (zone: ZonePlace) => drag(withZone(plan, zone)),
                    onCommit: (zone: ZonePlace) => void commit((now) => withZone(now, zone)),
                  },
                }
              : {})}
            items={{
              now: plan.work.items,
              onDrag: (index, place) => drag(withItem(plan, index, place)),
              onCommit: (index, place) => void commit((now) => withItem(now, index, place)),
            }}
          />
        </div>
        <div className={sheet.narrow}>
          <TopView
            work={evaluation.drawings.work}
            system={system}
            onDrag={(top) => drag(withValue(plan, '/work/zone_top_mm', top))}
            onCommit={(top) => void commit((now) => withValue(now, '/work/zone_top_mm', top))}
            lean={{
              onDrag: (deg) => drag(withLean(plan, deg)),
              onCommit: (deg) => void commit((now) => withLean(now, deg)),
            }}
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
        ].map((pointer) => (
          <PlanField key={pointer} pointer={pointer} />
        ))}
      </div>
      <MakerGroup />
      <SurfaceGroup />
      <ThingsGroup />
      <HollowGroup />
      <HazardsGroup />
      <RoomGroup />
      <FigureList begins="work." />
      {shape ? (
        <p className={sheet.usual}>
          Usual angles for this work:{' '}
          {shape.angles.map((angle) => angle.replace('-', ' ')).join(', ')}.
        </p>
      ) : null}
    </>
  );
}
