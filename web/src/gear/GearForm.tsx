/** A thing of the cupboard by its figures. What is left open is not known. */
import { Button, MultiSelect, NativeSelect, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { GearField, GearKind, Problem, Thing } from '../api/types';
import { inSystem, type UnitSystem } from '../domain/units';
import { useUnits } from '../ui/units';
import classes from './GearForm.module.css';
import { Helpers } from './Helpers';
import {
  draftOf,
  figuresOf,
  type GearDraft,
  listsOf,
  pathsOf,
  type Refusals,
  refusalsFrom,
  shown,
  unitOf,
} from './model';

interface Props {
  heading: string;
  kind: GearKind;
  fields: readonly GearField[];
  figures: Thing['figures'] | null;
  submit: string;
  onSubmit: (figures: Thing['figures']) => Promise<readonly Problem[]>;
  onClose: () => void;
  children?: React.ReactNode;
}

export function GearForm(props: Props) {
  const { heading, kind, fields, figures, submit, onSubmit, onClose, children } = props;
  const { system } = useUnits();
  const [draft, setDraft] = useState<GearDraft>(() => draftOf(fields, figures, system));
  const [refusals, setRefusals] = useState<Refusals>({});
  const [busy, setBusy] = useState(false);
  const fill = (texts: Record<string, string>) =>
    setDraft((now) => ({ ...now, texts: { ...now.texts, ...texts } }));

  const send = async (): Promise<void> => {
    const typed = figuresOf(kind, fields, draft, system);
    setRefusals(typed.refusals);
    if (Object.keys(typed.refusals).length) return;
    setBusy(true);
    const problems = await onSubmit(typed.figures);
    setBusy(false);
    if (problems.length) setRefusals(refusalsFrom(problems));
  };

  const lists = listsOf(fields);
  const own = fields.filter((field) => !field.path.includes('/*/'));
  return (
    <form
      className={classes.form}
      aria-label={heading}
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <h2>{heading}</h2>
      <div className={classes.fields}>
        {pathsOf(own, {})
          .filter(({ field }) => field.path !== 'ies' && shown(kind, field.path, draft.texts))
          .map(({ field, path }) => (
            <OneField
              key={path}
              field={field}
              text={draft.texts[path] ?? ''}
              refusal={refusals[path]}
              system={system}
              onText={(text) => fill({ [path]: text })}
            />
          ))}
      </div>
      {lists.map((list) => (
        <ListOf
          key={list}
          list={list}
          kind={kind}
          fields={fields.filter((field) => field.path.startsWith(`${list}/*/`))}
          draft={draft}
          refusals={refusals}
          system={system}
          onDraft={setDraft}
        />
      ))}
      <Helpers kind={kind} texts={draft.texts} onFill={fill} />
      {refusals[''] ? <p role="alert">{refusals['']}</p> : null}
      <div className={classes.ways}>
        <Button type="submit" loading={busy}>
          {submit}
        </Button>
        <Button variant="default" onClick={onClose}>
          Leave it
        </Button>
        {children}
      </div>
    </form>
  );
}

const LIST_WORDS: Record<string, [string, string]> = {
  modes: ['Recording mode', 'one more recording mode'],
  joints: ['Joint', 'one more joint'],
};

function ListOf({
  list,
  kind,
  fields,
  draft,
  refusals,
  system,
  onDraft,
}: {
  list: string;
  kind: GearKind;
  fields: readonly GearField[];
  draft: GearDraft;
  refusals: Refusals;
  system: UnitSystem;
  onDraft: (change: (now: GearDraft) => GearDraft) => void;
}) {
  const count = draft.counts[list] ?? 0;
  const [title, more] = LIST_WORDS[list] ?? [list, 'one more'];
  const least = list === 'modes' ? 1 : 0;
  const setCount = (next: number) =>
    onDraft((now) => ({ ...now, counts: { ...now.counts, [list]: next } }));
  return (
    <div className={classes.list}>
      {Array.from({ length: count }, (_, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: entries are told apart by their place
        <fieldset key={place} className={classes.entry}>
          <legend>
            {title} {place + 1}
          </legend>
          <div className={classes.fields}>
            {fields
              .filter((field) => shown(kind, field.path, draft.texts))
              .map((field) => {
                const path = field.path.replace('/*/', `/${place}/`);
                return (
                  <OneField
                    key={path}
                    field={field}
                    text={draft.texts[path] ?? ''}
                    refusal={refusals[path]}
                    system={system}
                    onText={(text) =>
                      onDraft((now) => ({ ...now, texts: { ...now.texts, [path]: text } }))
                    }
                  />
                );
              })}
          </div>
        </fieldset>
      ))}
      <div className={classes.ways}>
        <Button variant="subtle" size="compact-sm" onClick={() => setCount(count + 1)}>
          {more}
        </Button>
        {count > least ? (
          <Button variant="subtle" size="compact-sm" onClick={() => setCount(count - 1)}>
            without the last
          </Button>
        ) : null}
      </div>
    </div>
  );
}

function OneField({
  field,
  text,
  refusal,
  system,
  onText,
}: {
  field: GearField;
  text: string;
  refusal: string | undefined;
  system: UnitSystem;
  onText: (text: string) => void;
}) {
  const unknown = field.needed ? [] : [{ value: '', label: 'not known' }];
  if (field.kind === 'choice' || field.kind === 'flag') {
    const choices = field.kind === 'flag' ? ['yes', 'no'] : field.choices;
    return (
      <NativeSelect
        className={classes.field}
        label={field.label}
        description={field.explain || ' '}
        value={text}
        data={[...unknown, ...choices.map((one) => ({ value: one, label: one }))]}
        error={refusal}
        onChange={(event) => onText(event.currentTarget.value)}
      />
    );
  }
  if (field.kind === 'choices') {
    return (
      <MultiSelect
        className={classes.wideField}
        label={field.label}
        description={field.explain || ' '}
        data={[...field.choices]}
        value={text.split('|').filter(Boolean)}
        error={refusal}
        onChange={(values) => onText(values.join('|'))}
      />
    );
  }
  const unit = unitOf(field, system);
  return (
    <TextInput
      className={field.path.endsWith('name') ? classes.wideField : classes.field}
      label={field.label}
      description={[unit, field.explain].filter(Boolean).join('; ') || ' '}
      placeholder={field.needed ? '' : 'not known'}
      inputMode={field.kind === 'text' ? 'text' : 'decimal'}
      maxLength={120}
      value={text}
      error={refusal && field.length ? inSystem(refusal, system) : refusal}
      onChange={(event) => onText(event.currentTarget.value)}
    />
  );
}
