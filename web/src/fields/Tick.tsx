/** Something that is so or is not. */
import { Checkbox } from '@mantine/core';
import { memo } from 'react';
import { useSteady } from '../ui/steady';

interface Props {
  label: string;
  /** What is read out, where the label alone would not do. */
  name?: string;
  className?: string | undefined;
  checked: boolean;
  onChange: (checked: boolean) => void;
}

export function Tick({ onChange, ...rest }: Props) {
  return <Drawn {...rest} onChange={useSteady(onChange)} />;
}

const Drawn = memo(function Drawn({ label, name, className, checked, onChange }: Props) {
  return (
    <Checkbox
      className={className}
      label={label}
      aria-label={name}
      checked={checked}
      onChange={(event) => onChange(event.currentTarget.checked)}
    />
  );
});
