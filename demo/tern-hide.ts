import { parseSection, buildFrame, drawMember } from '~core/build';
import { findMaterial } from '~core/catalog';
import { generateCombinations } from '~core/combine';
import { fixedSupport, pinnedSupport, type Model } from '~core/model';
import { Author } from './author';

/** Tern Hide: a steel portal bird hide, four members, that can be checked by hand. */
export function authorTernHide(): Author {
  const author = new Author({ name: 'Tern Hide', units: 'si', code: 'us' });
  const section = parseSection('W6X9', 'si');
  if (!section.ok) throw new Error(section.error);
  const steel = findMaterial('A992')!;
  // two columns and one girder make sections, grid and storeys; the girder gives way to two rafters
  const frame = buildFrame(author.model, {
    baysX: [4.8],
    baysY: [],
    storeys: [2.6],
    column: section.value,
    beamX: section.value,
    beamY: section.value,
    material: steel,
    feet: 'pinned',
  });
  author.do(frame.act!);
  const girder = Object.values(author.model.members).find((member) => member.role === 'beam')!;
  author.do({ edits: [{ kind: 'remove', table: 'members', ids: [girder.id] }] });
  const properties = { section: girder.section, material: girder.material };
  for (const [from, to] of [
    [
      [0, 0, 2.6],
      [2.4, 0, 3.4],
    ],
    [
      [2.4, 0, 3.4],
      [4.8, 0, 2.6],
    ],
  ] as const) {
    const rafter = drawMember(author.model, [...from], [...to], properties);
    if (!rafter.ok) throw new Error(rafter.error);
    author.do(rafter.act);
  }
  // the hide stands in a wall that holds its feet across the frame
  const feet = Object.values(author.model.nodes).filter((node) => node.support);
  author.do({
    edits: [
      {
        kind: 'change',
        table: 'nodes',
        changes: feet.map(({ id }) => ({
          id,
          fields: { support: { ...pinnedSupport, rx: fixedSupport.rx, rz: fixedSupport.rz } },
        })),
      },
    ],
    sentence: 'Held the feet against turning across the frame',
  });
  author.addCase('D', 'Self-weight', 'dead', true);
  const roof = author.addCase('SD', 'Roof boards and turf', 'superimposedDead');
  const snow = author.addCase('S', 'Snow', 'snow');
  const wind = author.addCase('W', 'Wind from the sea', 'wind');
  const rafters = Object.values(author.model.members)
    .filter((member) => member.role === 'beam')
    .map((member) => member.id);
  for (const rafter of rafters) {
    author.addUniform(roof, rafter, 'z', -1800);
    author.addUniform(snow, rafter, 'z', -2700);
  }
  const column = Object.values(author.model.members).find((member) => member.role === 'column')!.id;
  author.addUniform(wind, column, 'x', 2100);
  author.do(generateCombinations(author.model)!);
  return author;
}

/** The finished model of Tern Hide. */
export function buildTernHide(): Model {
  return authorTernHide().model;
}
