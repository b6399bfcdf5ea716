/** A choice of one from few that stand side by side. */
import { SegmentedControl } from '@mantine/core';
import { memo } from 'react';
import { useSteady } from '../ui/steady';

interface Props {
  label: string;
  value: string;
  choices: readonly { value: string; label: string }[];
  onChange: (value: string) => void;
}

export function Segments({ onChange, ...rest }: Props) {
  return <Drawn {...rest} onChange={useSteady(onChange)} />;
}

const Drawn = memo(function Drawn({ label, value, choices, onChange }: Props) {
  return (
    <SegmentedControl
      size="xs"
      aria-label={label}
      value={value}
      onChange={onChange}
      data={[...choices]}
    />
  );
});
