import { STATE_DRAWS, STATE_IDS, type AnyInputs, type StateId } from './data.ts';
import { choice } from './fields.ts';

// What works in some states only: a lamp that is lit while there is something to show, a fan that blows while it is hot.

/** The given that says in which states a stage works. */
export const runs = choice(
  ['always', 'awake', 'working', 'peak'],
  'always',
  'states of the board in which it is on: all but asleep, typical and peak, or peak alone',
  'works',
);

/** Whether a stage works in a state. */
export const runsIn = ({ given: g }: AnyInputs, state: StateId): boolean =>
  g.runs === 'always' || (g.runs === 'awake' ? state !== 'asleep' : g.runs === 'working' ? state === 'typical' || state === 'peak' : state === 'peak');

/** Outcomes of what it draws in each state, and their values where it draws `amps` while it works. */
export const drawsByState = Object.fromEntries(
  STATE_IDS.map((state) => [
    STATE_DRAWS[state],
    { unit: 'A', title: `current ${state === 'peak' ? 'at peak' : state}`, doc: 'from the rail in this state of the board' },
  ]),
) as { [K in (typeof STATE_DRAWS)[StateId]]: { unit: 'A'; title: string; doc: string } };
export const drawnByState = (x: AnyInputs, amps: number): { [K in (typeof STATE_DRAWS)[StateId]]: number } =>
  Object.fromEntries(STATE_IDS.map((state) => [STATE_DRAWS[state], runsIn(x, state) ? amps : 0])) as { [K in (typeof STATE_DRAWS)[StateId]]: number };
