import { impossible, none } from '../../../math/absent.ts';
import { defineKind, type Given } from '../../../stage/contract.ts';
import { choice, num } from '../../../stage/fields.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import { checks } from './checks.ts';
import { circuit, secondaryOhms } from './circuit.ts';
import { size } from './sizing.ts';
import { steadyState, type SteadyState } from './solve.ts';
import { formatText } from '../../../quantity/format.ts';

export const rectifierReservoir = defineKind({
  id: 'rectifier-reservoir',
  family: 'power',
  group: 'Supply',
  title: 'Transformer, rectifier and reservoir',
  aliases: ['linear power supply', 'bridge rectifier', 'smoothing capacitor', 'full-wave', 'centre tap', 'half-wave', 'mains transformer'],
  purpose: 'Turns a transformer secondary into raw DC, with the true ripple trough for what follows and true currents for transformer, diodes and capacitor.',
  given: {
    secondaryVoltage: num('V', 12, 'rms at rated current; of each half for a centre tap'),
    transformerVa: num('VA', 20, 'rating of the whole secondary'),
    topology: choice(['bridge', 'centre-tap', 'half-wave'], 'bridge'),
    loadCurrent: num('A', 0.5, 'constant current', { min: 0 }),
    minimumOutput: num('V', 9, 'what the consumers need at the trough'),
    maximumRipple: num('V', 3, 'peak to peak'),
    regulation: num('ratio', 0.15, 'rise from full load to no load; small transformers 10–30 %', { min: 0 }),
    mainsFrequency: num('Hz', 50),
    sourceResistance: num('ohm', null, 'measured resistance of the secondary in use with the reflected primary; null: from the regulation'),
    lineFactor: num('ratio', { nominal: 1, low: 0.9, high: 1.1 }, 'mains voltage over its nominal'),
    maximumVoltage: num('V', null, 'lowest maximum of the consumers'),
    capacitanceAgeing: num('ratio', { nominal: 1, low: 0.8, high: 1 }, 'end-of-life factor on C1'),
    safeVoltage: num('V', 60, 'touchable DC; set it lower for rework or hot swap'),
    dischargeTimeLimit: num('s', 10),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    C1: {
      type: 'capacitor',
      series: 'E6',
      tolerance: 0.2,
      doc: 'reservoir',
      params: {
        esr: num('ohm', 0.05, undefined, { min: 0 }),
        voltageRating: num('V', 35),
        rippleCurrentRating: num('A', 2, 'rms at ripple frequency and hot'),
      },
    },
    D1: {
      type: 'device',
      takes: 'diode',
      doc: 'each diode',
      pieces: (g: Given) => (g.topology === 'half-wave' ? 1 : g.topology === 'bridge' ? 4 : 2),
      params: {
        forwardVoltage: num('V', 0.9, 'constant part at the charging peak'),
        dynamicResistance: num('ohm', 0.02, undefined, { min: 0 }),
        currentRating: num('A', 1, 'average'),
        voltageRating: num('V', 100),
        surgeRating: num('A', 30, 'one half cycle'),
        junctionToAmbient: num('K/W', 50),
        maximumJunction: num('degC', 150, undefined, { any: true }),
      },
    },
    R1: { type: 'resistor', series: 'E12', tolerance: 0.05, optional: true, doc: 'bleeder', params: { powerRating: num('W', 0.25) } },
  },
  outcomes: {
    rippleFrequency: { unit: 'Hz', title: 'ripple frequency' },
    sourceResistance: { unit: 'ohm', title: 'resistance of the secondary' },
    noLoadVoltage: { unit: 'V', title: 'crest with nothing drawn', doc: 'without diode drops, what C1 and the consumers must stand' },
    outputVoltage: { unit: 'V', title: 'mean output' },
    outputPeak: { unit: 'V', title: 'crest under load' },
    outputTrough: { unit: 'V', title: 'trough' },
    outputRipple: { unit: 'V', title: 'ripple' },
    rippleRms: { unit: 'V', title: 'ripple, rms about the mean' },
    conductionAngle: { unit: 'rad', title: 'conduction angle', doc: 'of the mains period, per charging pulse' },
    diodePeakCurrent: { unit: 'A', title: 'crest of the charging current' },
    diodeAverageCurrent: { unit: 'A', title: 'mean current of a diode' },
    dissipation: { unit: 'W', title: 'heat of a diode' },
    totalDissipation: { unit: 'W', title: 'heat of all diodes' },
    junctionTemperature: { unit: 'degC', title: 'junction of a diode' },
    capacitorRippleCurrent: { unit: 'A', title: 'ripple current of C1', doc: 'rms' },
    secondaryRmsCurrent: { unit: 'A', title: 'rms current of the secondary', doc: 'each half for a centre tap' },
    requiredVa: { unit: 'VA', title: 'transformer needed' },
    vaRatio: {
      unit: 'ratio',
      title: 'VA per watt of DC',
      doc: 'usually 1.4 to 2: the usual undersizing',
      inside: { inputs: ['given.secondaryVoltage', 'given.lineFactor'], samples: 9 },
    },
    peakInverseVoltage: { unit: 'V', title: 'reverse voltage of a diode' },
    inrushCurrent: { unit: 'A', title: 'inrush', doc: 'switched on at the crest, C1 empty' },
    holdTime: { unit: 's', title: 'hold-up', doc: 'mains lost at the trough' },
    dischargeTime: { unit: 's', title: 'time to a safe voltage' },
    bleederDissipation: { unit: 'W', title: 'heat of the bleeder' },
  },
  size,
  evaluate: ({ given: g, parts, ambient }) => {
    const { C1, D1, R1 } = parts;
    const x = { given: g, parts };
    const c = circuit(x);
    const [half, tap] = [g.topology === 'half-wave', g.topology === 'centre-tap'];
    const s = steadyState(c);
    const noLoadVoltage = c.crest;
    const or = (value: (k: SteadyState) => number) => (s ? value(s) : CANNOT);
    const share = half ? 1 : 0.5;
    const heat = (rms: number) => share * (D1.forwardVoltage * g.loadCurrent + D1.dynamicResistance * rms * rms);
    const count = g.topology === 'bridge' ? 4 : tap ? 2 : 1;
    const secondary = (rms: number) => (tap ? rms / Math.SQRT2 : rms);
    const va = (rms: number) => g.secondaryVoltage * secondary(rms) * (tap ? 2 : 1);
    return {
      rippleFrequency: half ? g.mainsFrequency : 2 * g.mainsFrequency,
      sourceResistance: secondaryOhms(g),
      noLoadVoltage,
      outputVoltage: or((k) => k.mean),
      outputPeak: or((k) => k.peak),
      outputTrough: or((k) => k.trough),
      outputRipple: or((k) => k.peak - k.trough),
      rippleRms: or((k) => k.ripple),
      conductionAngle: or((k) => k.angle),
      diodePeakCurrent: or((k) => k.peakCurrent),
      diodeAverageCurrent: g.loadCurrent * share,
      dissipation: or((k) => heat(k.rms)),
      totalDissipation: or((k) => count * heat(k.rms)),
      junctionTemperature: or((k) => ambient + D1.junctionToAmbient * heat(k.rms)),
      capacitorRippleCurrent: or((k) => Math.sqrt(Math.max(0, k.rms ** 2 - g.loadCurrent ** 2))),
      secondaryRmsCurrent: or((k) => secondary(k.rms)),
      requiredVa: or((k) => va(k.rms)),
      vaRatio: g.loadCurrent === 0 ? NO_LOAD : or((k) => va(k.rms) / (k.mean * g.loadCurrent)),
      peakInverseVoltage: g.topology === 'bridge' ? noLoadVoltage : 2 * noLoadVoltage,
      inrushCurrent: Math.max(0, noLoadVoltage - c.drop) / (c.resistance + C1.esr),
      holdTime: g.loadCurrent === 0 ? NO_LOAD : or((k) => Math.max(0, (c.farads * (k.trough - g.minimumOutput)) / g.loadCurrent)),
      dischargeTime:
        noLoadVoltage <= g.safeVoltage ? 0 : R1.value === null || R1.value === 0 ? NEVER : R1.value * c.farads * Math.log(noLoadVoltage / g.safeVoltage),
      bleederDissipation: R1.value ? noLoadVoltage ** 2 / R1.value : 0,
    };
  },
  mendFirst: ['trough'],
  checks,
  rails: {
    out: {
      role: 'provides',
      fills: { load: 'loadCurrent', minimum: 'minimumOutput', maximum: 'maximumVoltage' },
      gives: {
        voltage: 'outputVoltage',
        ripple: 'outputRipple',
        rippleFrequency: 'rippleFrequency',
        trough: 'outputTrough',
        noLoad: 'noLoadVoltage',
        currentLimit: (c) => {
          const most = c.range('transformerVa');
          const ratio = c.out('vaRatio').nominal;
          const volts = c.out('outputVoltage').nominal;
          return most && ratio && volts ? most.low / (ratio * volts) : null;
        },
      },
    },
  },
  signals: {},
  warm: [{ part: 'D1', check: 'junction-temperature', dissipation: 'dissipation', junction: 'junctionTemperature', limit: 'D1.maximumJunction' }],
  // What the ideal secondary gives is what the board takes: the winding's own heat is in it.
  heat: (x, o) => losses(x, o),
  source: (x, o) => (o.outputVoltage ?? 0) * x.given.loadCurrent + Object.values(losses(x, o)).reduce((a, b) => a + b, 0),
  buys: ({ given: g }) => [
    {
      slot: 'T1',
      title: `mains transformer ${g.topology === 'centre-tap' ? '2 × ' : ''}${formatText(g.secondaryVoltage, 'V', 3)}, ${formatText(g.transformerVa, 'VA', 3)}`,
    },
  ],
  confirm: [
    {
      id: 'mains',
      text: 'Primary wiring, fuse, earthing, insulation and clearances follow the local code, and a licensed person has looked at them or a certified supply takes their place.',
    },
    { id: 'primary-fuse', text: 'The primary fuse is slow-blow and of the value the transformer’s maker names.' },
  ],
  cautions: [
    'Mains kills. Primary wiring, fuse, earthing, insulation and clearances follow your local code and licensed practice; a certified AC or DC adapter spares you all of it.',
    'Reservoirs stay charged after switching off: measure before you touch.',
  ],
});

const CANNOT = impossible('the transformer cannot carry this load');
const NO_LOAD = none('nothing is drawn');
const NEVER = impossible('without a bleeder it stays charged');

/** Diodes, ESR and bleeder, W. */
function losses(x: AnyInputs, o: Record<string, number>): Record<string, number> {
  const r1 = x.parts.R1.value;
  return {
    diodes: o.totalDissipation ?? 0,
    // The winding stands beside the diodes and warms the same box. Each half of a centre tap works half the time.
    transformer: (o.sourceResistance ?? 0) * (x.given.topology === 'centre-tap' ? 2 : 1) * (o.secondaryRmsCurrent ?? 0) ** 2,
    reservoir: x.parts.C1.esr * (o.capacitorRippleCurrent ?? 0) ** 2,
    ...(r1 ? { bleeder: ((o.outputVoltage ?? 0) ** 2 + (o.rippleRms ?? 0) ** 2) / r1 } : {}),
  };
}
