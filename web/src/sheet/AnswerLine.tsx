/** The answer of a step in one or two sentences; every figure in it is a door. */
import { fieldAt } from '../fields/fields';
import { figureOf, useSheet } from '../saving/context';
import { type Door, Sentence } from '../ui/Sentence';
import classes from './AnswerLine.module.css';
import { FigureDoor } from './FigureDoor';

/** Of several cameras, the answer for the one in hand. */
export function AnswerLine({ step }: { step: string }) {
  const { evaluation, camera, fields } = useSheet();
  const answers = evaluation.answers.filter((one) => one.step === step);
  const answer = answers.find((one) => one.about === camera.id) ?? answers[0];
  if (!answer) return null;
  const door = ({ figure: key, field: pointer }: Door, words: string) => {
    const { figure, working } = figureOf({ evaluation, camera }, key);
    const field = pointer ? fieldAt(fields, pointer) : undefined;
    if (!figure && !field) return words;
    return (
      <FigureDoor
        words={words}
        figure={figure}
        working={working}
        label={figure?.title ?? field?.label ?? ''}
        pointer={field ? pointer : null}
      />
    );
  };
  return (
    <div className={classes.answer}>
      <h1 className={classes.line} aria-live="polite">
        <Sentence pieces={answer.line} renderDoor={door} />
      </h1>
      {answer.under.length ? (
        <p className={classes.under}>
          <Sentence pieces={answer.under} renderDoor={door} />
        </p>
      ) : null}
    </div>
  );
}
