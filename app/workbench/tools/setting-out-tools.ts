import {
  gridLinesPlan,
  insertStoreyPlan,
  moveGridLinePlan,
  RecordCollector,
  reheightStoreyPlan,
  storeysPlan,
  type MovesAlong,
} from '~core/build';
import { distance, inOrder, planeThrough, storeysUpward, type Model } from '~core/model';
import { formatQuantity } from '~core/units';
import { refused, type Tool } from './tool';

const storeyOptions = (model: Model) =>
  [...storeysUpward(model)].reverse().map((storey) => ({
    value: storey.id,
    label: `${storey.label}, ${formatQuantity(storey.elevation, 'length', model.settings.units, 2)}`,
  }));
const highest = (model: Model) => storeysUpward(model).at(-1)?.id ?? '';

export const settingOutTools: readonly Tool[] = [
  {
    id: 'grid-lines',
    title: 'Set out grid lines',
    group: 'set out',
    action: 'Set out',
    about: 'Grid lines one after another at spacings; labels count on from the first.',
    again: true,
    fields: ({ model }) => {
      const us = model.settings.units === 'us';
      const taken = Object.values(model.gridLines);
      return [
        {
          key: 'axis',
          label: 'Direction',
          kind: 'choice',
          initial: taken.some((line) => line.axis === 'x') && !taken.some((line) => line.axis === 'y') ? 'y' : 'x',
          options: [
            { value: 'x', label: 'at constant x' },
            { value: 'y', label: 'at constant y' },
          ],
        },
        { key: 'from', label: 'First at', kind: 'length', initial: 0 },
        {
          key: 'spacings',
          label: 'Spacings',
          kind: 'lengths',
          initial: us ? [7.3152, 7.3152, 7.3152] : [6, 6, 6],
          hint: 'such as 3*7.2, 6.4',
        },
        {
          key: 'first',
          label: 'First label',
          kind: 'text',
          initial: taken.some((line) => line.axis === 'x') ? 'A' : '1',
        },
        { key: 'begins', label: 'Begins at', kind: 'length', initial: null, hint: 'empty: at the edge' },
        { key: 'ends', label: 'Ends at', kind: 'length', initial: null, hint: 'empty: at the edge' },
      ];
    },
    plan: ({ model }, values) => {
      const [from, to] = [values.optional('begins'), values.optional('ends')];
      return gridLinesPlan(
        model,
        values.text('axis') as 'x' | 'y',
        values.number('from'),
        values.lengths('spacings'),
        values.text('first').trim(),
        { ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) },
      );
    },
  },
  {
    id: 'storeys',
    title: 'Add storeys',
    group: 'set out',
    action: 'Add',
    about: 'Storeys of given heights above the highest one.',
    fields: ({ model }) => [
      {
        key: 'heights',
        label: 'Heights',
        kind: 'lengths',
        initial: model.settings.units === 'us' ? [4.2672, 3.6576] : [4.2, 3.6],
        hint: 'from the bottom up, such as 4.2, 3*3.6',
      },
      ...(Object.keys(model.storeys).length === 0
        ? [{ key: 'from', label: 'Ground at', kind: 'length' as const, initial: 0 }]
        : []),
    ],
    plan: ({ model }, values) => storeysPlan(model, values.lengths('heights'), values.optional('from') ?? 0),
  },
  {
    id: 'insert-storey',
    title: 'Insert a storey',
    group: 'set out',
    action: 'Insert',
    about: 'A storey between others: what is above moves up, columns are divided at the new level.',
    fields: ({ model }) => [
      {
        key: 'above',
        label: 'Above',
        kind: 'choice',
        initial: storeysUpward(model)[0]?.id ?? '',
        options: storeyOptions(model),
      },
      { key: 'height', label: 'Height', kind: 'length', initial: 3.6 },
      { key: 'label', label: 'Name', kind: 'text', initial: 'New storey' },
    ],
    plan: ({ model }, values) =>
      values.text('above') in model.storeys
        ? insertStoreyPlan(model, values.text('above'), values.number('height'), values.text('label'))
        : refused('There is no storey yet. Add storeys first.'),
  },
  {
    id: 'storey-height',
    title: 'Change a storey’s height',
    group: 'set out',
    action: 'Set the height',
    about:
      'Raises or lowers a storey with what lies at its level; columns above and below change their length. What is above can move along.',
    fields: ({ model }) => [
      { key: 'storey', label: 'Storey', kind: 'choice', initial: highest(model), options: storeyOptions(model) },
      { key: 'elevation', label: 'New level', kind: 'length', initial: null, hint: 'above the origin' },
      {
        key: 'moves',
        label: 'Moves along',
        kind: 'choice',
        initial: 'storey',
        options: [
          { value: 'storey', label: 'what lies at its level' },
          { value: 'above', label: 'that and everything above' },
          { value: 'mark', label: 'nothing: the mark only' },
        ],
      },
    ],
    plan: ({ model }, values) => {
      const id = values.text('storey');
      if (!(id in model.storeys)) return refused('There is no storey yet. Add storeys first.');
      return values.optional('elevation') === undefined
        ? refused('Type the storey’s new level above the origin.')
        : reheightStoreyPlan(model, id, values.number('elevation'), values.text('moves') as MovesAlong);
    },
  },
  {
    id: 'move-grid-line',
    title: 'Move a grid line',
    group: 'set out',
    action: 'Move',
    about: 'With the nodes that stand on it; members that hang on them are stretched.',
    fields: ({ model }) => [
      {
        key: 'line',
        label: 'Grid line',
        kind: 'choice',
        initial: Object.keys(model.gridLines)[0] ?? '',
        options: inOrder(model.gridLines).map((line) => ({
          value: line.id,
          label: `${line.label}, ${line.axis} = ${formatQuantity(line.position, 'length', model.settings.units, 2)}`,
        })),
      },
      { key: 'position', label: 'New position', kind: 'length', initial: null },
      { key: 'along', label: 'What stands on it moves along', kind: 'flag', initial: true },
    ],
    plan: ({ model }, values) => {
      const id = values.text('line');
      if (!(id in model.gridLines)) return refused('There is no grid line yet. Set out grid lines first.');
      return values.optional('position') === undefined
        ? refused(`Type where the line shall stand: its ${model.gridLines[id].axis}.`)
        : moveGridLinePlan(model, id, values.number('position'), values.flag('along'));
    },
  },
  {
    id: 'helper-line',
    title: 'Draw a helper line',
    group: 'set out',
    action: 'Add the line',
    about: 'A line to draw along or to close a bay with; it carries nothing.',
    again: true,
    fields: () => [
      { key: 'start', label: 'From', kind: 'point', initial: null },
      { key: 'end', label: 'To', kind: 'point', initial: null },
    ],
    plan: ({ model }, values) => {
      const [start, end] = [values.point('start'), values.point('end')];
      if (!start || !end) return refused('Click or type where the line begins and ends.');
      if (distance(start, end) < 1e-3) return refused('Both ends are at the same point.');
      const id = new RecordCollector(model).nextId('helperLines');
      return {
        ok: true,
        act: {
          edits: [
            {
              kind: 'add',
              records: { helperLines: [{ id, start: [start[0], start[1], start[2]], end: [end[0], end[1], end[2]] }] },
            },
          ],
          sentence: `Drew helper line ${id}`,
        },
        words: `helper line of ${formatQuantity(distance(start, end), 'length', model.settings.units)}`,
        preview: [[start, end]],
        made: [],
      };
    },
  },
  {
    id: 'working-plane',
    title: 'Make a working plane',
    group: 'set out',
    action: 'Keep the plane',
    about: 'A plane through three points, such as a roof slope, to draw and to look in.',
    fields: ({ model }) => [
      { key: 'a', label: 'Origin', kind: 'point', initial: null },
      { key: 'b', label: 'Along', kind: 'point', initial: null, hint: 'the plane’s first direction' },
      { key: 'c', label: 'Third', kind: 'point', initial: null },
      { key: 'label', label: 'Name', kind: 'text', initial: `Plane ${Object.keys(model.planes).length + 1}` },
    ],
    plan: ({ model }, values) => {
      const [a, b, c] = [values.point('a'), values.point('b'), values.point('c')];
      if (!a || !b || !c) return refused('Click or type three points of the plane.');
      if (!planeThrough([a, b, c])) return refused('The three points lie on one line. Choose a third one beside it.');
      const label = values.text('label').trim();
      if (label === '' || Object.values(model.planes).some((plane) => plane.label === label))
        return refused(
          label === '' ? 'Give the plane a name.' : `There is a plane “${label}” already. Give it another name.`,
        );
      const id = new RecordCollector(model).nextId('planes');
      return {
        ok: true,
        act: {
          edits: [
            {
              kind: 'add',
              records: {
                planes: [
                  {
                    id,
                    label,
                    points: [[...a], [...b], [...c]] as [
                      [number, number, number],
                      [number, number, number],
                      [number, number, number],
                    ],
                  },
                ],
              },
            },
          ],
          sentence: `Made working plane ${label}`,
        },
        words: `plane “${label}”`,
        preview: [
          [a, b],
          [a, c],
          [b, c],
        ],
        made: [],
      };
    },
  },
];
