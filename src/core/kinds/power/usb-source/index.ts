import { more, less, choose } from '../../../stage/cures.ts';
import { impossible, isAbsent, type Value } from '../../../math/absent.ts';
import { defineKind, type SpreadLike } from '../../../stage/contract.ts';
import { choice, flag, num } from '../../../stage/fields.ts';
import type { Judged } from '../../../stage/judged.ts';
import { condition, held, say } from '../../../stage/words.ts';

/** What each port promises at 5 V, A. // [USB] 2.0, 3.2 and Type-C */
const PROMISED = {
  'usb2-unconfigured': 0.1,
  usb2: 0.5,
  'usb3-unconfigured': 0.15,
  usb3: 0.9,
  'charging-port': 1.5,
  'type-c-default': 0.5,
  'type-c-1.5a': 1.5,
  'type-c-3a': 3,
} as const;

interface Contract {
  contractVoltage: number;
  sourcePower: number;
  offers12V: boolean;
  cableCurrent: number;
}

/** Whether a source of this power offers a fixed supply. // [USB PD] power rules */
function offered(g: Contract): boolean {
  const least: Record<number, number> = { 0: 0, 5: 0, 9: 15, 12: 15, 15: 27, 20: 45 };
  return g.contractVoltage <= 5 || (g.sourcePower > least[g.contractVoltage]! && (g.contractVoltage !== 12 || g.offers12V));
}

/** Voltage behind a resistance under a constant current and a constant power, V; null where the rail collapses. */
export function behind(source: number, ohms: number, amps: number, watts: number): number | null {
  const e = source - amps * ohms;
  const root = e * e - 4 * ohms * watts;
  return e <= 0 || root < 0 ? null : (e + Math.sqrt(root)) / 2;
}

const stepCurrent = (c: Judged): SpreadLike => {
  const [slew, fallback] = [c.out('slewCurrent'), c.out('fallbackCurrent')];
  const sum = (a: number | null, b: number | null) => (a === null || b === null ? null : a + b);
  return {
    nominal: sum(slew.nominal, fallback.nominal),
    low: sum(slew.low, fallback.low),
    high: sum(slew.high, fallback.high),
    ...(fallback.absent ? { absent: fallback.absent } : {}),
  };
};

export const usbSource = defineKind({
  id: 'usb-source',
  family: 'power',
  group: 'Supply',
  title: 'USB port or USB Power Delivery',
  aliases: ['USB-C', 'USB power', 'PD sink', 'VBUS', 'power bank', 'charger'],
  purpose: 'What a USB port really gives before, without and with a contract, and whether the board survives and works in each.',
  given: {
    port: choice(
      ['usb2-unconfigured', 'usb2', 'usb3-unconfigured', 'usb3', 'charging-port', 'type-c-default', 'type-c-1.5a', 'type-c-3a'],
      'type-c-default',
      'what is promised at 5 V',
    ),
    contractVoltage: num('V', 0, 'fixed supply requested; 0 none', { oneOf: [0, 5, 9, 12, 15, 20] }),
    sourcePower: num('W', 30, 'marked power of the PD source'),
    loadCurrent: num('A', 0.2, 'constant-current loads', { min: 0 }),
    offers12V: flag(false, '12 V is optional for sources'),
    cableCurrent: num('A', 3, '5 A only with a marked cable, and only used at 20 V', { oneOf: [3, 5] }),
    defaultVoltage: num('V', { nominal: 5, low: 4.75, high: 5.5 }, 'at the source’s connector without contract, and for a 5 V contract'),
    contractAccuracy: num('ratio', { nominal: 1, low: 0.95, high: 1.05 }),
    transientExcursion: num('V', 0.5, 'allowed beyond the accuracy band during transitions', { min: 0 }),
    slewRate: num('V/s', 3e4, 'fastest rise of VBUS to the contract voltage'),
    cableResistance: num('ohm', 0.15, 'both ways with contacts; 250 mΩ is the worst allowed at 3 A', { min: 0 }),
    supplyRipple: num('V', 0.1, undefined, { min: 0 }),
    rippleFrequency: num('Hz', 1e5),
    loadPower: num('W', 0, 'constant-power loads (converters)', { min: 0 }),
    gated: flag(false, 'a load switch holds the board off until the contract stands'),
    attachCurrent: num('A', 0.02, 'drawn before that when gated', { min: 0 }),
    attachMinimumVoltage: num('V', 4, 'what the always-on part needs when gated'),
    minimumVoltage: num('V', 4.5, 'what the whole board needs'),
    maximumVoltage: num('V', 5.5, 'what every consumer and part on VBUS survives'),
    attachCapacitanceLimit: num('F', 1e-5, 'allowed directly on VBUS at attach'),
    maximumCableDrop: num('V', 0.75),
  },
  parts: {
    C1: {
      type: 'capacitor',
      series: 'E6',
      tolerance: 0.2,
      default: 4.7e-6,
      zero: true,
      doc: 'directly on VBUS before any switch',
      params: { voltageRating: num('V', 25) },
    },
    J1: { type: 'device', doc: 'connector', params: { currentRating: num('A', 3) } },
  },
  outcomes: {
    availableCurrent: { unit: 'A', title: 'promised at 5 V', doc: 'without contract; set by the port' },
    fallbackVoltage: { unit: 'V', title: 'board without contract' },
    fallbackCurrent: { unit: 'A', title: 'drawn without contract' },
    fallbackTrough: { unit: 'V', title: 'trough without contract' },
    contractCurrent: { unit: 'A', title: 'promised by the contract', doc: 'null if the voltage is not offered' },
    contractPower: { unit: 'W', title: 'power of the contract' },
    outputVoltage: { unit: 'V', title: 'board with the contract', doc: 'or the default supply if there is none' },
    outputCurrent: { unit: 'A', title: 'current' },
    outputPower: { unit: 'W', title: 'power at the board' },
    outputTrough: { unit: 'V', title: 'trough' },
    outputRipple: { unit: 'V', title: 'ripple' },
    cableDrop: { unit: 'V', title: 'drop in the cable' },
    highestVoltage: { unit: 'V', title: 'highest on VBUS', doc: 'everything on VBUS must survive it' },
    slewCurrent: { unit: 'A', title: 'into C1 while VBUS rises' },
    attachCharge: { unit: 'C', title: 'charge at attach' },
  },
  size: (s) => {
    if (!s.open('C1')) return [];
    const most = s.range('attachCapacitanceLimit').low / (1 + s.tolerance('C1'));
    const list = s.candidates('C1', 1e-6, 1e-5);
    const best = list.filter((f) => f <= most).at(-1) ?? list[0];
    return best === undefined ? [] : [{ values: { C1: best }, why: 'largest within the limit at attach' }];
  },
  evaluate: ({ given: g, parts: { C1 } }) => {
    const at = (source: number, amps: number, watts: number): { volts: Value; amps: Value } => {
      const volts = behind(source, g.cableResistance, amps, watts);
      return volts === null ? { volts: COLLAPSES, amps: COLLAPSES } : { volts, amps: amps + watts / volts };
    };
    const plain = g.contractVoltage <= 5;
    const is = offered(g);
    const available = PROMISED[g.port];
    const contract: Value = !is
      ? NOT_OFFERED
      : g.contractVoltage === 0
        ? available
        : Math.min(g.contractVoltage === 20 ? g.cableCurrent : 3, g.sourcePower / g.contractVoltage);
    const source = plain ? g.defaultVoltage : g.contractVoltage * g.contractAccuracy;
    const now = is ? at(source, g.loadCurrent, g.loadPower) : { volts: NOT_OFFERED, amps: NOT_OFFERED };
    const without = g.gated ? at(g.defaultVoltage, g.attachCurrent, 0) : at(g.defaultVoltage, g.loadCurrent, g.loadPower);
    const less = (v: Value, by: number): Value => (isAbsent(v) ? v : v - by);
    return {
      availableCurrent: available,
      fallbackVoltage: without.volts,
      fallbackCurrent: without.amps,
      fallbackTrough: less(without.volts, g.supplyRipple / 2),
      contractCurrent: contract,
      contractPower: isAbsent(contract) ? contract : contract * (g.contractVoltage || 5),
      outputVoltage: now.volts,
      outputCurrent: now.amps,
      outputPower: isAbsent(now.volts) || isAbsent(now.amps) ? now.volts : now.volts * now.amps,
      outputTrough: less(now.volts, g.supplyRipple / 2),
      outputRipple: g.supplyRipple,
      cableDrop: isAbsent(now.amps) ? now.amps : now.amps * g.cableResistance,
      highestVoltage: plain ? g.defaultVoltage : Math.max(g.defaultVoltage, g.contractVoltage * g.contractAccuracy + g.transientExcursion),
      slewCurrent: plain ? 0 : C1.value * g.slewRate,
      attachCharge: C1.value * g.defaultVoltage,
    };
  },
  mendFirst: ['contract-offered'],
  checks: {
    'contract-offered': condition(
      'contract',
      (c) => offered(c.x.given),
      'power rules of USB PD sources',
      'must',
      (c) =>
        `A source of ${say(c.x.given.sourcePower, 'W')} need not offer ${say(c.x.given.contractVoltage, 'V')}: choose 5, 9, 15 or 20 V within its power; 12 V only when you supply the charger.`,
    ),
    'contract-current': held('current of the contract', 'outputCurrent', 'atMost', (c) => c.pick('contractCurrent'), 'what the contract promises', 'must', [
      more('given.sourcePower'),
      less('given.loadCurrent'),
      less('given.loadPower'),
      'A higher contract voltage, or a lower peak.',
    ]),
    'fallback-current': held(
      'current without contract',
      'fallbackCurrent',
      'atMost',
      (c) => c.pick('availableCurrent'),
      'what the port promises at 5 V',
      'must',
      (c) => [
        choose('given.gated', true),
        choose('given.port', 'type-c-1.5a'),
        choose('given.port', 'type-c-3a'),
        less('given.loadCurrent'),
        less('given.loadPower'),
        c.x.given.gated ? less('given.attachCurrent') : 'Ask for configuration first, or hold the load off until the contract stands.',
      ],
    ),
    'fallback-operation': held(
      'trough without contract',
      'fallbackTrough',
      'atLeast',
      (c) => c.range(c.x.given.gated ? 'attachMinimumVoltage' : 'minimumVoltage'),
      'what must work without a contract',
      'must',
      [choose('given.gated', true), less('given.minimumVoltage'), 'An under-voltage lockout that holds the board off also does.'],
    ),
    'contract-minimum': held('trough at the board', 'outputTrough', 'atLeast', 'minimumVoltage', 'what the board needs', 'must', [
      less('given.cableResistance'),
      less('given.loadCurrent'),
      'A higher contract.',
    ]),
    'highest-voltage': held('highest on VBUS', 'highestVoltage', 'atMost', 'maximumVoltage', 'what everything on VBUS survives', 'must', [
      more('given.maximumVoltage'),
      'Everything on VBUS must stand the contract with its tolerance and its transition.',
    ]),
    'attach-capacitance': held(
      'capacitance at attach',
      (c) => c.range('C1.value') ?? { nominal: 0, low: 0, high: 0 },
      'atMost',
      'attachCapacitanceLimit',
      'allowed directly on VBUS',
      'must',
      [less('C1.value'), 'Move the bulk behind a switch with soft start.'],
      { unit: 'F' },
    ),
    'contract-step': held(
      'current while VBUS rises',
      stepCurrent,
      'atMost',
      (c) => Math.min(c.out('availableCurrent').low ?? 0, c.out('contractCurrent').low ?? 0),
      'the lesser of both promises',
      'should',
      [less('C1.value'), choose('given.gated', true)],
      { unit: 'A', applies: (c) => c.x.given.contractVoltage > 0 },
    ),
    'capacitor-voltage': held('voltage on C1', 'highestVoltage', 'atMost', 'C1.voltageRating', 'rating of C1', 'must', [], { derated: true }),
    'connector-current': held('connector', 'outputCurrent', 'atMost', 'J1.currentRating', 'rating of J1', 'must', [
      more('J1.currentRating'),
      'A higher contract voltage.',
    ]),
    'cable-drop': held('drop in the cable', 'cableDrop', 'atMost', 'maximumCableDrop', 'allowed drop', 'should', [
      less('given.cableResistance'),
      'A higher contract voltage.',
    ]),
  },
  rails: {
    out: {
      role: 'provides',
      fills: { load: 'loadCurrent', power: 'loadPower', minimum: 'minimumVoltage', maximum: 'maximumVoltage' },
      gives: {
        voltage: 'outputVoltage',
        ripple: 'outputRipple',
        rippleFrequency: 'rippleFrequency',
        trough: 'outputTrough',
        noLoad: 'highestVoltage',
        currentLimit: 'contractCurrent',
        impedance: 'cableResistance',
      },
    },
  },
  signals: {},
  heat: (x, o) => ({ cable: x.given.cableResistance * (o.outputCurrent ?? 0) ** 2 }),
  source: (_, o) => (o.outputCurrent ?? 0) * ((o.outputVoltage ?? 0) + (o.cableDrop ?? 0)),
  meets: ['connector'],
  confirm: [{ id: 'back-feed', text: 'Nothing on the board feeds VBUS back into the port, in any state.' }],
  cautions: ['Never back-feed VBUS.', 'Up to 20 V appears where people expect 5 V.'],
});

const COLLAPSES = impossible('the rail collapses: no voltage carries this load behind the cable');
const NOT_OFFERED = impossible('the source does not offer this voltage');
