import { less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { aboutZero, condition, held } from '../../../stage/words.ts';

const voltage = (i: 1 | 2 | 3) =>
  held(
    `secondary ${i} off`,
    `secondary${i}Error` as const,
    'within',
    aboutZero('voltageTolerance'),
    'voltage tolerance',
    'should',
    [more(`W${i}.turns`), less(`W${i}.turns`), more('given.voltageTolerance'), more(`W${i}.diameter`, `W${i}.outerDiameter`)],
    { applies: (c) => c.x.parts[`W${i}`].turns !== null && c.x.given[`secondary${i}Voltage`] !== null },
  );
const thicker = more('W0.diameter', 'W0.outerDiameter', 'W1.diameter', 'W1.outerDiameter');
const thinner = less(
  'W0.diameter',
  'W0.outerDiameter',
  'W1.diameter',
  'W1.outerDiameter',
  'W2.diameter',
  'W2.outerDiameter',
  'W3.diameter',
  'W3.outerDiameter',
);
const wound = { applies: (c: Judged) => c.x.parts.W0.turns !== null };

export const checks = {
  flux: held(
    'peak flux',
    'fluxPeak',
    'atMost',
    'T1.maximumFlux',
    'flux of the core, hot',
    'must',
    [more('W0.turns'), more('T1.coreArea'), more('given.frequency'), 'A larger core, or a higher frequency.'],
    { derated: true },
  ),
  'winding-temperature': held('winding', 'windingTemperature', 'temperature', 'T1.maximumTemperature', 'what wire and bobbin stand', 'must', [
    thicker,
    more('W0.turns'),
    less('T1.thermalResistance'),
    less('given.secondary1Current'),
    'Thicker wire, a larger core, less flux.',
  ]),
  'voltage-1': voltage(1),
  'voltage-2': voltage(2),
  'voltage-3': voltage(3),
  'current-density': held('current density', 'currentDensity', 'atMost', 'currentDensity', 'density wanted', 'should', [
    thicker,
    more('given.currentDensity'),
    'Thicker wire or more strands.',
  ]),
  'window-fill': held('copper in the window', 'windowFill', 'atMost', 'maximumFill', 'what a window takes', 'must', [
    thinner,
    more('T1.windowArea'),
    'A larger core: insulation, bobbin and round wire take the rest.',
  ]),
  'layers-fit': held(
    'height of the layers',
    'buildUp',
    'atMost',
    () => 1,
    'height of the window',
    'must',
    [thinner, more('T1.windowArea'), 'A larger core or fewer layers.'],
    wound,
  ),
  'turns-fit': held(
    'turns in their layers',
    'crowding',
    'atMost',
    () => 1,
    'what lies side by side',
    'must',
    [more('W0.layers', 'W1.layers'), thinner, more('T1.windowBreadth'), 'More layers, or a longer window.'],
    wound,
  ),
  strand: held('strand over skin depth', 'strandRatio', 'atMost', () => 2, 'where current no longer uses the wire', 'should', [
    thinner,
    'Thinner strands, more of them.',
  ]),
  'layer-voltage': held('between layers', 'layerVoltage', 'atMost', 'layerInsulation', 'what the insulation between layers stands', 'must', [
    more('W0.layers', 'W1.layers'),
    more('given.layerInsulation'),
    'More layers with insulation between, or a sectioned bobbin.',
  ]),
  isolation: condition(
    'insulation confirmed',
    (c) => c.x.given.isolationConfirmed,
    'a person, at the gate',
    'must',
    'A person confirms wire, tape, margins and creepage of the bobbin; see mains separation.',
  ),
};
