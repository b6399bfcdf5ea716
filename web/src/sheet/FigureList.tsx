/** Every figure of a step that was worked out for the camera, each a door to its arithmetic. */
import { quantityWords } from '../domain/units';
import { FieldGroup } from '../fields/FieldGroup';
import { figureOf, useSheet } from '../saving/context';
import { useUnits } from '../ui/units';
import { FigureDoor } from './FigureDoor';
import classes from './FigureList.module.css';

export function FigureList({ begins }: { begins: string }) {
  const { camera, evaluation } = useSheet();
  const { system } = useUnits();
  const all = [evaluation, camera.result];
  const figures = all
    .flatMap((one) => one?.figures ?? [])
    .filter((one) => one.key.startsWith(begins));
  if (!figures.length) return null;
  return (
    <FieldGroup title="Every figure" words={`${figures.length} worked out`}>
      <ul className={classes.figures}>
        {figures.map((figure) => (
          <li key={figure.key}>
            <span>{figure.title}</span>
            <FigureDoor
              words={quantityWords(figure.quantity, system)}
              figure={figure}
              working={figureOf({ evaluation, camera }, figure.key).working}
              pointer={null}
              label={figure.title}
            />
          </li>
        ))}
      </ul>
    </FieldGroup>
  );
}
