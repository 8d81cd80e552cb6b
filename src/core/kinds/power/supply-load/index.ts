import { impossible, isAbsent, missing, none, type Value } from '../../../math/absent.ts';
import { defineKind, type StateId } from '../../../stage/contract.ts';
import { choice, flag, num } from '../../../stage/fields.ts';
import { checks } from './checks.ts';
import { drawn, supportedCopies, type Wiring } from './wiring.ts';

export const STATED = { asleep: 'asleepCurrent', idle: 'idleCurrent', typical: 'typicalCurrent', peak: 'peakCurrent' } as const;
export const TOTALS = { asleep: 'asleepTotal', idle: 'idleTotal', typical: 'typicalTotal', peak: 'peakTotal' } as const;
export const STATES = Object.keys(STATED) as StateId[];

export const supplyLoad = defineKind({
  id: 'supply-load',
  family: 'power',
  group: 'Load',
  title: 'Other load on a rail',
  aliases: ['module', 'sensor', 'display', 'radio', 'microcontroller', 'LED strip', 'consumer'],
  purpose: 'Anything else that draws from a rail, with its states, surge, limits and copies: and how many of them the supply really carries.',
  given: {
    inputVoltage: num('V', 5),
    typicalCurrent: num('A', 0.1, 'per copy', { min: 0 }),
    peakCurrent: num('A', 0.2, 'per copy', { min: 0 }),
    idleCurrent: num('A', 0, 'per copy', { min: 0 }),
    asleepCurrent: num('A', 0, 'per copy', { min: 0 }),
    loadKind: choice(['constant-current', 'constant-power', 'resistive'], 'constant-current'),
    minimumVoltage: num('V', 4.5),
    maximumVoltage: num('V', 5.5),
    inputRipple: num('V', 0, 'peak to peak', { min: 0 }),
    ratedVoltage: num('V', 5, 'at which the currents are stated'),
    surgeCurrent: num('A', 0, 'at start-up, per copy', { min: 0 }),
    startTogether: flag(true, 'no: one after another'),
    heatFraction: num('ratio', 1, 'share of the power that stays as heat inside', { min: 0, max: 1 }),
    maximumRipple: num('V', 0.1, 'peak to peak'),
    wiringResistance: num('ohm', 0, 'shared by all copies, both ways', { min: 0 }),
    branchResistance: num('ohm', 0, 'of each copy', { min: 0 }),
    supplyCurrentLimit: num('A', null, 'what the rail can give'),
  },
  carried: {
    inputTrough: num('V', null, 'lowest point of the ripple'),
    inputMaximum: num('V', null, 'highest voltage with nothing drawn'),
  },
  parts: {},
  outcomes: {
    asleepTotal: { unit: 'A', title: 'current asleep', doc: 'all copies' },
    idleTotal: { unit: 'A', title: 'current idle', doc: 'all copies' },
    typicalTotal: { unit: 'A', title: 'current typical', doc: 'all copies' },
    peakTotal: { unit: 'A', title: 'current at peak', doc: 'all copies' },
    inputCurrent: {
      unit: 'A',
      title: 'current asked from the rail',
      doc: 'low: least state, nominal: typical, high: greatest state',
      derived: { spanOver: ['asleepTotal', 'idleTotal', 'typicalTotal', 'peakTotal'], nominalOf: 'typicalTotal' },
    },
    loadVoltage: { unit: 'V', title: 'voltage at the load', doc: 'at each copy in peak, input at its trough' },
    surgeTotal: { unit: 'A', title: 'surge of all copies' },
    surgeVoltage: { unit: 'V', title: 'voltage during the surge' },
    averageCurrent: { unit: 'A', title: 'average current', doc: 'all copies, over the states' },
    averagePower: { unit: 'W', title: 'average power', doc: 'all copies, over the states' },
    totalDissipation: { unit: 'W', title: 'heat' },
    supportedCopies: { unit: 'count', title: 'copies the rail supports', doc: 'only if the supply’s limit is known' },
  },
  evaluate: ({ given: g, carried }, env) => {
    const n = env.copies;
    const { loadKind, ratedVoltage, wiringResistance, branchResistance } = g;
    const wiring: Wiring = { loadKind, ratedVoltage, wiringResistance, branchResistance, copies: n };
    const trough = carried.inputTrough ?? g.inputVoltage - g.inputRipple / 2;
    const at = (s: StateId, volts: number) => drawn(wiring, g[STATED[s]], volts);
    const total = (s: StateId): Value => {
      const d = at(s, g.inputVoltage);
      return d ? n * d.current : COLLAPSED;
    };
    const share = (f: (d: { current: number; voltage: number }) => number): Value => {
      let sum = 0;
      for (const s of STATES) {
        if (!env.states[s]) continue;
        const d = at(s, g.inputVoltage);
        if (!d) return COLLAPSED;
        sum += env.states[s] * n * f(d);
      }
      return sum;
    };
    const typical = total('typical');
    const surgeTotal = g.startTogether ? n * g.surgeCurrent : isAbsent(typical) ? typical : g.surgeCurrent + ((n - 1) * typical) / n;
    const peak = at('peak', trough);
    const averagePower = share((d) => d.current * d.voltage);
    return {
      asleepTotal: total('asleep'),
      idleTotal: total('idle'),
      typicalTotal: typical,
      peakTotal: total('peak'),
      loadVoltage: peak ? peak.voltage : COLLAPSED,
      surgeTotal,
      surgeVoltage:
        g.surgeCurrent === 0 ? trough : isAbsent(surgeTotal) ? surgeTotal : trough - g.branchResistance * g.surgeCurrent - g.wiringResistance * surgeTotal,
      averageCurrent: share((d) => d.current),
      averagePower,
      totalDissipation: isAbsent(averagePower) ? averagePower : averagePower * g.heatFraction,
      supportedCopies:
        g.supplyCurrentLimit === null
          ? LIMIT_UNKNOWN
          : g.peakCurrent === 0
            ? DRAWS_NOTHING
            : supportedCopies(wiring, g.peakCurrent, { volts: g.inputVoltage, trough, minimum: g.minimumVoltage, limit: g.supplyCurrentLimit }),
    };
  },
  mendFirst: ['minimum-voltage'],
  checks,
  rails: {
    in: {
      role: 'consumes',
      fills: { voltage: 'inputVoltage', ripple: 'inputRipple', trough: 'inputTrough', noLoad: 'inputMaximum', currentLimit: 'supplyCurrentLimit' },
      draws: TOTALS,
      keepsPower: (x) => x.given.loadKind === 'constant-power',
      copiesCounted: true,
      gives: { surge: 'surgeTotal', minimum: 'minimumVoltage', maximum: 'maximumVoltage' },
    },
  },
  signals: {},
  heat: ({ given: g }, _o, state, copies): Record<string, number> => {
    const d = drawn({ ...g, copies }, g[STATED[state]], g.inputVoltage);
    return d ? { load: d.current * d.voltage * g.heatFraction, wiring: d.current * (g.inputVoltage - d.voltage) } : {};
  },
  confirm: [{ id: 'load-connector', text: 'The load’s connector is keyed or marked, and its pins are checked against the load’s own drawing.' }],
  cautions: ['Distributed loads on long leads need their own fuses.'],
});

const COLLAPSED = impossible('the wiring cannot bring this much power: the voltage collapses');
const LIMIT_UNKNOWN = missing('the supply’s current limit is not known');
const DRAWS_NOTHING = none('nothing is drawn at peak');
