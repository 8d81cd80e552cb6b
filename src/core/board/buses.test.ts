import { expect, it } from 'vitest';
import { nominal, sumOf } from '../testing/boards.ts';
import { busPlans } from './buses.ts';

const bus = (devices: object[], more: object = {}) => ({ id: 'bus', kind: 'i2c-bus', given: { devices, ...more } as never });

it('gives each device its address, and adds their time up to the load of the bus', () => {
  const sum = sumOf([
    bus([
      { name: 'converter', addresses: [72, 73, 74, 75], count: 4, transactions: 128, bytes: 9 },
      { name: 'clock', addresses: [104], transactions: 1 },
    ]),
    { id: 'scan', kind: 'adc-scan', given: { converters: 4, channelsPerConverter: 4 } },
  ]);
  const [plan] = busPlans(sum);
  expect(plan!.devices.map((d) => d.address).sort()).toEqual([104, 72, 73, 74, 75]);
  expect(plan!.devices.reduce((all, d) => all + d.share, 0)).toBeCloseTo(nominal(sum.byId.get('bus')!, 'busLoad'), 12);
  expect(plan!.scan).toMatchObject({ stage: 'scan', load: nominal(sum.byId.get('scan')!, 'busLoad') });
});

it('counts with a slow device that holds the clock', () => {
  const sum = sumOf([bus([{ name: 'slow', addresses: [80], transactions: 10, bytes: 3 }], { clockStretch: 1e-4 })]);
  expect(busPlans(sum)[0]!.devices[0]!.share).toBeCloseTo(10 * (30 / 400e3 + 3e-4), 12);
});

it('says who is left without', () => {
  const plan = busPlans(sumOf([bus([{ name: 'sensor', addresses: [72], count: 2 }])]))[0]!;
  expect(plan.unassigned).toBe(1);
  expect(plan.devices.filter((d) => d.address === null)).toHaveLength(1);
});
