import { hasLiftOff, type Solution, type SolvedPanel } from '../../fem';
import { inOrder, type Model } from '../../model';
import { shownParts, shownWords, type Shown, type ShownPart } from '../shown';
import type { LoadState } from '../state';
import type { ResultTable, TableColumn, TableRow } from './table';

/** What the soil below a slab does in a state. */
export interface SoilReaction {
  /** m² */
  readonly area: number;
  /** what it pushes with, N, and where that lies in plan, m; no place where it pushes with nothing */
  readonly force: number;
  readonly at: readonly [number, number] | undefined;
  /** N/m²; below zero it pulls */
  readonly least: number;
  readonly most: number;
  /** share of the area at which it gives nothing */
  readonly lifted: number;
}

/** Pressures below this share of the largest are none. */
const none = 1e-9;

/** What the soil below a slab does, its thick parts and heads included. @returns undefined where it lies on none */
export function soilReaction(
  { positions, panels = [] }: Pick<Solution, 'positions' | 'panels'>,
  id: string,
  { soil }: Pick<LoadState, 'soil'>,
): SoilReaction | undefined {
  const zones = panels.filter((panel): panel is SolvedPanel & { soil: object } => panel.id === id && !!panel.soil);
  if (zones.length === 0 || !soil) return undefined;
  let [area, force, x, y, least, most] = [0, 0, 0, 0, Infinity, -Infinity];
  const all: { own: number; pressure: number }[] = [];
  for (const { soil: bed, nodes } of zones)
    Int32Array.from(new Set(nodes))
      .sort()
      .forEach((node, i) => {
        const [own, pressure] = [bed.areas[i], soil[bed.from + i]];
        all.push({ own, pressure });
        area += own;
        force += own * pressure;
        x += own * pressure * positions[3 * node];
        y += own * pressure * positions[3 * node + 1];
        least = Math.min(least, pressure);
        most = Math.max(most, pressure);
      });
  const size = Math.max(Math.abs(least), Math.abs(most));
  const idle = all.reduce((sum, { own, pressure }) => sum + (Math.abs(pressure) <= none * size ? own : 0), 0);
  return {
    area,
    force,
    at: Math.abs(force) > none * size * area ? [x / force, y / force] : undefined,
    least,
    most,
    lifted: size === 0 ? 0 : idle / area,
  };
}

/**
 * The balance of a building on its rafts for every state that is shown: what presses down, what water lifts, what soil and other supports push with; the
 * pressures, what of the slab is lifted off, and the mean pressure less the weight that was dug out.
 */
export function soilTable(model: Model, solution: Solution, shown: Shown): ResultTable {
  const slabs = inOrder(model.slabs).filter(({ id }) =>
    solution.panels?.some((panel) => panel.id === id && panel.soil),
  );
  const isWater = inOrder(model.cases).map(({ nature }) => nature === 'fluid');
  const rows = shownParts(model, solution, shown).flatMap((part): TableRow[] => {
    const [down, water] = verticalLoads(solution, part, isWater);
    const soils = slabs.map((slab) => ({ slab, soil: soilReaction(solution, slab.id, part.state)! }));
    const pushed = soils.reduce((sum, { soil }) => sum + soil.force, 0);
    return soils.map(({ slab, soil }) => ({
      key: `${slab.id} ${part.id}`,
      size: soil.most,
      cells: [
        slab.label ?? slab.id,
        part.label,
        down,
        water,
        soil.force,
        down - water - pushed,
        soil.at?.[0] ?? null,
        soil.at?.[1] ?? null,
        soil.least,
        soil.force / soil.area,
        soil.most,
        100 * soil.lifted,
        soil.force / soil.area - (slab.soil?.dugOut ?? 0),
        water > 0 ? down / water : null,
      ],
    }));
  });
  const number = (title: string, kind: TableColumn['kind'], decimals?: number): TableColumn => ({
    title,
    kind,
    ...(decimals === undefined ? {} : { decimals }),
  });
  return {
    id: 'soil',
    title: 'Soil',
    note: `${shownWords(model, shown).name}; loads and water are those of the whole structure, water what cases of the nature “fluid” push up; “others” is what other supports push up; net is the mean pressure less the weight dug out; down over up is what presses down over what water lifts${hasLiftOff(model) ? '; a load case alone is solved as if soil pulled, a combination lifts off' : ''}`,
    columns: [
      number('Slab', 'words'),
      number('By', 'words'),
      number('loads down', 'force'),
      number('water up', 'force'),
      number('soil up', 'force'),
      number('others up', 'force'),
      number('soil x', 'length'),
      number('soil y', 'length'),
      number('least p', 'pressure'),
      number('mean p', 'pressure'),
      number('largest p', 'pressure'),
      number('lifted, %', 'number', 0),
      number('net', 'pressure'),
      number('down / up', 'number', 2),
    ],
    rows,
  };
}

/** Its columns by what they are about. */
export const soilColumns = {
  pressures: ['Slab', 'By', 'least p', 'mean p', 'largest p', 'lifted, %', 'net'],
  balance: ['Slab', 'By', 'loads down', 'water up', 'soil up', 'others up', 'soil x', 'soil y', 'down / up'],
} as const;

/** What of a state's loads presses down, and what water lifts, N. */
function verticalLoads({ cases }: Solution, { state }: ShownPart, isWater: readonly boolean[]): [number, number] {
  let [down, water] = [0, 0];
  isWater.forEach((fluid, c) => {
    const up = state.caseFactors[c] * cases[c].applied[2];
    if (fluid) water += up;
    else down -= up;
  });
  return [down, water];
}
