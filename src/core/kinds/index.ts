import { crowbarClamp } from './drive/crowbar-clamp/index.ts';
import { wireDrop } from './layout/wire-drop/index.ts';
import { circuitTrace } from './layout/circuit-trace/index.ts';
import { softStartSequencing } from './power/soft-start-sequencing/index.ts';
import { voltageMultiplier } from './power/voltage-multiplier/index.ts';
import { chargePump } from './power/charge-pump/index.ts';
import { solarInput } from './power/solar-input/index.ts';
import { batteryCharger } from './power/battery-charger/index.ts';
import { batterySupply } from './power/battery-supply/index.ts';
import { invertingConverter } from './power/inverting-converter/index.ts';
import { boostConverter } from './power/boost-converter/index.ts';
import { buckConverter } from './power/buck-converter/index.ts';
import { lcRippleFilter } from './power/lc-ripple-filter/index.ts';
import { railSplitter } from './power/rail-splitter/index.ts';
import { inputProtection } from './power/input-protection/index.ts';
import { capacitanceMultiplier } from './power/capacitance-multiplier/index.ts';
import { rcRippleFilter } from './power/rc-ripple-filter/index.ts';
import { adcChannel } from './conversion/adc-channel/index.ts';
import { dcInput } from './power/dc-input/index.ts';
import { enclosureThermal } from './thermal/enclosure-thermal/index.ts';
import { heatsink } from './thermal/heatsink/index.ts';
import { linearRegulator } from './power/linear-regulator/index.ts';
import { shuntReference } from './power/shunt-reference/index.ts';
import { usbSource } from './power/usb-source/index.ts';
import { rectifierReservoir } from './power/rectifier-reservoir/index.ts';
import { rcLowpass } from './analog/rc-lowpass/index.ts';
import { supplyLoad } from './power/supply-load/index.ts';
import { voltageDivider } from './analog/voltage-divider/index.ts';
import type { Kind } from '../stage/contract.ts';

/** The one list of kinds. A test compares it with the folders, both ways. */
export const KINDS: readonly Kind[] = [
  dcInput,
  linearRegulator,
  supplyLoad,
  voltageDivider,
  rcLowpass,
  adcChannel,
  heatsink,
  enclosureThermal,
  rectifierReservoir,
  usbSource,
  shuntReference,
  rcRippleFilter,
  capacitanceMultiplier,
  inputProtection,
  railSplitter,
  lcRippleFilter,
  buckConverter,
  boostConverter,
  invertingConverter,
  batterySupply,
  batteryCharger,
  solarInput,
  chargePump,
  voltageMultiplier,
  softStartSequencing,
  circuitTrace,
  wireDrop,
  crowbarClamp,
];

const BY_ID = new Map(KINDS.map((k) => [k.id, k]));

/** A kind by its id; undefined when there is none of that name. */
export const kindOf = (id: string): Kind | undefined => BY_ID.get(id);

/** As `kindOf`, for documents that have been validated. @throws when there is none: a slip in the caller. */
export function mustKind(id: string): Kind {
  const kind = BY_ID.get(id);
  if (!kind) throw new Error(`no kind "${id}"`);
  return kind;
}
