import { impossible, isAbsent, none, type Value } from '../../../math/absent.ts';
import { HEARING } from '../../../physics/sound.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/data.ts';
import { choice, num } from '../../../stage/fields.ts';
import { lately } from '../../../stage/late.ts';
import { checks } from './checks.ts';
import { AIR, coupling, geometry, inductance, oneLayer, resistanceAt, SHAPE_NAMES, slopeAt } from './laws.ts';

export const spiralCoil = defineKind({
  id: 'spiral-coil',
  family: 'audio',
  group: 'Load',
  title: 'Printed spiral coil',
  aliases: ['PCB coil', 'planar coil', 'circuit board voice coil', 'PCB speaker', 'flat actuator', 'printed inductor'],
  purpose: 'A coil drawn in copper as actuator or small loudspeaker: what it resists, pulls, heats and sounds like before it is ordered.',
  given: {
    shape: choice(SHAPE_NAMES, 'circle', 'outline', 'outline'),
    outerDiameter: num('m', 0.02, 'outer edge of the copper, across flats', { title: 'outer diameter' }),
    minimumInner: num('m', 0.003, 'room for via and magnet', { title: 'room wanted inside' }),
    minimumTrace: num('m', 0.00015, 'narrowest trace and gap of the board house', { title: 'narrowest trace' }),
    layers: num('count', 2, 'in series, wound so that their fields add', { min: 1, integer: true, title: 'layers' }),
    layerSpacing: num('m', 0.0005, 'between the copper of neighbouring layers', { title: 'layer spacing' }),
    copperThickness: num('m', 3.5e-5, 'finished; inner layers are often half', { title: 'copper thickness' }),
    supplyVoltage: num('V', 5, 'of the driver, from the rail'),
    modulation: choice(['unipolar', 'bipolar'], 'unipolar', 'bipolar: a bridge that swings both ways at idle; unipolar: none to full, or three-level', 'drive'),
    driverResistance: num('ohm', 1, 'of the bridge', { min: 0, title: 'resistance of the driver' }),
    currentLimit: num('A', 0.5, 'of the driver'),
    rmsFraction: num('ratio', 0.707, 'rms current over peak current', { above: 0, max: 1, title: 'rms over peak' }),
    switchingFrequency: num('Hz', 400000, 'of the drive'),
    maximumRipple: num('ratio', 0.5, 'ripple current over peak current', { title: 'ripple allowed' }),
    magnetField: num('T', 0.15, 'radial, averaged over the winding', { min: 0, title: 'field of the magnet' }),
    fieldFraction: num('ratio', 0.8, 'of the wire in that field', { above: 0, max: 1, title: 'share in the field' }),
    minimumForce: num('N', 0.01, 'peak', { title: 'force wanted' }),
    suspendedMass: num('kg', 0.001, 'that moves', { title: 'moving mass' }),
    stiffness: num('N/m', 1000, 'of the suspension', { title: 'stiffness' }),
    mechanicalQuality: num('', 10, 'of the suspension', { title: 'mechanical quality' }),
    radiatingArea: num('m2', 0.001, 'of the moving surface', { title: 'radiating area' }),
    distance: num('m', 0.3, 'of the listener', { title: 'distance' }),
    thermalResistance: num('K/W', 60, 'coil to air', { title: 'coil to air' }),
    maximumTemperature: num('degC', 105, 'of laminate or flexible film', { any: true, title: 'hottest coil' }),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    L1: {
      type: 'device',
      bought: false,
      doc: 'printed coil',
      params: {
        turns: num('count', 20, 'on each layer, whole', { min: 1, integer: true, title: 'turns a layer' }),
        traceWidth: num('m', 0.0002, 'of the copper', { title: 'trace width' }),
        traceGap: num('m', 0.0002, 'between neighbouring turns', { title: 'gap' }),
      },
    },
  },
  outcomes: {
    innerDiameter: { unit: 'm', title: 'room inside', doc: 'what the turns leave' },
    wireLength: { unit: 'm', title: 'wire', doc: 'of all layers' },
    resistance: { unit: 'ohm', title: 'resistance', doc: 'at ambient' },
    hotResistance: { unit: 'ohm', title: 'resistance, warm', doc: 'at the coil’s own temperature' },
    inductance: { unit: 'H', title: 'inductance', doc: 'of all layers', late: true },
    wheelerInductance: { unit: 'H', title: 'inductance of one layer', doc: 'by another expression' },
    layerCoupling: { unit: 'ratio', title: 'coupling of layers', doc: 'of neighbours', late: true },
    timeConstant: { unit: 's', title: 'time constant', doc: 'with the driver', late: true },
    peakCurrent: { unit: 'A', title: 'peak current', doc: 'the driver’s limit, or what its voltage drives' },
    currentDensity: { unit: 'A/m2', title: 'current density', doc: 'rms in the trace' },
    dissipation: { unit: 'W', title: 'heat', doc: 'of the warm coil' },
    coilTemperature: { unit: 'degC', title: 'coil', doc: 'long-term' },
    rippleTemperature: { unit: 'degC', title: 'coil with its ripple', doc: 'the idle loss of the drive on top', late: true },
    force: { unit: 'N', title: 'force', doc: 'peak' },
    resonance: { unit: 'Hz', title: 'resonance', doc: 'of mass and suspension' },
    displacement: { unit: 'm', title: 'movement', doc: 'slow, peak' },
    resonantDisplacement: { unit: 'm', title: 'movement at resonance', doc: 'peak' },
    soundPressure: { unit: 'dBSPL', title: 'loudness', doc: 'above resonance, at the distance' },
    rippleCurrent: { unit: 'A', title: 'ripple', doc: 'peak to peak, at half duty', late: true },
    rippleRatio: { unit: 'ratio', title: 'ripple over peak', doc: 'of the current', late: true },
    idleDissipation: { unit: 'W', title: 'heat at idle', doc: 'of the ripple alone', late: true },
    traceWidth: { unit: 'm', title: 'trace width', doc: 'as given' },
    switchingFrequency: { unit: 'Hz', title: 'switching', doc: 'as given' },
    supplyCurrent: { unit: 'A', title: 'supply current', doc: 'average, for the coil and its driver' },
  },
  evaluate: (x) => {
    const { given: g, parts, ambient } = x;
    const { L1 } = parts;
    const { inner, length, turns } = geometry(x);
    const as = {
      innerDiameter: inner,
      traceWidth: L1.traceWidth,
      switchingFrequency: g.switchingFrequency,
      resonance: Math.sqrt(g.stiffness / g.suspendedMass) / (2 * Math.PI),
    };
    if (inner <= 0) return late(null, { ...NOTHING, ...as });
    const r = resistanceAt(x, length, ambient);
    const peak = Math.min(g.currentLimit, g.supplyVoltage / (r + g.driverResistance));
    const rms = g.rmsFraction * peak;
    const slope = slopeAt(ambient);
    const q = g.thermalResistance * rms ** 2 * r;
    const stands = q * slope < 1;
    const rise = stands ? q / (1 - slope * q) : 0;
    const hot = stands ? r * (1 + slope * rise) : RUNAWAY;
    const force = g.magnetField * g.fieldFraction * length * peak;
    const moved = (AIR * g.radiatingArea * force * g.rmsFraction) / g.suspendedMass / (2 * Math.PI * g.distance);
    return late(sourceOf(x, r, peak, stands ? ambient + rise : null, slope), {
      ...as,
      wireLength: length,
      resistance: r,
      hotResistance: hot,
      wheelerInductance: oneLayer(g.outerDiameter, inner, turns, g.shape).wheeler ?? NO_WHEELER,
      peakCurrent: peak,
      currentDensity: rms / (L1.traceWidth * g.copperThickness),
      dissipation: isAbsent(hot) ? hot : rms ** 2 * hot,
      coilTemperature: stands ? ambient + rise : RUNAWAY,
      force,
      displacement: force / g.stiffness,
      resonantDisplacement: (g.mechanicalQuality * force) / g.stiffness,
      soundPressure: moved > 0 ? 20 * Math.log10(moved / HEARING) : SILENT,
      supplyCurrent: isAbsent(hot) ? hot : (rms ** 2 * (hot + g.driverResistance)) / g.supplyVoltage,
    });
  },
  checks,
  mendFirst: ['inner-diameter'],
  rails: { vp: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, draws: 'supplyCurrent', gives: {} } },
  signals: { in: { role: 'in', fills: {}, back: { loadResistance: 'resistance' } } },
  heat: (x, o) => ({ coil: o.dissipation ?? 0, driver: Math.max(0, x.given.supplyVoltage * (o.supplyCurrent ?? 0) - (o.dissipation ?? 0)) }),
  copper: (x) => ({
    thickness: x.given.copperThickness,
    track: x.parts.L1.traceWidth,
    gap: x.parts.L1.traceGap,
    layers: x.given.layers,
    ...(x.given.layers > 1 ? { board: (x.given.layers - 1) * x.given.layerSpacing } : {}),
  }),
  confirm: [{ id: 'winding-sense', text: 'The layers are wound so that their fields add: seen from one side each turns the same way round.' }],
  cautions: ['Thin traces act as fuses. Magnets break and pinch: keep cards and pacemakers away.'],
});

/** What the inductance and all behind it are worked out from, when somebody asks. */
function sourceOf(x: AnyInputs, r: number, peak: number, warm: number | null, slope: number) {
  const copy = { given: { ...x.given }, parts: { L1: { ...x.parts.L1 } }, ambient: x.ambient };
  const g = copy.given;
  let henries = NaN;
  const inductive = () => (Number.isNaN(henries) ? (henries = inductance(copy)) : henries);
  const rt = r + g.driverResistance;
  const swing = g.supplyVoltage * (g.modulation === 'bipolar' ? 2 : 1);
  /** Half a period over the time constant, halved: what the exponentials turn on. */
  const y = () => 1 / (4 * g.switchingFrequency * (inductive() / rt));
  const idle = () => (swing / (2 * rt)) ** 2 * (1 - Math.tanh(y()) / y()) * r;
  return {
    inductive,
    coupled: (): Value => (g.layers > 1 ? coupling(copy, g.layerSpacing) : ONE_LAYER),
    time: () => inductive() / rt,
    ripple: () => (swing / rt) * Math.tanh(y()),
    peak,
    idle,
    warmed: (): Value => {
      if (warm === null) return RUNAWAY;
      // Both losses heat the same copper, which resists the more for it.
      const q = g.thermalResistance * ((g.rmsFraction * peak) ** 2 * r + idle());
      return q * slope < 1 ? copy.ambient + q / (1 - slope * q) : RUNAWAY;
    },
  };
}
type Source = ReturnType<typeof sourceOf> | null;

const NO_ROOM = impossible('the turns leave no room inside');
const NOTHING = {
  wireLength: NO_ROOM,
  resistance: NO_ROOM,
  hotResistance: NO_ROOM,
  wheelerInductance: NO_ROOM,
  peakCurrent: NO_ROOM,
  currentDensity: NO_ROOM,
  dissipation: NO_ROOM,
  coilTemperature: NO_ROOM,
  force: NO_ROOM,
  displacement: NO_ROOM,
  resonantDisplacement: NO_ROOM,
  soundPressure: NO_ROOM,
  supplyCurrent: NO_ROOM,
};
const late = lately({
  inductance: (s: Source) => s?.inductive() ?? NO_ROOM,
  layerCoupling: (s: Source) => s?.coupled() ?? NO_ROOM,
  timeConstant: (s: Source) => s?.time() ?? NO_ROOM,
  rippleCurrent: (s: Source) => s?.ripple() ?? NO_ROOM,
  rippleRatio: (s: Source) => (s ? s.ripple() / s.peak : NO_ROOM),
  idleDissipation: (s: Source) => s?.idle() ?? NO_ROOM,
  rippleTemperature: (s: Source) => s?.warmed() ?? NO_ROOM,
});

const RUNAWAY = impossible('thermal runaway: the warmer coil heats more than it can give away');
const NO_WHEELER = none('there is no such expression for a circle');
const ONE_LAYER = none('there is one layer');
const SILENT = none('nothing moves');
