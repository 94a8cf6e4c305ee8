import { renderToStaticMarkup } from 'react-dom/server';
import { App } from 'antd';
import type { ReactElement } from 'react';
import { solveNow } from '~core/fem';
import { actingLoads as allActing, ruleResults, spreadOf } from '~core/loading';
import { applyAct, inOrder, type Load, type Model } from '~core/model';
import { buildQuillhavenLibrary } from '~demo/quillhaven-library';
import { createWorkbench, WorkbenchContext, type Workbench } from '../../state/store';
import { actingLoads, receivedLoads } from '../picture/acting';
import { drawLoads, scaleOfLoads } from '../picture/load-glyphs';
import type { Projector } from '../projection/eye';
import { loadAt, type LoadZone } from '../picture/load-zones';
import { allVisible } from '../../state/view-slice';
import { LoadDetails } from '../stages/load-details';
import { LoadEditor } from '../kinds/loads/editor';
import { natureLetters, natureNames } from '../words/nature-names';
import { CombinationsTab, LoadsTab, SummaryTab, TakeDownTab } from '../ledger/load-tabs';
import { shownParts, shownWords } from '~core/results';
import { RulePanel } from '../pages/rule-panel';
import { CaseStrip } from '../shell/case-strip';

const realFetch = globalThis.fetch;
beforeAll(() => {
  globalThis.fetch = (() => new Promise(() => undefined)) as typeof fetch;
  Object.assign(globalThis, {
    Path2D: class {
      moveTo() {
        return undefined;
      }
      lineTo() {
        return undefined;
      }
      closePath() {
        return undefined;
      }
    },
  });
});
afterAll(() => {
  globalThis.fetch = realFetch;
});

const model = buildQuillhavenLibrary();
const caseOf = (label: string, of: Model = model) => Object.values(of.cases).find((one) => one.label === label)!.id;
const open = (of: Model = model) =>
  createWorkbench({ projectId: 'test', variantId: 1, variants: [], watches: [], revision: 1, model: of, history: [] });
const shown = (workbench: Workbench, element: ReactElement) =>
  renderToStaticMarkup(
    <App>
      <WorkbenchContext value={{ ...workbench, getInitialState: workbench.getState }}>{element}</WorkbenchContext>
    </App>,
  )
    .replace(/<[^>]+>/g, ' ')
    .replace(/\s+/g, ' ');
const showing = (label: string) => {
  const workbench = open();
  workbench.getState().look({ stage: 'loads', shown: { kind: 'case', id: caseOf(label) } });
  return workbench;
};

test('the details list cases with what fills them, rules with their sheets, areas of the shown case and combinations', () => {
  const text = shown(showing('L'), <LoadDetails />);
  for (const words of [
    'Self-weight of the frame self-weight',
    'Wind +x wind, by rule',
    'Stacks 1',
    '331.8',
    'all of it received',
    'wind, ASCE 7-22, 56 loads',
    '78 combination',
    'Generate by ASCE 7-22',
    'Instead of',
  ])
    expect(text).toContain(words);
  expect(shown(showing('W+x'), <LoadDetails />)).toContain('Direction');
});

test('an empty project is offered the usual cases; a case without loads is marked', () => {
  const bare: Model = { ...model, cases: {}, loads: {}, loadRules: {}, combinations: {}, analyses: {} };
  expect(shown(open(bare), <LoadDetails />)).toBeTruthy();
  const workbench = open(bare);
  workbench.getState().look({ stage: 'loads' });
  expect(shown(workbench, <LoadDetails />)).toContain('Add the usual cases D, SD, L');
  const empty = applyAct(model, {
    edits: [
      {
        kind: 'add',
        records: { cases: [{ id: 'c90', label: 'T', name: 'Warm summer', nature: 'temperature', selfWeight: false }] },
      },
    ],
  });
  expect(empty.ok && shown(open(empty.model), <LoadDetails />)).toContain('Warm summer temperature, empty');
});

test('selected members show the form of what can be put and what they receive', () => {
  const workbench = showing('L');
  const beam = spreadOf(
    model,
    inOrder(model.loads).find((load) => load.type === 'area' && load.label === 'Stacks 2') as Extract<
      Load,
      { type: 'area' }
    >,
  ).received[0].member;
  workbench.getState().select({ members: [beam], nodes: ['n1'] });
  const text = shown(workbench, <LoadDetails />);
  for (const words of ['Put a load', 'is 7.200 m long', 'Received', 'Stacks 2', 'per metre of the projection'])
    expect(text).toContain(words);
  workbench.getState().look({ shown: { kind: 'envelope', purpose: 'strength' } });
  expect(shown(workbench, <LoadDetails />)).toMatch(/Put a load into case D SD L/);
});

test('a load of every kind can be read and changed in its card', () => {
  const base = { id: 'l900', case: caseOf('L') };
  const loads: [Load, string[]][] = [
    [{ ...base, type: 'node', node: 'n30', force: [1000, 0, 0], moment: [0, 0, 0] }, ['F x', 'M z']],
    [{ ...base, type: 'settlement', node: 'n1', displacement: [0, 0, -0.01], rotation: [0, 0, 0] }, ['u x', 'φ z']],
    [
      { ...base, type: 'temperature', member: 'm1', change: 20, differenceY: 0, differenceZ: 5 },
      ['Uniform', 'Across z'],
    ],
    [
      { ...base, type: 'strain', member: 'm1', axial: 0.001, curvatureY: 0, curvatureZ: 0 },
      ['Strain, ‰', 'Curvature y'],
    ],
    [
      {
        ...base,
        type: 'trapezoid',
        member: 'm1',
        axes: 'global',
        direction: 'x',
        valueFrom: 0,
        valueTo: 500,
        from: 0,
        to: null,
        projected: true,
      },
      ['At its start', 'At its end', 'per metre of the projection'],
    ],
    [{ ...base, type: 'moment', member: 'm1', axes: 'local', direction: 'y', value: 100, at: 1 }, ['Value', 'At']],
  ];
  for (const [load, words] of loads)
    for (const word of words) expect(shown(open(), <LoadEditor load={load} />)).toContain(word);
});

test('the sheets of a rule are set with clause, formula and remarks', () => {
  const wind = Object.values(model.loadRules).find((rule) => rule.type === 'asceWind')!;
  const text = shown(open(), <RulePanel rule={wind.id} sheet={2} />);
  for (const words of [
    'ASCE/SEI 7-22 chapter 27',
    'Velocity pressure exposure',
    '27.3.1',
    'Wind +y',
    'Mean roof height',
  ])
    expect(text).toContain(words);
  expect(ruleResults(model).get(wind.id)!.sheets).toHaveLength(4);
});

test('the ledger’s sheets say what is in them', () => {
  expect(shown(showing('W+x'), <LoadsTab />)).toContain('16 loads');
  expect(shown(showing('D'), <LoadsTab />)).toContain('0 loads');
  expect(shown(open(), <CombinationsTab />)).toContain('78 combinations');
  expect(shown(open(), <SummaryTab />)).toContain('Moments about');
  expect(shown(showing('SD'), <TakeDownTab by="storey" />)).toMatch(/8286\.7 kN downward in all/);
  expect(shown(showing('SD'), <TakeDownTab by="column" />)).toContain('simple beams');
  const nothing = open();
  nothing.getState().look({ shown: { kind: 'envelope', purpose: 'strength' } });
  expect(shown(nothing, <TakeDownTab by="storey" />)).toContain('Choose a case or a combination');
});

test('the strip has a group for each purpose and own envelopes, which can be shown', () => {
  const [first, second] = Object.keys(model.combinations);
  const applied = applyAct(model, {
    edits: [
      {
        kind: 'add',
        records: { envelopes: [{ id: 'e1', label: 'Env9', cases: [caseOf('L')], combinations: [first, second] }] },
      },
    ],
  });
  if (!applied.ok) throw new Error(applied.error);
  const text = shown(open(applied.model), <CaseStrip right={0} />);
  for (const words of ['Cases', 'Strength', 'Service', 'Sustained', 'Envelopes', 'Env9']) expect(text).toContain(words);
  expect(shownWords(applied.model, { kind: 'ownEnvelope', id: 'e1' })).toEqual({
    name: 'Envelope Env9',
    detail: `L, ${model.combinations[first].label}, ${model.combinations[second].label}`,
  });
  expect(shownWords(applied.model, { kind: 'ownEnvelope', id: 'e7' }).name).toBe('No envelope');
  const { solution } = solveNow(applied.model);
  expect(shownParts(applied.model, solution!, { kind: 'ownEnvelope', id: 'e1' }).map((part) => part.label)).toEqual([
    'L',
    model.combinations[first].label,
    model.combinations[second].label,
  ]);
});

/** A canvas that takes everything and a view from above or from the front. */
const context = () =>
  new Proxy({} as Record<string, unknown>, {
    get: (target, name) => target[String(name)] ?? (() => undefined),
    set: (target, name, value) => ((target[String(name)] = value), true),
  }) as unknown as CanvasRenderingContext2D;
const view = (place: (p: readonly number[]) => [number, number]): Projector =>
  ({ point: (p: readonly number[]) => [...place(p), 0] }) as unknown as Projector;
const fromAbove = view(([x, y]) => [30 * x, -30 * y]);
const fromFront = view(([x, , z]) => [30 * x, -30 * z]);
const everything = { members: new Set(Object.keys(model.members)), nodes: new Set(Object.keys(model.nodes)) };
const style = { heads: true, received: false, picked: ['l2'], visible: allVisible, zones: [] as LoadZone[] };

test('areas show their pressures from above; seen edge-on, or when it is asked for, what members receive', () => {
  const acting = actingLoads(model, { kind: 'case', id: caseOf('L') });
  const above = drawLoads(context(), fromAbove, model, acting, everything, 'si', style).map((label) => label.text);
  expect(above).toEqual(expect.arrayContaining(['Stacks 1 7.20 kPa', 'Stairs 4.80 kPa']));
  const front = drawLoads(context(), fromFront, model, acting, everything, 'si', style).map((label) => label.text);
  expect(front.join()).toMatch(/kN\/m/);
  expect(front.join()).not.toMatch(/kPa/);
  expect(
    drawLoads(context(), fromAbove, model, acting, everything, 'si', { ...style, received: true }).length,
  ).toBeGreaterThan(0);
});

test('loads are hidden by kind, and what is drawn can be pointed at: the smaller field of two, a line before a field', () => {
  const acting = actingLoads(model, { kind: 'case', id: caseOf('L') });
  expect(
    drawLoads(context(), fromAbove, model, acting, everything, 'si', {
      ...style,
      visible: { ...allVisible, areaLoads: false },
    }).map((label) => label.text),
  ).not.toContain('Stairs 4.80 kPa');
  drawLoads(context(), fromAbove, model, acting, everything, 'si', style);
  const stacks = inOrder(model.loads).find((load) => load.type === 'area' && load.label === 'Stacks 1')!;
  const zone = style.zones.find((one) => one.load === stacks.id && one.kind === 'field')!;
  const middle = [0, 1].map((i) => zone.points.reduce((sum, point) => sum + point[i], 0) / zone.points.length);
  expect(loadAt(style.zones, middle[0] + 0.5, middle[1] + 9)).toBe(stacks.id);
  expect(loadAt(style.zones, -9999, 0)).toBeUndefined();
  const square = (size: number) => [
    [0, 0],
    [size, 0],
    [size, size],
    [0, size],
  ];
  const zones: LoadZone[] = [
    { load: 'l1', kind: 'field', points: square(100) },
    { load: 'l2', kind: 'field', points: square(50) },
    {
      load: 'l3',
      kind: 'line',
      points: [
        [10, 0],
        [10, 50],
      ],
    },
  ];
  expect([loadAt(zones, 80, 80), loadAt(zones, 40, 40), loadAt(zones, 12, 20)]).toEqual(['l1', 'l2', 'l3']);
});

test('loads of rules are told apart, factors of a combination count, and the scale is in words', () => {
  const wind = actingLoads(model, { kind: 'case', id: caseOf('W+x') });
  expect(wind.every((one) => one.generated)).toBe(true);
  const combination = Object.values(model.combinations).find((one) =>
    one.factors.some((factor) => factor.case === caseOf('L') && factor.factor === 1.6),
  )!;
  const combined = actingLoads(model, { kind: 'combination', id: combination.id });
  expect(combined.find((one) => one.load.case === caseOf('L'))!.factor).toBe(1.6);
  expect(actingLoads(model, { kind: 'combination', id: combination.id }).length).toBeLessThan(allActing(model).length);
  expect(scaleOfLoads(actingLoads(model, { kind: 'case', id: caseOf('SD') }), 'si')).toBe('longest arrows 4.00 kN/m');
  const received = receivedLoads(model, actingLoads(model, { kind: 'case', id: caseOf('SD') }));
  const down = received.reduce(
    (sum, { load }) =>
      load.type === 'trapezoid' ? sum + ((load.valueFrom + load.valueTo) / 2) * (load.to! - load.from) : sum,
    0,
  );
  // finishes of 1.2 kPa lie on the meshed first floor, less its stair opening of 3.6 × 5.6 m, and reach no member by themselves
  expect(down / 1000).toBeCloseTo(-8286.7 + 1.2 * (25.6 * 21.6 - 3.6 * 5.6), 0);
});

test('every nature has a name and a letter', () => {
  expect(new Set(Object.values(natureLetters)).size).toBe(Object.keys(natureNames).length);
});
