import { poleAttenuation } from '../../../physics/network.ts';
import type { Curve } from '../../contract.ts';
import type { AnyInputs } from '../../judged.ts';
import { averageRejection, sincRejection } from './budget.ts';

/** Rejection against frequency, with the nulls of the built-in filter or the average. */
export function curves(x: AnyInputs, env: { nominal: AnyInputs }): Curve[] {
  const { given: g, parts } = x;
  const nominal = env.nominal.given;
  const r = g.sourceResistance + parts.R1.value;
  const corner = r > 0 && parts.C1.value > 0 ? 1 / (2 * Math.PI * r * parts.C1.value) : null;
  const alias = Math.abs(nominal.sampleRate - nominal.signalBandwidth);
  return [
    {
      id: 'rejection',
      title: 'Rejection of this channel',
      x: { label: 'frequency', unit: 'Hz', log: true, from: Math.max(nominal.signalBandwidth / 10, nominal.sampleRate / 1e4), to: nominal.sampleRate * 3 },
      y: { label: 'rejection', unit: 'dB' },
      points: 301,
      at: (f) =>
        Math.min(
          100,
          (corner === null ? 0 : poleAttenuation(f, corner)) +
            (g.converter === 'sigma-delta' ? sincRejection(f, g.sampleRate, g.filterOrder) : averageRejection(f, g.sampleRate, g.averages)),
        ),
      marks: [
        { axis: 'x', value: alias, label: 'aliases into the band', limit: true },
        { axis: 'x', value: nominal.interferenceFrequency, label: 'mains' },
      ],
    },
  ];
}
