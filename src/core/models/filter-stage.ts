import { exactly, hypotRanges, lesser, multiplyRanges, scaleRange, type Range } from '../quantity/uncertain.ts';
import type { CheckDef, Incoming, SignalDown } from '../stage/contract.ts';
import { less, more } from '../stage/cures.ts';
import { num } from '../stage/fields.ts';
import type { Judged } from '../stage/judged.ts';
import type { AnyInputs } from '../stage/data.ts';
import { held } from '../stage/words.ts';
import { rejectionAt } from './opamp.ts';
import type { Nodal } from '../circuit/nodal.ts';
import { BOLTZMANN, ZERO_CELSIUS } from '../physics/constants.ts';
import { fromDb } from '../physics/network.ts';
import { evenDensity } from '../physics/noise.ts';

/** What links bring to a filter between a supply and a signal ground at half of it. */
export const FILTER_CARRIED = {
  sourceNoise: num('V/rtHz', null, 'noise of what drives it, that of its resistance included', { min: 0, title: 'noise of the source' }),
  inputAmplitude: num('V', null, 'peak of the signal that arrives', { min: 0, title: 'signal, peak' }),
  supplyRipple: num('V', 0, 'of the rail, peak to peak', { min: 0, title: 'ripple of the supply' }),
  rippleFrequency: num('Hz', 100, 'of the ripple of the rail'),
  signalRipple: num('V', 0, 'ripple that comes with the signal, peak to peak', { min: 0, title: 'ripple of the signal' }),
  signalRippleFrequency: num('Hz', null, 'of the ripple that comes with the signal', { title: 'its frequency' }),
} as const;

/** The rejection of supply ripple at the signal ground. */
export const REFERENCE_REJECTION = num('dB', 40, 'of supply ripple at the signal ground: its divider with a capacitor', {
  min: 0,
  title: 'rejection of the signal ground',
});

/** The rail of a filter between a supply and ground. */
export const FILTER_RAIL = {
  role: 'consumes',
  fills: { voltage: 'supplyVoltage', ripple: 'supplyRipple', rippleFrequency: 'rippleFrequency' },
  draws: 'supplyCurrent',
  gives: { absoluteMaximum: 'U1.supplyMaximum' },
} as const;

/** What a filter's input takes over from a signal. */
export const FILTER_IN = {
  sourceResistance: 'sourceResistance',
  noise: 'sourceNoise',
  amplitude: 'inputAmplitude',
  ripple: 'signalRipple',
  rippleFrequency: 'signalRippleFrequency',
} as const;

interface Parameters {
  rippleRejection: number;
  rippleRejectionCorner: number;
}
interface Arriving {
  supplyRipple: number;
  rippleFrequency: number;
  signalRipple: number;
  signalRippleFrequency: number | null;
}

/** Ripple at a node of a filter, V peak to peak: through each op amp, through the signal ground, and with the signal. */
export function rippleAt(
  net: Nodal,
  node: string,
  u: Parameters,
  { supplyRipple, rippleFrequency, signalRipple, signalRippleFrequency }: Arriving,
  referenceRejection: number,
): number {
  let sum = 0;
  if (supplyRipple > 0) {
    const through = net.errorGain(node, rippleFrequency) * fromDb(-rejectionAt(u.rippleRejection, u.rippleRejectionCorner, rippleFrequency));
    const h = net.voltage(node, rippleFrequency);
    // The signal ground moves under the stage while the source stands still.
    sum += supplyRipple * (through + (Math.hypot(1 - h.re, h.im) * fromDb(-referenceRejection)) / 2);
  }
  return sum + (signalRipple > 0 ? signalRipple * net.gain(node, signalRippleFrequency ?? rippleFrequency) : 0);
}

/** What a linked source brings in place of the noise of its resistance, V²/Hz; nothing where none is linked. // [Nyquist] */
const instead = (celsius: number, sourceNoise: number | null, sourceResistance: number): number =>
  sourceNoise === null ? 0 : sourceNoise ** 2 - 4 * BOLTZMANN * (celsius + ZERO_CELSIUS) * sourceResistance;

/** Mean square of noise per hertz at a node, V²/Hz: its own, and of a linked source what it says. */
export const densityAt = (net: Nodal, node: string, frequency: number, celsius: number, sourceNoise: number | null, sourceResistance: number): number =>
  net.density(node, frequency, celsius, instead(celsius, sourceNoise, sourceResistance));

/** The same in a band, V rms. */
export const noiseAt = (
  net: Nodal,
  node: string,
  band: readonly [number, number],
  celsius: number,
  sourceNoise: number | null,
  sourceResistance: number,
): number => net.noise(node, band[0], band[1], celsius, instead(celsius, sourceNoise, sourceResistance));

/** How far an output reaches to either side of the signal ground: half the supply at its trough, less the headroom, V peak. */
export function reachOf(c: Judged): Range {
  const [supply, ripple, head] = [c.must('supplyVoltage'), c.must('supplyRipple'), c.must('U1.headroom')];
  const end = (v: number, r: number, h: number) => v / 2 - r / 2 - h;
  return {
    nominal: end(supply.nominal, ripple.nominal, head.nominal),
    low: end(supply.low, ripple.high, head.high),
    high: end(supply.high, ripple.low, head.low),
  };
}
export const REACH_FROM = 'half the supply at its trough, less the headroom of the op amp';

/** A signal that arrives at op amps without gain, against their reach. */
export const inputInside = (title: string, applies: (c: Judged) => boolean = () => true): CheckDef<never> =>
  held(
    title,
    (c) => c.range('inputAmplitude')!,
    'atMost',
    reachOf,
    REACH_FROM,
    'must',
    [more('given.supplyVoltage'), less('U1.headroom'), 'A higher supply, or less signal.'],
    { applies: (c) => applies(c) && c.range('inputAmplitude') !== null, unit: 'V' },
  );

/** Output peak at which op amps clip on a quiet rail, V. */
export const clipsAt = (c: Judged): Range => exactly(Math.max(0, c.must('supplyVoltage').nominal / 2 - c.must('U1.headroom').nominal));

interface Passed {
  /** Gain in the passband, with sign. */
  gain: Range;
  /** Output peak at which it clips. */
  clips: Range | null;
  /** V/√Hz; 'banded' where the kind has `outputNoise` and `ownNoise` in its noise band. */
  noise: Range | null | 'banded';
  /** Where its passband ends, Hz; null where it does not. */
  upper: Range | null;
  ripple: Range;
  /** Level at the output; half the supply where nothing is said. */
  dc?: Range | null;
  /** Output peak as typed, where no signal arrives. */
  typed: Range | null;
  sourceResistance?: Range | null;
}

/** The density of a noise in a band, seen through the pole that ends the passband. */
const densityIn = (rms: Range | null, [from, to]: readonly [from: number, to: number], upper: Range | null): Range | null =>
  evenDensity(rms, Math.min(to, (Math.PI / 2) * (upper?.nominal ?? Infinity)) - from);

/** What arrives by the gain of the passband, and what the filter makes itself as if it were even; what a filter cuts off is no less of its own. */
function bandedNoise(c: Judged, gain: Range, upper: Range | null): Range | null {
  const g = (c.x as AnyInputs).given as { bandLow: number; bandHigh: number };
  const band = [g.bandLow, g.bandHigh] as const;
  const source = c.range('sourceNoise');
  if (!source) return densityIn(c.pick('outputNoise'), band, upper);
  const own = densityIn(c.pick('ownNoise'), band, upper);
  const passed = multiplyRanges(source, gain);
  return own ? hypotRanges(passed, own) : passed;
}

/** What a filter hands on. */
export function handOn(c: Judged, incoming: Incoming[string], p: Passed): Partial<SignalDown> {
  const ends = [Math.abs(p.gain.low), Math.abs(p.gain.high)];
  const size: Range = { nominal: Math.abs(p.gain.nominal), low: Math.min(...ends), high: Math.max(...ends) };
  const arriving = c.range('inputAmplitude');
  const carried = (c.x as AnyInputs).carried as Arriving;
  return {
    dc: p.dc === undefined ? scaleRange(c.must('supplyVoltage'), 0.5) : p.dc,
    amplitude: arriving ? multiplyRanges(arriving, size) : p.typed,
    clips: p.clips,
    sourceResistance: p.sourceResistance ?? exactly(0),
    noise: p.noise === 'banded' ? bandedNoise(c, size, p.upper) : p.noise,
    noiseBandwidth: p.upper ? lesser(scaleRange(p.upper, Math.PI / 2), incoming?.noiseBandwidth ?? null) : (incoming?.noiseBandwidth ?? null),
    bandwidth: lesser(p.upper, incoming?.bandwidth ?? null),
    ripple: p.ripple,
    rippleFrequency: carried.supplyRipple > 0 ? carried.rippleFrequency : carried.signalRippleFrequency,
    gain: (incoming?.gain ?? 1) * p.gain.nominal,
  };
}
