import {
  bracingPlan,
  buildFrame,
  copyPlan,
  drawMember,
  edgesOfSelection,
  findBays,
  nodesOfStorey,
  parseSection,
  running,
  secondariesPlan,
  storeysPlan,
  translation,
} from '~core/build';
import { findMaterial } from '~core/catalog';
import { generateCombinations } from '~core/combine';
import {
  idSource,
  storeysUpward,
  type LoadRule,
  type LoadSpread,
  type Model,
  type Reinforcement,
  type Vector,
} from '~core/model';
import { Author, caseRecord } from './author';

const baysX = [6.4, 6.4, 6.4, 6.4];
const baysY = [7.2, 7.2, 7.2];
const storeys = [4.2, 3.6, 3.6, 3.6];
const eaves = 15.0;

function choice(text: string) {
  const section = parseSection(text, 'si');
  if (!section.ok) throw new Error(section.error);
  return section.value;
}

/**
 * Quillhaven Library: four storeys on 4 × 3 bays in reinforced concrete; the top storey is the reading room under a pitched steel roof
 * with braced bays, and a steel mezzanine stands above the first floor. Made by the generators and edits of the Frame stage alone; floors, roofs
 * and walls are loads on areas that the beams and columns around them receive.
 */
export function authorQuillhavenLibrary(): Author {
  const author = new Author({ name: 'Quillhaven Library', units: 'si', code: 'us' });
  const concrete = findMaterial('NW 5000 psi')!;
  author.do(
    buildFrame(author.model, {
      baysX,
      baysY,
      storeys: storeys.slice(0, 3),
      column: choice('450 × 450'),
      beamX: choice('350 × 600'),
      beamY: choice('400 × 650'),
      material: concrete,
      feet: 'fixed',
    }).act!,
  );
  addReadingRoom(author);
  addMezzanine(author);
  addLoads(author);
  drawSlab(author);
  reinforceFloors(author);
  reinforceColumns(author);
  stiffenFloors(author);
  addAnalyses(author);
  author.do(generateCombinations(author.model)!);
  return author;
}

/** The finished model of Quillhaven Library. */
export function buildQuillhavenLibrary(): Model {
  return authorQuillhavenLibrary().model;
}

const width = 21.6;
const ridge = eaves + 2.4;
const ridgeHeight = (y: number): number => eaves + (ridge - eaves) * (1 - Math.abs(y - width / 2) / (width / 2));
const pinned = { ry: 0, rz: 0 };

/**
 * The reading room: one steel frame drawn, copied along the building; purlins over both slopes, X bracing in a bay of each long side and in
 * the roof's end bays.
 */
function addReadingRoom(author: Author): void {
  author.plan(storeysPlan(author.model, [storeys[3]], 0));
  const top = storeysUpward(author.model).at(-1)!;
  author.do({ edits: [{ kind: 'change', table: 'storeys', changes: [{ id: top.id, fields: { label: 'Eaves' } }] }] });
  const steel = choiceIds(author, ['W10X33', 'W14X30', 'W8X15', 'HSS3X3X1/4']);
  const floor = eaves - storeys[3];
  const first: string[] = [];
  const draw = (from: Vector, to: Vector, section: string) => {
    const drawn = drawMember(author.model, from, to, { section: steel.sections[section], material: steel.material });
    if (!drawn.ok) throw new Error(drawn.error);
    author.do(drawn.act);
    first.push(...drawn.made);
  };
  for (const y of [0, 7.2, 14.4, width]) draw([0, y, floor], [0, y, ridgeHeight(y)], 'W10X33');
  for (const [a, b] of [
    [0, 7.2],
    [7.2, 10.8],
    [10.8, 14.4],
    [14.4, width],
  ])
    draw([0, a, ridgeHeight(a)], [0, b, ridgeHeight(b)], 'W14X30');
  author.plan(
    copyPlan(
      author.model,
      { members: first, nodes: [] },
      baysX.map((_, i) => translation([running(baysX)[i + 1], 0, 0])),
      { loads: false, supports: false },
    ),
  );

  const ends = {
    edges: 7,
    fields: { role: 'beam' as const, angle: 0, section: steel.sections.W8X15, material: steel.material },
  };
  const slopes = [
    ['South slope', 0],
    ['North slope', width],
  ] as const;
  for (const [label, y] of slopes) {
    const low: Vector = [0, y, eaves];
    author.do({
      edits: [
        {
          kind: 'add',
          records: {
            planes: [
              {
                id: idSource(author.model)('planes'),
                label,
                points: [[...low], [6.4, y, eaves], [0, width / 2, ridge]],
              },
            ],
          },
        },
      ],
      sentence: `Made working plane ${label}`,
    });
    const rafters = Object.values(author.model.members).filter(
      (member) =>
        member.section === steel.sections.W14X30 &&
        [member.start, member.end].every(
          (id) => (author.model.nodes[id].position[1] - width / 2) * (y - width / 2) > -1e-6,
        ),
    );
    author.plan(
      secondariesPlan(author.model, {
        edges: edgesOfSelection(
          author.model,
          rafters.map((member) => member.id),
        ),
        layout: { count: ends.edges },
        atEnds: true,
        supports: 'clear',
        ends: pinned,
        fields: ends.fields,
        noun: 'purlin',
      }),
    );
  }
  // purlins hold the rafters sideways: only bending in their own plane keeps the whole length
  const rafters = Object.values(author.model.members).filter((member) => member.section === steel.sections.W14X30);
  author.do({
    edits: [
      {
        kind: 'change',
        table: 'members',
        changes: rafters.map((member) => ({
          id: member.id,
          fields: { steelDesign: { unbracedLengthMajor: member.steelDesign?.unbracedLengthMajor ?? 7.376 } },
        })),
      },
    ],
    sentence: 'Braced the rafters sideways by the purlins',
  });

  const brace = { section: steel.sections['HSS3X3X1/4'], material: steel.material, behaviour: 'axial' as const };
  const sides = findBays(author.model).filter(
    (bay) =>
      bay.upright &&
      bay.corners.every(
        (corner) =>
          corner[2] > floor - 0.01 &&
          (corner[1] < 0.01 || corner[1] > width - 0.01) &&
          corner[0] > 6.3 &&
          corner[0] < 12.9,
      ),
  );
  author.plan(bracingPlan(author.model, sides, 'cross', brace, false));
  const roof = findBays(author.model).filter(
    (bay) => slopes.some(([label]) => label === bay.planeLabel) && [...bay.corners].every((corner) => corner[0] < 6.5),
  );
  author.plan(bracingPlan(author.model, roof, 'rising', brace, false));
  const purlins = Object.values(author.model.members)
    .filter((member) => member.section === steel.sections.W8X15)
    .map((member) => member.id);
  author.do({
    edits: [
      {
        kind: 'change',
        table: 'members',
        changes: purlins.map((id) => ({
          id,
          fields: {
            steelDesign: {
              ...author.model.members[id].steelDesign,
              unbracedLengthMinor: 1.6,
              unbracedLengthTorsion: 1.6,
            },
          },
        })),
      },
    ],
    sentence: 'Braced the purlins sideways by sag rods at their quarters',
  });
  const braces = Object.values(author.model.members)
    .filter((member) => member.role === 'brace')
    .map((member) => member.id);
  const next = idSource(author.model);
  author.do({
    edits: [
      {
        kind: 'add',
        records: {
          groups: [
            { id: next('groups'), label: 'Purlins', members: purlins },
            { id: next('groups'), label: 'Bracing', members: braces },
          ],
        },
      },
    ],
    sentence: 'Grouped purlins and bracing',
  });
}

const mezzanine = 6.0;
/** Corners of the stair opening in plan, m. */
const stairOpening: readonly (readonly [number, number])[] = [
  [14, 8],
  [17.6, 8],
  [17.6, 13.6],
  [14, 13.6],
];

/** A steel mezzanine in one bay above the first floor: two beams between columns, joists across, their ends pinned. */
function addMezzanine(author: Author): void {
  const steel = choiceIds(author, ['W16X31', 'W12X19']);
  const joined: string[] = [];
  for (const x of [19.2, 25.6]) {
    const drawn = drawMember(author.model, [x, 7.2, mezzanine], [x, 14.4, mezzanine], {
      section: steel.sections.W16X31,
      material: steel.material,
      startConnection: pinned,
      endConnection: pinned,
    });
    if (!drawn.ok) throw new Error(drawn.error);
    author.do(drawn.act);
    joined.push(drawn.memberId);
  }
  author.plan(
    secondariesPlan(author.model, {
      edges: edgesOfSelection(author.model, joined),
      layout: { count: 5 },
      atEnds: true,
      supports: 'clear',
      ends: pinned,
      fields: { role: 'beam', angle: 0, section: steel.sections.W12X19, material: steel.material },
      noun: 'joist',
    }),
  );
  const members = Object.values(author.model.members)
    .filter((member) => member.section === steel.sections.W16X31 || member.section === steel.sections.W12X19)
    .map((member) => member.id);
  author.do({
    edits: [
      { kind: 'add', records: { groups: [{ id: idSource(author.model)('groups'), label: 'Mezzanine', members }] } },
    ],
    sentence: 'Grouped the mezzanine',
  });
  author.do({
    edits: [
      {
        kind: 'change',
        table: 'members',
        changes: members.map((id) => ({
          id,
          fields: {
            steelDesign: {
              ...author.model.members[id].steelDesign,
              unbracedLengthMinor: 0.6,
              unbracedLengthTorsion: 0.6,
            },
          },
        })),
      },
    ],
    sentence: 'Braced the mezzanine’s beams sideways by its deck',
  });
}

/** The slab of the first floor with its stair opening, meshed and analysed together with its beams: 180 mm, elements of 0.8 m, which parts the bays evenly. */
function drawSlab(author: Author): void {
  const next = idSource(author.model);
  const at = (x: number, y: number) =>
    Object.values(author.model.nodes).find(
      ({ position: p }) => Math.abs(p[0] - x) < 1e-6 && Math.abs(p[1] - y) < 1e-6 && Math.abs(p[2] - storeys[0]) < 1e-6,
    )!.id;
  const opening = stairOpening.map(([x, y]) => ({
    id: next('nodes'),
    position: [x, y, storeys[0]] as [number, number, number],
  }));
  const slab = {
    id: next('slabs'),
    label: 'First floor',
    corners: [at(0, 0), at(25.6, 0), at(25.6, width), at(0, width)],
    openings: [opening.map((node) => node.id)],
    thickness: 0.18,
    behaviour: 'shell' as const,
    meshSize: 0.8,
    material: Object.values(author.model.materials).find((material) => material.kind === 'concrete')!.id,
  };
  author.do({
    edits: [{ kind: 'add', records: { nodes: opening, slabs: [slab] } }],
    sentence: 'Outlined the first floor with its stair opening',
  });
  const roof = Object.values(author.model.members)
    .filter(
      (member) =>
        [member.start, member.end].every((id) => author.model.nodes[id].position[2] > eaves - storeys[3] - 0.01) &&
        member.section !== null &&
        author.model.sections[member.section].shape.type !== 'rectangle',
    )
    .map((member) => member.id);
  author.do({
    edits: [
      {
        kind: 'add',
        records: {
          views: [
            {
              id: next('views'),
              label: 'Reading room',
              plane: { kind: '3d' },
              camera: null,
              form: 'solid',
              isolated: roof,
              hidden: [],
            },
          ],
        },
      },
    ],
    sentence: 'Kept view Reading room',
  });
}

/** Adds rolled sections and their steel to the model. */
function choiceIds(author: Author, names: string[]): { sections: Record<string, string>; material: string } {
  const next = idSource(author.model);
  const sections = names.map((name) => ({ id: next('sections'), ...choice(name) }));
  const { thicknessLimit: _limit, concreteStrength: _none, ...steel } = findMaterial('A992')!;
  const present = Object.values(author.model.materials).find((one) => one.name === steel.name);
  const material = present ?? { id: next('materials'), ...steel };
  author.do({
    edits: [{ kind: 'add', records: { sections, ...(present ? {} : { materials: [material] }) } }],
    sentence: `Added the steel sections ${names.join(', ')}`,
  });
  return { sections: Object.fromEntries(sections.map((section) => [section.name, section.id])), material: material.id };
}

/**
 * Dead, superimposed dead, live by room, façades, as loads on areas and along lines; snow, wind and notional loads by their rules. Floors span
 * 6.4 m to the beams along y, roofs to the purlins, walls to the columns.
 */
function addLoads(author: Author): void {
  const dead = author.addCase('D', 'Self-weight of the frame', 'dead', true);
  const superimposed = author.addCase('SD', 'Slabs, finishes and façade', 'superimposedDead');
  const live = author.addCase('L', 'Reading rooms, stacks, stairs', 'live', false, 'E');
  const length = running(baysX).at(-1)!;
  const floors = storeysUpward(author.model)
    .slice(1, 4)
    .map((storey) => storey.elevation);
  const alongX: LoadSpread = { way: 'one', along: [1, 0, 0] };
  const place = (x0: number, x1: number, y0: number, y1: number, z: number): Vector[] => [
    [x0, y0, z],
    [x1, y0, z],
    [x1, y1, z],
    [x0, y1, z],
  ];
  // finishes 1.2 kPa, above the first floor with 4.3 kPa of a 180 mm slab that is not drawn; ASCE 7 Table 4.3-1: reading rooms 2.9 kPa (60 psf), stack rooms 7.2 kPa (150 psf), stairs 4.8 kPa (100 psf)
  floors.forEach((z, i) => {
    const stairs: Vector[] = stairOpening.map(([x, y]) => [x, y, z]);
    author.addArea(
      superimposed,
      `Floor ${i + 1}`,
      place(0, length, 0, width, z),
      i === 0 ? -1200 : -5500,
      alongX,
      i === 0 ? [stairs] : [],
    );
    if (i === 0) author.addArea(live, 'Stairs', stairs, -4800, alongX);
    const stack = place(0, 6.4, 14.4, width, z);
    if (i < 2) author.addArea(live, `Stacks ${i + 1}`, stack, -7200, alongX);
    author.addArea(live, `Reading rooms ${i + 1}`, place(0, length, 0, width, z), -2900, alongX, [
      ...(i === 0 ? [stairs] : []),
      ...(i < 2 ? [stack] : []),
    ]);
    for (const [from, to] of [
      [
        [0, 0],
        [length, 0],
      ],
      [
        [0, width],
        [length, width],
      ],
      [
        [0, 0],
        [0, width],
      ],
      [
        [length, 0],
        [length, width],
      ],
    ])
      author.addLine(superimposed, 'Façade', [from[0], from[1], z], [to[0], to[1], z], -4000);
  });
  const upSlope: LoadSpread = { way: 'one', along: [0, 1, 0] };
  for (const y of [0, width])
    author.addArea(
      superimposed,
      'Roof',
      [
        [0, y, eaves],
        [length, y, eaves],
        [length, width / 2, ridge],
        [0, width / 2, ridge],
      ],
      -600,
      upSlope,
    );
  const deck = place(19.2, 25.6, 7.2, 14.4, mezzanine);
  author.addArea(superimposed, 'Mezzanine deck', deck, -2000, upSlope);
  author.addArea(live, 'Mezzanine', deck, -2900, upSlope);
  addRules(author, [dead, superimposed, live]);
}

/** Wind by ASCE 7-22 towards all sides, snow balanced and drifted, notional loads both ways. */
function addRules(author: Author, gravity: readonly string[]): void {
  const next = idSource(author.model);
  const winds = (['+x', '-x', '+y', '-y'] as const).map((direction) => ({
    direction,
    record: caseRecord(next('cases'), `W${direction}`, `Wind ${direction}`, 'wind', direction),
  }));
  const snows = (
    [
      ['balanced', 'S', 'Snow, balanced'],
      ['lowSide', 'Sl', 'Snow, drifted south'],
      ['highSide', 'Sh', 'Snow, drifted north'],
    ] as const
  ).map(([arrangement, label, name]) => ({ arrangement, record: caseRecord(next('cases'), label, name, 'snow') }));
  const sway = (['+x', '+y'] as const).flatMap((direction) =>
    gravity.map((id) => {
      const { label, name } = author.model.cases[id];
      return {
        direction,
        of: id,
        record: caseRecord(
          next('cases'),
          `N${direction}${label}`,
          `Notional loads ${direction} of ${name}`,
          'notional',
          direction,
        ),
      };
    }),
  );
  const building = { wallSpan: 'horizontal', roofSpan: 'slope' } as const;
  const loadRules: LoadRule[] = [
    {
      id: next('loadRules'),
      label: 'Wind',
      type: 'asceWind',
      speed: 45,
      exposure: 'B',
      directionality: 0.85,
      topography: 1,
      elevation: 1,
      gust: 0.85,
      internal: 0.18,
      building,
      cases: winds.map(({ direction, record }) => ({
        case: record.id,
        direction,
        internal: 'pressure',
        roof: 'uplift',
      })),
    },
    {
      id: next('loadRules'),
      label: 'Snow',
      type: 'asceSnow',
      ground: 2000,
      exposure: 1,
      thermal: 1,
      slippery: false,
      least: 1436,
      winterWind: 0.45,
      building: { roofSpan: 'slope' },
      cases: snows.map(({ arrangement, record }) => ({ case: record.id, arrangement })),
    },
    ...sway.map(({ direction, of, record }): LoadRule => ({
      id: next('loadRules'),
      label: `Notional ${direction} of ${author.model.cases[of].label}`,
      type: 'notional',
      case: record.id,
      gravity: [{ case: of, factor: 1 }],
      share: 0.002,
      direction,
      at: 'diaphragms',
    })),
  ];
  const cases = [...snows, ...winds, ...sway].map((one) => one.record);
  author.do({
    edits: [{ kind: 'add', records: { cases, loadRules } }],
    sentence: 'Added rules for wind, snow and notional loads',
  });
}

/** Slabs that are not drawn hold each floor together: one diaphragm a level. The first floor's slab does so itself. */
function stiffenFloors(author: Author): void {
  const next = idSource(author.model);
  const levels = storeysUpward(author.model).slice(2, 4);
  const diaphragms = levels.map((storey, i) => ({
    id: next('diaphragms'),
    label: `Floor ${i + 2}`,
    nodes: nodesOfStorey(author.model, storey.id),
  }));
  author.do({
    edits: [{ kind: 'add', records: { diaphragms } }],
    sentence: 'Made the two floors without a drawn slab rigid in their plane',
  });
}

/** Modes with the mass of the dead loads, buckling under all gravity loads, and a response spectrum. */
function addAnalyses(author: Author): void {
  const next = idSource(author.model);
  const ofLabel = (label: string) => Object.values(author.model.cases).find((one) => one.label === label)!.id;
  const [dead, superimposed, live] = ['D', 'SD', 'L'].map(ofLabel);
  const modes = next('analyses');
  author.do({
    edits: [
      {
        kind: 'add',
        records: {
          analyses: [
            {
              id: modes,
              label: 'Modes',
              type: 'modal',
              masses: [
                { case: dead, factor: 1 },
                { case: superimposed, factor: 1 },
              ],
              count: null,
              massMatrix: 'lumped',
              verticalMass: false,
            },
            {
              id: next('analyses'),
              label: 'Buckling',
              type: 'buckling',
              factors: [
                { case: dead, factor: 1.2 },
                { case: superimposed, factor: 1.2 },
                { case: live, factor: 1.6 },
              ],
              count: 4,
            },
            {
              id: next('analyses'),
              label: 'Spectrum',
              type: 'spectrum',
              modal: modes,
              damping: 0.05,
              modeRule: 'cqc',
              directionRule: '100/30',
              eccentricity: 0.05,
              shape: { type: 'asce7', sds: 0.45, sd1: 0.2, longPeriod: 8, responseModification: 3, importance: 1.25 },
            },
          ],
        },
      },
    ],
    sentence: 'Added modes, buckling and a response spectrum',
  });
}

/** Bars of a beam of the second floor, laid out over its three spans: m of each member from its start. */
const laidOut: readonly (readonly [string, { readonly reinforcement: Reinforcement }])[] = [
  [
    'm97',
    {
      reinforcement: {
        top: { bar: '#6', count: 3 },
        bottom: { bar: '#5', count: 5 },
        stirrups: { bar: '#3', legs: 2, spacing: 0.275 },
        added: [
          { face: 'top', bar: '#6', count: 2, from: 0, to: 1.3 },
          { face: 'top', bar: '#6', count: 4, from: 5.9, to: null },
          { face: 'bottom', bar: '#5', count: 1, from: 2.4, to: 4.8 },
        ],
      },
    },
  ],
  [
    'm98',
    {
      reinforcement: {
        top: { bar: '#6', count: 3 },
        bottom: { bar: '#5', count: 5 },
        stirrups: { bar: '#3', legs: 2, spacing: 0.275 },
        added: [
          { face: 'top', bar: '#6', count: 4, from: 0, to: 1.3 },
          { face: 'top', bar: '#6', count: 3, from: 5.9, to: null },
        ],
      },
    },
  ],
  [
    'm99',
    {
      reinforcement: {
        top: { bar: '#6', count: 3 },
        bottom: { bar: '#5', count: 5 },
        stirrups: { bar: '#3', legs: 2, spacing: 0.275 },
        added: [
          { face: 'top', bar: '#6', count: 3, from: 0, to: 1.3 },
          { face: 'top', bar: '#6', count: 2, from: 5.9, to: null },
          { face: 'bottom', bar: '#5', count: 1, from: 2.4, to: 4.8 },
        ],
      },
    },
  ],
];

/** Bars of the columns: one cage for all, with ties closer where the braced bays push the top storey. */
function reinforceColumns(author: Author): void {
  const { nodes, members, materials } = author.model;
  const columns = Object.values(members).filter(
    ({ role, material }) => role === 'column' && material !== null && materials[material].kind === 'concrete',
  );
  const cageOf = ({ start, end }: (typeof columns)[number]) => {
    const isTop = [start, end].some((id) => nodes[id].position[2] > storeys[1] + 1e-6);
    return {
      bars: { corner: '#7', alongY: 3, alongZ: 3 },
      ties: { bar: '#3', spacing: isTop ? 0.175 : 0.3, legsY: 2, legsZ: 2 },
    };
  };
  author.do({
    edits: [
      {
        kind: 'change',
        table: 'members',
        changes: columns.map((column) => ({ id: column.id, fields: { cage: cageOf(column) } })),
      },
    ],
    sentence: 'Chose the bars and ties of the columns',
  });
}

/** Bars of the floor beams as an engineer would rationalise them: one set for inner and edge beams each way. */
function reinforceFloors(author: Author): void {
  const { nodes, sections } = author.model;
  const at = (id: string) => nodes[id].position;
  const sets = {
    stacks: {
      top: { bar: '#8', count: 5 },
      bottom: { bar: '#7', count: 4 },
      stirrups: { bar: '#4', legs: 2, spacing: 0.2 },
    },
    inner: {
      top: { bar: '#8', count: 4 },
      bottom: { bar: '#7', count: 4 },
      stirrups: { bar: '#4', legs: 2, spacing: 0.2 },
    },
    edge: {
      top: { bar: '#7', count: 5 },
      bottom: { bar: '#7', count: 4 },
      stirrups: { bar: '#3', legs: 2, spacing: 0.2 },
    },
    alongSlab: {
      top: { bar: '#7', count: 4 },
      bottom: { bar: '#6', count: 4 },
      stirrups: { bar: '#3', legs: 2, spacing: 0.25 },
    },
    along: {
      top: { bar: '#6', count: 3 },
      bottom: { bar: '#6', count: 3 },
      stirrups: { bar: '#3', legs: 2, spacing: 0.25 },
    },
    // the edges of the slab twist their beams
    alongEdge: {
      top: { bar: '#6', count: 4 },
      bottom: { bar: '#6', count: 3 },
      side: { bar: '#5', count: 1 },
      stirrups: { bar: '#3', legs: 2, spacing: 0.175 },
    },
  } as const;
  const beams = Object.values(author.model.members).filter(
    (member) =>
      member.role === 'beam' && member.section !== null && sections[member.section].shape.type === 'rectangle',
  );
  const besideStacks = (beam: (typeof beams)[number]) =>
    [beam.start, beam.end].every((id) => Math.abs(at(id)[0] - 6.4) < 1e-6 && at(id)[1] > 14.3 && at(id)[2] < 8);
  const isInSlab = (beam: (typeof beams)[number]) => Math.abs(at(beam.start)[2] - storeys[0]) < 1e-6;
  const setOf = (beam: (typeof beams)[number]) =>
    besideStacks(beam)
      ? sets.stacks
      : Math.abs(at(beam.start)[0] - at(beam.end)[0]) > 1e-6
        ? // the slab spans both ways to its beams
          !isInSlab(beam)
          ? sets.along
          : at(beam.start)[1] > 1e-6 && at(beam.start)[1] < width - 1e-6
            ? sets.alongSlab
            : sets.alongEdge
        : [0, 25.6].some((x) => Math.abs(at(beam.start)[0] - x) < 1e-6)
          ? isInSlab(beam)
            ? { ...sets.edge, side: { bar: '#5', count: 1 } }
            : sets.edge
          : sets.inner;
  author.do({
    edits: [
      {
        kind: 'settings.change',
        fields: { bars: { ...author.model.settings.bars, hooks: { ties: true, core: true } } },
      },
    ],
    sentence: 'Said how hooks within columns are held',
  });
  author.do({
    edits: [
      {
        kind: 'change',
        table: 'members',
        changes: beams.map((beam) => ({ id: beam.id, fields: { reinforcement: setOf(beam) } })),
      },
    ],
    sentence: 'Chose the bars of the floor beams',
  });
  author.do({
    edits: [{ kind: 'change', table: 'members', changes: laidOut.map(([id, fields]) => ({ id, fields })) }],
    sentence: 'Laid out the bars of beam m97 … m99',
  });
  author.do({
    edits: [
      {
        kind: 'change',
        table: 'members',
        changes: beams.filter(isInSlab).map(({ id }) => ({ id, fields: { stiffness: { torsion: 0.1 } } })),
      },
    ],
    sentence: 'Beams in the slab crack in torsion: what twists them goes over to the slab (ACI 318-19 22.7.3.2)',
  });
}
