/** Which camera a sheet is seen by; nothing to choose with one. */
import { cameraNames } from '../domain/cameras';
import classes from './CameraChoice.module.css';
import { Segments } from './Segments';
import { useSheet } from './sheet';

interface Props {
  chosen: number;
  onChoose: (camera: number) => void;
}

export function CameraChoice({ chosen, onChoose }: Props) {
  const { plan } = useSheet();
  if (plan.cameras.length < 2) return null;
  return (
    <div className={classes.choice}>
      <span>Seen by</span>
      <Segments
        label="Seen by"
        value={String(chosen)}
        onChange={(value) => onChoose(Number(value))}
        choices={cameraNames(plan.cameras).map((label, index) => ({ value: String(index), label }))}
      />
    </div>
  );
}
