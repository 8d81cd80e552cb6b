import type { Band } from '../board/curves.ts';
import { csvText } from './csv.ts';

/** A curve with its tolerance band as CSV, SI units; empty where a value does not exist. */
export function curveCsv({ curve, x, low, nominal, high }: Band): string {
  const y = (end: string) => `${curve.y.label} ${end} (${curve.y.unit})`;
  const head = [`${curve.x.label} (${curve.x.unit})`, y('low'), y('nominal'), y('high')];
  return csvText([head, ...x.map((at, i) => [at, low[i] ?? null, nominal[i] ?? null, high[i] ?? null])]);
}
