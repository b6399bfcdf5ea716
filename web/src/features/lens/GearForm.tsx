/** The rows of a form for gear of one's own, with the ways out at its foot. */
import { Button, Checkbox, TextInput } from '@mantine/core';
import { useState } from 'react';
import sheet from '../../ui/SheetLayout.module.css';
import { useUnits } from '../../ui/units';
import type { Row, Texts } from './ownGear';

interface Props {
  heading: string;
  rows: readonly Row[];
  refusals: Texts;
  texts: Texts;
  onText: (name: string, text: string) => void;
  onUse: (keep: boolean) => void;
  onClose: () => void;
  children?: React.ReactNode;
}

export function GearForm({
  heading,
  rows,
  refusals,
  texts,
  onText,
  onUse,
  onClose,
  children,
}: Props) {
  const [keep, setKeep] = useState(true);
  const { system } = useUnits();
  return (
    <form
      className={sheet.panel}
      aria-label={heading}
      onSubmit={(event) => {
        event.preventDefault();
        onUse(keep);
      }}
    >
      <h2>{heading}</h2>
      <div className={sheet.panelFields}>
        {children}
        <TextInput
          label="What you call it"
          value={texts.name ?? ''}
          maxLength={120}
          onChange={(event) => onText('name', event.currentTarget.value)}
        />
        {rows.map((row) => (
          <TextInput
            key={row.name}
            label={row.label}
            description={row.length ? `${system}; ${row.explain}` : row.explain}
            inputMode="decimal"
            value={texts[row.name] ?? ''}
            error={refusals[row.name]}
            onChange={(event) => onText(row.name, event.currentTarget.value)}
          />
        ))}
      </div>
      {refusals[''] ? <p role="alert">{refusals['']}</p> : null}
      <div className={sheet.panelWays}>
        <Button type="submit">Use it in this plan</Button>
        <Button variant="default" onClick={onClose}>
          Leave it
        </Button>
        <Checkbox
          label="Put it in the cupboard too"
          checked={keep}
          onChange={(event) => setKeep(event.currentTarget.checked)}
        />
      </div>
    </form>
  );
}
