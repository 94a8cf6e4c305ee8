import v8 from 'node:v8';
import { solverTable } from './solver';

// Node keeps fused SIMD behind a flag
v8.setFlagsFromString('--experimental-wasm-relaxed-simd');
solverTable(process.argv[2]);
