import fc from 'fast-check';
import { buildTernHide } from '../../demo/tern-hide';
import { MemberChecker } from '../checks';
import { solveNow } from '../fem';
import { checksData, readModelFile, resultsData, writeModelFile } from './index';

const model = buildTernHide();
const text = writeModelFile(model);

test('a file cut, or with a piece replaced, is read or refused with reasons; it never breaks the reader', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: text.length - 1 }),
      fc.integer({ min: 0, max: 40 }),
      fc.constantFrom('', '0', '-1', '"x"', 'null', '{}', '[]', '1e999', '}'),
      (at, length, piece) => {
        const read = readModelFile(text.slice(0, at) + piece + text.slice(at + length));
        if (read.ok) expect(Object.keys(read.model.members).length).toBeGreaterThan(0);
        else for (const problem of read.problems) expect(problem.length).toBeGreaterThan(10);
      },
    ),
    { numRuns: 400 },
  );
});

test('a file with any value of any record replaced by nonsense is refused, naming table and record, or means the same kind of model', () => {
  const tables = ['nodes', 'members', 'sections', 'materials', 'cases', 'loads', 'combinations'];
  fc.assert(
    fc.property(
      fc.constantFrom(...tables),
      fc.nat(),
      fc.nat(),
      fc.constantFrom<unknown>(null, -5, 'nonsense', [], {}, true, 1e300),
      (table, row, field, value) => {
        const file = JSON.parse(text) as Record<string, Record<string, unknown>[]>;
        const record = file[table][row % file[table].length];
        const key = Object.keys(record)[field % Object.keys(record).length];
        record[key] = value;
        const read = readModelFile(JSON.stringify(file));
        if (!read.ok) expect(read.problems.join(' ')).toMatch(/\[\d+\]|refers to|stands twice/);
      },
    ),
    { numRuns: 300 },
  );
});

test('results written for other programs are those of the solution: case by case and, for combinations, their sum', () => {
  const { solution, findings } = solveNow(model);
  interface Written {
    results: {
      of: string;
      id: string;
      nodes: { id: string; displacement: Record<string, number> }[];
      members: { id: string; stations: { x: number; My: number }[] }[];
    }[];
  }
  const data = JSON.parse(JSON.stringify(resultsData(model, solution!, findings))) as Written;
  expect(data.results).toHaveLength(Object.keys(model.cases).length + Object.keys(model.combinations).length);
  const at = (id: string) => data.results.find((one) => one.id === id)!;
  for (const combination of Object.values(model.combinations)) {
    at(combination.id).nodes.forEach((node, n) => {
      const sum = combination.factors.reduce(
        (total, { case: id, factor }) => total + factor * at(id).nodes[n].displacement.ux,
        0,
      );
      expect(Math.abs(node.displacement.ux - sum)).toBeLessThan(1e-12);
    });
    at(combination.id).members.forEach((member, m) => {
      const middle = Math.floor(member.stations.length / 2);
      const sum = combination.factors.reduce(
        (total, { case: id, factor }) => total + factor * at(id).members[m].stations[middle].My,
        0,
      );
      expect(Math.abs(member.stations[middle].My - sum)).toBeLessThan(1e-6);
    });
  }
});

test('checks written for other programs hold every check, and the governing one is the largest', () => {
  const { solution } = solveNow(model);
  const checker = new MemberChecker(model, solution!);
  interface Written {
    members: {
      utilisation: number;
      governedBy: string;
      checks: { id: string; made: boolean; utilisation?: number; reason?: string }[];
    }[];
  }
  const { members } = JSON.parse(
    JSON.stringify(
      checksData(
        model,
        Object.keys(model.members).map((id) => checker.check(id)),
      ),
    ),
  ) as Written;
  for (const { utilisation, governedBy, checks } of members) {
    const made = checks.filter((check) => check.made);
    expect(Math.max(...made.map((check) => check.utilisation!))).toBe(utilisation);
    expect(made.find((check) => check.id === governedBy)!.utilisation).toBe(utilisation);
    expect(checks.length).toBeGreaterThan(made.length);
  }
});
