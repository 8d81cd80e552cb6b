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
import type { AnyTelling } from '../stage/telling.ts';

/** The one list of kinds, each with its telling, which is loaded when it is read. A test compares it with the folders, both ways. */
const HOUSE: readonly (readonly [kind: Kind, tell: () => Promise<{ telling: AnyTelling }>])[] = [
  [dcInput, () => import('./power/dc-input/telling.ts')],
  [linearRegulator, () => import('./power/linear-regulator/telling.ts')],
  [supplyLoad, () => import('./power/supply-load/telling.ts')],
  [voltageDivider, () => import('./analog/voltage-divider/telling.ts')],
  [rcLowpass, () => import('./analog/rc-lowpass/telling.ts')],
  [adcChannel, () => import('./conversion/adc-channel/telling.ts')],
  [heatsink, () => import('./thermal/heatsink/telling.ts')],
  [enclosureThermal, () => import('./thermal/enclosure-thermal/telling.ts')],
  [rectifierReservoir, () => import('./power/rectifier-reservoir/telling.ts')],
  [usbSource, () => import('./power/usb-source/telling.ts')],
  [shuntReference, () => import('./power/shunt-reference/telling.ts')],
  [rcRippleFilter, () => import('./power/rc-ripple-filter/telling.ts')],
  [capacitanceMultiplier, () => import('./power/capacitance-multiplier/telling.ts')],
  [inputProtection, () => import('./power/input-protection/telling.ts')],
  [railSplitter, () => import('./power/rail-splitter/telling.ts')],
  [lcRippleFilter, () => import('./power/lc-ripple-filter/telling.ts')],
  [buckConverter, () => import('./power/buck-converter/telling.ts')],
  [boostConverter, () => import('./power/boost-converter/telling.ts')],
  [invertingConverter, () => import('./power/inverting-converter/telling.ts')],
  [batterySupply, () => import('./power/battery-supply/telling.ts')],
  [batteryCharger, () => import('./power/battery-charger/telling.ts')],
  [solarInput, () => import('./power/solar-input/telling.ts')],
  [chargePump, () => import('./power/charge-pump/telling.ts')],
  [voltageMultiplier, () => import('./power/voltage-multiplier/telling.ts')],
  [softStartSequencing, () => import('./power/soft-start-sequencing/telling.ts')],
  [circuitTrace, () => import('./layout/circuit-trace/telling.ts')],
  [wireDrop, () => import('./layout/wire-drop/telling.ts')],
  [crowbarClamp, () => import('./drive/crowbar-clamp/telling.ts')],
];

export const KINDS: readonly Kind[] = HOUSE.map(([kind]) => kind);

const BY_ID = new Map(KINDS.map((k) => [k.id, k]));

/** A kind by its id; undefined when there is none of that name. */
export const kindOf = (id: string): Kind | undefined => BY_ID.get(id);

/** As `kindOf`, for documents that have been validated. @throws when there is none: a slip in the caller. */
export function mustKind(id: string): Kind {
  const kind = BY_ID.get(id);
  if (!kind) throw new Error(`no kind "${id}"`);
  return kind;
}

const tells = new Map(HOUSE.map(([kind, tell]) => [kind.id, tell]));

/** How a kind is told: working, figure, circuit, curves, bring-up. */
export const tellingOf = async (kind: Kind): Promise<AnyTelling> => (await tells.get(kind.id)!()).telling;
