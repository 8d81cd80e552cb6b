import type { CheckDef, SpreadLike } from '../../contract.ts';
import type { Judged } from '../../judged.ts';
import { nextAbove } from '../../../quantity/preferred.ts';
import { say } from '../../words.ts';

/** The crest of the rail, or what it rises to with nothing drawn. */
function highest(c: Judged): SpreadLike {
  const [v, ripple, top] = [c.must('inputVoltage'), c.must('inputRipple'), c.range('inputMaximum')];
  const one = (end: 'low' | 'nominal' | 'high') => Math.max(v[end] + ripple[end] / 2, top?.[end] ?? -Infinity);
  return { nominal: one('nominal'), low: one('low'), high: one('high') };
}

const surges = (c: Judged) => c.must('surgeCurrent').high > 0;

export const checks: Record<string, CheckDef> = {
  'minimum-voltage': {
    title: 'least voltage at the load',
    value: 'loadVoltage',
    sense: 'atLeast',
    limit: (c) => c.range('minimumVoltage'),
    from: 'least voltage the load works at',
    severity: 'must',
    help: (c) => {
      const low = c.out('loadVoltage').low;
      if (low === null) return 'Thicker or star wiring, fewer copies or a higher rail is needed.';
      const lack = c.must('minimumVoltage').high - low;
      const drop = c.must('inputVoltage').low - c.must('inputRipple').high / 2 - low;
      const wiring = drop > lack ? `wiring that drops ${say(drop - lack, 'V')} instead of ${say(drop, 'V')}, or ` : '';
      return `It lacks ${say(Math.max(lack, 0), 'V')}: ${wiring}a rail that much higher, or a local regulator, would do.`;
    },
  },
  'maximum-voltage': {
    title: 'highest voltage at the load',
    value: highest,
    unit: 'V',
    sense: 'atMost',
    limit: (c) => c.range('maximumVoltage'),
    from: 'highest voltage the load works at',
    severity: 'must',
    help: (c) => `Regulate the rail to ${say(c.must('maximumVoltage').low, 'V')} or less at its highest.`,
  },
  ripple: {
    title: 'ripple at the load',
    value: (c) => c.must('inputRipple'),
    unit: 'V',
    sense: 'atMost',
    limit: (c) => c.range('maximumRipple'),
    from: 'ripple the load stands',
    severity: 'should',
    help: (c) => `A filter that takes ${say(20 * Math.log10(c.must('inputRipple').high / c.must('maximumRipple').low), 'dB')} off at the ripple’s frequency.`,
  },
  'surge-voltage': {
    title: 'voltage during the surge',
    value: 'surgeVoltage',
    sense: 'atLeast',
    limit: (c) => c.range('minimumVoltage'),
    from: 'least voltage the load works at',
    applies: surges,
    severity: 'must',
    help: (c) => {
      const dip = c.must('inputVoltage').low - c.must('inputRipple').high / 2 - c.must('minimumVoltage').high;
      const surge = c.must('surgeCurrent').high;
      if (dip <= 0) return 'The rail is below the least voltage even before the surge: raise it, or take a load that works lower.';
      return `Start the copies one after another, or fit ${say(nextAbove((surge * 1e-3) / dip, 'E6'), 'F')} or more at each copy for a surge of 1 ms (in proportion for a longer one).`;
    },
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
        copies === null
          ? ''
          : copies < 1
            ? 'Not even one copy fits at full rating. '
            : copies >= c.env.copies
              ? 'It fits at full rating alone, with nothing held back. '
              : `${copies} ${copies === 1 ? 'copy fits' : 'copies fit'} at full rating. `;
      return `${fits}A supply that gives ${say((c.out('peakTotal').high ?? 0) / 0.8, 'A')}, or staggered peaks, would carry all.`;
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
    help: () => 'Start the copies one after another, or give the surge a soft start.',
  },
};
