import fc from 'fast-check';
import { solveNow } from '../solve';
import { runAnalysisNow } from '../run-analysis';
import type { Load, Model } from '../../model';
import {
  build,
  chain,
  fixed,
  inPlane,
  pinnedInPlane,
  type LoadSpec,
  type Structure,
} from '../../results/verification/book/structure';
import { combinationWeights, lineIndex, MemberLine, superpose } from '../../results';

const shape = { type: 'rectangle', depth: 0.2, width: 0.2 } as const;
const EI = (200e9 * 0.2 ** 4) / 12;

function secondOrder(structure: Structure) {
  const model = build({ ...structure, order: 'second' });
  const { solution, findings } = solveNow(model);
  if (!solution) return { findings };
  const state = superpose(solution, combinationWeights(solution, model.combinations.u1));
  const line = (member: string) => new MemberLine(solution, state, solution.memberIds.indexOf(member));
  return {
    findings,
    solution,
    state,
    line,
    moved: (node: number, d: number) => state.displacements[6 * solution.nodeIds.indexOf(`n${node}`) + d],
    reaction: (node: number, d: number) => state.reactions[6 * solution.nodeIds.indexOf(`n${node}`) + d],
  };
}

/** The same structure with every member in n equal pieces; loads along members are spread over the pieces they lie on. */
function divided(model: Model, n: number): Model {
  const nodes = { ...model.nodes };
  const members: Record<string, Model['members'][string]> = {};
  const loads: Record<string, Load> = Object.fromEntries(
    Object.values(model.loads)
      .filter((load) => load.type === 'node')
      .map((load) => [load.id, load]),
  );
  const ids: Record<string, string[]> = {};
  for (const member of Object.values(model.members)) {
    const [a, b] = [model.nodes[member.start].position, model.nodes[member.end].position];
    const names = Array.from({ length: n + 1 }, (_, i) =>
      i === 0 ? member.start : i === n ? member.end : `n${900 + Object.keys(nodes).length + i}`,
    );
    for (let i = 1; i < n; i++) {
      const position = [0, 1, 2].map((k) => a[k] + ((b[k] - a[k]) * i) / n) as [number, number, number];
      nodes[names[i]] = { id: names[i], position };
    }
    ids[member.id] = names.slice(1).map((end, i) => {
      const id = i === 0 ? member.id : `m${900 + Object.keys(members).length + 1}`;
      const { startConnection, endConnection, ...rest } = member;
      members[id] = {
        ...rest,
        id,
        start: names[i],
        end,
        ...(i === 0 && startConnection ? { startConnection } : {}),
        ...(i === n - 1 && endConnection ? { endConnection } : {}),
      };
      return id;
    });
  }
  for (const load of Object.values(model.loads)) {
    if (load.type !== 'uniform' && load.type !== 'point') continue;
    const { start, end } = model.members[load.member];
    const length = Math.hypot(...[0, 1, 2].map((k) => model.nodes[end].position[k] - model.nodes[start].position[k]));
    const step = length / n;
    if (load.type === 'uniform') {
      for (const member of ids[load.member]) {
        const id = `l${900 + Object.keys(loads).length}`;
        loads[id] = { ...load, id, member, from: 0, to: null };
      }
    }
    if (load.type === 'point') {
      const i = Math.min(n - 1, Math.floor(load.at / step));
      loads[load.id] = { ...load, member: ids[load.member][i], at: load.at - i * step };
    }
  }
  return { ...model, nodes, members, loads };
}

describe('axial load between the ends of a member', () => {
  // below the load EI w″ = −(M of H and P), above it H alone: M_base by the beam-column equation with both parts joined at the load
  const exact = (P: number, a: number, h: number, H: number): number => {
    const stiffness = 16e6;
    const k = Math.sqrt(P / stiffness);
    // below: w = A (1 − cos kx) + B (sin kx − kx)… with base moment M0 = H h + P w(a)
    const [s, c] = [Math.sin(k * a), Math.cos(k * a)];
    // w'' = (M0 − H x − P w) / EI with w(0) = w'(0) = 0: w = (M0 / P)(1 − cos kx) + (H / P)(sin kx / k − x)
    // M0 = H h + P w(a)
    return (H * h + H * (s / k - a)) / c;
  };
  test.each([
    [676.9e3, 5.4],
    [135.4e3, 5.4],
    [676.9e3, 1.2],
    [400e3, 3],
  ])('cantilever with %d N at %d m and a force at its head: the moment of its foot', (P, a) => {
    const width = ((12 * 16e6) / 200e9) ** 0.25;
    const loads: LoadSpec[] = [
      { type: 'node', node: 'n2', force: [5000, 0, 0], moment: [0, 0, 0] },
      { type: 'point', member: 'm1', axes: 'global', direction: 'z', value: -P, at: a },
    ];
    const { reaction, line } = secondOrder({
      nodes: [
        { position: [0, 0, 0], support: fixed },
        { position: [0, 0, 6], support: inPlane },
      ],
      members: [[1, 2, { role: 'column' }]],
      shape: { type: 'rectangle', depth: width, width },
      loads,
    });
    expect(Math.abs(reaction!(1, 4)) / exact(P, a, 6, 5000)).toBeCloseTo(1, 5);
    expect(Math.abs(line!('m1').at(0)[lineIndex.My]) / exact(P, a, 6, 5000)).toBeCloseTo(1, 5);
    // above the load H alone bends it
    expect(Math.abs(line!('m1').at(a, true)[lineIndex.My])).toBeCloseTo(5000 * (6 - a), 2);
    expect(Math.abs(line!('m1').at(6)[lineIndex.My])).toBeLessThan(1e-2);
  });
});

/** A random plane frame of one bay and one to three storeys with loads along and across its members. */
const frames = fc.record({
  storeys: fc.integer({ min: 1, max: 3 }),
  heights: fc.array(fc.double({ min: 2.5, max: 6, noNaN: true }), { minLength: 3, maxLength: 3 }),
  bay: fc.double({ min: 3, max: 9, noNaN: true }),
  lean: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
  pinned: fc.boolean(),
  shares: fc.array(fc.double({ min: 0.05, max: 0.95, noNaN: true }), { minLength: 12, maxLength: 12 }),
  sizes: fc.array(fc.double({ min: 0.1, max: 1, noNaN: true }), { minLength: 12, maxLength: 12 }),
});
type Frame = typeof frames extends fc.Arbitrary<infer F> ? F : never;

/** @param bent whether beams are loaded, the frame leans and is pushed and its columns differ, so that it sways before it buckles; otherwise its two sides are the same */
function structureOf(
  { storeys, heights, bay, lean: leans, pinned, shares, sizes }: Frame,
  scale: number,
  bent = true,
): Structure {
  const lean = bent ? leans : 0;
  const nodes: Structure['nodes'][number][] = [
    { position: [0, 0, 0], support: pinned ? pinnedInPlane : fixed },
    { position: [bay, 0, 0], support: pinned && !bent ? pinnedInPlane : fixed },
  ];
  const members: Structure['members'][number][] = [];
  const loads: LoadSpec[] = [];
  const force = (scale * EI) / 16;
  let z = 0;
  for (let s = 0; s < storeys; s++) {
    z += heights[s];
    nodes.push(
      { position: [lean, 0, z], support: inPlane },
      { position: [bay + lean * (s + 1), 0, z], support: inPlane },
    );
    const first = 2 * s + 1;
    members.push(
      [first, first + 2, { role: 'column' }],
      [first + 1, first + 3, { role: 'column' }],
      [first + 2, first + 3],
    );
    const at = members.length - 2;
    for (const side of [0, 1]) {
      const k = 4 * s + (bent ? side : 0);
      loads.push({
        type: 'point',
        member: `m${at + side}`,
        axes: 'global',
        direction: 'z',
        value: -force * sizes[k],
        at: shares[k] * heights[s],
      });
      loads.push({
        type: 'uniform',
        member: `m${at + side}`,
        axes: 'global',
        direction: 'z',
        value: (-force * sizes[k + 2]) / heights[s],
        from: 0,
        to: null,
      });
    }
    if (!bent) continue;
    loads.push({
      type: 'uniform',
      member: `m${at + 2}`,
      axes: 'global',
      direction: 'z',
      value: (-force * sizes[4 * s + 3]) / bay,
      from: 0,
      to: null,
    });
    loads.push({
      type: 'node',
      node: `n${first + 2}`,
      force: [0.004 * force * (sizes[4 * s] + 0.3), 0, 0],
      moment: [0, 0, 0],
    });
  }
  return { nodes, members, loads, shape };
}

const bucklingOf = (model: Model, count = 1) => {
  const { outcome, findings } = runAnalysisNow(
    {
      ...model,
      analyses: { a1: { id: 'a1', label: 'B', type: 'buckling', factors: [{ case: 'c1', factor: 1 }], count } },
    },
    'a1',
  );
  if (outcome?.type !== 'buckling') throw new Error(findings.map((finding) => finding.sentence).join(' '));
  return outcome.result.modes.map((mode) => mode.factor);
};

test('second order of random frames with loads along their members is that of a fine division, to 0.5%', () => {
  fc.assert(
    fc.property(frames, fc.double({ min: 0.1, max: 0.8, noNaN: true }), (frame, share) => {
      const critical = bucklingOf(build(structureOf(frame, 1)))[0];
      const model = build({ ...structureOf(frame, share * critical), order: 'second' });
      const [whole, fine] = [solveNow(model), solveNow(divided(model, 24))];
      // loads that redistribute may bring the frame to its limit a little before
      if (!whole.solution || !fine.solution) {
        expect(share).toBeGreaterThan(0.6);
        return;
      }
      const column = (solution: NonNullable<typeof whole.solution>, d: number) => {
        const state = solution.cases.find((one) => one.id === 'u1')!;
        return solution.nodeIds.flatMap((id, n) =>
          model.nodes[id] ? [state.reactions[6 * n + d] || state.displacements[6 * n + d]] : [],
        );
      };
      for (const d of [0, 4]) {
        const [a, b] = [column(whole.solution, d), column(fine.solution, d)];
        const size = Math.max(...b.map(Math.abs));
        a.forEach((value, i) => expect(Math.abs(value - b[i])).toBeLessThan(0.005 * size));
      }
    }),
    { numRuns: 25, endOnFailure: true },
  );
});

test('buckling factors of random frames with loads along their members are those of a fine division: the first to 0.1%, higher ones to 0.5%', () => {
  fc.assert(
    fc.property(frames, (frame) => {
      const model = build(structureOf(frame, 1));
      const [whole, fine] = [bucklingOf(model, 3), bucklingOf(divided(model, 4), 3)];
      whole.forEach((factor, i) => expect(Math.abs(factor / fine[i] - 1)).toBeLessThan(i === 0 ? 1e-3 : 5e-3));
    }),
    { numRuns: 15, endOnFailure: true },
  );
});

test('second order stops where the structure buckles', () => {
  fc.assert(
    fc.property(frames, (frame) => {
      // two like columns loaded along themselves: nothing sways, so the axial forces are those of first order until it buckles. Columns that differ shorten unequally,
      // and the sway of that, some fifty times as large at 98%, moves the axial forces by as much as a fifth
      const straight = bucklingOf(build(structureOf(frame, 1, false)))[0];
      const stands = (factor: number) =>
        solveNow(build({ ...structureOf(frame, factor * straight, false), order: 'second' })).solution !== undefined;
      expect([stands(0.98), stands(1.02)]).toEqual([true, false]);
      // bent frames redistribute on the way; the finding tells the share of the first-order forces, which is that of linear buckling
      const critical = bucklingOf(build(structureOf(frame, 1)))[0];
      const found = solveNow(build({ ...structureOf(frame, 2 * critical), order: 'second' })).findings.find(
        (one) => one.rule === 'unstable',
      );
      expect(Number(/about ([\d.]+) of/.exec(found!.sentence)![1])).toBeCloseTo(0.5, 1);
    }),
    { numRuns: 15, endOnFailure: true },
  );
});

test('the portal of 4 m columns buckles at the same load on its beam as on its column heads, but for what the beam spreads', () => {
  const portal = (loads: LoadSpec[]) =>
    bucklingOf(
      build({
        nodes: [
          { position: [0, 0, 0], support: pinnedInPlane },
          { position: [0, 0, 4], support: inPlane },
          { position: [6, 0, 4], support: inPlane },
          { position: [6, 0, 0], support: pinnedInPlane },
        ],
        members: [
          [1, 2, { role: 'column' }],
          [2, 3],
          [4, 3, { role: 'column' }],
        ],
        shape,
        loads,
      }),
    )[0];
  const heads = portal(
    [2, 3].map((n): LoadSpec => ({ type: 'node', node: `n${n}`, force: [0, 0, -30e3], moment: [0, 0, 0] })),
  );
  const spread = portal([
    { type: 'uniform', member: 'm2', axes: 'global', direction: 'z', value: -1e4, from: 0, to: null },
  ]);
  expect(Math.abs(spread / heads - 1)).toBeLessThan(0.02);
});

test('a chain of pieces under its own distributed load buckles as the whole', () => {
  const whole = build({
    ...chain(1, [0, 0, 0], [0, 0, 5], (n) => ({ support: n === 1 ? fixed : inPlane }), { role: 'column' }),
    shape,
    loads: [{ type: 'uniform', member: 'm1', axes: 'global', direction: 'z', value: -1000, from: 0, to: null }],
  });
  // Greenhill: q L = 7.837 EI / L²
  expect((bucklingOf(whole)[0] * 1000 * 5) / (EI / 25)).toBeCloseTo(7.837, 2);
});
