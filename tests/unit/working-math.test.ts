import { workingOf } from '../../src/core/stage/telling.ts';
import { told } from '../../src/core/testing/tellings.ts';
import { describe, expect, it } from 'vitest';
import { KINDS } from '../../src/core/kinds/all.ts';
import { formatQuantity } from '../../src/core/quantity/format.ts';
import { alone } from '../../src/core/testing/boards.ts';
import { stepMath, stepText } from '../../src/lib/ui/stage/math.ts';

const plain = (mathml: string) => mathml.replace(/<[^>]+>/g, '').replace(/[\u2061-\u2064]/g, '');
const step = (expression: string, values: Record<string, number>, result: number) => ({
  title: 'A step',
  expression,
  values: Object.fromEntries(Object.entries(values).map(([k, value]) => [k, { value, unit: 'V' as const }])),
  result: { name: 'Vout', value: result, unit: 'V' as const },
  source: 'Ohm',
});

describe('the working as mathematics', () => {
  it.each(KINDS.map((k) => [k.id, k] as const))('every step of %s can be set, with names and with numbers', (id, kind) => {
    for (const s of workingOf(told({ kind }), alone(id))) {
      const { formula, numbers } = stepMath(s);
      for (const set of [formula, numbers]) {
        expect(set).toMatch(/^<math/);
        expect(set).not.toMatch(/NaN|undefined|merror|object Object/);
      }
      // Every value of the formula is put in where its name stood.
      for (const [name, v] of Object.entries(s.values)) {
        const digits = formatQuantity(v.value, v.unit, 5).number.replace(/^−/, '').replace(/e.*$/, '');
        if (new RegExp(`\\b${name}\\b`).test(s.expression)) expect(plain(numbers).replaceAll(',', ''), `${name} in ${s.expression}`).toContain(digits);
      }
    }
  });

  it('sets fractions, roots, powers and indices', () => {
    const { formula } = stepMath(step('sqrt(R1^2 + Xc^2)/(2*pi*tau)', { R1: 1, Xc: 2, tau: 3 }, 4));
    for (const element of ['msqrt', 'mfrac', 'msup', 'msub']) expect(formula).toContain(`<${element}`);
    expect(plain(formula)).toContain('π');
  });

  it('keeps brackets around what is raised, and sets an exponent in one line', () => {
    const text = (expression: string) => plain(stepMath(step(expression, {}, 1)).formula).replaceAll(/\s/g, '');
    expect(text('(a + b)^2')).toContain('(a+b)2');
    expect(text('10^(-A / 20)')).toContain('10−A/20');
    expect(text('k^((a - b) / (2 * c))')).toContain('k(a−b)/(2⋅c)');
    expect(stepMath(step('10^(-A / 20)', {}, 1)).formula).not.toContain('<mfrac');
    expect(text('2^n * 3')).toContain('2n⋅3');
  });

  it('puts numbers in with their units, negative ones in brackets', () => {
    const { numbers } = stepMath(step('a - b', { a: 0.0125, b: -2 }, 2.0125));
    expect(plain(numbers)).toMatch(/12\.5.?mV/);
    expect(plain(numbers)).toMatch(/\([-−]2.?V\)/);
    expect(plain(numbers)).toMatch(/2\.0125.?V/);
  });

  it('writes small constants as powers of ten, with every digit they have', () => {
    const { formula } = stepMath(step('sqrt(4*1.380649e-23*T)', { T: 300 }, 1));
    expect(plain(formula)).toContain('1.380649×10−23');
  });

  it('copies as text that says formula, numbers, result and source', () => {
    expect(stepText(step('a*b', { a: 2, b: 3 }, 6))).toBe('A step\n  Vout = a*b\n  with a = 2 V, b = 3 V\n  Vout = 6 V   [Ohm]');
  });
});
