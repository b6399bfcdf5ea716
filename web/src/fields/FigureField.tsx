/** One figure of the plan, typed where it is seen. Draft text is kept apart from what is stored. */
import { TextInput, UnstyledButton } from '@mantine/core';
import { memo, useEffect, useId, useState } from 'react';
import type { Assumption, Problem } from '../api/types';
import { inSystem, quantityWords } from '../domain/units';
import { useUnits } from '../ui/units';
import classes from './FigureField.module.css';
import { type FieldInfo, fieldText, readField } from './fields';

interface Props {
  field: FieldInfo;
  value: unknown;
  assumption?: Assumption | undefined;
  onCommit: (value: number | string | null) => Promise<readonly Problem[]>;
  autoFocus?: boolean;
}

export const FigureField = memo(function FigureField({
  field,
  value,
  assumption,
  onCommit,
  autoFocus = false,
}: Props) {
  const { system } = useUnits();
  const id = useId();
  const stored = fieldText(field.form, value, system);
  const [draft, setDraft] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const spelled = field.form === 'mass' && system === 'in';
  const unit = field.form === 'length' ? system : spelled ? '' : field.unit;

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new stored value ends the draft
  useEffect(() => {
    setDraft(null);
    setRefusal(null);
  }, [value, system]);

  const finish = async (): Promise<void> => {
    if (draft === null || draft.trim() === stored) {
      setDraft(null);
      setRefusal(null);
      return;
    }
    const read = readField(field, draft, system);
    if ('refusal' in read) {
      setRefusal(read.refusal);
      return;
    }
    if (read.value === value) {
      setDraft(null);
      setRefusal(null);
      return;
    }
    const problems = await onCommit(read.value);
    const sentence = problems[0]?.sentence ?? null;
    setRefusal(sentence && field.form === 'length' ? inSystem(sentence, system) : sentence);
    if (!sentence) setDraft(null);
  };

  const assumed =
    assumption && (value === null || value === undefined)
      ? assumption.quantity
        ? fieldText(field.form, assumption.quantity.value, system)
        : assumption.text
      : '';

  return (
    <div className={`${classes.field} ${field.form === 'text' ? classes.textField : ''}`}>
      <TextInput
        id={id}
        label={field.label}
        inputSize={field.form === 'text' ? undefined : '7'}
        value={draft ?? stored}
        placeholder={assumed}
        data-autofocus={autoFocus || undefined}
        inputMode={field.form === 'text' ? 'text' : 'decimal'}
        rightSection={unit ? <span className={classes.unit}>{unit}</span> : null}
        rightSectionPointerEvents="none"
        error={refusal}
        aria-describedby={`${id}-more`}
        classNames={{ input: classes.input, label: classes.label }}
        onChange={(event) => setDraft(event.currentTarget.value)}
        onBlur={() => void finish()}
        onKeyDown={(event) => {
          if (event.key === 'Enter') void finish();
          if (event.key === 'Escape' && draft !== null) {
            event.stopPropagation();
            setDraft(null);
            setRefusal(null);
          }
        }}
      />
      <div id={`${id}-more`} className={classes.more}>
        {assumption && assumed ? (
          <>
            <em title={assumption.why}>assumed</em>
            <span className="visually-hidden">, {assumption.why}</span>
            {assumption.quantity ? (
              <>
                {' · '}
                <UnstyledButton
                  className={classes.confirm}
                  aria-label={`Confirm ${field.label}: ${quantityWords(assumption.quantity, system)}`}
                  onClick={() => void onCommit(assumption.quantity?.value ?? null)}
                >
                  confirm
                </UnstyledButton>
              </>
            ) : null}
          </>
        ) : (
          field.explain
        )}
      </div>
    </div>
  );
});
