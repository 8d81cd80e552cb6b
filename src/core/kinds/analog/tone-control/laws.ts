import { Nodal, type NodalElement } from '../../../circuit/nodal.ts';
import { none, type Value } from '../../../math/absent.ts';
import { risingRoot } from '../../../math/root.ts';
import { noiseAt, rippleAt } from '../../../models/filter-stage.ts';
import { toDb } from '../../../physics/network.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { takenOver } from '../../../stage/late.ts';

export const GRID = 16;
/** Steps of the search for a hinge, over four decades. */
const SCAN = 48;

/** Electrical share of a track from its bottom at a rotation. // laws of rotary potentiometers: exponential between the ends */
export function shareAt(law: string, midRatio: number, rotation: number): number {
  if (law === 'linear' || Math.abs(midRatio - 0.5) < 1e-9) return rotation;
  const b = (1 / midRatio - 1) ** 2;
  const log = (r: number) => (b ** r - 1) / (b - 1);
  return law === 'log' ? log(rotation) : 1 - log(1 - rotation);
}

/** The circuit with both controls at their rotations; `o` is the output. // [Baxandall] */
export function elements(x: AnyInputs, bass: number, treble: number): NodalElement[] {
  const { given: g, parts: p } = x;
  const found: NodalElement[] = [];
  const r = (name: string, a: string, b: string, ohms: number, quiet = false): void =>
    void (ohms > 0 && Number.isFinite(ohms) && found.push({ is: 'resistor', name, a, b, ohms, quiet }));
  const c = (name: string, a: string, b: string, farads: number): void => void found.push({ is: 'capacitor', name, a, b, farads });
  const track = (name: 'P1' | 'P2', rotation: number, top: string, wiper: string, bottom: string): void => {
    const pot = p[name];
    const share = shareAt(pot.law, pot.midRatio, rotation);
    r(`${name}.top`, top, wiper, Math.max(LEAST, (1 - share) * pot.value + pot.endResistance));
    r(`${name}.bottom`, wiper, bottom, Math.max(LEAST, share * pot.value + pot.endResistance));
  };
  r('Rs', 's', 'i', Math.max(g.sourceResistance, 0));
  const input = g.sourceResistance > 0 ? 'i' : 's';
  if (g.topology === 'active') {
    r('R1', input, 'a', p.R1.value);
    track('P1', bass, 'a', 'w', 'b');
    c('C1', 'a', 'b', p.C1.value);
    r('R3', 'w', 'n', p.R3.value);
    r('R2', 'b', 'o', p.R2.value);
    r('R4', input, 'c', p.R4.value);
    track('P2', treble, 'c', 't', 'd');
    r('R5', 'd', 'o', p.R5.value);
    c('C2', 't', 'n', p.C2.value);
    found.push({
      is: 'opamp',
      name: 'U1',
      p: '0',
      n: 'n',
      out: 'o',
      openLoopGain: p.U1.gainBandwidth === null ? Infinity : 1e6,
      gainBandwidth: p.U1.gainBandwidth ?? Infinity,
      voltageNoise: p.U1.voltageNoise,
      voltageNoiseCorner: p.U1.voltageNoiseCorner,
      currentNoise: p.U1.currentNoise,
    });
    r('RL', 'o', '0', g.loadResistance, true);
    return found;
  }
  r('R1', input, 'a', p.R1.value);
  track('P1', bass, 'a', 'w', 'b');
  c('C1', 'a', 'w', p.C1.value);
  c('C2', 'w', 'b', p.C2.value);
  r('R2', 'b', '0', p.R2.value);
  r('R3', 'w', 'o', p.R3.value);
  c('C3', input, 'c', p.C3.value);
  track('P2', treble, 'c', 'o', 'd');
  c('C4', 'd', '0', p.C4.value);
  r('RL', 'o', '0', g.loadResistance);
  return found;
}
/** A wiper at its end still has this, ohm. */
const LEAST = 1e-3;

/** The control at any setting; networks are made when they are asked for. */
export class Tone {
  readonly #x: AnyInputs;
  readonly #d: AnyInputs;
  readonly #nets = new Map<string, Nodal>();
  readonly #known = new Map<string, number>();

  constructor(x: AnyInputs, design: AnyInputs = x.given) {
    this.#x = takenOver(x);
    this.#d = design;
  }
  net(bass: number, treble: number): Nodal {
    const key = `${bass} ${treble}`;
    let net = this.#nets.get(key);
    if (!net) this.#nets.set(key, (net = new Nodal(elements(this.#x, bass, treble), 's')));
    return net;
  }
  db(bass: number, treble: number, frequency: number): number {
    return toDb(this.net(bass, treble).gain('o', frequency));
  }
  /** Against both in the middle, at the same frequency. */
  relative(bass: number, treble: number, frequency: number): number {
    return this.db(bass, treble, frequency) - this.db(0.5, 0.5, frequency);
  }
  get set(): number {
    return this.db(this.#x.given.bassPosition, this.#x.given.treblePosition, this.#x.given.frequency);
  }
  get mid(): number {
    return this.db(0.5, 0.5, this.#d.midFrequency);
  }
  at(name: 'bassFrequency' | 'trebleFrequency' | 'midFrequency'): number {
    return this.#x.given[name];
  }
  /** Where full boost first reaches half power more than the middle, going away from the reference frequency, Hz. */
  hinge(control: 'bass' | 'treble'): Value {
    const mid = this.#d.midFrequency as number;
    const far = control === 'bass' ? mid / 1e4 : mid * 1e4;
    const more = (f: number) => (control === 'bass' ? this.relative(1, 0.5, f) : this.relative(0.5, 1, f)) - HALF;
    if (more(mid) >= 0) return NO_HINGE;
    let last = mid;
    for (let i = 1; i <= SCAN; i++) {
      const f = mid * (far / mid) ** (i / SCAN);
      if (more(f) >= 0) {
        const [low, high] = [Math.log(Math.min(f, last)), Math.log(Math.max(f, last))];
        const u = control === 'bass' ? risingRoot((v) => -more(Math.exp(v)), low, high) : risingRoot((v) => more(Math.exp(v)), low, high);
        return u === null ? NO_HINGE : Math.exp(u);
      }
      last = f;
    }
    return NO_HINGE;
  }
  /** Deviation of the middle position from the reference frequency at a point of the band, dB. */
  flat(point: number): number {
    const f = this.#d.bandLow * (this.#d.bandHigh / this.#d.bandLow) ** (point / (GRID - 1));
    return this.db(0.5, 0.5, f) - this.mid;
  }
  get most(): number {
    return this.#once('most', () => {
      let most = -Infinity;
      for (let i = 0; i <= 50; i++) most = Math.max(most, this.db(1, 1, this.#d.bandLow * (this.#d.bandHigh / this.#d.bandLow) ** (i / 50)));
      return most;
    });
  }
  /** At the output in the band, V rms; with a silent source what it makes itself. */
  noise(bass: number, treble: number, source: number | null = this.#x.carried.sourceNoise): number {
    const { given: g, ambient } = this.#x;
    return noiseAt(this.net(bass, treble), 'o', [g.bandLow, g.bandHigh], ambient, source, g.sourceResistance);
  }
  get ripple(): number {
    const { given: g, carried, parts } = this.#x;
    const net = this.net(g.bassPosition, g.treblePosition);
    if (g.topology === 'active') return rippleAt(net, 'o', parts.U1, carried, g.referenceRejection);
    return carried.signalRipple > 0 ? carried.signalRipple * net.gain('o', carried.signalRippleFrequency ?? 100) : 0;
  }
  /** Output peak there is room for, V: what is typed, or what the supply leaves where that is less. */
  get room(): number {
    const { given: g, carried, parts } = this.#x;
    return g.topology === 'active' ? Math.min(g.outputSwing, g.supplyVoltage / 2 - carried.supplyRipple / 2 - parts.U1.headroom) : g.outputSwing;
  }
  #once(name: string, work: () => number): number {
    let found = this.#known.get(name);
    if (found === undefined) this.#known.set(name, (found = work()));
    return found;
  }
}
/** Half power, dB. */
const HALF = 10 * Math.log10(2);

const NO_HINGE = none('full boost does not pass half power there');
