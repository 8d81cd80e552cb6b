import { more, less, from } from '../../../stage/cures.ts';
import { impossible } from '../../../math/absent.ts';
import { copperLoop } from '../../../physics/copper.ts';
import { hotPlug } from '../../../physics/hot-plug.ts';
import { defineKind } from '../../../stage/contract.ts';
import { choice, num } from '../../../stage/fields.ts';
import { say } from '../../../stage/words.ts';

/** Marked currents adapters are commonly sold with, A. */
const ADAPTER_CURRENTS = [0.5, 1, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10];
/** Conductor areas of common flexible cable, m². [IEC 60228] class 5 */
const CABLE_AREAS = [0.22e-6, 0.34e-6, 0.5e-6, 0.75e-6, 1e-6, 1.5e-6, 2.5e-6, 4e-6];

export const dcInput = defineKind({
  id: 'dc-input',
  family: 'power',
  group: 'Supply',
  title: 'Adapter or bench supply input',
  aliases: ['wall adapter', 'wall wart', 'barrel jack', 'bench supply', 'mains adapter', '12 V input'],
  purpose: 'Describes an external DC supply, its cable and plug, and what really arrives at the board in each state.',
  given: {
    supplyVoltage: num('V', 12, 'marked output voltage with its tolerance (at marked current if unregulated)'),
    currentLimit: num('A', 1, 'marked output current'),
    loadCurrent: num('A', 0.5, 'drawn by the board', { min: 0 }),
    cableLength: num('m', 1.5, 'one way', { min: 0 }),
    conductorArea: num('m2', 0.5e-6, 'one conductor'),
    supplyRipple: num('V', 0.05, 'ripple peak to peak at the plug', { min: 0 }),
    rippleFrequency: num('Hz', 1e5),
    noLoadRise: num('ratio', 0, 'rise of the open-circuit voltage above supplyVoltage; 0 regulated, 20–50 % unregulated', { min: 0 }),
    sourceResistance: num('ohm', 0.02, 'load regulation of the supply itself', { min: 0 }),
    overload: choice(['constant-current', 'hiccup'], 'hiccup', 'what the supply does beyond its limit'),
    hiccupTime: num('s', 0.02, 'how long a hiccup supply stays on into an overload'),
    cableInductance: num('H', 1e-6, 'loop inductance of the cable, about 0.6–0.8 µH per metre'),
    surgeCurrent: num('A', 0, 'what the loads draw while the rail still rises', { min: 0 }),
    bulkCapacitance: num('F', 1e-4, 'capacitance on the rail', { min: 0 }),
    bulkEsr: num('ohm', 0.05, 'series resistance of that capacitance', { min: 0 }),
    minimumVoltage: num('V', null, 'highest minimum of the consumers'),
    maximumVoltage: num('V', null, 'lowest operating maximum of the consumers'),
    absoluteMaximum: num('V', null, 'lowest voltage that destroys a consumer'),
    maximumCableDrop: num('ratio', 0.05, 'of supplyVoltage'),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  parts: {
    J1: {
      type: 'device',
      doc: 'power connector',
      params: { currentRating: num('A', 5), contactResistance: num('ohm', 0.02, 'both poles together', { min: 0 }) },
    },
  },
  outcomes: {
    noLoadVoltage: { unit: 'V', title: 'voltage with nothing drawn' },
    cableResistance: { unit: 'ohm', title: 'cable resistance' },
    outputResistance: { unit: 'ohm', title: 'resistance seen from the board' },
    cableDrop: { unit: 'V', title: 'drop in cable and plug' },
    outputVoltage: { unit: 'V', title: 'voltage at the board', doc: 'at the board' },
    outputTrough: { unit: 'V', title: 'ripple trough' },
    outputRipple: { unit: 'V', title: 'ripple' },
    outputCurrent: { unit: 'A', title: 'current' },
    sourcePower: { unit: 'W', title: 'power from the supply', doc: 'leaves the supply' },
    startUpTime: { unit: 's', title: 'start-up time', doc: 'null when surgeCurrent >= currentLimit (it never starts)' },
    inrushPeak: { unit: 'A', title: 'inrush at plugging in', doc: 'plugged in on the DC side with the supply running' },
    hotPlugPeak: { unit: 'V', title: 'peak at plugging in', doc: "at the terminals of the board's capacitors, ESR included, same event" },
  },
  evaluate: ({ given: g, parts: { J1 }, ambient }) => {
    const noLoadVoltage = g.supplyVoltage * (1 + g.noLoadRise);
    const cableResistance = copperLoop(g.cableLength, g.conductorArea, ambient);
    const internal = g.sourceResistance + (g.supplyVoltage * g.noLoadRise) / g.currentLimit;
    const outputResistance = internal + cableResistance + J1.contactResistance;
    const outputVoltage = noLoadVoltage - g.loadCurrent * outputResistance;
    const overloaded = g.loadCurrent > g.currentLimit ? OVERLOADED : outputVoltage > 0 ? null : NOTHING_LEFT;
    const plug = hotPlug(noLoadVoltage, cableResistance + J1.contactResistance, g.bulkEsr, g.cableInductance, g.bulkCapacitance);
    return {
      noLoadVoltage,
      cableResistance,
      outputResistance,
      cableDrop: g.loadCurrent * (cableResistance + J1.contactResistance),
      outputVoltage: overloaded ?? outputVoltage,
      outputTrough: overloaded ?? outputVoltage - g.supplyRipple / 2,
      outputRipple: g.supplyRipple,
      outputCurrent: g.loadCurrent,
      sourcePower: overloaded ?? g.loadCurrent * (noLoadVoltage - g.loadCurrent * internal),
      startUpTime: g.surgeCurrent >= g.currentLimit ? NEVER_STARTS : (g.bulkCapacitance * noLoadVoltage) / (g.currentLimit - g.surgeCurrent),
      inrushPeak: plug.inrush,
      hotPlugPeak: plug.peak,
    };
  },
  checks: {
    'supply-current': {
      title: 'supply current',
      value: 'outputCurrent',
      sense: 'atMost',
      limit: (c) => c.range('currentLimit'),
      from: 'marked current of the adapter',
      derated: true,
      severity: 'must',
      help: [from(more('given.currentLimit'), ADAPTER_CURRENTS), less('given.loadCurrent'), 'Fewer copies, staggered peaks, or a second supply.'],
    },
    'connector-current': {
      title: 'connector current',
      value: 'outputCurrent',
      sense: 'atMost',
      limit: (c) => c.range('J1.currentRating'),
      from: 'rating of J1',
      derated: true,
      severity: 'must',
      help: [more('J1.currentRating')],
    },
    'minimum-voltage': {
      title: 'least voltage at the board',
      value: 'outputTrough',
      sense: 'atLeast',
      limit: (c) => c.range('minimumVoltage'),
      from: 'highest minimum of what hangs on the rail',
      whenNull: 'absent',
      severity: 'must',
      help: [
        more('given.supplyVoltage'),
        less('given.cableLength'),
        from(more('given.conductorArea'), CABLE_AREAS),
        'A consumer with less dropout also works.',
      ],
    },
    'maximum-voltage': {
      title: 'voltage with nothing drawn',
      value: 'noLoadVoltage',
      sense: 'atMost',
      limit: (c) => c.range('maximumVoltage'),
      from: 'lowest maximum of what hangs on the rail',
      whenNull: 'absent',
      severity: 'must',
      help: [less('given.supplyVoltage'), less('given.noLoadRise'), 'A regulated adapter, a pre-load, or a regulator and capacitors of a higher rating.'],
    },
    'hot-plug': {
      title: 'peak at plugging in',
      value: 'hotPlugPeak',
      sense: 'atMost',
      limit: (c) => c.range('absoluteMaximum'),
      from: 'lowest absolute maximum of what hangs on the rail',
      whenNull: 'absent',
      severity: 'must',
      help: (c) => {
        const { bulkCapacitance: farad, cableInductance: henry } = c.x.given as { bulkCapacitance: number; cableInductance: number };
        return farad === 0
          ? [less('given.supplyVoltage')]
          : [
              more('given.bulkEsr'),
              less('given.supplyVoltage'),
              `Beside the ceramics an electrolytic of five to ten times their capacitance with an ESR near ${say(Math.sqrt(henry / farad), 'ohm')}, or a suppressor. Even so the peak stays 1.2–1.35 times the input.`,
            ];
      },
    },
    'cable-drop': {
      title: 'drop in the cable',
      value: 'cableDrop',
      sense: 'atMost',
      limit: (c) => c.must('maximumCableDrop').low * c.must('supplyVoltage').nominal,
      from: 'allowed share of the supply voltage',
      severity: 'should',
      help: [from(more('given.conductorArea'), CABLE_AREAS), less('given.cableLength'), 'A higher voltage, converted down at the board.'],
    },
    'start-up': {
      title: 'start-up into hiccup',
      value: 'startUpTime',
      sense: 'atMost',
      limit: (c) => c.range('hiccupTime'),
      from: 'time a hiccup supply stays on',
      applies: (c) => c.x.given.overload === 'hiccup',
      severity: 'must',
      help: [
        less('given.bulkCapacitance'),
        less('given.surgeCurrent'),
        more('given.currentLimit'),
        'Hold loads off until the rail stands, or add a soft start.',
      ],
    },
  },
  rails: {
    out: {
      role: 'provides',
      fills: {
        load: 'loadCurrent',
        surge: 'surgeCurrent',
        capacitance: 'bulkCapacitance',
        minimum: 'minimumVoltage',
        maximum: 'maximumVoltage',
        absoluteMaximum: 'absoluteMaximum',
      },
      gives: {
        voltage: 'outputVoltage',
        ripple: 'outputRipple',
        rippleFrequency: 'rippleFrequency',
        trough: 'outputTrough',
        noLoad: 'noLoadVoltage',
        currentLimit: 'currentLimit',
        impedance: 'outputResistance',
      },
    },
  },
  signals: {},
  // The supply's own loss stays in its housing, off the board: sourcePower is what leaves it.
  heat: ({ given: g, parts: { J1 } }, o) => ({
    'cable and plug': g.loadCurrent * g.loadCurrent * ((o.cableResistance ?? 0) + J1.contactResistance),
  }),
  source: (_, o) => o.sourcePower ?? 0,
  meets: ['connector', 'cable'],
  confirm: [
    { id: 'plug-polarity', text: 'The polarity of the plug is marked on the board and matches the adapter.' },
    { id: 'connector-side', text: 'The power connector sits on the right side of the board and its footprint is not mirrored.' },
  ],
  cautions: [
    'Use a certified isolated supply (IEC 62368-1 or IEC 60601-1 as the use demands), and follow your local code; a licensed electrician decides on anything connected to the mains.',
    'A plug fits many voltages: protect the input against the wrong adapter.',
  ],
});

const OVERLOADED = impossible('the load draws more than the supply gives');
const NOTHING_LEFT = impossible('source, cable and plug drop all of the voltage at this load');
const NEVER_STARTS = impossible('the surge is as large as the supply’s limit: the rail never rises');
