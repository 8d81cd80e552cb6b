import { Nodal, type NodalElement } from '../../../circuit/nodal.ts';
import { none, type Value } from '../../../math/absent.ts';
import { goldenSection } from '../../../math/golden.ts';
import { risingRoot } from '../../../math/root.ts';
import { halfPowerRatio, type Response } from '../../../models/prototype.ts';
import { toDb } from '../../../physics/network.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { takenOver } from '../../../stage/late.ts';
import { coilOf, inLine, loadOf, slotAt } from './layout.ts';

const POINTS = 81;

/** One filter between its source and its load; `o` is its output. */
export function elements({ given: g, parts }: AnyInputs, loaded = true): NodalElement[] {
  const found: NodalElement[] = [];
  let node = 's';
  if (g.sourceResistance > 0) {
    found.push({ is: 'resistor', name: 'Rs', a: 's', b: 'i', ohms: g.sourceResistance });
    node = 'i';
  }
  for (let place = 1; place <= g.order; place++) {
    const slot = slotAt(g, place);
    const part = parts[slot];
    if (inLine(g, place)) {
      const next = place >= g.order - 1 ? 'o' : `n${place}`;
      found.push({ is: 'inductor', name: slot, a: node, b: next, henries: part.value, dcr: part.dcr });
      node = next;
    } else found.push({ is: 'capacitor', name: slot, a: node, b: '0', farads: part.value, esr: part.esr });
  }
  if (loaded && Number.isFinite(loadOf(g))) {
    if (coilOf(g) > 0) found.push({ is: 'inductor', name: 'LL', a: node, b: '0', henries: coilOf(g), dcr: loadOf(g) });
    else found.push({ is: 'resistor', name: 'RL', a: node, b: '0', ohms: loadOf(g) });
  }
  return found;
}

/** Node that is the output: where the last element ends. */
export const outOf = (g: AnyInputs): string => (g.order === 1 && !inLine(g, 1) ? (g.sourceResistance > 0 ? 'i' : 's') : 'o');

/** The ladder of real parts; each figure is worked out once. */
export class Filter {
  readonly out: string;
  readonly design: AnyInputs;
  readonly #x: AnyInputs;
  #net: Nodal | null = null;
  #dc = NaN;
  #half: Value | null = null;
  #open: Nodal | null = null;

  constructor(x: AnyInputs, design: AnyInputs = x.given) {
    this.out = outOf(x.given);
    this.design = design;
    this.#x = takenOver(x);
  }
  get net(): Nodal {
    return (this.#net ??= new Nodal(elements(this.#x), 's'));
  }
  get dc(): number {
    return Number.isNaN(this.#dc) ? (this.#dc = this.net.gain(this.out, this.design.cutoffFrequency * 1e-6)) : this.#dc;
  }
  /** Against DC, dB. */
  relative(f: number): number {
    return toDb(this.net.gain(this.out, f) / this.dc);
  }
  get half(): Value {
    if (this.#half !== null) return this.#half;
    const fc = this.design.cutoffFrequency as number;
    const level = this.dc * Math.SQRT1_2;
    const above = (f: number) => this.net.gain(this.out, f) / level - 1;
    let last = fc / 20;
    this.#half = NO_EDGE;
    if (above(last) > 0)
      for (let i = 1; i <= 260; i++) {
        const f = (fc / 20) * 1.035 ** i;
        if (above(f) <= 0) {
          const u = risingRoot((v) => -above(Math.exp(v)), Math.log(last), Math.log(f));
          this.#half = u === null ? NO_EDGE : Math.exp(u);
          break;
        }
        last = f;
      }
    return this.#half;
  }
  get ratio(): number {
    return halfPowerRatio(this.design.response as Response, this.design.order, this.design.ripple, 'dc');
  }
  get cutoff(): Value {
    const half = this.half;
    return typeof half === 'number' ? half / this.ratio : half;
  }
  /** Largest above DC in the passband and a little beyond, dB. */
  peak(loaded: boolean): number {
    const fc = this.design.cutoffFrequency as number;
    const net = loaded ? this.net : (this.#open ??= new Nodal(elements(this.#x, false), 's'));
    const level = (u: number) => -net.gain(this.out, Math.exp(u));
    const [low, high] = [Math.log(fc / 100), Math.log(3 * fc)];
    const step = (high - low) / (POINTS - 1);
    let [best, most] = [0, 0];
    for (let i = 0; i < POINTS; i++) {
      const v = -level(low + step * i);
      if (v > most) [best, most] = [i, v];
    }
    const at = low + step * best;
    const top = best === 0 || best === POINTS - 1 ? most : Math.max(most, -level(goldenSection(level, at - step, at + step, 60)));
    const dc = loaded ? this.dc : net.gain(this.out, fc * 1e-6);
    return Math.max(0, Math.min(CAP, toDb(top / dc)));
  }
  get supply(): AnyInputs {
    return this.#x.given;
  }
}
/** A resonance without any loss has no end. */
const CAP = 160;

const NO_EDGE = none('it does not fall to half power there');
