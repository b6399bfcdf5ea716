/** The answer of a step in one or two sentences; every figure in it is a door. */
import { fieldAt } from '../domain/fields';
import classes from './AnswerLine.module.css';
import { FigureDoor } from './FigureDoor';
import { PlanField } from './PlanField';
import { type Door, Sentence } from './Sentence';
import { figureOf, useSheet } from './sheet';

export function AnswerLine({ step }: { step: string }) {
  const { evaluation } = useSheet();
  const answer = evaluation.answers.find((one) => one.step === step);
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
        field={pointer && field ? <PlanField pointer={pointer} autoFocus /> : null}
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
