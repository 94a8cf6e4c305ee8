import { applyAct } from '~core/model';
import { buildTernHide } from '~demo/tern-hide';
import { selectionOf } from './selection';
import { createWorkbench } from './store';
import { rememberView, viewOn } from './view-slice';

const model = buildTernHide();
const open = () =>
  createWorkbench({ projectId: 'test', variantId: 1, variants: [], watches: [], revision: 1, model, history: [] });

test('the workbench opens on the strength envelope, in space, with nothing selected', () => {
  expect(open().getState()).toMatchObject({
    stage: 'frame',
    plane: { kind: '3d' },
    shown: { kind: 'envelope', purpose: 'strength' },
    selection: { nodes: [], members: [] },
  });
});

test('Shift adds to a selection and takes from it', () => {
  const { getState } = open();
  getState().select({ members: ['m1'] });
  getState().toggleSelected({ members: ['m2'] });
  expect(getState().selection.members).toEqual(['m1', 'm2']);
  getState().toggleSelected({ members: ['m1'] });
  expect(getState().selection.members).toEqual(['m2']);
});

test('isolating takes the selected members and brings all back', () => {
  const { getState } = open();
  getState().isolateSelected();
  expect(getState().isolated).toBeNull();
  getState().select({ members: ['m1', 'm4'] });
  getState().isolateSelected();
  expect(getState().isolated).toEqual(['m1', 'm4']);
  getState().isolateSelected();
  expect(getState().isolated).toBeNull();
});

test('a view forgets what the model no longer has, and falls back to what it has', () => {
  const view = {
    selection: selectionOf({ nodes: ['n5'], members: ['m4', 'm1'] }),
    isolated: ['m4'],
    hidden: ['m4', 'm1'],
    panel: { kind: 'member' as const, member: 'm4' },
    shown: { kind: 'combination' as const, id: 'u99' },
    plane: { kind: 'plan' as const, storey: 'h99' },
  };
  const without = applyAct(model, { edits: [{ kind: 'remove', table: 'nodes', ids: ['n5'] }] });
  if (!without.ok) throw new Error(without.error);
  expect(viewOn(without.model, view)).toEqual({
    selection: selectionOf({ members: ['m1'] }),
    isolated: null,
    hidden: ['m1'],
    panel: null,
    shown: { kind: 'envelope', purpose: 'strength' },
    plane: { kind: '3d' },
  });
});

test('what is looked at is remembered over a reload; nonsense in the store is forgotten', () => {
  const kept = new Map<string, string>();
  const listeners: (() => void)[] = [];
  Object.assign(globalThis, {
    localStorage: {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
    },
    addEventListener: (_: string, listener: () => void) => listeners.push(listener),
    removeEventListener: () => undefined,
  });
  const first = open();
  const stop = rememberView('test', first);
  first
    .getState()
    .look({ plane: { kind: 'elevation', gridLine: 'g3' }, form: 'solid', quantity: 'N', ledgerOpen: false });
  first.getState().select({ members: ['m2', 'm77'] });
  listeners.forEach((listener) => listener()); // the page is being left
  stop();
  expect(open().getState()).toMatchObject({
    plane: { kind: 'elevation', gridLine: 'g3' },
    form: 'solid',
    quantity: 'N',
    ledgerOpen: false,
    selection: { members: ['m2'] },
  });
  kept.set('elbow.view.test', '{broken');
  expect(open().getState()).toMatchObject({ plane: { kind: '3d' }, form: 'line' });
  Reflect.deleteProperty(globalThis, 'localStorage');
});
