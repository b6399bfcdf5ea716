/** The unit system that the maker reads, kept in the browser. */
import { createContext, useContext } from 'react';
import type { UnitSystem } from '../domain/units';

export interface Units {
  system: UnitSystem;
  swap: () => void;
}

export const UnitsContext = createContext<Units>({ system: 'cm', swap: () => undefined });

export const useUnits = (): Units => useContext(UnitsContext);
