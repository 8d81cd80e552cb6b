import type { Kind } from '../stage/contract.ts';
import type { AnyTelling } from '../stage/telling.ts';

interface Entry {
  id: string;
  load: () => Promise<Kind>;
  tell: () => Promise<{ telling: AnyTelling }>;
}

/** The one list of kinds: a page loads those its board uses, and how they are told when it is read. A test compares it with the folders, both ways. */
const HOUSE: readonly Entry[] = [
  { id: 'dc-input', load: () => import('./power/dc-input/index.ts').then((m) => m.dcInput), tell: () => import('./power/dc-input/telling.ts') },
  {
    id: 'linear-regulator',
    load: () => import('./power/linear-regulator/index.ts').then((m) => m.linearRegulator),
    tell: () => import('./power/linear-regulator/telling.ts'),
  },
  { id: 'supply-load', load: () => import('./power/supply-load/index.ts').then((m) => m.supplyLoad), tell: () => import('./power/supply-load/telling.ts') },
  {
    id: 'voltage-divider',
    load: () => import('./analog/voltage-divider/index.ts').then((m) => m.voltageDivider),
    tell: () => import('./analog/voltage-divider/telling.ts'),
  },
  { id: 'rc-lowpass', load: () => import('./analog/rc-lowpass/index.ts').then((m) => m.rcLowpass), tell: () => import('./analog/rc-lowpass/telling.ts') },
  {
    id: 'adc-channel',
    load: () => import('./conversion/adc-channel/index.ts').then((m) => m.adcChannel),
    tell: () => import('./conversion/adc-channel/telling.ts'),
  },
  { id: 'heatsink', load: () => import('./thermal/heatsink/index.ts').then((m) => m.heatsink), tell: () => import('./thermal/heatsink/telling.ts') },
  {
    id: 'enclosure-thermal',
    load: () => import('./thermal/enclosure-thermal/index.ts').then((m) => m.enclosureThermal),
    tell: () => import('./thermal/enclosure-thermal/telling.ts'),
  },
  {
    id: 'rectifier-reservoir',
    load: () => import('./power/rectifier-reservoir/index.ts').then((m) => m.rectifierReservoir),
    tell: () => import('./power/rectifier-reservoir/telling.ts'),
  },
  { id: 'usb-source', load: () => import('./power/usb-source/index.ts').then((m) => m.usbSource), tell: () => import('./power/usb-source/telling.ts') },
  {
    id: 'shunt-reference',
    load: () => import('./power/shunt-reference/index.ts').then((m) => m.shuntReference),
    tell: () => import('./power/shunt-reference/telling.ts'),
  },
  {
    id: 'rc-ripple-filter',
    load: () => import('./power/rc-ripple-filter/index.ts').then((m) => m.rcRippleFilter),
    tell: () => import('./power/rc-ripple-filter/telling.ts'),
  },
  {
    id: 'capacitance-multiplier',
    load: () => import('./power/capacitance-multiplier/index.ts').then((m) => m.capacitanceMultiplier),
    tell: () => import('./power/capacitance-multiplier/telling.ts'),
  },
  {
    id: 'input-protection',
    load: () => import('./power/input-protection/index.ts').then((m) => m.inputProtection),
    tell: () => import('./power/input-protection/telling.ts'),
  },
  {
    id: 'rail-splitter',
    load: () => import('./power/rail-splitter/index.ts').then((m) => m.railSplitter),
    tell: () => import('./power/rail-splitter/telling.ts'),
  },
  {
    id: 'lc-ripple-filter',
    load: () => import('./power/lc-ripple-filter/index.ts').then((m) => m.lcRippleFilter),
    tell: () => import('./power/lc-ripple-filter/telling.ts'),
  },
  {
    id: 'buck-converter',
    load: () => import('./power/buck-converter/index.ts').then((m) => m.buckConverter),
    tell: () => import('./power/buck-converter/telling.ts'),
  },
  {
    id: 'boost-converter',
    load: () => import('./power/boost-converter/index.ts').then((m) => m.boostConverter),
    tell: () => import('./power/boost-converter/telling.ts'),
  },
  {
    id: 'inverting-converter',
    load: () => import('./power/inverting-converter/index.ts').then((m) => m.invertingConverter),
    tell: () => import('./power/inverting-converter/telling.ts'),
  },
  {
    id: 'battery-supply',
    load: () => import('./power/battery-supply/index.ts').then((m) => m.batterySupply),
    tell: () => import('./power/battery-supply/telling.ts'),
  },
  {
    id: 'battery-charger',
    load: () => import('./power/battery-charger/index.ts').then((m) => m.batteryCharger),
    tell: () => import('./power/battery-charger/telling.ts'),
  },
  { id: 'solar-input', load: () => import('./power/solar-input/index.ts').then((m) => m.solarInput), tell: () => import('./power/solar-input/telling.ts') },
  { id: 'charge-pump', load: () => import('./power/charge-pump/index.ts').then((m) => m.chargePump), tell: () => import('./power/charge-pump/telling.ts') },
  {
    id: 'voltage-multiplier',
    load: () => import('./power/voltage-multiplier/index.ts').then((m) => m.voltageMultiplier),
    tell: () => import('./power/voltage-multiplier/telling.ts'),
  },
  {
    id: 'soft-start-sequencing',
    load: () => import('./power/soft-start-sequencing/index.ts').then((m) => m.softStartSequencing),
    tell: () => import('./power/soft-start-sequencing/telling.ts'),
  },
  {
    id: 'circuit-trace',
    load: () => import('./layout/circuit-trace/index.ts').then((m) => m.circuitTrace),
    tell: () => import('./layout/circuit-trace/telling.ts'),
  },
  { id: 'wire-drop', load: () => import('./layout/wire-drop/index.ts').then((m) => m.wireDrop), tell: () => import('./layout/wire-drop/telling.ts') },
  {
    id: 'crowbar-clamp',
    load: () => import('./drive/crowbar-clamp/index.ts').then((m) => m.crowbarClamp),
    tell: () => import('./drive/crowbar-clamp/telling.ts'),
  },
  {
    id: 'opamp-amplifier',
    load: () => import('./analog/opamp-amplifier/index.ts').then((m) => m.opampAmplifier),
    tell: () => import('./analog/opamp-amplifier/telling.ts'),
  },
  { id: 'rc-highpass', load: () => import('./analog/rc-highpass/index.ts').then((m) => m.rcHighpass), tell: () => import('./analog/rc-highpass/telling.ts') },
  {
    id: 'comparator-hysteresis',
    load: () => import('./analog/comparator-hysteresis/index.ts').then((m) => m.comparatorHysteresis),
    tell: () => import('./analog/comparator-hysteresis/telling.ts'),
  },
  {
    id: 'current-sense',
    load: () => import('./analog/current-sense/index.ts').then((m) => m.currentSense),
    tell: () => import('./analog/current-sense/telling.ts'),
  },
  {
    id: 'analog-switch',
    load: () => import('./analog/analog-switch/index.ts').then((m) => m.analogSwitch),
    tell: () => import('./analog/analog-switch/telling.ts'),
  },
  { id: 'loudspeaker', load: () => import('./audio/loudspeaker/index.ts').then((m) => m.loudspeaker), tell: () => import('./audio/loudspeaker/telling.ts') },
  { id: 'phantom-feed', load: () => import('./audio/phantom-feed/index.ts').then((m) => m.phantomFeed), tell: () => import('./audio/phantom-feed/telling.ts') },
  {
    id: 'power-amplifier',
    load: () => import('./audio/power-amplifier/index.ts').then((m) => m.powerAmplifier),
    tell: () => import('./audio/power-amplifier/telling.ts'),
  },
  {
    id: 'microphone-preamp',
    load: () => import('./audio/microphone-preamp/index.ts').then((m) => m.microphonePreamp),
    tell: () => import('./audio/microphone-preamp/telling.ts'),
  },
  {
    id: 'class-d-amplifier',
    load: () => import('./audio/class-d-amplifier/index.ts').then((m) => m.classDAmplifier),
    tell: () => import('./audio/class-d-amplifier/telling.ts'),
  },
  {
    id: 'headphone-line-output',
    load: () => import('./audio/headphone-line-output/index.ts').then((m) => m.headphoneLineOutput),
    tell: () => import('./audio/headphone-line-output/telling.ts'),
  },
  {
    id: 'active-filter',
    load: () => import('./analog/active-filter/index.ts').then((m) => m.activeFilter),
    tell: () => import('./analog/active-filter/telling.ts'),
  },
  {
    id: 'transimpedance-amplifier',
    load: () => import('./analog/transimpedance-amplifier/index.ts').then((m) => m.transimpedanceAmplifier),
    tell: () => import('./analog/transimpedance-amplifier/telling.ts'),
  },
  {
    id: 'twin-t-notch',
    load: () => import('./analog/twin-t-notch/index.ts').then((m) => m.twinTNotch),
    tell: () => import('./analog/twin-t-notch/telling.ts'),
  },
  {
    id: 'state-variable-filter',
    load: () => import('./analog/state-variable-filter/index.ts').then((m) => m.stateVariableFilter),
    tell: () => import('./analog/state-variable-filter/telling.ts'),
  },
  {
    id: 'tone-control',
    load: () => import('./analog/tone-control/index.ts').then((m) => m.toneControl),
    tell: () => import('./analog/tone-control/telling.ts'),
  },
  {
    id: 'allpass-pair',
    load: () => import('./analog/allpass-pair/index.ts').then((m) => m.allpassPair),
    tell: () => import('./analog/allpass-pair/telling.ts'),
  },
  {
    id: 'quadrature-receiver',
    load: () => import('./analog/quadrature-receiver/index.ts').then((m) => m.quadratureReceiver),
    tell: () => import('./analog/quadrature-receiver/telling.ts'),
  },
  {
    id: 'lc-ladder-filter',
    load: () => import('./analog/lc-ladder-filter/index.ts').then((m) => m.lcLadderFilter),
    tell: () => import('./analog/lc-ladder-filter/telling.ts'),
  },
  {
    id: 'instrumentation-amplifier',
    load: () => import('./analog/instrumentation-amplifier/index.ts').then((m) => m.instrumentationAmplifier),
    tell: () => import('./analog/instrumentation-amplifier/telling.ts'),
  },
  {
    id: 'spiral-coil',
    load: () => import('./audio/spiral-coil/index.ts').then((m) => m.spiralCoil),
    tell: () => import('./audio/spiral-coil/telling.ts'),
  },
  {
    id: 'tone-oscillator',
    load: () => import('./audio/tone-oscillator/index.ts').then((m) => m.toneOscillator),
    tell: () => import('./audio/tone-oscillator/telling.ts'),
  },
  {
    id: 'network-ladder',
    load: () => import('./analog/network-ladder/index.ts').then((m) => m.networkLadder),
    tell: () => import('./analog/network-ladder/telling.ts'),
  },
  {
    id: 'audio-chain',
    load: () => import('./audio/audio-chain/index.ts').then((m) => m.audioChain),
    tell: () => import('./audio/audio-chain/telling.ts'),
  },
  {
    id: 'led-indicator',
    load: () => import('./drive/led-indicator/index.ts').then((m) => m.ledIndicator),
    tell: () => import('./drive/led-indicator/telling.ts'),
  },
  { id: 'rc-delay', load: () => import('./timing/rc-delay/index.ts').then((m) => m.rcDelay), tell: () => import('./timing/rc-delay/telling.ts') },
  {
    id: 'timer-monostable',
    load: () => import('./timing/timer-monostable/index.ts').then((m) => m.timerMonostable),
    tell: () => import('./timing/timer-monostable/telling.ts'),
  },
  {
    id: 'timer-astable',
    load: () => import('./timing/timer-astable/index.ts').then((m) => m.timerAstable),
    tell: () => import('./timing/timer-astable/telling.ts'),
  },
  { id: 'watchdog', load: () => import('./timing/watchdog/index.ts').then((m) => m.watchdog), tell: () => import('./timing/watchdog/telling.ts') },
  {
    id: 'crystal-oscillator',
    load: () => import('./timing/crystal-oscillator/index.ts').then((m) => m.crystalOscillator),
    tell: () => import('./timing/crystal-oscillator/telling.ts'),
  },
  { id: 'mcu-timer', load: () => import('./timing/mcu-timer/index.ts').then((m) => m.mcuTimer), tell: () => import('./timing/mcu-timer/telling.ts') },
  { id: 'adc-scan', load: () => import('./conversion/adc-scan/index.ts').then((m) => m.adcScan), tell: () => import('./conversion/adc-scan/telling.ts') },
  {
    id: 'supply-monitor',
    load: () => import('./conversion/supply-monitor/index.ts').then((m) => m.supplyMonitor),
    tell: () => import('./conversion/supply-monitor/telling.ts'),
  },
  {
    id: 'sensor-bridge',
    load: () => import('./conversion/sensor-bridge/index.ts').then((m) => m.sensorBridge),
    tell: () => import('./conversion/sensor-bridge/telling.ts'),
  },
  {
    id: 'thermistor-input',
    load: () => import('./conversion/thermistor-input/index.ts').then((m) => m.thermistorInput),
    tell: () => import('./conversion/thermistor-input/telling.ts'),
  },
  {
    id: 'current-loop-input',
    load: () => import('./conversion/current-loop-input/index.ts').then((m) => m.currentLoopInput),
    tell: () => import('./conversion/current-loop-input/telling.ts'),
  },
  { id: 'i2c-bus', load: () => import('./interface/i2c-bus/index.ts').then((m) => m.i2cBus), tell: () => import('./interface/i2c-bus/telling.ts') },
  {
    id: 'serial-link',
    load: () => import('./interface/serial-link/index.ts').then((m) => m.serialLink),
    tell: () => import('./interface/serial-link/telling.ts'),
  },
  {
    id: 'level-shift',
    load: () => import('./interface/level-shift/index.ts').then((m) => m.levelShift),
    tell: () => import('./interface/level-shift/telling.ts'),
  },
  { id: 'pwm-dac', load: () => import('./conversion/pwm-dac/index.ts').then((m) => m.pwmDac), tell: () => import('./conversion/pwm-dac/telling.ts') },
  { id: 'fan', load: () => import('./thermal/fan/index.ts').then((m) => m.fan), tell: () => import('./thermal/fan/telling.ts') },
  {
    id: 'mains-separation',
    load: () => import('./layout/mains-separation/index.ts').then((m) => m.mainsSeparation),
    tell: () => import('./layout/mains-separation/telling.ts'),
  },
  {
    id: 'inductor-winding',
    load: () => import('./magnetics/inductor-winding/index.ts').then((m) => m.inductorWinding),
    tell: () => import('./magnetics/inductor-winding/telling.ts'),
  },
  {
    id: 'transformer-winding',
    load: () => import('./magnetics/transformer-winding/index.ts').then((m) => m.transformerWinding),
    tell: () => import('./magnetics/transformer-winding/telling.ts'),
  },
  {
    id: 'transistor-switch',
    load: () => import('./drive/transistor-switch/index.ts').then((m) => m.transistorSwitch),
    tell: () => import('./drive/transistor-switch/telling.ts'),
  },
  { id: 'relay-driver', load: () => import('./drive/relay-driver/index.ts').then((m) => m.relayDriver), tell: () => import('./drive/relay-driver/telling.ts') },
  { id: 'snubber', load: () => import('./drive/snubber/index.ts').then((m) => m.snubber), tell: () => import('./drive/snubber/telling.ts') },
  { id: 'gate-drive', load: () => import('./drive/gate-drive/index.ts').then((m) => m.gateDrive), tell: () => import('./drive/gate-drive/telling.ts') },
  {
    id: 'gate-drive-transformer',
    load: () => import('./magnetics/gate-drive-transformer/index.ts').then((m) => m.gateDriveTransformer),
    tell: () => import('./magnetics/gate-drive-transformer/telling.ts'),
  },
  {
    id: 'current-transformer',
    load: () => import('./magnetics/current-transformer/index.ts').then((m) => m.currentTransformer),
    tell: () => import('./magnetics/current-transformer/telling.ts'),
  },
  { id: 'bridge-stage', load: () => import('./drive/bridge-stage/index.ts').then((m) => m.bridgeStage), tell: () => import('./drive/bridge-stage/telling.ts') },
  {
    id: 'resonant-tank',
    load: () => import('./drive/resonant-tank/index.ts').then((m) => m.resonantTank),
    tell: () => import('./drive/resonant-tank/telling.ts'),
  },
];

const ENTRIES = new Map(HOUSE.map((entry) => [entry.id, entry]));
export const KIND_IDS: readonly string[] = HOUSE.map((entry) => entry.id);

const loaded = new Map<string, Kind>();

/** Loads kinds by their ids, so that `kindOf` knows them; ids of none are passed over. */
export async function loadKinds(ids: Iterable<string>): Promise<void> {
  const wanted = [...new Set(ids)].flatMap((id) => (loaded.has(id) ? [] : (ENTRIES.get(id) ?? [])));
  for (const kind of await Promise.all(wanted.map((entry) => entry.load()))) loaded.set(kind.id, kind);
}

/** Loads the kinds that a board's stages are of, and their options. */
export const loadKindsOf = (board: { stages: readonly { kind: string; options?: readonly { kind: string }[] }[] }): Promise<void> =>
  loadKinds(board.stages.flatMap((s) => [s.kind, ...(s.options ?? []).map((o) => o.kind)]));

/** A kind by its id; undefined when there is none of that name, or it is not loaded. */
export const kindOf = (id: string): Kind | undefined => loaded.get(id);

/** As `kindOf`, for documents that have been validated. @throws when there is none: a slip in the caller. */
export function mustKind(id: string): Kind {
  const kind = loaded.get(id);
  if (!kind) throw new Error(ENTRIES.has(id) ? `the kind "${id}" is not loaded` : `no kind "${id}"`);
  return kind;
}

/** How a kind is told: working, figure, circuit, curves, bring-up. */
export const tellingOf = async (kind: Kind): Promise<AnyTelling> => (await ENTRIES.get(kind.id)!.tell()).telling;
