import { endConditionName, endConditions, parseSection } from '~core/build';
import { catalogueMaterials, findMaterial, sectionProperties } from '~core/catalog';
import {
  behaviours,
  fixedSupport,
  memberLength,
  pinnedFoot,
  pinnedSupport,
  type GridLine,
  type Group,
  type Material,
  type Member,
  type Model,
  type Node,
  type Section,
  type Storey,
  type Support,
} from '~core/model';
import {
  count,
  formatInput,
  formatSignificant,
  formatValue,
  parseQuantity,
  unitLabel,
  type QuantityKind,
} from '~core/units';
import { placeWords } from '../words/selection-words';
import type { Batch, CellColumn, CellRead, Sheet } from './cells';

const bad = (error: string): CellRead => ({ ok: false, error });
const good = (fields: Readonly<Record<string, unknown>>): CellRead => ({ ok: true, fields });

function quantity<Row>(
  model: Model,
  title: string,
  kind: QuantityKind,
  value: (row: Row) => number | undefined,
  fields: ((value: number | null) => Record<string, unknown>) | undefined,
  options: {
    width?: number;
    decimals?: number;
    positive?: boolean;
    optional?: boolean;
    /** four digits that count instead of a number of decimals */ significant?: boolean;
  } = {},
): CellColumn<Row> {
  const { units } = model.settings;
  return {
    title,
    unit: unitLabel(kind, units),
    width: options.width ?? 84,
    numeric: true,
    text: (row) => {
      const own = value(row);
      return own === undefined
        ? ''
        : options.significant || options.decimals === undefined
          ? formatInput(own, kind, units)
          : formatValue(own, kind, units, options.decimals);
    },
    show: (row) => {
      const own = value(row);
      return own === undefined
        ? ''
        : options.significant
          ? formatSignificant(own, kind, units)
          : formatValue(own, kind, units, options.decimals);
    },
    order: (row) => value(row) ?? -Infinity,
    ...(fields
      ? {
          read: (text: string): CellRead => {
            if (text === '' && options.optional) return good(fields(null));
            const parsed = parseQuantity(text, kind, units);
            if (!parsed.ok) return bad(parsed.error);
            return options.positive && parsed.value <= 0 ? bad('This must be above zero.') : good(fields(parsed.value));
          },
        }
      : {}),
  };
}

const words = <Row>(
  title: string,
  width: number,
  text: (row: Row) => string,
  read?: CellColumn<Row>['read'],
  choices?: readonly string[],
): CellColumn<Row> => ({ title, width, text, ...(read ? { read } : {}), ...(choices ? { choices } : {}) });

const oneOf =
  (choices: readonly string[], field: string, clear?: string) =>
  (text: string): CellRead => {
    const found = choices.find((choice) => choice.toLowerCase() === text.toLowerCase());
    return found
      ? good({ [field]: found === clear ? null : found })
      : bad(`“${text}” is none of ${choices.join(', ')}.`);
  };

const nodeCell =
  (field: 'start' | 'end') =>
  (text: string, { model }: Batch): CellRead =>
    text.toLowerCase() in model.nodes
      ? good({ [field]: text.toLowerCase() })
      : bad(`There is no node “${text}”. Type its number, such as n4.`);

function sectionCell(text: string, { model, collector }: Batch): CellRead {
  if (text === '' || text === 'none') return good({ section: null });
  const own = Object.values(model.sections).find((section) => section.name.toLowerCase() === text.toLowerCase());
  if (own) return good({ section: own.id });
  const parsed = parseSection(text, model.settings.units);
  return parsed.ok ? good({ section: collector.section(parsed.value) }) : bad(parsed.error);
}

function materialCell(text: string, { model, collector }: Batch): CellRead {
  if (text === '' || text === 'none') return good({ material: null });
  const own = Object.values(model.materials).find((material) => material.name.toLowerCase() === text.toLowerCase());
  if (own) return good({ material: own.id });
  const listed = findMaterial(text);
  return listed
    ? good({ material: collector.material(listed) })
    : bad(`“${text}” is no material of the project or the catalogue, such as ${catalogueMaterials[0].name}.`);
}

const endNames = endConditions.map((condition) => condition.name);
const endCell =
  (field: 'startConnection' | 'endConnection') =>
  (text: string): CellRead => {
    const condition = endConditions.find((one) => one.name === text.toLowerCase());
    return condition
      ? good({ [field]: condition.connection ?? null })
      : bad(`“${text}” is none of ${endNames.join(', ')}. Springs are set in the details.`);
  };

const labelCell = (text: string): CellRead => good({ label: text === '' ? null : text });
const nameCell =
  (field: 'label' | 'name') =>
  (text: string): CellRead =>
    text === ''
      ? bad('A name is missing.')
      : text.length > 60
        ? bad('A name has at most 60 letters.')
        : good({ [field]: text });
const roles = ['column', 'beam', 'brace'];

export function memberSheet(model: Model): Sheet<Member> {
  return {
    table: 'members',
    noun: 'member',
    columns: [
      words('Member', 66, (member) => member.id),
      words('Role', 70, (member) => member.role, oneOf(roles, 'role'), roles),
      words('Place', 130, (member) => placeWords(model, member.id)),
      words('From', 56, (member) => member.start, nodeCell('start')),
      words('To', 56, (member) => member.end, nodeCell('end')),
      quantity(model, 'Length', 'length', (member: Member) => memberLength(model, member), undefined, {
        width: 76,
        decimals: 3,
      }),
      words(
        'Section',
        110,
        (member) => (member.section === null ? '' : model.sections[member.section].name),
        sectionCell,
        Object.values(model.sections).map((section) => section.name),
      ),
      words(
        'Material',
        104,
        (member) => (member.material === null ? '' : model.materials[member.material].name),
        materialCell,
        Object.values(model.materials).map((material) => material.name),
      ),
      words('Start', 76, (member) => endConditionName(member.startConnection), endCell('startConnection'), endNames),
      words('End', 76, (member) => endConditionName(member.endConnection), endCell('endConnection'), endNames),
      words(
        'Carries',
        80,
        (member) => member.behaviour ?? 'frame',
        oneOf(behaviours, 'behaviour', 'frame'),
        behaviours,
      ),
      quantity(
        model,
        'Angle',
        'angle',
        (member: Member) => member.angle,
        (angle) => ({ angle }),
        { width: 60 },
      ),
      words('Label', 70, (member) => member.label ?? '', labelCell),
    ],
    create: (fields, { collector, model: current }) => {
      if (typeof fields.start !== 'string' || typeof fields.end !== 'string')
        return { ok: false, error: 'A new member needs its nodes in From and To.' };
      if (fields.start === fields.end) return { ok: false, error: 'Both ends are the same node.' };
      const { behaviour, startConnection, endConnection, label, ...rest } = fields;
      const optional = Object.fromEntries(
        Object.entries({ behaviour, startConnection, endConnection, label }).filter(
          ([, value]) => value !== undefined && value !== null,
        ),
      );
      const newest = Object.values(current.members).at(-1);
      return {
        ok: true,
        record: {
          role: 'beam',
          angle: 0,
          section: newest?.section ?? null,
          material: newest?.material ?? null,
          ...rest,
          ...optional,
          id: collector.nextId('members'),
        } as Member,
      };
    },
  };
}

const supportNames: readonly [string, Support | null][] = [
  ['free', null],
  ['fixed', fixedSupport],
  ['pinned', pinnedSupport],
  ['pinned foot', pinnedFoot],
  ['roller', { ux: false, uy: false, uz: true, rx: false, ry: false, rz: false }],
];
const directions = ['ux', 'uy', 'uz', 'rx', 'ry', 'rz'] as const;

export function supportText(support: Support | undefined): string {
  if (!support) return '';
  const named = supportNames.find(([, one]) => one && directions.every((way) => one[way] === support[way]));
  return named ? named[0] : directions.filter((way) => support[way]).join(' ');
}

function supportCell(text: string): CellRead {
  const typed = text.toLowerCase();
  if (typed === '') return good({ support: null });
  const named = supportNames.find(([name]) => name === typed);
  if (named) return good({ support: named[1] });
  const parts = typed.split(/[\s,]+/);
  const wrong = parts.find((part) => !(directions as readonly string[]).includes(part));
  if (wrong)
    return bad(
      `“${wrong}” is no direction. Type fixed, pinned, pinned foot, roller, free, or directions such as ux uz.`,
    );
  return good({ support: Object.fromEntries(directions.map((way) => [way, parts.includes(way)])) });
}

/** One coordinate of a position; the others stay open, so that several cells of a row can each set theirs. */
const coordinateCell =
  (axis: number) =>
  (value: number | null): Record<string, unknown> => ({
    position: [0, 1, 2].map((i) => (i === axis ? value : undefined)),
  });

export function nodeSheet(model: Model): Sheet<Node> {
  return {
    table: 'nodes',
    noun: 'node',
    columns: [
      words('Node', 60, (node) => node.id),
      ...['x', 'y', 'z'].map((axis, i) =>
        quantity(model, axis, 'length', (node: Node) => node.position[i], coordinateCell(i)),
      ),
      words(
        'Support',
        130,
        (node) => supportText(node.support),
        supportCell,
        supportNames.map(([name]) => name),
      ),
      quantity(
        model,
        'Mass',
        'number',
        (node: Node) => node.mass,
        (mass) => ({ mass }),
        { width: 70, optional: true },
      ),
    ],
    create: (fields, { collector }) => {
      const position = fields.position as (number | undefined)[] | undefined;
      if (!position || position.some((part) => part === undefined))
        return { ok: false, error: 'A new node needs x, y and z.' };
      const { support, mass } = fields;
      return {
        ok: true,
        record: {
          id: collector.nextId('nodes'),
          position: position as [number, number, number],
          ...(support ? { support } : {}),
          ...(typeof mass === 'number' ? { mass } : {}),
        } as Node,
      };
    },
  };
}

export function supportSheet(model: Model): Sheet<Node> {
  const stiffness = (way: (typeof directions)[number]) =>
    quantity(
      model,
      `k ${way}`,
      way.startsWith('u') ? 'springForce' : 'springMoment',
      (node: Node) => node.springs?.[way],
      undefined,
      { width: 90 },
    );
  return {
    table: 'nodes',
    noun: 'support',
    // a row here is a support: its node stays
    remove: (rows) => ({
      edits: [
        {
          kind: 'change',
          table: 'nodes',
          changes: rows.map(({ id }) => ({ id, fields: { support: null, springs: null } })),
        },
      ],
    }),
    columns: [
      words('Node', 60, (node) => node.id),
      words(
        'Support',
        120,
        (node) => supportText(node.support),
        supportCell,
        supportNames.map(([name]) => name),
      ),
      ...directions.map((way): CellColumn<Node> =>
        words(
          way,
          50,
          (node) => (node.support?.[way] ? 'held' : ''),
          (text, _batch, row) => {
            const held = /^(held|yes|x|1|true)$/i.test(text);
            if (!held && !/^(free|no|0|false|)$/i.test(text)) return bad('Type held or free.');
            const before = row?.support ?? { ux: false, uy: false, uz: false, rx: false, ry: false, rz: false };
            return good({ support: { ...before, [way]: held } });
          },
          ['held', 'free'],
        ),
      ),
      ...directions.slice(0, 3).map(stiffness),
    ],
  };
}

const shapeNames: Readonly<Record<string, string>> = { i: 'I section' };
/** What a kind of shape is called. */
const shapeWords = (type: string): string =>
  shapeNames[type] ?? type.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/** Sections and materials go when no member has them; those in use stay and are named. */
function unusedOnly<Row extends { id: string }>(
  table: 'sections' | 'materials',
  name: (row: Row) => string,
  users: ReadonlyMap<string, number>,
): NonNullable<Sheet<Row>['remove']> {
  return (rows) => {
    const used = rows.filter((row) => users.has(row.id));
    const free = rows.filter((row) => !users.has(row.id)).map((row) => row.id);
    const [first, ...others] = used;
    return {
      edits: free.length > 0 ? [{ kind: 'remove', table, ids: free }] : [],
      ...(first
        ? {
            kept: `${name(first)} is used by ${count(users.get(first.id)!, 'member')}${others.length > 0 ? `, and ${count(others.length, 'other')} by some too` : ''}: give them another ${table === 'sections' ? 'section' : 'material'} first.`,
          }
        : {}),
    };
  };
}

export function sectionSheet(model: Model): Sheet<Section> {
  const properties = (section: Section) => sectionProperties(section.shape);
  const users = new Map<string, number>();
  for (const member of Object.values(model.members))
    if (member.section) users.set(member.section, (users.get(member.section) ?? 0) + 1);
  return {
    table: 'sections',
    noun: 'section',
    remove: unusedOnly('sections', (section) => section.name, users),
    columns: [
      words(
        'Section',
        150,
        (section) => section.name,
        (text, { model: current }, row) => {
          if (
            Object.values(current.sections).some(
              (section) => section.id !== row?.id && section.name.toLowerCase() === text.toLowerCase(),
            )
          )
            return bad(`There is a section “${text}” already. Choose another name.`);
          if (row) return nameCell('name')(text);
          const parsed = parseSection(text, current.settings.units);
          return parsed.ok ? good({ name: parsed.value.name, shape: parsed.value.shape }) : bad(parsed.error);
        },
      ),
      words('Kind', 100, (section) => shapeWords(section.shape.type)),
      quantity(model, 'h', 'sectionLength', (section: Section) => properties(section).depth, undefined),
      quantity(model, 'b', 'sectionLength', (section: Section) => properties(section).width, undefined),
      quantity(model, 'A', 'area', (section: Section) => properties(section).area, undefined, { significant: true }),
      quantity(model, 'Iy', 'secondMoment', (section: Section) => properties(section).inertiaY, undefined, {
        significant: true,
        width: 100,
      }),
      quantity(model, 'Iz', 'secondMoment', (section: Section) => properties(section).inertiaZ, undefined, {
        significant: true,
        width: 100,
      }),
      quantity(model, 'J', 'secondMoment', (section: Section) => properties(section).torsion, undefined, {
        significant: true,
        width: 90,
      }),
      {
        title: 'Used by',
        width: 70,
        numeric: true,
        text: (section) => String(users.get(section.id) ?? 0),
        order: (section) => users.get(section.id) ?? 0,
      },
    ],
    create: (fields, { collector }) =>
      fields.shape
        ? {
            ok: true,
            record: { id: collector.nextId('sections'), name: String(fields.name), shape: fields.shape } as Section,
          }
        : { ok: false, error: 'Type a section by name or dimensions in the first column.' },
  };
}

export function materialSheet(model: Model): Sheet<Material> {
  const users = new Map<string, number>();
  for (const member of Object.values(model.members))
    if (member.material) users.set(member.material, (users.get(member.material) ?? 0) + 1);
  const optional = (title: string, field: 'yieldStress' | 'tensileStrength' | 'concreteStrength') =>
    quantity(
      model,
      title,
      'stress',
      (material: Material) => material[field],
      (value) => ({ [field]: value }),
      { positive: true, optional: true },
    );
  return {
    table: 'materials',
    noun: 'material',
    remove: unusedOnly('materials', (material) => material.name, users),
    columns: [
      words(
        'Material',
        130,
        (material) => material.name,
        (text, { model: current }, row) => {
          if (
            Object.values(current.materials).some(
              (material) => material.id !== row?.id && material.name.toLowerCase() === text.toLowerCase(),
            )
          )
            return bad(`There is a material “${text}” already. Choose another name.`);
          return nameCell('name')(text);
        },
      ),
      words('Kind', 80, (material) => material.kind, oneOf(['steel', 'concrete'], 'kind'), ['steel', 'concrete']),
      quantity(
        model,
        'E',
        'modulus',
        (material: Material) => material.elasticModulus,
        (elasticModulus) => ({ elasticModulus }),
        { positive: true },
      ),
      quantity(
        model,
        'ν',
        'number',
        (material: Material) => material.poissonRatio,
        (poissonRatio) => ({ poissonRatio }),
        { width: 60 },
      ),
      quantity(
        model,
        'Density',
        'density',
        (material: Material) => material.density,
        (density) => ({ density }),
      ),
      optional('fy', 'yieldStress'),
      optional('fu', 'tensileStrength'),
      optional('f′c', 'concreteStrength'),
      {
        title: 'Used by',
        width: 70,
        numeric: true,
        text: (material) => String(users.get(material.id) ?? 0),
        order: (material) => users.get(material.id) ?? 0,
      },
    ],
    create: (fields, { collector }) => {
      const listed = findMaterial(String(fields.name ?? ''));
      if (!fields.name) return { ok: false, error: 'A material needs a name.' };
      if (listed) {
        const { thicknessLimit: _limit, ...properties } = listed;
        return {
          ok: true,
          record: {
            ...Object.fromEntries(Object.entries(properties).filter(([, value]) => value !== undefined)),
            ...fields,
            id: collector.nextId('materials'),
          } as Material,
        };
      }
      if (!fields.elasticModulus)
        return { ok: false, error: 'A material that is not in the catalogue needs E, and more for its checks.' };
      const concrete = fields.kind === 'concrete';
      return {
        ok: true,
        record: {
          kind: 'steel',
          standard: 'own',
          poissonRatio: concrete ? 0.2 : 0.3,
          density: concrete ? 2500 : 7850,
          expansion: concrete ? 1e-5 : 1.2e-5,
          ...fields,
          id: collector.nextId('materials'),
        } as Material,
      };
    },
  };
}

/** A new storey's level is typed; an existing one is raised with what stands on it, which needs to be seen beforehand. */
function levelColumn(model: Model): CellColumn<Storey> {
  const column = quantity(
    model,
    'Level',
    'length',
    (storey: Storey) => storey.elevation,
    (elevation) => ({ elevation }),
  );
  return {
    ...column,
    read: (text, batch, row) =>
      row
        ? bad('A storey is raised with what stands on it: use “Change a storey’s height”, which shows what moves.')
        : column.read!(text, batch, row),
  };
}

export function storeySheet(model: Model): Sheet<Storey> {
  return {
    table: 'storeys',
    noun: 'storey',
    columns: [
      words('Storey', 160, (storey) => storey.label, nameCell('label')),
      levelColumn(model),
      words('', 200, () => ''),
    ],
    create: (fields, { collector }) =>
      typeof fields.label === 'string' && typeof fields.elevation === 'number'
        ? { ok: true, record: { id: collector.nextId('storeys'), label: fields.label, elevation: fields.elevation } }
        : { ok: false, error: 'A storey needs a name and a level.' },
  };
}

export function gridLineSheet(model: Model): Sheet<GridLine> {
  return {
    table: 'gridLines',
    noun: 'grid line',
    columns: [
      words('Grid line', 120, (line) => line.label, nameCell('label')),
      words('Constant', 80, (line) => line.axis, oneOf(['x', 'y'], 'axis'), ['x', 'y']),
      quantity(
        model,
        'At',
        'length',
        (line: GridLine) => line.position,
        (position) => ({ position }),
      ),
      quantity(
        model,
        'Begins',
        'length',
        (line: GridLine) => line.from,
        (from) => ({ from }),
        { optional: true },
      ),
      quantity(
        model,
        'Ends',
        'length',
        (line: GridLine) => line.to,
        (to) => ({ to }),
        { optional: true },
      ),
    ],
    create: (fields, { collector }) =>
      typeof fields.label === 'string' && typeof fields.position === 'number'
        ? {
            ok: true,
            record: {
              id: collector.nextId('gridLines'),
              label: fields.label,
              axis: fields.axis === 'y' ? 'y' : 'x',
              position: fields.position,
              ...(typeof fields.from === 'number' ? { from: fields.from } : {}),
              ...(typeof fields.to === 'number' ? { to: fields.to } : {}),
            },
          }
        : { ok: false, error: 'A grid line needs a name and a place.' },
  };
}

export function groupSheet(): Sheet<Group> {
  return {
    table: 'groups',
    noun: 'group',
    columns: [
      words('Group', 140, (group) => group.label, nameCell('label')),
      words(
        'Members',
        420,
        (group) => group.members.join(' '),
        (text, { model }) => {
          const ids = text
            .split(/[\s,;]+/)
            .filter((id) => id !== '')
            .map((id) => id.toLowerCase());
          const unknown = ids.find((id) => !(id in model.members));
          return unknown ? bad(`There is no member “${unknown}”.`) : good({ members: [...new Set(ids)] });
        },
      ),
      {
        title: 'Count',
        width: 60,
        numeric: true,
        text: (group) => String(group.members.length),
        order: (group) => group.members.length,
      },
    ],
    create: (fields, { collector }) =>
      typeof fields.label === 'string'
        ? {
            ok: true,
            record: {
              id: collector.nextId('groups'),
              label: fields.label,
              members: (fields.members as string[] | undefined) ?? [],
            },
          }
        : { ok: false, error: 'A group needs a name.' },
  };
}
