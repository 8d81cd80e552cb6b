import type { AnyInputs, StateId } from '../stage/data.ts';

/** What amplifiers that drive a load have in common: what they draw in each state, and what of it stays as heat. */

/** Of full power, where the programme is not said. */
export const PROGRAMME = 1 / 3;

/** Current of each rail by state, by the names of outcomes. */
export const DRAWS = { asleep: 'idleCurrent', idle: 'idleCurrent', typical: 'programmeCurrent', peak: 'supplyCurrent' } as const;

const GIVEN: Readonly<Record<StateId, number>> = { asleep: 0, idle: 0, typical: PROGRAMME, peak: 1 };

/** Heat on the board in a state, W: what the rails bring less what leaves it to the load. */
export const heatOnBoard = ({ given: g }: AnyInputs, o: Record<string, number>, state: StateId): Record<string, number> => ({
  amplifier: (o[DRAWS[state]] ?? 0) * g.supplyVoltage * (g.topology === 'split' ? 2 : 1) - GIVEN[state] * (o.outputPower ?? 0),
});
