import { inOrder, isHeld, isMeshed, type Model, type Node, type Panel, type PanelFactors } from '../../model';
import { formatQuantity, formatValue, unitLabel } from '../../units';
import { heading, number, table, type Block } from '../blocks';

/** Rigid floors, slabs and walls with their zones, and the lines that hold them. */
export function floorBlocks(model: Model): Block[] {
  return [
    ...rigidFloorBlocks(model),
    ...panelBlocks(model),
    ...zoneBlocks(model),
    ...soilBlocks(model),
    ...lineBlocks(model),
  ];
}

function rigidFloorBlocks(model: Model): Block[] {
  const floors = inOrder(model.diaphragms);
  if (floors.length === 0) return [];
  return [
    heading('Rigid floors'),
    table(
      ['Floor', 'Ties', number('Nodes'), 'Which'],
      floors.map(({ label, stiffness, nodes }) => [
        label,
        stiffness === 'semiRigid' ? 'nothing: semi-rigid' : 'rigidly in its plane',
        String(nodes.length),
        nodes.join(', '),
      ]),
    ),
  ];
}

function panelBlocks(model: Model): Block[] {
  const { units } = model.settings;
  const panels = [
    ...inOrder(model.slabs).map((one) => ({ one, noun: 'slab' })),
    ...inOrder(model.walls).map((one) => ({ one, noun: 'wall' })),
  ];
  if (panels.length === 0) return [];
  const leftOut = panels.flatMap(({ one, noun }) =>
    (one.ignoredOpenings ?? []).map((corners) => [
      `${noun} ${one.label ?? one.id}`,
      corners.join(', '),
      one.ignoredNote ?? 'no reason is given',
    ]),
  );
  return [
    heading('Slabs and walls'),
    table(
      [
        '',
        'Analysed as',
        'Material',
        'Corners',
        number('Openings'),
        number('Thickness', unitLabel('sectionLength', units)),
        number('Elements', unitLabel('length', units)),
      ],
      panels.map(({ one, noun }) => [
        `${noun} ${one.label ?? one.id}`,
        analysedAs(model, one),
        one.material === null ? 'none' : model.materials[one.material].name,
        one.corners.join(', '),
        String(one.openings?.length ?? 0),
        formatValue(one.thickness, 'sectionLength', units),
        !isMeshed(one) ? '' : one.meshSize === undefined ? 'as usual' : formatValue(one.meshSize, 'length', units),
      ]),
      'What carries loads only has no weight and no stiffness in the results. Factors are on the stiffness along the bars and across them.',
    ),
    ...(leftOut.length > 0
      ? [
          heading('Openings left out of the analysis'),
          table(['Of', 'Corners', 'Why'], leftOut, 'The analysis takes these openings as closed.'),
        ]
      : []),
  ];
}

function zoneBlocks(model: Model): Block[] {
  const { units } = model.settings;
  const size = unitLabel('sectionLength', units);
  const value = (amount: number) => formatValue(amount, 'sectionLength', units);
  const [parts, heads] = [inOrder(model.thickParts), inOrder(model.columnHeads)];
  return [
    ...(parts.length > 0
      ? [
          heading('Thick parts of slabs'),
          table(
            ['Part', 'Corners', number('Thickness', size), number('Top over that of the slab', size)],
            parts.map(({ id, label, corners, thickness, top = 0 }) => [
              label ?? id,
              corners.join(', '),
              value(thickness),
              value(top),
            ]),
          ),
        ]
      : []),
    ...(heads.length > 0
      ? [
          heading('Column heads'),
          table(
            ['Head', 'Node', number('Along x', size), number('Along y', size), 'Below the slab'],
            heads.map(({ id, node, widthX, widthY, depth }) => [
              id,
              node,
              value(widthX),
              value(widthY),
              depth === 0 ? 'nothing: the column’s real size, rigid' : formatQuantity(depth, 'sectionLength', units),
            ]),
          ),
        ]
      : []),
  ];
}

/** What slabs lie on. */
function soilBlocks(model: Model): Block[] {
  const slabs = inOrder(model.slabs).filter(({ soil }) => soil !== undefined);
  const { units } = model.settings;
  if (slabs.length === 0) return [];
  const own = inOrder(model.thickParts).filter(({ soil }) => soil !== undefined);
  return [
    heading('Soil below slabs'),
    table(
      ['Slab or part', 'Modulus of subgrade', 'Against sliding', 'Dug out', 'Lifts off'],
      [
        ...slabs.map(({ id, label, soil }) => [
          label ?? id,
          formatQuantity(soil!.across, 'subgrade', units),
          soil!.along ? formatQuantity(soil!.along, 'subgrade', units) : 'nothing',
          soil!.dugOut ? formatQuantity(soil!.dugOut, 'pressure', units) : '–',
          soil!.pushes
            ? 'in combinations; a case alone is solved as if soil pulled'
            : 'no: soil pulls where the slab rises',
        ]),
        ...own.map(({ id, label, soil }) => [
          `thick part ${label ?? id}`,
          formatQuantity(soil!, 'subgrade', units),
          'as its slab',
          'as its slab',
          'as its slab',
        ]),
      ],
    ),
  ];
}

function lineBlocks(model: Model): Block[] {
  const lines = inOrder(model.lineSupports);
  if (lines.length === 0) return [];
  return [
    heading('Line supports'),
    table(
      ['Line', 'From', 'To', 'Held'],
      lines.map(({ id, label, start, end, support, springs, pushes }) => [
        label ?? id,
        start,
        end,
        [supportWords(support), ...springWords(model, springs, 'lineSpring'), pushes ? 'only pushes up' : '']
          .filter((part) => part !== '')
          .join(', '),
      ]),
    ),
  ];
}

/** How a slab or wall takes part in the analysis, with what changes its stiffness. */
function analysedAs(model: Model, panel: Panel): string {
  const { behaviour = 'load', plane = 'middle', factors = {}, barAngle = 0 } = panel;
  if (behaviour === 'load') return 'carries loads only';
  const changed = Object.entries(factors).filter(([, factor]) => factor !== undefined && factor !== 1);
  return [
    behaviour,
    ...(plane === 'middle' ? [] : [`corners at its ${plane}`]),
    ...(barAngle === 0 ? [] : [`bars at ${formatQuantity(barAngle, 'angle', model.settings.units)}`]),
    ...changed.map(([name, factor]) => `${panelFactorWords[name as keyof PanelFactors]} × ${factor}`),
  ].join(', ');
}

const panelFactorWords: Readonly<Record<keyof PanelFactors, string>> = {
  bendingX: 'bending x',
  bendingY: 'bending y',
  membraneX: 'in plane x',
  membraneY: 'in plane y',
};

function supportWords(support: Node['support']): string {
  if (!support) return '';
  const held = Object.entries(support)
    .filter(([, isFixed]) => isFixed)
    .map(([direction]) => direction);
  return held.length === 6 ? 'fixed' : held.join(', ');
}

/** Springs with their stiffness. @param kind of those that resist movements */
function springWords(model: Model, springs: Node['springs'], kind: 'springForce' | 'lineSpring'): string[] {
  const turns = kind === 'springForce' ? 'springMoment' : 'lineSpringMoment';
  return Object.entries(springs ?? {}).flatMap(([way, stiffness]) =>
    stiffness > 0
      ? [`${way} by ${formatQuantity(stiffness, way.startsWith('u') ? kind : turns, model.settings.units)}`]
      : [],
  );
}

/** What holds a node: the directions of its support, its springs with their stiffness, and how it is inclined. */
export function heldWords(model: Model, node: Node): string {
  if (!isHeld(node)) return '';
  const { units } = model.settings;
  return [
    supportWords(node.support),
    ...springWords(model, node.springs, 'springForce'),
    node.supportAngles
      ? `turned by ${node.supportAngles.map((angle) => formatQuantity(angle, 'angle', units)).join(', ')}`
      : '',
  ]
    .filter((part) => part !== '')
    .join(', ');
}
