import type { Kind, RailPort, SignalPort } from './contract.ts';

type Listed<P> = readonly (readonly [port: string, def: P])[];

const rails = new WeakMap<object, Listed<RailPort>>();
const signals = new WeakMap<object, Listed<SignalPort>>();

const listOf = <P>(known: WeakMap<object, Listed<P>>, ports: object): Listed<P> => {
  let list = known.get(ports);
  if (!list) known.set(ports, (list = Object.entries(ports) as unknown as Listed<P>));
  return list;
};

/** The rail ports of a kind, in the order in which it names them. */
export const railPorts = (kind: Pick<Kind, 'rails'>): Listed<RailPort> => listOf(rails, kind.rails);
/** The signal ports of a kind, in the order in which it names them. */
export const signalPorts = (kind: Pick<Kind, 'signals'>): Listed<SignalPort> => listOf(signals, kind.signals);
