import {
  commonMembers,
  differenceBand,
  isEnvelope,
  isMovement,
  isOfPanels,
  shownParts,
  stationTable,
  stressBand,
  type Band,
  type ShownPart,
  type Quantity,
} from '../results';
import { panelContours } from './contours';
import type { Drawn } from './drawn';
import type { DiagramDrawing, DiagramSource } from './drawing';
import { deflectedShape, differenceShape, type MovedSlabs } from './movements';
import { isRibbon, ribbonDiagram, type Ribboned } from './ribbons';

/**
 * The drawing of a quantity on members; nothing when what is shown has no such drawing.
 * @param members numbers in the solution
 * @param size    of the structure, m: automatic scales are shares of it
 */
export function drawQuantity(
  source: DiagramSource,
  members: readonly number[],
  quantity: Quantity,
  size: number,
  drawn: Drawn,
): DiagramDrawing | undefined {
  const { model, solution, shown, less } = source;
  const parts = shownParts(model, solution, shown);
  if (parts.length === 0) return undefined;
  const table = stationTable(solution);
  const weights = parts.map((part) => part.weights);
  if (isMovement(quantity)) {
    if (parts.length > 1) return undefined;
    if (!less)
      return deflectedShape(table, members, weights[0], 0.06 * size, drawn, movedSlabs(source, parts[0], true));
    const other = shownParts(less.model, less.solution, less.shown);
    return other.length === 1
      ? differenceShape(source, members, weights[0], other[0].weights, 0.06 * size, drawn)
      : undefined;
  }
  if (isOfPanels(quantity)) {
    // of a single state on the shape it takes, members bending along
    const shape =
      drawn.moved && !less && parts.length === 1
        ? deflectedShape(table, members, weights[0], 0.06 * size, drawn, movedSlabs(source, parts[0], drawn.mesh))
        : undefined;
    return panelContours(
      source,
      quantity,
      drawn,
      shape && shape.scale > 0
        ? { scale: shape.scale, displacements: parts[0].state.displacements, outline: shape.outline, mesh: shape.mesh }
        : undefined,
    );
  }
  if (!isRibbon(quantity)) return undefined;
  const bands = less ? differenceBands(source, members, weights, quantity) : undefined;
  const band = bands
    ? (member: number) => bands.get(member)
    : (member: number): Band | undefined =>
        quantity === 'stress'
          ? stressBand(table, model, solution.memberIds[member], member, weights)
          : table.band(member, weights, quantity);
  return ribbonDiagram(
    table,
    members,
    weights,
    quantity,
    band,
    isEnvelope(shown),
    bands === undefined && quantity !== 'stress',
    0.075 * size,
    drawn,
    source.facing,
  );
}

/** The slabs and walls in view as a state moves them. */
function movedSlabs({ solution, panels }: DiagramSource, { state }: ShownPart, outlined: boolean): MovedSlabs {
  const wanted = new Set(panels);
  return {
    panels: (solution.panels ?? []).filter(({ id }) => wanted.has(id)),
    displacements: state.displacements,
    outlined,
  };
}

function differenceBands(
  { model, solution, less, shown: _shown }: DiagramSource,
  members: readonly number[],
  weights: readonly Float64Array[],
  quantity: Ribboned,
): Map<number, Band> {
  const wanted = new Set(members);
  const others = shownParts(less!.model, less!.solution, less!.shown).map((part) => part.weights);
  const [one, other] = [stationTable(solution), stationTable(less!.solution)];
  const bands = new Map<number, Band>();
  if (others.length === 0) return bands;
  for (const pair of commonMembers(solution, less!.solution)) {
    if (!wanted.has(pair.one)) continue;
    if (quantity !== 'stress')
      bands.set(
        pair.one,
        differenceBand(
          { table: one, member: pair.one, weights },
          { table: other, member: pair.other, weights: others },
          quantity,
        ),
      );
    else {
      const [a, b] = [
        stressBand(one, model, pair.id, pair.one, weights),
        stressBand(other, less!.model, pair.id, pair.other, others),
      ];
      // stresses are compared where both have stations
      if (a && b && a.stations.length === b.stations.length)
        bands.set(pair.one, {
          stations: a.stations,
          max: a.max.map((value, i) => value - b.max[i]),
          min: a.min.map((value, i) => value - b.min[i]),
        });
    }
  }
  return bands;
}
