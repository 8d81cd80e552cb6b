import { more, less, choose } from '../../../stage/cures.ts';
import type { CheckDef, SpreadLike } from '../../../stage/contract.ts';
import type { Judged } from '../../../stage/judged.ts';

/** The crest of the rail, or what it rises to with nothing drawn. */
function highest(c: Judged): SpreadLike {
  const [v, ripple, top] = [c.must('inputVoltage'), c.must('inputRipple'), c.range('inputMaximum')];
  const one = (end: 'low' | 'nominal' | 'high') => Math.max(v[end] + ripple[end] / 2, top?.[end] ?? -Infinity);
  return { nominal: one('nominal'), low: one('low'), high: one('high') };
}

const surges = (c: Judged) => c.must('surgeCurrent').high > 0;

export const checks = {
  'minimum-voltage': {
    title: 'least voltage at the load',
    value: 'loadVoltage',
    sense: 'atLeast',
    limit: (c) => c.range('minimumVoltage'),
    from: 'least voltage the load works at',
    severity: 'must',
    help: [
      less('given.wiringResistance'),
      less('given.branchResistance'),
      more('given.inputVoltage'),
      'Thicker or star wiring, fewer copies, a higher rail, or a local regulator.',
    ],
  },
  'maximum-voltage': {
    title: 'highest voltage at the load',
    value: highest,
    unit: 'V',
    sense: 'atMost',
    limit: (c) => c.range('maximumVoltage'),
    from: 'highest voltage the load works at',
    severity: 'must',
    help: [less('given.inputVoltage'), 'Regulate the rail.'],
  },
  ripple: {
    title: 'ripple at the load',
    value: (c) => c.must('inputRipple'),
    unit: 'V',
    sense: 'atMost',
    limit: (c) => c.range('maximumRipple'),
    from: 'ripple the load stands',
    severity: 'should',
    help: [less('given.inputRipple'), 'A filter on its rail takes it off.'],
  },
  'surge-voltage': {
    title: 'voltage during the surge',
    value: 'surgeVoltage',
    sense: 'atLeast',
    limit: (c) => c.range('minimumVoltage'),
    from: 'least voltage the load works at',
    applies: surges,
    severity: 'must',
    help: [less('given.surgeCurrent'), choose('given.startTogether', false), 'A capacitor at each copy carries the surge.'],
  },
  'supply-current': {
    title: 'current of all copies',
    value: 'peakTotal',
    sense: 'atMost',
    limit: (c) => c.range('supplyCurrentLimit'),
    from: 'what the rail’s provider can give',
    derated: true,
    whenNull: 'absent',
    severity: 'must',
    help: (c) => {
      const copies = c.out('supportedCopies').low;
      const fits =
        copies === null || copies >= c.env.copies
          ? ''
          : copies < 1
            ? 'Not even one copy fits at full rating. '
            : `${copies} ${copies === 1 ? 'copy fits' : 'copies fit'} at full rating. `;
      return [more('given.supplyCurrentLimit'), less('given.peakCurrent'), `${fits}A larger supply, or staggered peaks, would carry all.`];
    },
  },
  'surge-current': {
    title: 'surge of all copies',
    value: 'surgeTotal',
    sense: 'atMost',
    limit: (c) => c.range('supplyCurrentLimit'),
    from: 'what the rail’s provider can give',
    whenNull: 'absent',
    applies: surges,
    severity: 'must',
    help: [choose('given.startTogether', false), less('given.surgeCurrent'), 'A soft start takes the surge off.'],
  },
} as const satisfies Record<string, CheckDef>;
