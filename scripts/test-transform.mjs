// Turns TypeScript into JavaScript for Jest, and hands every module the language's own objects as its own constants.
// Jest runs modules in a context whose globals are looked up through an interceptor: Math.max costs 500 ns there and 6 ns as a constant of the module,
// so that computations under test took several times what they take anywhere else.
import swc from '@swc/jest';

const builtIn = [
  'Math',
  'Number',
  'Object',
  'Array',
  'Map',
  'Set',
  'WeakMap',
  'Symbol',
  'String',
  'Infinity',
  'NaN',
  'Float64Array',
  'Int32Array',
  'Uint8Array',
  'Uint32Array',
];

/** The built-in objects a module names and does not declare or import itself. */
const namedIn = (code) =>
  builtIn.filter(
    (name) =>
      new RegExp(`(?<![.\\w$'"])${name}\\b`).test(code) &&
      !new RegExp(`\\b(?:const|let|var|class|function|as)\\s+${name}\\b|import\\s*\\{[^}]*\\b${name}\\b`).test(code),
  );

const withConstants = (transformed) => {
  const names = namedIn(transformed.code);
  // on the first line, so that lines of errors stay what they are
  return names.length === 0
    ? transformed
    : { ...transformed, code: `const { ${names.join(', ')} } = globalThis; ${transformed.code}` };
};

export default {
  createTransformer(options) {
    const inner = swc.createTransformer(options);
    return {
      canInstrument: false,
      getCacheKey: (...input) => `${inner.getCacheKey(...input)}-${builtIn.length}-1`,
      process: (...input) => withConstants(inner.process(...input)),
      processAsync: async (...input) => withConstants(await inner.processAsync(...input)),
    };
  },
};
