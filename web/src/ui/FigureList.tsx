/** Every figure of a step that was worked out for the camera, each a door to its arithmetic. */
import { quantityWords } from '../domain/units';
import { FieldGroup } from './FieldGroup';
import { FigureDoor } from './FigureDoor';
import classes from './FigureList.module.css';
import { useSheet } from './sheet';
import { useUnits } from './units';

export function FigureList({ begins, camera: index = 0 }: { begins: string; camera?: number }) {
  const { evaluation } = useSheet();
  const { system } = useUnits();
  const camera = evaluation.cameras[index];
  const figures = camera?.figures.filter((one) => one.key.startsWith(begins)) ?? [];
  if (!camera || !figures.length) return null;
  return (
    <FieldGroup title="Every figure" words={`${figures.length} worked out`}>
      <ul className={classes.figures}>
        {figures.map((figure) => (
          <li key={figure.key}>
            <span>{figure.title}</span>
            <FigureDoor
              words={quantityWords(figure.quantity, system)}
              figure={figure}
              working={camera.working.find((one) => one.figure === figure.key)}
              pointer={null}
              label={figure.title}
            />
          </li>
        ))}
      </ul>
    </FieldGroup>
  );
}
