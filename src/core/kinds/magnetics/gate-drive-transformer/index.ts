import { stepOvershoot } from '../../../physics/second-order.ts';
import { missing, none, type Absent } from '../../../math/absent.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, num, said } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import {
  currentShape,
  damping,
  firstPulse,
  fluxPeak,
  isBlocked,
  levels,
  magnetising,
  mainInductance,
  omega,
  ratio,
  rise,
  startUpFlux,
  voltSeconds,
} from './laws.ts';
import { size } from './sizing.ts';

const outcomes = {
  turnsRatio: { unit: 'ratio', title: 'turns ratio', doc: 'secondary over primary' },
  voltSeconds: {
    unit: 'V s',
    title: 'volt-seconds',
    doc: 'swing at the primary',
    inside: { inputs: ['given.dutyCycle'], turnsAt: 0.5, value: (x) => voltSeconds(x) },
  },
  fluxPeak: {
    unit: 'T',
    title: 'peak flux',
    doc: 'settled',
    inside: { inputs: ['given.dutyCycle'], turnsAt: 0.5, value: (x) => (x.parts.T1.primaryTurns === null ? UNWOUND : fluxPeak(x)) },
  },
  startUpFlux: { unit: 'T', title: 'flux of the first pulse', doc: 'from rest, or after a lost pulse' },
  magnetisingInductance: { unit: 'H', title: 'magnetising inductance', doc: 'at the primary' },
  magnetisingCurrent: {
    unit: 'A',
    title: 'magnetising current',
    doc: 'peak',
    inside: { inputs: ['given.dutyCycle'], turnsAt: 0.5, value: (x) => (x.parts.T1.primaryTurns === null ? UNWOUND : magnetising(x)) },
  },
  gateOn: { unit: 'V', title: 'gate when on', doc: 'settled' },
  gateOff: { unit: 'V', title: 'gate when off', doc: 'settled' },
  damping: { unit: 'ratio', title: 'damping', doc: 'of leakage and gate: rings below one' },
  ringingFrequency: { unit: 'Hz', title: 'rings at', doc: 'leakage with the gate' },
  gatePeak: { unit: 'V', title: 'gate peak', doc: 'larger of either way, with its ringing, settled', inside: { inputs: ['given.dutyCycle'], turnsAt: 0.5 } },
  firstPulse: { unit: 'V', title: 'gate at the first pulses', doc: 'from rest, before the blocking capacitor is charged' },
  riseTime: { unit: 's', title: 'rise time', doc: '10 to 90 %' },
  peakCurrent: { unit: 'A', title: 'peak current', doc: 'from the driver of the primary', inside: { inputs: ['given.dutyCycle'], turnsAt: 0.5 } },
  dutyLimit: { unit: 'ratio', title: 'duty, at most', doc: 'that this drive can pass' },
  blockingRipple: { unit: 'V', title: 'ripple on C1', doc: 'peak to peak', inside: { inputs: ['given.dutyCycle'], turnsAt: 0.5 } },
  blockingResonance: { unit: 'Hz', title: 'C1 resonates at', doc: 'with the magnetising inductance' },
  inputCurrent: { unit: 'A', title: 'current for the gates', doc: 'average, from the rail' },
  gatePower: { unit: 'W', title: 'power of the gates', doc: 'all of it becomes heat' },
} as const satisfies Parameters<typeof defineKind>[0]['outcomes'];

export const gateDriveTransformer = defineKind({
  id: 'gate-drive-transformer',
  family: 'magnetics',
  group: 'Load',
  title: 'Gate drive transformer',
  aliases: ['GDT', 'pulse transformer', 'isolated gate drive'],
  purpose: 'Passes gate drive across an isolation gap: turns, flux, magnetising current, ringing, and the duty it can carry.',
  given: {
    drive: choice(
      ['dc-blocked', 'bipolar', 'single-ended'],
      'dc-blocked',
      'through a capacitor; both polarities, the duty that of each; or one polarity with a reset voltage',
      'drive',
    ),
    supplyVoltage: num('V', { nominal: 12, tolerance: 0.05 }, 'amplitude across the primary; blocked it swings from 0 to it'),
    switchingFrequency: num('Hz', 100000, 'of the gates', { title: 'switching frequency' }),
    dutyCycle: num('ratio', 0.45, 'give its whole range', { max: 1, title: 'duty cycle' }),
    secondaries: num('count', 1, 'equal gates', { min: 1, integer: true, title: 'gates' }),
    resetVoltage: num('V', null, 'single-ended: to which the primary swings in the gap', { title: 'reset voltage' }),
    maximumMagnetising: num('A', 0.1, 'peak', { title: 'magnetising current allowed' }),
    gateZeners: said('zeners at the gate', 'two back to back from gate to source, inside what the gate stands'),
    isolationConfirmed: said('insulation confirmed', 'a person confirmed wire, bobbin and distances for the working voltage'),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  asks: { isolationConfirmed: true, gateZeners: true },
  parts: {
    T1: {
      type: 'device',
      doc: 'transformer',
      sizes: ['primaryTurns', 'secondaryTurns'],
      params: {
        primaryTurns: num('count', null, 'none: they are sized', { min: 1, integer: true, title: 'primary turns' }),
        secondaryTurns: num('count', null, 'none: they are sized', { min: 1, integer: true, title: 'secondary turns' }),
        coreArea: num('m2', 3e-5, 'effective', { title: 'cross-section of the core' }),
        inductanceFactor: num('H', { nominal: 2e-6, tolerance: 0.25 }, 'for a turn squared; ungapped cores of high permeability spread 25 to 30 %', {
          title: 'inductance factor',
        }),
        maximumFlux: num('T', 0.3, 'hot, before it saturates', { title: 'flux, at most' }),
        leakageInductance: num('H', 3e-7, 'seen at one secondary', { title: 'leakage inductance' }),
        primaryResistance: num('ohm', 0.1, 'of the primary', { min: 0, title: 'primary resistance' }),
        secondaryResistance: num('ohm', 0.1, 'of a secondary', { min: 0, title: 'secondary resistance' }),
      },
    },
    R1: { type: 'resistor', series: 'E12', tolerance: 0.05, doc: 'gate resistor at the secondary', pieces: (g: Given) => g.secondaries as number },
    C1: {
      type: 'capacitor',
      series: 'E6',
      tolerance: 0.1,
      default: 1e-6,
      doc: 'blocks direct current at the primary',
      needed: (g: Given) => g.drive === 'dc-blocked',
    },
    Q1: {
      type: 'device',
      bought: false,
      doc: 'MOSFET',
      takes: 'power switch',
      params: {
        gateCharge: num('C', 3e-8, 'total', { title: 'gate charge' }),
        inputCapacitance: num('F', 1.5e-9, 'of the gate', { title: 'input capacitance' }),
        fullDriveVoltage: num('V', 10, 'gate voltage at which its on-resistance is told', { title: 'full drive' }),
        maximumGateSource: num('V', 20, 'that the gate stands', { title: 'gate voltage, at most' }),
      },
    },
    U1: {
      type: 'device',
      doc: 'driver of the primary',
      params: { outputResistance: num('ohm', 1, undefined, { min: 0 }), currentRating: num('A', 4) },
    },
  },
  outcomes,
  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    const { T1, Q1, C1 } = parts;
    if (T1.primaryTurns === null || T1.secondaryTurns === null) return Object.fromEntries(Object.keys(outcomes).map((name) => [name, UNWOUND])) as never;
    const n = ratio(x);
    const { on, off } = levels(x);
    const step = on - off;
    const z = damping(x);
    const main = mainInductance(x);
    const surge = step * Math.sqrt(Q1.inputCapacitance / T1.leakageInductance) * currentShape(z);
    const power = g.secondaries * Q1.gateCharge * step * g.switchingFrequency;
    const blocked = (f: () => number): number | Absent => (isBlocked(x) ? f() : UNBLOCKED);
    return {
      turnsRatio: n,
      voltSeconds: voltSeconds(x),
      fluxPeak: fluxPeak(x),
      startUpFlux: startUpFlux(x),
      magnetisingInductance: main,
      magnetisingCurrent: magnetising(x),
      gateOn: on,
      gateOff: off,
      damping: z,
      ringingFrequency: omega(x) / (2 * Math.PI),
      gatePeak: Math.max(on, -off) + step * stepOvershoot(z),
      firstPulse: isBlocked(x) ? firstPulse(x) : Math.max(on, -off) + on * stepOvershoot(z),
      riseTime: rise(z) / omega(x),
      peakCurrent: g.secondaries * n * surge + magnetising(x),
      dutyLimit: isBlocked(x)
        ? 1 - Q1.fullDriveVoltage / (n * g.supplyVoltage)
        : g.drive === 'bipolar'
          ? 0.5
          : g.resetVoltage === null
            ? UNRESET
            : g.resetVoltage / (g.supplyVoltage + g.resetVoltage),
      blockingRipple: blocked(() => (g.secondaries * n * Q1.gateCharge) / C1.value! + voltSeconds(x) / main / (8 * g.switchingFrequency * C1.value!)),
      blockingResonance: blocked(() => 1 / (2 * Math.PI * Math.sqrt(main * C1.value!))),
      inputCurrent: power / g.supplyVoltage,
      gatePower: power,
    };
  },
  checks,
  rails: { drive: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, draws: 'inputCurrent', gives: {} } },
  signals: {
    in: { role: 'in', fills: { clock: 'switchingFrequency', duty: 'dutyCycle' } },
    out: { role: 'out', carries: 'gate', fills: {}, down: (c) => ({ clock: c.range('switchingFrequency') }) },
  },
  heat: (_x, o) => ({ gates: o.gatePower ?? 0 }),
  confirm: [
    { id: 'dots', text: 'Start and end of every winding are marked; both gates of a leg were seen never to be high together.' },
    { id: 'insulation', given: 'isolationConfirmed', text: 'Insulation of windings and bobbin suits the working voltage, and a person tested it.' },
  ],
  cautions: ['A reversed winding turns both devices of a leg on. Isolation is only as good as the wire, the bobbin and the distance.'],
});

const UNWOUND = missing('nobody said how many turns it has');
const UNBLOCKED = none('nothing blocks direct current');
const UNRESET = missing('nobody said what it is reset with');
