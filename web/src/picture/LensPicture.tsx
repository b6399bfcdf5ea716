/** What the lens sees: the picture of the simulated camera, following while something is dragged. */
import { NativeSelect, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import { sentencesOf } from '../api/client';
import { useSheet } from '../saving/context';
import { download } from '../ui/download';
import classes from './LensPicture.module.css';
import { getPicture } from './requests';
import { usePicture } from './usePicture';

/** Smaller while something is dragged: the picture keeps up with the hand. */
const DRAG_PX = 176;
const SHOWN_PX = 320;
const FINE_PX = 1280;
const POSES = [
  'hand near, at the left',
  'hand near, in the middle',
  'hand near, at the right',
  'hand at the left',
  'hand in the middle',
  'hand at the right',
  'hand far, at the left',
  'hand far, in the middle',
  'hand far, at the right',
];

interface Props {
  className?: string;
  /** Told to whoever draws the same pose. */
  onPose?: (pose: number) => void;
}

export function LensPicture({ className, onPose }: Props) {
  const { plan, answered, camera: inHand, dragging } = useSheet();
  const camera = inHand.index;
  const [pose, setPose] = useState(4);
  const [saving, setSaving] = useState<string | null>(null);
  const forms = inHand.result?.drawings.lens?.rim != null;
  const [back, setBack] = useState(false);
  const { now, before } = usePicture(forms ? answered : null, {
    camera,
    widthPx: dragging ? DRAG_PX : SHOWN_PX,
    quality: dragging ? 'draft' : 'fine',
    pose,
  });

  const shown = back && before ? before : now;

  const save = async (): Promise<void> => {
    setSaving('Drawing it large');
    try {
      const blob = await getPicture(plan, camera, FINE_PX, 'fine', pose);
      download(blob, `${plan.title.slice(0, 60)}, as the lens sees it.png`);
      setSaving(null);
    } catch (error) {
      setSaving(sentencesOf(error)[0] ?? null);
    }
  };

  const width = plan.delivery.width_px ?? 1920;
  const height = plan.delivery.height_px ?? 1080;
  return (
    <figure className={`${classes.picture} ${className ?? ''}`}>
      <div className={classes.frame} style={{ aspectRatio: `${width} / ${height}` }}>
        {shown ? (
          <img
            src={shown}
            alt={`What the lens sees: table, work, arms and hands, ${
              plan.lights.some((one) => one.lit) ? 'by the lamps of the plan' : 'by an even sky'
            }`}
          />
        ) : (
          <span>{forms ? 'Drawing' : 'No picture from here'}</span>
        )}
      </div>
      <figcaption>
        <NativeSelect
          aria-label="Pose in the picture"
          size="xs"
          value={String(pose)}
          data={POSES.map((label, index) => ({ value: String(index), label }))}
          onChange={(event) => {
            setPose(Number(event.currentTarget.value));
            onPose?.(Number(event.currentTarget.value));
          }}
        />
        {before ? (
          <UnstyledButton
            className={classes.take}
            aria-pressed={back}
            onClick={() => setBack((was) => !was)}
          >
            {back ? 'as it is now' : 'before the change'}
          </UnstyledButton>
        ) : null}
        {forms ? (
          <UnstyledButton className={classes.take} onClick={() => void save()}>
            save large
          </UnstyledButton>
        ) : null}
      </figcaption>
      {saving ? <output className={classes.saving}>{saving}</output> : null}
    </figure>
  );
}
