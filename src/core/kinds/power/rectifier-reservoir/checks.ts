import { BLOCKING_VOLTAGES, CAPACITOR_VOLTAGES, DIODE_CURRENTS, RESISTOR_POWERS, TRANSFORMER_VA } from '../../../quantity/stock.ts';
import type { CheckDef } from '../../contract.ts';
import { held, say, sayRated } from '../../words.ts';
import { nextPassing } from './sizing.ts';

export const checks: Record<string, CheckDef> = {
  trough: held('trough', 'outputTrough', 'atLeast', 'minimumOutput', 'what hangs on the rail needs', 'must', (c) => {
    const low = c.out('outputTrough').low;
    const lack = low === null ? null : c.must('minimumOutput').high - low;
    const larger = nextPassing(c.x, (ref) => c.must(ref), 'trough');
    const first = larger === null ? 'No capacitor up to 22 mF alone is enough' : `C1 of ${say(larger, 'F')} would hold`;
    return lack === null
      ? 'The transformer cannot carry this load at low mains: take a larger one, or draw less.'
      : `${first}; so would a secondary ${say(lack / (Math.SQRT2 * c.must('lineFactor').low), 'V')} higher, a regulator that drops ${say(lack, 'V')} less, or a transformer with less regulation.`;
  }),
  ripple: held('ripple', 'outputRipple', 'atMost', 'maximumRipple', 'allowed ripple', 'should', (c) => {
    const larger = nextPassing(c.x, (ref) => c.must(ref), 'ripple');
    return larger === null ? 'No capacitor up to 22 mF is enough: filter behind it, or draw less.' : `C1 of ${say(larger, 'F')} would hold.`;
  }),
  'capacitor-voltage': held(
    'voltage on C1',
    'noLoadVoltage',
    'atMost',
    'C1.voltageRating',
    'rating of C1',
    'must',
    (c) => `C1 rated ${sayRated(CAPACITOR_VOLTAGES, c.out('noLoadVoltage').high, 'V')} passes.`,
    { derated: true },
  ),
  'capacitor-ripple-current': held(
    'ripple current of C1',
    'capacitorRippleCurrent',
    'atMost',
    'C1.rippleCurrentRating',
    'rating of C1',
    'must',
    (c) =>
      `Several capacitors in parallel that carry ${say((c.out('capacitorRippleCurrent').high ?? 0) / 0.8, 'A')} together, a larger can, or a 105 °C grade; a larger C1 alone does not lower this current.`,
    { derated: true },
  ),
  'diode-current': held(
    'mean current of a diode',
    'diodeAverageCurrent',
    'atMost',
    'D1.currentRating',
    'rating of D1',
    'must',
    (c) => `Diodes rated ${sayRated(DIODE_CURRENTS, c.out('diodeAverageCurrent').high, 'A')} pass.`,
    { derated: true },
  ),
  'diode-inverse-voltage': held(
    'reverse voltage of a diode',
    'peakInverseVoltage',
    'atMost',
    'D1.voltageRating',
    'rating of D1',
    'must',
    (c) => `Diodes rated ${sayRated(BLOCKING_VOLTAGES, c.out('peakInverseVoltage').high, 'V')} pass; transients on the mains ask for two to three times that.`,
    { derated: true },
  ),
  inrush: held(
    'inrush',
    'inrushCurrent',
    'atMost',
    'D1.surgeRating',
    'surge rating of D1',
    'must',
    (c) => {
      const { high } = c.out('inrushCurrent');
      const limit = c.must('D1.surgeRating').low * 0.8;
      const now = c.must('C1.esr').low + (c.out('sourceResistance').low ?? 0);
      return `${high === null ? 'A' : `${say(Math.max(0, now * (high / limit - 1)), 'ohm')} in series (an NTC or resistor), or a`} diode rated for ${say((high ?? 0) / 0.8, 'A')} of surge would hold. Large toroids need a soft start.`;
    },
    { derated: true },
  ),
  'junction-temperature': held(
    'junction of a diode',
    'junctionTemperature',
    'temperature',
    'D1.maximumJunction',
    'highest junction temperature of D1',
    'must',
    (c) => {
      const watts = c.out('dissipation').high;
      const theta = watts ? (c.must('D1.maximumJunction').low - c.must('ambient').high) / watts : null;
      return theta && theta > 0
        ? `A bridge with ${say(theta, 'K/W')} to the air or less would hold, or Schottky diodes with half the drop.`
        : 'Schottky diodes, or a larger bridge with a heatsink, and a cooler place.';
    },
  ),
  'transformer-va': held(
    'transformer',
    'requiredVa',
    'atMost',
    'transformerVa',
    'rating of the transformer',
    'must',
    (c) => `A transformer of ${sayRated(TRANSFORMER_VA, c.out('requiredVa').high, 'VA')} carries it: the rms current decides, not the DC watts.`,
    { derated: true },
  ),
  'maximum-voltage': held(
    'crest with nothing drawn',
    'noLoadVoltage',
    'atMost',
    'maximumVoltage',
    'lowest maximum of what hangs on the rail',
    'must',
    (c) => {
      const over = (c.out('noLoadVoltage').high ?? 0) / c.must('maximumVoltage').low;
      return `A secondary of ${say(c.must('secondaryVoltage').nominal / over, 'V')}, or parts behind it that stand ${say(c.out('noLoadVoltage').high, 'V')}.`;
    },
    { whenNull: 'absent' },
  ),
  discharge: held('time to a safe voltage', 'dischargeTime', 'atMost', 'dischargeTimeLimit', 'allowed time', 'must', (c) => {
    const top = c.out('noLoadVoltage').high ?? 1;
    const ohms = c.must('dischargeTimeLimit').low / (c.must('C1.value').high * Math.log(top / c.must('safeVoltage').low));
    return `A bleeder R1 of ${say(ohms / 1.05, 'ohm')} or less empties C1 in time.`;
  }),
  'bleeder-power': held(
    'heat of the bleeder',
    'bleederDissipation',
    'atMost',
    'R1.powerRating',
    'rating of R1',
    'must',
    (c) => `R1 rated ${sayRated(RESISTOR_POWERS, c.out('bleederDissipation').high, 'W')} passes.`,
    {
      derated: true,
      applies: (c) => !!c.x.parts.R1.value,
    },
  ),
};
