/** What happened beside the take: something stopped, was done, was set otherwise, was lost; the next stage; the end. */
import { Button, NativeSelect, NumberInput, TextInput } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import classes from '../bench.module.css';
import type { Says } from '../told';
import { type Field, FORMS, filledIn, type Given, PANELS, type Panel, type Values } from './forms';

interface Props extends Given {
  onSay: (says: Says) => void;
}

export function Tell(props: Props) {
  const [open, setOpen] = useState<Panel | null>(null);
  const opened = useRef<HTMLDivElement>(null);
  // The thumb's bar lies over the foot of the page: what was opened comes up from under it.
  useEffect(() => {
    if (open !== null) opened.current?.scrollIntoView({ block: 'nearest' });
  }, [open]);
  const done = (says: Says): void => {
    props.onSay(says);
    setOpen(null);
  };
  if (!props.standing.begun) return null;
  const there = PANELS.filter((one) => one.panel !== 'stage' || props.plan.stages.length);
  return (
    <section className={classes.tell} aria-label="What else happened">
      <div className={classes.panels}>
        {there.map((one) => (
          <button
            key={one.panel}
            type="button"
            className={classes.panel}
            aria-expanded={open === one.panel}
            onClick={() => setOpen(open === one.panel ? null : one.panel)}
          >
            {one.words}
          </button>
        ))}
      </div>
      <div ref={opened} className={classes.opened}>
        {open === 'stage' ? <StagePanel {...props} onSay={done} /> : null}
        {open !== null && open !== 'stage' ? (
          <FormPanel key={open} {...props} panel={open} onSay={done} />
        ) : null}
      </div>
    </section>
  );
}

function FormPanel({ panel, onSay, ...given }: Props & { panel: Exclude<Panel, 'stage'> }) {
  const [values, setValues] = useState<Values>({});
  const form = FORMS[panel](given, values);
  const { says } = form;
  return (
    <div className={classes.fields}>
      {form.words ? <p className={classes.says}>{form.words}</p> : null}
      {form.fields.map((field) => (
        <OneField
          key={field.name}
          field={field}
          value={filledIn(field, values)}
          onChange={(value) => setValues({ ...values, [field.name]: value })}
        />
      ))}
      {form.button ? (
        <Button size="lg" fullWidth disabled={!says} onClick={() => says && onSay(says)}>
          {form.button}
        </Button>
      ) : null}
    </div>
  );
}

interface OneFieldProps {
  field: Field;
  value: string;
  onChange: (value: string) => void;
}

function OneField({ field, value, onChange }: OneFieldProps) {
  if (field.kind === 'choose') {
    return (
      <NativeSelect
        size="md"
        label={field.label}
        value={value}
        data={[...(field.options ?? [])]}
        onChange={(event) => onChange(event.currentTarget.value)}
      />
    );
  }
  if (field.kind === 'number') {
    return (
      <NumberInput
        size="md"
        label={field.label}
        description={field.under}
        value={value}
        min={0}
        max={field.most}
        onChange={(told) => onChange(String(told))}
      />
    );
  }
  return (
    <TextInput
      size="md"
      label={field.label}
      value={value}
      maxLength={field.most}
      onChange={(event) => onChange(event.currentTarget.value)}
    />
  );
}

function StagePanel({ plan, standing, onSay }: Props) {
  return (
    <div className={classes.fields}>
      {plan.stages.map((one) => (
        <Button
          key={one.name}
          size="lg"
          fullWidth
          variant={one.name === standing.stage ? 'filled' : 'default'}
          onClick={() => onSay({ kind: 'stage', name: one.name })}
        >
          {one.name}
        </Button>
      ))}
    </div>
  );
}
