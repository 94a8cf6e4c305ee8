import { buildFrame, drawMember, parseSection } from '~core/build';
import { findMaterial } from '~core/catalog';
import { generateCombinations } from '~core/combine';
import { idSource, type Model } from '~core/model';
import { Author } from './author';

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
 * Quillhaven Library: four storeys on 4 × 3 bays in reinforced concrete; the top storey is the reading room, whose steel roof
 * rises over the middle bay. Loads on beams stand for the floors until slabs are there.
 */
export function authorQuillhavenLibrary(): Author {
  const author = new Author({ name: 'Quillhaven Library', units: 'si', code: 'us' });
  const concrete = findMaterial('NW 5000 psi')!;
  author.do(buildFrame(author.model, { baysX, baysY, storeys: storeys.slice(0, 3), column: choice('450 × 450'), beamX: choice('350 × 600'), beamY: choice('400 × 650'), material: concrete, feet: 'fixed' }).act!);
  addReadingRoom(author);
  addLoads(author);
  reinforceFloors(author);
  stiffenFloors(author);
  addAnalyses(author);
  author.do(generateCombinations(author.model)!);
  return author;
}

/** The finished model of Quillhaven Library. */
export function buildQuillhavenLibrary(): Model {
  return authorQuillhavenLibrary().model;
}

/** Steel columns on the third floor, rafters over the 21.6 m width with the ridge in the middle, and ridge and eaves beams. */
function addReadingRoom(author: Author): void {
  const steel = { ...choiceIds(author, ['W10X33', 'W14X30', 'W10X12']) };
  const floor = eaves - storeys[3];
  const xs = baysX.reduce((places, bay) => [...places, places[places.length - 1] + bay], [0]);
  const width = 21.6;
  const ridge = eaves + 2.4;
  const draw = (from: [number, number, number], to: [number, number, number], section: string) => {
    const drawn = drawMember(author.model, from, to, { section: steel.sections[section], material: steel.material });
    if (!drawn.ok) throw new Error(drawn.error);
    author.do(drawn.act);
  };
  for (const x of xs) {
    for (const y of [0, width]) draw([x, y, floor], [x, y, eaves], 'W10X33');
    for (const y of [7.2, 14.4]) draw([x, y, floor], [x, y, ridgeHeight(y, width, ridge)], 'W10X33');
    for (const [a, b] of [[0, 7.2], [7.2, 10.8], [10.8, 14.4], [14.4, 21.6]]) draw([x, a, ridgeHeight(a, width, ridge)], [x, b, ridgeHeight(b, width, ridge)], 'W14X30');
  }
  for (const y of [0, 7.2, 10.8, 14.4, width]) for (let i = 0; i < baysX.length; i++) draw([xs[i], y, ridgeHeight(y, width, ridge)], [xs[i + 1], y, ridgeHeight(y, width, ridge)], 'W10X12');
  const next = idSource(author.model);
  author.do({ edits: [{ kind: 'add', records: { storeys: [{ id: next('storeys'), label: 'Eaves', elevation: eaves }] } }] });
}

const ridgeHeight = (y: number, width: number, ridge: number): number => eaves + (ridge - eaves) * (1 - Math.abs(y - width / 2) / (width / 2));

/** Adds rolled sections and their steel to the model. */
function choiceIds(author: Author, names: string[]): { sections: Record<string, string>; material: string } {
  const next = idSource(author.model);
  const sections = names.map((name) => ({ id: next('sections'), ...choice(name) }));
  const { thicknessLimit: _limit, concreteStrength: _none, ...steel } = findMaterial('A992')!;
  const material = { id: next('materials'), ...steel };
  author.do({ edits: [{ kind: 'add', records: { sections, materials: [material] } }], sentence: 'Added the steel sections of the reading room' });
  return { sections: Object.fromEntries(sections.map((section) => [section.name, section.id])), material: material.id };
}

/** Dead, superimposed dead, live, snow and two winds, as line loads: area loads times the widths the beams carry. */
function addLoads(author: Author): void {
  author.addCase('D', 'Self-weight of the frame', 'dead', true);
  const superimposed = author.addCase('SD', 'Slabs, finishes and façade', 'superimposedDead');
  const live = author.addCase('L', 'Reading rooms and stacks', 'live', false, 'E');
  const snow = author.addCase('S', 'Snow', 'snow');
  const windX = author.addCase('WX', 'Wind along the grid letters', 'wind');
  const windY = author.addCase('WY', 'Wind along the grid numbers', 'wind');
  const { nodes } = author.model;
  const at = (member: { start: string; end: string }) => [nodes[member.start].position, nodes[member.end].position] as const;
  const beams = Object.values(author.model.members).filter((member) => member.role === 'beam');
  const alongY = beams.filter((beam) => Math.abs(at(beam)[0][0] - at(beam)[1][0]) < 1e-6);
  const floors = alongY.filter((beam) => at(beam)[0][2] < eaves - 1);
  const isEdge = (beam: (typeof beams)[number]) => [0, 25.6].some((x) => Math.abs(at(beam)[0][0] - x) < 1e-6);
  const inner = floors.filter((beam) => !isEdge(beam)).map((beam) => beam.id);
  const edge = floors.filter(isEdge).map((beam) => beam.id);
  // 180 mm slab 4.3 kPa and finishes 1.2 kPa; library reading rooms 2.9 kPa (60 psf); beams every 6.4 m
  author.addUniform(superimposed, inner, 'z', -5500 * 6.4);
  author.addUniform(superimposed, edge, 'z', -5500 * 3.2 - 4000);
  author.addUniform(live, inner, 'z', -2900 * 6.4);
  author.addUniform(live, edge, 'z', -2900 * 3.2);
  const faces = beams.filter((beam) => !alongY.includes(beam) && at(beam)[0][2] < eaves - 1 && [0, 21.6].some((y) => Math.abs(at(beam)[0][1] - y) < 1e-6));
  author.addUniform(superimposed, faces.map((beam) => beam.id), 'z', -4000);
  const rafters = alongY.filter((beam) => at(beam)[0][2] > eaves - 1 || at(beam)[1][2] > eaves - 1);
  const roofWidth = (beam: (typeof beams)[number]) => (isEdge(beam) ? 3.2 : 6.4);
  for (const width of [3.2, 6.4]) {
    const of = rafters.filter((beam) => roofWidth(beam) === width).map((beam) => beam.id);
    author.addUniform(superimposed, of, 'z', -600 * width);
    author.addUniform(snow, of, 'z', -1400 * width);
  }
  addWind(author, windX, windY);
}

/** The slabs hold each floor together: one diaphragm a level. */
function stiffenFloors(author: Author): void {
  const next = idSource(author.model);
  const nodes = Object.values(author.model.nodes);
  const diaphragms = [4.2, 7.8, 11.4].map((height, i) => ({ id: next('diaphragms'), label: `Floor ${i + 1}`, nodes: nodes.filter((node) => Math.abs(node.position[2] - height) < 1e-6).map((node) => node.id) }));
  author.do({ edits: [{ kind: 'add', records: { diaphragms } }], sentence: 'Made the three floors rigid in their plane' });
}

/** Modes with the mass of the dead loads, buckling under all gravity loads, and a response spectrum. */
function addAnalyses(author: Author): void {
  const next = idSource(author.model);
  const ofLabel = (label: string) => Object.values(author.model.cases).find((one) => one.label === label)!.id;
  const [dead, superimposed, live] = ['D', 'SD', 'L'].map(ofLabel);
  const modes = next('analyses');
  author.do({
    edits: [{
      kind: 'add',
      records: {
        analyses: [
          { id: modes, label: 'Modes', type: 'modal', masses: [{ case: dead, factor: 1 }, { case: superimposed, factor: 1 }], count: null, massMatrix: 'lumped', verticalMass: false },
          { id: next('analyses'), label: 'Buckling', type: 'buckling', factors: [{ case: dead, factor: 1.2 }, { case: superimposed, factor: 1.2 }, { case: live, factor: 1.6 }], count: 4 },
          { id: next('analyses'), label: 'Spectrum', type: 'spectrum', modal: modes, damping: 0.05, modeRule: 'cqc', directionRule: '100/30', eccentricity: 0.05, shape: { type: 'asce7', sds: 0.45, sd1: 0.2, longPeriod: 8, responseModification: 3, importance: 1.25 } },
        ],
      },
    }],
    sentence: 'Added modes, buckling and a response spectrum',
  });
}

/** Bars of the floor beams as an engineer would rationalise them: one set for inner and edge beams each way. */
function reinforceFloors(author: Author): void {
  const { nodes, sections } = author.model;
  const at = (id: string) => nodes[id].position;
  const sets = { inner: { top: { bar: '#8', count: 4 }, bottom: { bar: '#7', count: 4 }, stirrups: { bar: '#4', legs: 2, spacing: 0.2 } }, edge: { top: { bar: '#7', count: 5 }, bottom: { bar: '#7', count: 4 }, stirrups: { bar: '#3', legs: 2, spacing: 0.2 } }, along: { top: { bar: '#6', count: 3 }, bottom: { bar: '#6', count: 3 }, stirrups: { bar: '#3', legs: 2, spacing: 0.25 } } } as const;
  const beams = Object.values(author.model.members).filter((member) => member.role === 'beam' && member.section !== null && sections[member.section].shape.type === 'rectangle');
  const setOf = (beam: (typeof beams)[number]) => (Math.abs(at(beam.start)[0] - at(beam.end)[0]) > 1e-6 ? sets.along : [0, 25.6].some((x) => Math.abs(at(beam.start)[0] - x) < 1e-6) ? sets.edge : sets.inner);
  author.do({ edits: [{ kind: 'change', table: 'members', changes: beams.map((beam) => ({ id: beam.id, fields: { reinforcement: setOf(beam) } })) }], sentence: 'Chose the bars of the floor beams' });
}

/** Wind as forces at the floors: 1.1 kPa over the storey's half heights and the width each column line stands for. */
function addWind(author: Author, windX: string, windY: string): void {
  const next = idSource(author.model);
  const levels = [{ z: 4.2, height: 3.9 }, { z: 7.8, height: 3.6 }, { z: 11.4, height: 3.6 }, { z: 15, height: 1.8 }];
  const forces = (caseId: string, axis: 0 | 1, face: number, lines: [number, number][]) =>
    levels.flatMap(({ z, height }) =>
      lines.map(([position, width]) => {
        const node = Object.values(author.model.nodes).find(({ position: p }) => Math.abs(p[axis] - face) < 1e-6 && Math.abs(p[1 - axis] - position) < 1e-6 && Math.abs(p[2] - z) < 1e-6 + (z === 15 ? 2 : 0))!;
        const force: [number, number, number] = axis === 0 ? [1100 * width * height, 0, 0] : [0, 1100 * width * height, 0];
        return { id: next('loads'), case: caseId, type: 'node' as const, node: node.id, force, moment: [0, 0, 0] as [number, number, number] };
      }),
    );
  const onX = forces(windX, 0, 0, [[0, 3.6], [7.2, 7.2], [14.4, 7.2], [21.6, 3.6]]);
  const onY = forces(windY, 1, 0, [[0, 3.2], [6.4, 6.4], [12.8, 6.4], [19.2, 6.4], [25.6, 3.2]]);
  author.do({ edits: [{ kind: 'add', records: { loads: [...onX, ...onY] } }], sentence: 'Put wind forces on the floors' });
}
