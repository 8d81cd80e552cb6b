import { evaluateBoard } from '../../../board/evaluate.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CHEMISTRIES } from '../../../physics/cells.ts';
import { board, agrees, alone, check, ends, nominal } from '../../../testing/boards.ts';

const charger = (given: object = {}, parts: object = {}, more: object = {}) => alone('battery-charger', given as never, parts as never, more);

describe('currents', () => {
  it('what the charger gives is what cell and load share', () => {
    const s = charger({ loadCurrent: 0.02 });
    expect(nominal(s, 'batteryCurrent') + 0.02).toBeCloseTo(nominal(s, 'chargeCurrent'), 12);
  });
  it('a power path never takes more than the source gives, and the cell helps when the load wants more', () => {
    const s = charger({ topology: 'power-path', loadCurrent: 0.7 });
    expect(nominal(s, 'inputCurrent')).toBeLessThanOrEqual(0.5);
    expect(nominal(s, 'batteryCurrent')).toBeLessThan(0);
    expect(check(s, 'pack-fills')!.status).toBe('fail');
  });
  it('folds back so that the junction stands at its limit', () => {
    const s = charger({ inputVoltage: 12, cellCapacity: 4, sourceCurrentLimit: 2 }, { R1: { value: 1000 }, U1: { voltageRating: 20 } });
    expect(nominal(s, 'unlimitedJunction')).toBeGreaterThan(120);
    expect(nominal(s, 'junctionTemperature')).toBeCloseTo(120, 6);
  });
});

describe('charge time', () => {
  it('at constant current: capacity over current, where the cell has no resistance to speak of', () => {
    const s = charger({ cellResistance: 1e-6, startStateOfCharge: 0.5, inputVoltage: 5 }, { R1: { value: 10000 } });
    expect(nominal(s, 'chargeTime90') / ((0.4 * 1) / 0.1 / (1 / 3600))).toBeCloseTo(1, 3);
  });
  it('a resistance makes constant voltage begin early and the charge long', () => {
    const at = (cellResistance: number) => nominal(charger({ cellResistance }), 'chargeTime90');
    expect(at(0.5)).toBeGreaterThan(at(0.05));
  });
  it('never ends with the load above the termination current', () => {
    expect(ends(charger({ loadCurrent: 0.1 }), 'chargeTime').nominal).toBeNull();
    expect(nominal(charger({ loadCurrent: 0.1, topology: 'load-switch', sourceCurrentLimit: 1 }), 'chargeTime')).toBeGreaterThan(0);
  });
});

it('conditions of lithium are met or not, without a margin', () => {
  expect(check(charger({}, {}, { conditions: { ambient: { low: -10, nominal: 20, high: 40 } } }), 'charge-temperature-low')).toMatchObject({
    status: 'fail',
    margin: null,
  });
  expect(check(charger({ chemistry: 'lithium-iron-phosphate' }), 'float-voltage')!.help).toContain('dangerous');
});

it('sizing stays within cell and source at their worst ends', () => {
  const s = charger({ cellCapacity: 0.5 });
  expect(check(s, 'charge-rate')!.status).not.toBe('fail');
  expect(check(s, 'source-limit')!.status).not.toBe('fail');
});

describe('any charge, worked out apart in small pieces of charge', () => {
  const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const design = fc.record({
    chemistry: fc.constantFrom('lithium-ion' as const, 'lithium-iron-phosphate' as const),
    topology: fc.constantFrom('shared-load', 'load-switch', 'power-path'),
    inputVoltage: real(4.8, 6),
    sourceCurrentLimit: real(0.3, 2),
    cellCapacity: real(0.5, 4),
    cellResistance: real(0.02, 0.3),
    startStateOfCharge: real(0, 0.5),
    loadCurrent: real(0, 0.08),
  });
  it('agrees in current, heat and time', () => {
    fc.assert(
      fc.property(design, real(2000, 8000), real(10, 45), (g, r1, ambient) => {
        const c = CHEMISTRIES[g.chemistry];
        const [top, low, quiet, rth, fold] = [g.chemistry === 'lithium-ion' ? 4.2 : 3.6, g.chemistry === 'lithium-ion' ? 2.9 : 2.0, 5e-4, 60, 120];
        const s = alone(
          'battery-charger',
          g,
          { R1: { value: r1 }, U1: { programConstant: 1000, floatVoltage: top, prechargeThreshold: low, quiescentCurrent: quiet } },
          { conditions: { ambient } },
        );
        const ip = 1000 / r1;
        const path = g.topology === 'power-path';
        const limit = path ? Math.min(ip, g.sourceCurrentLimit - g.loadCurrent - quiet) : ip;
        const watts = (fold - ambient) / rth - g.inputVoltage * quiet;
        const at = (v: number, most: number) => Math.max(0, Math.min(most, watts / (g.inputVoltage - v)));
        const shared = g.topology === 'shared-load' ? g.loadCurrent : 0;
        const bulk = at(c.nominal, limit);
        const heat = (g.inputVoltage - low) * at(low, limit) + g.inputVoltage * quiet;
        agrees(s, {
          programmedCurrent: ip,
          chargeCurrent: bulk,
          lowCellCurrent: at(low, limit),
          dissipation: heat,
          junctionTemperature: ambient + rth * heat,
          unlimitedJunction: ambient + rth * ((g.inputVoltage - low) * ip + g.inputVoltage * quiet),
          prechargeCurrent: ip / 10,
          terminationCurrent: ip / 10,
          batteryCurrent: bulk - shared,
          inputCurrent: path ? Math.min(bulk + quiet + g.loadCurrent, g.sourceCurrentLimit) : bulk + quiet + (g.topology === 'load-switch' ? g.loadCurrent : 0),
          chargeRate: ip / g.cellCapacity,
          loadShare: shared > 0 ? shared / bulk : path ? g.loadCurrent / (g.sourceCurrentLimit - quiet) : 0,
          terminationShare: shared / (ip / 10),
        });
        // In steps of charge finer than the stage's own; the fold-back is found by halving.
        const n = 20_000;
        let hours = 0;
        let soonest: number | null = null;
        for (let k = 0; k < n; k++) {
          const soc = g.startStateOfCharge + ((1 - g.startStateOfCharge) * (k + 0.5)) / n;
          const place = Math.min(9, Math.floor(soc * 10));
          const rest = c.rest[place]! + (c.rest[place + 1]! - c.rest[place]!) * (soc * 10 - place);
          let i = rest < low ? Math.min(0.1 * ip, limit) - shared : limit - shared;
          const tooHot = (amps: number) => (g.inputVoltage - rest - amps * g.cellResistance) * (amps + shared) > watts;
          if (rest >= low && tooHot(i)) {
            let [cool, hot] = [0, i];
            for (let m = 0; m < 60; m++) [cool, hot] = tooHot((cool + hot) / 2) ? [cool, (cool + hot) / 2] : [(cool + hot) / 2, hot];
            i = cool;
          }
          const constant = rest >= low && rest + i * g.cellResistance > top;
          if (constant) i = (top - rest) / g.cellResistance;
          if (constant && i + shared <= ip / 10) break;
          if (i <= 0) return;
          if (soonest === null && soc >= 0.9) soonest = hours;
          hours += (g.cellCapacity * (1 - g.startStateOfCharge)) / n / i;
        }
        if (shared >= ip / 10) expect(ends(s, 'chargeTime').nominal).toBeNull();
        else agrees(s, { chargeTime: hours * 3600 }, 5e-3);
        if (soonest !== null && shared < ip / 10) agrees(s, { chargeTime90: soonest * 3600 }, 5e-3);
      }),
      { numRuns: 60 },
    );
  });

  describe('in one state of the board', () => {
    // Plugged in one tenth of the time; the rest of the time the cell feeds the load alone.
    const sum = evaluateBoard(
      board(
        [
          { id: 'usb', kind: 'dc-input', given: { supplyVoltage: 5, currentLimit: 2 }, rails: { out: 'v5' } },
          { id: 'chg', kind: 'battery-charger', given: { cellCapacity: 1, chargesIn: 'peak' }, rails: { in: 'v5', battery: 'vbat' } },
          { id: 'cell', kind: 'battery-supply', given: { chemistry: 'lithium-ion', capacity: 1 }, rails: { out: 'vbat' } },
          { id: 'load', kind: 'supply-load', given: { peakCurrent: 0.03, typicalCurrent: 0.2, idleCurrent: 0.2, asleepCurrent: 0.001 }, rails: { in: 'vbat' } },
        ],
        {
          states: [
            { id: 'typical', share: 0.9 },
            { id: 'peak', share: 0.1 },
          ],
        },
      ),
    );
    const charger = sum.byId.get('chg')!;

    it('draws from its source then, and its own rest in the others', () => {
      const [peak, typical] = ['peak', 'typical'].map((state) => sum.power.find((p) => p.state === state)!.rails.find((r) => r.rail === 'v5')!.current);
      expect(typical).toBeCloseTo(5e-4, 9);
      expect(peak).toBeCloseTo(charger.judged.out('chargeCurrent').nominal! + 5e-4, 6);
    });

    it('bears the load of that state, not the mean of all', () => {
      expect(charger.judged.range('loadCurrent')!.nominal).toBeCloseTo(0.03, 6);
    });

    it('takes no more power in than is used, stored and lost', () => {
      for (const p of sum.power) expect(p.in).toBeCloseTo(p.used + p.lost, 9);
    });
  });

  it('takes no less than no time, however near to the end it begins', () => {
    for (const startStateOfCharge of [0.9, 0.97, 0.985, 0.99, 0.995, 0.999]) {
      const s = alone('battery-charger', { startStateOfCharge, cellResistance: { nominal: 0.05, low: 0.01, high: 0.3 } });
      for (const name of ['chargeTime', 'chargeTime90']) expect(s.judged.out(name).low ?? 0, `${name} from ${startStateOfCharge}`).toBeGreaterThanOrEqual(0);
    }
  });

  it('held off outside its window, passes in frost and heat; without, it fails there and offers it', () => {
    const at = (holdOff: boolean) =>
      evaluateBoard(
        board([{ id: 'it', kind: 'battery-charger', given: { holdOff } }], { conditions: { ambient: { low: -15, nominal: 20, high: 50 } } }),
      ).byId.get('it')!;
    const status = (s: ReturnType<typeof at>, id: string) => s.checks.find((c) => c.id === id)!;
    for (const id of ['charge-temperature-low', 'charge-temperature-high']) {
      expect(status(at(true), id).status).toBe('ok');
      expect(status(at(false), id).status).toBe('fail');
      expect(status(at(false), id).remedies).toContainEqual(expect.objectContaining({ set: 'given.holdOff', to: true }));
    }
  });
});
