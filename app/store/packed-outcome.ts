import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { RunOutcome } from './recorded-runs';

/** One block of a run as it is stored: gzip. */
export interface PackedBlock {
  readonly kind: string;
  readonly id: string;
  readonly packed: Uint8Array;
}

/** An outcome ready to be stored. */
export type PackedOutcome = Omit<RunOutcome, 'blocks'> & { readonly blocks: readonly PackedBlock[] };

const zip = promisify<Uint8Array, { level: number }, Buffer>(gzip);

/** Packs the blocks of an outcome, off the thread that asks. */
export async function packOutcome({ blocks, ...outcome }: RunOutcome): Promise<PackedOutcome> {
  const packed: PackedBlock[] = [];
  for (const { kind, id, bytes } of blocks) packed.push({ kind, id, packed: await zip(bytes, { level: 1 }) });
  return { ...outcome, blocks: packed };
}
