import { Nodal, type NodalElement } from '../../../circuit/nodal.ts';
import { none, type Value } from '../../../math/absent.ts';
import { goldenSection } from '../../../math/golden.ts';
import { risingRoot } from '../../../math/root.ts';
import { noiseAt, rippleAt } from '../../../models/filter-stage.ts';
import { toDb } from '../../../physics/network.ts';
import type { AnyInputs } from '../../../stage/data.ts';

const CAP = 120;
const SEARCH = 48;

/** Share of the output that the shunt legs are driven with; 0 where they go to ground. */
export const ratio = ({ given: g, parts }: AnyInputs): number => (g.topology === 'bootstrapped' ? parts.R5.value / (parts.R4.value + parts.R5.value) : 0);

/** The two Ts with what drives and loads them; `o` is the end of the network, `out` behind the buffer. // [Twin-T] */
export function elements(x: AnyInputs): NodalElement[] {
  const { given: g, parts: p } = x;
  const lifted = g.topology === 'bootstrapped';
  const input = g.sourceResistance > 0 ? 'i' : 's';
  const shunt = lifted ? 'g' : '0';
  const buffer = (name: string, plus: string, out: string): NodalElement => ({
    is: 'opamp',
    name,
    p: plus,
    n: out,
    out,
    openLoopGain: Infinity,
    gainBandwidth: Infinity,
    voltageNoise: p.U1.voltageNoise,
    voltageNoiseCorner: p.U1.voltageNoiseCorner,
    currentNoise: p.U1.currentNoise,
  });
  return [
    ...(g.sourceResistance > 0 ? [{ is: 'resistor', name: 'Rs', a: 's', b: 'i', ohms: g.sourceResistance } as const] : []),
    { is: 'resistor', name: 'R1', a: input, b: 'a', ohms: p.R1.value },
    { is: 'resistor', name: 'R2', a: 'a', b: 'o', ohms: p.R2.value },
    { is: 'capacitor', name: 'C3', a: 'a', b: shunt, farads: p.C3.value },
    { is: 'capacitor', name: 'C1', a: input, b: 'b', farads: p.C1.value },
    { is: 'capacitor', name: 'C2', a: 'b', b: 'o', farads: p.C2.value },
    { is: 'resistor', name: 'R3', a: 'b', b: shunt, ohms: p.R3.value },
    ...(lifted
      ? [
          buffer('U1.1', 'o', 'out'),
          { is: 'resistor', name: 'R4', a: 'out', b: 'k', ohms: p.R4.value } as const,
          { is: 'resistor', name: 'R5', a: 'k', b: '0', ohms: p.R5.value } as const,
          buffer('U1.2', 'k', 'g'),
        ]
      : []),
    ...(Number.isFinite(g.loadResistance)
      ? [{ is: 'resistor', name: 'RL', a: lifted ? 'out' : 'o', b: '0', ohms: g.loadResistance, quiet: lifted } as const]
      : []),
  ];
}

/** The notch with its parts as they are; each figure is worked out once. */
export class Notch {
  readonly net: Nodal;
  readonly out: string;
  readonly #f0: number;
  readonly #t: number;
  readonly #pass: number | null;
  readonly #rest: AnyInputs;
  #dc = NaN;
  #deepest: Value | null = null;

  constructor(x: AnyInputs, design: AnyInputs = x.given) {
    this.net = new Nodal(elements(x), 's');
    this.out = x.given.topology === 'bootstrapped' ? 'out' : 'o';
    this.#f0 = design.centreFrequency;
    this.#t = x.given.mainsTolerance;
    this.#pass = x.given.passFrequency;
    this.#rest = { ambient: x.ambient, carried: { ...x.carried }, given: { ...x.given }, u: { ...x.parts.U1 } };
  }

  get dc(): number {
    return Number.isNaN(this.#dc) ? (this.#dc = this.net.gain(this.out, this.#f0 * 1e-6)) : this.#dc;
  }
  /** Attenuation against DC, dB, at most 120. */
  attenuation(frequency: number): number {
    return Math.min(CAP, toDb(this.dc / this.net.gain(this.out, frequency)));
  }
  get atCentre(): number {
    return this.attenuation(this.#f0);
  }
  /** The least at the ends and the middle of where the interferer wanders. */
  get overBand(): number {
    return Math.min(...[1 - this.#t, 1, 1 + this.#t].map((k) => this.attenuation(this.#f0 * k)));
  }
  /** Frequency of least output within a factor of three. */
  get deepest(): number {
    if (this.#deepest !== null) return this.#deepest as number;
    const [low, high] = [Math.log(this.#f0 / 3), Math.log(this.#f0 * 3)];
    const level = (u: number) => Math.log(this.net.gain(this.out, Math.exp(u)));
    let [best, least] = [0, Infinity];
    for (let i = 0; i <= SEARCH; i++) {
      const v = level(low + ((high - low) * i) / SEARCH);
      if (v < least) [best, least] = [i, v];
    }
    const step = (high - low) / SEARCH;
    const at = low + step * best;
    return (this.#deepest = Math.exp(goldenSection(level, at - step, at + step, 28))) as number;
  }
  /** Width between the half-power frequencies, going out from the notch, Hz. */
  get width(): Value {
    const level = this.dc * Math.SQRT1_2;
    if (this.net.gain(this.out, this.deepest) > level) return NO_NOTCH;
    const side = (factor: number): number | null => {
      const above = (u: number) => this.net.gain(this.out, this.deepest * factor ** u) - level;
      let reach = 1e-3;
      while (above(reach) < 0) {
        reach *= 2;
        if (reach > 20) return null;
      }
      const u = risingRoot(above, 0, reach);
      return u === null ? null : this.deepest * factor ** u;
    };
    const [low, high] = [side(0.5), side(2)];
    return low === null || high === null ? NO_NOTCH : high - low;
  }
  get quality(): Value {
    const w = this.width;
    return typeof w === 'number' ? this.deepest / w : w;
  }
  get passLoss(): Value {
    return this.#pass === null ? NO_PASS : this.attenuation(this.#pass);
  }
  /** At the output in the band, V rms; with a silent source what it makes itself. */
  noise(source: number | null = this.#rest.carried.sourceNoise): number {
    const { ambient, given: g } = this.#rest;
    return noiseAt(this.net, this.out, [g.bandLow, g.bandHigh], ambient, source, g.sourceResistance);
  }
  get ripple(): number {
    const { carried, given: g, u } = this.#rest;
    if (g.topology !== 'bootstrapped')
      return carried.signalRipple > 0 ? carried.signalRipple * this.net.gain(this.out, carried.signalRippleFrequency ?? 100) : 0;
    return rippleAt(this.net, this.out, u, carried, g.referenceRejection);
  }
}

const NO_NOTCH = none('it does not fall to half power');
const NO_PASS = none('no wanted frequency is given');
