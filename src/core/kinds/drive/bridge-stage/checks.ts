import { choose, less, more } from '../../../stage/cures.ts';
import { aboutZero, condition, held } from '../../../stage/words.ts';

export const checks = {
  'junction-temperature': held('junction', 'junctionTemperature', 'temperature', 'Q1.maximumJunction', 'what it stands', 'must', [
    less('given.sinkToAmbient'),
    less('Q1.onResistance'),
    less('given.switchingFrequency'),
    less('given.loadCurrent'),
    'A larger sink, a device with less of the loss that dominates.',
  ]),
  'device-voltage': held(
    'peak across a device',
    'peakVoltage',
    'atMost',
    'Q1.voltageRating',
    'voltage rating of a device',
    'must',
    [less('given.loopInductance'), more('Q1.offTime'), more('Q1.voltageRating'), 'A tighter loop, a slower turn-off.'],
    { derated: true },
  ),
  'device-current': held(
    'peak current',
    'peakCurrent',
    'atMost',
    'Q1.currentRating',
    'current rating of a device',
    'must',
    [more('Q1.currentRating'), less('given.loadCurrent'), 'Two in parallel.'],
    { derated: true },
  ),
  'zero-voltage': held(
    'the node moves in',
    'transitionTime',
    'atMost',
    'deadTime',
    'dead time',
    'must',
    [
      more('given.deadTime'),
      more('given.switchedCurrent'),
      less('Q1.outputCharge'),
      choose('given.mode', 'hard'),
      'Work a little above resonance: more current at the switching instant.',
    ],
    { applies: (c) => c.x.given.mode === 'zero-voltage' },
  ),
  'gate-clamp': condition('gate clamps', (c) => c.x.given.gateClamp, 'a gate breaks in nanoseconds', 'must', [
    choose('given.gateClamp', true),
    'Zeners or a clamp at each gate, before power is applied.',
  ]),
  'bus-clamp': condition('bus clamp', (c) => c.x.given.busClamp, 'the loop rings against it', 'must', [
    choose('given.busClamp', true),
    'A film or ceramic capacitor and a suppressor at the leg.',
  ]),
  'freewheel-path': condition('freewheel path', (c) => c.x.given.freewheelPath, 'the load’s current does not stop', 'must', [
    choose('given.freewheelPath', true),
    'Devices without a body diode need one in parallel.',
  ]),
  phase: held(
    'phase error',
    'phaseError',
    'within',
    aboutZero('phaseTolerance'),
    'phase tolerance',
    'should',
    [more('R1.value'), less('R1.value'), more('given.phaseTolerance'), 'A trimmer, or a capacitor of closer tolerance.'],
    {
      applies: (c) => c.x.given.wantedPhase !== null,
    },
  ),
  'bring-up-fault': held('junction at the first steps', 'faultJunction', 'temperature', 'Q1.maximumJunction', 'what a device stands', 'should', [
    less('given.bringUpCurrent'),
    less('given.bringUpVoltage'),
    less('given.sinkToAmbient'),
  ]),
  'failure-cost': held('cost of a failure', 'failureCost', 'atMost', 'failureBudget', 'budget of a failure', 'note', [
    less('given.failureProbability'),
    more('given.failureBudget'),
    less('Q1.cost'),
    'Staged bring-up lowers the chance; cheap stand-in devices first.',
  ]),
};
