import { impossible, none } from '../../../math/absent.ts';
import { COPPER_TEMPCO } from '../../../physics/copper.ts';
import { defineKind } from '../../../stage/contract.ts';
import type { Given } from '../../../stage/data.ts';
import { choice, flag, num, said } from '../../../stage/fields.ts';
import { drawnByState, drawsByState, runs, runsIn } from '../../../stage/runs.ts';
import { STATE_DRAWS } from '../../../stage/data.ts';
import { checks } from './checks.ts';
import { clampVolts, coilVoltage, factors, HOURS, life, release, solidState, warmth } from './laws.ts';

export const relayDriver = defineKind({
  id: 'relay-driver',
  family: 'drive',
  group: 'Load',
  title: 'Relay driver',
  aliases: ['relay', 'contact', 'solid-state relay', 'SSR', 'heater switch', 'lamp relay', 'flyback diode', 'mains switch'],
  purpose:
    'Switches a load with a relay or a solid-state relay: pull-in at hot coil and low rail, contact life for the real load, and what each of the two costs.',
  given: {
    switch: choice(['relay', 'solid-state'], 'relay', 'what switches; both are always computed side by side', 'switch'),
    supplyVoltage: num('V', { nominal: 12, tolerance: 0.1 }, 'rail of the coil'),
    driverDrop: num('V', 0.2, 'of the driver, saturated', { min: 0, title: 'drop of the driver' }),
    clamp: choice(['none', 'diode', 'diode-zener'], 'diode', 'what catches the current of the coil', 'clamp of the coil'),
    loadVoltage: num('V', 24, 'of the load, rms where it alternates', { title: 'load voltage' }),
    loadSource: choice(['ac', 'dc'], 'dc', 'what the load is fed with', 'load source'),
    loadCurrent: num('A', 1, 'steady, rms where it alternates', { title: 'load current' }),
    loadKind: choice(
      ['resistive', 'heater', 'solenoid', 'motor', 'lamp', 'transformer', 'capacitor'],
      'resistive',
      'decides inrush and what a contact stands',
      'sort of load',
    ),
    operationsPerHour: num('1/h', 6, 'averaged over the year', { title: 'operations an hour' }),
    expectedYears: num('years', 10, 'that it has to last', { title: 'years wanted' }),
    lifeExponent: num('', 1, 'of contact life over current: 1 is cautious, up to 2', { title: 'slope of contact life' }),
    maximumRelease: num('s', 0.05, 'from cut-off until the contact is open', { title: 'release allowed' }),
    maximumOffCurrent: num('A', 0.01, 'that the load puts up with while off', { title: 'off current allowed' }),
    cutOut: choice(['none', 'thermal-fuse', 'thermostat', 'second-switch'], 'none', 'in the load line, independent of controller and switch', 'cut-out'),
    mains: { ...flag(false, 'the load hangs on mains'), title: 'mains' },
    fuseRating: num('A', null, 'of the fuse in the load line; none: nobody said', { title: 'fuse' }),
    separationConfirmed: said('separation confirmed', 'a person confirmed creepage, clearance and insulation'),
    runs,
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  carried: { snubberLeakage: num('A', 0, 'what a snubber passes beside the open switch', { min: 0, title: 'beside the open switch' }) },
  parts: {
    K1: {
      type: 'device',
      bought: (g: Given) => g.switch === 'relay',
      doc: 'relay',
      takes: 'relay',
      params: {
        nominalVoltage: num('V', 12, 'of the coil', { title: 'coil voltage' }),
        coilResistance: num('ohm', { nominal: 360, tolerance: 0.1 }, 'at 20 °C', { title: 'coil resistance' }),
        pullInRatio: num('ratio', 0.75, 'must operate from, of its nominal voltage, coil at 20 °C', { title: 'pulls in at' }),
        dropOutRatio: num('ratio', 0.1, 'has let go by, of its nominal voltage', { title: 'lets go at' }),
        maximumVoltageRatio: num('ratio', 1.3, 'coil voltage that it stands for ever, of the nominal one', { title: 'coil voltage, at most' }),
        coilInductance: num('H', 0.6, 'that keeps its current running', { min: 0, title: 'coil inductance' }),
        coilToAmbient: num('K/W', 60, 'from the coil to the air', { min: 0, title: 'coil to air' }),
        maximumCoil: num('degC', 105, 'of its insulation', { any: true, title: 'coil, at most' }),
        currentRating: num('A', 10, 'of the contact, resistive'),
        voltageRating: num('V', 250, 'of the contact, ac'),
        dcVoltageRating: num('V', 30, 'of the contact, dc: such an arc does not go out by itself', { title: 'voltage rating, dc' }),
        electricalLife: num('count', 100000, 'operations at the resistive rating', { title: 'electrical life' }),
        mechanicalLife: num('count', 1e7, 'operations without load', { title: 'mechanical life' }),
        releaseTime: num('s', 0.004, 'of the armature, without any clamp', { min: 0, title: 'release of the armature' }),
        cost: num('money', 2, 'of one', { min: 0, title: 'price' }),
        area: num('m2', 4e-4, 'on the board', { min: 0, title: 'area' }),
      },
    },
    D1: {
      type: 'device',
      doc: 'clamp of the coil',
      needed: (g: Given) => g.clamp !== 'none' && g.switch === 'relay',
      params: {
        forwardVoltage: num('V', 0.8, undefined, { min: 0 }),
        currentRating: num('A', 0.2),
        clampVoltage: num('V', 24, 'of the zener in series, where one is fitted', { min: 0, title: 'clamp voltage' }),
      },
    },
    Q1: {
      type: 'device',
      doc: 'driver of the coil; size it as a transistor switch',
      needed: (g: Given) => g.switch === 'relay',
      params: { voltageRating: num('V', 45), currentRating: num('A', 0.5) },
    },
    S1: {
      type: 'device',
      bought: (g: Given) => g.switch === 'solid-state',
      doc: 'solid-state relay',
      takes: 'solid-state relay',
      params: {
        onDrop: num('V', 0.9, 'threshold part of its drop; 0 of a MOSFET type', { min: 0, title: 'threshold part of the drop' }),
        onResistance: num('ohm', 0.01, 'the rest of its drop', { min: 0, title: 'on-resistance' }),
        offLeakage: num('A', 0.002, 'through the open switch', { min: 0, title: 'leakage when off' }),
        currentRating: num('A', 25),
        surgeRating: num('A', 250, 'peak of one half cycle'),
        voltageRating: num('V', 280, 'of the load, as marked'),
        junctionToCase: num('K/W', 1, undefined, { min: 0 }),
        caseToSink: num('K/W', 0.2, undefined, { min: 0 }),
        sinkToAmbient: num('K/W', 5, 'of its sink', { min: 0, title: 'sink to air' }),
        maximumJunction: num('degC', 125, undefined, { any: true }),
        inputCurrent: num('A', 0.012, 'that its input takes', { min: 0, title: 'control current' }),
        cost: num('money', 12, 'with its sink', { min: 0, title: 'price' }),
        area: num('m2', 2.6e-3, 'with its sink', { min: 0, title: 'area' }),
      },
    },
  },
  outcomes: {
    coilVoltage: { unit: 'V', title: 'coil voltage', doc: 'what the driver leaves of the rail' },
    coilTemperature: { unit: 'degC', title: 'coil', doc: 'energised for long' },
    coilResistance: { unit: 'ohm', title: 'coil resistance', doc: 'hot' },
    coilCurrent: { unit: 'A', title: 'coil current', doc: 'hot' },
    coilPeakCurrent: { unit: 'A', title: 'coil current at first', doc: 'coil at ambient, just switched on' },
    coilDissipation: { unit: 'W', title: 'heat of the coil', doc: 'hot' },
    pullInVoltage: { unit: 'V', title: 'pulls in at', doc: 'needed to pull in again with the hot coil' },
    pullInMargin: { unit: 'ratio', title: 'coil voltage over what pulls in', doc: 'below one it stays open when it is hot' },
    releaseTime: { unit: 's', title: 'release', doc: 'from cut-off until the armature is back' },
    peakVoltage: { unit: 'V', title: 'peak across the driver', doc: 'as the coil is cut off' },
    contactAllowed: { unit: 'A', title: 'contact carries', doc: 'for this sort of load' },
    contactLoading: { unit: 'ratio', title: 'load over what the contact carries', doc: 'above one it welds or wears early' },
    contactLife: { unit: 'count', title: 'operations', doc: 'until the contacts are worn' },
    lifeYears: { unit: 'years', title: 'life of the contacts', doc: 'at this many operations an hour' },
    surgeCurrent: { unit: 'A', title: 'inrush', doc: 'peak, of this sort of load' },
    solidStateDissipation: { unit: 'W', title: 'heat of a solid-state relay', doc: 'while on' },
    junctionTemperature: { unit: 'degC', title: 'junction of the solid-state relay', doc: 'on its sink, on for long' },
    sinkNeeded: { unit: 'K/W', title: 'sink needed', doc: 'largest resistance to the air that keeps its junction' },
    offCurrent: { unit: 'A', title: 'leaks when off', doc: 'through the open solid-state switch, and a snubber across it' },
    relayCost: { unit: 'money', title: 'price of the relay way', doc: 'those worn out within the years wanted counted' },
    solidStateCost: { unit: 'money', title: 'price of the solid-state way', doc: 'with its sink' },
    relayArea: { unit: 'm2', title: 'area of a relay', doc: 'on the board' },
    solidStateArea: { unit: 'm2', title: 'area of a solid-state relay', doc: 'with its sink' },
    inputCurrent: { unit: 'A', title: 'current of the rail', doc: 'of the switch that is chosen' },
    ...drawsByState,
    dissipation: { unit: 'W', title: 'heat', doc: 'coil or solid-state switch, as chosen' },
  },
  evaluate: (x) => {
    const { given: g, parts, ambient, carried } = x;
    const { K1, S1 } = parts;
    const volts = coilVoltage(x);
    const { cold, hot } = warmth(x);
    const [coil, cool] = [hot * K1.coilResistance, cold * K1.coilResistance];
    const pullIn = K1.pullInRatio * K1.nominalVoltage * hot;
    const [contact, inrush] = factors(x);
    const allowed = contact * K1.currentRating;
    const years = life(x) / (HOURS * g.operationsPerHour);
    const heat = solidState(x);
    const sink = heat > 0 ? (S1.maximumJunction - ambient) / heat - S1.junctionToCase - S1.caseToSink : Infinity;
    const clamp = clampVolts(x);
    const relay = g.switch === 'relay';
    return {
      coilVoltage: volts,
      coilTemperature: 20 + (hot - 1) / COPPER_TEMPCO,
      coilResistance: coil,
      coilCurrent: volts / coil,
      coilPeakCurrent: volts / cool,
      coilDissipation: (volts * volts) / coil,
      pullInVoltage: pullIn,
      pullInMargin: volts / pullIn,
      releaseTime: release(x),
      peakVoltage: clamp === null ? UNCLAMPED : g.supplyVoltage + clamp,
      contactAllowed: allowed,
      contactLoading: g.loadCurrent / allowed,
      contactLife: life(x),
      lifeYears: years,
      surgeCurrent: inrush * g.loadCurrent * (g.loadSource === 'ac' ? Math.SQRT2 : 1),
      solidStateDissipation: heat,
      junctionTemperature: ambient + heat * (S1.junctionToCase + S1.caseToSink + S1.sinkToAmbient),
      sinkNeeded: sink === Infinity ? COLD : sink > 0 ? sink : NO_SINK,
      offCurrent: S1.offLeakage + carried.snubberLeakage,
      relayCost: K1.cost * Math.max(1, Math.ceil(g.expectedYears / years - 1e-9)),
      solidStateCost: S1.cost,
      relayArea: K1.area,
      solidStateArea: S1.area,
      inputCurrent: relay ? volts / cool : S1.inputCurrent,
      ...drawnByState(x, relay ? volts / cool : S1.inputCurrent),
      dissipation: relay ? (volts * volts) / coil : heat,
    };
  },
  checks,
  rails: { coil: { role: 'consumes', fills: { voltage: 'supplyVoltage' }, draws: STATE_DRAWS, gives: {} } },
  signals: {
    in: { role: 'in', fills: {} },
    out: {
      role: 'out',
      carries: 'switched',
      fills: { leakage: 'snubberLeakage' },
      down: (c) => ({ figures: { current: c.range('loadCurrent'), switched: c.range('loadVoltage'), step: c.range('loadVoltage') } }),
    },
  },
  warm: [{ part: 'S1', check: 'junction-temperature', dissipation: 'solidStateDissipation', junction: 'junctionTemperature', limit: 'S1.maximumJunction' }],
  // The load's own circuit drives the solid-state switch, and heats it.
  driven: true,
  heat: (x, o, state) => ({
    control: x.given.supplyVoltage * (o[STATE_DRAWS[state]] ?? 0),
    switch: x.given.switch === 'relay' || !runsIn(x, state) ? 0 : (o.solidStateDissipation ?? 0),
  }),
  live: (x) =>
    x.given.mains
      ? { volts: x.given.loadVoltage, what: 'the load line at mains', mains: true }
      : { volts: x.given.loadVoltage, what: 'the load line', alternates: x.given.loadSource === 'ac' },
  serves: {
    task: 'switched load',
    load: ({ given: g }) => ({ volts: g.loadVoltage, amps: g.loadCurrent, alternates: g.loadSource === 'ac', henries: 0 }),
    ways: [
      { title: 'relay', given: (l) => ({ switch: 'relay', loadVoltage: l.volts, loadCurrent: l.amps, loadSource: l.alternates ? 'ac' : 'dc' }) },
      {
        title: 'solid-state relay',
        given: (l) => ({ switch: 'solid-state', loadVoltage: l.volts, loadCurrent: l.amps, loadSource: l.alternates ? 'ac' : 'dc' }),
      },
    ],
    costs: (x, out) =>
      x.given.switch === 'relay'
        ? {
            heat: out('coilDissipation'),
            area: out('relayArea'),
            cost: out('relayCost'),
            years: out('lifeYears'),
            leakage: 0,
            fails: 'contacts weld closed, or burn open',
          }
        : {
            heat: out('solidStateDissipation'),
            area: out('solidStateArea'),
            cost: out('solidStateCost'),
            years: null,
            leakage: out('offCurrent'),
            fails: 'closed: the load stays on',
          },
  },
  controller: { takes: {}, uses: { pin: { is: 'output', title: 'relay' } } },
  meets: ['connector'],
  confirm: [
    { id: 'reset-state', text: 'The load stays off from the first moment of power through reset and programming, and that was seen.' },
    {
      id: 'separation',
      given: 'separationConfirmed',
      when: (x) => x.given.mains,
      text: 'A qualified person confirmed the separation of the load line from the logic: creepage, clearance, insulation.',
    },
    { id: 'fails', text: 'What happens when the switch fails closed was thought through: contacts weld, solid-state switches fail shorted.' },
  ],
  cautions: [
    'Mains kills. Separate mains and logic, fuse the live conductor, earth metal, work only with the plug out; local codes and licensed practice decide what you may build and connect.',
    'A heater needs a cut-out that works when everything else has failed.',
  ],
});

const UNCLAMPED = impossible('nothing catches the current of the coil: the voltage rises until something breaks');
const NO_SINK = impossible('it is too hot for any sink');
const COLD = none('it makes no heat');
