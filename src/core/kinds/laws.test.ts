import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { alone } from '../testing/boards.ts';
import type { Ways } from '../stage/ways.ts';
import type { StageDoc } from '../board/document.ts';
import { KINDS } from './all.ts';
import { mustKind } from './index.ts';

// What physics says of each kind without any formula: which way a result goes when one number grows and all others stay, and
// by how much where it is in proportion. Parts are held at what sizing chose, so that it cannot answer back.

type Moved = Readonly<Record<string, number>>;

/** A stage with its parts typed as sizing chose them. */
function held(id: string, given: StageDoc['given'] = {}, typed: StageDoc['parts'] = {}) {
  const kind = mustKind(id);
  const start = { ...kind.asks, ...given } as Record<string, unknown>;
  const stage = alone(id, start as never, typed as never);
  const parts: Record<string, Record<string, unknown>> = {};
  const fitted = new Set(stage.parts.filter((p) => p.value !== null || p.def.type === 'device').map((p) => p.slot));
  for (const [slot, part] of Object.entries(stage.judged.x.parts as Record<string, Record<string, unknown>>).filter(([slot]) => fitted.has(slot)))
    parts[slot] = Object.fromEntries(Object.entries(part).filter(([name, v]) => typeof v === 'number' && Number.isFinite(v) && name !== 'join'));
  const x = stage.judged.x as { given: Record<string, unknown> };
  const now = (path: string): number => {
    const [slot, name] = path.split('.') as [string, string | undefined];
    const value = name === undefined ? x.given[slot] : parts[slot]?.[name];
    if (typeof value !== 'number') throw new Error(`${id} has no number at ${path}`);
    return value;
  };
  /** An outcome with some numbers multiplied. */
  return (outcome: string, factors: Moved): number => {
    const g = { ...start };
    const p = structuredClone(parts);
    for (const [path, factor] of Object.entries(factors)) {
      const [slot, name] = path.split('.') as [string, string | undefined];
      if (name === undefined) g[slot] = now(path) * factor;
      else p[slot]![name] = now(path) * factor;
    }
    const { judged } = alone(id, g as never, p as never);
    const value = judged.nominal(outcome);
    if (value === null) throw new Error(`${id} ${outcome}: ${judged.out(outcome).absent?.reason}`);
    return value;
  };
}

/** What grows (or falls) with what: kind, number, outcomes that rise, outcomes that fall, and the design it is true of. */
const WAYS: Readonly<Record<string, Ways>> = {
  'dc-input': {
    ways: [
      ['loadCurrent', ['cableDrop', 'sourcePower', 'outputCurrent'], ['outputVoltage', 'outputTrough']],
      ['cableLength', ['cableResistance', 'cableDrop', 'outputResistance'], ['outputVoltage', 'inrushPeak']],
      ['conductorArea', ['outputVoltage'], ['cableResistance', 'cableDrop']],
      ['bulkCapacitance', ['startUpTime'], []],
      ['sourceResistance', ['outputResistance'], ['outputVoltage']],
    ],
  },
  'linear-regulator': {
    given: { inputRipple: 0.5, rippleFrequency: 1000 },
    ways: [
      ['inputVoltage', ['dissipation', 'junctionTemperature', 'differential'], ['efficiency', 'highestLoad']],
      ['loadCurrent', ['dissipation', 'junctionTemperature', 'inputCurrent', 'startUpTime'], ['requiredSinkToAmbient']],
      ['rippleFrequency', ['outputRipple', 'harmonicRipple'], ['rippleRejection']],
      ['inputRipple', ['outputRipple', 'harmonicRipple', 'inputPeak', 'minimumInputVoltage'], ['differential']],
      ['U1.junctionToAmbient', ['junctionTemperature'], ['highestLoad']],
      ['U1.rejectionCorner', ['rippleRejection'], ['outputRipple']],
      ['U1.voltageNoise', ['outputNoise'], []],
      ['R2.value', ['outputVoltage'], ['differential', 'dissipation']],
      ['C2.value', ['startUpTime'], []],
    ],
  },
  'supply-load': {
    given: { wiringResistance: 0.2, branchResistance: 0.1, surgeCurrent: 0.4 },
    ways: [
      ['typicalCurrent', ['typicalTotal', 'averageCurrent', 'averagePower', 'totalDissipation'], []],
      ['wiringResistance', [], ['loadVoltage', 'surgeVoltage']],
      ['surgeCurrent', ['surgeTotal'], ['surgeVoltage']],
    ],
  },
  'voltage-divider': {
    given: { loadCurrent: 1e-6 },
    ways: [
      ['R1.value', ['outputResistance'], ['outputVoltage', 'inputCurrent', 'gain']],
      ['R2.value', ['outputVoltage', 'gain', 'outputResistance'], ['inputCurrent']],
      ['inputVoltage', ['outputVoltage', 'dissipation', 'topVoltage', 'topDissipation'], []],
    ],
  },
  'rc-lowpass': {
    given: { attenuationFrequency: 1e5 },
    ways: [
      ['R1.value', ['timeConstant', 'settlingTime', 'riseTime', 'noiseDensity', 'attenuation'], ['cutoffFrequency', 'peakCurrent']],
      ['C1.value', ['timeConstant', 'settlingTime', 'attenuation'], ['cutoffFrequency', 'outputNoise']],
      ['attenuationFrequency', ['attenuation'], []],
    ],
  },
  'adc-channel': {
    given: { sourceNoise: 1e-8, converter: 'sar', kickbackStep: 1, acquisitionTime: 1e-5, sourceResistance: 1000 },
    ways: [
      ['referenceTolerance', ['errorExtreme', 'errorRss'], []],
      ['sourceResistance', ['settlingError'], ['cutoffFrequency']],
      ['sourceNoise', ['sourceNoiseVoltage'], []],
      ['converterNoise', ['inputNoise', 'noiseLsb'], ['noiseFreeBits', 'effectiveBits']],
    ],
  },
  heatsink: {
    ways: [
      ['Q1.dissipation', ['sinkTemperature', 'junction1', 'totalDissipation'], []],
      ['H1.sinkToAmbient', ['sinkTemperature', 'junction1'], []],
      ['Q1.junctionToCase', ['junction1'], []],
      ['H1.mass', ['sinkTimeConstant'], []],
    ],
  },
  'enclosure-thermal': {
    given: { style: 'vented', ventInlet: 3e-4, ventOutlet: 3e-4, solarPower: 1, altitude: 1000 },
    ways: [
      ['totalDissipation', ['insideTemperature', 'insideRise', 'wallTemperature', 'airFlow'], []],
      ['solarPower', ['insideTemperature'], []],
      ['width', ['effectiveArea'], ['insideTemperature', 'insideRise', 'sealedRise']],
      ['ventInlet', ['airFlow', 'airShare'], ['insideTemperature']],
      ['altitude', ['insideTemperature'], []],
    ],
  },
  'rectifier-reservoir': {
    ways: [
      [
        'loadCurrent',
        ['outputRipple', 'diodePeakCurrent', 'secondaryRmsCurrent', 'requiredVa', 'dissipation', 'capacitorRippleCurrent'],
        ['outputVoltage', 'outputTrough', 'holdTime'],
      ],
      ['C1.value', ['outputTrough', 'holdTime'], ['outputRipple', 'conductionAngle']],
      ['secondaryVoltage', ['outputVoltage', 'outputPeak', 'peakInverseVoltage', 'noLoadVoltage'], []],
      ['D1.forwardVoltage', ['dissipation'], ['outputVoltage', 'outputTrough']],
      ['mainsFrequency', ['outputTrough', 'rippleFrequency'], ['outputRipple']],
    ],
  },
  'usb-source': {
    ways: [
      ['cableResistance', ['cableDrop'], ['outputVoltage', 'outputTrough', 'fallbackTrough']],
      ['loadCurrent', ['outputPower', 'cableDrop', 'outputCurrent'], ['outputVoltage']],
      ['C1.value', ['attachCharge'], []],
    ],
  },
  'shunt-reference': {
    given: { inputRipple: 0.5 },
    ways: [
      ['R1.value', ['rippleRejection'], ['shuntCurrent', 'troughCurrent', 'inputCurrent', 'noLoadDissipation']],
      ['inputVoltage', ['shuntCurrent', 'dissipation', 'seriesDissipation', 'junctionTemperature'], []],
      ['loadCurrent', [], ['shuntCurrent', 'troughCurrent']],
      ['D1.dynamicImpedance', ['outputRipple', 'outputResistance'], ['rippleRejection']],
    ],
  },
  'rc-ripple-filter': {
    ways: [
      ['R1.value', ['dropVoltage', 'attenuation', 'startUpTime', 'dissipation'], ['outputVoltage', 'outputRipple', 'inrushPeak']],
      ['C1.value', ['attenuation', 'startUpTime'], ['outputRipple']],
      ['rippleFrequency', ['attenuation'], ['outputRipple']],
      ['loadCurrent', ['dropVoltage', 'dissipation', 'inputCurrent'], ['outputVoltage']],
      ['C1.esr', ['outputRipple'], ['attenuation']],
    ],
  },
  'capacitance-multiplier': {
    ways: [
      ['C1.value', ['rippleRejection', 'startUpTime'], ['outputRipple']],
      ['R1.value', ['dropVoltage', 'outputResistance'], ['outputVoltage']],
      ['loadCurrent', ['baseCurrent', 'dissipation', 'junctionTemperature'], ['outputVoltage']],
      ['Q1.currentGain', ['outputVoltage'], ['baseCurrent']],
    ],
  },
  'input-protection': {
    ways: [
      ['Q1.onResistance', ['polarityDrop', 'dissipation', 'junctionTemperature'], ['outputVoltage']],
      ['bulkCapacitance', ['inrushI2t'], []],
      ['sourceResistance', [], ['inrushPeak', 'inrushI2t']],
      ['surgeVoltage', ['clampCurrent', 'clampVoltage', 'clampPower'], []],
      ['surgeResistance', [], ['clampCurrent', 'clampVoltage', 'clampPower']],
      ['surgeDuration', [], ['allowedClampPower']],
    ],
  },
  'rail-splitter': {
    ways: [
      ['C1.value', ['startUpTime'], ['outputImpedance', 'midModulation']],
      ['R1.value', ['outputResistance', 'startUpTime'], ['outputVoltage', 'quiescentCurrent']],
      ['signalCurrent', ['midModulation'], []],
    ],
  },
  'lc-ripple-filter': {
    ways: [
      ['L1.value', ['attenuation', 'harmonicAttenuation'], ['outputRipple', 'resonanceFrequency', 'inductorRipple']],
      ['C1.value', ['circuitAttenuation'], ['outputRipple', 'resonanceFrequency']],
      ['L1.dcr', ['dropVoltage', 'dissipation', 'dampingRatio'], ['outputVoltage']],
      ['loadStep', ['stepDeviation'], []],
      ['inputRipple', ['outputRipple', 'inductorRipple', 'capacitorRippleCurrent'], []],
    ],
  },
  'buck-converter': {
    ways: [
      ['loadCurrent', ['peakCurrent', 'rmsCurrent', 'inputCurrent', 'totalDissipation', 'inputCapacitorRms', 'junctionTemperature'], []],
      ['inputVoltage', ['rippleCurrent', 'outputRipple'], ['dutyCycle', 'onTime', 'inputCurrent']],
      ['L1.value', [], ['rippleCurrent', 'outputRipple', 'peakCurrent', 'boundaryCurrent']],
      ['COUT.value', [], ['outputRipple']],
      ['switchingFrequency', ['totalDissipation'], ['rippleCurrent', 'outputRipple', 'onTime']],
      ['U1.highSideResistance', ['dissipation', 'minimumInputVoltage', 'dutyCycle'], ['efficiency']],
      ['L1.dcr', ['inductorDissipation', 'minimumInputVoltage'], ['efficiency']],
    ],
  },
  'boost-converter': {
    ways: [
      ['loadCurrent', ['inputCurrent', 'peakCurrent', 'rmsCurrent', 'totalDissipation'], ['rightHalfPlaneZero']],
      ['inputVoltage', [], ['dutyCycle', 'inputCurrent', 'rmsCurrent']],
      ['L1.value', [], ['rippleCurrent', 'peakCurrent', 'rightHalfPlaneZero']],
      ['COUT.value', [], ['outputRipple']],
      ['sourceResistance', ['dutyCycle', 'inputCurrent'], ['terminalVoltage']],
    ],
  },
  'inverting-converter': {
    ways: [
      ['loadCurrent', ['inputCurrent', 'peakCurrent', 'rmsCurrent', 'totalDissipation'], []],
      ['inputVoltage', ['switchVoltage', 'controllerVoltage'], ['dutyCycle', 'inputCurrent']],
      ['L1.value', [], ['rippleCurrent', 'peakCurrent']],
      ['COUT.value', [], ['outputRipple']],
    ],
  },
  'battery-supply': {
    given: { pulseCurrent: 0.5, pulseDuration: 0.01 },
    ways: [
      ['capacity', ['runTime', 'storedEnergy', 'usableCapacity'], ['dischargeRate']],
      ['loadCurrentTypical', ['averageCurrent'], ['runTime']],
      ['wiringResistance', ['internalResistance', 'sag'], ['pulseVoltage']],
      ['health', ['usableCapacity', 'runTime'], []],
      ['pulseCurrent', [], ['pulseVoltage']],
      ['protectionCurrent', ['overheadCurrent', 'overheadShare'], ['runTime']],
    ],
  },
  'battery-charger': {
    ways: [
      ['R1.value', ['chargeTime'], ['programmedCurrent', 'chargeCurrent', 'dissipation', 'chargeRate']],
      ['inputVoltage', ['dissipation', 'junctionTemperature'], []],
      ['cellCapacity', ['chargeTime'], ['chargeRate']],
      ['U1.passResistance', ['minimumInputVoltage'], []],
    ],
  },
  'solar-input': {
    ways: [
      ['panelPower', ['dailyHarvest', 'surplus', 'panelCurrent', 'peakChargeCurrent'], ['rechargeDays']],
      ['averageCurrent', ['dailyLoad', 'panelPowerNeeded'], ['surplus', 'autonomyDays']],
      ['batteryCapacity', ['autonomyDays', 'rechargeDays'], []],
      ['usableFraction', ['autonomyDays'], []],
      ['openCircuitVoltage', ['coldOpenCircuitVoltage'], []],
    ],
  },
  'charge-pump': {
    ways: [
      ['loadCurrent', ['droop', 'outputRipple', 'flyingCapacitorRms', 'inputCurrent', 'totalDissipation'], []],
      ['U1.switchResistance', ['outputResistance', 'droop', 'dissipation'], ['efficiency']],
      ['C1.value', [], ['outputResistance', 'droop']],
      ['C2.value', ['timeConstant'], ['outputRipple']],
    ],
  },
  'voltage-multiplier': {
    ways: [
      ['microphoneCurrent', ['droop', 'ladderRipple', 'inputCurrent', 'diodeCurrent'], ['outputVoltage', 'microphoneVoltage']],
      ['drivePeakToPeak', ['noLoadVoltage', 'outputVoltage', 'capacitorStress', 'diodeReverse'], []],
      ['C1.value', ['outputVoltage'], ['droop', 'ladderRipple', 'outputRipple']],
      ['C3.value', ['storedEnergy'], ['outputRipple']],
      ['D1.forwardVoltage', [], ['noLoadVoltage', 'outputVoltage']],
    ],
  },
  'soft-start-sequencing': {
    ways: [
      ['R1.value', ['enableDelay', 'startTime', 'readyTime'], []],
      ['C1.value', ['enableDelay', 'rearmTime'], []],
      ['C2.value', ['inrushCurrent', 'storedEnergy'], []],
      ['C3.value', ['rampTime', 'readyTime'], ['inrushCurrent', 'inputInrush']],
    ],
  },
  'circuit-trace': {
    parts: { W1: { width: 5e-4 } },
    ways: [
      ['loadCurrent', ['temperatureRise', 'drop', 'dissipation', 'currentDensity', 'widthNeeded'], []],
      ['length', ['resistance', 'drop', 'dissipation'], []],
      ['W1.thickness', ['fusingCurrent'], ['temperatureRise', 'resistance', 'currentDensity']],
    ],
  },
  'wire-drop': {
    ways: [
      ['length', ['loopResistance', 'drop', 'dissipation'], ['outputVoltage', 'shortCircuitCurrent']],
      ['W1.conductorArea', ['outputVoltage', 'wireCapacity', 'allowedI2t'], ['wireResistance', 'drop']],
      ['loadCurrent', ['drop', 'wireTemperature', 'dissipation'], ['outputVoltage']],
    ],
  },
  'crowbar-clamp': {
    ways: [
      ['faultVoltage', ['clampCurrent', 'resistorDissipation', 'pinCurrent', 'railInjection'], []],
      ['R1.value', ['leakageError'], ['clampCurrent', 'railInjection', 'bandwidth']],
      ['R2.value', [], ['pinCurrent']],
      ['D1.leakage', ['leakageError'], []],
    ],
  },
};

/** Kinds that say it themselves, in a file beside their page. */
const OWN: Record<string, Ways> = {};
for (const { family, id } of KINDS) {
  const page = new URL(`./${family}/${id}/ways.ts`, import.meta.url);
  if (existsSync(page)) OWN[id] = ((await import(fileURLToPath(page))) as { ways: Ways }).ways;
}
const ALL = { ...WAYS, ...OWN };

describe('what grows and what falls', () => {
  it('is told for every kind', () => {
    expect(Object.keys(ALL).sort()).toEqual(KINDS.map((k) => k.id).sort());
  });

  describe.each(Object.entries(ALL))('%s', (id, { given, parts, ways }) => {
    it.each(ways)('with %s', (path, rise, fall) => {
      const at = held(id, given, parts);
      for (const [outcomes, sign] of [
        [rise, 1],
        [fall, -1],
      ] as const) {
        for (const outcome of outcomes) {
          const [less, now, more] = [0.85, 1, 1.2].map((factor) => at(outcome, { [path]: factor })) as [number, number, number];
          const least = 1e-9 * Math.abs(now);
          expect((now - less) * sign, `${outcome} up to here`).toBeGreaterThan(least);
          expect((more - now) * sign, `${outcome} from here`).toBeGreaterThan(least);
        }
      }
    });
  });
});

/** How much a result changes with some numbers, where it goes with a power of them. */
type Scale = readonly [kind: string, outcome: string, factors: Moved, times: number, given?: StageDoc['given'], parts?: StageDoc['parts']];
const LADDER = { R1: { value: 100 }, C1: { value: 1e-5, esr: 0 } };
const SCALES: readonly Scale[] = [
  // Impedances twice as high, time as it was: nothing that is a ratio or a time moves, and noise of resistors grows with the root.
  ['rc-lowpass', 'cutoffFrequency', { 'R1.value': 2, 'C1.value': 0.5 }, 1],
  ['rc-lowpass', 'settlingTime', { 'R1.value': 2, 'C1.value': 0.5 }, 1],
  ['rc-lowpass', 'noiseDensity', { 'R1.value': 4, 'C1.value': 0.25 }, 2, { sourceResistance: 0 }],
  ['rc-lowpass', 'outputNoise', { 'C1.value': 4 }, 0.5, { sourceResistance: 0 }],
  ['voltage-divider', 'gain', { 'R1.value': 3, 'R2.value': 3 }, 1],
  ['voltage-divider', 'inputCurrent', { 'R1.value': 3, 'R2.value': 3 }, 1 / 3, { sourceResistance: 0, loadCurrent: 0 }],
  ['voltage-divider', 'dissipation', { inputVoltage: 2 }, 4, { loadCurrent: 0 }],
  ['rc-ripple-filter', 'attenuation', { 'R1.value': 2, 'C1.value': 0.5 }, 1, {}, LADDER],
  ['rc-ripple-filter', 'outputRipple', { inputRipple: 3 }, 3, {}, LADDER],
  ['rc-ripple-filter', 'inrushPeak', { 'R1.value': 2 }, 0.5, {}, LADDER],
  // Twice the energy in twice the capacitor; a ramp twice as long takes half the current.
  ['soft-start-sequencing', 'storedEnergy', { 'C2.value': 2 }, 2],
  ['soft-start-sequencing', 'rampTime', { 'C3.value': 2 }, 2],
  ['soft-start-sequencing', 'enableDelay', { 'R1.value': 2, 'C1.value': 0.5 }, 1, {}, { U1: { enablePullDown: 1e12 } }],
  ['voltage-multiplier', 'storedEnergy', { 'C3.value': 2 }, 2],
  ['voltage-multiplier', 'ladderRipple', { driveFrequency: 2 }, 0.5],
  ['voltage-multiplier', 'ladderRipple', { driveFrequency: 3, 'C1.value': 1 / 3 }, 1],
  ['charge-pump', 'outputResistance', { switchingFrequency: 2, 'C1.value': 0.5, 'C2.value': 0.5 }, 1],
  ['charge-pump', 'droop', { loadCurrent: 2 }, 2],
  ['charge-pump', 'flyingCapacitorRms', { loadCurrent: 2 }, 2],
  // A switching converter that runs twice as fast with half the inductance and capacitance ripples as before.
  [
    'buck-converter',
    'rippleCurrent',
    { switchingFrequency: 2, 'L1.value': 0.5 },
    1,
    {},
    { L1: { rollOff: 0 }, U1: { deadTime: 0, switchRiseTime: 0, switchFallTime: 0, switchCapacitance: 0, gateCharge: 0 } },
  ],
  [
    'buck-converter',
    'onTime',
    { switchingFrequency: 2 },
    0.5,
    {},
    { U1: { deadTime: 0, switchRiseTime: 0, switchFallTime: 0, switchCapacitance: 0, gateCharge: 0 } },
  ],
  ['circuit-trace', 'resistance', { length: 3 }, 3, { maximumRise: 10, loadCurrent: 0.01 }, { W1: { width: 1e-3 } }],
  ['circuit-trace', 'currentDensity', { loadCurrent: 2, 'W1.width': 2 }, 1, {}, { W1: { width: 1e-3 } }],
  ['circuit-trace', 'fusingCurrent', { 'W1.width': 2 }, 2, { pulseCurrent: 5, loadCurrent: 1e-3 }, { W1: { width: 1e-3 } }],
  ['wire-drop', 'allowedI2t', { 'W1.conductorArea': 2 }, 4],
  ['battery-supply', 'storedEnergy', { series: 2, minimumVoltage: 2, wiringResistance: 2 }, 2],
  [
    'battery-supply',
    'usableCapacity',
    { parallel: 2, loadCurrentAsleep: 2, loadCurrentTypical: 2, protectionCurrent: 2, wiringResistance: 0.5 },
    2,
    { pullUpCurrent: 0 },
    { R1: { value: 1e12 }, R2: { value: 1e12 } },
  ],
  [
    'battery-charger',
    'chargeTime',
    { cellCapacity: 2, 'R1.value': 0.5, cellResistance: 0.5 },
    1,
    { inputVoltage: 5.5, cellCapacity: 0.2 },
    { R1: { value: 2e4 } },
  ],
  ['solar-input', 'dailyHarvest', { panelPower: 2 }, 2],
  ['solar-input', 'autonomyDays', { batteryCapacity: 2, averageCurrent: 2 }, 1, { nightLeakage: 0 }],
  ['input-protection', 'inrushPeak', { inputVoltage: 2 }, 2, { sourceCurrentLimit: 1000 }],
  ['input-protection', 'inrushI2t', { bulkCapacitance: 2 }, 2, { sourceCurrentLimit: 1000, sourceResistance: 1 }],
  ['heatsink', 'sinkTimeConstant', { 'H1.mass': 2 }, 2],
  ['dc-input', 'cableDrop', { loadCurrent: 2 }, 2],
  ['dc-input', 'cableResistance', { cableLength: 2, conductorArea: 2 }, 1],
  ['usb-source', 'attachCharge', { 'C1.value': 2 }, 2],
  ['lc-ripple-filter', 'resonanceFrequency', { 'L1.value': 2, 'C1.value': 2 }, 0.5],
  ['lc-ripple-filter', 'dampingRatio', { 'L1.value': 2, 'C1.value': 0.5, 'L1.dcr': 2, 'C1.esr': 2, loadCurrent: 0.5, sourceResistance: 2 }, 1],
  ['crowbar-clamp', 'bandwidth', { 'R1.value': 2, 'D1.capacitance': 0.5 }, 1, { pinCapacitance: 0, sourceResistance: 0 }, { R2: { value: 0 } }],
  ['linear-regulator', 'startUpTime', { 'C2.value': 2 }, 2],
  ['linear-regulator', 'outputRipple', { inputRipple: 2 }, 2, { inputRipple: 0.1 }],
  ['rectifier-reservoir', 'outputRipple', { mainsFrequency: 2, 'C1.value': 0.5 }, 1, {}, { C1: { value: 4.7e-3, esr: 0 } }],
  ['shunt-reference', 'seriesDissipation', { 'R1.value': 0.5 }, 2, {}, { D1: { dynamicImpedance: 0 } }],
  ['rail-splitter', 'startUpTime', { 'C1.value': 2 }, 2],
  ['capacitance-multiplier', 'startUpTime', { 'C1.value': 2 }, 2],
  ['supply-load', 'surgeTotal', { surgeCurrent: 2 }, 2, { surgeCurrent: 0.1 }],
  ['enclosure-thermal', 'localRise', { hotPower: 2 }, 2, { hotPower: 1, sensitivePosition: 'beside' }],
];

describe('what goes in proportion', () => {
  for (const [id, outcome, factors, times, given, parts] of SCALES)
    it(`${id}: ${outcome} with ${JSON.stringify(factors)} is ${times} times as much`, () => {
      const at = held(id, given, parts);
      expect(at(outcome, factors) / at(outcome, {})).toBeCloseTo(times, 4);
    });
});
