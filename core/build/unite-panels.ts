import {
  facesOfRings,
  offPlane,
  placeInside,
  ringsAround,
  type AreaLoad,
  type Load,
  type Model,
  type Panel,
} from '../model';
import { areaOf, clockwise, counterClockwise, isInside } from '../plane';
import { count, formatQuantity } from '../units';
import { asBefore, flatOutline, inSpace, Outlining, panelName, type ChosenPanel, type FlatOutline } from './outlines';
import { refuse, type Plan } from './plan';
import { covers, flatOf, inThePlane, ringsOfPanel } from './flat-panels';

/** Slabs (or walls) of one plane that touch or overlap, made one with the properties of the first; loads stay where they were. */
export function unitePanelsPlan(model: Model, chosen: readonly ChosenPanel[]): Plan {
  if (chosen.length < 2) return refuse('Select two or more slabs, or two or more walls, that touch.');
  const [first, ...others] = chosen;
  if (others.some(({ table }) => table !== first.table)) return refuse('A slab and a wall cannot be one.');
  const flat = flatOf(model, first);
  if (!flat) return refuse(`The corners of ${panelName(first, model)} lie on one line.`);
  const { plane, panel } = flat;
  const { units } = model.settings;
  const all: FlatOutline[] = [flat];
  for (const one of others) {
    const other: Panel = model[one.table][one.id];
    const off = Math.max(...other.corners.map((id) => Math.abs(offPlane(plane, model.nodes[id].position))));
    if (off > inThePlane)
      return refuse(`${panelName(one, model)} does not lie in the plane of ${panelName(first, model)}.`);
    if (Math.abs(other.thickness - panel.thickness) > 1e-6)
      return refuse(
        `${panelName(one, model)} is ${formatQuantity(other.thickness, 'sectionLength', units, 0)} thick and ${panelName(first, model)} ${formatQuantity(panel.thickness, 'sectionLength', units, 0)}. Make them alike first.`,
      );
    if (other.material !== panel.material || (other.behaviour ?? 'load') !== (panel.behaviour ?? 'load'))
      return refuse(
        `${panelName(one, model)} has another material or is analysed otherwise than ${panelName(first, model)}. Make them alike first.`,
      );
    all.push(flatOutline(model, other, plane));
  }
  const shapes = unitedShapes(all);
  if (shapes.length !== 1)
    return refuse(
      shapes.length === 0
        ? 'They enclose nothing together.'
        : `They do not touch along an edge: they would be ${count(shapes.length, 'part')}.`,
    );
  const ids = chosen.map(({ id }) => id);
  const warmed = Object.values(model.loads).find(
    (load) => load.type === 'panelTemperature' && ids.includes(load.slab ?? load.wall ?? ''),
  );
  if (warmed)
    return refuse(`Load ${warmed.id} warms one of them alone. Delete it first, and warm the whole afterwards.`);
  const outlining = new Outlining(model);
  outlining.loads(...loadsOfUnited(model, first, ids));
  const known = { ...panel, openings: chosen.flatMap(({ table, id }) => ringsOfPanel(model[table][id])) };
  outlining.reshape(
    first,
    asBefore(plane, inSpace(model, known, plane, shapes[0].outline)),
    shapes[0].openings.map((opening) => inSpace(model, known, plane, opening)),
    others.flatMap(({ table, id }) => model[table][id].ignoredOpenings ?? []),
  );
  outlining.remove(
    first.table,
    others.map(({ id }) => id),
  );
  return outlining.finish(
    `United ${ids.join(', ')} into ${first.id}`,
    `one ${first.table === 'slabs' ? 'slab' : 'wall'} of ${ids.length}`,
  );
}

/** What outlines cover together: outlines with openings. */
function unitedShapes(all: readonly FlatOutline[]): FlatOutline[] {
  const faces = facesOfRings(all.flatMap(({ outline, openings }) => [outline, ...openings])).filter((face) =>
    all.some((one) => covers(one, placeInside(face))),
  );
  const rings = ringsAround(
    faces.flatMap(({ corners, islands }) => [counterClockwise(corners), ...islands.map(clockwise)]),
  );
  const holes = rings.filter((ring) => areaOf(ring) < 0);
  return rings
    .filter((ring) => areaOf(ring) > 0)
    .map((outline) => ({
      outline,
      openings: holes.filter((hole) => hole.every((point) => isInside(outline, point, 5e-3))),
    }));
}

/** Area loads on some of the panels that become one: on their outlines from now on, where they did not act on all. */
function loadsOfUnited(
  model: Model,
  first: ChosenPanel,
  ids: readonly string[],
): [{ id: string; fields: Record<string, unknown> }[], Omit<Load, 'id'>[]] {
  const changes: { id: string; fields: Record<string, unknown> }[] = [];
  const added: Omit<AreaLoad, 'id'>[] = [];
  for (const load of Object.values(model.loads)) {
    if (load.type !== 'area' || load.region.kind !== 'panels') continue;
    const { [first.table]: listed } = load.region;
    const hit = listed.filter((id) => ids.includes(id));
    if (hit.length === 0) continue;
    const rest = listed.filter((id) => !ids.includes(id));
    if (hit.length === ids.length) {
      changes.push({ id: load.id, fields: { region: { ...load.region, [first.table]: [first.id, ...rest] } } });
      continue;
    }
    const { id: _id, ...like } = load;
    const at = (ring: readonly string[]) =>
      ring.map((id): [number, number, number] => [...model.nodes[id].position] as [number, number, number]);
    const outlines = hit.map((id): AreaLoad['region'] => {
      const { corners, openings = [] }: Panel = model[first.table][id];
      return { kind: 'polygon', points: at(corners), ...(openings.length > 0 ? { openings: openings.map(at) } : {}) };
    });
    const region = { ...load.region, [first.table]: rest };
    const keeps = region.slabs.length + region.walls.length > 0;
    changes.push({ id: load.id, fields: { region: keeps ? region : outlines[0] } });
    for (const outline of keeps ? outlines : outlines.slice(1)) added.push({ ...like, region: outline });
  }
  return [changes, added];
}
