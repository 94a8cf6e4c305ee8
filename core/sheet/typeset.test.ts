import katex from 'katex';
import { calculate } from './calculate';
import { evaluate } from './evaluate';
import { plain, Sheet, stress } from './sheet';
import { parseExpression, stepToTex, symbolToTex } from './typeset';

const step = (expression: string, inputs = {}) =>
  stepToTex({ clause: '', title: '', symbol: 'phi_c P_n', expression, inputs, value: plain(1, 2) }, 'si');

test('fractions, roots and powers are set as such, with brackets only where they are needed', () => {
  expect(step('1.76 * r_y * sqrt(E / F_y)').formula).toBe(
    '1.76 \\cdot r_{\\mathrm{y}} \\cdot \\sqrt{\\frac{E}{F_{\\mathrm{y}}}}',
  );
  expect(step('a * (b - c / 2)').formula).toBe('a \\left(b - \\frac{c}{2}\\right)');
  expect(step('a - (b - c)').formula).toBe('a - \\left(b - c\\right)');
  expect(step('(L_b / r_ts)^2').formula).toBe('\\left(\\frac{L_{\\mathrm{b}}}{r_{\\mathrm{ts}}}\\right)^{2}');
  expect(step('-a + b').formula).toBe('-a + b');
});

test('numbers are put in with their units, and nothing is put in where there is nothing', () => {
  expect(step('F_y / E', { F_y: stress(344.7e6), E: stress(2e11) }).numbers).toBe(
    '\\frac{344.7\\,\\text{MPa}}{200\\,000.0\\,\\text{MPa}}',
  );
  expect(step('0.90').numbers).toBeUndefined();
  expect(symbolToTex('phi_c P_n')).toBe('\\phi_{\\mathrm{c}} P_{\\mathrm{n}}');
  expect(symbolToTex('f_c')).toBe("f_{c}'");
});

test('the typesetter accepts what is made', () => {
  const set = step('max(3 * sqrt(f_c * psi), 200 * psi) / f_y * b_w * abs(d)', { f_c: stress(27e6) });
  for (const tex of [set.formula, set.numbers!, set.symbol])
    expect(() => katex.renderToString(tex, { throwOnError: true })).not.toThrow();
});

test.each(['a +', '(a', 'a b', 'min(a', ', a'])('a mistaken expression %s is refused', (text) => {
  expect(() => parseExpression(text)).toThrow(SyntaxError);
});

test('a negative number put in stands in brackets behind a sign or a dot, and alone at the beginning without', () => {
  const numbers = (expression: string, inputs: Record<string, number>) =>
    stepToTex(
      {
        clause: '',
        title: '',
        symbol: 'p',
        expression,
        inputs: Object.fromEntries(Object.entries(inputs).map(([name, value]) => [name, plain(value, 1)])),
        value: plain(0),
      },
      'si',
    ).numbers;
  expect(numbers('q * C - p', { q: 2, C: -0.5, p: -0.2 })).toBe('2.0 \\left(-0.5\\right) - \\left(-0.2\\right)');
  expect(numbers('C + q', { q: 2, C: -0.5 })).toBe('-0.5 + 2.0');
});

test('a step worked out from its expression has the value its formula gives', () => {
  const sheet = new Sheet();
  const found = calculate(sheet, {
    clause: '1',
    title: 'Peak',
    symbol: 'q',
    expression: '(1 + 7 * I) * 0.5 * rho * v^2',
    inputs: { I: plain(0.2), rho: plain(1.25), v: plain(20) },
    as: { kind: 'pressure' },
  });
  expect(found).toBeCloseTo(2.4 * 0.5 * 1.25 * 400, 9);
  expect(sheet.steps[0].value).toEqual({ value: found, kind: 'pressure' });
  expect(evaluate('min(max(a, 2), 5) + sqrt(16) - abs(-3) + ln(1) + 2 ^ 3', { a: 1 })).toBe(11);
  expect(() => evaluate('a + b', { a: 1 })).toThrow(/“b” has no value/);
  expect(() => evaluate('cosh(a)', { a: 1 })).toThrow(/no function/);
});
