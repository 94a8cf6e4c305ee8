import {
  distance,
  facesOfRings,
  placeInside,
  samePoint,
  type Face,
  type Load,
  type Model,
  type Vector,
} from '../model';
import { counterClockwise, isInside } from '../plane';
import { count } from '../units';
import { asBefore, inSpace, Outlining, panelName, type ChosenPanel } from './outlines';
import { refuse, type Plan } from './plan';
import { covers, flatOf, lineIn, nothingChosen, straight, type Flat } from './flat-panels';

/**
 * Slabs and walls cut along the line through two points of their plane: each part is one of its own, with the properties, openings and loads of the whole.
 * @param a m @param b m
 */
export function cutPanelsPlan(model: Model, chosen: readonly ChosenPanel[], a: Vector, b: Vector): Plan {
  if (chosen.length === 0) return nothingChosen();
  if (distance(a, b) < samePoint) return refuse('The two points of the line are one. Take them apart.');
  const outlining = new Outlining(model);
  const heirs = new Map<string, string[]>();
  let parts = 0;
  for (const one of chosen) {
    const flat = flatOf(model, one);
    if (!flat) return refuse(`The corners of ${panelName(one, model)} lie on one line.`);
    const line = lineIn(flat, a, b);
    if (typeof line === 'string') return refuse(`${panelName(one, model)}: ${line}`);
    const faces = facesOfRings([flat.outline, ...flat.openings], [line]).filter((face) =>
      covers(flat, placeInside(face)),
    );
    if (faces.length < 2) continue;
    const made = faces.map((face, i) => {
      const [outline, openings] = ringsOfFace(model, flat, face, faces);
      if (i > 0) return outlining.add(one, outline, openings);
      outlining.reshape(one, outline, openings);
      return one.id;
    });
    heirs.set(one.id, made);
    parts += made.length;
  }
  if (heirs.size === 0) return refuse('The line crosses none of the selected slabs and walls.');
  outlining.loads(...loadsOfHeirs(model, heirs));
  const names = [...heirs.keys()].join(', ');
  return outlining.finish(`Cut ${names} into ${parts} parts`, `${names} in ${count(parts, 'part')}`);
}

type Rings = [ReturnType<typeof inSpace>, ReturnType<typeof inSpace>[]];

/** The outline of a face and the openings that float in it. */
function ringsOfFace(model: Model, { panel, plane }: Flat, face: Face, all: readonly Face[]): Rings {
  const corners = asBefore(plane, inSpace(model, panel, plane, straight(face.corners)));
  // what stands in a face and is no face itself is open
  const open = face.islands.filter((island) => {
    const inside = placeInside({ corners: counterClockwise(island), islands: [] });
    return !all.some((other) => isInside(other.corners, inside) && other !== face);
  });
  return [corners, open.map((island) => inSpace(model, panel, plane, straight(island)))];
}

/** Loads on panels that were cut go on acting on all their parts. */
function loadsOfHeirs(
  model: Model,
  heirs: ReadonlyMap<string, readonly string[]>,
): [{ id: string; fields: Record<string, unknown> }[], Omit<Load, 'id'>[]] {
  const changes: { id: string; fields: Record<string, unknown> }[] = [];
  const added: Omit<Load, 'id'>[] = [];
  for (const load of Object.values(model.loads)) {
    if (load.type === 'area' && load.region.kind === 'panels') {
      const all = (ids: readonly string[]) => ids.flatMap((id) => heirs.get(id) ?? [id]);
      const region = { ...load.region, slabs: all(load.region.slabs), walls: all(load.region.walls) };
      if (region.slabs.length + region.walls.length > load.region.slabs.length + load.region.walls.length)
        changes.push({ id: load.id, fields: { region } });
    } else if (load.type === 'panelTemperature') {
      const { id: _id, ...rest } = load;
      const key = load.slab !== undefined ? 'slab' : 'wall';
      for (const heir of (heirs.get(load[key] ?? '') ?? []).slice(1)) added.push({ ...rest, [key]: heir });
    }
  }
  return [changes, added];
}
