/** The answer of a step in one or two sentences; every figure in it is a door. */
import { fieldAt } from '../domain/fields';
import classes from './AnswerLine.module.css';
import { FigureDoor } from './FigureDoor';
import { type Door, Sentence } from './Sentence';
import { figureOf, useSheet } from './sheet';

/** Of several cameras, the answer for one; without `camera` for the first. */
export function AnswerLine({ step, camera = 0 }: { step: string; camera?: number }) {
  const { evaluation } = useSheet();
  const answers = evaluation.answers.filter((one) => one.step === step);
  const about = evaluation.cameras[camera]?.id;
  const answer = answers.find((one) => one.about === about) ?? answers[0];
  if (!answer) return null;
  const door = ({ figure: key, field: pointer }: Door, words: string) => {
    const { figure, working } = figureOf(evaluation, key);
    const field = pointer ? fieldAt(pointer) : undefined;
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
