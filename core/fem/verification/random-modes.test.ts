import fc from 'fast-check';
import { runAnalysisNow } from '../run-analysis';
import type { Member, Vector } from '../../model';
import { build, fixed, pinned, type Structure } from '../../results/verification/book/structure';

const length = (min: number, max: number) =>
  fc.integer({ min: min * 100, max: max * 100 }).map((hundredths) => hundredths / 100);
const frames = fc.record({
  storeys: fc.integer({ min: 1, max: 3 }),
  height: length(2.5, 5),
  bay: length(3, 8),
  depth: length(3, 8),
  lean: length(-1, 1),
  foot: fc.constantFrom('fixed', 'pinned'),
  kind: fc.constantFrom('consistent', 'lumped'),
  vertical: fc.boolean(),
  released: fc.array(fc.boolean(), { minLength: 30, maxLength: 30 }),
  beside: fc.array(fc.constantFrom(0, 0, 0.2, -0.15), { minLength: 30, maxLength: 30 }),
  floor: fc.boolean(),
});
type Frame = typeof frames extends fc.Arbitrary<infer F> ? F : never;

/** A space frame of one bay each way with beams that may be released and members whose axes may lie beside their nodes. */
function structureOf({ storeys, height, bay, depth, lean, foot, released, beside, floor }: Frame): Structure {
  const at = (i: number, k: number): Vector => [i % 2 === 0 ? lean * k : bay, i < 2 ? 0 : depth, height * k];
  const nodes = Array.from({ length: 4 * (storeys + 1) }, (_, n) => ({
    position: [...at(n % 4, Math.floor(n / 4))] as [number, number, number],
    ...(n < 4 ? { support: foot === 'fixed' ? fixed : pinned } : {}),
  }));
  const number = (i: number, k: number) => 4 * k + i + 1;
  const members: Structure['members'][number][] = [];
  for (let k = 1; k <= storeys; k++) {
    for (let i = 0; i < 4; i++) {
      const e = beside[members.length];
      members.push([
        number(i, k - 1),
        number(i, k),
        { role: 'column', ...(e === 0 ? {} : { startOffset: [0, 0, e], endOffset: [0, 0, e] }) } as Partial<Member>,
      ]);
    }
    for (const [a, b] of [
      [0, 1],
      [2, 3],
      [0, 2],
      [1, 3],
    ]) {
      const n = members.length;
      members.push([
        number(a, k),
        number(b, k),
        {
          ...(released[n] ? { startConnection: { ry: 0 } } : {}),
          ...(beside[n] === 0 ? {} : { startOffset: [0, 0, beside[n]], endOffset: [0, 0, beside[n]] }),
        } as Partial<Member>,
      ]);
    }
  }
  return {
    nodes,
    members,
    shape: { type: 'rectangle', depth: 0.4, width: 0.3 },
    selfWeight: true,
    diaphragms: floor ? Array.from({ length: storeys }, (_, k) => [0, 1, 2, 3].map((i) => number(i, k + 1))) : [],
  };
}

test('modes of random frames: effective masses come to no more than the mass, and what holds a mode pushes as hard as its masses', () => {
  fc.assert(
    fc.property(frames, (frame) => {
      const model = build(structureOf(frame));
      const { outcome, findings } = runAnalysisNow(
        {
          ...model,
          analyses: {
            a1: {
              id: 'a1',
              label: 'M',
              type: 'modal',
              masses: [{ case: 'c1', factor: 1 }],
              count: 12,
              massMatrix: frame.kind as 'lumped',
              verticalMass: frame.vertical,
            },
          },
        },
        'a1',
      );
      if (outcome?.type !== 'modal') throw new Error(findings.map((finding) => finding.sentence).join(' '));
      const { modes, share, mass } = outcome.result;
      for (const one of share) expect(one).toBeLessThanOrEqual(1 + 1e-9);
      for (const mode of modes) {
        for (const axis of [0, 1]) {
          let held = 0;
          for (let n = 0; n < mode.reactions.length / 6; n++) held += mode.reactions[6 * n + axis];
          // the sum of a mode's reactions is − ω² φᵀ M r
          expect(Math.abs(held + mode.omega ** 2 * mode.participation[axis])).toBeLessThan(
            1e-6 * mode.omega ** 2 * Math.sqrt(mass[axis]),
          );
        }
      }
    }),
    { numRuns: 40, endOnFailure: true },
  );
});
