import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeModelFile } from '~core/exchange';
import { applyAct, type Model } from '~core/model';
import { buildTernHide } from '~demo/tern-hide';
import { runCommand } from './commands';

let folder = '';
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'elbow-'))));
afterAll(() => rmSync(folder, { recursive: true }));

let files = 0;
function file(content: string | Model, name = `model-${++files}.json`): string {
  const path = join(folder, name);
  writeFileSync(path, typeof content === 'string' ? content : writeModelFile(content));
  return path;
}
const hide = buildTernHide();

test('solve writes displacements, reactions and stations; the weight of Tern Hide is what its sections weigh', () => {
  const out = join(folder, 'results.json');
  expect(runCommand(['solve', file(hide), '--out', out])).toEqual({ status: 0, out: '', err: '' });
  const results = JSON.parse(readFileSync(out, 'utf8'));
  const dead = results.results.find((result: { label: string }) => result.label === 'D');
  const vertical = dead.nodes.reduce(
    (sum: number, node: { reaction?: { fz: number } }) => sum + (node.reaction?.fz ?? 0),
    0,
  );
  // W6X9: A = 2.68 in²; two columns of 2.6 m and two rafters of √(2.4² + 0.8²) m at 7850 kg/m³
  const byHand = 2.68 * 0.0254 ** 2 * 7850 * 9.80665 * (2 * 2.6 + 2 * Math.hypot(2.4, 0.8));
  expect(Math.abs(vertical / byHand - 1)).toBeLessThan(0.01);
  expect(dead.members[0].stations.length).toBeGreaterThan(10);
});

test('check lists every member with what was made and why not', () => {
  const { status, out } = runCommand(['check', file(hide)]);
  const { members } = JSON.parse(out);
  expect(status).toBe(0);
  expect(members).toHaveLength(4);
  for (const { checks } of members)
    for (const check of checks) expect(check.made ? check.utilisation >= 0 : check.reason.length > 10).toBe(true);
});

test('a model that cannot be analysed gives status 1 and its findings', () => {
  const loose = applyAct(hide, {
    edits: [
      {
        kind: 'change',
        table: 'nodes',
        changes: Object.values(hide.nodes)
          .filter((node) => node.support)
          .map(({ id }) => ({ id, fields: { support: null } })),
      },
    ],
  });
  const path = file(loose.ok ? loose.model : hide);
  expect(runCommand(['solve', path])).toMatchObject({
    status: 1,
    out: '',
    err: expect.stringContaining('STOP   The structure has no support.'),
  });
  const validated = runCommand(['validate', path]);
  expect(validated.status).toBe(1);
  expect(JSON.parse(validated.out).findings[0]).toMatchObject({ rule: 'unsupported', severity: 'stop' });
});

test('unusable input gives status 2 and says what is wrong', () => {
  const text = writeModelFile(hide);
  const cases: [string[], RegExp][] = [
    [[], /usage/],
    [['fold', 'x'], /not a command/],
    [['solve'], /needs the path/],
    [['solve', join(folder, 'nowhere.json')], /cannot be read/],
    [['solve', file('{"format": "elbow-model", "version"')], /cut off/],
    [['solve', file(text.slice(0, text.length / 2))], /cut off/],
    [['solve', file('{"a": 1}')], /not an Elbow model file/],
    [
      ['solve', file(text.replace(/"version": \d+/, '"version": 99'))],
      /version 99; this Elbow reads up to version \d+/,
    ],
    [['solve', file(text.replace('"start": "n1"', '"start": "n77"'))], /refers to node n77, which is not in the file/],
    [['solve', file(text.replace('"role": "column"', '"role": "pillar"'))], /members\[0\] \(m1\) role/],
    [['solve', '--fast', 'x'], /fast/],
  ];
  for (const [argv, expected] of cases) {
    const { status, err } = runCommand(argv);
    expect(err).toMatch(expected);
    expect(status).toBe(2);
  }
  expect(runCommand(['schema'])).toMatchObject({ status: 0, out: expect.stringContaining('"$schema"') });
});

test('analyse runs modes, buckling, spectrum and history, the record from a file', () => {
  const sample = join(process.cwd(), 'core/exchange/samples/version-2.json');
  const { status, out, err } = runCommand(['analyse', sample]);
  expect([status, err.includes('STOP')]).toEqual([0, false]);
  const { analyses } = JSON.parse(out);
  expect(analyses.map((one: { type: string; done: boolean }) => [one.type, one.done])).toEqual([
    ['modal', true],
    ['buckling', true],
    ['spectrum', true],
    ['history', true],
  ]);
  // a record twice as strong moves everything twice as far
  const record = (factor: number) => {
    const path = file(`dt = 0.01\n0\n${factor}\n${-factor}\n0\n`, `motion-${factor}.csv`);
    const answer = JSON.parse(runCommand(['analyse', sample, '--analysis', 'History', '--record', path]).out);
    return Math.max(...answer.analyses[0].farthestNode.displacement.map(Math.abs));
  };
  expect(record(2) / record(1)).toBeCloseTo(2, 9);
  expect(runCommand(['analyse', sample, '--analysis', 'a9'])).toMatchObject({
    status: 2,
    err: expect.stringContaining('a1 (Modes)'),
  });
  expect(runCommand(['analyse', file(hide)])).toMatchObject({ status: 2, err: expect.stringContaining('no analyses') });
  expect(runCommand(['solve', file(hide), '--record', 'x.csv'])).toMatchObject({ status: 2 });
});
