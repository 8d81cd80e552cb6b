import { impossible, none } from '../../../math/absent.ts';
import { nextAbove } from '../../../quantity/preferred.ts';
import { BLOCKING_VOLTAGES, CAPACITOR_VOLTAGES, DIODE_CURRENTS, rated, RESISTOR_POWERS, TRANSFORMER_VA } from '../../../quantity/stock.ts';
import { window } from '../../bring-up.ts';
import { defineKind, type Offer, type Sizing } from '../../contract.ts';
import { choice, num } from '../../fields.ts';
import type { AnyInputs } from '../../judged.ts';
import { held, say } from '../../words.ts';
import { figure } from './figure.ts';
import { simulate } from './simulate.ts';
import { steadyState, waveform, type Charging, type SteadyState } from './solve.ts';
import { working } from './working.ts';

type Topology = 'bridge' | 'centre-tap' | 'half-wave';

/** Resistance of the secondary in use with the reflected primary, ohm. // [IEC 61558] from the regulation; of a centre tap one half conducts at a time */
export const secondaryOhms = (g: {
  sourceResistance: number | null;
  regulation: number;
  secondaryVoltage: number;
  transformerVa: number;
  topology: Topology;
}): number => g.sourceResistance ?? ((g.regulation * g.secondaryVoltage ** 2) / g.transformerVa) * (g.topology === 'centre-tap' ? 1.5 : 1);

/** The charging circuit of inputs as they stand. */
export function circuit(x: AnyInputs): Charging {
  const { given: g, parts } = x;
  const diodes = g.topology === 'bridge' ? 2 : 1;
  return {
    crest: Math.SQRT2 * g.secondaryVoltage * (1 + g.regulation) * g.lineFactor,
    drop: diodes * parts.D1.forwardVoltage,
    resistance: Math.max(secondaryOhms(g) + diodes * parts.D1.dynamicResistance, 1e-3),
    farads: parts.C1.value * g.capacitanceAgeing,
    esr: parts.C1.esr,
    load: g.loadCurrent,
    mains: g.mainsFrequency,
    half: g.topology === 'half-wave',
  };
}

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
    regulation: num('ratio', 0.15, 'rise from full load to no load; small transformers 10–30 %', { min: 0 }),
    sourceResistance: num('ohm', null, 'measured resistance of the secondary in use with the reflected primary; null: from the regulation'),
    lineFactor: num('ratio', { nominal: 1, low: 0.9, high: 1.1 }, 'mains voltage over its nominal'),
    mainsFrequency: num('Hz', 50),
    topology: choice(['bridge', 'centre-tap', 'half-wave'], 'bridge'),
    loadCurrent: num('A', 0.5, 'constant current', { min: 0 }),
    minimumOutput: num('V', 9, 'what the consumers need at the trough'),
    maximumRipple: num('V', 3, 'peak to peak'),
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
      doc: 'each diode',
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
    vaRatio: { unit: 'ratio', title: 'VA per watt of DC', doc: 'usually 1.4 to 2: the usual undersizing' },
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
  checks: {
    trough: held('trough', 'outputTrough', 'atLeast', 'minimumOutput', 'what hangs on the rail needs', 'must', (c) => {
      const low = c.out('outputTrough').low;
      const lack = low === null ? null : c.must('minimumOutput').high - low;
      const larger = nextPassing(c.x, (ref) => c.must(ref), 'trough');
      const first = larger === null ? 'No capacitor up to 22 mF alone is enough' : `C1 of ${say(larger, 'F')} would hold`;
      return lack === null
        ? 'The transformer cannot carry this load at low mains: take a larger one, or draw less.'
        : `${first}; so would a secondary ${say(lack / (Math.SQRT2 * c.must('lineFactor').low), 'V')} higher, a regulator that drops ${say(lack, 'V')} less, or a transformer with less regulation.`;
    }),
    ripple: held('ripple', 'outputRipple', 'atMost', 'maximumRipple', 'allowed ripple', 'should', (c) => {
      const larger = nextPassing(c.x, (ref) => c.must(ref), 'ripple');
      return larger === null ? 'No capacitor up to 22 mF is enough: filter behind it, or draw less.' : `C1 of ${say(larger, 'F')} would hold.`;
    }),
    'capacitor-voltage': held(
      'voltage on C1',
      'noLoadVoltage',
      'atMost',
      'C1.voltageRating',
      'rating of C1',
      'must',
      (c) => `C1 rated ${say(rated(CAPACITOR_VOLTAGES, c.out('noLoadVoltage').high), 'V')} passes.`,
      { derated: true },
    ),
    'capacitor-ripple-current': held(
      'ripple current of C1',
      'capacitorRippleCurrent',
      'atMost',
      'C1.rippleCurrentRating',
      'rating of C1',
      'must',
      (c) =>
        `Several capacitors in parallel that carry ${say((c.out('capacitorRippleCurrent').high ?? 0) / 0.8, 'A')} together, a larger can, or a 105 °C grade; a larger C1 alone does not lower this current.`,
      { derated: true },
    ),
    'diode-current': held(
      'mean current of a diode',
      'diodeAverageCurrent',
      'atMost',
      'D1.currentRating',
      'rating of D1',
      'must',
      (c) => `Diodes rated ${say(rated(DIODE_CURRENTS, c.out('diodeAverageCurrent').high), 'A')} pass.`,
      { derated: true },
    ),
    'diode-inverse-voltage': held(
      'reverse voltage of a diode',
      'peakInverseVoltage',
      'atMost',
      'D1.voltageRating',
      'rating of D1',
      'must',
      (c) =>
        `Diodes rated ${say(rated(BLOCKING_VOLTAGES, c.out('peakInverseVoltage').high), 'V')} pass; transients on the mains ask for two to three times that.`,
      { derated: true },
    ),
    inrush: held(
      'inrush',
      'inrushCurrent',
      'atMost',
      'D1.surgeRating',
      'surge rating of D1',
      'must',
      (c) => {
        const { high } = c.out('inrushCurrent');
        const limit = c.must('D1.surgeRating').low * 0.8;
        const now = c.must('C1.esr').low + (c.out('sourceResistance').low ?? 0);
        return `${high === null ? 'A' : `${say(Math.max(0, now * (high / limit - 1)), 'ohm')} in series (an NTC or resistor), or a`} diode rated for ${say((high ?? 0) / 0.8, 'A')} of surge would hold. Large toroids need a soft start.`;
      },
      { derated: true },
    ),
    'junction-temperature': held(
      'junction of a diode',
      'junctionTemperature',
      'temperature',
      'D1.maximumJunction',
      'highest junction temperature of D1',
      'must',
      (c) => {
        const watts = c.out('dissipation').high;
        const theta = watts ? (c.must('D1.maximumJunction').low - c.must('ambient').high) / watts : null;
        return theta && theta > 0
          ? `A bridge with ${say(theta, 'K/W')} to the air or less would hold, or Schottky diodes with half the drop.`
          : 'Schottky diodes, or a larger bridge with a heatsink, and a cooler place.';
      },
    ),
    'transformer-va': held(
      'transformer',
      'requiredVa',
      'atMost',
      'transformerVa',
      'rating of the transformer',
      'must',
      (c) => `A transformer of ${say(rated(TRANSFORMER_VA, c.out('requiredVa').high), 'VA')} carries it: the rms current decides, not the DC watts.`,
      { derated: true },
    ),
    'maximum-voltage': held(
      'crest with nothing drawn',
      'noLoadVoltage',
      'atMost',
      'maximumVoltage',
      'lowest maximum of what hangs on the rail',
      'must',
      (c) => {
        const over = (c.out('noLoadVoltage').high ?? 0) / c.must('maximumVoltage').low;
        return `A secondary of ${say(c.must('secondaryVoltage').nominal / over, 'V')}, or parts behind it that stand ${say(c.out('noLoadVoltage').high, 'V')}.`;
      },
      { whenNull: 'absent' },
    ),
    discharge: held('time to a safe voltage', 'dischargeTime', 'atMost', 'dischargeTimeLimit', 'allowed time', 'must', (c) => {
      const top = c.out('noLoadVoltage').high ?? 1;
      const ohms = c.must('dischargeTimeLimit').low / (c.must('C1.value').high * Math.log(top / c.must('safeVoltage').low));
      return `A bleeder R1 of ${say(ohms / 1.05, 'ohm')} or less empties C1 in time.`;
    }),
    'bleeder-power': held(
      'heat of the bleeder',
      'bleederDissipation',
      'atMost',
      'R1.powerRating',
      'rating of R1',
      'must',
      (c) => `R1 rated ${say(rated(RESISTOR_POWERS, c.out('bleederDissipation').high), 'W')} passes.`,
      {
        derated: true,
        applies: (c) => !!c.x.parts.R1.value,
      },
    ),
  },
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
  // The transformer stands beside the board: what leaves its secondary is what the board takes.
  heat: (x, o) => losses(x, o),
  source: (x, o) => (o.outputVoltage ?? 0) * x.given.loadCurrent + Object.values(losses(x, o)).reduce((a, b) => a + b, 0),
  working,
  figure,
  simulate,
  curves: (x) => {
    const c = circuit(x);
    const s = steadyState(c);
    const period = c.half ? 1 / c.mains : 1 / (2 * c.mains);
    const need = { axis: 'y' as const, value: x.given.minimumOutput, label: 'needed', limit: true };
    const most = Math.max(2 * c.load, 0.05);
    return [
      ...(s
        ? [
            {
              id: 'ripple',
              title: 'Output over two periods of the ripple',
              x: { label: 'time', unit: 's' as const, log: false, from: 0, to: 2 * period },
              y: { label: 'output', unit: 'V' as const },
              points: 160,
              marks: [need],
              at: (t: number) => {
                const now = steadyState(circuit(x));
                return now ? waveform(circuit(x), now)(t) : NaN;
              },
            },
          ]
        : []),
      {
        id: 'trough',
        title: 'Trough over load',
        x: { label: 'load', unit: 'A', log: false, from: most / 40, to: most },
        y: { label: 'trough', unit: 'V' },
        points: 40,
        marks: [need],
        at: (load) => steadyState({ ...circuit(x), load })?.trough ?? NaN,
      },
    ];
  },
  bringUp: (c) => [
    {
      id: 'fit',
      act: 'fit',
      title: 'Fit rectifier and reservoir',
      text: 'Solder diodes, C1 and bleeder, nothing behind them. Check polarity of every diode and of C1. Close and insulate all primary wiring before anything is plugged in; a licensed electrician decides on it.',
    },
    {
      id: 'unloaded',
      act: 'probe',
      title: 'Unloaded',
      text: 'One hand, nothing connected to the rail. DC volts at C1: a little below the crest of the secondary.',
      expect: window('C1, no load', 'V', { ...c.out('noLoadVoltage'), low: (c.out('noLoadVoltage').low ?? 0) - 1.5 * (circuit(c.x).drop || 1) }),
    },
    {
      id: 'loaded',
      act: 'probe',
      title: 'Full load',
      text: 'Peak load on the rail. Mean voltage with a meter at C1; then ripple and trough with the scope, probe ground at C1 minus.',
      expect: window('C1, loaded', 'V', c.out('outputVoltage')),
    },
    {
      id: 'off',
      act: 'probe',
      title: 'Switched off',
      text: `Switch off and time the fall to ${say(c.x.given.safeVoltage, 'V')}. Measure before you touch: the reservoir stays charged.`,
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
  schools:
    'A large C1 (little ripple, high peak currents, more hum radiated), a smaller one with a good regulator (longer conduction, cooler transformer), or an RC or choke after the reservoir.',
  sources: ['exact solution of the capacitor-input rectifier by piecewise linear circuit analysis', 'IEC 61558', 'IEC 62368-1'],
});

const CANNOT = impossible('the transformer cannot carry this load');
const NO_LOAD = none('nothing is drawn');
const NEVER = impossible('without a bleeder it stays charged');

/** Diodes, ESR and bleeder, W. */
function losses(x: AnyInputs, o: Record<string, number>): Record<string, number> {
  const r1 = x.parts.R1.value;
  return {
    diodes: o.totalDissipation ?? 0,
    reservoir: x.parts.C1.esr * (o.capacitorRippleCurrent ?? 0) ** 2,
    ...(r1 ? { bleeder: ((o.outputVoltage ?? 0) ** 2 + (o.rippleRms ?? 0) ** 2) / r1 } : {}),
  };
}

/** The worst corner of a reservoir: low mains, peak load, C1 low and aged. */
const worst = (x: AnyInputs, range: (ref: string) => { low: number; high: number }, farads: number, tolerance: number): Charging => {
  const given = { ...x.given, lineFactor: range('lineFactor').low, loadCurrent: range('loadCurrent').high };
  return { ...circuit({ given, parts: x.parts }), farads: farads * (1 - tolerance) * range('capacitanceAgeing').low };
};
const RESERVOIRS = [1e-4, 2.2e-2] as const;

function passes(
  x: AnyInputs,
  range: (ref: string) => { low: number; high: number },
  farads: number,
  tolerance: number,
  what: 'trough' | 'ripple',
  comfort = 0,
): boolean {
  const s = steadyState(worst(x, range, farads, tolerance));
  return (
    s !== null &&
    (what === 'trough' ? s.trough >= range('minimumOutput').high * (1 + comfort) : s.peak - s.trough <= range('maximumRipple').low * (1 - comfort))
  );
}

/** The smallest reservoir of the series that passes a check, F; null when none does. */
function nextPassing(x: AnyInputs, range: (ref: string) => { low: number; high: number }, what: 'trough' | 'ripple'): number | null {
  const c1 = range('C1.value');
  const tolerance = 1 - c1.low / x.parts.C1.value;
  for (let f: number = RESERVOIRS[0]; f <= RESERVOIRS[1] * 1.01; f = nextAbove(f * 1.01, 'E6')) if (passes(x, range, f, tolerance, what)) return f;
  return null;
}

/** The smallest reservoir that holds trough and ripple in the worst corner; the largest bleeder that empties it in time. */
function size(s: Sizing, x: AnyInputs): Offer[] {
  const values: Record<string, number> = {};
  const why: string[] = [];
  if (s.open('C1')) {
    const all = s.candidates('C1', ...RESERVOIRS);
    const ok = (what: 'trough' | 'ripple') => (f: number) => passes(x, s.range, f, s.tolerance('C1'), what);
    const easy = all.find(
      (f) => passes(x, s.range, f, s.tolerance('C1'), 'trough', s.comfort) && passes(x, s.range, f, s.tolerance('C1'), 'ripple', s.comfort),
    );
    const both = easy ?? all.find((f) => ok('trough')(f) && ok('ripple')(f));
    values.C1 = both ?? all.find(ok('trough')) ?? all.at(-1) ?? RESERVOIRS[1];
    why.push(both ? 'smallest that holds trough and ripple at low mains, aged' : 'the largest there is: the trough or ripple still fails');
  }
  const farads = (values.C1 ?? s.value('C1')) * (1 + s.tolerance('C1'));
  if (s.open('R1')) {
    const crest = Math.SQRT2 * s.range('secondaryVoltage').high * (1 + s.range('regulation').high) * s.range('lineFactor').high;
    const ohms = s.range('dischargeTimeLimit').low / (farads * Math.log(crest / s.range('safeVoltage').low)) / (1 + s.tolerance('R1'));
    const list = s.candidates('R1', 100, 1e6);
    values.R1 = (crest > s.range('safeVoltage').low ? list.filter((r) => r <= ohms).at(-1) : list.at(-1)) ?? list[0] ?? 1e4;
    why.push('largest bleeder that empties it in time');
  }
  return why.length ? [{ values, why: why.join('; ') }] : [];
}
