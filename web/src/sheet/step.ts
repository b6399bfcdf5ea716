/** A step of the work: one sheet. */
import type { ComponentType } from 'react';
import type { Finding, StepId } from '../api/types';

export interface SheetProps {
  planId: string;
  /** The notes of this step for the camera in hand, in the order in which they are numbered. */
  findings: readonly Finding[];
}

export interface Step {
  id: string;
  /** Which step of the core is worked out while something on this sheet is dragged. */
  works: StepId;
  name: string;
  /** The key that opens it, always the same. */
  key: string;
  /** What it answers, in the maker's words. */
  question: string;
  Sheet: ComponentType<SheetProps>;
  /** Codes of notes of other steps that are this one's matter too. */
  also?: readonly string[];
  /** Whether margin notes stand beside it. */
  hasMargin: boolean;
}
