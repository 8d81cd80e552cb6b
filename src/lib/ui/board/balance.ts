import type { StatePower } from '../../../core/board/power.ts';

/** Power in, used and lost as shown: rounded to one step, so that the sum comes out to the last digit. */
export interface Balance {
  in: string;
  used: string;
  lost: string;
  unit: 'W' | 'mW' | 'µW';
}

const UNITS = [
  ['W', 1],
  ['mW', 1e-3],
  ['µW', 1e-6],
] as const;

/** In and used are rounded to three digits of the larger; what is lost is their difference, as it must be. */
export function balance(p: Pick<StatePower, 'in' | 'used'>): Balance {
  const [unit, factor] = UNITS.find(([, f]) => p.in >= f) ?? UNITS[2];
  const total = p.in / factor;
  const decimals = Math.max(0, 2 - Math.floor(Math.log10(Math.max(total, 1))));
  const whole = (v: number) => Math.round((v / factor) * 10 ** decimals);
  const show = (n: number) => (n / 10 ** decimals).toFixed(decimals);
  const [all, used] = [whole(p.in), whole(p.used)];
  return { in: show(all), used: show(used), lost: show(all - used), unit };
}
