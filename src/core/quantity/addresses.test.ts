import fc from 'fast-check';
import { expect, it } from 'vitest';
import { addressText, parseAddresses } from './addresses.ts';

it('reads back what it writes', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 127 }), { minLength: 1, maxLength: 20 }), (addresses) => {
      expect(parseAddresses(addressText(addresses))).toEqual([...addresses].sort((a, b) => a - b));
    }),
  );
});

it('takes hexadecimal, decimal and runs, and refuses what is no address', () => {
  expect(parseAddresses('0x48, 73 0x4a-0x4C')).toEqual([72, 73, 74, 75, 76]);
  for (const text of ['', '0x80', '128', 'abc', '0x4B-0x48', '1-2-3', '-5', '0x']) expect(parseAddresses(text)).toBeNull();
});
