import { impossible, isAbsent, none, type Value } from '../../../math/absent.ts';
import { neededAhead } from '../../../stage/ahead.ts';
import { defineKind, type Given } from '../../../stage/contract.ts';
import { choice, num, orNone } from '../../../stage/fields.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import { checks, clamped, fused, pulseFactor } from './checks.ts';

/** Resistance in the way of the inrush, ohm. */
export function inrushOhms({ given: g, parts }: AnyInputs): number {
  const device = g.polarity === 'series-diode' ? parts.D1.dynamicResistance : g.polarity === 'p-mosfet' ? parts.Q1.onResistance : 0;
  return g.sourceResistance + (g.fuse === 'none' ? 0 : parts.F1.resistance) + (g.limiter === 'ntc' ? parts.RT1.value : 0) + device + g.bulkEsr;
}
/** What decides how much of a surge the suppressor takes. */
const SUPPRESSOR = ['parts.D2.breakdownVoltage', 'parts.D2.clampVoltage', 'parts.D2.clampCurrent'];

export const forward = ({ given: g, parts }: AnyInputs): number => (g.polarity === 'series-diode' ? parts.D1.forwardVoltage : 0);

export const inputProtection = defineKind({
  id: 'input-protection',
  family: 'power',
  group: 'Supply',
  title: 'Input protection',
  aliases: ['fuse', 'reverse polarity', 'resettable fuse', 'PTC', 'TVS', 'inrush limiter', 'surge protection'],
  purpose: 'What stands between a wrong, noisy or shorted supply and the board, without wasting volts or blowing for no reason.',
  given: {
    inputVoltage: num('V', 12),
    loadCurrent: num('A', 1, 'drawn behind it', { min: 0 }),
    fuse: choice(['none', 'fuse', 'resettable'], 'fuse'),
    polarity: choice(['none', 'series-diode', 'p-mosfet'], 'p-mosfet'),
    clamp: choice(['none', 'suppressor'], 'suppressor'),
    limiter: choice(['none', 'ntc'], 'none'),
    inputRipple: num('V', 0, undefined, { min: 0 }),
    sourceResistance: num('ohm', 0.1, 'supply and cable', { min: 0 }),
    sourceCurrentLimit: num('A', 5, 'what the supply gives into a short'),
    bulkCapacitance: num('F', 4.7e-4, 'behind the protection', { min: 0 }),
    bulkEsr: num('ohm', 0.05, undefined, { min: 0 }),
    pulseCount: num('count', 10000, 'switch-ons in the product’s life', { min: 1 }),
    surgeVoltage: num('V', 60, 'open-circuit peak of the surge'),
    surgeResistance: num('ohm', 2),
    surgeDuration: num('s', 1e-3, 'to half value'),
    minimumVoltage: num('V', null, 'of the consumers'),
    absoluteMaximum: num('V', null, 'of the consumers'),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  carried: {
    inputMaximum: num('V', null, 'highest input with nothing drawn'),
    rippleFrequency: num('Hz', null, 'of the rail before'),
    maximumVoltage: num('V', null, 'what the consumers stand'),
    surgeCurrent: num('A', null, 'of the consumers at start', { min: 0 }),
  },
  parts: {
    F1: {
      type: 'device',
      bought: (g: Given) => g.fuse !== 'none',
      takes: 'fuse',
      doc: 'fuse',
      params: {
        currentRating: num('A', 2, 'rated (fuse) or hold current at 25 °C (resettable)'),
        utilisation: num('ratio', 0.75, 'continuous share of the rating: 75 % UL style, 100 % IEC 60127 style and resettable'),
        temperatureCoefficient: num('1/K', -0.002, 'about −0.009 for resettable types', { any: true }),
        openingRatio: num('ratio', 2, 'opens for certain at this multiple', { above: 1 }),
        resistance: num('ohm', 0.05, undefined, { min: 0 }),
        meltingI2t: num('A2s', 5),
        voltageRating: num('V', 32),
      },
    },
    D1: {
      type: 'device',
      bought: (g: Given) => g.polarity === 'series-diode',
      takes: 'diode',
      doc: 'series diode',
      params: {
        forwardVoltage: num('V', 0.35),
        dynamicResistance: num('ohm', 0.05, undefined, { min: 0 }),
        voltageRating: num('V', 40),
        currentRating: num('A', 3),
        junctionToAmbient: num('K/W', 60),
        maximumJunction: num('degC', 150, undefined, { any: true }),
      },
    },
    Q1: {
      type: 'device',
      bought: (g: Given) => g.polarity === 'p-mosfet',
      takes: 'p-channel switch',
      doc: 'p-mosfet: drain to the input, source to the board, gate to ground',
      params: {
        onResistance: num('ohm', 0.03, 'at 25 °C'),
        onTempco: num('1/K', 0.005, undefined, { min: 0 }),
        voltageRating: num('V', 30),
        gateClamp: orNone('V', 12, 'zener from source to gate with a resistor; null none'),
        maximumGateSource: num('V', 20),
        fullDriveVoltage: num('V', 4.5),
        junctionToAmbient: num('K/W', 60),
        maximumJunction: num('degC', 150, undefined, { any: true }),
      },
    },
    RT1: {
      type: 'resistor',
      sold: 'inrush limiter',
      series: 'E6',
      tolerance: 0.2,
      default: 5,
      doc: 'ntc, cold resistance',
      params: { hotResistance: num('ohm', 0.3) },
    },
    D2: {
      type: 'device',
      bought: (g: Given) => g.clamp !== 'none',
      takes: 'suppressor',
      doc: 'suppressor',
      params: {
        standoffVoltage: num('V', 15),
        breakdownVoltage: num('V', 16.7),
        clampVoltage: num('V', 24.4, 'at clampCurrent'),
        clampCurrent: num('A', 24.6),
        pulsePower: num('W', 600, 'for 1 ms'),
      },
    },
  },
  outcomes: {
    fuseHoldCurrent: { unit: 'A', title: 'fuse holds' },
    tripCurrent: { unit: 'A', title: 'fuse opens for certain', doc: 'highest in the cold' },
    inrushPeak: { unit: 'A', title: 'inrush' },
    inrushI2t: { unit: 'A2s', title: 'I²t of the inrush' },
    allowedI2t: { unit: 'A2s', title: 'I²t the fuse stands each time' },
    polarityDrop: { unit: 'V', title: 'drop of the polarity device' },
    dissipation: { unit: 'W', title: 'heat of the polarity device' },
    junctionTemperature: { unit: 'degC', title: 'junction' },
    gateVoltage: { unit: 'V', title: 'gate drive' },
    outputVoltage: { unit: 'V', title: 'output voltage' },
    outputTrough: { unit: 'V', title: 'trough' },
    outputRipple: { unit: 'V', title: 'ripple' },
    inputCurrent: { unit: 'A', title: 'current' },
    clampCurrent: { unit: 'A', title: 'current of the suppressor in a surge' },
    clampVoltage: { unit: 'V', title: 'voltage in a surge' },
    // Most where the suppressor takes half of the surge's voltage.
    clampPower: { unit: 'W', title: 'power of the suppressor in a surge', inside: { inputs: SUPPRESSOR, samples: 9 } },
    allowedClampPower: { unit: 'W', title: 'pulse power of the suppressor' },
  },
  evaluate: (x) => {
    const { given: g, parts, ambient } = x;
    const { F1, D1, Q1, RT1, D2 } = parts;
    const warm = 1 + F1.temperatureCoefficient * (ambient - 25);
    const polarity =
      g.polarity === 'series-diode'
        ? throughDiode(D1, g.loadCurrent)
        : g.polarity === 'p-mosfet'
          ? throughMosfet(Q1, g.loadCurrent, ambient)
          : { drop: 0, loss: 0 };
    const theta = g.polarity === 'series-diode' ? D1.junctionToAmbient : Q1.junctionToAmbient;
    const ohms = inrushOhms(x);
    const start = Math.max(0, g.inputVoltage - forward(x));
    const series = (g.fuse === 'none' ? 0 : F1.resistance) + (g.limiter === 'ntc' ? RT1.hotResistance : 0);
    const output: Value = polarity === null ? RUNAWAY : g.inputVoltage - polarity.drop - g.loadCurrent * series;
    const left: Value = isAbsent(output) ? output : output > 0 ? output : NOTHING;
    const rd = Math.max(0, (D2.clampVoltage - D2.breakdownVoltage) / D2.clampCurrent);
    const surge = Math.max((g.surgeVoltage - D2.breakdownVoltage) / (g.surgeResistance + rd), 0);
    const fitted = g.clamp === 'suppressor';
    const clampVoltage = fitted && surge > 0 ? D2.breakdownVoltage + rd * surge : g.surgeVoltage;
    return {
      fuseHoldCurrent: g.fuse === 'none' ? NO_FUSE : F1.currentRating * F1.utilisation * warm,
      tripCurrent: g.fuse === 'none' ? NO_FUSE : F1.currentRating * F1.openingRatio * warm,
      inrushPeak: ohms > 0 ? start / ohms : STIFF,
      inrushI2t: ohms > 0 ? (start ** 2 * g.bulkCapacitance) / (2 * ohms) : STIFF,
      allowedI2t: g.fuse === 'fuse' ? F1.meltingI2t * pulseFactor(g.pulseCount) : NO_FUSE,
      polarityDrop: polarity?.drop ?? RUNAWAY,
      dissipation: polarity?.loss ?? RUNAWAY,
      junctionTemperature: g.polarity === 'none' ? NO_DEVICE : polarity ? ambient + theta * polarity.loss : RUNAWAY,
      gateVoltage: g.polarity === 'p-mosfet' ? Math.min(g.inputVoltage, Q1.gateClamp ?? Infinity) : NO_DEVICE,
      outputVoltage: left,
      outputTrough: isAbsent(left) ? left : left - g.inputRipple / 2,
      outputRipple: g.inputRipple,
      inputCurrent: g.loadCurrent,
      clampCurrent: fitted ? surge : NO_CLAMP,
      clampVoltage,
      clampPower: fitted ? clampVoltage * surge : NO_CLAMP,
      allowedClampPower: fitted ? D2.pulsePower * Math.sqrt(1e-3 / g.surgeDuration) : NO_CLAMP,
    };
  },
  checks,
  rails: {
    in: {
      role: 'consumes',
      fills: { voltage: 'inputVoltage', ripple: 'inputRipple', rippleFrequency: 'rippleFrequency', noLoad: 'inputMaximum', currentLimit: 'sourceCurrentLimit' },
      draws: 'inputCurrent',
      keepsPower: 'behind',
      gives: {
        minimum: neededAhead('minimumVoltage', 'inputVoltage', 'outputVoltage'),
        maximum: (c) => (clamped(c) ? c.range('D2.standoffVoltage') : c.range('maximumVoltage')),
        absoluteMaximum: (c) => (clamped(c) ? null : c.range('absoluteMaximum')),
        surge: 'surgeCurrent',
        capacitance: 'bulkCapacitance',
      },
    },
    out: {
      role: 'provides',
      fills: {
        load: 'loadCurrent',
        capacitance: 'bulkCapacitance',
        minimum: 'minimumVoltage',
        absoluteMaximum: 'absoluteMaximum',
        maximum: 'maximumVoltage',
        surge: 'surgeCurrent',
      },
      gives: {
        voltage: 'outputVoltage',
        ripple: 'outputRipple',
        rippleFrequency: 'rippleFrequency',
        trough: 'outputTrough',
        noLoad: (c) => c.range('inputMaximum') ?? c.range('inputVoltage'),
        currentLimit: (c) => (fused(c) ? c.pick('fuseHoldCurrent') : c.range('sourceCurrentLimit')),
      },
    },
  },
  signals: {},
  warm: [{ part: 'Q1', check: 'junction-temperature', dissipation: 'dissipation', junction: 'junctionTemperature', limit: 'Q1.maximumJunction' }],
  heat: (x, o) => {
    const { given: g, parts } = x;
    const series = (g.fuse === 'none' ? 0 : parts.F1.resistance) + (g.limiter === 'ntc' ? parts.RT1.hotResistance : 0);
    return { 'polarity device': o.dissipation ?? 0, 'fuse and limiter': g.loadCurrent ** 2 * series };
  },
  meets: ['protection'],
  confirm: [
    { id: 'fuse-at-pack', text: 'A lithium pack has its own fuse at the pack, before any wire.' },
    { id: 'mains-side', text: 'No fuse or suppressor of this stage stands on the mains side: those belong to certified assemblies and local code.' },
  ],
  cautions: ['Fuses and suppressors on the mains side belong to certified assemblies and your local code.', 'Lithium packs need a fuse at the pack.'],
});

const NO_FUSE = none('no fuse is fitted');
const NO_DEVICE = none('no such polarity device is fitted');
const NO_CLAMP = none('no suppressor is fitted');
const RUNAWAY = impossible('the MOSFET heats itself faster than it cools: thermal runaway');
const NOTHING = impossible('the protection drops all of the input');
const STIFF = impossible('nothing limits the inrush');

function throughDiode(d: { forwardVoltage: number; dynamicResistance: number }, amps: number) {
  const drop = amps > 0 ? d.forwardVoltage + d.dynamicResistance * amps : 0;
  return { drop, loss: drop * amps };
}
/** On-resistance and junction solved together; null for runaway. */
function throughMosfet(q: { onResistance: number; onTempco: number; junctionToAmbient: number }, amps: number, ambient: number) {
  const k = amps * amps * q.onResistance;
  const room = 1 - k * q.onTempco * q.junctionToAmbient;
  if (room <= 0) return null;
  const loss = (k * (1 + q.onTempco * (ambient - 25))) / room;
  return { drop: amps > 0 ? loss / amps : 0, loss };
}
