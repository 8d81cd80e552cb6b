import { impossible, isAbsent, none, type Value } from '../../../math/absent.ts';
import { window } from '../../../stage/bring-up.ts';
import { neededAhead } from '../../../stage/ahead.ts';
import { defineKind } from '../../../stage/contract.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { choice, num, orNone } from '../../../stage/fields.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import { say, sayOut, step } from '../../../stage/words.ts';
import { checks, clamped, fused, pulseFactor } from './checks.ts';

/** Resistance in the way of the inrush, ohm. */
function inrushOhms({ given: g, parts }: AnyInputs): number {
  const device = g.polarity === 'series-diode' ? parts.D1.dynamicResistance : g.polarity === 'p-mosfet' ? parts.Q1.onResistance : 0;
  return g.sourceResistance + (g.fuse === 'none' ? 0 : parts.F1.resistance) + (g.limiter === 'ntc' ? parts.RT1.value : 0) + device + g.bulkEsr;
}
const forward = ({ given: g, parts }: AnyInputs): number => (g.polarity === 'series-diode' ? parts.D1.forwardVoltage : 0);

export const inputProtection = defineKind({
  id: 'input-protection',
  family: 'power',
  group: 'Supply',
  title: 'Input protection',
  aliases: ['fuse', 'reverse polarity', 'resettable fuse', 'PTC', 'TVS', 'inrush limiter', 'surge protection'],
  purpose: 'What stands between a wrong, noisy or shorted supply and the board, without wasting volts or blowing for no reason.',
  given: {
    inputVoltage: num('V', 12),
    inputRipple: num('V', 0, undefined, { min: 0 }),
    loadCurrent: num('A', 1, 'drawn behind it', { min: 0 }),
    sourceResistance: num('ohm', 0.1, 'supply and cable', { min: 0 }),
    sourceCurrentLimit: num('A', 5, 'what the supply gives into a short'),
    bulkCapacitance: num('F', 4.7e-4, 'behind the protection', { min: 0 }),
    bulkEsr: num('ohm', 0.05, undefined, { min: 0 }),
    pulseCount: num('count', 10000, 'switch-ons in the product’s life', { min: 1 }),
    fuse: choice(['none', 'fuse', 'resettable'], 'fuse'),
    polarity: choice(['none', 'series-diode', 'p-mosfet'], 'p-mosfet'),
    limiter: choice(['none', 'ntc'], 'none'),
    clamp: choice(['none', 'suppressor'], 'suppressor'),
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
    RT1: { type: 'resistor', series: 'E6', tolerance: 0.2, default: 5, doc: 'ntc, cold resistance', params: { hotResistance: num('ohm', 0.3) } },
    D2: {
      type: 'device',
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
    clampPower: { unit: 'W', title: 'power of the suppressor in a surge' },
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
  working: (c) => {
    const { given: g, parts, ambient } = c.x;
    const { F1, D1, Q1, RT1, D2 } = parts;
    const n = (name: string) => c.nominal(name) ?? NaN;
    const rd = (D2.clampVoltage - D2.breakdownVoltage) / D2.clampCurrent;
    const series = (g.fuse === 'none' ? 0 : F1.resistance) + (g.limiter === 'ntc' ? RT1.hotResistance : 0);
    return [
      ...(g.fuse === 'none'
        ? []
        : [
            step(
              'What the fuse holds',
              'Ih',
              [n('fuseHoldCurrent'), 'A'],
              'In*u*(1 + k*(Ta - 25))',
              { In: [F1.currentRating, 'A'], u: [F1.utilisation, 'ratio'], k: [F1.temperatureCoefficient, '1/K'], Ta: [ambient, 'degC'] },
              'IEC 60127, makers’ derating curves',
              'fuseHoldCurrent',
            ),
          ]),
      ...(c.nominal('inrushI2t') === null
        ? []
        : [
            step(
              'I²t of the inrush',
              'J',
              [n('inrushI2t'), 'A2s'],
              'V^2*C/(2*R)',
              { V: [Math.max(0, g.inputVoltage - forward(c.x)), 'V'], C: [g.bulkCapacitance, 'F'], R: [inrushOhms(c.x), 'ohm'] },
              'energy of charging a capacitor through a resistance',
              'inrushI2t',
            ),
          ]),
      ...(c.nominal('dissipation') === null || g.polarity === 'none'
        ? []
        : [
            g.polarity === 'series-diode'
              ? step(
                  'Heat of D1',
                  'P',
                  [n('dissipation'), 'W'],
                  '(Vf + rd*I)*I',
                  { Vf: [D1.forwardVoltage, 'V'], rd: [D1.dynamicResistance, 'ohm'], I: [g.loadCurrent, 'A'] },
                  'piecewise linear diode',
                  'dissipation',
                )
              : step(
                  'Heat of Q1, hot',
                  'P',
                  [n('dissipation'), 'W'],
                  'I^2*Ron*(1 + k*(Ta - 25))/(1 - I^2*Ron*k*theta)',
                  {
                    I: [g.loadCurrent, 'A'],
                    Ron: [Q1.onResistance, 'ohm'],
                    k: [Q1.onTempco, '1/K'],
                    Ta: [ambient, 'degC'],
                    theta: [Q1.junctionToAmbient, 'K/W'],
                  },
                  'on-resistance and junction solved together',
                  'dissipation',
                ),
          ]),
      ...(c.nominal('outputVoltage') === null
        ? []
        : [
            step(
              'Output',
              'Vo',
              [n('outputVoltage'), 'V'],
              'Vin - Vd - I*Rs',
              { Vin: [g.inputVoltage, 'V'], Vd: [n('polarityDrop'), 'V'], I: [g.loadCurrent, 'A'], Rs: [series, 'ohm'] },
              'Kirchhoff',
              'outputVoltage',
            ),
          ]),
      ...(g.clamp === 'suppressor' && n('clampCurrent') > 0
        ? [
            step(
              'Current of the suppressor',
              'Ic',
              [n('clampCurrent'), 'A'],
              '(Vs - Vbr)/(Rs + rd)',
              { Vs: [g.surgeVoltage, 'V'], Vbr: [D2.breakdownVoltage, 'V'], Rs: [g.surgeResistance, 'ohm'], rd: [rd, 'ohm'] },
              'piecewise linear suppressor',
              'clampCurrent',
            ),
            step(
              'Voltage in a surge',
              'Vc',
              [n('clampVoltage'), 'V'],
              'Vbr + rd*Ic',
              { Vbr: [D2.breakdownVoltage, 'V'], rd: [rd, 'ohm'], Ic: [n('clampCurrent'), 'A'] },
              'piecewise linear suppressor',
              'clampVoltage',
            ),
          ]
        : [step('Voltage in a surge', 'Vc', [n('clampVoltage'), 'V'], 'Vs', { Vs: [g.surgeVoltage, 'V'] }, 'nothing conducts', 'clampVoltage')]),
    ];
  },
  figure: (c) => {
    const g = c.x.given;
    const dashed = (fitted: boolean) => (fitted ? {} : { dashed: true });
    const items: Drawn[] = [
      port(30, 50, 'in', say(g.inputVoltage, 'V'), 'left'),
      wire(30, 50, 50, 50),
      part(
        g.fuse === 'resettable' ? 'resettable' : 'fuse',
        [50, 50],
        'right',
        'F1',
        g.fuse === 'none' ? 'none' : say(c.x.parts.F1.currentRating, 'A'),
        dashed(g.fuse !== 'none'),
      ),
      part('thermistor', [120, 50], 'right', 'RT1', g.limiter === 'ntc' ? say(c.x.parts.RT1.value, 'ohm') : 'none', dashed(g.limiter === 'ntc')),
      dot(200, 50),
      wire(190, 50, 220, 50),
      {
        ...part('suppressor', [200, 120], 'up', 'D2', g.clamp === 'suppressor' ? say(c.x.parts.D2.standoffVoltage, 'V') : 'none', {
          side: 1,
          ...dashed(g.clamp === 'suppressor'),
        }),
      } as Drawn,
      ground(200, 120),
      { sym: 'block', id: 'Q1', at: [300, 28], size: [60, 44], label: 'Q1', value: g.polarity === 'p-mosfet' ? '' : 'none' },
      part('diode', [220, 50], 'right', 'D1', g.polarity === 'series-diode' ? '' : 'none', dashed(g.polarity === 'series-diode')),
      wire(290, 50, 300, 50),
      wire(360, 50, 460, 50),
      dot(400, 50),
      { sym: 'polarised', at: [400, 50], dir: 'down', label: 'bulk', value: say(g.bulkCapacitance, 'F') },
      ground(400, 120),
      port(460, 50, 'out', sayOut(c, 'outputVoltage', 'V')),
    ];
    return { width: 510, height: 150, title: 'Fuse, limiter, suppressor and polarity device before the bulk capacitor', items };
  },
  simulate: (x, o) => {
    const ohms = inrushOhms(x);
    const { given: g } = x;
    const farads = g.bulkCapacitance;
    if (farads === 0 || ohms <= g.bulkEsr || typeof o.inrushPeak !== 'number') return null;
    const tau = ohms * farads;
    const run = { stop: 5 * tau, step: tau / 100, start: 'rest' as const, outputs: ['out', 'I(V1)'] };
    return {
      elements: [
        { is: 'voltage', name: 'V1', a: 'in', b: '0', wave: { sort: 'dc', value: Math.max(0, g.inputVoltage - forward(x)) }, ac: 1 },
        { is: 'resistor', name: 'Rt', a: 'in', b: 'out', ohms: ohms - g.bulkEsr },
        { is: 'capacitor', name: 'Cb', a: 'out', b: '0', farads, esr: g.bulkEsr },
      ],
      out: 'out',
      band: [1, 1e6],
      time: { stop: 5 * tau, start: 'rest' },
      confirms: {
        inrushPeak: (b) => b.over(run, (t) => t.signals['I(V1)']!.reduce((m, i) => Math.max(m, Math.abs(i)), 0)),
        inrushI2t: (b) =>
          b.over(run, (t) =>
            t.time.reduce((sum, s, i) => (i ? sum + (s - t.time[i - 1]!) * ((t.signals['I(V1)']![i]! ** 2 + t.signals['I(V1)']![i - 1]! ** 2) / 2) : 0), 0),
          ),
      },
    };
  },
  bringUp: (c) => [
    {
      id: 'reversed',
      act: 'feed',
      title: 'Reversed, on purpose',
      text: 'Bench supply limited to 50 mA, turned round: no more than leakage flows, and the board stays at 0 V.',
      feed: { volts: c.x.given.inputVoltage, amps: 0.05 },
    },
    {
      id: 'output',
      act: 'probe',
      title: 'Right way round, at peak',
      text: 'DC volts behind the polarity device.',
      expect: window('behind the protection', 'V', c.out('outputVoltage')),
    },
    { id: 'short', act: 'probe', title: 'Short behind the fuse', text: 'With the supply you will use: the fuse opens or the supply limits. Wear glasses.' },
  ],
  confirm: [
    { id: 'fuse-at-pack', text: 'A lithium pack has its own fuse at the pack, before any wire.' },
    { id: 'mains-side', text: 'No fuse or suppressor of this stage stands on the mains side: those belong to certified assemblies and local code.' },
  ],
  cautions: ['Fuses and suppressors on the mains side belong to certified assemblies and your local code.', 'Lithium packs need a fuse at the pack.'],
  schools:
    'Fuse (sure, needs replacing), resettable (forgiving, resistive, slow, ages) or an electronic limiter; series diode (simple, lossy), Schottky, P-MOSFET (least loss), or shunt diode with fuse (no drop, blows).',
  sources: ['IEC 60127', 'UL 248 style rating', 'IEC 61000-4-5', 'ISO 7637-2 for vehicles'],
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
