import type { Curve } from '../../../stage/contract.ts';
import type { AnyInputs } from '../../../stage/judged.ts';
import { filterRejection, ownAttenuation } from './rejection.ts';

/** Rejection against frequency, with the nulls of the built-in filter or the average. */
export function curves(x: AnyInputs, env: { nominal: AnyInputs }): Curve[] {
  const nominal = env.nominal.given;
  const alias = Math.abs(nominal.sampleRate - nominal.signalBandwidth);
  return [
    {
      id: 'rejection',
      title: 'Rejection of this channel',
      x: { label: 'frequency', unit: 'Hz', log: true, from: Math.max(nominal.signalBandwidth / 10, nominal.sampleRate / 1e4), to: nominal.sampleRate * 3 },
      y: { label: 'rejection', unit: 'dB' },
      points: 301,
      at: (f) => Math.min(100, ownAttenuation(x, f) + filterRejection(x, f)),
      marks: [
        { axis: 'x', value: alias, label: 'aliases into the band', limit: true },
        { axis: 'x', value: nominal.interferenceFrequency, label: 'mains' },
      ],
    },
  ];
}
