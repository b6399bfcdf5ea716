/** Every figure that was worked out for the camera, each a door to its arithmetic. */
import { quantityWords } from '../../domain/units';
import { FieldGroup } from '../../ui/FieldGroup';
import { FigureDoor } from '../../ui/FigureDoor';
import { useSheet } from '../../ui/sheet';
import { useUnits } from '../../ui/units';
import classes from './lens.module.css';

export function EveryFigure() {
  const { evaluation } = useSheet();
  const { system } = useUnits();
  const camera = evaluation.cameras[0];
  if (!camera?.figures.length) return null;
  return (
    <FieldGroup title="Every figure" words={`${camera.figures.length} worked out`}>
      <ul className={classes.figures}>
        {camera.figures.map((figure) => (
          <li key={figure.key}>
            <span>{figure.title}</span>
            <FigureDoor
              words={quantityWords(figure.quantity, system)}
              figure={figure}
              working={camera.working.find((one) => one.figure === figure.key)}
              field={null}
              label={figure.title}
            />
          </li>
        ))}
      </ul>
    </FieldGroup>
  );
}
