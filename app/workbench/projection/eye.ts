import { OrthographicCamera, PerspectiveCamera, Vector3, type Camera as ThreeCamera } from 'three';
import type { Camera, ViewPlane } from '../../state/view-slice';

/** Margins in pixels that cards cover; the model is centred in what they leave free. */
export interface Insets {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** The canvas in pixels, and its free part. */
export interface Frame {
  readonly width: number;
  readonly height: number;
  readonly insets: Insets;
}

/** Half the vertical field of view, as a tangent. */
const halfView = Math.tan((14 * Math.PI) / 180);
const steepest = 1.5;

/** Unit vectors of the view: to the right, up, and towards the eye. */
export function viewBasis({ azimuth, elevation }: Pick<Camera, 'azimuth' | 'elevation'>): {
  right: Vector3;
  up: Vector3;
  towards: Vector3;
} {
  const towards = new Vector3(
    Math.cos(elevation) * Math.cos(azimuth),
    Math.cos(elevation) * Math.sin(azimuth),
    Math.sin(elevation),
  );
  const right = new Vector3(-Math.sin(azimuth), Math.cos(azimuth), 0);
  return { right, up: new Vector3().crossVectors(towards, right), towards };
}

/** The direction from which a plane is seen: plans from above with x to the right, elevations square on. */
export function directionOf(
  plane: ViewPlane,
  axis: 'x' | 'y' | undefined,
  normal?: readonly number[],
): Pick<Camera, 'azimuth' | 'elevation' | 'parallel'> {
  if (plane.kind === 'plane' && normal) {
    // seen from above, or from the front when it stands upright
    const sign = normal[2] < -1e-9 || (Math.abs(normal[2]) < 1e-9 && normal[1] > 0) ? -1 : 1;
    const [x, y, z] = normal.map((part) => part * sign);
    return {
      azimuth: Math.hypot(x, y) < 1e-9 ? -Math.PI / 2 : Math.atan2(y, x),
      elevation: Math.asin(Math.max(-1, Math.min(1, z))),
      parallel: true,
    };
  }
  if (plane.kind === 'plan') return { azimuth: -Math.PI / 2, elevation: Math.PI / 2, parallel: true };
  if (plane.kind === 'elevation') return { azimuth: axis === 'x' ? 0 : -Math.PI / 2, elevation: 0, parallel: true };
  return { azimuth: -1.12, elevation: 0.36, parallel: false };
}

/** World length of one pixel at the target. */
export function pixelSize(camera: Camera, frame: Frame): number {
  return (2 * camera.distance * halfView) / frame.height;
}

/** The renderer's camera for an eye; its axis goes through the middle of the free part of the canvas. */
export function toThree(eye: Camera, frame: Frame): ThreeCamera & { updateProjectionMatrix(): void } {
  const { right, up, towards } = viewBasis(eye);
  const { width, height, insets } = frame;
  const aspect = width / height;
  const reach = 50 * eye.distance;
  const half = eye.distance * halfView;
  const camera = eye.parallel
    ? new OrthographicCamera(-half * aspect, half * aspect, half, -half, -reach, reach)
    : new PerspectiveCamera((2 * Math.atan(halfView) * 180) / Math.PI, aspect, eye.distance / 100, reach);
  camera.setViewOffset(
    width,
    height,
    (insets.right - insets.left) / 2,
    (insets.bottom - insets.top) / 2,
    width,
    height,
  );
  const target = new Vector3(...eye.target);
  camera.position.copy(target).addScaledVector(towards, eye.distance);
  camera.matrixAutoUpdate = false;
  camera.matrix.makeBasis(right, up, towards).setPosition(camera.position);
  camera.matrixWorld.copy(camera.matrix);
  camera.matrixWorldInverse.copy(camera.matrixWorld).invert();
  camera.updateProjectionMatrix();
  return camera;
}

/** Places the eye so that all points (x, y, z runs, m) fill the free part of the canvas. */
export function fitEye(
  points: Float64Array,
  direction: Pick<Camera, 'azimuth' | 'elevation' | 'parallel'>,
  frame: Frame,
  margin = 0.84,
): Camera {
  const { right, up, towards } = viewBasis(direction);
  const free = {
    width: Math.max(80, frame.width - frame.insets.left - frame.insets.right),
    height: Math.max(80, frame.height - frame.insets.top - frame.insets.bottom),
  };
  const reach = [(free.width / frame.height) * halfView * margin, (free.height / frame.height) * halfView * margin];
  if (points.length === 0) return { ...direction, target: [0, 0, 0], distance: 30 };
  const along = (axis: Vector3, i: number) => points[i] * axis.x + points[i + 1] * axis.y + points[i + 2] * axis.z;
  const centre = [right, up, towards].map((axis) => {
    const places = Array.from({ length: points.length / 3 }, (_, i) => along(axis, 3 * i));
    return (places.reduce((a, b) => Math.min(a, b)) + places.reduce((a, b) => Math.max(a, b))) / 2;
  });
  let distance = 1e4;
  // in perspective the outline depends on the distance; a few rounds settle both
  for (let round = 0; round < (direction.parallel ? 2 : 12); round++) {
    const low = [Infinity, Infinity];
    const high = [-Infinity, -Infinity];
    for (let i = 0; i < points.length; i += 3) {
      const depth = direction.parallel
        ? distance
        : Math.max(distance * 0.05, distance - (along(towards, i) - centre[2]));
      [right, up].forEach((axis, k) => {
        const angle = (along(axis, i) - centre[k]) / depth;
        low[k] = Math.min(low[k], angle);
        high[k] = Math.max(high[k], angle);
      });
    }
    for (let k = 0; k < 2; k++) centre[k] += ((low[k] + high[k]) / 2) * distance;
    distance = Math.max(
      2,
      distance * Math.max((high[0] - low[0]) / (2 * reach[0]), (high[1] - low[1]) / (2 * reach[1])),
    );
  }
  const target = new Vector3()
    .addScaledVector(right, centre[0])
    .addScaledVector(up, centre[1])
    .addScaledVector(towards, centre[2]);
  return { ...direction, target: [target.x, target.y, target.z], distance };
}

/** Turns the eye about its target by a movement of the pointer in pixels. */
export function orbited(eye: Camera, dx: number, dy: number): Camera {
  return {
    ...eye,
    azimuth: eye.azimuth - dx * 0.006,
    elevation: Math.max(-steepest, Math.min(steepest, eye.elevation + dy * 0.006)),
  };
}

/** Slides the eye with the pointer. */
export function panned(eye: Camera, dx: number, dy: number, frame: Frame): Camera {
  const { right, up } = viewBasis(eye);
  const size = pixelSize(eye, frame);
  const target = new Vector3(...eye.target).addScaledVector(right, -dx * size).addScaledVector(up, dy * size);
  return { ...eye, target: [target.x, target.y, target.z] };
}

/** Brings the eye nearer (factor < 1) or farther, keeping what is under the pointer where it is. `x`, `y` from the middle of the free canvas. */
export function zoomed(eye: Camera, factor: number, x: number, y: number, frame: Frame): Camera {
  const distance = Math.max(0.2, Math.min(5e4, eye.distance * factor));
  const shift = 1 - distance / eye.distance;
  return { ...panned(eye, -x * shift, -y * shift, frame), distance };
}

/** Projects world points to canvas pixels. */
export class Projector {
  private readonly matrix: Float64Array;

  constructor(
    camera: ThreeCamera,
    private readonly frame: Frame,
  ) {
    const m = camera.projectionMatrix.clone().multiply(camera.matrixWorldInverse);
    this.matrix = Float64Array.from(m.elements);
  }

  /** @returns pixels from the top left, and a depth that grows away from the eye; NaN behind it */
  at(x: number, y: number, z: number): [number, number, number] {
    const m = this.matrix;
    const w = m[3] * x + m[7] * y + m[11] * z + m[15];
    if (w <= 0) return [NaN, NaN, NaN];
    return [
      (((m[0] * x + m[4] * y + m[8] * z + m[12]) / w + 1) / 2) * this.frame.width,
      ((1 - (m[1] * x + m[5] * y + m[9] * z + m[13]) / w) / 2) * this.frame.height,
      (m[2] * x + m[6] * y + m[10] * z + m[14]) / w,
    ];
  }

  point(position: ArrayLike<number>): [number, number, number] {
    return this.at(position[0], position[1], position[2]);
  }
}

/** The ray from the eye through a pixel: a point on it and its direction, in m. */
export function rayAt(
  camera: ThreeCamera,
  frame: Frame,
  x: number,
  y: number,
): { from: [number, number, number]; direction: [number, number, number] } {
  const [u, v] = [(x / frame.width) * 2 - 1, 1 - (y / frame.height) * 2];
  const near = new Vector3(u, v, -1).unproject(camera);
  const far = new Vector3(u, v, 1).unproject(camera);
  const direction = far.sub(near).normalize();
  return { from: [near.x, near.y, near.z], direction: [direction.x, direction.y, direction.z] };
}
