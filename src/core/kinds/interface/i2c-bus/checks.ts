import { assignAddresses, reserved } from '../../../models/addresses.ts';
import { addressText, hex } from '../../../quantity/addresses.ts';
import { choose, less, more } from '../../../stage/cures.ts';
import type { Judged } from '../../../stage/judged.ts';
import { held, say } from '../../../stage/words.ts';
import { bus, each, lowOf, MODES, type Row } from '../../../models/two-wire-bus.ts';

const mode = (c: Judged) => MODES[c.x.given.mode as keyof typeof MODES];

/** Who is left without an address, who holds those it could have, and which are free. */
function clash(c: Judged): string {
  const devices = each(c.x.given.devices as readonly Row[]);
  const given = assignAddresses(devices);
  const at = given.indexOf(null);
  if (at < 0) return 'Every device has an address of its own.';
  const { name, options } = devices[at]!;
  const usable = options.filter((a) => !reserved(a));
  if (!usable.length) return `${name} has reserved addresses only (${addressText(options)}): another device.`;
  const holders = [...new Set(usable.flatMap((a) => devices.filter((_, i) => given[i] === a).map((d) => `${d.name} at ${hex(a)}`)))];
  return `${name} can be set to ${addressText(options)} only, and there are ${holders.join(', ')}: another strap or type, a bus multiplexer, or a second bus.`;
}

/** Module pull-ups to take off, the strongest first, until a device pulls the rest low. */
function tooStrong(c: Judged): string {
  const b = bus(c.x);
  const volts = c.must('busVoltage').high;
  const { low, sinks } = lowOf(c.x.given.mode, volts);
  const modules = b.rows
    .flatMap((d) => (d.pullUp ? Array.from({ length: d.count }, () => ({ name: d.name, ohms: d.pullUp! })) : []))
    .sort((a, z) => a.ohms - z.ohms);
  let left = 1 / b.ohms;
  const off: string[] = [];
  for (const m of modules) {
    if ((volts - low) * left <= sinks) break;
    left -= 1 / m.ohms;
    off.push(`${m.name} (${say(m.ohms, 'ohm')})`);
  }
  return off.length ? `Take pull-ups off modules: ${off.join(', ')}.` : 'Weaker pull-ups on this board.';
}

export const checks = {
  addresses: held(
    'devices without an address',
    'unassigned',
    'atMost',
    () => 0.5,
    'an address for each',
    'must',
    (c) => [clash(c)],
  ),
  capacitance: held('capacitance', 'busCapacitance', 'atMost', (c) => mode(c).farads, 'the most of the mode', 'must', [
    less('given.cableLength'),
    less('given.cableCapacitance'),
    less('given.traceLength'),
    'A buffer that parts the bus in two.',
  ]),
  'rise-time': held('rise time', 'riseTime', 'atMost', (c) => mode(c).rise, 'the longest of the mode', 'must', [
    less('R1.value'),
    less('given.cableLength'),
    choose('given.mode', 'standard'),
    'A slower mode, or a buffer.',
  ]),
  'sink-current': held(
    'sink current',
    'sinkCurrent',
    'atMost',
    (c) => lowOf(c.x.given.mode, c.must('busVoltage').nominal).sinks,
    'what every device sinks',
    'must',
    (c) => [more('R1.value'), tooStrong(c)],
  ),
  clock: held('clock beyond the mode', 'clockExcess', 'atMost', () => 0.001, 'the mode', 'must', [less('given.busClock'), 'A faster mode.']),
  'high-level': held('high level over its limit', 'highLevelRatio', 'atLeast', () => 1, 'what the pickiest device takes as high', 'must', [
    more('given.busVoltage'),
    'A device of 5 V may not read 3.3 V as high: a level shifter, or its supply from the bus.',
  ]),
  'absolute-maximum': held('overdrive', 'overdriveShare', 'atMost', () => 1, 'what the pins of the devices stand', 'must', [
    less('given.busVoltage'),
    'Pull up to the lower supply, or shift the level.',
  ]),
  'low-level': held('low level over its limit', 'lowLevelRatio', 'atMost', () => 1, '0.3 of the bus voltage', 'must', [
    less('given.seriesResistance'),
    more('R1.value'),
  ]),
  'bus-load': held('bus load', 'busLoad', 'atMost', () => 0.7, 'what leaves room', 'should', [
    more('given.busClock'),
    less('given.transactionsPerSecond'),
    'Fewer or shorter transactions, or a second bus.',
  ]),
  'alert-level': held(
    'alert line over its limit',
    'alertHighRatio',
    'atLeast',
    () => 1,
    '0.7 of the bus voltage',
    'must',
    [less('R2.value'), less('given.alertLeakage')],
    {
      applies: (c) => c.x.given.alertDevices > 0,
    },
  ),
};
