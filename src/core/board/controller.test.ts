import { describe, expect, it } from 'vitest';
import { gate } from '../gate/gate.ts';
import { GENERIC_CONTROLLERS } from '../parts/controllers.ts';
import { board, nominal, refusals, sumOf } from '../testing/boards.ts';
import { controllerFindings, looseUses, pinRows } from './controller.ts';
import type { BoardDoc, ControllerDoc, StageDoc } from './document.ts';
import { setController, setPin } from './edit.ts';

const rail = { id: 'supply', kind: 'dc-input', given: { supplyVoltage: { nominal: 3.3, low: 3.2, high: 3.4 } }, rails: { out: '3V3' } };
const controller: ControllerDoc = {
  title: 'controller',
  rail: '3V3',
  figures: { clock: { nominal: 8e6, tolerance: 0.02 }, pinCurrent: 0.008, timerBits: 8, converterBits: 14 },
  pins: {
    A0: { can: 'analog' },
    B0: { can: 'timer' },
    C0: { can: 'digital' },
    C1: { can: 'digital', stands: 5.5 },
    D0: { can: 'digital', special: 'boot' },
    NRST: { can: 'digital', special: 'reset' },
  },
};
const on = (stages: StageDoc[], more: Partial<ControllerDoc> = {}) => sumOf([rail, ...stages], { controller: { ...controller, ...more } });
const texts = (sum: ReturnType<typeof on>) => sum.findings.map((f) => f.text.replace(/\u202f|\u00a0/g, ' ')).join('\n');
const shift = (highVoltage: number, pin: string) => ({
  id: 'shift',
  kind: 'level-shift',
  given: { method: 'direct', highVoltage, inputMaximum: 6 },
  pins: { pin },
});

describe('the controller', () => {
  it('gives its figures to stages that stand on its pins, and to no others', () => {
    const timer = { id: 't', kind: 'mcu-timer', given: { frequency: 50e3, mode: 'fast-pwm' } };
    const there = on([{ ...timer, pins: { pin: 'B0' } }]).byId.get('t')!;
    expect(there.judged.range('clockFrequency')).toMatchObject({ nominal: 8e6, low: 7.84e6, high: 8.16e6 });
    expect(nominal(there, 'countsUsed') * nominal(there, 'prescalerUsed')).toBe(160);
    const apart = on([timer]).byId.get('t')!;
    expect(apart.judged.range('clockFrequency')!.nominal).toBe(16e6);
  });

  it('gives the supply of its rail, as that settles', () => {
    const sum = on([{ id: 'm', kind: 'supply-monitor', pins: { pin: 'A0' } }]);
    const s = sum.byId.get('m')!;
    const { nominal: volts, low, high } = sum.rails.find((r) => r.name === '3V3')!.voltage!;
    expect(s.judged.range('supplyVoltage')).toMatchObject({ nominal: volts, low, high });
    expect(s.judged.range('resolution')!.nominal).toBe(14);
  });

  it('is told what a clock that is wired brings before its own', () => {
    const parts = { C1: { value: 10e-12 }, C2: { value: 10e-12 } };
    const s = on([
      { id: 'y', kind: 'crystal-oscillator', parts },
      { id: 't', kind: 'mcu-timer', signals: { clock: 'y.out' }, pins: { pin: 'B0' } },
    ]);
    expect(s.byId.get('t')!.judged.range('clockFrequency')!.nominal / 16e6).toBeCloseTo(1, 3);
  });

  it('finds two stages on one pin, and lets a bus and its modules share', () => {
    const timer = (id: string) => ({ id, kind: 'mcu-timer', pins: { pin: 'B0' } });
    expect(texts(on([timer('a'), timer('b')]))).toContain('Pin B0 is taken twice');
    const bus = (id: string) => ({ id, kind: 'i2c-bus', pins: { sda: 'C0', scl: 'C1' } });
    expect(texts(on([bus('a'), bus('b')]))).not.toContain('taken twice');
  });

  it('finds 5 V on a pin that stands less, and takes it on one that stands it', () => {
    expect(texts(on([shift(5, 'C0')]))).toMatch(/brings 5 V to pin C0, which stands 3.4\d V/);
    expect(texts(on([shift(5, 'C1')]))).not.toContain('brings 5 V');
  });

  it('finds a level that is not surely high', () => {
    expect(texts(on([shift(1.8, 'C0')]))).toMatch(/reaches 1.8 V at pin C0, and a high level is only sure from 2.3\d V/);
  });

  it('finds boot and reset pins that are loaded, pins that cannot do it, and pins there are not', () => {
    const timer = (pin: string) => on([{ id: 't', kind: 'mcu-timer', pins: { pin } }]);
    expect(texts(timer('D0'))).toContain('decides at reset how the controller starts');
    expect(texts(timer('NRST'))).toContain('resets the controller');
    expect(texts(timer('C0'))).toContain('needs a pin of a timer');
    expect(texts(timer('Z9'))).toContain('has no pin Z9');
    expect(texts(timer('B0'))).not.toMatch(/Pin|pin/);
  });

  it('lets a loaded boot pin be waived with a reason, and nothing that must be mended', () => {
    const stages = [{ id: 't', kind: 'mcu-timer', pins: { pin: 'D0' } }];
    const waivers = [{ stage: 't', check: 'pin D0', reason: 'low at reset, as it has to be' }];
    const open = gate(on(stages));
    const waived = gate(sumOf([rail, ...stages], { controller, waivers }));
    expect(open.toWaive.some((f) => f.pin === 'D0')).toBe(true);
    expect(waived.toWaive.some((f) => f.pin === 'D0')).toBe(false);
    expect(waived.waived.some((w) => w.finding.pin === 'D0')).toBe(true);
    expect(gate(on([{ id: 'dog', kind: 'watchdog' }])).blocking.some((f) => f.text.includes('nothing listens'))).toBe(true);
  });

  it('finds an alarm and a reset that nobody hears, until they are on a pin', () => {
    const dog = { id: 'dog', kind: 'watchdog' };
    expect(texts(on([dog]))).toContain('nothing listens to its reset');
    expect(texts(on([{ ...dog, pins: { reset: 'NRST', refresh: 'C0' } }]))).not.toContain('nothing listens');
    const alarm = { id: 'bus', kind: 'i2c-bus', given: { alertDevices: 2 } };
    expect(texts(on([alarm]))).toContain('nothing listens to its alert line');
  });

  it('adds the currents of its pins, copies too', () => {
    const led = { id: 'led', kind: 'led-indicator', copies: 8, given: { ledCurrent: 0.004 }, pins: { pin: 'C0' } };
    const sum = on([led], { figures: { totalCurrent: 0.02 } });
    const row = pinRows(sum.doc.controller!, sum.stages).find((r) => r.pin === 'C0')!;
    expect(row.taken[0]!.current!.nominal).toBeCloseTo(8 * nominal(sum.byId.get('led')!, 'pinCurrent'), 12);
    expect(texts(sum)).toContain('its pins carry');
  });

  it('finds a rail outside what it works from', () => {
    expect(texts(on([], { figures: { supplyMinimum: 3.2 } }))).toMatch(/its rail falls to 3.1\d V/);
    expect(texts(on([], { figures: { supplyMaximum: 3.3 } }))).toMatch(/its rail rises to 3.\d\d? V/);
  });

  it('lists every pin once, with what hangs on it, and what hangs on none', () => {
    const sum = on([{ id: 'bus', kind: 'i2c-bus', pins: { sda: 'C0' } }]);
    const rows = pinRows(sum.doc.controller!, sum.stages);
    expect(rows.map((r) => r.pin)).toEqual(Object.keys(controller.pins!));
    expect(rows.flatMap((r) => r.taken.map((t) => `${r.pin} ${t.use}`))).toEqual(['C0 sda']);
    expect(looseUses(sum.stages).map((l) => l.use)).toEqual(['scl']);
  });

  it('says nothing on a board without one', () => {
    const sum = sumOf([{ id: 'dog', kind: 'watchdog' }]);
    expect(controllerFindings(sum.doc, sum.stages, null)).toEqual([]);
  });

  it('goes with its pins when it is taken away', () => {
    const doc: BoardDoc = setPin(board([{ id: 'dog', kind: 'watchdog' }], { controller }), 'dog', 'refresh', 'C0');
    expect(doc.stages[0]!.pins).toEqual({ refresh: 'C0' });
    const gone = setController(doc, undefined);
    expect(gone.controller).toBeUndefined();
    expect(gone.stages[0]!.pins).toBeUndefined();
  });

  it('is refused with figures that are none', () => {
    const wrong = (figures: unknown) => refusals([], { controller: { title: 'c', figures } })[0]!;
    expect(wrong({ speed: 1 }).path).toBe('controller.figures.speed');
    expect(wrong({ clock: -1 }).path).toBe('controller.figures.clock');
    expect(refusals([{ id: 'dog', kind: 'watchdog', pins: { refresh: '' } }], {})[0]!.path).toContain('pins');
  });

  it('comes as several of no maker, each with pins of every sort', () => {
    for (const c of GENERIC_CONTROLLERS) {
      const sorts = new Set(Object.values(c.pins).map((p) => p.can));
      expect(sorts.has('analog') && sorts.has('timer') && sorts.has('digital')).toBe(true);
      expect(refusals([], { controller: { title: c.title, figures: c.figures, pins: c.pins } })).toEqual([]);
    }
  });
});
