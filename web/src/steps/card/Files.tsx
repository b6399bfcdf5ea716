/** Drawings to scale, the scene and the figures as files. */
import { Button } from '@mantine/core';
import { useState } from 'react';
import type { CameraViews, Plan } from '../../api/types';
import { ChoiceField } from '../../fields/ChoiceField';
import { Section } from '../../ui/Section';
import { useUnits } from '../../ui/units';
import classes from './files.module.css';
import {
  type DrawingForm,
  drawingFile,
  figuresFile,
  type Paper,
  type Scale,
  sceneFile,
  type ViewName,
} from './requests';

const VIEWS: Record<ViewName, string> = {
  side: 'From the side',
  above: 'From above',
  frame: 'Tape marks',
  parts: 'What goes on what',
};
const SCALES: Record<Scale, string> = {
  fit: 'as large as the sheet takes',
  '5': '1:5',
  '10': '1:10',
  '20': '1:20',
  '25': '1:25',
  '50': '1:50',
};

interface Props {
  planId: string;
  plan: Plan;
  paper: Paper;
  views: readonly CameraViews[];
}

export function Files({ planId, plan, paper, views }: Props) {
  const { system } = useUnits();
  const [view, setView] = useState<ViewName>('side');
  const [scale, setScale] = useState<Scale>('fit');
  const [chosen, setCamera] = useState('');
  const camera = views.some((one) => one.camera === chosen) ? chosen : (views[0]?.camera ?? '');
  const own = views.find((one) => one.camera === camera);
  const there = (Object.keys(VIEWS) as ViewName[]).filter((one) => own?.[one]);
  const wish = { view: there.includes(view) ? view : 'side', camera, paper, scale, units: system };
  const link = (form: DrawingForm, name: string) => (
    <Button
      component="a"
      key={form}
      variant="default"
      size="compact-md"
      href={drawingFile(planId, { ...wish, form } as Parameters<typeof drawingFile>[1])}
      download
    >
      {name}
    </Button>
  );
  return (
    <div data-noprint className={classes.files}>
      <Section title="Drawings, scene and figures as files">
        <div className={classes.row}>
          <ChoiceField
            label="Drawing"
            value={wish.view}
            onChange={(value) => setView(value as ViewName)}
            choices={there.map((value) => ({ value, label: VIEWS[value] }))}
          />
          {plan.cameras.length > 1 ? (
            <ChoiceField
              label="Camera"
              value={camera}
              onChange={(value) => setCamera(value)}
              choices={views.map((one, index) => ({
                value: one.camera,
                label: `${'ABCDEFGH'[index]} ${one.camera}`,
              }))}
            />
          ) : null}
          <ChoiceField
            label="Scale"
            value={scale}
            onChange={(value) => setScale(value as Scale)}
            choices={(Object.keys(SCALES) as Scale[]).map((value) => ({
              value,
              label: SCALES[value],
            }))}
          />
          <div className={classes.links}>
            {link('pdf', 'PDF to scale')}
            {link('svg', 'SVG')}
            {link('dxf', 'DXF')}
          </div>
        </div>
        <div className={classes.links}>
          <Button
            component="a"
            variant="default"
            size="compact-md"
            href={sceneFile(planId)}
            download
          >
            The rig in space, glTF
          </Button>
          <Button
            component="a"
            variant="default"
            size="compact-md"
            href={figuresFile(planId, system)}
            download
          >
            All figures, CSV
          </Button>
        </div>
      </Section>
    </div>
  );
}
