import { kernelBinary } from './binary';
import { PlainKernel } from './plain-kernel';

/** The numeric work of the factorisation on one block of memory; addresses are in bytes. See assembly/kernel.ts for the layout. */
export interface Kernel {
  setTables(
    pivots: number,
    pivotsUsed: number,
    below: number,
    belowUsed: number,
    panelStart: number,
    rowStart: number,
    rows: number,
    relative: number,
    firstColumn: number,
    children: number,
    blockStart: number,
    blocks: number,
  ): void;
  setNumbers(
    matrix: number,
    reference: number,
    signs: number,
    panels: number,
    stack: number,
    stackOwner: number,
    stackPlace: number,
    diagonals: number,
    signed: number,
  ): void;
  /** @param onlyPositive whether a negative pivot counts as a vanished one */
  begin(pivotTolerance: number, onlyPositive: boolean): void;
  /** @returns −1, or the supernode in which a pivot vanished */
  factor(from: number, to: number): number;
  solveOne(count: number, equations: number, x: number): void;
  solveFour(count: number, equations: number, x: number, tile: number): void;
  dots(vectors: number, n: number, count: number, u: number, out: number): void;
  subtractAll(vectors: number, n: number, count: number, u: number, factors: number): void;
  failedColumn(): number;
  negatives(): number;
}

/** Relaxed (fused multiply-add) and plain 128-bit SIMD in WebAssembly, and the same in plain TypeScript. */
export const kernelKinds = ['relaxed', 'simd', 'plain'] as const;
export type KernelKind = (typeof kernelKinds)[number];

const modules: Partial<Record<KernelKind, WebAssembly.Module | null>> = {};

function moduleOf(kind: 'relaxed' | 'simd'): WebAssembly.Module | null {
  if (modules[kind] === undefined) {
    const bytes = Uint8Array.from(atob(kernelBinary[kind]), (letter) => letter.charCodeAt(0));
    modules[kind] = WebAssembly.validate(bytes) ? new WebAssembly.Module(bytes) : null;
  }
  return modules[kind];
}

/** Whether this machine's JavaScript can run a kind of kernel. */
export function runs(kind: KernelKind): boolean {
  if (kind === 'plain') return true;
  if (typeof WebAssembly === 'undefined') return false;
  try {
    return moduleOf(kind) !== null;
  } catch {
    return false; // compiling WebAssembly may be forbidden
  }
}

/** The fastest kernel that runs here. */
export function bestKernel(): KernelKind {
  return kernelKinds.find(runs)!;
}

type KernelExports = Omit<Kernel, 'failedColumn' | 'negatives'> & {
  failedColumn: WebAssembly.Global;
  negatives: WebAssembly.Global;
};

/** A block of memory with a kernel that works on it. @throws RangeError when the memory cannot be had */
export function createKernel(kind: KernelKind, bytes: number): { kernel: Kernel; buffer: ArrayBuffer } {
  if (kind === 'plain') {
    const buffer = new ArrayBuffer(Math.ceil(bytes / 8) * 8);
    return { kernel: new PlainKernel(buffer), buffer };
  }
  const memory = new WebAssembly.Memory({ initial: Math.ceil(bytes / 65536), maximum: 65536 });
  const abort = (): never => {
    throw new Error('the kernel aborted');
  };
  const { failedColumn, negatives, ...work } = new WebAssembly.Instance(moduleOf(kind)!, { env: { memory, abort } })
    .exports as unknown as KernelExports;
  return {
    kernel: { ...work, failedColumn: () => Number(failedColumn.value), negatives: () => Number(negatives.value) },
    buffer: memory.buffer,
  };
}
