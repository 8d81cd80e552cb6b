import { each, less, more } from '../../../stage/cures.ts';
import { toDb } from '../../../physics/network.ts';
import { abs } from '../../../math/complex.ts';
import { firstShuntCurrent, ladderAt, settlingTime, type Section } from '../../../physics/rc-ladder.ts';
import { neededAhead } from '../../../stage/ahead.ts';
import { defineKind, type Offer, type Sizing } from '../../../stage/contract.ts';
import { num } from '../../../stage/fields.ts';
import type { AnyInputs, Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';

const NUMBERS = [1, 2, 3] as const;
const needed = (n: number) => (g: Readonly<Record<string, unknown>>) => (g.sections as number) >= n;

const resistor = (n: number) =>
  ({
    type: 'resistor',
    series: 'E24',
    tolerance: 0.05,
    doc: `series resistor of section ${n}`,
    needed: needed(n),
    params: { powerRating: num('W', 0.25) },
  }) as const;
const capacitor = { esr: num('ohm', 0.1, undefined, { min: 0 }), voltageRating: num('V', 25) };

/** The fitted sections of inputs as they stand. */
export const ladder = ({ given: g, parts }: AnyInputs): Section[] =>
  NUMBERS.filter((n) => n <= g.sections).map((n) => ({ ohms: parts[`R${n}`].value, farads: parts[`C${n}`].value, esr: parts[`C${n}`].esr }));

const least = (c: Judged, letter: 'R' | 'C', key: string): number =>
  Math.min(...NUMBERS.filter((n) => n <= c.x.given.sections).map((n) => c.must(`${letter}${n}.${key}`).low));
const topVoltage = (c: Judged) => {
  const [v, r] = [c.must('inputVoltage'), c.must('inputRipple')];
  return { nominal: v.nominal + r.nominal / 2, low: v.low + r.low / 2, high: v.high + r.high / 2 };
};

export const rcRippleFilter = defineKind({
  id: 'rc-ripple-filter',
  family: 'power',
  group: 'Supply',
  title: 'RC ripple filter',
  aliases: ['supply decoupling', 'RC decoupling', 'pi filter', 'hum filter'],
  purpose: 'Cheapest clean-up of a rail for small currents, at the price of drop.',
  given: {
    inputVoltage: num('V', 12),
    inputRipple: num('V', 0.1, undefined, { min: 0 }),
    rippleFrequency: num('Hz', 1e5),
    loadCurrent: num('A', 0.02, 'drawn from it', { min: 0 }),
    maximumOutputRipple: num('V', 0.01),
    maximumDrop: num('V', 1),
    sections: num('count', 1, undefined, { oneOf: [1, 2, 3] }),
    settlingError: num('ratio', 0.01, undefined, { above: 0, below: 1 }),
  },
  carried: {
    inputMaximum: num('V', null, 'highest input with nothing drawn'),
    sourceLimit: num('A', null, 'what the rail before can give'),
    minimumVoltage: num('V', null, 'what the consumers need'),
    maximumVoltage: num('V', null, 'what the consumers stand'),
    absoluteMaximum: num('V', null, 'what destroys a consumer'),
    loadCapacitance: num('F', null, 'hung on the output', { min: 0 }),
    surgeCurrent: num('A', null, 'of the consumers at start', { min: 0 }),
  },
  parts: {
    R1: resistor(1),
    R2: resistor(2),
    R3: resistor(3),
    C1: { type: 'capacitor', series: 'E6', tolerance: 0.2, doc: 'shunt of the first section', params: { ...capacitor, rippleCurrentRating: num('A', 0.5) } },
    C2: { type: 'capacitor', series: 'E6', tolerance: 0.2, doc: 'shunt of the second section', needed: needed(2), params: capacitor },
    C3: { type: 'capacitor', series: 'E6', tolerance: 0.2, doc: 'shunt of the third section', needed: needed(3), params: capacitor },
  },
  outcomes: {
    outputVoltage: { unit: 'V', title: 'output voltage' },
    outputTrough: { unit: 'V', title: 'trough' },
    dropVoltage: { unit: 'V', title: 'drop' },
    outputResistance: { unit: 'ohm', title: 'output resistance', doc: 'at DC' },
    inputCurrent: { unit: 'A', title: 'current' },
    attenuation: { unit: 'dB', title: 'attenuation at the ripple frequency' },
    outputRipple: { unit: 'V', title: 'output ripple' },
    capacitorRippleCurrent: { unit: 'A', title: 'ripple current of C1', doc: 'rms' },
    inrushPeak: { unit: 'A', title: 'inrush' },
    dissipation: { unit: 'W', title: 'heat of the hottest resistor' },
    totalDissipation: { unit: 'W', title: 'heat of all resistors' },
    startUpTime: { unit: 's', title: 'start-up time', doc: 'step to within settlingError, without load' },
  },
  size,
  evaluate: (x) => {
    const { given: g, parts } = x;
    const sections = ladder(x);
    const ohms = sections.reduce((sum, s) => sum + s.ohms, 0);
    const transfer = abs(ladderAt(sections, g.rippleFrequency).transfer);
    const outputRipple = g.inputRipple * transfer;
    // Ripple current heats the resistors too: all of it flows through the first.
    const rms = (g.inputRipple / (2 * Math.SQRT2)) * firstShuntCurrent(sections, g.rippleFrequency);
    const outputVoltage = g.inputVoltage - g.loadCurrent * ohms;
    return {
      outputVoltage,
      outputTrough: outputVoltage - outputRipple / 2,
      dropVoltage: g.loadCurrent * ohms,
      outputResistance: ohms,
      inputCurrent: g.loadCurrent,
      attenuation: -toDb(transfer),
      outputRipple,
      capacitorRippleCurrent: rms,
      inrushPeak: g.inputVoltage / (parts.R1.value! + parts.C1.esr),
      dissipation: g.loadCurrent ** 2 * Math.max(...sections.map((s) => s.ohms)),
      totalDissipation: g.loadCurrent ** 2 * ohms,
      startUpTime: settlingTime(sections, g.settlingError),
    };
  },
  checks: {
    'output-ripple': held('output ripple', 'outputRipple', 'atMost', 'maximumOutputRipple', 'allowed ripple', 'must', (c) => [
      more(...each(c, 'C', 'value')),
      'Beyond about 20 dB two sections of half the resistance each win.',
    ]),
    'voltage-drop': held('drop', 'dropVoltage', 'atMost', 'maximumDrop', 'allowed drop', 'must', (c) => [
      less(...each(c, 'R', 'value')),
      less('given.loadCurrent'),
      'With capacitors larger in proportion; or a capacitance multiplier or LC filter in its place.',
    ]),
    'resistor-power': held(
      'heat of the hottest resistor',
      'dissipation',
      'atMost',
      (c) => least(c, 'R', 'powerRating'),
      'least rating of the resistors',
      'must',
      (c) => [more(...each(c, 'R', 'powerRating'))],
      { derated: true },
    ),
    'capacitor-voltage': held(
      'voltage on the capacitors',
      topVoltage,
      'atMost',
      (c) => least(c, 'C', 'voltageRating'),
      'least rating of the capacitors',
      'must',
      (c) => [more(...each(c, 'C', 'voltageRating')), 'No drop is counted, since the load may be off.'],
      { derated: true, unit: 'V' },
    ),
    'capacitor-ripple-current': held(
      'ripple current of C1',
      'capacitorRippleCurrent',
      'atMost',
      'C1.rippleCurrentRating',
      'rating of C1',
      'must',
      ['A larger can, or several capacitors in parallel.'],
      { derated: true },
    ),
  },
  rails: {
    in: {
      role: 'consumes',
      fills: { voltage: 'inputVoltage', ripple: 'inputRipple', rippleFrequency: 'rippleFrequency', noLoad: 'inputMaximum', currentLimit: 'sourceLimit' },
      draws: 'inputCurrent',
      keepsPower: 'behind',
      gives: {
        minimum: neededAhead('minimumVoltage', 'inputVoltage', 'outputVoltage'),
        maximum: 'maximumVoltage',
        absoluteMaximum: 'absoluteMaximum',
        surge: 'surgeCurrent',
      },
    },
    out: {
      role: 'provides',
      fills: {
        load: 'loadCurrent',
        minimum: 'minimumVoltage',
        maximum: 'maximumVoltage',
        absoluteMaximum: 'absoluteMaximum',
        capacitance: 'loadCapacitance',
        surge: 'surgeCurrent',
      },
      gives: {
        voltage: 'outputVoltage',
        ripple: 'outputRipple',
        rippleFrequency: 'rippleFrequency',
        trough: 'outputTrough',
        noLoad: (c) => c.range('inputMaximum') ?? c.range('inputVoltage'),
        currentLimit: 'sourceLimit',
      },
    },
  },
  signals: {},
  heat: (_, o) => ({ resistors: o.totalDissipation ?? 0 }),
  confirm: [{ id: 'bias', text: 'Capacitances are those left at this DC voltage, not the marked ones.' }],
  cautions: ['The capacitors stay charged when the input is removed, and feed back into the source.'],
});

/** Equal sections: the largest resistance whose worst drop leaves a tenth to spare, then the smallest capacitance that holds. */
function size(s: Sizing, x: AnyInputs): Offer[] {
  const n: number = x.given.sections;
  const slots = NUMBERS.filter((k) => k <= n);
  const open = slots.some((k) => s.open(`R${k}`) || s.open(`C${k}`));
  if (!open) return [];
  const [load, drop] = [s.range('loadCurrent').high, s.range('maximumDrop').low * 0.9];
  const ripple = s.range('inputRipple').high;
  const allowed = s.range('maximumOutputRipple').low * (1 - s.comfort);
  const frequency = s.range('rippleFrequency').low;
  const resistors = s.candidates('R1', 0.1, 1e4).filter((r) => load * n * r * (1 + s.tolerance('R1')) <= drop);
  const capacitors = s.candidates('C1', 1e-6, 4.7e-3);
  const holds = (r: number, f: number) => {
    const worst = slots.map((k) => ({ ohms: r * (1 - s.tolerance('R1')), farads: f * (1 - s.tolerance(`C${k}`)), esr: s.param(`C${k}.esr`).high }));
    return ripple * abs(ladderAt(worst, frequency).transfer) <= allowed;
  };
  const offers: Offer[] = [];
  for (const r of resistors.reverse()) {
    const f = capacitors.find((c) => holds(r, c));
    if (f === undefined) continue;
    const last = offers.at(-1);
    if (last && last.values.C1 === f) continue;
    offers.push({
      values: Object.fromEntries(
        slots
          .flatMap((k) => [
            [`R${k}`, r],
            [`C${k}`, f],
          ])
          .filter(([slot]) => s.open(slot as string)),
      ) as Record<string, number>,
      why: offers.length ? 'less resistance, more capacitance' : 'largest resistance the drop allows, smallest capacitance that holds',
    });
    if (offers.length === 3) break;
  }
  if (offers.length) return offers;
  const [r, f] = [resistors[0] ?? s.candidates('R1', 0.1, 1e4)[0]!, capacitors.at(-1)!];
  return [
    {
      values: Object.fromEntries(
        slots
          .flatMap((k) => [
            [`R${k}`, r],
            [`C${k}`, f],
          ])
          .filter(([slot]) => s.open(slot as string)),
      ) as Record<string, number>,
      why: 'nothing holds both drop and ripple: the largest capacitance there is',
    },
  ];
}
