import { externalStore } from '../../store/externalStore.ts'
import type { SimulatedSettings } from '../run/runMachine.ts'

/** The simulated player, if it plays: it stays from one exercise to the next. */
export const simulatedChoice = externalStore<SimulatedSettings | undefined>(undefined)
