import { buildFrame, parseSection } from '~core/build';
import { findMaterial } from '~core/catalog';
import { generateCombinations } from '~core/combine';
import { idSource, type Model, type Reinforcement } from '~core/model';
import { Author } from './author';

const storeys = [3.6, 3.3];
const [baysX, baysY] = [
  [6, 6],
  [5.4, 5.4],
];

/** Dunlin Studios: two floors of beams and slabs on nine columns, to the Eurocodes; small enough to be read through. */
export function authorDunlinStudios(): Author {
  const author = new Author({ name: 'Dunlin Studios', units: 'si', code: 'eurocode' });
  const [column, beam] = ['350x350', '300x550'].map((text) => {
    const section = parseSection(text, 'si');
    if (!section.ok) throw new Error(section.error);
    return section.value;
  });
  const concrete = findMaterial('C30/37')!;
  const frame = buildFrame(author.model, {
    baysX,
    baysY,
    storeys,
    column,
    beamX: beam,
    beamY: beam,
    material: concrete,
    feet: 'fixed',
    // their tops lie in the slabs' tops; cracked in torsion, what twists them goes over to the slabs (EN 1992-1-1 6.3.1(2))
    beams: { axisPosition: 'top', stiffness: { torsion: 0.1 } },
  });
  author.do(frame.act!);
  addFloors(author);
  addLoads(author);
  author.do(generateCombinations(author.model)!);
  chooseBars(author);
  return author;
}

/** A slab over each storey, in one with its beams. */
function addFloors(author: Author): void {
  const next = idSource(author.model);
  const [width, depth] = [baysX, baysY].map((bays) => bays.reduce((sum, bay) => sum + bay, 0));
  const at = (x: number, y: number, z: number): string =>
    Object.values(author.model.nodes).find(
      ({ position }) => Math.hypot(position[0] - x, position[1] - y, position[2] - z) < 1e-6,
    )!.id;
  const material = Object.values(author.model.materials).find(({ kind }) => kind === 'concrete')!.id;
  const slabs = storeys.map((_, storey) => {
    const z = storeys.slice(0, storey + 1).reduce((sum, height) => sum + height, 0);
    return {
      id: next('slabs'),
      label: ['First floor', 'Roof'][storey],
      corners: [at(0, 0, z), at(width, 0, z), at(width, depth, z), at(0, depth, z)],
      openings: [],
      thickness: 0.18,
      behaviour: 'shell' as const,
      meshSize: 0.9,
      plane: 'top' as const,
      material,
    };
  });
  author.do({ edits: [{ kind: 'add', records: { slabs } }], sentence: 'Laid the floor and the roof on the beams' });
}

function addLoads(author: Author): void {
  author.addCase('G', 'Self-weight', 'dead', true);
  const finishes = author.addCase('G2', 'Finishes and services', 'superimposedDead');
  const people = author.addCase('Q', 'Studios', 'live');
  const snow = author.addCase('S', 'Snow', 'snow');
  const [floor, roof] = Object.keys(author.model.slabs);
  author.addOnSlab(finishes, 'Finishes', floor, -1800);
  author.addOnSlab(finishes, 'Roofing', roof, -1200);
  author.addOnSlab(people, 'Studios', floor, -5000);
  author.addOnSlab(snow, 'Snow', roof, -1100);
}

/** Bars of the inner beam of the first floor along y, laid out over its two spans: m of each member from its start. */
const laidOut: readonly (readonly [string, { readonly reinforcement: Reinforcement }])[] = [
  [
    'm18',
    {
      reinforcement: {
        top: { bar: 'D12', count: 9 },
        bottom: { bar: 'D12', count: 3 },
        stirrups: { bar: 'D10', legs: 2, spacing: 0.35 },
        added: [
          { face: 'top', bar: 'D12', count: 3, from: 3.9, to: null },
          { face: 'bottom', bar: 'D12', count: 4, from: 0.5, to: 4.35 },
        ],
        zones: [
          { from: 0, to: 1, legs: 2, spacing: 0.2 },
          { from: 3.8, to: null, legs: 2, spacing: 0.175 },
        ],
      },
    },
  ],
  [
    'm19',
    {
      reinforcement: {
        top: { bar: 'D12', count: 9 },
        bottom: { bar: 'D12', count: 3 },
        stirrups: { bar: 'D10', legs: 2, spacing: 0.35 },
        added: [
          { face: 'top', bar: 'D12', count: 3, from: 0, to: 1.5 },
          { face: 'bottom', bar: 'D12', count: 4, from: 1.05, to: 4.9 },
        ],
        zones: [
          { from: 0, to: 1.5, legs: 2, spacing: 0.2 },
          { from: 4.3, to: null, legs: 2, spacing: 0.2 },
        ],
      },
    },
  ],
];

/** Bars as an engineer would rationalise them: one set for inner beams, one for edges; those of the roof are only proposed, so that its beams are open. */
function chooseBars(author: Author): void {
  const { nodes, members } = author.model;
  const at = (id: string) => nodes[id].position;
  const edge = {
    bottom: { bar: 'D16', count: 3 },
    top: { bar: 'D16', count: 3 },
    // the edges of the slab twist them
    side: { bar: 'D12', count: 1 },
    stirrups: { bar: 'D10', legs: 2, spacing: 0.2 },
  };
  const inner = {
    bottom: { bar: 'D20', count: 4 },
    top: { bar: 'D20', count: 5 },
    stirrups: { bar: 'D10', legs: 2, spacing: 0.175 },
  };
  const [width, depth] = [12, 10.8];
  const isEdge = (start: readonly number[], end: readonly number[]) =>
    [0, width].some((x) => [start, end].every((place) => Math.abs(place[0] - x) < 1e-6)) ||
    [0, depth].some((y) => [start, end].every((place) => Math.abs(place[1] - y) < 1e-6));
  const beams = Object.values(members).filter(
    ({ role, start }) => role === 'beam' && Math.abs(at(start)[2] - storeys[0]) < 1e-6,
  );
  author.do({
    edits: [
      {
        kind: 'change',
        table: 'members',
        changes: beams.map(({ id, start, end }) => ({
          id,
          fields: { reinforcement: isEdge(at(start), at(end)) ? edge : inner },
        })),
      },
    ],
    sentence: 'Chose the bars of the first floor’s beams',
  });
  author.do({
    edits: [{ kind: 'change', table: 'members', changes: laidOut.map(([id, fields]) => ({ id, fields })) }],
    sentence: 'Laid out the bars of beam m18 … m19',
  });
}

/** The finished model of Dunlin Studios. */
export function buildDunlinStudios(): Model {
  return authorDunlinStudios().model;
}
