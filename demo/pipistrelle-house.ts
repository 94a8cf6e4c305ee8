import { columnsPlan, copyStoreyPlan, gridLinesPlan, parseSection, running, storeysPlan } from '~core/build';
import { findMaterial } from '~core/catalog';
import { combiningOf, generateCombinations } from '~core/combine';
import {
  distance,
  idSource,
  storeysUpward,
  type Cage,
  type LoadRule,
  type Model,
  type Storey,
  type Vector,
  type WallBarsRecord,
} from '~core/model';
import { Author, caseRecord } from './author';

const baysX = [6.6, 6.6, 6.6, 6.6, 6.6];
const baysY = [6.6, 6.6, 6.6];
const storeyHeight = 3.3;
const storeyCount = 7;
const [length, width] = [33, 19.8];
/** What the raft stands out beyond the columns, m. */
const overhang = 1.5;
/** Elements of slabs, walls and raft, m. */
const meshSize = 0.66;

/** A core in plan: where it begins and ends along x, on which side its doors are, m. Both lie between the second and the third line along y. */
interface Core {
  readonly name: string;
  readonly x: readonly [number, number];
  readonly doors: number;
}
const coreY = [6.6, 13.2] as const;
const cores: readonly Core[] = [
  { name: 'Stair core', x: [6.6, 11], doors: 11 },
  { name: 'Lift core', x: [22, 26.4], doors: 22 },
];
/** The doors of a core: from, to along y, m; their height, m. */
const doors = [
  [7.8, 9],
  [10.8, 12],
] as const;
const doorHeight = 2.3;
/** Depth of stairs and shafts from the back of their core, m. */
const shaft = 2.6;

/**
 * Pipistrelle House: seven storeys of flat slabs with heads on a grid of 6.6 m, held by two cores whose walls have doors under coupling beams,
 * on a raft on soil. One storey is drawn and loaded, then copied; the roof is edited afterwards.
 */
export function authorPipistrelleHouse(): Author {
  const author = new Author({ name: 'Pipistrelle House', units: 'si', code: 'eurocode' });
  author.plan(gridLinesPlan(author.model, 'x', 0, baysX, '1'));
  author.plan(gridLinesPlan(author.model, 'y', 0, baysY, 'A'));
  author.plan(storeysPlan(author.model, Array<number>(storeyCount).fill(storeyHeight), 0));
  addColumns(author);
  addFloor(author);
  addCores(author);
  const floorLoads = addFloorLoads(author);
  const [, first, ...others] = storeysUpward(author.model);
  author.plan(
    copyStoreyPlan(
      author.model,
      first.id,
      others.map((storey) => storey.id),
      true,
    ),
  );
  editRoof(author, floorLoads.live);
  addRaft(author);
  addRules(author, [floorLoads.dead, floorLoads.superimposed, floorLoads.live]);
  addCuts(author);
  addAnalyses(author, floorLoads);
  const combining = combiningOf(author.model);
  author.do({
    edits: [
      {
        kind: 'settings.change',
        fields: { combining: { ...combining, en: { ...combining.en, notionalWith: 'gravity' } } },
      },
    ],
    sentence: 'Chose to combine out of plumb with gravity alone, not with wind',
  });
  author.do(generateCombinations(author.model)!);
  author.do({
    edits: [
      {
        kind: 'change',
        table: 'members',
        changes: Object.values(author.model.members).map(({ id }) => ({ id, fields: { cage: columnCage } })),
      },
    ],
    sentence: 'Chose the bars and ties of the columns',
  });
  return author;
}

/** One cage for all columns: the top storey, which slabs bend most, asks for it. */
const columnCage: Cage = {
  bars: { corner: 'D20', alongY: 3, alongZ: 3 },
  ties: { bar: 'D10', spacing: 0.3, legsY: 3, legsZ: 3 },
};

/** Bars of all walls of both cores. */
const coreBars: WallBarsRecord = {
  layers: 2,
  upright: { bar: 'D12', spacing: 0.2 },
  level: { bar: 'D12', spacing: 0.2 },
  ends: { bar: 'D16', count: 4 },
};

/** The finished model of Pipistrelle House. */
export function buildPipistrelleHouse(): Model {
  return authorPipistrelleHouse().model;
}

const firstLevel = storeyHeight;

/** The node at a place, made when there is none. */
class Nodes {
  readonly made: { id: string; position: [number, number, number] }[] = [];
  private readonly next: ReturnType<typeof idSource>;

  constructor(private readonly model: Model) {
    this.next = idSource(model);
  }

  at(...[x, y, z]: readonly [number, number, number]): string {
    const place: Vector = [x, y, z];
    const there = [...Object.values(this.model.nodes), ...this.made].find(
      (node) => distance(node.position, place) < 1e-6,
    );
    if (there) return there.id;
    const id = this.next('nodes');
    this.made.push({ id, position: [x, y, z] });
    return id;
  }

  /** The corners of a rectangle in a level, m. */
  level([x0, x1]: readonly [number, number], [y0, y1]: readonly [number, number], z: number): string[] {
    return [this.at(x0, y0, z), this.at(x1, y0, z), this.at(x1, y1, z), this.at(x0, y1, z)];
  }

  /** The corners of an upright rectangle between two places in plan, m. */
  upright(from: readonly [number, number], to: readonly [number, number], low: number, high: number): string[] {
    return [
      this.at(from[0], from[1], low),
      this.at(to[0], to[1], low),
      this.at(to[0], to[1], high),
      this.at(from[0], from[1], high),
    ];
  }
}

/** Columns of the first storey at every crossing but the outer corners of the cores. */
function addColumns(author: Author): void {
  const section = parseSection('500 × 500', 'si');
  if (!section.ok) throw new Error(section.error);
  const next = idSource(author.model);
  const [sectionId, material] = [next('sections'), next('materials')];
  const concrete = findMaterial('C35/45')!;
  author.do({
    edits: [
      {
        kind: 'add',
        records: {
          sections: [{ id: sectionId, ...section.value }],
          materials: [{ id: material, ...concrete }],
        },
      },
    ],
    sentence: 'Added the columns’ section and concrete',
  });
  const [ground, first] = storeysUpward(author.model);
  author.plan(
    columnsPlan(
      author.model,
      { x: [0, length], y: [0, width] },
      ground.id,
      first.id,
      { role: 'column', section: sectionId, material, angle: 0 },
      undefined,
    ),
  );
  const isCorner = (id: string) => {
    const [x, y] = author.model.nodes[id].position;
    return cores.some((core) => core.x.includes(x)) && coreY.some((one) => Math.abs(one - y) < 1e-6);
  };
  const inCores = Object.values(author.model.members).filter((member) => isCorner(member.start));
  author.do({
    edits: [{ kind: 'remove', table: 'members', ids: inCores.map((member) => member.id) }],
    sentence: 'Took out the columns where the cores stand',
  });
}

const concreteOf = (model: Model): string => Object.values(model.materials)[0].id;

/** The flat slab of the first storey, 240 mm, with its shafts, and heads over the inner columns. */
function addFloor(author: Author): void {
  const next = idSource(author.model);
  const nodes = new Nodes(author.model);
  const corners = nodes.level([0, length], [0, width], firstLevel);
  const openings = cores.map((core) => {
    const back = core.doors === core.x[1] ? core.x[0] : core.x[1];
    const front = back + (core.doors > back ? shaft : -shaft);
    return nodes.level([Math.min(back, front), Math.max(back, front)], coreY, firstLevel);
  });
  const slab = {
    id: next('slabs'),
    label: 'Floor 1',
    corners,
    openings,
    thickness: 0.24,
    material: concreteOf(author.model),
    behaviour: 'shell' as const,
    meshSize,
  };
  author.do({
    edits: [{ kind: 'add', records: { ...(nodes.made.length > 0 ? { nodes: nodes.made } : {}), slabs: [slab] } }],
    sentence: 'Outlined the floor with its shafts',
  });
  const inner = Object.values(author.model.members)
    .map((member) => author.model.nodes[member.end])
    .filter(({ position: [x, y] }) => x > 0.1 && x < length - 0.1 && y > 0.1 && y < width - 0.1);
  author.do({
    edits: [
      {
        kind: 'add',
        records: {
          columnHeads: inner.map((node) => ({
            id: next('columnHeads'),
            node: node.id,
            widthX: 2.4,
            widthY: 2.4,
            depth: 0.2,
          })),
        },
      },
    ],
    sentence: 'Put heads on the inner columns',
  });
}

/** The walls of both cores in the first storey, 250 mm; doors in the walls that face the middle of the house. */
function addCores(author: Author): void {
  for (const { name, x, doors: doorsAt } of cores) {
    const next = idSource(author.model);
    const nodes = new Nodes(author.model);
    const wall = (label: string, corners: string[], openings: string[][] = []) => ({
      id: next('walls'),
      bars: coreBars,
      label,
      corners,
      ...(openings.length > 0 ? { openings } : {}),
      thickness: 0.25,
      material: concreteOf(author.model),
      behaviour: 'shell' as const,
      meshSize,
    });
    const back = doorsAt === x[1] ? x[0] : x[1];
    const walls = [
      wall(`${name}, back`, nodes.upright([back, coreY[0]], [back, coreY[1]], 0, firstLevel)),
      wall(
        `${name}, doors`,
        nodes.upright([doorsAt, coreY[0]], [doorsAt, coreY[1]], 0, firstLevel),
        doors.map(([from, to]) => nodes.upright([doorsAt, from], [doorsAt, to], 0, doorHeight)),
      ),
      wall(`${name}, south`, nodes.upright([x[0], coreY[0]], [x[1], coreY[0]], 0, firstLevel)),
      wall(`${name}, north`, nodes.upright([x[0], coreY[1]], [x[1], coreY[1]], 0, firstLevel)),
    ];
    author.do({
      edits: [{ kind: 'add', records: { nodes: nodes.made, walls } }],
      sentence: `Drew the walls of the ${name.toLowerCase()} with their doors`,
    });
  }
}

interface FloorLoads {
  readonly dead: string;
  readonly superimposed: string;
  readonly live: string;
}

/** Finishes and partitions 2.0 kPa, façade 6 kN/m, offices 3 kPa (EN 1991-1-1 Table 6.2, category B) on the first floor. */
function addFloorLoads(author: Author): FloorLoads {
  const dead = author.addCase('G', 'Self-weight', 'dead', true);
  const superimposed = author.addCase('SG', 'Finishes, partitions, façade', 'superimposedDead');
  const live = author.addCase('Q', 'Offices', 'live', false, 'B');
  const [slab] = Object.values(author.model.slabs);
  author.addOnSlab(superimposed, 'Finishes', slab.id, -2000);
  author.addOnSlab(live, 'Offices', slab.id, -3000);
  addFacade(author, superimposed, firstLevel);
  return { dead, superimposed, live };
}

function addFacade(author: Author, caseId: string, z: number): void {
  const corners = [
    [0, 0],
    [length, 0],
    [length, width],
    [0, width],
  ] as const;
  corners.forEach((from, i) => {
    const to = corners[(i + 1) % corners.length];
    author.addLine(caseId, 'Façade', [from[0], from[1], z], [to[0], to[1], z], -6000);
  });
}

/** The roof carries no offices but maintenance (category H), 0.75 kPa. */
function editRoof(author: Author, offices: string): void {
  const roof = storeysUpward(author.model).at(-1)!;
  const slab = slabOf(author.model, roof);
  author.do({
    edits: [{ kind: 'change', table: 'slabs', changes: [{ id: slab, fields: { label: 'Roof', openings: null } }] }],
    sentence: 'Closed the roof over the shafts and named it',
  });
  const onRoof = Object.values(author.model.loads).filter(
    (load) =>
      load.case === offices &&
      load.type === 'area' &&
      load.region.kind === 'panels' &&
      load.region.slabs.includes(slab),
  );
  author.do({
    edits: [{ kind: 'remove', table: 'loads', ids: onRoof.map((load) => load.id) }],
    sentence: 'Took the offices off the roof',
  });
  const maintenance = author.addCase('QH', 'Maintenance of the roof', 'roofLive', false, 'H');
  author.addOnSlab(maintenance, 'Roof', slab, -750);
}

const slabOf = (model: Model, storey: Storey): string =>
  Object.values(model.slabs).find(
    (slab) => Math.abs(model.nodes[slab.corners[0]].position[2] - storey.elevation) < 1e-6,
  )!.id;

/** A raft, 800 mm, on soil that only pushes, with thicker parts below the cores; 1.2 m of soil were dug out. */
function addRaft(author: Author): void {
  const next = idSource(author.model);
  const nodes = new Nodes(author.model);
  const corners = nodes.level([-overhang, length + overhang], [-overhang, width + overhang], 0);
  const below = cores.map(({ x }) => nodes.level([x[0] - 1.2, x[1] + 1.2], [coreY[0] - 1.2, coreY[1] + 1.2], 0));
  author.do({
    edits: [
      {
        kind: 'add',
        records: {
          nodes: nodes.made,
          slabs: [
            {
              id: next('slabs'),
              label: 'Raft',
              corners,
              thickness: 0.8,
              material: concreteOf(author.model),
              behaviour: 'shell' as const,
              meshSize,
              soil: { across: 25e6, along: 5e6, pushes: true, dugOut: 22e3 },
            },
          ],
          thickParts: below.map((outline, i) => ({
            id: next('thickParts'),
            label: `Below the ${cores[i].name.toLowerCase()}`,
            corners: outline,
            thickness: 1.2,
          })),
        },
      },
    ],
    sentence: 'Outlined the raft on its soil, thicker below the cores',
  });
}

/** Wind and snow by EN 1991, imperfections as sideways shares of the gravity loads (EN 1992-1-1 5.2), both ways. */
function addRules(author: Author, gravity: readonly string[]): void {
  const next = idSource(author.model);
  const winds = (['+x', '-x', '+y', '-y'] as const).map((direction) => ({
    direction,
    record: caseRecord(next('cases'), `W${direction}`, `Wind ${direction}`, 'wind', direction),
  }));
  const snow = caseRecord(next('cases'), 'S', 'Snow', 'snow');
  const leans = (['+x', '+y'] as const).flatMap((direction) =>
    gravity.map((id) => {
      const { label, name } = author.model.cases[id];
      return {
        direction,
        of: id,
        record: caseRecord(
          next('cases'),
          `I${direction}${label}`,
          `Out of plumb ${direction}, of ${name}`,
          'notional',
          direction,
        ),
      };
    }),
  );
  const building = { base: 0, wallSpan: 'horizontal' } as const;
  const loadRules: LoadRule[] = [
    {
      id: next('loadRules'),
      label: 'Wind',
      type: 'enWind',
      basicSpeed: 26,
      directional: 1,
      season: 1,
      terrain: 'III',
      orography: 1,
      airDensity: 1.25,
      structural: 1,
      internalPressure: 0.2,
      internalSuction: -0.3,
      building,
      cases: winds.map(({ direction, record }) => ({
        case: record.id,
        direction,
        internal: 'suction',
        roof: 'uplift',
      })),
    },
    {
      id: next('loadRules'),
      label: 'Snow',
      type: 'enSnow',
      ground: 900,
      exposure: 1,
      thermal: 1,
      snowGuards: false,
      building,
      cases: [{ case: snow.id, arrangement: 'balanced' }],
    },
    // θ = 1/200 · 2/3 · 0.72, for 23.1 m and 20 columns and more
    ...leans.map(({ direction, of, record }): LoadRule => ({
      id: next('loadRules'),
      label: `Out of plumb ${direction}, ${author.model.cases[of].label}`,
      type: 'notional',
      case: record.id,
      gravity: [{ case: of, factor: 1 }],
      share: 0.0024,
      direction,
      at: 'columns',
    })),
  ];
  author.do({
    edits: [
      {
        kind: 'add',
        records: { cases: [snow, ...[...winds, ...leans].map((one) => one.record)], loadRules },
      },
    ],
    sentence: 'Added rules for wind, snow and out of plumb',
  });
}

/** Cuts that are kept: the raft half-way between the cores, and a strip of the second floor over a line of columns. */
function addCuts(author: Author): void {
  const next = idSource(author.model);
  const [, , second] = storeysUpward(author.model);
  const middle = length / 2;
  author.do({
    edits: [
      {
        kind: 'add',
        records: {
          cuts: [
            {
              id: next('cuts'),
              label: 'Raft, middle',
              from: [middle, -overhang, 0],
              to: [middle, width + overhang, 0],
            },
            {
              id: next('cuts'),
              label: 'Floor 2, beside line B',
              from: [running(baysX)[2] + 0.25, baysY[0] - 1.65, second.elevation],
              to: [running(baysX)[2] + 0.25, baysY[0] + 1.65, second.elevation],
            },
          ],
        },
      },
    ],
    sentence: 'Kept two cuts',
  });
}

/** Modes, buckling, and a set of cracked stiffness for slabs (EN 1992-1-1 5.8.7 leaves half to what bends). */
function addAnalyses(author: Author, { dead, superimposed, live }: FloorLoads): void {
  const next = idSource(author.model);
  author.do({
    edits: [
      {
        kind: 'add',
        records: {
          analyses: [
            {
              id: next('analyses'),
              label: 'Modes',
              type: 'modal',
              masses: [
                { case: dead, factor: 1 },
                { case: superimposed, factor: 1 },
                { case: live, factor: 0.3 },
              ],
              count: 30,
              massMatrix: 'lumped',
              verticalMass: false,
            },
            {
              id: next('analyses'),
              label: 'Buckling',
              type: 'buckling',
              factors: [
                { case: dead, factor: 1.35 },
                { case: superimposed, factor: 1.35 },
                { case: live, factor: 1.5 },
              ],
              count: 4,
            },
          ],
        },
      },
    ],
    sentence: 'Added modes and buckling',
  });
}
