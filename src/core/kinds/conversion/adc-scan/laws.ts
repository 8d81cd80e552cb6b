import type { AnyInputs } from '../../../stage/data.ts';

/** Master code and start of the high-speed mode: ten bits at 400 kHz before each transaction. */
const ENTRY = 10 / 400e3;
const HIGH_SPEED = 1e6;

/**
 * The schedule of one round: M converters with K channels each, started and read over one bus. Times in s, rates in Hz.
 * // frames of the I2C-bus specification; settling of a sinc filter
 */
export function schedule(g: AnyInputs) {
  const { converters: m, channelsPerConverter: k } = g;
  const continuous = g.mode === 'continuous';
  const entry = g.bus === 'i2c' && g.busClock > HIGH_SPEED ? ENTRY : 0;
  const transaction = (bytes: number): number => (bytes === 0 ? 0 : (g.bitsPerByte * bytes + g.framingBits) / g.busClock + entry);
  const start = continuous && k === 1 ? 0 : transaction(g.configBytes);
  const fetch = transaction(g.pointerBytes) + transaction(g.readBytes);
  const read = fetch + g.processorTime;
  const busTime = start + fetch;
  // A running conversion still belongs to the channel before.
  const cycles = !continuous ? g.settleCycles : k > 1 ? g.settleCycles + 1 : 1;
  const conversion = (continuous ? 0 : g.wakeUpTime) + cycles / g.dataRate;
  let step: number;
  if (g.scheduling === 'sequential') step = m * (start + conversion + read);
  else if (continuous && k === 1) step = Math.max(conversion, m * read);
  else {
    // The i-th converter is ready its conversion after its start; those from it on are then read one after another. What the
    // last reading waits for is piecewise linear and convex in i: it is the first converter or the last.
    const after = (i: number) => Math.max(i * start + conversion, m * start) + (m - i + 1) * read;
    step = Math.max(after(1), after(m));
  }
  const round = k * step;
  const work = g.processorTime + (g.blocking ? busTime : 0);
  return {
    entry,
    cycles,
    start,
    fetch,
    read,
    busTime,
    conversion,
    step,
    round,
    interval: Math.max(round, g.scanInterval),
    work,
    converterRate: 1 / (k * conversion * (g.scheduling === 'sequential' ? m : 1)),
    busRate: busTime > 0 ? 1 / (m * k * busTime) : Infinity,
    processorRate: work > 0 ? 1 / (m * k * work) : Infinity,
  };
}

/** What sets the rate of a channel. */
export function limitOf(s: { converterRate: number; busRate: number; processorRate: number }): 'converter' | 'bus' | 'processor' {
  if (s.converterRate <= s.busRate && s.converterRate <= s.processorRate) return 'converter';
  return s.busRate <= s.processorRate ? 'bus' : 'processor';
}
