import { applyAct, emptyModel, modelFindings, type Model } from '../model';
import { buildFrame, catalogueMaterialFor, materialFor, parseSection, type SectionChoice } from './index';

const section = (text: string): SectionChoice => {
  const read = parseSection(text, 'si');
  if (!read.ok) throw new Error(read.error);
  return read.value;
};
const empty = (code: 'us' | 'eurocode' = 'us') => emptyModel({ name: 'Test', units: 'si', code });

test('the material follows the section: a rolled shape the steel of the codes, 400 × 400 their concrete, a rod steel', () => {
  expect(
    [section('W14X90'), section('400 × 400'), section('rod 20')].map(({ shape }) => materialFor(empty(), shape)),
  ).toEqual(['A992', 'NW 5000 psi', 'A992']);
  expect(
    [section('IPE 300'), section('T 600 × 300 × 1200 × 150')].map(({ shape }) => materialFor(empty('eurocode'), shape)),
  ).toEqual(['S355', 'C30/37']);
});

test('a frame of W columns and concrete beams has columns of steel and beams of concrete', () => {
  const model = empty();
  const { act } = buildFrame(model, {
    baysX: [6],
    baysY: [5],
    storeys: [4],
    column: section('W14X90'),
    beamX: section('300 × 600'),
    beamY: section('W16X40'),
    material: ({ shape }) => catalogueMaterialFor(model, shape),
    feet: 'fixed',
  });
  const made = applyAct(model, act!);
  if (!made.ok) throw new Error(made.error);
  const kinds = new Set(
    Object.values(made.model.members).map(
      (member) => `${made.model.sections[member.section!].name} ${made.model.materials[member.material!].kind}`,
    ),
  );
  expect(kinds).toEqual(new Set(['W14X90 steel', '300 × 600 concrete', 'W16X40 steel']));
  expect(modelFindings(made.model).filter((finding) => finding.rule === 'impossible-material')).toEqual([]);
});

test('a rolled shape of concrete is a finding that is mended with the steel of the project', () => {
  const model = empty();
  const { act } = buildFrame(model, {
    baysX: [6],
    baysY: [],
    storeys: [4],
    column: section('W14X90'),
    beamX: section('300 × 600'),
    beamY: section('300 × 600'),
    material: catalogueMaterialFor(model, section('400 × 400').shape),
    feet: 'fixed',
  });
  const made = applyAct(model, act!);
  if (!made.ok) throw new Error(made.error);
  const of = (one: Model) => modelFindings(one).filter((finding) => finding.rule === 'impossible-material');
  expect(of(made.model).map((finding) => finding.sentence)).toEqual([
    '2 members of section W14X90 are made of NW 34.5 MPa, which is concrete.',
  ]);
  const withSteel: Model = {
    ...made.model,
    materials: {
      ...made.model.materials,
      t9: { id: 't9', ...catalogueMaterialFor(model, section('W14X90').shape) } as Model['materials'][string],
    },
  };
  const [finding] = of(withSteel);
  const mended = applyAct(withSteel, finding.mend && 'act' in finding.mend ? finding.mend.act : { edits: [] });
  expect(mended.ok && of(mended.model)).toEqual([]);
});
