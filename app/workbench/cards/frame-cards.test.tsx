import { renderToStaticMarkup } from 'react-dom/server';
import { App } from 'antd';
import type { ReactElement } from 'react';
import { mendAll } from '~core/build';
import { applyAct, idSource, type Finding } from '~core/model';
import { buildQuillhavenLibrary } from '~demo/quillhaven-library';
import { createWorkbench, WorkbenchContext, type Workbench } from '../../state/store';
import { growSelection, invertSelection, workbenchCommands } from '../commands/commands';
import { FloorsEditor, NamedThings, NewMembersEditor } from './frame-lists';
import { MemberEditor } from '../kinds/members/editor';
import { NodeEditor } from '../kinds/nodes/editor';
import { SectionCut } from '../pieces/section-cut';
import { ColorLegend, DisplayCard } from './display-card';
import { keepView, showView } from '../acts/saved-views';
import { FindingsCard } from './findings-card';
import { recordTabs } from '../kinds/screen-kinds';
import { RecordTab } from '../ledger/record-tab';
import { SelectCard } from './select-card';
import { tools } from '../tools/all-tools';
import { fillPoint, openTool, toggleBay } from '../tools/open-tool';
import { ToolCard } from '../tools/tool-card';

const realFetch = globalThis.fetch;
beforeAll(() => {
  globalThis.fetch = (() => new Promise(() => undefined)) as typeof fetch;
});
afterAll(() => {
  globalThis.fetch = realFetch;
});

const model = buildQuillhavenLibrary();
const open = () =>
  createWorkbench({ projectId: 'test', variantId: 1, variants: [], watches: [], revision: 1, model, history: [] });
const shown = (workbench: Workbench, element: ReactElement) =>
  renderToStaticMarkup(
    <App>
      <WorkbenchContext value={{ ...workbench, getInitialState: workbench.getState }}>{element}</WorkbenchContext>
    </App>,
  )
    .replace(/<[^>]+>/g, ' ')
    .replace(/\s+/g, ' ');

test.each(tools.map((tool) => [tool.id, tool] as const))(
  'the card of %s shows its fields, what it would make or what it lacks',
  (id, tool) => {
    const workbench = open();
    workbench.getState().select({ members: ['m1', 'm2'] });
    openTool(workbench, id);
    expect(workbench.getState().openTool?.id).toBe(id);
    const text = shown(workbench, <ToolCard tool={tool} />);
    expect(text).toContain(tool.title);
    expect(text).toContain(tool.action);
    for (const field of tool.fields({ model, selection: workbench.getState().selection }))
      if (!field.when && field.kind !== 'bays') expect(text).toContain(field.label);
  },
);

test('a tool that waits for points takes them from the drawing in turn', () => {
  const workbench = open();
  openTool(workbench, 'truss');
  expect(workbench.getState().openTool?.armed).toBe('from');
  expect(fillPoint(workbench, [0, 0, 20])).toBe(true);
  expect(fillPoint(workbench, [12, 0, 20])).toBe(true);
  expect(fillPoint(workbench, [1, 1, 1])).toBe(false);
  expect(workbench.getState().openTool?.values).toMatchObject({ from: [0, 0, 20], to: [12, 0, 20] });
  openTool(workbench, 'bracing');
  toggleBay(workbench, 'one');
  toggleBay(workbench, 'two');
  toggleBay(workbench, 'one');
  expect(workbench.getState().openTool?.values.bays).toEqual(['two']);
});

test('a member in full: behaviour, ends, axis position with its cut, kinds of a mixed selection', () => {
  const workbench = open();
  const purlin = model.groups.q1.members[0];
  const text = shown(workbench, <MemberEditor ids={[purlin]} />);
  for (const words of ['Carries', 'Start', 'pinned', 'Nodes at', 'centroid', 'Rigid start', '× I about y'])
    expect(text).toContain(words);
  expect(shown(workbench, <MemberEditor ids={[purlin, 'm1']} />)).toContain('all 2 members');
  expect(
    shown(workbench, <SectionCut model={model} member={{ ...model.members[purlin], axisPosition: 'top' }} />),
  ).toContain('apart:');
  expect(shown(workbench, <NodeEditor ids={['n1']} />)).toMatch(/Spring about z.*Turn about x/);
});

test('floors, groups, planes, slabs and the properties of new members have their lists', () => {
  const workbench = open();
  expect(shown(workbench, <FloorsEditor />)).toMatch(/Storey 2.*rigid.*20 nodes.*Storey 1.*free/);
  expect(shown(workbench, <NamedThings />)).toMatch(/First floor.*shell.*52 members.*look at it/);
  expect(shown(workbench, <NewMembersEditor />)).toContain('what the newest has');
});

test('display, legend, selections and the ledger say what there is', () => {
  const workbench = open();
  workbench.getState().look({ coloring: 'section', displayOpen: true });
  expect(shown(workbench, <DisplayCard />)).toMatch(/member numbers.*grid crossings.*Reading room/);
  expect(shown(workbench, <ColorLegend right={0} />)).toMatch(/450 × 450\s+64/);
  expect(shown(workbench, <SelectCard />)).toMatch(/columns\s+84.*Purlins\s+52/);
  expect(shown(workbench, <RecordTab tab={recordTabs[0]} />)).toContain('318 members');
});

test('findings are listed by kind with their mends; those accepted stand apart with the reason', () => {
  const workbench = open();
  const stop: Finding = {
    key: 'a',
    rule: 'no-section',
    severity: 'stop',
    sentence: 'Member m1 has no section.',
    why: 'Give it one.',
    place: { members: ['m1'] },
  };
  const slab: Finding = {
    key: 'panels',
    rule: 'not-analysed',
    severity: 'remark',
    sentence: 'A slab.',
    why: 'Why.',
    place: { nodes: ['n1'] },
  };
  const accepting = applyAct(model, {
    edits: [
      {
        kind: 'add',
        records: {
          acceptances: [
            { id: idSource(model)('acceptances'), finding: 'panels', reason: 'Its weight stands in case SD' },
          ],
        },
      },
    ],
  });
  if (!accepting.ok) throw new Error(accepting.error);
  workbench.setState({ model: accepting.model, findings: [slab, stop] });
  const text = shown(workbench, <FindingsCard />);
  expect(text).toMatch(/Select all.*Member m1 has no section.*Accepted.*Its weight stands in case SD/);
  expect(text).not.toContain('Accept …'); // what stops cannot be accepted
  expect(mendAll(model, [stop, slab])).toEqual({ act: undefined, mended: 0 });
});

test('the selection grows to what is joined and on to all that hangs together; inverted it is the rest', () => {
  const workbench = open();
  workbench.getState().select({ members: ['m1'] });
  growSelection(workbench);
  const once = workbench.getState().selection.members;
  const ends = new Set([model.members.m1.start, model.members.m1.end]);
  expect([...once].sort()).toEqual(
    Object.values(model.members)
      .filter((member) => ends.has(member.start) || ends.has(member.end))
      .map((member) => member.id)
      .sort(),
  );
  growSelection(workbench, true);
  expect(workbench.getState().selection.members).toHaveLength(Object.keys(model.members).length);
  workbench.getState().select({ members: ['m1'] });
  workbench.getState().hideSelected();
  expect(workbench.getState().selection.members).toEqual([]);
  workbench.getState().select({ members: ['m2'] });
  invertSelection(workbench);
  expect(workbench.getState().selection.members).toHaveLength(Object.keys(model.members).length - 2);
  workbench.getState().showAll();
  expect(workbench.getState().hidden).toEqual([]);
});

test('a view is kept with what is hidden and alone, and shown again; kept anew under its name it is replaced', () => {
  const workbench = open();
  workbench
    .getState()
    .look({ plane: { kind: 'plan', storey: Object.keys(model.storeys)[1] }, form: 'axes', hidden: ['m3'] });
  expect(keepView(workbench, 'Mine')).toBe(true);
  workbench.getState().look({ plane: { kind: '3d' }, form: 'line', hidden: [] });
  const kept = () => Object.values(workbench.getState().model.views).find((view) => view.label === 'Mine')!;
  showView(workbench, kept());
  expect(workbench.getState()).toMatchObject({ plane: { kind: 'plan' }, form: 'axes', hidden: ['m3'] });
  workbench.getState().look({ form: 'solid' });
  keepView(workbench, 'Mine');
  expect(kept().form).toBe('solid');
  expect(Object.keys(workbench.getState().model.views)).toHaveLength(2);
  // the members it hides may go: the view stays
  const without = applyAct(workbench.getState().model, { edits: [{ kind: 'remove', table: 'members', ids: ['m3'] }] });
  expect(without.ok && without.model.views[kept().id].hidden).toEqual([]);
  expect(workbenchCommands(workbench).some((command) => command.title === 'Saved view Mine')).toBe(true);
});
