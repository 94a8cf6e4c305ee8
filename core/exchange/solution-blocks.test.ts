import fc from 'fast-check';
import { buildTernHide } from '../../demo/tern-hide';
import { solveNow } from '../fem';
import { displacementTable, stationRows } from '../results';
import { packBinary, solutionBlocks, solutionOf, unpackBinary } from './index';

test('a solution comes back from its blocks number by number, and gives the same tables', () => {
  const model = buildTernHide();
  const solution = solveNow(model).solution!;
  const blocks = solutionBlocks(solution);
  expect(blocks.map((block) => block.id)).toEqual(['', ...solution.cases.map((one) => one.id)]);
  // as they come from a database: each at some place of a larger buffer
  const moved = blocks.map((block) => ({ ...block, bytes: new Uint8Array([1, 2, 3, ...block.bytes]).subarray(3) }));
  const back = solutionOf(moved);
  expect(back).toEqual(solution);
  const shown = { kind: 'envelope', purpose: 'strength' } as const;
  expect(stationRows(model, back, shown, 10)).toEqual(stationRows(model, solution, shown, 10));
  expect(displacementTable(model, back, shown)).toEqual(displacementTable(model, solution, shown));
});

test('any plain data with arrays comes back as it was, numbers without end included', () => {
  const leaf = fc.oneof(
    fc.double(),
    fc.string(),
    fc.boolean(),
    fc.constant(null),
    fc.float64Array(),
    fc.int32Array(),
    fc.uint8Array(),
  );
  const data = fc.array(
    fc.dictionary(
      fc.string().filter((key) => !key.startsWith('$') && key !== '__proto__' && key !== 'toJSON'),
      leaf,
    ),
  );
  fc.assert(
    fc.property(data, (value) => {
      // JSON has no −0
      const plain = value.map((one) =>
        Object.fromEntries(Object.entries(one).map(([key, part]) => [key, Object.is(part, -0) ? 0 : part])),
      );
      expect(unpackBinary(packBinary(value))).toEqual(plain);
    }),
    { numRuns: 100 },
  );
});

test.each([
  ['nothing', new Uint8Array(0)],
  ['a head that is longer than all', new Uint8Array([255, 255, 0, 0, 1])],
  ['no JSON', new Uint8Array([4, 0, 0, 0, 120, 120, 120, 120])],
  ['arrays cut off', packBinary({ a: new Float64Array(20) }).subarray(0, 64)],
])('%s is refused with a sentence', (_, bytes) => {
  expect(() => unpackBinary(bytes)).toThrow(/cannot be read/);
  expect(() => solutionOf([])).toThrow(/outline is missing/);
});

test('what would be lost is not packed', () => expect(() => packBinary({ a: new Map() })).toThrow(/cannot be packed/));
