import { endConditionName } from '../../build';
import { sectionProperties } from '../../catalog';
import { acceptedFindings, allFindings, openFindings } from '../../findings';
import {
  gridLinesAlong,
  inOrder,
  storeysUpward,
  structureKind,
  structureKinds,
  type Finding,
  isHeld,
  type Model,
} from '../../model';
import { count, formatNumber, formatQuantity, formatValue, unitLabel, type QuantityKind } from '../../units';
import { type Block, table, number, paragraph, heading } from '../blocks';
import type { ReportChoice } from '../choice';
import type { Chapter } from './chapter';
import { floorBlocks, heldWords } from './floors';

/** What is found, and what somebody has accepted with the reason. */
function findingBlocks(model: Model, findings: readonly Finding[]): Block[] {
  const [open, accepted] = [openFindings(model, findings), acceptedFindings(model, findings)];
  return [
    open.length === 0
      ? paragraph(accepted.length === 0 ? 'None.' : 'None but those accepted.')
      : table(
          ['', 'Finding', 'Why'],
          open.map((finding) => [finding.severity === 'stop' ? 'stops' : 'remark', finding.sentence, finding.why]),
        ),
    ...(accepted.length > 0
      ? [
          heading('Accepted findings'),
          table(
            ['Finding', 'Accepted because'],
            accepted.map(({ finding, reason }) => [finding.sentence, reason]),
          ),
        ]
      : []),
  ];
}

function modelBlocks(model: Model, findings: readonly Finding[], detail: NonNullable<ReportChoice['detail']>): Block[] {
  const { units } = model.settings;
  const value = (amount: number, kind: QuantityKind, decimals?: number) => formatValue(amount, kind, units, decimals);
  const unit = (kind: QuantityKind) => unitLabel(kind, units);
  const used = new Set(Object.values(model.members).map((member) => member.section));
  const sections = inOrder(model.sections).filter((section) => used.has(section.id));
  const length = unit('length');
  return [
    paragraph(
      `${count(Object.keys(model.nodes).length, 'node')}, ${count(Object.keys(model.members).length, 'member')}, ${count(Object.values(model.nodes).filter(isHeld).length, 'supported node')}. Members deform in bending, stretching and twisting${model.settings.shearDeformation ? ' and in shear' : ''}. Local x runs from start to end, z lies in the vertical plane through the member, pointing up; moments are positive when they put the negative local side in tension.`,
    ),
    ...settingsParagraphs(model),
    heading('Findings'),
    ...findingBlocks(model, findings),
    heading('Setting-out'),
    table(
      ['Storey', number('Height', length)],
      storeysUpward(model).map((storey) => [storey.label, value(storey.elevation, 'length')]),
    ),
    table(
      ['Grid line', 'Constant', number('Position', length)],
      [...gridLinesAlong(model, 'x'), ...gridLinesAlong(model, 'y')].map((line) => [
        line.label,
        line.axis,
        value(line.position, 'length'),
      ]),
    ),
    heading('Materials'),
    table(
      [
        'Material',
        'Standard',
        number('E', unit('modulus')),
        number('ν'),
        number('Density', unit('density')),
        number('Strength', unit('stress')),
      ],
      inOrder(model.materials).map((material) => [
        material.name,
        material.standard,
        value(material.elasticModulus, 'modulus'),
        formatNumber(material.poissonRatio, 2),
        value(material.density, 'density'),
        value(material.yieldStress ?? material.concreteStrength ?? NaN, 'stress'),
      ]),
      'Strength: yield stress of steel, specified strength of concrete.',
    ),
    heading('Sections'),
    table(
      [
        'Section',
        number('A', unit('area')),
        number('I y', unit('secondMoment')),
        number('I z', unit('secondMoment')),
        number('J', unit('secondMoment')),
        number('W pl,y', unit('sectionModulus')),
      ],
      sections.map((section) => {
        const properties = sectionProperties(section.shape);
        return [
          section.name,
          value(properties.area, 'area'),
          value(properties.inertiaY, 'secondMoment', 0),
          value(properties.inertiaZ, 'secondMoment', 0),
          value(properties.torsion, 'secondMoment', 1),
          value(properties.plasticModulusY, 'sectionModulus', 0),
        ];
      }),
      'Computed from dimensions; y is the strong axis.',
    ),
    ...factorBlocks(model),
    ...(detail === 'brief' ? [] : listBlocks(model)),
  ];
}

const parts = [
  ['area', 'A'],
  ['inertiaY', 'Iy'],
  ['inertiaZ', 'Iz'],
  ['torsion', 'J'],
  ['shearY', 'Avy'],
  ['shearZ', 'Avz'],
] as const;

/** Members that are analysed with other than their whole stiffness, by their own factors. */
function factorBlocks(model: Model): Block[] {
  const byFactors = new Map<string, string[]>();
  for (const { id, label, stiffness } of inOrder(model.members)) {
    if (parts.every(([part]) => (stiffness?.[part] ?? 1) === 1)) continue;
    const key = JSON.stringify(parts.map(([part]) => stiffness?.[part] ?? 1));
    byFactors.set(key, [...(byFactors.get(key) ?? []), label ?? id]);
  }
  if (byFactors.size === 0) return [];
  const own = [...byFactors].map(([key, members]) => ({ members, factors: JSON.parse(key) as number[] }));
  const used = parts.flatMap(([, name], i) => (own.some(({ factors }) => factors[i] !== 1) ? [{ name, i }] : []));
  return [
    heading('Factors on the stiffness of members'),
    table(
      ['Members', ...used.map(({ name }) => number(name, ''))],
      own.map(({ members, factors }) => [members.join(' '), ...used.map(({ i }) => formatNumber(factors[i], 3))]),
      'In every analysis, on top of those of sets that combinations or analyses name.',
    ),
  ];
}

/** What the project says of the whole: kind of structure, limits, directions, what is locked. */
function settingsParagraphs(model: Model): Block[] {
  const { limits, directions = {}, units } = model.settings;
  const kind = structureKind(model);
  const named = (['x', 'y'] as const).flatMap((axis) => (directions[axis] ? [`${axis} runs ${directions[axis]}`] : []));
  const words = [
    ...(kind === 'space'
      ? []
      : [
          `The structure is a ${structureKinds[kind].name}: ${structureKinds[kind].held.join(', ')} are held at every node.`,
        ]),
    ...(limits?.drift || limits?.deflection
      ? [
          `Limits under service combinations: ${[...(limits.drift ? [`drift h/${formatNumber(limits.drift, 0)}`] : []), ...(limits.deflection ? [`deflection L/${formatNumber(limits.deflection, 0)}`] : [])].join(', ')}.`,
        ]
      : []),
    ...(named.length > 0 ? [`${named.join(', ')}.`] : []),
    ...(directions.north === undefined
      ? []
      : [`North lies ${formatQuantity(directions.north, 'angle', units, 0)} counter-clockwise from +y.`]),
  ];
  return words.length > 0 ? [paragraph(words.join(' '))] : [];
}

/** Every node and member. */
function listBlocks(model: Model): Block[] {
  const { units } = model.settings;
  const value = (amount: number, kind: QuantityKind) => formatValue(amount, kind, units);
  const length = unitLabel('length', units);
  return [
    heading('Nodes'),
    table(
      ['Node', number('x', length), number('y', length), number('z', length), 'Held'],
      inOrder(model.nodes).map((node) => [
        node.id,
        ...node.position.map((part) => value(part, 'length')),
        heldWords(model, node),
      ]),
    ),
    heading('Members'),
    table(
      ['Member', 'Role', 'From', 'To', 'Section', 'Material', 'Ends', 'Carries'],
      inOrder(model.members).map((member) => [
        member.label ?? member.id,
        member.role,
        member.start,
        member.end,
        member.section ? model.sections[member.section].name : 'none',
        member.material ? model.materials[member.material].name : 'none',
        endWords(member),
        member.behaviour ? `${member.behaviour} only` : '',
      ]),
      'Ends: conditions at start and end where they are not both fixed. Carries: empty, where a member bends.',
    ),
    ...floorBlocks(model),
  ];
}

/** How a member is joined, where it is not fixed at both ends. */
function endWords({ startConnection, endConnection }: Model['members'][string]): string {
  const [start, end] = [endConditionName(startConnection), endConditionName(endConnection)];
  return start === 'fixed' && end === 'fixed' ? '' : `${start}, ${end}`;
}

export const modelChapter: Chapter = {
  name: 'Model data',
  title: 'Model',
  blocks: ({ model, findings, choice }) => modelBlocks(model, allFindings(model, findings), choice.detail ?? 'normal'),
};
