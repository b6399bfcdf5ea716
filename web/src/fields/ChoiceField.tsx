/** A choice from few, with the same look as a typed figure. */
import { NativeSelect } from '@mantine/core';
import { memo } from 'react';
import { useSteady } from '../ui/steady';
import classes from './FigureField.module.css';

interface Props {
  label: string;
  value: string;
  choices: readonly { value: string; label: string }[];
  explain?: string;
  wide?: boolean;
  onChange: (value: string) => void;
}

export function ChoiceField({ onChange, ...rest }: Props) {
  return <Drawn {...rest} onChange={useSteady(onChange)} />;
}

const Drawn = memo(function Drawn({
  label,
  value,
  choices,
  explain,
  wide = false,
  onChange,
}: Props) {
  return (
    <div className={classes.field} style={{ width: wide ? '12.4rem' : '9.8rem' }}>
      <NativeSelect
        label={label}
        value={value}
        data={[...choices]}
        classNames={{ input: `${classes.input} ${classes.choice}`, label: classes.label }}
        onChange={(event) => onChange(event.currentTarget.value)}
      />
      <div className={classes.more}>{explain}</div>
    </div>
  );
});
