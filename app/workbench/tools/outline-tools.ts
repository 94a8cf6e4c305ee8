import {
  addCornerPlan,
  cutPanelsPlan,
  dropCornersPlan,
  mergeOpeningsPlan,
  moveEdgePlan,
  nearestEdge,
  straightenPlan,
  unitePanelsPlan,
  type ChosenPanel,
  type EdgeChange,
} from '~core/build';
import type { Model, Vector } from '~core/model';
import { refused, type Field, type Tool, type ToolContext, type Values } from './tool';

/** The selected slabs and walls; the only one there is where none is selected. */
function panelsOf({ model, selection }: ToolContext): ChosenPanel[] {
  const chosen = (['slabs', 'walls'] as const).flatMap((table) =>
    (selection[table] ?? []).map((id): ChosenPanel => ({ table, id })),
  );
  if (chosen.length > 0) return chosen;
  const all = (['slabs', 'walls'] as const).flatMap((table) =>
    Object.keys(model[table]).map((id): ChosenPanel => ({ table, id })),
  );
  return all.length === 1 ? all : [];
}

const needsPanels = 'Select slabs or walls first: their corners and edges are changed.';

/** The panel, of several, whose edge lies nearest to a point. */
function nearestPanel(model: Model, panels: readonly ChosenPanel[], point: Vector) {
  return panels
    .flatMap((panel) => {
      const edge = nearestEdge(model, panel, point);
      return edge ? [{ panel, edge }] : [];
    })
    .sort((a, b) => a.edge.distance - b.edge.distance)
    .at(0);
}

const isHow =
  (...ways: string[]) =>
  (values: Values) =>
    ways.includes(values.text('how'));
const line = (when?: Field['when']): Field[] => [
  { key: 'a', label: 'Line from', kind: 'point', initial: null, ...(when ? { when } : {}) },
  { key: 'b', label: 'through', kind: 'point', initial: null, ...(when ? { when } : {}) },
];

function edgeChange(values: Values): EdgeChange | string {
  switch (values.text('how')) {
    case 'onto': {
      const [a, b] = [values.point('a'), values.point('b')];
      return a && b ? { kind: 'onto', a, b } : 'Click or type two points of the line the edge goes onto.';
    }
    case 'length':
      return values.optional('length') === undefined
        ? 'Type the length the edge shall have.'
        : { kind: 'length', length: values.number('length') };
    default:
      return values.optional('distance') === undefined
        ? 'Type how far the edge goes: outward above zero, inward below.'
        : { kind: 'by', distance: values.number('distance') };
  }
}

/** Tools that change the outlines and openings of slabs and walls. */
export const outlineTools: readonly Tool[] = [
  {
    id: 'move-edge',
    title: 'Move an edge of a slab or wall',
    group: 'edit',
    action: 'Move the edge',
    again: true,
    about:
      'Moves an edge of an outline or opening: by a distance, onto a line, or until the edge before it is so long. What else stands on its corners stays.',
    fields: () => [
      { key: 'at', label: 'Edge near', kind: 'point', initial: null },
      {
        key: 'how',
        label: 'Goes',
        kind: 'choice',
        initial: 'by',
        options: [
          { value: 'by', label: 'outward by a distance' },
          { value: 'onto', label: 'onto a line' },
          { value: 'length', label: 'is made so long' },
        ],
      },
      {
        key: 'distance',
        label: 'Outward',
        kind: 'length',
        initial: null,
        hint: 'negative is inward',
        when: isHow('by'),
      },
      { key: 'length', label: 'Length', kind: 'length', initial: null, when: isHow('length') },
      ...line(isHow('onto')),
    ],
    plan: (context, values) => {
      const panels = panelsOf(context);
      if (panels.length === 0) return refused(needsPanels);
      const at = values.point('at');
      if (!at) return refused('Click or type a point on the edge.');
      const near = nearestPanel(context.model, panels, at);
      if (!near) return refused('No edge lies near that point.');
      const change = edgeChange(values);
      return typeof change === 'string' ? refused(change) : moveEdgePlan(context.model, near.panel, near.edge, change);
    },
  },
  {
    id: 'add-corner',
    title: 'Add a corner to a slab or wall',
    group: 'edit',
    action: 'Add the corner',
    again: true,
    about: 'A corner more on the edge nearest to a point of the plane, of the outline or of an opening.',
    fields: () => [{ key: 'at', label: 'Corner at', kind: 'point', initial: null }],
    plan: (context, values) => {
      const panels = panelsOf(context);
      if (panels.length === 0) return refused(needsPanels);
      const at = values.point('at');
      if (!at) return refused('Click or type the place of the corner.');
      const near = nearestPanel(context.model, panels, at);
      return near ? addCornerPlan(context.model, near.panel, at) : refused('No edge lies near that point.');
    },
  },
  {
    id: 'drop-corners',
    title: 'Take corners out of slabs or walls',
    group: 'edit',
    action: 'Take out',
    again: true,
    about:
      'The edges beside a corner become one. Click a corner, or select several nodes; what else hangs on them stays.',
    fields: () => [{ key: 'at', label: 'Corner', kind: 'point', initial: null, hint: 'or nodes that are selected' }],
    plan: (context, values) => {
      const { model, selection } = context;
      const at = values.point('at');
      const clicked = at
        ? Object.values(model.nodes)
            .filter(({ position }) => Math.hypot(...position.map((part, i) => part - at[i])) < 0.01)
            .map(({ id }) => id)
        : [];
      const nodes = at ? clicked : selection.nodes;
      if (at && clicked.length === 0) return refused('There is no corner at that place.');
      const chosen = panelsOf(context);
      // nodes say by themselves whose corners they are
      const panels =
        chosen.length > 0
          ? chosen
          : (['slabs', 'walls'] as const).flatMap((table) =>
              Object.values(model[table])
                .filter((panel) => [panel.corners, ...(panel.openings ?? [])].flat().some((id) => nodes.includes(id)))
                .map(({ id }): ChosenPanel => ({ table, id })),
            );
      if (nodes.length === 0) return refused('Click a corner, or select the corners to take out.');
      return panels.length === 0 ? refused(needsPanels) : dropCornersPlan(model, panels, nodes);
    },
  },
  {
    id: 'straighten',
    title: 'Straighten outlines of slabs and walls',
    group: 'edit',
    action: 'Straighten',
    about: 'Corners near the line between their neighbours go, and edges shorter than that.',
    fields: () => [
      { key: 'tolerance', label: 'Nearer than', kind: 'quantity', quantity: 'sectionLength', initial: 0.05 },
    ],
    plan: (context, values) => {
      const panels = panelsOf(context);
      return panels.length === 0
        ? refused(needsPanels)
        : straightenPlan(context.model, panels, values.number('tolerance'));
    },
  },
  {
    id: 'cut-panels',
    title: 'Cut slabs and walls along a line',
    group: 'edit',
    action: 'Cut',
    again: true,
    about: 'Each part is a slab or wall of its own with the properties, openings and loads of the whole.',
    fields: () => line(),
    plan: (context, values) => {
      const panels = panelsOf(context);
      if (panels.length === 0) return refused(needsPanels);
      const [a, b] = [values.point('a'), values.point('b')];
      return a && b
        ? cutPanelsPlan(context.model, panels, a, b)
        : refused('Click or type two points of the line they are cut along.');
    },
  },
  {
    id: 'unite-panels',
    title: 'Unite slabs or walls',
    group: 'edit',
    action: 'Unite',
    about:
      'Slabs (or walls) of one plane that touch or overlap become one with the properties of the first; loads stay where they are.',
    fields: () => [],
    plan: (context) => unitePanelsPlan(context.model, panelsOf(context)),
  },
  {
    id: 'merge-openings',
    title: 'Merge openings',
    group: 'edit',
    action: 'Merge',
    about: 'Openings with only a strip between them become one, so that no slivers are meshed.',
    fields: () => [{ key: 'gap', label: 'Nearer than', kind: 'length', initial: 0.3 }],
    plan: (context, values) => {
      const panels = panelsOf(context);
      return panels.length === 0
        ? refused(needsPanels)
        : mergeOpeningsPlan(context.model, panels, values.number('gap'));
    },
  },
];
