/** The hanging hours without their strings: the bob is hung where it is thought to stop; then strings and frays appear. */
import type { RollDrawing } from '../../api/types';
import { HangingHours } from '../../steps/roll/drawing/HangingHours';

interface Props {
  drawing: RollDrawing;
  minutes: number;
  told: boolean;
  onGuess: ((minutes: number) => void) | null;
}

const nothing = (): void => undefined;

export function DrillHours({ drawing, minutes, told, onGuess }: Props) {
  const bare: RollDrawing = {
    ...drawing,
    strings: [],
    alarms: [],
    rolling: [],
    bare: [],
    missed: [],
  };
  return (
    <HangingHours
      drawing={told ? drawing : bare}
      asked={minutes * 60}
      running={!onGuess}
      onAsk={onGuess ? (seconds) => onGuess(Math.round(seconds / 60)) : nothing}
      onMove={nothing}
    />
  );
}
