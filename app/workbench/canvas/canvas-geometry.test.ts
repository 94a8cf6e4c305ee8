import { buildTernHide } from '~demo/tern-hide';
import { directionOf, fitEye, panned, Projector, toThree, zoomed, type Frame } from './eye';
import { pick, pickWindow, segmentDistance } from './pick';
import { positionsOf, scopeOf } from './scope';
import { snapAt, snapPoints } from './snap';

const frame: Frame = { width: 1280, height: 756, insets: { left: 82, right: 312, top: 52, bottom: 300 } };
const model = buildTernHide();
const scope = scopeOf(model, { kind: '3d' }, null);
const points = positionsOf(model, scope.members, scope.nodes);
const eyes = { space: fitEye(points, directionOf({ kind: '3d' }, undefined), frame), elevation: fitEye(points, directionOf({ kind: 'elevation', gridLine: 'g3' }, 'y'), frame) };

test.each(Object.entries(eyes))('fitting shows every node in the free part of the canvas (%s)', (_, eye) => {
  const projector = new Projector(toThree(eye, frame), frame);
  const places = Object.values(model.nodes).map((node) => projector.point(node.position));
  for (const [x, y] of places) {
    expect(x).toBeGreaterThan(frame.insets.left);
    expect(x).toBeLessThan(frame.width - frame.insets.right);
    expect(y).toBeGreaterThan(frame.insets.top);
    expect(y).toBeLessThan(frame.height - frame.insets.bottom);
  }
  const spread = Math.max(Math.max(...places.map(([x]) => x)) - Math.min(...places.map(([x]) => x)), Math.max(...places.map(([, y]) => y)) - Math.min(...places.map(([, y]) => y)));
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
  const middle = { x: (frame.width + frame.insets.left - frame.insets.right) / 2, y: (frame.height + frame.insets.top - frame.insets.bottom) / 2 };
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
  expect(pick(projector, model, scope.members, scope.nodes, mx + 3, my)).toMatchObject({ kind: 'member', id: 'm1', share: expect.closeTo(0.5, 6) });
  expect(pick(projector, model, scope.members, scope.nodes, mx + 40, my)).toBeUndefined();
  expect(segmentDistance(0, 5, -10, 0, 10, 0)).toEqual({ distance: 5, share: 0.5 });
});

test('a window takes what it encloses; drawn to the left also what it touches', () => {
  const projector = new Projector(toThree(eyes.elevation, frame), frame);
  const [left, top] = projector.at(-0.2, 0, 2);
  const [right, bottom] = projector.at(0.2, 0, 1);
  expect(pickWindow(projector, model, scope.members, scope.nodes, { left, top, right, bottom }, false).members).toEqual([]);
  expect(pickWindow(projector, model, scope.members, scope.nodes, { left, top, right, bottom }, true).members).toEqual(['m1']);
});

test('snapping says its name: a node before the middle of a member', () => {
  const projector = new Projector(toThree(eyes.elevation, frame), frame);
  const snaps = snapPoints(model, { kind: '3d' }, scope.members, scope.nodes);
  const at = (position: [number, number, number]) => {
    const [x, y] = projector.point(position);
    return snapAt(projector, snaps, x + 4, y - 3)?.name;
  };
  expect(at([0, 0, 0])).toBe('node n1');
  expect(at([0, 0, 1.3])).toBe('middle of m1');
  expect(at([2.4, 0, 1.5])).toBeUndefined();
});
