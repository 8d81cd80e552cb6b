import { nextAbove } from '../../../quantity/preferred.ts';
import type { CheckDef, SpreadLike } from '../../contract.ts';
import type { Judged } from '../../judged.ts';
import { say, sayRated } from '../../words.ts';
import { leg } from '../../../physics/leg.ts';

const GRADES = [0.01, 0.005, 0.001];
const POWERS = [0.1, 0.125, 0.25, 0.5, 1, 2, 3, 5];

/** The leg whose hardest-stressed resistor is nearer its working voltage: the bottom one counts too. */
function working(c: Judged): { spread: SpreadLike; slot: 'R1' | 'R2' } {
  const [top, out] = [c.out('topVoltage'), c.out('outputVoltage')];
  const { R2, R2x } = c.x.parts;
  const share = leg(R2.value, R2x.value, R2x.join).highest;
  const below = Math.max(Math.abs(out.low ?? 0), Math.abs(out.high ?? 0)) * share;
  const used = (volts: number | null, slot: string) => (volts ?? Infinity) / c.must(`${slot}.voltageRating`).low;
  return used(top.high, 'R1') >= used(below, 'R2')
    ? { spread: top, slot: 'R1' }
    : { spread: { nominal: Math.abs(out.nominal ?? 0) * share, low: 0, high: below }, slot: 'R2' };
}

export const checks: Record<string, CheckDef> = {
  'ratio-accuracy': {
    title: 'accuracy of the ratio',
    value: 'ratioError',
    sense: 'within',
    limit: (c) => ({ target: 0, band: c.must('outputTolerance').low }),
    from: 'allowed error of the output',
    severity: 'should',
    help: (c) => {
      const error = c.out('ratioError');
      const offset = Math.abs(error.nominal ?? 0);
      const band = c.must('outputTolerance').low;
      const gain = c.nominal('gain') ?? 0;
      if (offset >= band)
        return `The nominal values alone are ${say(offset, 'ratio')} off: choose a pair from a finer series, or allow one resistor to be made of two.`;
      // Worst case of the ratio: (1 − gain)(t1 + t2). [derivative of R2/(R1 + R2)]
      const each = (band - offset) / (2 * (1 - gain));
      const grade = GRADES.find((t) => t <= each);
      return grade ? `Resistors of ${say(grade, 'ratio')} pass (at most ${say(each, 'ratio')} each).` : 'Take a matched resistor network, or calibrate.';
    },
  },
  'output-limit': {
    title: 'highest output',
    value: 'outputVoltage',
    sense: 'atMost',
    limit: (c) => c.range('maximumOutputVoltage'),
    from: 'what is connected to the tap',
    whenNull: 'absent',
    severity: 'must',
    help: (c) => {
      const high = c.out('outputVoltage').high ?? 0;
      const wanted = (c.must('maximumOutputVoltage').low / high) * c.must('outputVoltage').nominal;
      return `Design for ${say(wanted, 'V')} at the nominal input, so that the highest input with all tolerances still fits, or add a clamp and count its leakage.`;
    },
  },
  'output-resistance': {
    title: 'source resistance',
    value: 'outputResistance',
    sense: 'atMost',
    limit: (c) => c.range('maximumOutputResistance'),
    from: 'what the following input allows',
    whenNull: 'absent',
    severity: 'should',
    help: (c) =>
      `Lower both resistors by ${say((c.out('outputResistance').high ?? 0) / c.must('maximumOutputResistance').low, '')} times, fit C1 as a reservoir, or a buffer.`,
  },
  'standing-current': {
    title: 'standing current',
    value: 'inputCurrent',
    sense: 'atMost',
    limit: (c) => c.range('maximumInputCurrent'),
    from: 'largest standing current asked for',
    whenNull: 'absent',
    severity: 'should',
    help: (c) =>
      `Raise both resistors by ${say((c.out('inputCurrent').high ?? 0) / c.must('maximumInputCurrent').low, '')} times, or switch the divider off between readings.`,
  },
  'battery-share': {
    title: 'share of the battery',
    value: 'batteryShare',
    sense: 'atMost',
    limit: (c) => c.range('maximumBatteryShare'),
    from: 'share the divider may eat',
    applies: (c) => c.range('batteryCapacity') !== null && c.range('batteryLife') !== null,
    severity: 'should',
    help: (c) => {
      const over = (c.out('batteryShare').high ?? 0) / c.must('maximumBatteryShare').low;
      const total = c.must('inputVoltage').nominal / (c.nominal('inputCurrent') || 1e-12);
      return `A total of ${say(total * over, 'ohm')} passes, or connecting it ${say(c.must('connectedShare').nominal / over, 'ratio')} of the time.`;
    },
  },
  'resistor-power': {
    title: 'heat of one resistor',
    value: 'dissipation',
    sense: 'atMost',
    limit: (c) => Math.min(c.must('R1.powerRating').low, c.must('R2.powerRating').low),
    from: 'smaller power rating of R1 and R2',
    derated: true,
    severity: 'must',
    help: (c) =>
      `Resistors rated ${sayRated(POWERS, c.out('dissipation').high, 'W')}, or two in series, or values ${say(nextAbove(Math.max(1, (c.out('dissipation').high ?? 0) / c.must('R1.powerRating').low), 'E12'), '')} times higher.`,
  },
  'working-voltage': {
    title: 'voltage on one resistor',
    value: (c) => working(c).spread,
    unit: 'V',
    sense: 'atMost',
    limit: (c) => c.range(`${working(c).slot}.voltageRating`),
    from: 'working voltage of the resistor',
    derated: true,
    severity: 'must',
    help: (c) =>
      `Split ${working(c).slot} into ${Math.ceil((working(c).spread.high ?? 0) / (0.8 * c.must(`${working(c).slot}.voltageRating`).low))} equal resistors in series.`,
  },
};
