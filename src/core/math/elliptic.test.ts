import { expect, it } from 'vitest';
import { completeE, completeK, jacobi } from './elliptic.ts';

/** The integrals of their definitions, by Simpson's rule. */
function by(f: (angle: number) => number): number {
  const n = 2000;
  let sum = 0;
  for (let i = 0; i <= n; i++) sum += f(((Math.PI / 2) * i) / n) * (i === 0 || i === n ? 1 : i % 2 ? 4 : 2);
  return (sum * Math.PI) / 2 / n / 3;
}

it('complete integrals are what their definitions integrate to, and keep Legendre’s relation', () => {
  for (const k of [0.1, 0.5, 0.9, 0.99]) {
    expect(completeK(k)).toBeCloseTo(
      by((a) => 1 / Math.sqrt(1 - (k * Math.sin(a)) ** 2)),
      9,
    );
    expect(completeE(k)).toBeCloseTo(
      by((a) => Math.sqrt(1 - (k * Math.sin(a)) ** 2)),
      9,
    );
    const q = Math.sqrt(1 - k * k);
    expect(completeE(k) * completeK(q) + completeE(q) * completeK(k) - completeK(k) * completeK(q)).toBeCloseTo(Math.PI / 2, 11);
  }
});

it('sn is one a quarter period on, and its square with that of cn makes one', () => {
  const k = 0.8;
  expect(jacobi(completeK(k), k).sn).toBeCloseTo(1, 12);
  const { sn, cn } = jacobi(0.7, k);
  expect(sn * sn + cn * cn).toBeCloseTo(1, 14);
  // sn(K − u) = cn(u)/dn(u)
  expect(jacobi(completeK(k) - 0.7, k).sn).toBeCloseTo(cn / Math.sqrt(1 - (k * sn) ** 2), 11);
});
