import { choose, less, more } from '../../../stage/cures.ts';
import { held } from '../../../stage/words.ts';

export const checks = {
  'full-drive': held(
    'rail of the driver',
    (c) => c.must('supplyVoltage'),
    'atLeast',
    'Q1.fullDriveVoltage',
    'where the on-resistance is told',
    'must',
    [more('given.supplyVoltage'), less('Q1.fullDriveVoltage'), 'A higher rail for the driver, or a logic-level device.'],
    { unit: 'V' },
  ),
  'gate-maximum': held(
    'gate peak',
    'gatePeak',
    'atMost',
    'Q1.maximumGateSource',
    'what the gate stands',
    'must',
    [more('R1.value'), less('given.gateLoopInductance'), more('Q1.maximumGateSource'), less('given.supplyVoltage'), 'A gate zener.'],
    { derated: true },
  ),
  'dead-time': held('dead time needed', 'deadTimeNeeded', 'atMost', 'deadTime', 'dead time', 'must', [
    more('given.deadTime'),
    less('R2.value'),
    choose('given.turnOffPath', 'separate'),
    less('R1.value'),
    less('U1.mismatch'),
  ]),
  'dead-time-charge': held('dead time needed by charge', 'deadTimeByCharge', 'atMost', 'deadTime', 'dead time', 'should', [
    more('given.deadTime'),
    less('R2.value'),
    choose('given.turnOffPath', 'separate'),
    less('R1.value'),
    less('U1.mismatch'),
    'See it on the scope: the gate’s own charge decides.',
  ]),
  'dv-dt-turn-on': held('gate during the slope', 'dvdtGateVoltage', 'atMost', (c) => c.pick('hotThreshold'), 'threshold, hot', 'must', [
    less('R2.value'),
    choose('given.turnOffPath', 'separate'),
    less('R1.value'),
    less('given.offBias'),
    less('given.slope'),
    less('Q1.reverseCapacitance'),
    'A negative bias, a slower partner, a device of less reverse capacitance.',
  ]),
  'junction-temperature': held('junction of the driver', 'junctionTemperature', 'temperature', 'U1.maximumJunction', 'what it stands', 'must', [
    more('R1.value'),
    less('given.switchingFrequency'),
    less('Q1.gateCharge'),
    less('U1.junctionToAmbient'),
    'More of the resistance outside the driver.',
  ]),
  'supply-droop': held(
    'droop at C1',
    'supplyDroop',
    'atMost',
    (c) => {
      const [share, volts] = [c.must('maximumDroop'), c.must('supplyVoltage')];
      return { nominal: share.nominal * volts.nominal, low: share.low * volts.low, high: share.high * volts.high };
    },
    'share of the rail',
    'should',
    [more('C1.value'), more('given.maximumDroop'), less('Q1.gateCharge')],
  ),
};
