/** Every figure of a step that was worked out for the camera, each a door to its arithmetic. */
import { quantityWords } from '../domain/units';
import { FieldGroup } from '../fields/FieldGroup';
import { useSheet } from '../saving/context';
import { useUnits } from '../ui/units';
import { FigureDoor } from './FigureDoor';
import classes from './FigureList.module.css';

export function FigureList({ begins }: { begins: string }) {
  const camera = useSheet().camera.result;
  const { system } = useUnits();
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
