import { each, fit, less, more } from '../../../stage/cures.ts';
import { nearest, nextAbove } from '../../../quantity/preferred.ts';
import type { CheckDef, Cure } from '../../../stage/contract.ts';
import type { Judged } from '../../../stage/judged.ts';
import { held } from '../../../stage/words.ts';
import { dampingOhms, network, NUMBERS } from './stage.ts';

const least = (c: Judged, letter: string, key: string): number =>
  Math.min(...NUMBERS.filter((n) => n <= c.x.given.sections).map((n) => c.must(`${letter}${n}.${key}`).low));
const powered = (c: Judged) => c.x.given.loadKind === 'constant-power';

/** Dampers of four times the capacitance with their best resistance, or an ESR near the impedance of L and C. */
function damping(c: Judged): (Cure | string)[] {
  const s = network(c.x).sections[0]!;
  const cd = nextAbove(4 * s.farads, 'E6');
  const ohms = nearest(dampingOhms(s.henries, s.farads, cd / s.farads), 'E12');
  return [fit(['CD1.value', cd], ['RD1.value', ohms]), more('C1.esr'), 'A damper takes the peak away; so does an ESR near the impedance of L and C.'];
}

export const checks = {
  'output-ripple': held('output ripple', 'outputRipple', 'atMost', 'maximumOutputRipple', 'allowed ripple', 'must', (c) => {
    const [circuit, all] = [c.out('circuitAttenuation').low ?? 0, c.out('attenuation').low ?? 0];
    return circuit - all > 1
      ? [more('given.couplingLimit'), 'What passes beside the filter governs: a better layout or a screen, not larger parts.']
      : [more('C1.value'), more('L1.value'), 'A second section before a larger first one; for the edges, capacitors of lower ESL.'];
  }),
  'voltage-drop': held('drop', 'dropVoltage', 'atMost', 'maximumDrop', 'allowed drop', 'must', (c) => [
    less(...each(c, 'L', 'dcr')),
    less('given.loadCurrent'),
  ]),
  peaking: held('peaking', 'peaking', 'atMost', 'maximumPeaking', 'allowed peaking', 'should', damping),
  saturation: held(
    'peak current of L1',
    'inductorPeakCurrent',
    'atMost',
    (c) => least(c, 'L', 'saturationCurrent'),
    'least saturation current',
    'must',
    (c) => [more(...each(c, 'L', 'saturationCurrent'))],
    { derated: true },
  ),
  'inductor-current': held(
    'current of the inductors',
    (c) => c.must('loadCurrent'),
    'atMost',
    (c) => least(c, 'L', 'currentRating'),
    'least heating current',
    'must',
    (c) => [more(...each(c, 'L', 'currentRating'))],
    { derated: true, unit: 'A' },
  ),
  'capacitor-voltage': held(
    'voltage on the capacitors',
    'turnOnPeak',
    'atMost',
    (c) => least(c, 'C', 'voltageRating'),
    'least rating of the capacitors',
    'must',
    (c) => [more(...each(c, 'C', 'voltageRating')), ...damping(c)],
    { derated: true },
  ),
  'step-deviation': held('fall at a load step', 'stepDeviation', 'atMost', 'maximumStepDeviation', 'allowed fall', 'should', [
    more('C1.value'),
    less('L1.value'),
    'A larger damping capacitor: the fall goes with the root of L over C.',
  ]),
  'turn-on-peak': held(
    'peak at turn-on',
    'turnOnPeak',
    'atMost',
    'maximumVoltage',
    'lowest maximum of what hangs on the rail',
    'must',
    (c) => [...damping(c), 'A soft start before it also lowers it.'],
    { whenNull: 'absent' },
  ),
  'impedance-margin': held(
    'impedance margin',
    'impedanceMargin',
    'atLeast',
    (c) => c.range('impedanceMargin'),
    'wanted between load and filter',
    'must',
    damping,
    { applies: powered },
  ),
  damping: held('damping with this load', 'dampingRatio', 'atLeast', 'minimumDamping', 'wanted damping', 'must', damping, { applies: powered }),
} as const satisfies Record<string, CheckDef>;
