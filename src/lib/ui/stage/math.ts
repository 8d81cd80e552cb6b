import { create, parseDependencies, type MathNode } from 'mathjs';
import temml from 'temml';
import type { Step } from '../../../core/stage/contract.ts';
import { formatQuantity } from '../../../core/quantity/format.ts';
import type { Unit } from '../../../core/quantity/units.ts';

/** Enough digits that the sum comes out by hand. */
export const DIGITS = 5;
const { parse } = create(parseDependencies!);
const GREEK = new Set(['theta', 'tau', 'pi', 'rho', 'alpha', 'eta', 'omega', 'delta']);

/** A name as it is written: one letter upright or italic, the rest as an index. */
function nameTex(name: string): string {
  if (GREEK.has(name)) return `\\${name}`;
  const [, letter, rest] = /^([A-Za-z])(.*)$/.exec(name)!;
  if (!rest) return letter!;
  const index = rest.replace(/^_/, '').replaceAll('_', ' ');
  // A word is no letter with an index: LSB, noise, span.
  return /^[a-z]{3,}$|^[A-Z]{3,}$/.test(name) ? `\\mathrm{${name}}` : `${letter}_{\\mathrm{${index.replaceAll(' ', '\\ ')}}}`;
}

/** "1.38e-23" as a power of ten. */
const powered = (text: string): string => text.replace(/e([+-]?\d+)$/, (_m, e: string) => `\\times 10^{${Number(e)}}`);

/** A value with its unit, as it is shown everywhere else. */
function valueTex(value: number, unit: Unit): string {
  const shown = formatQuantity(value, unit, DIGITS);
  const number = powered(shown.number.replaceAll('−', '-'));
  return shown.unit ? `${number}\\,\\text{${shown.unit.replace(/[%#&_$]/g, '\\$&')}}` : number;
}

const FUNCTIONS: Record<string, string> = { log: '\\ln', log10: '\\log_{10}', log2: '\\log_{2}', min: '\\min', max: '\\max' };

type AnyNode = MathNode & { name?: string; args?: AnyNode[]; value?: unknown; fn?: { name: string }; op?: string; content?: AnyNode };

const bare = (n: AnyNode): AnyNode => (n.type === 'ParenthesisNode' ? bare(n.content!) : n);

function texOf(node: MathNode, symbol: (name: string) => string, inline = false): string {
  const bracketed = (n: AnyNode, inLine: boolean) => {
    const tex = texOf(bare(n), symbol, inLine);
    return bare(n).type === 'OperatorNode' ? `\\left(${tex}\\right)` : tex;
  };
  const handler = (n: AnyNode, options: object): string | undefined => {
    const [a, b] = n.args ?? [];
    // A fraction in an exponent is too small to be read: it goes in one line there.
    if (n.type === 'OperatorNode' && n.op === '^') return `{${bracketed(a!, inline)}}^{${texOf(bare(b!), symbol, true)}}`;
    if (inline && n.type === 'OperatorNode' && n.op === '/') {
      const left = bare(a!).op === '+' || (bare(a!).op === '-' && bare(a!).args!.length > 1) ? bracketed(a!, true) : texOf(bare(a!), symbol, true);
      return `${left}/${bracketed(b!, true)}`;
    }
    if (n.type === 'SymbolNode') return ` {${symbol(n.name!)}}`;
    if (n.type === 'ConstantNode' && typeof n.value === 'number' && /e/.test(String(n.value))) return powered(String(n.value));
    if (n.type === 'FunctionNode' && FUNCTIONS[n.fn!.name])
      return `${FUNCTIONS[n.fn!.name]}\\left(${n.args!.map((a) => a.toTex(options)).join(',\\,')}\\right)`;
    return undefined;
  };
  return node.toTex({ handler, parenthesis: 'auto', implicit: 'show' }).replaceAll('\\frac{', '\\dfrac{');
}

const mathml = (tex: string): string => temml.renderToString(`\\displaystyle ${tex}`, { annotate: false, throwOnError: true });

/** A step of the working as MathML: the formula with its names, and with the numbers put in. */
export function stepMath(step: Step): { formula: string; numbers: string } {
  const node = parse(step.expression);
  const put = (name: string) => {
    const v = step.values[name];
    if (!v) return nameTex(name);
    const tex = valueTex(v.value, v.unit);
    return v.value < 0 ? `\\left(${tex}\\right)` : tex;
  };
  const result = nameTex(step.result.name);
  return {
    formula: mathml(`${result} = ${texOf(node, nameTex)}`),
    numbers: mathml(`${result} = ${texOf(node, put)} = ${valueTex(step.result.value, step.result.unit)}`),
  };
}

/** A step as plain text, to be pasted into a note. */
export function stepText(step: Step): string {
  const value = (v: number, unit: Unit) => {
    const shown = formatQuantity(v, unit, DIGITS);
    return shown.unit ? `${shown.number} ${shown.unit}` : shown.number;
  };
  const values = Object.entries(step.values).map(([name, v]) => `${name} = ${value(v.value, v.unit)}`);
  return [
    step.title,
    `  ${step.result.name} = ${step.expression}`,
    ...(values.length ? [`  with ${values.join(', ')}`] : []),
    `  ${step.result.name} = ${value(step.result.value, step.result.unit)}   [${step.source}]`,
  ].join('\n');
}
