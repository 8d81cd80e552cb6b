import { betweenEdges, edgesOf, type Between, type Edges } from './edges.ts';
import { levelOf, type Level } from './level.ts';
import { between, lengthOf, type Channel, type Recording, type Told } from './record.ts';
import { evenly } from './resample.ts';
import { rippleOf, type Ripple } from './ripple.ts';
import { spectrumOf, tonesOf, type Spectrum, type Window } from './spectrum.ts';

export interface MeasureOptions {
  channel?: string;
  from?: number;
  to?: number;
  window?: Window;
  bits?: number;
  threshold?: number;
  hysteresis?: number;
  /** Names of two channels. */
  between?: readonly [string, string];
  /** Two frequencies, Hz. */
  tones?: readonly [number, number];
}

export interface Measured {
  channel: string;
  unit: string;
  samples: number;
  start: number;
  rate: number | null;
  notes: string[];
  findings: Told[];
  level: Level;
  ripple: Ripple | null;
  spectrum: Spectrum | null;
  edges: (Edges & { between?: Between | null }) | null;
  tones?: ReturnType<typeof tonesOf> | null;
}

export type MeasureAnswer = { ok: true; measured: Measured } | { ok: false; message: string };

/** A channel by its name, also in other case, or by its number. */
export function channelOf(r: Recording, name: string | undefined): Channel | undefined {
  if (name === undefined) return r.channels[0];
  const same = (a: string) => a.trim().toLowerCase();
  return (
    r.channels.find((c) => c.name === name) ?? r.channels.find((c) => same(c.name) === same(name)) ?? r.channels[Number(/^(?:CH)?(\d+)$/i.exec(name)?.[1]) - 1]
  );
}

/** Everything that can be measured in one channel of a record, or the part of it between two times: what it does not allow is null. */
export function measure(whole: Recording, options: MeasureOptions = {}): MeasureAnswer {
  const record = between(whole, options.from, options.to);
  const channel = channelOf(record, options.channel);
  const names = record.channels.map((c) => c.name).join(', ');
  if (!channel) return { ok: false, message: `There is no channel “${options.channel}”. There are ${names}.` };
  if (!lengthOf(record)) return { ok: false, message: 'There are no samples between these times.' };
  const x = channel.values;
  const even = evenly(record, x);
  const spectrum = even && even.values.length >= 8 ? spectrumOf(even.values, even.rate, options.window, options.bits) : null;
  let edges: Measured['edges'] = edgesOf(record, x, options);
  if (options.between) {
    const pair = options.between.map((name) => channelOf(record, name));
    const lost = pair.findIndex((c) => !c);
    if (lost >= 0) return { ok: false, message: `There is no channel “${options.between[lost]}”. There are ${names}.` };
    const [a, b] = pair as [Channel, Channel];
    const found = betweenEdges(record, a.values, b.values, { ...(options.hysteresis === undefined ? {} : { hysteresis: options.hysteresis }) });
    edges = edges ? { ...edges, between: found } : found && ({ ...NO_EDGES, between: found } as Measured['edges']);
  }
  return {
    ok: true,
    measured: {
      channel: channel.name,
      unit: channel.unit,
      samples: x.length,
      start: record.start,
      rate: record.rate,
      notes: record.notes,
      findings: record.findings,
      level: levelOf(x),
      ripple: even && spectrum ? rippleOf(even.values, even.rate, spectrum) : null,
      spectrum,
      edges,
      ...(options.tones ? { tones: even && even.values.length >= 8 ? tonesOf(even.values, even.rate, ...options.tones, options.window) : null } : {}),
    },
  };
}

const NO_EDGES: Edges = { threshold: NaN, hysteresis: 0, period: null, frequency: null, duty: null, riseTime: null, fallTime: null, jitter: null, pulses: [] };

/** The answer of the command line: as measured, without what only a picture wants. */
export function measureAnswer({ spectrum, ripple, edges, ...rest }: Measured): Record<string, unknown> {
  const { levels: _levels, ...spoken } = spectrum ?? ({} as Partial<Spectrum>);
  const { period: _period, ...wave } = ripple ?? ({} as Partial<Ripple>);
  return { ...rest, ripple: ripple && wave, spectrum: spectrum && spoken, edges };
}
