import { more, less, closer } from '../../../stage/cures.ts';
import type { CheckDef, SpreadLike } from '../../../stage/contract.ts';
import type { Judged } from '../../../stage/judged.ts';
import { aboutZero } from '../../../stage/words.ts';
import { leg } from '../../../physics/leg.ts';

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

export const checks = {
  'ratio-accuracy': {
    title: 'accuracy of the ratio',
    value: 'ratioError',
    sense: 'within',
    limit: aboutZero('outputTolerance'),
    from: 'allowed error of the output',
    severity: 'should',
    help: [closer('R1', 'R2'), 'A finer series, one resistor made of two, a matched network, or calibration.'],
  },
  'output-limit': {
    title: 'highest output',
    value: 'outputVoltage',
    sense: 'atMost',
    limit: (c) => c.range('maximumOutputVoltage'),
    from: 'what is connected to the tap',
    whenNull: 'absent',
    severity: 'must',
    help: [more('R1.value'), less('R2.value'), 'A clamp at the tap, its leakage counted.'],
  },
  'output-resistance': {
    title: 'source resistance',
    value: 'outputResistance',
    sense: 'atMost',
    limit: (c) => c.range('maximumOutputResistance'),
    from: 'what the following input allows',
    whenNull: 'absent',
    severity: 'should',
    help: [less('R1.value', 'R2.value'), 'A charge reservoir C1 at the tap, or a buffer.'],
  },
  'standing-current': {
    title: 'standing current',
    value: 'inputCurrent',
    sense: 'atMost',
    limit: (c) => c.range('maximumInputCurrent'),
    from: 'largest standing current asked for',
    whenNull: 'absent',
    severity: 'should',
    help: [more('R1.value', 'R2.value'), 'It can be switched off between readings.'],
  },
  'battery-share': {
    title: 'share of the battery',
    value: 'batteryShare',
    sense: 'atMost',
    limit: (c) => c.range('maximumBatteryShare'),
    from: 'share the divider may eat',
    applies: (c) => c.range('batteryCapacity') !== null && c.range('batteryLife') !== null,
    severity: 'should',
    help: [more('R1.value', 'R2.value'), less('given.connectedShare')],
  },
  'resistor-power': {
    title: 'heat of one resistor',
    value: 'dissipation',
    sense: 'atMost',
    limit: (c) => Math.min(c.must('R1.powerRating').low, c.must('R2.powerRating').low),
    from: 'smaller power rating of R1 and R2',
    derated: true,
    severity: 'must',
    help: [more('R1.powerRating', 'R2.powerRating'), more('R1.value', 'R2.value')],
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
    help: (c) => [more(`${working(c).slot}.voltageRating`), `${working(c).slot} split into equal resistors in series shares it.`],
  },
} as const satisfies Record<string, CheckDef>;
