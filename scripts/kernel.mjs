// Compiles the WebAssembly kernel of the sparse solver and writes it, as base64, into the module that core imports.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import asc from 'assemblyscript/asc';

const source = 'core/fem/sparse/kernel/assembly/kernel.ts';
const target = 'core/fem/sparse/kernel/binary.ts';
const options = [
  '-O3',
  '--noAssert',
  '--runtime',
  'stub',
  '--importMemory',
  '--initialMemory',
  '1',
  '--maximumMemory',
  '65536',
  '--enable',
  'simd',
];

/** The text of the module with both variants of the kernel. */
export async function kernelModule() {
  const folder = mkdtempSync(join(tmpdir(), 'elbow-kernel-'));
  const compile = async (name, more) => {
    const out = join(folder, `${name}.wasm`);
    const { error, stderr } = await asc.main([source, ...options, ...more, '-o', out]);
    if (error) throw new Error(`${error.message}\n${stderr.toString()}`);
    return readFileSync(out).toString('base64');
  };
  try {
    const simd = await compile('simd', []);
    const relaxed = await compile('relaxed', ['--enable', 'relaxed-simd']);
    return `/** Made from assembly/kernel.ts by \`npm run kernel\`; a test fails when it is out of date. WebAssembly, base64. */\nexport const kernelBinary = {\n  simd: '${simd}',\n  relaxed: '${relaxed}',\n};\n`;
  } finally {
    rmSync(folder, { recursive: true });
  }
}

if (process.argv[1]?.endsWith('kernel.mjs')) writeFileSync(target, await kernelModule());
