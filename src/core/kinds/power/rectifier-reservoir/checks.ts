import { more, less, from, fit } from '../../../stage/cures.ts';
import { TRANSFORMER_VA } from '../../../quantity/stock.ts';
import type { CheckDef } from '../../../stage/contract.ts';
import { held } from '../../../stage/words.ts';
import { nextBelow } from '../../../quantity/preferred.ts';

export const checks = {
  trough: held('trough', 'outputTrough', 'atLeast', 'minimumOutput', 'what hangs on the rail needs', 'must', [
    more('C1.value'),
    more('given.secondaryVoltage'),
    less('given.minimumOutput'),
    'A transformer with less regulation; what follows may drop less.',
  ]),
  ripple: held('ripple', 'outputRipple', 'atMost', 'maximumRipple', 'allowed ripple', 'should', [
    more('C1.value'),
    less('given.loadCurrent'),
    'A filter behind it.',
  ]),
  'capacitor-voltage': held('voltage on C1', 'noLoadVoltage', 'atMost', 'C1.voltageRating', 'rating of C1', 'must', [], { derated: true }),
  'capacitor-ripple-current': held(
    'ripple current of C1',
    'capacitorRippleCurrent',
    'atMost',
    'C1.rippleCurrentRating',
    'rating of C1',
    'must',
    ['Several capacitors in parallel, a larger can, or a 105 °C grade; a larger C1 alone does not lower this current.'],
    { derated: true },
  ),
  'diode-current': held('mean current of a diode', 'diodeAverageCurrent', 'atMost', 'D1.currentRating', 'rating of D1', 'must', [], { derated: true }),
  'diode-inverse-voltage': held(
    'reverse voltage of a diode',
    'peakInverseVoltage',
    'atMost',
    'D1.voltageRating',
    'rating of D1',
    'must',
    ['Transients on the mains ask for two to three times that.'],
    { derated: true },
  ),
  inrush: held(
    'inrush',
    'inrushCurrent',
    'atMost',
    'D1.surgeRating',
    'surge rating of D1',
    'must',
    [more('given.sourceResistance'), 'An NTC or resistor in series. Large toroids need a soft start.'],
    { derated: true },
  ),
  'junction-temperature': held(
    'junction of a diode',
    'junctionTemperature',
    'temperature',
    'D1.maximumJunction',
    'highest junction temperature of D1',
    'must',
    [less('D1.junctionToAmbient'), less('D1.forwardVoltage'), 'A bridge with a heatsink, and a cooler place.'],
  ),
  'transformer-va': held(
    'transformer',
    'requiredVa',
    'atMost',
    'transformerVa',
    'rating of the transformer',
    'must',
    [from(more('given.transformerVa'), TRANSFORMER_VA), less('given.loadCurrent'), 'The rms current decides, not the DC watts.'],
    { derated: true },
  ),
  'maximum-voltage': held(
    'crest with nothing drawn',
    'noLoadVoltage',
    'atMost',
    'maximumVoltage',
    'lowest maximum of what hangs on the rail',
    'must',
    [less('given.secondaryVoltage'), less('given.regulation'), 'Parts behind it that stand more.'],
    { whenNull: 'absent' },
  ),
  discharge: held('time to a safe voltage', 'dischargeTime', 'atMost', 'dischargeTimeLimit', 'allowed time', 'must', (c) => {
    const top = c.out('noLoadVoltage').high ?? 1;
    const ohms = c.must('dischargeTimeLimit').low / (c.must('C1.value').high * Math.log(top / c.must('safeVoltage').low));
    return [fit(['R1.value', nextBelow(Math.max(ohms / 1.05, 1), 'E12')]), less('R1.value'), 'A bleeder empties C1 in time.'];
  }),
  'bleeder-power': held('heat of the bleeder', 'bleederDissipation', 'atMost', 'R1.powerRating', 'rating of R1', 'must', [], {
    derated: true,
    applies: (c) => !!c.x.parts.R1.value,
  }),
} as const satisfies Record<string, CheckDef>;
