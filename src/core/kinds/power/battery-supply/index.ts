import { STATE_LOADS } from '../../../stage/contract.ts';
import { more, less, choose } from '../../../stage/cures.ts';
import { restVoltage } from '../../../physics/cells.ts';
import { defineKind, type StateId } from '../../../stage/contract.ts';
import { choice, flag, num } from '../../../stage/fields.ts';
import type { Judged } from '../../../stage/judged.ts';

import { held, say } from '../../../stage/words.ts';
import { chemistryOf, COLD, energy, NOT_EVEN_FULL, pack, reserve, runTime, SHARES, thresholdCharge, usable } from './pack.ts';
import { size } from './sizing.ts';

export const batterySupply = defineKind({
  id: 'battery-supply',
  family: 'power',
  group: 'Supply',
  title: 'Battery supply',
  aliases: ['lithium cell', '18650', 'LiPo', 'AA cells', 'NiMH', 'lead-acid', 'run time', 'battery life', 'power budget'],
  purpose: 'Choose cells and judge run time, sag, cut-off and what really eats the battery, sleeping and awake.',
  given: {
    chemistry: choice(['lithium-ion', 'lithium-iron-phosphate', 'nickel-metal-hydride', 'alkaline', 'lead-acid'], 'lithium-ion'),
    series: num('count', 1, 'cells in series', { min: 1, integer: true }),
    parallel: num('count', 1, 'strings in parallel', { min: 1, integer: true }),
    capacity: num('Ah', 2.5, 'of one cell, rated'),
    minimumVoltage: num('V', 3.3, 'lowest pack voltage that the next stage works from'),
    cellResistance: num('ohm', null, 'new, at 25 °C; null takes the chemistry'),
    wiringResistance: num('ohm', 0.05, 'holder, protection, fuse, connector', { min: 0 }),
    health: num('ratio', 0.8, 'capacity left by age and cycles (80 % is end of life)', { above: 0, max: 1 }),
    resistanceGrowth: num('ratio', 1.5, 'resistance over new'),
    fullness: num('ratio', 1, 'state of charge at the start', { min: 0, max: 1 }),
    stateOfCharge: num('ratio', 0.2, 'at which the pulse is judged', { min: 0, max: 1 }),
    loadType: choice(
      ['constant-current', 'constant-power'],
      'constant-current',
      'constant-power for a switching converter (state currents are at nominal voltage)',
    ),
    loadCurrentAsleep: num('A', 2e-5, 'of the load, without own overhead', { min: 0 }),
    loadCurrentIdle: num('A', 0, 'same, idle', { min: 0 }),
    loadCurrentTypical: num('A', 0.05, 'same, typical', { min: 0 }),
    loadCurrentPeak: num('A', 0, 'same, at peak', { min: 0 }),
    shareAsleep: num('ratio', 0.99, 'share of time', { min: 0, max: 1 }),
    shareIdle: num('ratio', 0, undefined, { min: 0, max: 1 }),
    shareTypical: num('ratio', 0.01, undefined, { min: 0, max: 1 }),
    sharePeak: num('ratio', 0, undefined, { min: 0, max: 1 }),
    pulseCurrent: num('A', 0, 'a radio burst', { min: 0 }),
    pulseDuration: num('s', 0, 'of that burst', { min: 0 }),
    dividerSwitched: flag(false, 'the sense divider is switched off between readings'),
    pullUpCurrent: num('A', 0, 'always-on pull-ups and leakages', { min: 0 }),
    regulatorQuiescent: num('A', 0, 'always-on regulators, referred to the pack', { min: 0 }),
    protectionCurrent: num('A', 3e-6, 'protection and gauge', { min: 0 }),
    lowBatteryThreshold: num('V', null, 'pack voltage (under typical load) at which the board gives up'),
    reserveTimeMinimum: num('s', 0, 'time that must be left then', { min: 0 }),
    runTimeRequired: num('s', 0, 'wanted', { min: 0 }),
    maximumDischargeRate: num('1/h', null, 'C-rate, null takes the chemistry'),
    peukert: num('ratio', null, 'exponent, null takes the chemistry'),
    ratedHours: num('h', null, 'hours of the rated capacity, null takes the chemistry'),
    selfDischarge: num('ratio', null, 'share lost a month at 20 °C, null takes the chemistry', { min: 0, max: 1 }),
    senseMaximum: num('V', null, 'full scale of what reads the divider'),
    overheadShareLimit: num('ratio', 0.25, 'acceptable share of own overhead while asleep'),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  carried: {
    linkedMinimum: num('V', null, 'what the consumers need', { any: true }),
    maximumVoltage: num('V', null, 'what the consumers stand', { any: true }),
  },
  parts: {
    R1: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'upper sense divider' },
    R2: { type: 'resistor', series: 'E24', tolerance: 0.01, doc: 'lower sense divider' },
    C1: {
      type: 'capacitor',
      series: 'E6',
      tolerance: 0.2,
      default: 0,
      zero: true,
      doc: 'bulk capacitor at the load, 0 for none',
      params: {
        esr: num('ohm', 0.05, undefined, { min: 0 }),
        biasRetention: num('ratio', 1, 'share of value left at the working voltage', { above: 0, max: 1 }),
        voltageRating: num('V', null),
      },
    },
  },
  outcomes: {
    nominalVoltage: { unit: 'V', title: 'nominal voltage' },
    fullVoltage: { unit: 'V', title: 'full' },
    emptyVoltage: { unit: 'V', title: 'empty' },
    outputVoltage: {
      unit: 'V',
      title: 'voltage over the discharge',
      doc: 'low empty, high full: a range, not a tolerance',
      derived: { spanOver: ['emptyVoltage', 'nominalVoltage', 'fullVoltage'], nominalOf: 'nominalVoltage' },
    },
    internalResistance: { unit: 'ohm', title: 'resistance of the pack', doc: 'at ambient and age, with wiring' },
    sag: { unit: 'V', title: 'sag', doc: 'the deeper of the pulse and the largest state' },
    pulseVoltage: { unit: 'V', title: 'pack during the sag', doc: 'at stateOfCharge' },
    averageCurrent: { unit: 'A', title: 'average current', doc: 'all states with own overhead' },
    overheadCurrent: { unit: 'A', title: 'own overhead', doc: 'divider, pull-ups, regulators, protection' },
    overheadShare: { unit: 'ratio', title: 'own overhead while asleep' },
    chargeShareAsleep: { unit: 'ratio', title: 'eaten asleep' },
    chargeShareIdle: { unit: 'ratio', title: 'eaten idle' },
    chargeShareTypical: { unit: 'ratio', title: 'eaten in typical use' },
    chargeSharePeak: { unit: 'ratio', title: 'eaten at peak' },
    selfDischargeCurrent: { unit: 'A', title: 'self-discharge' },
    rateFactor: { unit: 'ratio', title: 'capacity left by the rate', doc: 'Peukert' },
    dischargeRate: { unit: '1/h', title: 'largest discharge rate' },
    cutoffStateOfCharge: { unit: 'ratio', title: 'charge left at the cut-off' },
    usableCapacity: { unit: 'Ah', title: 'usable capacity', inside: { inputs: COLD, value: (x) => usable(x), samples: 41 } },
    storedEnergy: { unit: 'Wh', title: 'stored energy', inside: { inputs: COLD, value: (x) => energy(x), samples: 41 } },
    runTime: { unit: 's', title: 'run time', inside: { inputs: COLD, value: (x) => runTime(x), samples: 41 } },
    thresholdStateOfCharge: { unit: 'ratio', title: 'charge at the low-battery threshold' },
    reserveTime: { unit: 's', title: 'time left at the threshold', inside: { inputs: COLD, value: (x) => reserve(x), samples: 41 } },
    senseVoltage: { unit: 'V', title: 'sense voltage, full pack' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    const p = pack(x);
    const { c, i } = p;
    const eaten = (s: StateId) => (i.average > 0 ? (i.share(s) * (i.load(s) + i.overhead)) / i.average : 0);
    const full = g.series * c.full;
    const asleep = g.loadCurrentAsleep + i.overhead;
    return {
      nominalVoltage: g.series * c.nominal,
      fullVoltage: full,
      emptyVoltage: p.empty,
      internalResistance: p.ohms,
      sag: p.sag,
      pulseVoltage: g.series * restVoltage(c, g.stateOfCharge) - p.sag,
      averageCurrent: i.average,
      overheadCurrent: i.overhead,
      overheadShare: asleep > 0 ? i.overhead / asleep : 0,
      chargeShareAsleep: eaten('asleep'),
      chargeShareIdle: eaten('idle'),
      chargeShareTypical: eaten('typical'),
      chargeSharePeak: eaten('peak'),
      selfDischargeCurrent: p.selfDischarge,
      rateFactor: p.rate,
      dischargeRate: Math.max(i.largest, g.pulseCurrent) / (g.parallel * g.capacity),
      cutoffStateOfCharge: p.cutoff ?? NOT_EVEN_FULL,
      usableCapacity: usable(x, p),
      storedEnergy: energy(x, p),
      runTime: runTime(x, p),
      thresholdStateOfCharge: thresholdCharge(x, p),
      reserveTime: reserve(x, p),
      senseVoltage: (full * parts.R2.value) / (parts.R1.value + parts.R2.value),
    };
  },
  takes: { sort: 'cell', given: ['capacity', 'cellResistance', 'maximumDischargeRate', 'peukert', 'ratedHours', 'selfDischarge'] },
  checks: {
    'pulse-voltage': held(
      'pack during the sag',
      'pulseVoltage',
      'atLeast',
      (c) => Math.max(c.must('minimumVoltage').high, c.range('linkedMinimum')?.high ?? -Infinity),
      'what the next stage works from',
      'must',
      [
        more('C1.value'),
        more('given.parallel'),
        less('given.wiringResistance'),
        less('given.cellResistance'),
        'A fresher or larger cell, or a consumer that works lower.',
      ],
    ),
    'run-time': held(
      'run time',
      'runTime',
      'atLeast',
      'runTimeRequired',
      'wanted',
      'should',
      (c) => [more('given.parallel'), more('given.capacity'), eats(c)],
      { applies: (c) => c.must('runTimeRequired').high > 0 },
    ),
    'discharge-rate': held(
      'largest discharge rate',
      'dischargeRate',
      'atMost',
      (c) => c.range('maximumDischargeRate') ?? chemistryOf(c.x).dischargeRate,
      'rating of the cell',
      'must',
      [more('given.parallel'), more('given.capacity'), more('given.maximumDischargeRate'), 'A bulk capacitor for the pulse.'],
      { derated: true },
    ),
    'own-overhead': held('own overhead while asleep', 'overheadShare', 'atMost', 'overheadShareLimit', 'acceptable share', 'note', (c) => {
      const divider = c.x.given.dividerSwitched ? 0 : (c.nominal('nominalVoltage') ?? 0) / (c.x.parts.R1.value + c.x.parts.R2.value);
      return [
        choose('given.dividerSwitched', true),
        less('given.pullUpCurrent'),
        less('given.regulatorQuiescent'),
        `The divider takes ${say(divider, 'A')} of ${say(c.nominal('overheadCurrent'), 'A')}. The sleeping microcontroller is not the problem.`,
      ];
    }),
    reserve: held(
      'time left at the threshold',
      'reserveTime',
      'atLeast',
      'reserveTimeMinimum',
      'time that must be left',
      'should',
      [more('given.lowBatteryThreshold'), more('given.parallel'), 'On a flat curve (lithium iron phosphate) count charge instead.'],
      {
        applies: (c) => c.x.given.lowBatteryThreshold !== null && c.must('reserveTimeMinimum').high > 0,
      },
    ),
    'sense-voltage': held(
      'sense voltage, full pack',
      'senseVoltage',
      'atMost',
      'senseMaximum',
      'full scale of what reads it',
      'must',
      [more('R1.value'), less('R2.value')],
      { whenNull: 'absent' },
    ),
  },
  rails: {
    out: {
      role: 'provides',
      loads: STATE_LOADS,
      shares: SHARES,
      fills: { minimum: 'linkedMinimum', maximum: 'maximumVoltage' },
      gives: {
        voltage: 'outputVoltage',
        noLoad: 'fullVoltage',
        sourceResistance: 'internalResistance',
        impedance: 'internalResistance',
        currentLimit: (c) => (c.range('maximumDischargeRate')?.low ?? chemistryOf(c.x).dischargeRate) * c.x.given.parallel * c.x.given.capacity,
      },
    },
  },
  signals: {},
  lasts: { time: 'runTime', current: 'averageCurrent' },
  heat: (_, o) => ({ 'own overhead': (o.nominalVoltage ?? 0) * (o.overheadCurrent ?? 0) }),
  source: (x, o, state) => (o.nominalVoltage ?? 0) * ((o.overheadCurrent ?? 0) + ((x.given as Record<string, unknown>)[STATE_LOADS[state]] as number)),
  meets: ['connector'],
  confirm: [
    { id: 'pack-fuse', text: 'The pack has a fuse or protection of its own, before any wire.' },
    {
      id: 'lithium',
      text: 'Lithium cells: protection against over-discharge, over-charge and short circuit is fitted, and the pack is mounted where nothing crushes or heats it.',
    },
  ],
  cautions: [
    'Lithium cells burn when shorted, crushed or overcharged: fuse the pack, protect it against over-discharge, over-charge and short circuit, and never go below its cut-off.',
    'Packs in series need balancing. NiMH and lead-acid vent; lead-acid sulphates when left empty. Follow the cell maker and your local rules for transport.',
  ],
});

/** What eats the battery, in order of size. */
function eats(c: Judged): string {
  const all = (['Asleep', 'Idle', 'Typical', 'Peak'] as const)
    .map((s) => [s.toLowerCase(), c.nominal(`chargeShare${s}`) ?? 0] as const)
    .filter(([, v]) => v > 0.005);
  all.sort((a, b) => b[1] - a[1]);
  const own = (c.nominal('overheadCurrent') ?? 0) / (c.nominal('averageCurrent') || 1);
  return `What eats it: ${all.map(([s, v]) => `${s} ${say(v, 'ratio')}`).join(', ')}; its own overhead is ${say(own, 'ratio')} of all. Begin with the first.`;
}
