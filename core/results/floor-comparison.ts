import type { Solution } from '../fem';
import { storeyLoads } from '../loading';
import { inOrder, isMeshed, onLevel, panelPlane, inPlane, type Model, type Slab } from '../model';
import { areaOf } from '../plane';
import type { QuantityKind } from '../units';
import { panelExtremes } from './panel-values';
import { resultQuantities, type Quantity } from './quantities';
import type { ShownPart } from './shown';
import { storeyBook } from './tables/other-tables';

/** One line of a comparison of two floors; a value that is not there is null. */
export interface FloorLine {
  /** of what it is: what is drawn, what is put on it, or what comes of it */
  readonly group: 'drawn' | 'loads' | 'results';
  readonly words: string;
  /** none: a number without a unit */
  readonly kind: QuantityKind | undefined;
  readonly one: number | null;
  readonly other: number | null;
  /** by which cases or combinations, where it is an extreme of several */
  readonly by?: readonly [string, string];
}

/** What is asked of slabs, the least and the largest. */
const asked = ['w', 'mx', 'my', 'v'] as const satisfies readonly Quantity[];

/**
 * Two floors side by side: what is drawn at their levels, what each case puts on them, and the extremes of their slabs, their shear and drift in what is
 * shown.
 * @param parts the states shown
 */
export function compareFloors(
  model: Model,
  solution: Solution,
  parts: readonly ShownPart[],
  one: string,
  other: string,
): FloorLine[] {
  const pair = <T>(read: (storey: string) => T): readonly [T, T] => [read(one), read(other)];
  const line = (
    group: FloorLine['group'],
    words: string,
    kind: FloorLine['kind'],
    read: (storey: string) => number | null,
  ): FloorLine => {
    const [a, b] = pair(read);
    return { group, words, kind, one: a, other: b };
  };
  const atLevel = (storey: string, node: string) =>
    Math.abs(model.nodes[node].position[2] - model.storeys[storey].elevation) < onLevel;
  const slabsOf = (storey: string) =>
    inOrder(model.slabs).filter((slab) => isMeshed(slab) && slab.corners.every((id) => atLevel(storey, id)));
  const parted = (storey: string) =>
    Object.values(model.thickParts).filter(({ corners }) => corners.every((id) => atLevel(storey, id))).length;
  const below = (storey: string) =>
    Object.values(model.members).filter(
      ({ role, start, end }) =>
        role === 'column' &&
        [start, end].some((id) => atLevel(storey, id)) &&
        [start, end].some((id) => model.nodes[id].position[2] < model.storeys[storey].elevation - onLevel),
    ).length;
  const drawn = [
    line('drawn', 'area of slabs', 'planArea', (storey) =>
      slabsOf(storey).reduce((sum, slab) => sum + areaOfSlab(model, slab), 0),
    ),
    line('drawn', 'smallest thickness of slabs', 'sectionLength', (storey) => least(slabsOf(storey))),
    line('drawn', 'largest thickness of slabs', 'sectionLength', (storey) => most(slabsOf(storey))),
    line(
      'drawn',
      'column heads',
      undefined,
      (storey) => Object.values(model.columnHeads).filter(({ node }) => atLevel(storey, node)).length,
    ),
    line('drawn', 'thick parts', undefined, parted),
    line('drawn', 'columns below', undefined, below),
  ];
  const loads = inOrder(model.cases).flatMap(({ id, label, name }) => {
    const levels = storeyLoads(model, [{ case: id, factor: 1 }]);
    const at = (storey: string) => levels.find((level) => level.id === storey);
    const lines = [
      line('loads', `${label}, ${name}: down`, 'force', (storey) => at(storey)?.own ?? 0),
      ...([0, 1] as const).map((axis) =>
        line('loads', `${label}, ${name}: along ${'xy'[axis]}`, 'force', (storey) => at(storey)?.lateral[axis] ?? 0),
      ),
    ];
    const size = Math.max(...levels.flatMap(({ own, lateral }) => [own, ...lateral].map(Math.abs)), 0);
    return lines.filter((each) => Math.max(Math.abs(each.one ?? 0), Math.abs(each.other ?? 0)) > 1e-9 * size);
  });
  return [...drawn, ...loads, ...resultsOf(model, solution, parts, slabsOf, [one, other])];
}

function resultsOf(
  model: Model,
  solution: Solution,
  parts: readonly ShownPart[],
  slabsOf: (storey: string) => readonly Slab[],
  storeys: readonly [string, string],
): FloorLine[] {
  const extremes = storeys.map((storey) => {
    const ids = new Set<string>(slabsOf(storey).map(({ id }) => id));
    const found = asked.map(() => ({ least: NaN, most: NaN, leastBy: '', mostBy: '' }));
    for (const panel of solution.panels ?? []) {
      if (!ids.has(panel.id) || panel.isRigid) continue;
      for (const { state, label } of parts)
        panelExtremes(solution, panel, state, asked).forEach(({ least: low, most: high }, i) => {
          if (!(found[i].least <= low)) Object.assign(found[i], { least: low, leastBy: label });
          if (!(found[i].most >= high)) Object.assign(found[i], { most: high, mostBy: label });
        });
    }
    return found;
  });
  const known = (value: number) => (Number.isNaN(value) ? null : value);
  const ofSlabs = asked.flatMap((quantity, i): FloorLine[] => {
    const [a, b] = [extremes[0][i], extremes[1][i]];
    const { title: name, unit: kind } = resultQuantities[quantity];
    const pair = (words: string, of: 'least' | 'most'): FloorLine => ({
      group: 'results',
      words: `${name}, ${words}`,
      kind,
      one: known(a[of]),
      other: known(b[of]),
      by: [a[`${of}By`], b[`${of}By`]],
    });
    return [pair('smallest', 'least'), pair('largest', 'most')];
  });
  const book = storeyBook(model, solution);
  const rows = parts.map(({ state, label }) => ({ label, results: book.results(state) }));
  const largest = (storey: string, read: (row: ReturnType<typeof book.results>[number]) => number) => {
    let [value, by]: [number | null, string] = [null, ''];
    for (const { label, results } of rows) {
      const row = results.find((each) => each.storey.id === storey);
      if (row && (value === null || Math.abs(read(row)) > Math.abs(value))) [value, by] = [read(row), label];
    }
    return { value, by };
  };
  const ofStorey = ([0, 1] as const).flatMap((axis): FloorLine[] =>
    (
      [
        [`drift in ${'xy'[axis]}`, 'deflection', (row) => row.drift[axis]],
        [`shear in ${'xy'[axis]}`, 'force', (row) => row.shear[axis]],
      ] as readonly [string, QuantityKind, (row: ReturnType<typeof book.results>[number]) => number][]
    ).map(([words, kind, read]) => {
      const [a, b] = storeys.map((storey) => largest(storey, read));
      return { group: 'results', words, kind, one: a.value, other: b.value, by: [a.by, b.by] };
    }),
  );
  return [...ofSlabs, ...ofStorey];
}

const least = (slabs: readonly Slab[]): number | null =>
  slabs.length === 0 ? null : Math.min(...slabs.map(({ thickness }) => thickness));
const most = (slabs: readonly Slab[]): number | null =>
  slabs.length === 0 ? null : Math.max(...slabs.map(({ thickness }) => thickness));

/** Area of a slab without its openings, m². */
function areaOfSlab(model: Model, slab: Slab): number {
  const plane = panelPlane(model, slab);
  if (!plane) return 0;
  const area = (ring: readonly string[]) =>
    Math.abs(areaOf(ring.map((id) => inPlane(plane, model.nodes[id].position))));
  return (slab.openings ?? []).reduce((sum, ring) => sum - area(ring), area(slab.corners));
}
