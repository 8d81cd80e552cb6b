import fc from 'fast-check';
import { expect, it } from 'vitest';
import { assignAddresses, reserved, type Addressed } from './addresses.ts';

const device = fc.record({ name: fc.constant('d'), options: fc.uniqueArray(fc.integer({ min: 6, max: 14 }), { minLength: 1, maxLength: 3 }) });

/** The most that can be served, by trying every choice. */
function most(devices: readonly Addressed[], taken = new Set<number>(), at = 0): number {
  if (at === devices.length) return 0;
  let best = most(devices, taken, at + 1);
  for (const a of devices[at]!.options) if (!reserved(a) && !taken.has(a)) best = Math.max(best, 1 + most(devices, new Set([...taken, a]), at + 1));
  return best;
}

it('serves as many as can be served, each with an option of its own that nobody else has', () => {
  fc.assert(
    fc.property(fc.array(device, { maxLength: 6 }), (devices) => {
      const given = assignAddresses(devices);
      const used = given.filter((a) => a !== null);
      expect(new Set(used).size).toBe(used.length);
      given.forEach((a, i) => a !== null && expect(devices[i]!.options).toContain(a));
      expect(used.some((a) => reserved(a!))).toBe(false);
      expect(used.length).toBe(most(devices));
    }),
  );
});

it('moves the first comer to its other strap', () => {
  expect(
    assignAddresses([
      { name: 'sensor', options: [72, 73] },
      { name: 'fixed', options: [72] },
    ]),
  ).toEqual([73, 72]);
});
