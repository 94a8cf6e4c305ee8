import v8 from 'node:v8';
import { gzipSync } from 'node:zlib';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildFrame, parseSection } from '~core/build';
import { findMaterial } from '~core/catalog';
import { generateCombinations } from '~core/combine';
import { MemberChecker } from '~core/checks';
import { solve, type Factored, type Outcome } from '~core/fem';
import { applyAct, emptyModel, type Act, type Load, type Model } from '~core/model';
import { combinationWeights, StationTable } from '~core/results';
import { concreteBeamsTable } from './concrete-beams';
import { timeToFirstCanvas } from './first-canvas';
import { floorsTable } from './floors';
import { pipistrelleTable } from './pipistrelle-house';
import { frameStageTable, largeModelInBrowser } from './frame-stage';
import { loadsStageTable } from './loads-stage';
import { resultsStageTable } from './results-stage';
import { manySolvesTable, solverTable } from './solver';

// Node keeps fused SIMD, the fastest kernel, behind a flag
v8.setFlagsFromString('--experimental-wasm-relaxed-simd');

/** Regular frames of about 100, 1 000 and 5 000 members. */
const sizes = [
  { name: '100', bays: [3, 2], storeys: 3 },
  { name: '1 000', bays: [6, 6], storeys: 8 },
  { name: '5 000', bays: [12, 11], storeys: 12 },
] as const;
const rounds = 5;

const seconds = () => performance.now() / 1000;
const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

function applied(model: Model, act: Act): Model {
  const result = applyAct(model, act);
  if (!result.ok) throw new Error(result.error);
  return result.model;
}

function frame(bays: readonly [number, number] | readonly number[], storeys: number): Model {
  const choice = (text: string) => {
    const parsed = parseSection(text, 'si');
    if (!parsed.ok) throw new Error(parsed.error);
    return parsed.value;
  };
  const empty = emptyModel({ name: 'Benchmark', units: 'si', code: 'us' });
  const built = buildFrame(empty, {
    baysX: Array<number>(bays[0]).fill(6),
    baysY: Array<number>(bays[1]).fill(6),
    storeys: Array<number>(storeys).fill(3.5),
    column: choice('W14X90'),
    beamX: choice('W18X50'),
    beamY: choice('W16X40'),
    material: findMaterial('A992')!,
    feet: 'fixed',
  });
  const model = applied(empty, built.act!);
  const loads = Object.values(model.members)
    .filter((member) => member.role === 'beam')
    .map((member, i): Load => ({
      id: `l${i + 1}`,
      case: 'c2',
      type: 'uniform',
      member: member.id,
      axes: 'global',
      direction: 'z',
      value: -15000,
      from: 0,
      to: null,
    }));
  const loaded = applied(model, {
    edits: [
      {
        kind: 'add',
        records: {
          cases: [
            { id: 'c1', label: 'D', name: 'Self-weight', nature: 'dead', selfWeight: true },
            { id: 'c2', label: 'L', name: 'Live', nature: 'live', selfWeight: false },
          ],
          loads,
        },
      },
    ],
  });
  return applied(loaded, generateCombinations(loaded)!);
}

function carryThrough(model: Model, earlier?: Factored): Outcome {
  const steps = solve(model, earlier, seconds);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** One size: medians over some rounds, interleaved with the others by the caller. */
function measure(model: Model, factored: Factored | undefined, round: number) {
  const times: Record<string, number> = {};
  const timed = <T>(name: string, work: () => T): T => {
    const start = seconds();
    const result = work();
    times[name] = seconds() - start;
    return result;
  };
  const moved = timed('edit: move a node', () =>
    applied(model, { edits: [{ kind: 'nodes.move', ids: ['n5'], by: [0.001 * (round + 1), 0, 0] }] }),
  );
  const outcome = timed('geometry edit → solution', () => carryThrough(moved, factored));
  Object.entries(outcome.solution!.log.times).forEach(([phase, time]) => (times[`  of which ${phase}`] = time));
  const loaded = applied(model, {
    edits: [{ kind: 'change', table: 'loads', changes: [{ id: 'l1', fields: { value: -16000 - round } }] }],
  });
  timed('load edit → solution', () => carryThrough(loaded, factored));
  const stiffer = applied(model, {
    edits: [{ kind: 'change', table: 'members', changes: [{ id: 'm7', fields: { angle: 0.001 * (round + 1) } }] }],
  });
  timed('stiffness edit of a member → solution', () => carryThrough(stiffer, factored));
  timed('diagrams of all members, envelope', () => {
    const table = new StationTable(outcome.solution!);
    const weights = Object.values(moved.combinations).map((combination) =>
      combinationWeights(outcome.solution!, combination),
    );
    for (let member = 0; member < outcome.solution!.memberIds.length; member++) table.extremes(member, weights, 'My');
  });
  timed('checks of all members', () => {
    const checker = new MemberChecker(moved, outcome.solution!);
    for (const id of Object.keys(moved.members)) checker.check(id);
  });
  return { times, log: outcome.solution!.log };
}

function analysisTable(): void {
  const models = sizes.map(({ name, bays, storeys }) => {
    const model = frame(bays, storeys);
    return { name, model, factored: carryThrough(model).factored };
  });
  const all = models.map(() => [] as ReturnType<typeof measure>[]);
  for (let round = 0; round < rounds; round++)
    models.forEach(({ model, factored }, i) => all[i].push(measure(model, factored, round)));
  const names = Object.keys(all[0][0].times);
  console.log(`Analysis, medians of ${rounds} interleaved rounds, ms; × is the ratio to the smallest frame.`);
  console.log(
    ['', ...models.map(({ model }) => `${Object.keys(model.members).length} members`)]
      .map((text, i) => text.padEnd(i === 0 ? 36 : 24))
      .join(''),
  );
  for (const name of names) {
    const values = all.map((runs) => median(runs.map((run) => run.times[name])));
    console.log(
      name.padEnd(36) +
        values
          .map((value) => `${(value * 1000).toFixed(1)} (× ${(value / (values[0] || 1e-9)).toFixed(1)})`.padEnd(24))
          .join(''),
    );
  }
  console.log(
    'entries of the factor'.padEnd(36) + all.map((runs) => String(runs[0].log.factorEntries).padEnd(24)).join(''),
  );
}

function bundleTable(): void {
  const folder = 'build/client/assets';
  if (!existsSync(folder)) return;
  const files = readdirSync(folder)
    .filter((file) => /\.(js|css)$/.test(file))
    .map((file) => ({ file, bytes: readFileSync(join(folder, file)) }));
  const size = (bytes: number) => `${(bytes / 1024).toFixed(0)} kB`;
  console.log('\nClient bundle (JavaScript and styles)');
  for (const { file, bytes } of files.sort((a, b) => b.bytes.length - a.bytes.length).slice(0, 6))
    console.log(`  ${file.padEnd(44)} ${size(bytes.length).padStart(9)}, gzip ${size(gzipSync(bytes).length)}`);
  console.log(
    `  ${'all'.padEnd(44)} ${size(files.reduce((sum, { bytes }) => sum + bytes.length, 0)).padStart(9)}, gzip ${size(files.reduce((sum, { bytes }) => sum + gzipSync(bytes).length, 0))}`,
  );
}

/** Twenty combinations of a frame of about 1,000 members in second order. */
function secondOrder(): void {
  const model = frame(sizes[1].bays, sizes[1].storeys);
  const sway = Object.values(model.nodes)
    .filter((node) => !node.support)
    .map((node, i): Load => ({
      id: `l${90000 + i}`,
      case: 'c3',
      type: 'node',
      node: node.id,
      force: [2000, 500, 0],
      moment: [0, 0, 0],
    }));
  const pushed = applied(model, {
    edits: [
      {
        kind: 'add',
        records: { cases: [{ id: 'c3', label: 'W', name: 'Wind', nature: 'wind', selfWeight: false }], loads: sway },
      },
    ],
  });
  const combinations = Array.from({ length: 20 }, (_, i) => ({
    id: `u${900 + i}`,
    label: `Z${i}`,
    purpose: 'strength' as const,
    rule: '',
    factors: [
      { case: 'c1', factor: 1.2 },
      { case: 'c2', factor: 0.5 + 0.05 * i },
      { case: 'c3', factor: i % 2 === 0 ? 1 : -1 },
    ],
    origin: 'own' as const,
    changed: false,
    order: 'second' as const,
  }));
  const whole = applied(pushed, { edits: [{ kind: 'add', records: { combinations } }] });
  const times = Array.from({ length: 3 }, () => {
    const start = seconds();
    carryThrough(whole);
    return seconds() - start;
  });
  console.log(
    `\nSecond order of ${Object.keys(model.members).length} members, 20 combinations: ${median(times).toFixed(2)} s (aim: below 3)`,
  );
}

analysisTable();
secondOrder();
solverTable();
manySolvesTable();
floorsTable();
pipistrelleTable();
concreteBeamsTable();
const large = frame(sizes[2].bays, sizes[2].storeys);
frameStageTable(large);
loadsStageTable(large);
resultsStageTable(large);
bundleTable();
if (!process.argv.includes('--no-browser')) {
  await timeToFirstCanvas();
  console.log(`\n${Object.keys(large.members).length} members in Chromium (software rendering)`);
  await largeModelInBrowser(large);
}
