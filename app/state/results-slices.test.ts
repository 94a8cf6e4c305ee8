import { solveNow } from '~core/fem';
import { applyAct, type Model } from '~core/model';
import { buildTernHide } from '~demo/tern-hide';
import { shownIn } from './compare-slice';
import { addressOfPanel, panelOfAddress } from './panel-address';
import { createWorkbench, type Workbench } from './store';
import type { WidePanel } from './view-slice';
import { followWatches } from './watch-slice';

const model = buildTernHide();
const { solution } = solveNow(model);

test.each<WidePanel>([
  { kind: 'member', member: 'm12' },
  { kind: 'sheet', member: 'm2', check: null },
  { kind: 'sheet', member: 'm2', check: 'flexure' },
  { kind: 'line', member: 'm7' },
  { kind: 'storey', storey: 'h2' },
  { kind: 'why', node: 'n4', direction: 'y' },
  { kind: 'residual', of: 'c2' },
  { kind: 'supports' },
  { kind: 'soil' },
  { kind: 'part', part: 'w2:h3:p1' },
  { kind: 'plausibility' },
  { kind: 'loop' },
  { kind: 'variants' },
  { kind: 'runs' },
  { kind: 'compare' },
  { kind: 'settings' },
  { kind: 'sections' },
  { kind: 'register' },
])('the address of a page leads back to it: %j', (panel) =>
  expect(panelOfAddress(addressOfPanel(panel))).toEqual(panel),
);

test.each([null, '', 'member', 'member n2', 'storey 2', 'why n2', 'why n2 q', 'preview', 'anything else'])(
  'an address that names no page opens none: %s',
  (address) => expect(panelOfAddress(address)).toBeNull(),
);

describe('what is shown of another model', () => {
  const other: Model = {
    ...model,
    cases: { c9: { ...model.cases.c3, id: 'c9' }, c1: model.cases.c1 },
    combinations: {},
  };
  test('is the case of the same label, whatever its id', () =>
    expect(shownIn(model, { kind: 'case', id: 'c3' }, other)).toEqual({ kind: 'case', id: 'c9' }));
  test('is the envelope of the same purpose', () =>
    expect(shownIn(model, { kind: 'envelope', purpose: 'service' }, other)).toEqual({
      kind: 'envelope',
      purpose: 'service',
    }));
  test('is its first case when there is nothing of that name', () =>
    expect(shownIn(model, { kind: 'combination', id: Object.keys(model.combinations)[0] }, other)).toEqual({
      kind: 'case',
      id: 'c9',
    }));
  test('of a set is what it has of it', () =>
    expect(shownIn(model, { kind: 'set', cases: ['c3', 'c2'], combinations: [] }, other)).toEqual({
      kind: 'set',
      cases: ['c9'],
      combinations: [],
    }));
});

describe('the watch list', () => {
  const watches = [
    { id: 7, watch: { kind: 'weight' } as const },
    { id: 8, watch: { kind: 'force', member: 'm4', component: 'My', shown: { kind: 'case', id: 'c2' } } as const },
  ];
  const opened = (): Workbench =>
    createWorkbench({ projectId: 'p', variantId: 1, variants: [], watches, revision: 1, model, history: [] });
  const finish = (workbench: Workbench, of: Model) =>
    workbench.setState({
      model: of,
      solved: { model: of, solution: solveNow(of).solution! },
      checks: new Map(),
      solveStatus: 'done',
    });

  test('is read when a solve and its checks are done, and keeps what was there before an edit beside it', () => {
    const workbench = opened();
    const stop = followWatches(workbench);
    expect(workbench.getState().watched).toBeNull();
    finish(workbench, model);
    const before = workbench.getState().watched!;
    const weight = before.values.get(7)!;
    expect('value' in weight && weight.value).toBeCloseTo(
      -solution!.cases.find((one) => one.id === 'c1')!.applied[2],
      6,
    );
    expect(workbench.getState().watchedBefore).toBeNull();
    // heavier loads on the roof: the moment doubles, the weight stays
    const applied = applyAct(model, {
      edits: [
        {
          kind: 'change',
          table: 'loads',
          changes: Object.values(model.loads)
            .filter((load) => load.case === 'c2')
            .map((load) => ({ id: load.id, fields: { value: -3600 } })),
        },
      ],
    });
    if (!applied.ok) throw new Error(applied.error);
    workbench.setState({ model: applied.model, solveStatus: 'solving' });
    expect(workbench.getState().watched).toBe(before);
    finish(workbench, applied.model);
    const now = workbench.getState();
    expect(now.watchedBefore).toBe(before);
    const value = (reading: typeof before, id: number) => {
      const one = reading.values.get(id)!;
      return 'value' in one ? one.value : NaN;
    };
    expect(value(now.watched!, 8)).toBeCloseTo(2 * value(before, 8), 3);
    expect(value(now.watched!, 7)).toBe(value(before, 7));
    stop();
  });
});
