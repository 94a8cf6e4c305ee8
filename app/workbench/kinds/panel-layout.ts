import {
  isMeshed,
  panelBehaviours,
  panelPlanes,
  ringArea,
  type Model,
  type Panel,
  type PanelFactors,
  type Slab,
} from '~core/model';
import type { CellColumn, RowLayout } from '../cells/cells';
import { bad, good, labelCell, oneOf, quantity, words } from '../cells/columns';
import { cornersCell, materialCell } from './reference-cells';

const factorTitles: readonly [keyof PanelFactors, string][] = [
  ['bendingX', 'Bending x'],
  ['bendingY', 'Bending y'],
  ['membraneX', 'In plane x'],
  ['membraneY', 'In plane y'],
];
const factorField = (name: keyof PanelFactors) => `factor ${name}`;
const soilField = (name: string) => `soil ${name}`;
type Soil = NonNullable<Slab['soil']>;
const soilOf = (panel: Panel): Soil | undefined => (panel as Slab).soil;

/** Soil below slabs in cells. */
const soilColumns = <Row extends Panel>(model: Model): CellColumn<Row>[] => [
  ...(
    [
      ['across', 'k soil', 'subgrade'],
      ['along', 'k sliding', 'subgrade'],
      ['dugOut', 'Dug out', 'pressure'],
    ] as const
  ).map(([name, title, unit]): CellColumn<Row> =>
    quantity(
      model,
      title,
      unit,
      (panel: Row) => soilOf(panel)?.[name],
      (value) => ({ [soilField(name)]: value }),
      { width: 84, optional: true },
    ),
  ),
  words(
    'Soil pulls',
    70,
    (panel) => (soilOf(panel)?.pushes === false ? 'yes' : ''),
    (text) => {
      if (!/^(yes|x|1|true|no|0|false|)$/i.test(text)) return bad('Type yes or no.');
      return good({ [soilField('pushes')]: !/^(yes|x|1|true)$/i.test(text) });
    },
    ['yes', 'no'],
  ),
];

/** The soil of a row after some of its cells were filled in; null: there is none. */
function soilAfter(fields: Readonly<Record<string, unknown>>, before: Soil | undefined): Soil | null {
  const typed = (name: keyof Soil) => (soilField(name) in fields ? fields[soilField(name)] : before?.[name]);
  const across = typed('across');
  if (typeof across !== 'number' || across === 0) return null;
  const optional = (name: 'along' | 'dugOut') => {
    const value = typed(name);
    return typeof value === 'number' && value !== 0 ? { [name]: value } : {};
  };
  return { across, ...optional('along'), pushes: typed('pushes') !== false, ...optional('dugOut') };
}

/** Slabs or walls in rows. */
export function panelLayout<Row extends Panel>(model: Model, table: 'slabs' | 'walls'): RowLayout<Row> {
  const noun = table === 'slabs' ? 'slab' : 'wall';
  return {
    table,
    noun,
    columns: [
      words(noun === 'slab' ? 'Slab' : 'Wall', 60, (panel) => panel.id),
      words('Name', 110, (panel) => panel.label ?? '', labelCell),
      quantity(
        model,
        'Thickness',
        'sectionLength',
        (panel: Row) => panel.thickness,
        (thickness) => ({ thickness }),
        { positive: true },
      ),
      words(
        'Material',
        110,
        (panel) => (panel.material === null ? '' : model.materials[panel.material].name),
        materialCell,
        Object.values(model.materials).map((material) => material.name),
      ),
      words(
        'Analysed as',
        90,
        (panel) => panel.behaviour ?? 'load',
        oneOf(panelBehaviours, 'behaviour', 'load'),
        panelBehaviours,
      ),
      words('Corners at', 80, (panel) => panel.plane ?? 'middle', oneOf(panelPlanes, 'plane', 'middle'), panelPlanes),
      quantity(
        model,
        'Bars x at',
        'angle',
        (panel: Row) => panel.barAngle ?? 0,
        (barAngle) => ({ barAngle: barAngle === 0 ? null : barAngle }),
        { width: 70 },
      ),
      quantity(
        model,
        'Elements of',
        'length',
        (panel: Row) => (isMeshed(panel) ? panel.meshSize : undefined),
        (meshSize) => ({ meshSize }),
        { optional: true, positive: true },
      ),
      ...factorTitles.map(([name, title]): CellColumn<Row> =>
        quantity(
          model,
          title,
          'number',
          (panel: Row) => panel.factors?.[name] ?? 1,
          (value) => ({ [factorField(name)]: value }),
          { width: 74, positive: true },
        ),
      ),
      quantity(
        model,
        'Area',
        'planArea',
        (panel: Row) =>
          ringArea(model, panel.corners) - (panel.openings ?? []).reduce((sum, ring) => sum + ringArea(model, ring), 0),
        undefined,
        { decimals: 2 },
      ),
      quantity(model, 'Openings', 'number', (panel: Row) => panel.openings?.length ?? 0, undefined, {
        width: 70,
        decimals: 0,
      }),
      words(
        'Corners',
        200,
        (panel) => panel.corners.join(' '),
        (text, batch, row) =>
          row && (row.openings ?? []).length + (row.ignoredOpenings ?? []).length > 0
            ? bad('An outline with openings is changed in the drawing, so that these stay inside it.')
            : cornersCell(text, batch),
      ),
      ...(table === 'slabs' ? soilColumns<Row>(model) : []),
    ],
    fold: (fields, row) => {
      const typed = factorTitles.filter(([name]) => factorField(name) in fields);
      const rest: Record<string, unknown> = Object.fromEntries(
        Object.entries(fields).filter(([key]) => !/^(factor|soil) /.test(key)),
      );
      if (Object.keys(fields).some((key) => key.startsWith('soil '))) rest.soil = soilAfter(fields, row && soilOf(row));
      if (typed.length === 0) return rest;
      const factors = Object.fromEntries(
        factorTitles.flatMap(([name]): [string, unknown][] => {
          const value = factorField(name) in fields ? fields[factorField(name)] : row?.factors?.[name];
          return value === undefined || value === 1 ? [] : [[name, value]];
        }),
      );
      return { ...rest, factors: Object.keys(factors).length > 0 ? factors : null };
    },
    create: (fields, { collector, model: current }) => {
      if (!Array.isArray(fields.corners))
        return { ok: false, error: `A new ${noun} needs its corners, such as n1 n2 n6 n5.` };
      const newest = Object.values(current[table]).at(-1);
      const given = Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== null));
      return {
        ok: true,
        record: {
          thickness: newest?.thickness ?? 0.2,
          material: newest?.material ?? null,
          ...(newest?.behaviour ? { behaviour: newest.behaviour } : {}),
          ...given,
          id: collector.nextId(table),
        } as unknown as Row,
      };
    },
  };
}
