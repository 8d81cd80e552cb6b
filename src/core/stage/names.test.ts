import { describe, expect, it } from 'vitest';
import { linearRegulator } from '../kinds/power/linear-regulator/index.ts';
import { alone } from '../testing/boards.ts';
import { unitOf } from './named.ts';
import { step, workingOf, type StepsOf } from './telling.ts';
import type { RailPort } from './contract.ts';
import type { NameOf } from './telling.ts';

type Names = NameOf<typeof linearRegulator>;

// The compiler is the test here: each line that expects an error fails the type check where there is none.
describe('names of a kind', () => {
  it('are typed in ports, by role, and in the working', () => {
    const ports: RailPort<Names>[] = [
      { role: 'provides', fills: { load: 'loadCurrent' }, gives: { voltage: 'outputVoltage', currentLimit: 'U1.currentRating' } },
      { role: 'consumes', fills: { voltage: 'inputVoltage' }, draws: 'inputCurrent', gives: {} },
      // @ts-expect-error -- no such outcome
      { role: 'consumes', fills: { voltage: 'inputVoltage' }, draws: 'inputCurent', gives: {} },
      // @ts-expect-error -- no such parameter
      { role: 'provides', fills: {}, gives: { voltage: 'outputVoltage', currentLimit: 'U1.currentRatign' } },
      // @ts-expect-error -- a provider draws nothing from its own rail
      { role: 'provides', fills: {}, gives: { voltage: 'outputVoltage' }, draws: 'inputCurrent' },
      // @ts-expect-error -- a consumer hears no load
      { role: 'consumes', fills: { load: 'loadCurrent' }, gives: {} },
      // @ts-expect-error -- a rail has a voltage
      { role: 'provides', fills: {}, gives: {} },
    ];
    const steps: StepsOf<typeof linearRegulator> = [
      step('Drop', 'd = Vi - Vo', 'differential', { Vi: 'inputVoltage', Vo: 'given.outputVoltage', k: [1, 'ratio'] }, 'definition'),
      // @ts-expect-error -- no such given
      step('Drop', 'd = Vi - Vo', 'differential', { Vi: 'inputVolts', Vo: 'outputVoltage' }, 'definition'),
    ];
    expect([ports.length, steps.length]).toEqual([7, 2]);
  });

  it('have the unit of what they stand for, a given beside an outcome of the same name too', () => {
    const units = ['outputVoltage', 'given.outputVoltage', 'R1.value', 'R1.tolerance', 'U1.junctionToCase', 'ambient'].map((n) => unitOf(linearRegulator, n));
    expect(units).toEqual(['V', 'V', 'ohm', 'ratio', 'K/W', 'degC']);
    expect(() => unitOf(linearRegulator, 'R9.value')).toThrow(/R9/);
  });

  it('are looked up in the working: the given as typed, the outcome as it came out', () => {
    const stage = alone('linear-regulator', { inputVoltage: 9, outputVoltage: 5 });
    const told = {
      working: () => [step('Miss', 'e = Vo/Vw - 1', [0, 'ratio'], { Vo: 'outputVoltage', Vw: 'given.outputVoltage' }, 'definition')],
      figure: () => ({ width: 1, height: 1, title: '', items: [] }),
      bringUp: () => [],
      sources: [],
    };
    const [miss] = workingOf(told, stage);
    expect(miss!.values.Vw).toEqual({ value: 5, unit: 'V' });
    expect(miss!.values.Vo).toEqual({ value: stage.judged.nominal('outputVoltage'), unit: 'V' });
    expect(miss!.expression).toBe('Vo/Vw - 1');
  });
});
