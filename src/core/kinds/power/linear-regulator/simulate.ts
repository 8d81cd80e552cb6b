import type { Element } from '../../../circuit/netlist.ts';
import type { Simulation } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/judged.ts';

/** A loop this fast is settled in everything a regulator's user sees. */
const FAST = { openLoopGain: 1e7, gainBandwidth: 1e6 };

/** A behavioural regulator: an amplifier holds the reference across its pins, through the divider and the adjust current. */
export function simulate(x: AnyInputs, o: Record<string, number>): Simulation | null {
  const { given: g, parts } = x;
  const { U1, R1, R2 } = parts;
  if (o.differential === undefined || o.dropoutVoltage === undefined || o.differential < o.dropoutVoltage) return null;
  const divided = g.regulatorType !== 'fixed';
  const adjust = g.regulatorType === 'adjust-pin';
  const feedback: Element[] = !divided
    ? [{ is: 'voltage', name: 'Vref', a: 'ref', b: '0', wave: { sort: 'dc', value: U1.referenceVoltage } }]
    : [
        { is: 'resistor', name: 'R1', a: 'sense', b: 'fb', ohms: R1.value },
        { is: 'resistor', name: 'R2', a: 'fb', b: '0', ohms: R2.value },
        { is: 'voltage', name: 'Vref', a: 'ref', b: adjust ? 'fb' : '0', wave: { sort: 'dc', value: U1.referenceVoltage } },
        // Out of an adjust pin, into a feedback pin.
        { is: 'current', name: 'Iadj', a: adjust ? '0' : 'fb', b: adjust ? 'fb' : '0', wave: { sort: 'dc', value: U1.adjustCurrent } },
      ];
  const elements: Element[] = [
    ...feedback,
    { is: 'opamp', name: 'U1', p: 'ref', n: divided && !adjust ? 'fb' : 'sense', out: 'sense', ...FAST },
    ...(U1.outputResistance > 0
      ? [{ is: 'resistor', name: 'Ro', a: 'sense', b: 'out', ohms: U1.outputResistance } as const]
      : [{ is: 'resistor', name: 'Ro', a: 'sense', b: 'out', ohms: 1e-9 } as const]),
    ...(g.loadCurrent > 0
      ? [{ is: 'current', name: 'IL', a: 'out', b: '0', wave: { sort: 'dc', value: g.loadCurrent } } as const]
      : [{ is: 'resistor', name: 'RL', a: 'out', b: '0', ohms: 1e9 } as const]),
  ];
  return {
    elements,
    out: 'out',
    band: [1, 1e6],
    time: { stop: 1e-3 },
    confirms: {
      outputVoltage: (b) => b.dc('out'),
      ...(divided
        ? {
            dividerCurrent: (b) => {
              const [top, middle] = [b.dc('sense'), b.dc('fb')];
              if (typeof top !== 'number') return top;
              return typeof middle === 'number' ? (adjust ? (top - middle) / R1.value : middle / R2.value) : middle;
            },
          }
        : {}),
    },
  };
}
