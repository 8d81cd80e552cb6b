import { more, less, choose } from '../../../stage/cures.ts';
import { impossible, type Value } from '../../../math/absent.ts';
import { nextAbove } from '../../../quantity/preferred.ts';
import { defineKind, STATE_DRAWS, STATE_IDS, type SpreadLike, type StateId } from '../../../stage/contract.ts';
import type { AnyInputs, Judged } from '../../../stage/judged.ts';
import { choice, flag, num, orNone } from '../../../stage/fields.ts';
import { lately } from '../../../stage/late.ts';
import { condition, held, say } from '../../../stage/words.ts';
import { cellOf, chargeOf, chargeTimes, limits, type Charge } from './charge.ts';

/** A full cell draws nothing: the source stands at its highest then. */
function highestInput(c: Judged): SpreadLike {
  const [usual, open] = [c.must('inputVoltage'), c.range('inputMaximum')];
  return open ? { nominal: Math.max(usual.nominal, open.nominal), low: Math.max(usual.low, open.low), high: Math.max(usual.high, open.high) } : usual;
}

const chargesIn = ({ given: g }: AnyInputs, state: StateId): boolean => g.chargesIn === 'always' || g.chargesIn === state;

export const batteryCharger = defineKind({
  id: 'battery-charger',
  family: 'power',
  group: 'Supply',
  title: 'Battery charger (linear CC/CV)',
  aliases: ['lithium charger', 'USB charger', 'CC CV', 'linear charger', 'charge management'],
  purpose: 'Charge one lithium cell from USB or a panel without over-current, over-heat or a load that keeps it from ever finishing.',
  given: {
    inputVoltage: num('V', { nominal: 5, low: 4.75, high: 5.25 }, 'of the source'),
    sourceCurrentLimit: num('A', 0.5, 'protection circuit, fuse or port'),
    chemistry: choice(['lithium-ion', 'lithium-iron-phosphate'], 'lithium-ion'),
    cellCapacity: num('Ah', 1, 'rated'),
    chargeCurrentWanted: num('A', null, 'for sizing R1; null: the smallest of the cell limit and 80 % of the source'),
    topology: choice(
      ['shared-load', 'load-switch', 'power-path'],
      'shared-load',
      'shared-load: system and cell in parallel, the charger feeds both; load-switch: the source feeds the system and the charger only the cell; power-path: one controller limits the source and gives the cell what is left',
    ),
    loadCurrent: num('A', 0, 'of the system while charging (average)', { min: 0 }),
    chargesIn: choice(['always', ...STATE_IDS], 'always', 'the state in which the source is there; in the others the charger only rests'),
    holdOff: flag(false, 'a thermistor at the cell holds the charge off outside its window'),
    maximumChargeRate: num('1/h', 0.5, 'C-rate limit of the cell'),
    cellResistance: num('ohm', 0.15, 'new, at 25 °C', { min: 0 }),
    startStateOfCharge: num('ratio', 0.1, 'when charging begins', { min: 0, below: 1 }),
    sourceIsBatteryPowered: flag(false, 'set by the board when the source rail descends from the battery being charged'),
    chargeTemperatureMinimum: num('degC', 0, 'of the cell', { any: true }),
    chargeTemperatureMaximum: num('degC', 45, 'of the cell', { any: true }),
    reverseCurrentLimit: num('A', 5e-6, 'into the unpowered charger'),
    ambient: num('degC', null, 'from the board', { any: true }),
  },
  carried: { inputMaximum: num('V', null, 'highest input with nothing drawn, as when the cell is full') },
  parts: {
    R1: { type: 'resistor', series: 'E96', tolerance: 0.01, doc: 'sets the charge current' },
    U1: {
      type: 'device',
      doc: 'charger',
      params: {
        programConstant: num('V', { nominal: 1000, tolerance: 0.07 }, 'charge current = programConstant/R1'),
        floatVoltage: num('V', { nominal: 4.2, tolerance: 0.0075 }),
        prechargeRatio: num('ratio', 0.1, undefined, { above: 0, max: 1 }),
        prechargeThreshold: num('V', 2.9),
        terminationRatio: num('ratio', 0.1, 'of the programmed current', { above: 0, max: 1 }),
        foldbackJunction: num('degC', 120, undefined, { any: true }),
        junctionToAmbient: num('K/W', 60),
        passResistance: num('ohm', 0.5, undefined, { min: 0 }),
        quiescentCurrent: num('A', 5e-4, undefined, { min: 0 }),
        reverseLeakage: num('A', 1e-6, undefined, { min: 0 }),
        safetyTimer: num('s', 21600),
        voltageRating: orNone('V', 7),
      },
    },
  },
  outcomes: {
    programmedCurrent: { unit: 'A', title: 'programmed current' },
    chargeCurrent: { unit: 'A', title: 'charge current', doc: 'at the nominal cell voltage, after source and thermal limits' },
    lowCellCurrent: { unit: 'A', title: 'current into a low cell', doc: 'at the precharge threshold, where dissipation is worst' },
    dissipation: { unit: 'W', title: 'heat of the charger', doc: 'at that low cell' },
    junctionTemperature: { unit: 'degC', title: 'junction', doc: 'at that low cell (foldback holds it)' },
    unlimitedJunction: { unit: 'degC', title: 'junction without foldback' },
    prechargeCurrent: { unit: 'A', title: 'precharge current' },
    terminationCurrent: { unit: 'A', title: 'termination current' },
    batteryCurrent: { unit: 'A', title: 'into the cell', doc: 'at nominal voltage; negative when the cell helps the source' },
    inputCurrent: { unit: 'A', title: 'from the source' },
    inputCurrentAsleep: { unit: 'A', title: 'from the source asleep' },
    inputCurrentIdle: { unit: 'A', title: 'from the source idle' },
    inputCurrentTypical: { unit: 'A', title: 'from the source, typical' },
    inputCurrentPeak: { unit: 'A', title: 'from the source at peak' },
    chargeRate: { unit: '1/h', title: 'charge rate' },
    floatVoltage: { unit: 'V', title: 'float voltage' },
    minimumInputVoltage: { unit: 'V', title: 'input for the full current' },
    loadShare: { unit: 'ratio', title: 'load over what is left for it', doc: 'above 1 the pack empties while plugged in' },
    terminationShare: { unit: 'ratio', title: 'load over the termination current', doc: 'above 1 it never terminates' },
    chargeTemperature: { unit: 'degC', title: 'cell while charging', doc: 'inside its window where the charge is held off outside' },
    reverseCurrent: { unit: 'A', title: 'back into an unpowered source' },
    chargeTime: {
      unit: 's',
      title: 'charge time',
      doc: 'until it terminates; null when it cannot',
      late: 'listed',
      inside: { inputs: ['parts.U1.floatVoltage'], samples: 5 },
    },
    chargeTime90: { unit: 's', title: 'charge time to 90 %', late: 'listed' },
  },
  size: (s, x) => {
    if (!s.open('R1')) return [];
    const g = x.given;
    const cell = s.range('maximumChargeRate').low * s.range('cellCapacity').low;
    const wanted = g.chargeCurrentWanted ?? Math.min(cell, 0.8 * s.range('sourceCurrentLimit').low);
    const k = s.param('U1.programConstant');
    const least = Math.max(k.nominal / wanted, k.high / cell / (1 - s.tolerance('R1')));
    const list = s.candidates('R1', 100, 1e6);
    const best = list.find((r) => r >= least * (1 - 1e-12)) ?? nextAbove(least, s.series('R1'));
    return [{ values: { R1: best }, why: 'the largest current within what the cell and the source stand' }];
  },
  evaluate: (x) => {
    const { given: g, parts, ambient } = x;
    const { U1 } = parts;
    const cell = cellOf(x);
    const l = limits(x);
    const raw = l.at(cell.nominal);
    const chargeCurrent = Math.max(0, raw);
    const lowCell = Math.max(0, l.at(U1.prechargeThreshold));
    const over = Math.max(0, g.inputVoltage - U1.prechargeThreshold);
    const idle = g.inputVoltage * U1.quiescentCurrent;
    const dissipation = over * lowCell + idle;
    const shared = g.topology === 'shared-load';
    const path = g.topology === 'power-path';
    const batteryCurrent = shared ? chargeCurrent - g.loadCurrent : path ? raw : chargeCurrent;
    const resting = U1.quiescentCurrent + (shared ? 0 : g.loadCurrent);
    const drawn = chargeCurrent + resting;
    const inputCurrent = path ? Math.min(drawn, g.sourceCurrentLimit) : drawn;
    const drawnIn = (state: StateId) => (chargesIn(x, state) ? inputCurrent : resting);
    const inWindow = Math.min(Math.max(ambient, g.chargeTemperatureMinimum), g.chargeTemperatureMaximum);
    const termination = U1.terminationRatio * l.programmed;
    const room = g.sourceCurrentLimit - U1.quiescentCurrent;
    const terminationShare = shared ? g.loadCurrent / termination : 0;
    return late(new Charging(batteryCurrent > 0 ? chargeOf(x, l) : null, terminationShare < 1), {
      programmedCurrent: l.programmed,
      chargeCurrent,
      lowCellCurrent: lowCell,
      dissipation,
      junctionTemperature: ambient + U1.junctionToAmbient * dissipation,
      unlimitedJunction: ambient + U1.junctionToAmbient * (over * l.programmed + idle),
      prechargeCurrent: U1.prechargeRatio * l.programmed,
      terminationCurrent: termination,
      batteryCurrent,
      inputCurrent,
      inputCurrentAsleep: drawnIn('asleep'),
      inputCurrentIdle: drawnIn('idle'),
      inputCurrentTypical: drawnIn('typical'),
      inputCurrentPeak: drawnIn('peak'),
      chargeRate: l.programmed / g.cellCapacity,
      floatVoltage: U1.floatVoltage,
      minimumInputVoltage: U1.floatVoltage + l.programmed * U1.passResistance,
      loadShare: shared
        ? chargeCurrent > 0
          ? g.loadCurrent / chargeCurrent
          : g.loadCurrent > 0
            ? 1e6
            : 0
        : path
          ? room > 0
            ? g.loadCurrent / room
            : 1e6
          : 0,
      terminationShare,
      chargeTemperature: g.holdOff ? inWindow : ambient,
      reverseCurrent: U1.reverseLeakage,
    });
  },
  mendFirst: ['terminates'],
  checks: {
    'charge-rate': held(
      'charge current',
      'programmedCurrent',
      'atMost',
      (c) => c.must('maximumChargeRate').low * c.must('cellCapacity').low,
      'what the cell stands',
      'must',
      [more('R1.value')],
    ),
    'float-voltage': condition(
      'float voltage',
      (c) => c.must('U1.floatVoltage').high <= cellOf(c.x).chargeLimit,
      'charge limit of the chemistry',
      'must',
      (c) =>
        `The charger goes to ${say(c.must('U1.floatVoltage').high, 'V')}, this cell stands ${say(cellOf(c.x).chargeLimit, 'V')}: take a charger for this chemistry. 4.2 V on an iron-phosphate cell is dangerous.`,
    ),
    headroom: held('input for the full current', 'minimumInputVoltage', 'atMost', (c) => c.must('inputVoltage').low, 'lowest input', 'should', [
      more('R1.value'),
      more('given.inputVoltage'),
      'A switching charger needs less.',
    ]),
    'source-limit': held(
      'current from the source',
      'inputCurrent',
      'atMost',
      'sourceCurrentLimit',
      'what the source gives',
      'must',
      [more('R1.value'), more('given.sourceCurrentLimit'), choose('given.topology', 'power-path')],
      { applies: (c) => c.x.given.topology !== 'power-path' },
    ),
    'thermal-foldback': held('junction without foldback', 'unlimitedJunction', 'temperature', 'U1.foldbackJunction', 'where it folds back', 'note', [
      less('U1.junctionToAmbient'),
      more('R1.value'),
      less('given.inputVoltage'),
      'It folds back and charges slowly; a switching charger stays cool.',
    ]),
    'pack-fills': held('load while charging', 'loadShare', 'atMost', () => 1, 'above 1 the pack empties while plugged in', 'must', [
      less('R1.value'),
      less('given.loadCurrent'),
      choose('given.topology', 'power-path'),
    ]),
    terminates: held('load over the termination current', 'terminationShare', 'atMost', () => 1, 'above 1 the load is mistaken for charge current', 'must', [
      choose('given.topology', 'power-path'),
      choose('given.topology', 'load-switch'),
      less('given.loadCurrent'),
      'The load is mistaken for charge current, and the charge never ends.',
    ]),
    'charge-temperature-low': condition(
      'coldest charge',
      (c) => (c.out('chargeTemperature').low ?? -300) >= c.must('chargeTemperatureMinimum').high,
      'window of the cell',
      'must',
      (c) => [
        choose('given.holdOff', true),
        `It is charged down to ${say(c.out('chargeTemperature').low, 'degC')}; lithium plates when charged below ${say(c.must('chargeTemperatureMinimum').high, 'degC')}: hold the charge until it is warm enough.`,
      ],
    ),
    'charge-temperature-high': condition(
      'warmest charge',
      (c) => (c.out('chargeTemperature').high ?? 300) <= c.must('chargeTemperatureMaximum').low,
      'window of the cell',
      'must',
      (c) => [
        choose('given.holdOff', true),
        `It is charged up to ${say(c.out('chargeTemperature').high, 'degC')}; the cell stands ${say(c.must('chargeTemperatureMaximum').low, 'degC')}: more cooling, or charge at night.`,
      ],
    ),
    'safety-timer': held('charge time', 'chargeTime', 'atMost', 'U1.safetyTimer', 'timer of the charger', 'should', [
      more('U1.safetyTimer'),
      less('R1.value'),
      'A charge that never ends never passes.',
    ]),
    'source-loop': condition(
      'source of the charge',
      (c) => !c.x.given.sourceIsBatteryPowered,
      'the source must not come from the cell it charges',
      'must',
      () => 'The charger is fed from the very battery it charges: break the loop, and charge only from an outside source.',
    ),
    'reverse-leakage': held('back into an unpowered source', 'reverseCurrent', 'atMost', 'reverseCurrentLimit', 'allowed', 'note', [
      less('U1.reverseLeakage'),
      'A diode blocks it.',
    ]),
    'input-rating': held(
      'highest input',
      highestInput,
      'atMost',
      'U1.voltageRating',
      'rating of U1',
      'must',
      ['A surge stopper before it; a cable overshoots.'],
      { unit: 'V', derated: true },
    ),
  },
  rails: {
    in: {
      role: 'consumes',
      fills: { voltage: 'inputVoltage', noLoad: 'inputMaximum', currentLimit: 'sourceCurrentLimit' },
      draws: STATE_DRAWS,
      gives: { minimum: (c) => c.out('floatVoltage').nominal, maximum: 'U1.voltageRating', absoluteMaximum: 'U1.voltageRating', stored: 'loadCurrent' },
    },
    battery: { role: 'battery', loop: 'sourceIsBatteryPowered', during: (x) => x.given.chargesIn, fills: { load: 'loadCurrent' }, gives: {} },
  },
  signals: {},
  warm: [{ part: 'U1', check: 'thermal-foldback', dissipation: 'dissipation', junction: 'junctionTemperature', limit: 'U1.foldbackJunction' }],
  // What reaches the cell is stored, not heat: the rest of what is drawn stays here.
  // Neither is what goes past it to the system, or with the cell's into it.
  heat: (x, o, state) => {
    const shared = x.given.topology === 'shared-load';
    const given = chargesIn(x, state) ? cellOf(x).nominal * Math.max(0, (shared ? o.chargeCurrent : o.batteryCurrent) ?? 0) : 0;
    return { charger: x.given.inputVoltage * ((o[STATE_DRAWS[state]] ?? 0) - (shared ? 0 : x.given.loadCurrent)) - given };
  },
  confirm: [
    { id: 'chemistry', text: 'The charger’s float voltage and the cell’s chemistry are checked against each other once more.' },
    { id: 'thermistor', text: 'The cell’s temperature holds the charge outside its window, by a thermistor at the cell or by where it lives.' },
  ],
  cautions: [
    'Lithium cells burn when overcharged or charged frozen: right chemistry and float voltage, within the temperature window, with protection and a timer (IEC 62133, IEC 62368-1 and the maker’s sheet).',
    'Charge on the bench in a fire-safe place and stay with it.',
  ],
});

/** A charge whose times are worked out once, for who asks. */
class Charging {
  #times: ReturnType<typeof chargeTimes> | null = null;

  constructor(
    readonly charge: Charge | null,
    readonly terminates: boolean,
  ) {}

  get #worked(): ReturnType<typeof chargeTimes> | null {
    return this.charge && (this.#times ??= chargeTimes(this.charge));
  }

  get done(): Value {
    return this.terminates ? (this.#worked?.done ?? EMPTIES) : NEVER_ENDS;
  }

  get most(): Value {
    return this.#worked?.most ?? EMPTIES;
  }
}
const late = lately({ chargeTime: (c: Charging) => c.done, chargeTime90: (c: Charging) => c.most });

const NEVER_ENDS = impossible('the load is above the termination current: the charge never ends');
const EMPTIES = impossible('nothing is left for the cell');
