import { CHEMISTRIES, type ChemistryId } from '../physics/cells.ts';
import type { Device, DeviceSort } from './device-sorts.ts';
import { POWER_DEVICES } from './power-devices.ts';
import type { Uncertain } from '../quantity/uncertain.ts';

export { DEVICE_SORTS, type Device, type DeviceSort } from './device-sorts.ts';

const within = (nominal: number, tolerance: number): Uncertain => ({ nominal, tolerance });

const diode = (title: string, forwardVoltage: number, ohms: number, amps: number, volts: number, surge: number, junctionToAmbient: number, more = {}) =>
  ({
    sort: 'diode',
    title,
    params: {
      forwardVoltage,
      currentRating: amps,
      voltageRating: volts,
      surgeRating: surge,
      dynamicResistance: ohms,
      seriesResistance: ohms,
      junctionToAmbient,
      maximumJunction: 150,
      ...more,
    },
  }) as const satisfies Device;

const bipolarRegulator = (title: string, volts: number, dropoutVoltage: number): Device => ({
  sort: 'regulator',
  title,
  when: { regulatorType: 'fixed' },
  params: {
    referenceVoltage: within(volts, 0.04),
    adjustCurrent: 0,
    quiescentCurrent: { nominal: 0.005, low: 0.003, high: 0.008 },
    dropoutVoltage,
    dropoutResistance: 0,
    outputResistance: 0.02,
    minimumLoad: 0,
    currentRating: 1.5,
    currentLimit: 2.2,
    rippleRejection: volts > 9 ? 60 : 68,
    rejectionCorner: 2000,
    voltageNoise: 3e-7 * volts ** 0.5,
    maximumInput: 35,
    maximumDifferential: 35,
    junctionToAmbient: 65,
    junctionToCase: 5,
    maximumJunction: 125,
    minimumCapacitance: 1e-7,
    esrMinimum: 0,
    esrMaximum: 10,
  },
});

const lowDropout = (title: string, volts: number | null, amps: number, iq: number, ohms: number, noise: number, rejection: number): Device => ({
  sort: 'regulator',
  title,
  when: { regulatorType: volts === null ? 'feedback-pin' : 'fixed' },
  params: {
    referenceVoltage: within(volts ?? 1.2, 0.015),
    adjustCurrent: volts === null ? { nominal: 1e-8, low: 0, high: 1e-7 } : 0,
    quiescentCurrent: { nominal: iq, low: 0.5 * iq, high: 2 * iq },
    dropoutVoltage: 0,
    dropoutResistance: ohms,
    outputResistance: 0.05,
    minimumLoad: 0,
    currentRating: amps,
    currentLimit: 1.4 * amps,
    rippleRejection: rejection,
    rejectionCorner: 8000,
    voltageNoise: noise,
    maximumInput: 7,
    maximumDifferential: 7,
    junctionToAmbient: amps > 0.6 ? 60 : 160,
    junctionToCase: amps > 0.6 ? 12 : 60,
    maximumJunction: 125,
    minimumCapacitance: 1e-6,
    esrMinimum: 0,
    esrMaximum: 1,
  },
});

const zener = (volts: number, impedance: number, tempco: number): Device => ({
  sort: 'shunt',
  title: `zener diode ${volts} V, 0.5 W, 5 %`,
  params: {
    referenceVoltage: within(volts, 0.05),
    testCurrent: 0.005,
    minimumCurrent: 0.001,
    maximumCurrent: Number((0.45 / volts).toPrecision(2)),
    dynamicImpedance: impedance,
    voltageTempco: tempco,
    powerRating: 0.5,
    junctionToAmbient: 300,
    maximumJunction: 150,
  },
});

const precision = (volts: number, tolerance: number): Device => ({
  sort: 'shunt',
  title: `precision shunt reference ${volts} V, ${tolerance * 100} %`,
  params: {
    referenceVoltage: within(volts, tolerance),
    testCurrent: 1e-4,
    minimumCurrent: 8e-5,
    maximumCurrent: 0.015,
    dynamicImpedance: 0.5,
    voltageTempco: Number((volts * 5e-5).toPrecision(3)),
    powerRating: 0.3,
    junctionToAmbient: 300,
    maximumJunction: 125,
  },
});

const fuse = (title: string, amps: number, ohms: number, i2t: number, more = {}): Device => ({
  sort: 'fuse',
  title,
  params: { currentRating: amps, resistance: ohms, meltingI2t: i2t, clearingI2t: 3 * i2t, voltageRating: 32, ...more },
});

const suppressor = (standoff: number): Device => ({
  sort: 'suppressor',
  title: `suppressor ${standoff} V, 600 W for 1 ms`,
  params: {
    standoffVoltage: standoff,
    breakdownVoltage: Number((1.11 * standoff).toPrecision(3)),
    clampVoltage: Number((1.62 * standoff).toPrecision(3)),
    clampCurrent: Number((600 / (1.62 * standoff)).toPrecision(3)),
    pulsePower: 600,
  },
});

const sink = (title: string, sinkToAmbient: number, width: number, length: number, finCount: number, finHeight: number, mass: number): Device => ({
  sort: 'heatsink',
  title,
  params: { sinkToAmbient, width, length, finCount, finHeight, finThickness: 0.0015, conductivity: 200, emissivity: 0.85, mass },
});

/** Loss of the core at 500 kHz and 0.3 A of ripple; ferrite saturates at once and loses little, powder softly and loses more. */
const choke = (title: string, dcr: number, saturationCurrent: number, currentRating: number, ferrite: boolean): Device => ({
  sort: 'inductor',
  title,
  params: {
    dcr: within(dcr, 0.2),
    saturationCurrent,
    currentRating,
    rollOff: ferrite ? 0.3 : 0.2,
    coreLoss: ferrite ? 0.005 : 0.02,
    coreReferenceFrequency: 5e5,
    coreReferenceRipple: 0.3,
    coreFrequencyExponent: ferrite ? 1.5 : 1.2,
    coreRippleExponent: ferrite ? 2.5 : 2.1,
  },
});

const cell = (title: string, chemistry: ChemistryId, capacity: number, cellResistance: number, rate: number): Device => ({
  sort: 'cell',
  title,
  when: { chemistry },
  params: {
    capacity: within(capacity, 0.05),
    cellResistance: { nominal: cellResistance, low: 0.8 * cellResistance, high: 1.4 * cellResistance },
    maximumDischargeRate: rate,
    selfDischarge: CHEMISTRIES[chemistry].selfDischarge,
  },
});

/** Figures that tell op amps apart; what is not named is usual. */
const opAmp = (title: string, own: Readonly<Record<string, Uncertain>>): Device => ({
  sort: 'op amp',
  title,
  params: { junctionToAmbient: 200, maximumJunction: 125, ...own },
});
const amplifier = (
  [gainBandwidth, slewRate, secondPole]: readonly number[],
  [voltageNoise, voltageNoiseCorner, currentNoise, currentNoiseCorner]: readonly number[],
  [offsetVoltage, offsetDrift, biasCurrent, offsetCurrent]: readonly number[],
  [swing, windowHigh, windowLow]: readonly number[],
  [quiescent, currentLimit, supplyMinimum, supplyMaximum]: readonly number[],
  more: Readonly<Record<string, Uncertain>> = {},
): Record<string, Uncertain> => ({
  gainBandwidth: gainBandwidth!,
  slewRate: slewRate!,
  secondPole: secondPole!,
  voltageNoise: voltageNoise!,
  voltageNoiseCorner: voltageNoiseCorner!,
  currentNoise: currentNoise!,
  currentNoiseCorner: currentNoiseCorner!,
  offsetVoltage: offsetVoltage!,
  offsetDrift: offsetDrift!,
  biasCurrent: biasCurrent!,
  offsetCurrent: offsetCurrent!,
  outputSwingHigh: swing!,
  outputSwingLow: swing!,
  headroom: swing!,
  inputWindowHigh: windowHigh!,
  inputWindowLow: windowLow!,
  quiescentCurrent: { nominal: quiescent!, low: 0.6 * quiescent!, high: 1.4 * quiescent! },
  currentLimit: currentLimit!,
  supplyMinimum: supplyMinimum!,
  supplyMaximum: supplyMaximum!,
  ...more,
});

/** A threshold timer; spread of its threshold as the wider of sheets have it. */
const timer = (title: string, spread: readonly [low: number, high: number], own: Readonly<Record<string, Uncertain>>): Device => {
  const threshold = { nominal: 0.6667, low: spread[0], high: spread[1] };
  return {
    sort: 'threshold timer',
    title,
    params: { thresholdRatio: threshold, thresholdHigh: threshold, thresholdTracking: { nominal: 0, low: -0.02, high: 0.02 }, ...own },
  };
};

/** A crystal; what it is specified for and what drives it too hard. */
const crystal = (title: string, params: Readonly<Record<string, Uncertain>>): Device => ({ sort: 'crystal', title, params });

/** A thermistor by how it falls, and how far a part lies off its curve; its resistance at 25 °C is a value of its own. */
const thermistor = (title: string, beta: number, spread: number, off: number): Device => ({
  sort: 'thermistor',
  title,
  params: { beta: { nominal: beta, low: beta * (1 - spread), high: beta * (1 + spread) }, scale: { nominal: 1, low: 1 - off, high: 1 + off } },
});

/** An LED by its colour: what its forward voltage and light depend on. */
const led = (title: string, volts: number, spread: number, candela: number): Device => ({
  sort: 'LED',
  title,
  params: {
    forwardVoltage: { nominal: volts, low: volts - spread, high: volts + spread },
    referenceCurrent: 0.01,
    dynamicResistance: 10,
    forwardTempco: -0.002,
    currentRating: 0.02,
    luminousIntensity: candela,
  },
});

/** Typical devices by sort. A copy is a stage's own: it can be edited, and nothing refers back here. */
export const GENERIC_DEVICES: readonly Device[] = [
  diode('silicon rectifier 1 A, 400 V', 0.85, 0.06, 1, 400, 30, 65),
  diode('silicon rectifier 3 A, 400 V', 0.85, 0.025, 3, 400, 150, 40),
  diode('Schottky diode 1 A, 40 V', 0.38, 0.08, 1, 40, 30, 80, { maximumJunction: 125 }),
  diode('Schottky diode 3 A, 40 V', 0.36, 0.03, 3, 40, 80, 60, { maximumJunction: 125 }),
  diode('small-signal diode 0.2 A, 75 V', 0.65, 0.8, 0.2, 75, 1, 350, { leakage: 2.5e-8, capacitance: 4e-12 }),
  diode('small Schottky diode 0.2 A, 30 V', 0.3, 1.5, 0.2, 30, 0.6, 350, { maximumJunction: 125, leakage: 5e-7, capacitance: 1e-11 }),
  zener(3.3, 85, -0.002),
  zener(5.1, 20, 0),
  zener(12, 25, 0.009),
  precision(2.5, 0.005),
  precision(4.096, 0.002),
  {
    sort: 'regulator',
    title: 'adjustable bipolar regulator 1.5 A',
    when: { regulatorType: 'adjust-pin' },
    params: {
      referenceVoltage: within(1.25, 0.04),
      adjustCurrent: { nominal: 5e-5, low: 0, high: 1e-4 },
      quiescentCurrent: 0,
      dropoutVoltage: 2,
      dropoutResistance: 0,
      outputResistance: 0.01,
      minimumLoad: 0.01,
      currentRating: 1.5,
      currentLimit: 2.2,
      rippleRejection: 65,
      rejectionCorner: 1000,
      voltageNoise: 1.2e-7,
      maximumInput: 40,
      maximumDifferential: 40,
      junctionToAmbient: 50,
      junctionToCase: 5,
      maximumJunction: 125,
      minimumCapacitance: 1e-6,
      esrMinimum: 0,
      esrMaximum: 10,
    },
  },
  bipolarRegulator('fixed bipolar regulator 5 V, 1.5 A', 5, 2),
  bipolarRegulator('fixed bipolar regulator 9 V, 1.5 A', 9, 2),
  bipolarRegulator('fixed bipolar regulator 12 V, 1.5 A', 12, 2),
  bipolarRegulator('fixed bipolar regulator 15 V, 1.5 A', 15, 2),
  lowDropout('micropower low-dropout regulator 3 V, 250 mA', 3, 0.25, 4e-6, 1.2, 4e-7, 60),
  lowDropout('micropower low-dropout regulator 3.3 V, 250 mA', 3.3, 0.25, 4e-6, 1.2, 4e-7, 60),
  lowDropout('low-dropout regulator 3.3 V, 1 A', 3.3, 1, 8e-5, 0.35, 3e-7, 62),
  lowDropout('low-noise low-dropout regulator 3.3 V, 500 mA', 3.3, 0.5, 4e-5, 0.5, 2e-8, 75),
  lowDropout('low-noise low-dropout regulator 5 V, 500 mA', 5, 0.5, 4e-5, 0.5, 2e-8, 75),
  lowDropout('low-dropout regulator with feedback pin, 1 A', null, 1, 8e-5, 0.35, 1e-7, 62),
  suppressor(5),
  suppressor(15),
  suppressor(24),
  fuse('slow fuse 0.5 A', 0.5, 0.35, 0.4),
  fuse('slow fuse 1 A', 1, 0.13, 2),
  fuse('slow fuse 2 A', 2, 0.05, 8),
  fuse('slow fuse 5 A', 5, 0.015, 60),
  fuse('resettable fuse 0.5 A hold', 0.5, 0.3, 5, { utilisation: 1, temperatureCoefficient: -0.009 }),
  fuse('resettable fuse 1.1 A hold', 1.1, 0.12, 20, { utilisation: 1, temperatureCoefficient: -0.009 }),
  {
    sort: 'p-channel switch',
    title: 'P-channel MOSFET 30 V, 30 mΩ',
    params: {
      onResistance: 0.03,
      onTempco: 0.005,
      voltageRating: 30,
      maximumGateSource: 20,
      fullDriveVoltage: 4.5,
      junctionToAmbient: 60,
      maximumJunction: 150,
    },
  },
  {
    sort: 'p-channel switch',
    title: 'P-channel MOSFET 60 V, 100 mΩ',
    params: { onResistance: 0.1, onTempco: 0.006, voltageRating: 60, maximumGateSource: 20, fullDriveVoltage: 10, junctionToAmbient: 60, maximumJunction: 150 },
  },
  {
    sort: 'pass transistor',
    title: 'medium-power NPN transistor 1.5 A, 60 V',
    params: {
      currentGain: { nominal: 120, low: 60, high: 250 },
      forwardVoltage: 0.7,
      saturationVoltage: 0.4,
      earlyVoltage: 100,
      currentRating: 1.5,
      voltageRating: 60,
      junctionToAmbient: 100,
      junctionToCase: 10,
      maximumJunction: 150,
    },
  },
  {
    sort: 'pass transistor',
    title: 'power NPN Darlington 5 A, 80 V',
    params: {
      currentGain: { nominal: 2500, low: 1000, high: 8000 },
      forwardVoltage: 1.4,
      saturationVoltage: 1.2,
      earlyVoltage: 80,
      currentRating: 5,
      voltageRating: 80,
      junctionToAmbient: 62,
      junctionToCase: 2,
      maximumJunction: 150,
    },
  },
  choke('shielded ferrite choke 4 mm, 10 to 22 µH', 0.18, 1.2, 1, true),
  choke('shielded ferrite choke 6 mm, 10 to 22 µH', 0.07, 2.2, 1.8, true),
  choke('shielded ferrite choke 10 mm, 10 to 22 µH', 0.03, 5, 4, true),
  choke('moulded powder choke 5 mm, 4.7 to 10 µH', 0.06, 5, 3.5, false),
  choke('powder toroid 20 mm, 47 to 100 µH', 0.05, 4, 3, false),
  opAmp(
    'low-noise bipolar dual op amp',
    amplifier([1e7, 7e6, 1.5e7], [4.5e-9, 60, 7e-13, 200], [2e-3, 5e-6, 5e-7, 1e-7], [1.5, 1.5, 1.5], [4e-3, 0.03, 10, 36], {
      openLoopGain: 1e5,
      outputResistance: 60,
      rippleRejection: 100,
      rippleRejectionCorner: 30,
      commonModeRejection: 100,
      swingResistance: 40,
    }),
  ),
  opAmp(
    'rail-to-rail CMOS dual op amp',
    amplifier([3e6, 2e6, 1e7], [1e-8, 1000, 1e-14, 0], [2e-3, 3e-6, 1e-10, 1e-10], [0.05, 0, 0], [1e-3, 0.03, 1.8, 5.5], {
      openLoopGain: 1e5,
      outputResistance: 100,
      rippleRejection: 90,
      rippleRejectionCorner: 100,
      commonModeRejection: 80,
      swingResistance: 30,
    }),
  ),
  opAmp(
    'precision zero-drift op amp',
    amplifier([2e6, 1e6, 8e6], [2.2e-8, 0, 1e-13, 0], [1e-5, 5e-8, 2e-10, 4e-10], [0.03, 0.1, -0.1], [1e-3, 0.02, 2.2, 5.5], {
      openLoopGain: 1e6,
      outputResistance: 150,
      rippleRejection: 120,
      rippleRejectionCorner: 50,
      commonModeRejection: 115,
      swingResistance: 40,
    }),
  ),
  opAmp(
    'micropower rail-to-rail op amp',
    amplifier([1.5e4, 6e3, 1e5], [1.6e-7, 50, 1e-14, 0], [2.5e-3, 2e-6, 1e-10, 1e-10], [0.02, 0, 0], [1e-6, 5e-3, 1.6, 5.5], {
      openLoopGain: 1e5,
      outputResistance: 5000,
      rippleRejection: 80,
      rippleRejectionCorner: 5,
      commonModeRejection: 75,
      swingResistance: 200,
    }),
  ),
  opAmp(
    'audio op amp with field-effect inputs',
    amplifier([8e6, 2e7, 2.5e7], [8e-9, 200, 1e-14, 0], [4e-3, 8e-6, 2e-10, 1e-10], [1.2, 0, 2.5], [1.8e-3, 0.04, 7, 36], {
      openLoopGain: 2e5,
      outputResistance: 50,
      rippleRejection: 100,
      rippleRejectionCorner: 20,
      commonModeRejection: 95,
      swingResistance: 35,
    }),
  ),
  cell('lithium-ion cell, round 18 mm by 65 mm, 2.5 Ah', 'lithium-ion', 2.5, 0.045, 2),
  cell('lithium-ion cell, round, high rate, 2 Ah', 'lithium-ion', 2, 0.02, 8),
  cell('lithium-polymer pouch 1 Ah', 'lithium-ion', 1, 0.08, 1),
  cell('lithium-iron-phosphate cell, round 26 mm, 3.2 Ah', 'lithium-iron-phosphate', 3.2, 0.02, 3),
  cell('nickel-metal-hydride AA, low self-discharge, 2 Ah', 'nickel-metal-hydride', 2, 0.03, 2),
  cell('alkaline AA 2.4 Ah', 'alkaline', 2.4, 0.15, 0.2),
  cell('alkaline D 12 Ah', 'alkaline', 12, 0.1, 0.1),
  cell('lead-acid cell of a 7 Ah battery', 'lead-acid', 7, 0.004, 1),
  timer('bipolar timer', [0.6, 0.73], {
    outputDrop: 1.7,
    thresholdCurrent: { nominal: 3e-8, low: 0, high: 2.5e-7 },
    dischargeResistance: 20,
    dischargeCurrentLimit: 0.2,
    quiescentCurrent: { nominal: 0.003, low: 0.002, high: 0.006 },
    propagationDelay: 2e-7,
    outputResistance: 50,
    supplyMinimum: 4.5,
    supplyMaximum: 16,
  }),
  timer('CMOS timer', [0.64, 0.69], {
    outputDrop: 0.2,
    thresholdCurrent: { nominal: 1e-11, low: 0, high: 5e-9 },
    dischargeResistance: 15,
    dischargeCurrentLimit: 0.1,
    quiescentCurrent: { nominal: 1.7e-4, low: 1e-4, high: 3.5e-4 },
    propagationDelay: 2e-7,
    outputResistance: 60,
    supplyMinimum: 2,
    supplyMaximum: 15,
  }),
  crystal('crystal 16 MHz, small metal can', {
    frequency: 16e6,
    loadCapacitance: 18e-12,
    shuntCapacitance: 5e-12,
    motionalCapacitance: 12e-15,
    esr: { nominal: 40, low: 20, high: 60 },
    driveLevelMaximum: 1e-4,
    initialTolerance: 20,
    temperatureStability: 30,
    aging: 5,
    parabolicCoefficient: 0,
  }),
  crystal('crystal 8 MHz, ceramic package', {
    frequency: 8e6,
    loadCapacitance: 10e-12,
    shuntCapacitance: 3e-12,
    motionalCapacitance: 6e-15,
    esr: { nominal: 80, low: 40, high: 150 },
    driveLevelMaximum: 1e-4,
    initialTolerance: 20,
    temperatureStability: 20,
    aging: 3,
    parabolicCoefficient: 0,
  }),
  crystal('watch crystal 32.768 kHz, tuning fork', {
    frequency: 32768,
    loadCapacitance: 12.5e-12,
    shuntCapacitance: 1.2e-12,
    motionalCapacitance: 3e-15,
    esr: { nominal: 50e3, low: 30e3, high: 70e3 },
    driveLevelMaximum: 1e-6,
    initialTolerance: 20,
    temperatureStability: 0,
    aging: 3,
    parabolicCoefficient: { nominal: 0.034, low: 0.028, high: 0.04 },
    turnoverTemperature: { nominal: 25, low: 20, high: 30 },
  }),
  thermistor('NTC, interchangeable to 0.2 K', 3435, 0.005, 0.008),
  thermistor('NTC bead, 1 %', 3950, 0.01, 0.01),
  thermistor('NTC disc, 5 %', 3977, 0.03, 0.05),
  led('red LED', 1.9, 0.2, 0.1),
  led('yellow LED', 2.05, 0.2, 0.08),
  led('green LED, bright', 3, 0.3, 0.5),
  led('blue LED', 3.1, 0.3, 0.15),
  led('white LED', 3.1, 0.3, 0.6),
  sink('clip-on sink 24 K/W', 24, 0.02, 0.02, 4, 0.012, 0.005),
  sink('finned sink 50 mm, 10 K/W', 10, 0.05, 0.05, 8, 0.02, 0.05),
  sink('finned profile 75 mm, 5 K/W', 5, 0.075, 0.075, 10, 0.025, 0.14),
  sink('finned profile 100 mm, 2.5 K/W', 2.5, 0.1, 0.1, 12, 0.035, 0.36),
  ...POWER_DEVICES,
];

/** Devices for a place, of those that go with the choices of its stage. */
export const devicesFor = (sort: DeviceSort | undefined, given: Readonly<Record<string, unknown>>, all: readonly Device[] = GENERIC_DEVICES): Device[] =>
  all.filter((d) => d.sort === sort && Object.entries(d.when ?? {}).every(([name, choice]) => given[name] === choice));

/** What a device brings to a place: the parameters the place has. */
export const paramsFor = (device: Device, names: readonly string[]): Record<string, Uncertain> =>
  Object.fromEntries(Object.entries(device.params).filter(([name]) => names.includes(name)));
