import { nearest, nextAbove } from '../../../quantity/preferred.ts';
import { CAPACITOR_VOLTAGES, INDUCTOR_CURRENTS } from '../../../quantity/stock.ts';
import type { CheckDef } from '../../contract.ts';
import type { Judged } from '../../judged.ts';
import { held, say, sayRated } from '../../words.ts';
import { dampingOhms, network, NUMBERS } from './stage.ts';

const least = (c: Judged, letter: string, key: string): number =>
  Math.min(...NUMBERS.filter((n) => n <= c.x.given.sections).map((n) => c.must(`${letter}${n}.${key}`).low));
const powered = (c: Judged) => c.x.given.loadKind === 'constant-power';

function damperHelp(c: Judged): string {
  const s = network(c.x).sections[0]!;
  const cd = nextAbove(4 * s.farads, 'E6');
  return `${s.damper ? 'Other' : 'Add'} dampers CD of ${say(cd, 'F')} with RD of ${say(nearest(dampingOhms(s.henries, s.farads, cd / s.farads), 'E12'), 'ohm')}, or a capacitor whose ESR is near ${say(Math.sqrt(s.henries / s.farads), 'ohm')}.`;
}

export const checks: Record<string, CheckDef> = {
  'output-ripple': held('output ripple', 'outputRipple', 'atMost', 'maximumOutputRipple', 'allowed ripple', 'must', (c) => {
    const [circuit, all] = [c.out('circuitAttenuation').low ?? 0, c.out('attenuation').low ?? 0];
    return circuit - all > 1
      ? 'What passes beside the filter governs: a better layout or a screen, not larger parts.'
      : 'A second section before a larger first one; for the edges, capacitors of lower ESL.';
  }),
  'voltage-drop': held(
    'drop',
    'dropVoltage',
    'atMost',
    'maximumDrop',
    'allowed drop',
    'must',
    (c) => `Inductors of ${say(c.must('maximumDrop').low / (c.must('loadCurrent').high || 1) / c.x.given.sections, 'ohm')} or less each.`,
  ),
  peaking: held('peaking', 'peaking', 'atMost', 'maximumPeaking', 'allowed peaking', 'should', damperHelp),
  saturation: held(
    'peak current of L1',
    'inductorPeakCurrent',
    'atMost',
    (c) => least(c, 'L', 'saturationCurrent'),
    'least saturation current',
    'must',
    (c) => `Inductors that saturate at ${sayRated(INDUCTOR_CURRENTS, c.out('inductorPeakCurrent').high, 'A')} or more.`,
    { derated: true },
  ),
  'inductor-current': held(
    'current of the inductors',
    (c) => c.must('loadCurrent'),
    'atMost',
    (c) => least(c, 'L', 'currentRating'),
    'least heating current',
    'must',
    (c) => `Inductors rated ${sayRated(INDUCTOR_CURRENTS, c.must('loadCurrent').high, 'A')} or more.`,
    { derated: true, unit: 'A' },
  ),
  'capacitor-voltage': held(
    'voltage on the capacitors',
    'turnOnPeak',
    'atMost',
    (c) => least(c, 'C', 'voltageRating'),
    'least rating of the capacitors',
    'must',
    (c) => `Damp it first; then capacitors rated ${sayRated(CAPACITOR_VOLTAGES, c.out('turnOnPeak').high, 'V')}.`,
    { derated: true },
  ),
  'step-deviation': held(
    'fall at a load step',
    'stepDeviation',
    'atMost',
    'maximumStepDeviation',
    'allowed fall',
    'should',
    () => 'A smaller L1, a larger C1 or a larger damping capacitor: the fall goes with the root of L over C.',
  ),
  'turn-on-peak': held(
    'peak at turn-on',
    'turnOnPeak',
    'atMost',
    'maximumVoltage',
    'lowest maximum of what hangs on the rail',
    'must',
    (c) => `${damperHelp(c)} A soft start before it also lowers it.`,
    { whenNull: 'absent' },
  ),
  'impedance-margin': held(
    'impedance margin',
    'impedanceMargin',
    'atLeast',
    (c) => c.range('impedanceMargin'),
    'wanted between load and filter',
    'must',
    damperHelp,
    { applies: powered },
  ),
  damping: held('damping with this load', 'dampingRatio', 'atLeast', 'minimumDamping', 'wanted damping', 'must', damperHelp, { applies: powered }),
};
