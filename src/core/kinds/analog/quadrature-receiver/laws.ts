import { Nodal, type NodalElement } from '../../../circuit/nodal.ts';
import { add, beside, complex, over, times, type Complex } from '../../../math/complex.ts';
import { none, type Value } from '../../../math/absent.ts';
import { risingRoot } from '../../../math/root.ts';
import { BOLTZMANN } from '../../../physics/constants.ts';
import type { AnyInputs } from '../../../stage/data.ts';

/** Mean of a half-sine window against its peak, for each of four quarters. // [Weaver] N-path averaging: 2√2/π */
export const WINDOW = (2 * Math.SQRT2) / Math.PI;

/** Values of one channel, by place: R1…R4, C1…C4 (0 where there is none). */
export interface Channel {
  r: readonly [number, number, number, number];
  c: readonly [number, number, number, number];
  rt: number;
}

export function channelOf({ given: g, parts: p }: AnyInputs, channel: 1 | 2): Channel {
  const v = (letter: string, place: number): number => p[`${letter}${channel}${place}`].value ?? 0;
  return {
    r: [v('R', 1), v('R', 2), v('R', 3), v('R', 4)],
    c: [v('C', 1), v('C', 2), v('C', 3), v('C', 4)],
    rt: 4 * (g.sourceResistance + p.S1.onResistance),
  };
}

const one = complex(1);

/** What a channel makes of the mean voltage on its capacitors at a baseband frequency. // [Ladder] nodal analysis, ideal op amp */
export function transfer({ r, c, rt }: Channel, f: number): Complex {
  const w = 2 * Math.PI * f;
  const leg = (ohms: number, farads: number): Complex => (farads > 0 ? beside(complex(ohms), complex(0, -1 / (w * farads))) : complex(ohms));
  const [r11, r12, r13, r14] = r;
  const [c11, c12, c13, c14] = c;
  const z2 = leg(r12, c13);
  const z4 = leg(r14, c14);
  const down = add(complex(r13), z4);
  const va = over(complex(1 / rt), add(complex(1 / rt, w * c12), over(one, down)));
  const plus = over(times(va, z4), down);
  const vb = over(add(complex(-1 / rt), over(plus, complex(r11))), complex(1 / rt + 1 / r11, w * c11));
  const difference = complex(plus.re - vb.re, plus.im - vb.im);
  return add(plus, over(times(difference, z2), complex(r11)));
}

/** Amplitude of I over Q, dB, and its phase, degrees, at a baseband frequency. */
export function imbalance(i: Channel, q: Channel, f: number): { gain: number; phase: number } {
  const ratio = over(transfer(i, f), transfer(q, f));
  return { gain: 20 * Math.log10(Math.hypot(ratio.re, ratio.im)), phase: (Math.atan2(ratio.im, ratio.re) * 180) / Math.PI };
}

/** Half-power frequency of a channel against DC, Hz. */
export function bandwidthOf(channel: Channel): Value {
  const at = (f: number) => {
    const h = transfer(channel, f);
    return Math.hypot(h.re, h.im);
  };
  const level = at(1e-3) * Math.SQRT1_2;
  const u = risingRoot((x) => level - at(Math.exp(x)), Math.log(1e-3), Math.log(1e10));
  return u === null ? NO_EDGE : Math.exp(u);
}

/** The circuit of a channel for its noise and for the solver, driven at `s` on both capacitors' sides. */
export const elementsOf = ({ r, c, rt }: Channel, u: Readonly<{ voltageNoise: number; voltageNoiseCorner: number; currentNoise: number }>): NodalElement[] => {
  const resistor = (name: string, a: string, b: string, ohms: number): NodalElement => ({ is: 'resistor', name, a, b, ohms });
  const capacitor = (name: string, a: string, b: string, farads: number): NodalElement[] => (farads > 0 ? [{ is: 'capacitor', name, a, b, farads }] : []);
  return [
    resistor('RTa', 's', 'a', rt),
    resistor('RTb', '0', 'b', rt),
    ...capacitor('C2', 'a', '0', c[1]),
    ...capacitor('C1', 'b', '0', c[0]),
    resistor('R3', 'a', 'p', r[2]),
    resistor('R4', 'p', '0', r[3]),
    ...capacitor('C4', 'p', '0', c[3]),
    resistor('R1', 'b', 'n', r[0]),
    resistor('R2', 'n', 'o', r[1]),
    ...capacitor('C3', 'n', 'o', c[2]),
    { is: 'opamp', name: 'U1', p: 'p', n: 'n', out: 'o', openLoopGain: Infinity, gainBandwidth: Infinity, ...u },
  ];
};

export const noiseDensity = (x: AnyInputs, f: number): number => Math.sqrt(new Nodal(elementsOf(channelOf(x, 1), x.parts.U1), 's').density('o', f, x.ambient));

/** Noise figure against a source at 290 K, dB. // [Friis] */
export function noiseFigure(x: AnyInputs, density: number): Value {
  const rs = x.given.sourceResistance as number;
  if (rs === 0) return NO_SOURCE;
  const h = transfer(channelOf(x, 1), x.given.basebandFrequency);
  return 10 * Math.log10((density ** 2 * Math.PI ** 2) / (16 * (h.re ** 2 + h.im ** 2) * 4 * BOLTZMANN * 290 * rs));
}

const NO_EDGE = none('the response does not fall to half power');
const NO_SOURCE = none('a source without resistance has no noise to compare with');
