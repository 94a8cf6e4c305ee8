import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  analyse,
  equationCount,
  Factorisation,
  kernelKinds,
  largestPairs,
  multiply,
  runs,
  type BlockMatrix,
  type KernelKind,
} from '~core/fem';
import { testMatrices } from './matrices';

const rounds = 3;
const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1];
const cpu = () => {
  const { user, system } = process.cpuUsage();
  return (user + system) / 1e6;
};

interface Times {
  order: number;
  symbolic: number;
  numeric: number;
  solve: number;
  entries: number;
}

/** The C program beside this file, built when a compiler and the libraries are installed. */
function buildNative(folder: string): string | undefined {
  if (!existsSync('/usr/include/suitesparse/cholmod.h')) return undefined;
  const program = join(folder, 'cholmod');
  const built = spawnSync('gcc', ['-O2', '-o', program, 'bench/native/cholmod.c', '-lcholmod', '-lopenblas', '-lm']);
  return built.status === 0 ? program : undefined;
}

/** The lower triangle in compressed columns, with a right-hand side, as the C program reads it. */
function writeMatrix(path: string, { pattern, values }: BlockMatrix, b: Float64Array): void {
  const n = equationCount(pattern);
  const start = new Int32Array(n + 1);
  const rows: number[] = [];
  const entries: number[] = [];
  for (let v = 0; v < pattern.count; v++) {
    for (let j = 0; j < pattern.width[v]; j++) {
      for (let block = pattern.columnStart[v]; block < pattern.columnStart[v + 1]; block++) {
        const row = pattern.blockRow[block];
        for (let i = row === v ? j : 0; i < pattern.width[row]; i++) {
          rows.push(pattern.first[row] + i);
          entries.push(values[pattern.valueStart[block] + i * pattern.width[v] + j]);
        }
      }
      start[pattern.first[v] + j + 1] = rows.length;
    }
  }
  writeFileSync(
    path,
    Buffer.concat(
      [Int32Array.of(n, rows.length), start, Int32Array.from(rows), Float64Array.from(entries), b].map((list) =>
        Buffer.from(list.buffer, list.byteOffset, list.byteLength),
      ),
    ),
  );
}

function ours(
  matrix: BlockMatrix,
  positions: Float64Array,
  b: Float64Array,
  kind: KernelKind,
): Times & { residual: number; bytes: number; operations: number } {
  let t = cpu();
  const symbolic = analyse(matrix.pattern, positions);
  const order = cpu() - t;
  const factorisation = new Factorisation(symbolic, kind);
  t = cpu();
  if (factorisation.factoriseNow(matrix)) throw new Error('a positive definite matrix was taken for singular');
  const numeric = cpu() - t;
  t = cpu();
  const x = factorisation.solve(b);
  const solve = cpu() - t;
  const residual = multiply(matrix, x).reduce((most, value, i) => Math.max(most, Math.abs(value - b[i])), 0);
  return {
    order,
    symbolic: 0,
    numeric,
    solve,
    entries: symbolic.entries,
    residual,
    bytes: factorisation.bytes,
    operations: symbolic.operations,
  };
}

/** Factorisation and solves against the native library, as ratios of CPU time in interleaved runs. */
export function solverTable(only?: string): void {
  const folder = mkdtempSync(join(tmpdir(), 'elbow-bench-'));
  const kind = kernelKinds.find(runs)!;
  const native = buildNative(folder);
  console.log(
    `\nSparse solver, kernel ${kind}, medians of ${rounds} interleaved runs, CPU seconds${native ? '; ÷ is ours over CHOLMOD (METIS, OpenBLAS, one thread)' : '; no native library here to compare with'}.`,
  );
  console.log(
    [
      'matrix',
      'equations',
      'L, M',
      'GFlop',
      'order+symb',
      'numeric',
      'GFlop/s',
      'solve',
      'numeric ÷',
      'aim',
      'whole ÷',
      'bytes ÷ 8 L',
    ]
      .map((text, i) => text.padEnd(i === 0 ? 24 : 12))
      .join(''),
  );
  try {
    for (const { name, limit, make } of testMatrices) {
      if (only && !name.includes(only)) continue;
      const { matrix, positions } = make();
      const b = Float64Array.from({ length: equationCount(matrix.pattern) }, (_, i) => Math.sin(i));
      const file = join(folder, 'matrix.bin');
      if (native) writeMatrix(file, matrix, b);
      const mine: ReturnType<typeof ours>[] = [];
      const theirs: Times[] = [];
      for (let round = 0; round < rounds; round++) {
        mine.push(ours(matrix, positions, b, kind));
        if (native)
          theirs.push(
            JSON.parse(
              execFileSync(native, [file, '1'], {
                env: { ...process.env, OPENBLAS_NUM_THREADS: '1' },
                encoding: 'utf8',
              }),
            ) as Times,
          );
      }
      const of = (list: Times[], key: keyof Times) => median(list.map((one) => one[key]));
      const whole = (list: Times[]) =>
        of(list, 'order') + of(list, 'symbolic') + of(list, 'numeric') + of(list, 'solve');
      const last = mine[rounds - 1];
      console.log(
        [
          name,
          String(b.length),
          (last.entries / 1e6).toFixed(1),
          (last.operations / 1e9).toFixed(1),
          of(mine, 'order').toFixed(2),
          of(mine, 'numeric').toFixed(2),
          (last.operations / 1e9 / of(mine, 'numeric')).toFixed(1),
          of(mine, 'solve').toFixed(3),
          native ? (of(mine, 'numeric') / of(theirs, 'numeric')).toFixed(2) : '–',
          String(limit),
          native ? (whole(mine) / whole(theirs)).toFixed(2) : '–',
          (last.bytes / 8 / last.entries).toFixed(2),
        ]
          .map((text, i) => text.padEnd(i === 0 ? 24 : 12))
          .join(''),
      );
      if (last.residual > 1e-8) throw new Error(`${name}: residual ${last.residual}`);
    }
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** Many right-hand sides against single ones, and the first 30 modes of the large frame against its factorisation. */
export function manySolvesTable(): void {
  const { matrix, positions, name } = testMatrices[1].make();
  const factorisation = new Factorisation(analyse(matrix.pattern, positions));
  const timed = (work: () => void): number => {
    const start = cpu();
    work();
    return cpu() - start;
  };
  const times = { factor: [] as number[], single: [] as number[], hundred: [] as number[], modes: [] as number[] };
  const right = Array.from({ length: 100 }, (_, c) =>
    Float64Array.from({ length: factorisation.size }, (_unused, i) => Math.sin(i + c)),
  );
  const mass = Float64Array.from({ length: factorisation.size }, (_, i) => (i % 6 < 3 ? 1000 : 1));
  let solves = 0;
  for (let round = 0; round < rounds; round++) {
    times.factor.push(timed(() => factorisation.factoriseNow(matrix)));
    times.single.push(timed(() => right.slice(0, 10).forEach((b) => factorisation.solve(b))) / 10);
    times.hundred.push(timed(() => factorisation.solveMany(right)));
    times.modes.push(
      timed(() => {
        const steps = largestPairs(
          {
            size: factorisation.size,
            operate: (_, inner) => factorisation.solveMany(inner),
            inner: (x) => x.map((value, i) => value * mass[i]),
          },
          30,
        );
        let step = steps.next();
        while (!step.done) step = steps.next();
        solves = step.value.solves;
      }),
    );
  }
  const [factor, single, hundred, modes] = [times.factor, times.single, times.hundred, times.modes].map(median);
  console.log(
    `\n${name}: 100 right-hand sides together cost ${(hundred / single).toFixed(0)} single ones (aim: below 35)`,
  );
  console.log(
    `${name}: 30 modes take ${modes.toFixed(2)} s, ${(modes / factor).toFixed(2)} × the factorisation of ${factor.toFixed(2)} s (aim: below 2), ${solves} solves`,
  );
}
