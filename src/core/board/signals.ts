import { SIGNAL_FIGURES, type SignalDown, type SignalPort } from '../stage/contract.ts';
import type { AnyInputs } from '../stage/data.ts';
import { addRanges, exactly, type Range } from '../quantity/uncertain.ts';
import { read, repeated, SIGNAL_LINKS, withTyped } from './links.ts';
import type { Link } from './link.ts';
import type { StageNode } from './node.ts';
import { copiesBefore, type Wiring } from './wiring.ts';

// What a signal carries: levels, noise and the path so far downwards, loads and demands upwards.

/** What an output carries where it says nothing. */
const SILENT: SignalDown = {
  dc: null,
  amplitude: null,
  clips: null,
  sourceResistance: null,
  noise: null,
  noiseBandwidth: null,
  bandwidth: null,
  ripple: exactly(0),
  rippleFrequency: null,
  clock: null,
  duty: null,
  data: null,
  gain: 1,
  figures: {},
  reservoir: null,
  attenuation: () => exactly(0),
  falls: () => 0,
};

/** What an output carries: what it says of itself, and the transfer of the path so far. One shape, whatever is said. */
export const carrying = (own: Partial<SignalDown>, attenuation: SignalDown['attenuation'], falls: SignalDown['falls']): SignalDown => ({
  dc: own.dc ?? null,
  amplitude: own.amplitude ?? null,
  clips: own.clips ?? null,
  sourceResistance: own.sourceResistance ?? null,
  noise: own.noise ?? null,
  noiseBandwidth: own.noiseBandwidth ?? null,
  bandwidth: own.bandwidth ?? null,
  ripple: own.ripple ?? SILENT.ripple,
  rippleFrequency: own.rippleFrequency ?? null,
  clock: own.clock ?? null,
  duty: own.duty ?? null,
  data: own.data ?? null,
  gain: own.gain ?? 1,
  figures: own.figures ?? {},
  reservoir: own.reservoir ?? null,
  attenuation,
  falls,
});

/** What a stage's output carries. */
export function signalDown(node: StageNode, port: string): SignalDown {
  const def = node.kind.signals[port];
  if (!def?.down || node.dead) return SILENT;
  const incoming = Object.values(node.incoming);
  const known = node.carries.get(port);
  if (known && known.version === node.version && known.incoming.length === incoming.length && known.incoming.every((d, i) => d === incoming[i]))
    return known.down;
  const asked = new Map<string, Range>();
  const inputs = { ...node.incoming };
  const down = carrying(
    def.down(node.judged as never, inputs),
    (frequency) => {
      const key = `${frequency.nominal} ${frequency.low} ${frequency.high}`;
      let answer = asked.get(key);
      if (!answer) asked.set(key, (answer = pathAttenuation(inputs, def, (input) => node.ownAttenuation(port, input, frequency), frequency)));
      return answer;
    },
    (frequency) => fallOf(inputs, def, node.inputs.x, node.judged.env, frequency),
  );
  node.carries.set(port, { version: node.version, incoming, down });
  return down;
}

/** Inputs that an output hears: those it says it takes off from, and those that are driven. */
function inputsOf(incoming: Readonly<Record<string, SignalDown | undefined>>, out: SignalPort): string[] {
  const inputs = Object.keys(out.attenuation ?? {});
  for (const input in incoming) if (!inputs.includes(input)) inputs.push(input);
  return inputs;
}

/** What the path with the least loss takes off at the values that a stage stands at, dB. */
export function fallOf(incoming: Readonly<Record<string, SignalDown | undefined>>, out: SignalPort, x: AnyInputs, env: AnyInputs, frequency: number): number {
  const inputs = inputsOf(incoming, out);
  const before: number[] = [];
  let least = Infinity;
  for (const input of inputs) {
    const down = incoming[input];
    // Inputs on one wire hear the same path: asked once, or a loop of wires with several inputs would be asked for ever.
    const same = down ? inputs.findIndex((other) => incoming[other] === down) : -1;
    before.push(before[same] ?? down?.falls(frequency) ?? 0);
    least = Math.min(least, before.at(-1)! + (out.attenuation?.[input]?.(x, env, frequency) ?? 0));
  }
  return inputs.length ? least : 0;
}

/** The least of what the paths through a stage's inputs take off, dB: what passes where most does. */
export function pathAttenuation(
  incoming: Readonly<Record<string, SignalDown | undefined>>,
  out: SignalPort,
  own: (input: string) => Range,
  frequency: Range,
): Range {
  const paths = inputsOf(incoming, out).map((input) => addRanges(incoming[input]?.attenuation(frequency) ?? exactly(0), own(input)));
  if (paths.length === 0) return exactly(0);
  return paths.reduce((a, b) => ({ nominal: Math.min(a.nominal, b.nominal), low: Math.min(a.low, b.low), high: Math.min(a.high, b.high) }));
}

/** What a signal brings of each meaning. */
export const BRINGS: Readonly<Partial<Record<keyof SignalPort['fills'], (down: SignalDown) => Range | null>>> = {
  voltage: (d) => d.dc,
  nominal: (d) => d.dc && exactly(d.dc.nominal),
  low: (d) => d.dc && exactly(d.dc.low - (d.amplitude?.high ?? 0)),
  high: (d) => d.dc && exactly(d.dc.high + (d.amplitude?.high ?? 0)),
  amplitude: (d) => d.amplitude,
  sourceResistance: (d) => d.sourceResistance,
  noise: (d) => d.noise,
  ripple: (d) => d.ripple,
  clock: (d) => d.clock,
  duty: (d) => d.duty,
  dataChannels: (d) => d.data && d.data.channels,
  dataRate: (d) => d.data && d.data.rate,
  dataBits: (d) => d.data && d.data.bits,
  rippleFrequency: (d) => (d.rippleFrequency === null ? null : exactly(d.rippleFrequency)),
  ...Object.fromEntries(SIGNAL_FIGURES.map((figure) => [figure, (d: SignalDown) => d.figures[figure] ?? null])),
};

/** Down a signal: levels, source resistance, noise, ripple, and the path's transfer. */
export function arrive(node: StageNode, port: string, def: SignalPort, wiring: Wiring, links: Map<string, Link>): void {
  const wire = wiring.wires.find((w) => w.to === node && w.toPort === port);
  if (!wire || wire.from === node) return;
  const down = signalDown(wire.from, wire.fromPort);
  node.incoming[port] = down;
  const from = `${wire.from.title}`;
  for (const [meaning, field] of Object.entries(def.fills) as [keyof SignalPort['fills'], string][]) {
    const range = BRINGS[meaning]?.(down);
    if (range) links.set(field, { range, from });
  }
  for (const [field, f] of Object.entries(def.path ?? {})) {
    const value = f!(down, (ref) => node.judged.range(ref));
    const range = typeof value === 'number' ? exactly(value) : value;
    if (range) links.set(field, { range, from });
  }
}

/** Up a signal: what those who take it load it with and ask of it. */
export function askBack(node: StageNode, port: string, def: SignalPort, wiring: Wiring, links: Map<string, Link>): void {
  const takers = wiring.wires.filter((w) => w.from === node && w.fromPort === port && w.to !== node);
  if (!takers.length) return;
  const from = takers.map((w) => w.to.title).join(', ');
  for (const [meaning, field] of Object.entries(def.fills) as [keyof NonNullable<SignalPort['back']>, string][]) {
    const carried = SIGNAL_LINKS[meaning];
    if (carried.way !== 'back') continue;
    const all = takers.flatMap((w) => {
      const ref = w.def.back?.[meaning];
      const range = ref === undefined || w.to.dead ? null : read(ref, w.to.judged);
      return range ? [repeated(carried, range, copiesBefore(w.to, node))] : [];
    });
    if (all.length) links.set(field, { range: withTyped(carried, node, field, all.reduce(carried.join!)), from });
  }
}
