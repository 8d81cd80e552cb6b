import type { Uncertain } from '../quantity/uncertain.ts';
import type { Device } from './devices.ts';

// Typical devices of power stages, of no maker: fans, cores, switches. What lies between makers is their spread.

const fan = (title: string, volts: number, amps: number, flow: number, pascal: number, noise: number): Device => ({
  sort: 'fan',
  title,
  params: {
    nominalVoltage: volts,
    currentRating: amps,
    startRatio: 2.5,
    startVoltage: 0.5 * volts,
    minimumDuty: 0.2,
    minimumSpeed: 0.25,
    freeFlow: { nominal: flow, tolerance: 0.1 },
    staticPressure: { nominal: pascal, tolerance: 0.1 },
    noise,
    lifeTime: 50000,
    lifeTemperature: 40,
  },
});

interface Shape {
  area: number;
  window: number;
  breadth: number;
  turn: number;
  volume: number;
  kelvin: number;
}
const mm2 = (v: number) => v * 1e-6;
/** Laminations of silicon steel: loss per volume at 50 Hz and 1 T, hot flux with its spread. */
const laminated = (title: string, s: Shape): Device => ({
  sort: 'transformer core',
  title,
  params: {
    coreArea: s.area,
    windowArea: s.window,
    windowBreadth: s.breadth,
    meanTurnLength: s.turn,
    coreVolume: s.volume,
    maximumFlux: { nominal: 1.4, low: 1.3, high: 1.5 },
    lossDensity: { nominal: 11000, tolerance: 0.2 },
    lossFrequency: 50,
    lossFlux: 1,
    frequencyExponent: 1.4,
    fluxExponent: 2,
    thermalResistance: s.kelvin,
    maximumTemperature: 110,
  },
});
/** Power ferrite at 100 kHz and 0.1 T, 100 °C; it saturates lower the hotter it is. */
const ferrite = (title: string, s: Shape): Device => ({
  sort: 'transformer core',
  title,
  params: {
    coreArea: s.area,
    windowArea: s.window,
    windowBreadth: s.breadth,
    meanTurnLength: s.turn,
    coreVolume: s.volume,
    maximumFlux: { nominal: 0.35, low: 0.32, high: 0.39 },
    lossDensity: { nominal: 80000, tolerance: 0.2 },
    lossFrequency: 1e5,
    lossFlux: 0.1,
    frequencyExponent: 1.45,
    fluxExponent: 2.6,
    thermalResistance: s.kelvin,
    maximumTemperature: 110,
  },
});

const choke = (title: string, params: Record<string, Uncertain>): Device => ({
  sort: 'inductor core',
  title,
  params: { frequencyExponent: 1.4, maximumTemperature: 110, lossFrequency: 1e5, ...params },
});
const powder = (title: string, factor: number, area: number, path: number, window: number, turn: number, kelvin: number, half: number): Device =>
  choke(title, {
    inductanceFactor: { nominal: factor, tolerance: 0.08 },
    coreArea: area,
    pathLength: path,
    coreVolume: area * path,
    windowArea: window,
    meanTurnLength: turn,
    maximumFlux: { nominal: 0.9, tolerance: 0.1 },
    halfBias: { nominal: half, tolerance: 0.1 },
    biasExponent: 1.8,
    lossDensity: { nominal: 250000, tolerance: 0.2 },
    lossFlux: 0.05,
    fluxExponent: 2.1,
    thermalResistance: kelvin,
  });
const gapped = (title: string, s: Shape & { path: number; height: number }): Device =>
  choke(title, {
    coreArea: s.area,
    pathLength: s.path,
    relativePermeability: { nominal: 2000, low: 1500, high: 2600 },
    windowHeight: s.height,
    windowArea: s.window,
    meanTurnLength: s.turn,
    coreVolume: s.volume,
    maximumFlux: { nominal: 0.35, low: 0.32, high: 0.39 },
    lossDensity: { nominal: 80000, tolerance: 0.2 },
    lossFlux: 0.1,
    fluxExponent: 2.6,
    thermalResistance: s.kelvin,
  });

const junction = (title: string, amps: number, volts: number, gain: Uncertain, saturation: number, kelvin: number): Device => ({
  sort: 'switching transistor',
  title,
  when: { device: 'bjt' },
  params: {
    voltageRating: volts,
    currentRating: amps,
    junctionToAmbient: kelvin,
    maximumJunction: 150,
    currentGain: gain,
    saturationVoltage: { nominal: saturation, low: saturation / 2, high: 2 * saturation },
    baseVoltage: { nominal: 0.8, low: 0.65, high: 0.95 },
    riseTime: 5e-8,
    fallTime: 3e-7,
  },
});
const channel = (title: string, amps: number, volts: number, ohms: number, full: number, charge: number, kelvin: number, gate = 20): Device => ({
  sort: 'switching transistor',
  title,
  when: { device: 'mosfet' },
  params: {
    voltageRating: volts,
    currentRating: amps,
    junctionToAmbient: kelvin,
    maximumJunction: 150,
    onResistance: { nominal: 0.8 * ohms, low: 0.65 * ohms, high: ohms },
    onTempco: 0.005,
    gateThreshold: { nominal: 0.55 * full, low: 0.38 * full, high: 0.75 * full },
    fullDriveVoltage: full,
    switchCharge: { nominal: charge, tolerance: 0.3 },
    plateauVoltage: { nominal: 0.8 * full, tolerance: 0.1 },
    maximumGateSource: gate,
  },
});

const relay = (title: string, volts: number, ohms: number, amps: number, henries: number, kelvin: number, cost: number, area: number): Device => ({
  sort: 'relay',
  title,
  params: {
    nominalVoltage: volts,
    coilResistance: { nominal: ohms, tolerance: 0.1 },
    pullInRatio: 0.75,
    dropOutRatio: 0.1,
    maximumVoltageRatio: 1.3,
    coilInductance: henries,
    coilToAmbient: kelvin,
    maximumCoil: 105,
    currentRating: amps,
    voltageRating: 250,
    dcVoltageRating: 30,
    electricalLife: 1e5,
    mechanicalLife: 1e7,
    releaseTime: 0.004,
    cost,
    area,
  },
});
const solidState = (
  title: string,
  drop: number,
  ohms: number,
  leakage: number,
  amps: number,
  volts: number,
  surge: number,
  sink: number,
  cost: number,
): Device => ({
  sort: 'solid-state relay',
  title,
  params: {
    onDrop: drop,
    onResistance: ohms,
    offLeakage: leakage,
    currentRating: amps,
    surgeRating: surge,
    voltageRating: volts,
    junctionToCase: 1,
    caseToSink: 0.2,
    sinkToAmbient: sink,
    maximumJunction: 125,
    inputCurrent: 0.012,
    cost,
    area: 2.6e-3,
  },
});

const power = (title: string, p: Record<string, Uncertain>): Device => ({ sort: 'power switch', title, params: p });
const spread = (nominal: number, tolerance = 0.15): Uncertain => ({ nominal, tolerance });
const driver = (title: string, up: number, down: number, amps: number, quiescent: number, mismatch: number, kelvin: number): Device => ({
  sort: 'gate driver',
  title,
  params: {
    sourceResistance: { nominal: up, low: 0.7 * up, high: 1.6 * up },
    sinkResistance: { nominal: down, low: 0.7 * down, high: 1.6 * down },
    peakSource: amps,
    peakSink: amps,
    quiescentCurrent: quiescent,
    mismatch,
    junctionToAmbient: kelvin,
    maximumJunction: 125,
  },
});

export const POWER_DEVICES: readonly Device[] = [
  power('silicon MOSFET 60 V, 8 mΩ', {
    gateCharge: spread(4e-8),
    gateDrainCharge: spread(8e-9),
    plateauVoltage: spread(4.6, 0.1),
    gateThreshold: { nominal: 3, low: 2, high: 4 },
    thresholdTempco: -0.006,
    inputCapacitance: spread(2.4e-9),
    reverseCapacitance: spread(5e-11, 0.3),
    internalGateResistance: 1.5,
    fullDriveVoltage: 10,
    maximumGateSource: 20,
  }),
  power('silicon MOSFET 100 V, 12 mΩ', {
    gateCharge: spread(3.5e-8),
    gateDrainCharge: spread(9e-9),
    plateauVoltage: spread(4.8, 0.1),
    gateThreshold: { nominal: 3, low: 2, high: 4 },
    thresholdTempco: -0.006,
    inputCapacitance: spread(1.8e-9),
    reverseCapacitance: spread(2.5e-11, 0.3),
    internalGateResistance: 1.2,
    fullDriveVoltage: 10,
    maximumGateSource: 20,
  }),
  power('wide-bandgap switch 100 V, 10 mΩ', {
    gateCharge: spread(9e-9),
    gateDrainCharge: spread(1.6e-9),
    plateauVoltage: spread(2.5, 0.1),
    gateThreshold: { nominal: 1.5, low: 1.1, high: 2.1 },
    thresholdTempco: -0.001,
    inputCapacitance: spread(1e-9),
    reverseCapacitance: spread(8e-12, 0.3),
    internalGateResistance: 0.6,
    fullDriveVoltage: 5,
    maximumGateSource: 7,
  }),
  driver('gate driver, 4 A', 1.5, 0.8, 4, 0.002, 1e-8, 120),
  driver('gate driver, 9 A', 0.7, 0.4, 9, 0.003, 8e-9, 90),
  driver('half-bridge driver with bootstrap, 2 A', 3.5, 2, 2, 0.0015, 2.5e-8, 130),
  relay('small relay 5 V, 3 A', 5, 70, 3, 0.08, 90, 1.4, 2e-4),
  relay('relay 12 V, 10 A', 12, 360, 10, 0.6, 60, 2, 4e-4),
  relay('relay 12 V, 16 A', 12, 270, 16, 0.5, 50, 2.6, 5e-4),
  relay('relay 24 V, 10 A', 24, 1440, 10, 2.4, 60, 2.2, 4e-4),
  solidState('thyristor solid-state relay, 25 A, bare', 0.9, 0.012, 0.003, 25, 280, 250, 12, 9),
  solidState('thyristor solid-state relay, 25 A, on a sink', 0.9, 0.012, 0.003, 25, 280, 250, 3, 16),
  solidState('MOSFET solid-state relay, 60 V dc, 10 A', 0, 0.02, 1e-5, 10, 60, 40, 12, 8),
  junction('small NPN, 0.2 A', 0.2, 40, { nominal: 200, low: 100, high: 300 }, 0.15, 200),
  junction('medium NPN, 0.6 A', 0.6, 40, { nominal: 120, low: 60, high: 300 }, 0.2, 180),
  junction('power NPN, 3 A', 3, 60, { nominal: 60, low: 30, high: 120 }, 0.4, 65),
  channel('small logic-level MOSFET, 0.3 A', 0.3, 60, 3, 4.5, 5e-10, 300),
  channel('logic-level MOSFET 30 V, 5 A, for 2.5 V', 5, 30, 0.03, 2.5, 3e-9, 110, 12),
  channel('logic-level MOSFET 60 V, 20 A, for 4.5 V', 20, 60, 0.02, 4.5, 8e-9, 60),
  channel('power MOSFET 100 V, 30 A, for 10 V', 30, 100, 0.025, 10, 2e-8, 60),
  fan('fan 40 mm, 12 V', 12, 0.08, 0.003, 35, 27),
  fan('fan 60 mm, 12 V', 12, 0.1, 0.009, 35, 29),
  fan('fan 80 mm, 12 V, quiet', 12, 0.09, 0.014, 22, 24),
  fan('fan 80 mm, 12 V, strong', 12, 0.2, 0.022, 55, 36),
  fan('fan 120 mm, 24 V', 24, 0.15, 0.045, 55, 38),
  laminated('laminated core, 20 VA size', { area: mm2(420), window: mm2(250), breadth: 0.024, turn: 0.105, volume: 4.5e-5, kelvin: 11 }),
  laminated('laminated core, 50 VA size', { area: mm2(720), window: mm2(360), breadth: 0.03, turn: 0.135, volume: 9.5e-5, kelvin: 7 }),
  laminated('laminated core, 120 VA size', { area: mm2(1200), window: mm2(620), breadth: 0.038, turn: 0.175, volume: 2.1e-4, kelvin: 4.2 }),
  ferrite('ferrite core, 25 mm', { area: mm2(52), window: mm2(58), breadth: 0.015, turn: 0.05, volume: 3e-6, kelvin: 34 }),
  ferrite('ferrite core, 34 mm', { area: mm2(97), window: mm2(120), breadth: 0.02, turn: 0.06, volume: 7.6e-6, kelvin: 20 }),
  ferrite('ferrite core, 42 mm', { area: mm2(180), window: mm2(180), breadth: 0.026, turn: 0.085, volume: 1.75e-5, kelvin: 13 }),
  powder('powder toroid 16 mm', 6e-8, mm2(15), 0.041, mm2(70), 0.02, 55, 7000),
  powder('powder toroid 27 mm', 7.5e-8, mm2(46), 0.0635, mm2(150), 0.035, 28, 9000),
  powder('powder toroid 40 mm', 9e-8, mm2(107), 0.098, mm2(420), 0.055, 16, 9000),
  gapped('gapped ferrite 20 mm', { area: mm2(31), window: mm2(34), breadth: 0.01, turn: 0.035, volume: 1.4e-6, kelvin: 48, path: 0.045, height: 0.01 }),
  gapped('gapped ferrite 25 mm', { area: mm2(52), window: mm2(60), breadth: 0.011, turn: 0.045, volume: 2.9e-6, kelvin: 34, path: 0.057, height: 0.015 }),
  gapped('gapped ferrite 34 mm', { area: mm2(97), window: mm2(120), breadth: 0.02, turn: 0.06, volume: 7.6e-6, kelvin: 20, path: 0.078, height: 0.02 }),
];
