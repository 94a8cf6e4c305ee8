import { parseExpression, type Expression } from './typeset';

const functions: Readonly<Record<string, (...values: number[]) => number>> = {
  sqrt: Math.sqrt,
  min: Math.min,
  max: Math.max,
  abs: Math.abs,
  ln: Math.log,
  exp: Math.exp,
  sin: Math.sin,
  tan: Math.tan,
};

/**
 * The value of a sheet's expression.
 * @param inputs values of its symbols, base SI
 * @throws SyntaxError when a symbol or a function is unknown, which is a mistake in a sheet
 */
export function evaluate(expression: string, inputs: Readonly<Record<string, number>>): number {
  const value = (node: Expression): number => {
    switch (node.type) {
      case 'number':
        return Number(node.text);
      case 'symbol': {
        const found = node.name === 'pi' ? Math.PI : inputs[node.name];
        if (found === undefined) throw new SyntaxError(`“${node.name}” has no value in ${expression}`);
        return found;
      }
      case 'negative':
        return -value(node.of);
      case 'call': {
        const called = functions[node.name];
        if (!called) throw new SyntaxError(`“${node.name}” is no function of ${expression}`);
        return called(...node.arguments.map(value));
      }
      case 'operation': {
        const [left, right] = [value(node.left), value(node.right)];
        return node.operator === '+'
          ? left + right
          : node.operator === '-'
            ? left - right
            : node.operator === '*'
              ? left * right
              : node.operator === '/'
                ? left / right
                : left ** right;
      }
    }
  };
  return value(parseExpression(expression));
}
