import { formatQuantity, type UnitSystem } from '../units';
import type { Quantity, Step } from './sheet';

/**
 * Sets a sheet's expressions in TeX. The grammar is that of ordinary arithmetic: numbers, symbols (`F_y`, `lambda_c`), + − * / ^,
 * brackets and the functions sqrt, min, max, abs. What is typeset is what was evaluated, since both come from one text.
 */
export type Expression =
  | { type: 'number'; text: string }
  | { type: 'symbol'; name: string }
  | { type: 'call'; name: string; arguments: Expression[] }
  | { type: 'operation'; operator: '+' | '-' | '*' | '/' | '^'; left: Expression; right: Expression }
  | { type: 'negative'; of: Expression };

/** @throws SyntaxError for text that is not an expression, which is a mistake in a check */
export function parseExpression(text: string): Expression {
  const tokens = text.match(/\d+(?:\.\d+)?|[A-Za-z_][A-Za-z_0-9]*|[-+*/^(),]/g) ?? [];
  let at = 0;
  const peek = () => tokens[at];
  const next = () => tokens[at++];
  const expect = (token: string) => {
    if (next() !== token) throw new SyntaxError(`“${token}” is missing in the expression ${text}`);
  };
  function sum(): Expression {
    let left = product();
    while (peek() === '+' || peek() === '-')
      left = { type: 'operation', operator: next() as '+' | '-', left, right: product() };
    return left;
  }
  function product(): Expression {
    let left = unary();
    while (peek() === '*' || peek() === '/')
      left = { type: 'operation', operator: next() as '*' | '/', left, right: unary() };
    return left;
  }
  function unary(): Expression {
    if (peek() !== '-') return power();
    next();
    return { type: 'negative', of: unary() };
  }
  function power(): Expression {
    const base = atom();
    if (peek() !== '^') return base;
    next();
    return { type: 'operation', operator: '^', left: base, right: unary() };
  }
  function atom(): Expression {
    const token = next();
    if (token === undefined) throw new SyntaxError(`The expression ${text} ends too soon`);
    if (token === '(') {
      const inner = sum();
      expect(')');
      return inner;
    }
    if (/^\d/.test(token)) return { type: 'number', text: token };
    if (!/^[A-Za-z_]/.test(token)) throw new SyntaxError(`“${token}” is out of place in the expression ${text}`);
    if (peek() !== '(') return { type: 'symbol', name: token };
    next();
    const list = [sum()];
    while (peek() === ',') {
      next();
      list.push(sum());
    }
    expect(')');
    return { type: 'call', name: token, arguments: list };
  }
  const result = sum();
  if (at < tokens.length) throw new SyntaxError(`“${peek()}” is out of place in the expression ${text}`);
  return result;
}

const greek = new Set([
  'phi',
  'lambda',
  'epsilon',
  'beta',
  'rho',
  'pi',
  'Delta',
  'alpha',
  'gamma',
  'mu',
  'sigma',
  'delta',
  'zeta',
  'xi',
]);
const letter = (name: string) => (greek.has(name) ? `\\${name}` : name.length > 1 ? `\\mathrm{${name}}` : name);

/** `F_y` → F_{y}, `lambda_pf` → \lambda_{pf}, `phi_c P_n` → \phi_{c} P_{n}. f_c is f′c. */
export function symbolToTex(symbol: string): string {
  return symbol
    .split(' ')
    .map((part) => {
      if (part === 'f_c') return "f_{c}'";
      if (part === 'psi') return '\\text{psi}';
      const [base, ...subscripts] = part.split('_');
      const subscript = subscripts.map((name) => (greek.has(name) ? `\\${name}` : `\\mathrm{${name}}`)).join(',');
      return letter(base) + (subscript ? `_{${subscript}}` : '');
    })
    .join(' ');
}

const strength = (expression: Expression): number => {
  if (expression.type === 'negative') return 1;
  if (expression.type !== 'operation') return 4;
  return { '+': 1, '-': 1, '*': 2, '/': 2, '^': 3 }[expression.operator];
};

type SetSymbol = (name: string) => string;

function toTex(expression: Expression, symbol: SetSymbol): string {
  const bracketed = (inner: Expression, least: number): string => {
    const text = toTex(inner, symbol);
    // a negative number put in for a symbol needs brackets behind another sign
    const isNegative = inner.type === 'symbol' && text.startsWith('-') && least > 1;
    return strength(inner) < least || isNegative ? `\\left(${text}\\right)` : text;
  };
  switch (expression.type) {
    case 'number':
      return expression.text;
    case 'symbol':
      return symbol(expression.name);
    case 'negative':
      return `-${bracketed(expression.of, 2)}`;
    case 'call': {
      const list = expression.arguments.map((argument) => toTex(argument, symbol));
      if (expression.name === 'sqrt') return `\\sqrt{${list[0]}}`;
      if (expression.name === 'abs') return `\\left|${list[0]}\\right|`;
      return `\\${expression.name}\\left(${list.join(',\\; ')}\\right)`;
    }
    case 'operation': {
      const { operator, left, right } = expression;
      if (operator === '/') return `\\frac{${toTex(left, symbol)}}{${toTex(right, symbol)}}`;
      if (operator === '^') {
        const base = toTex(left, symbol);
        // a fraction or a value with a unit under a power needs brackets though it is a single thing
        const wrapped = left.type === 'operation' || /\\,|\\text/.test(base) ? `\\left(${base}\\right)` : base;
        return `${wrapped}^{${toTex(right, symbol)}}`;
      }
      if (operator === '*')
        return `${bracketed(left, 2)} \\cdot ${bracketed(right, 2)}`.replace(/\\cdot \\left\(/g, '\\left(');
      return `${bracketed(left, 1)} ${operator} ${bracketed(right, operator === '-' ? 2 : 1)}`;
    }
  }
}

/** A value with its unit, for a formula: `344.7\,\text{MPa}`. */
export function quantityToTex({ value, kind, decimals }: Quantity, units: UnitSystem): string {
  const [number, ...unit] = formatQuantity(value, kind, units, decimals).split(' ');
  const digits = number.replace('−', '-').replace(/\u2009/g, '\\,');
  return unit.length === 0 ? digits : `${digits}\\,\\text{${unit.join(' ')}}`;
}

/** One step set in TeX: the formula in symbols, and with the numbers put in (absent when there is nothing to put in). */
export function stepToTex(
  step: Step,
  units: UnitSystem,
): { symbol: string; formula: string; numbers: string | undefined; value: string } {
  const parsed = parseExpression(step.printed?.[units] ?? step.expression);
  const known = Object.keys(step.inputs);
  return {
    symbol: symbolToTex(step.symbol),
    formula: toTex(parsed, symbolToTex),
    numbers:
      known.length === 0 || parsed.type === 'symbol'
        ? undefined
        : toTex(parsed, (name) =>
            name in step.inputs
              ? name === 'psi'
                ? '\\text{psi}'
                : quantityToTex(step.inputs[name], units)
              : symbolToTex(name),
          ),
    value: quantityToTex(step.value, units),
  };
}

/** A step of a sheet as it is read: words, and formulas in TeX. */
export interface SetStep {
  readonly clause: string;
  readonly title: string;
  readonly symbol: string;
  readonly formula: string;
  readonly numbers: string | undefined;
  readonly value: string;
  readonly note: string | undefined;
}

/** Sets a step for the screen or the report, values in the project's units. */
export function setStep(step: Step, units: UnitSystem): SetStep {
  return { clause: step.clause, title: step.title, note: step.note, ...stepToTex(step, units) };
}
