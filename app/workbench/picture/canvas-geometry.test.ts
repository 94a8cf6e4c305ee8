import fc from 'fast-check';
import { buildTernHide } from '~demo/tern-hide';
import { gridPlane } from '~core/build';
import type { Member, Model } from '~core/model';
import { snapKinds, type SnapKind } from '../../state/view-slice';
import { directionOf, fitEye, panned, Projector, rayAt, toThree, zoomed, type Frame } from '../projection/eye';
import { segmentDistance } from '../projection/outline';
import { pick, picksAt, pickWindow } from './pick';
import { positionsOf, scopeOf } from '~core/picture';
import { onPlane, snapsAt, snapPoints } from './snap';
import { parsePoint } from './typed-point';

const frame: Frame = { width: 1280, height: 756, insets: { left: 82, right: 312, top: 52, bottom: 300 } };
const model = buildTernHide();
const scope = scopeOf(model, { kind: '3d' }, null);
const points = positionsOf(model, scope.members, scope.nodes);
const eyes = {
  space: fitEye(points, directionOf({ kind: '3d' }, undefined), frame),
  elevation: fitEye(points, directionOf({ kind: 'elevation', gridLine: 'g3' }, 'y'), frame),
};

test.each(Object.entries(eyes))('fitting shows every node in the free part of the canvas (%s)', (_, eye) => {
  const projector = new Projector(toThree(eye, frame), frame);
  const places = Object.values(model.nodes).map((node) => projector.point(node.position));
  for (const [x, y] of places) {
    expect(x).toBeGreaterThan(frame.insets.left);
    expect(x).toBeLessThan(frame.width - frame.insets.right);
    expect(y).toBeGreaterThan(frame.insets.top);
    expect(y).toBeLessThan(frame.height - frame.insets.bottom);
  }
  const spread = Math.max(
    Math.max(...places.map(([x]) => x)) - Math.min(...places.map(([x]) => x)),
    Math.max(...places.map(([, y]) => y)) - Math.min(...places.map(([, y]) => y)),
  );
  expect(spread).toBeGreaterThan(250);
});

test('an elevation on a line of constant y shows x to the right and z up', () => {
  const projector = new Projector(toThree(eyes.elevation, frame), frame);
  const [origin, right, up] = [projector.at(0, 0, 0), projector.at(1, 0, 0), projector.at(0, 0, 1)];
  expect(right[0]).toBeGreaterThan(origin[0]);
  expect(right[1]).toBeCloseTo(origin[1], 6);
  expect(up[1]).toBeLessThan(origin[1]);
});

test('what is under the pointer stays there while zooming, and moves with it while panning', () => {
  const middle = {
    x: (frame.width + frame.insets.left - frame.insets.right) / 2,
    y: (frame.height + frame.insets.top - frame.insets.bottom) / 2,
  };
  const before = new Projector(toThree(eyes.elevation, frame), frame).at(2.4, 0, 3.4);
  const zoom = zoomed(eyes.elevation, 0.5, before[0] - middle.x, before[1] - middle.y, frame);
  const after = new Projector(toThree(zoom, frame), frame).at(2.4, 0, 3.4);
  expect(after[0]).toBeCloseTo(before[0], 4);
  expect(after[1]).toBeCloseTo(before[1], 4);
  const moved = new Projector(toThree(panned(eyes.elevation, 30, -12, frame), frame), frame).at(2.4, 0, 3.4);
  expect(moved[0] - before[0]).toBeCloseTo(30, 4);
  expect(moved[1] - before[1]).toBeCloseTo(-12, 4);
});

test('a click takes a node before a member, and nothing where there is nothing', () => {
  const projector = new Projector(toThree(eyes.elevation, frame), frame);
  const [x, y] = projector.point(model.nodes.n1.position);
  expect(pick(projector, model, scope.members, scope.nodes, x + 3, y)).toEqual({ kind: 'node', id: 'n1' });
  const [mx, my] = projector.at(0, 0, 1.3);
  expect(pick(projector, model, scope.members, scope.nodes, mx + 3, my)).toMatchObject({
    kind: 'member',
    id: 'm1',
    share: expect.closeTo(0.5, 6),
  });
  expect(pick(projector, model, scope.members, scope.nodes, mx + 40, my)).toBeUndefined();
  expect(segmentDistance(0, 5, -10, 0, 10, 0)).toEqual({ distance: 5, share: 0.5 });
});

test('a window takes what it encloses; drawn to the left also what it touches', () => {
  const projector = new Projector(toThree(eyes.elevation, frame), frame);
  const [left, top] = projector.at(-0.2, 0, 2);
  const [right, bottom] = projector.at(0.2, 0, 1);
  expect(pickWindow(projector, model, scope.members, scope.nodes, { left, top, right, bottom }, false).members).toEqual(
    [],
  );
  expect(pickWindow(projector, model, scope.members, scope.nodes, { left, top, right, bottom }, true).members).toEqual([
    'm1',
  ]);
});

test('snapping says its name, prefers nodes, and can be switched off kind by kind', () => {
  const camera = toThree(eyes.elevation, frame);
  const projector = new Projector(camera, frame);
  const all = Object.fromEntries(snapKinds.map((kind) => [kind, true])) as Record<SnapKind, boolean>;
  const front = gridPlane({ axis: 'y', position: 0 });
  const at = (
    position: [number, number, number],
    enabled = all,
    from?: [number, number, number],
    orthogonal = false,
  ) => {
    const [x, y] = projector.point(position);
    const aim = {
      projector,
      model,
      members: scope.members,
      enabled,
      from,
      plane: front,
      ray: rayAt(camera, frame, x + 4, y - 3),
      steps: [0.1, 0.25] as const,
      orthogonal,
    };
    return snapsAt(snapPoints(model, { kind: '3d' }, scope.members, scope.nodes, enabled), aim, x + 4, y - 3);
  };
  expect(at([0, 0, 0])[0].name).toBe('node n1');
  expect(at([0, 0, 1.3])[0].name).toBe('middle of m1');
  expect(at([0, 0, 2.6 / 3])[0].name).toBe('⅓ of m1');
  expect(at([0, 0, 1])[0]).toMatchObject({ kind: 'nearest', name: 'on m1' });
  expect(at([0, 0, 1], all, [3, 0, 1])[0]).toMatchObject({
    kind: 'perpendicular',
    position: [0, 0, expect.closeTo(1, 6)],
  });
  expect(at([0, 0, 0], { ...all, node: false, grid: false })[0].kind).toBe('nearest');
  // away from everything the drawing grid is left, in steps along the plane
  const [free] = at([2.43, 0, 1.52]);
  expect(free.kind).toBe('step');
  expect(free.position[1]).toBe(0);
  expect(Math.abs(free.position[0] * 10 - Math.round(free.position[0] * 10))).toBeLessThan(1e-6);
  expect(Math.abs(free.position[2] * 4 - Math.round(free.position[2] * 4))).toBeLessThan(1e-6);
  expect(at([2.43, 0, 1.52], { ...all, step: false })).toEqual([]);
  // square only: what is aimed at gives the length, the line keeps to the directions of the plane
  expect(at([3, 0, 3.1], all, [0, 0, 1], true)[0].position.slice(1)).toEqual([0, 1]);
  expect(at([0, 0, 2.6], all, [0, 0, 0], true)[0]).toMatchObject({ name: expect.stringMatching(/, square$/) });
  // several in reach can be stepped through
  expect(at([0, 0, 2.6]).length).toBeGreaterThan(1);
  expect(onPlane({ ...front, normal: [1, 0, 0] }, rayAt(camera, frame, 10, 10))).toBeUndefined();
});

test('what is typed while drawing is a length, an angle, an offset, coordinates or a node', () => {
  const front = gridPlane({ axis: 'y', position: 0 });
  const read = (text: string, from?: [number, number, number], toward?: [number, number, number]) => {
    const parsed = parsePoint(text, model, front, from, toward);
    return parsed.ok ? parsed.value.map((part) => Math.round(part * 1e6) / 1e6) : parsed.error;
  };
  expect(read('1.5, 0, 2')).toEqual([1.5, 0, 2]);
  expect(read('n3')).toEqual([0, 0, 2.6]);
  expect(read('6.4', [0, 0, 0], [0, 0, 2])).toEqual([0, 0, 6.4]);
  expect(read("10'", [0, 0, 0], [1, 0, 0])).toEqual([3.048, 0, 0]);
  expect(read('2 at 30', [1, 0, 1])).toEqual([expect.closeTo(1 + Math.sqrt(3), 5), 0, 2]);
  expect(read('3, 1.5', [1, 0, 1])).toEqual([4, 0, 2.5]);
  expect(read('6.4')).toContain('coordinates');
  expect(read('-2', [0, 0, 0], [0, 0, 2])).toContain('above zero');
  expect(read('2', [0, 0, 0])).toContain('cursor');
  expect(read('1, 2, x')).toContain('x');
});

test('a click on the same place again takes what lies behind', () => {
  const projector = new Projector(toThree(eyes.elevation, frame), frame);
  const [x, y] = projector.at(0, 0, 2.6);
  const hits = picksAt(projector, model, scope.members, scope.nodes, x, y);
  expect(hits.map((hit) => hit.id)).toEqual(['n3', expect.stringMatching(/^m[14]$/), expect.stringMatching(/^m[14]$/)]);
});

test('an index finds what asking every member finds, on random frames, wherever the pointer is', () => {
  const place = fc.tuple(
    fc.integer({ min: 0, max: 40 }),
    fc.integer({ min: 0, max: 30 }),
    fc.integer({ min: 0, max: 9 }),
  );
  // a pixel is a decimetre; what is higher than 8 m lies behind the eye
  const flat = {
    point: ([x, y, z]: readonly number[]) => (z > 8 ? [NaN, NaN, NaN] : [10 * x, 10 * y, -z]),
  } as unknown as Projector;
  fc.assert(
    fc.property(
      fc.array(place, { minLength: 30, maxLength: 60 }),
      fc.array(fc.tuple(fc.nat(), fc.nat()), { minLength: 400, maxLength: 480 }),
      fc.array(fc.tuple(fc.integer({ min: -20, max: 420 }), fc.integer({ min: -20, max: 320 })), {
        minLength: 5,
        maxLength: 15,
      }),
      (places, pairs, pointers) => {
        const nodes = Object.fromEntries(places.map((position, i) => [`n${i}`, { id: `n${i}`, position }]));
        const members = pairs.map(([a, b], i) => ({
          id: `m${i}`,
          start: `n${a % places.length}`,
          end: `n${b % places.length}`,
        })) as unknown as Member[];
        const ids = Object.keys(nodes);
        const of = { nodes } as unknown as Model;
        const seeing = { point: flat.point } as unknown as Projector;
        for (const [x, y] of pointers) {
          const all = picksAt(seeing, of, members, ids, x, y).map((hit) => hit.id);
          // one by one no index is made: fewer than it is worth
          const one = [
            ...members.flatMap((member) => picksAt(flat, of, [member], [], x, y)),
            ...ids.flatMap((id) => picksAt(flat, of, [], [id], x, y)),
          ].map((hit) => hit.id);
          expect([...all].sort()).toEqual([...one].sort());
        }
      },
    ),
    { numRuns: 40 },
  );
});
