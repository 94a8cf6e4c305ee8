import { planeThrough, type GridLine, type Model, type Plane, type Storey, type WorkingPlane } from '../model';

export const storeyPlane = ({ elevation }: Pick<Storey, 'elevation'>): Plane => ({ origin: [0, 0, elevation], u: [1, 0, 0], v: [0, 1, 0], normal: [0, 0, 1] });

/** The upright plane on a grid line: u along the line, v up. */
export const gridPlane = ({ axis, position }: Pick<GridLine, 'axis' | 'position'>): Plane =>
  axis === 'x' ? { origin: [position, 0, 0], u: [0, 1, 0], v: [0, 0, 1], normal: [1, 0, 0] } : { origin: [0, position, 0], u: [1, 0, 0], v: [0, 0, 1], normal: [0, -1, 0] };

/** Every plane of a model one can work in, with its name. */
export function workingPlanes(model: Model): { id: string; label: string; plane: Plane }[] {
  const named = Object.values(model.planes).flatMap(({ id, label, points }: WorkingPlane) => {
    const plane = planeThrough(points);
    return plane ? [{ id, label, plane }] : [];
  });
  return [
    ...Object.values(model.storeys).map((storey) => ({ id: storey.id, label: storey.label, plane: storeyPlane(storey) })),
    ...Object.values(model.gridLines).map((line) => ({ id: line.id, label: `Grid ${line.label}`, plane: gridPlane(line) })),
    ...named,
  ];
}
