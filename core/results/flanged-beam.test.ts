import { solveNow, type Solution } from '../fem';
import type { Model } from '../model';
import { build, type Records } from './verification/book/structure';
import { flangedBeam, flangedForces, flangedMembers, lineIndex, MemberLine, shownParts } from './index';

const solved = (model: Model): Solution => {
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  return solution;
};

const [span, thickness, q] = [8, 0.2, 5e3];
const line = { ux: false, uy: false, uz: true, rx: false, ry: false, rz: false };

interface Deck {
  /** where beams lie across the deck, m */
  readonly beams: readonly number[];
  readonly width: number;
  readonly fields?: object;
  readonly turn?: number;
  readonly opening?: readonly (readonly [number, number])[];
}

/** A deck on beams that span 8 m between lines at its ends, under an even load; the ends of the beams stand on the lines. */
function deck({ beams, width, fields = {}, turn = 0, opening }: Deck): Model {
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const place = (x: number, y: number): [number, number, number] => [x * c - y * s, x * s + y * c, 0];
  const corners = [place(0, 0), place(span, 0), place(span, width), place(0, width)];
  const held = { ux: true, uy: true, uz: true, rx: false, ry: false, rz: false };
  const nodes: { position: [number, number, number]; support?: typeof held }[] = corners.map((position) => ({
    position,
  }));
  const at = (x: number, y: number, support?: typeof held): number => {
    const position = place(x, y);
    const found = nodes.findIndex((node) => Math.hypot(...node.position.map((value, k) => value - position[k])) < 1e-9);
    if (found >= 0) {
      if (support) nodes[found] = { ...nodes[found], support };
      return found + 1;
    }
    nodes.push({ position, ...(support ? { support } : {}) });
    return nodes.length;
  };
  const members = beams.map((y, i) => [
    // one place is held in the plane, so that nothing pushes along
    at(0, y, i === 0 ? { ...held, rz: true } : { ...held, ux: false, uy: false }),
    at(span, y, { ...held, ux: false, uy: false }),
    { role: 'beam', axisPosition: 'top', ...fields },
  ]);
  const openings = opening ? [opening.map(([x, y]) => `n${at(x, y)}`)] : [];
  return build({
    E: 30e9,
    poisson: 0.2,
    nodes,
    shape: { type: 'rectangle', depth: 0.5, width: 0.3 },
    members: members as never,
    loads: [],
    records: {
      slabs: [
        {
          id: 'b1',
          corners: ['n1', 'n2', 'n3', 'n4'],
          thickness,
          material: 't1',
          behaviour: 'shell',
          meshSize: 0.4,
          plane: 'top',
          openings,
        },
      ],
      lineSupports: [
        { id: 'j1', start: 'n1', end: 'n4', support: line },
        { id: 'j2', start: 'n2', end: 'n3', support: line },
      ],
      loads: [
        {
          id: 'l9',
          case: 'c1',
          type: 'area',
          region: { kind: 'panels', slabs: ['b1'], walls: [] },
          pressure: { type: 'uniform', value: -q },
          direction: 'z',
          spread: { way: 'one', along: [0, 1, 0] },
        },
      ],
    } as unknown as Records,
  });
}

const along = (model: Model, id = 'm1') => {
  const solution = solved(model);
  const [part] = shownParts(model, solution, { kind: 'case', id: 'c1' });
  const beam = flangedBeam(model, solution, id)!;
  return {
    beam,
    solution,
    part,
    forces: beam.sections.map((one) => ({
      x: one.x,
      section: one.section,
      ...flangedForces(model, solution, beam, one, part),
    })),
  };
};

test.each([
  ['as drawn', {}, 0],
  ['turned in plan', {}, 2.2],
  ['its axis in the middle of the slab', { axisPosition: 'middle' }, 0],
])('beam and whole slab carry what a simple beam carries, at every section: %s', (_, fields, turn) => {
  const width = 2.4;
  const { forces, solution, part } = along(
    deck({ beams: [1.2], width, turn, fields: { ...fields, flange: { left: 1.2, right: 1.2 } } }),
  );
  const w = q * width;
  expect(forces).toHaveLength(11);
  for (const { x, N, Vz, My, Vy, Mz } of forces) {
    expect(My / ((w * span ** 2) / 8)).toBeCloseTo((4 * x * (span - x)) / span ** 2, 7);
    expect(Vz / ((w * span) / 2)).toBeCloseTo(1 - (2 * x) / span, 7);
    for (const none of [N, Vy, Mz]) expect(Math.abs(none) / (w * span)).toBeLessThan(1e-9);
  }
  // the beam alone carries less than half of the moment where slab and beam work together, and pulls instead
  if (!('axisPosition' in fields)) {
    const own = new MemberLine(solution, part.state, 0).at(span / 2);
    expect(own[lineIndex.My] / ((w * span ** 2) / 8)).toBeLessThan(0.5);
    // its pull times the distance of the centroids of slab and beam makes up for most of the rest
    const arm = 0.5 / 2 - thickness / 2;
    expect((own[lineIndex.My] + own[lineIndex.N] * arm) / ((w * span ** 2) / 8)).toBeGreaterThan(0.7);
  }
});

test('widths that work with a beam: by ACI 318-19 Table 6.3.2.1 and EN 1992-1-1 5.3.2.1, up to the next web, wall, edge or opening', () => {
  const us = (model: Model, id: string) => {
    const { left, right } = flangedBeam(model, solved(model), id)!;
    return [left.width, right.width];
  };
  const three = deck({ beams: [0, 2, 5], width: 6 });
  // slab on one side: 6 h = 1.2, half of 1.7, ln/12 = 0.667; local y of a beam along x is along y
  expect(us(three, 'm1')).toEqual([0.15 + 0.6667, 0].map((width) => expect.closeTo(width, 4)));
  // on both: 8 h = 1.6, ln/8 = 1, half of 1.7 to the first beam
  expect(us(three, 'm2')).toEqual([0.15 + 1, 0.15 + 0.85].map((width) => expect.closeTo(width, 4)));
  // to the edge 0.85
  expect(us(three, 'm3')).toEqual([0.15 + 0.85, 0.15 + 1].map((width) => expect.closeTo(width, 4)));
  const metric: Model = { ...three, settings: { ...three.settings, code: 'eurocode' } };
  // b = 1.35: 0.2 · 1.35 + 0.1 · 0.7 · 8 = 0.83 ≤ 0.2 · 5.6; b = 0.85: 0.73
  expect(us(metric, 'm2')).toEqual([0.15 + 0.83, 0.15 + 0.73].map((width) => expect.closeTo(width, 4)));
  const open = deck({
    beams: [2],
    width: 4,
    opening: [
      [3, 2.5],
      [5, 2.5],
      [5, 3.5],
      [3, 3.5],
    ],
  });
  expect(us(open, 'm1')).toEqual([0.15 + 0.35, 0.15 + 1].map((width) => expect.closeTo(width, 4)));
  const given = deck({ beams: [1], width: 4, fields: { flange: { left: 0.7, right: 3 } } });
  expect(us(given, 'm1')).toEqual([0.7, 1].map((width) => expect.closeTo(width, 4)));
});

test('beside openings on both sides the beam carries alone, and its own forces stand there', () => {
  const model = deck({
    beams: [1.2],
    width: 2.4,
    opening: [
      [3, 0.6],
      [5, 0.6],
      [5, 1.8],
      [3, 1.8],
    ],
    fields: { flange: { left: 0.5, right: 0.5 } },
  });
  const { forces, solution, part } = along(model);
  const bare = forces.filter(({ section }) => !section);
  expect(bare.map(({ x }) => x)).toEqual([3.2, 4, 4.8].map((x) => expect.closeTo(x, 9)));
  for (const { x, My } of bare)
    expect(My).toBeCloseTo(new MemberLine(solution, part.state, 0).at(x, x <= span / 2)[lineIndex.My], 6);
});

test('what does not lie in a slab, or carries no bending, has no flange', () => {
  const plain = deck({ beams: [1.2], width: 2.4, fields: { behaviour: 'axial' } });
  expect(flangedMembers(plain, solved(plain))).toEqual([]);
  const above = deck({ beams: [1.2], width: 2.4 });
  const { n5, n6 } = above.nodes;
  const raised = [n5, n6].map((node) => [node.id, { ...node, position: [node.position[0], node.position[1], 0.4] }]);
  const apart = { ...above, nodes: { ...above.nodes, ...Object.fromEntries(raised) } } as Model;
  expect(flangedBeam(apart, solved(above), 'm1')).toBeUndefined();
});
