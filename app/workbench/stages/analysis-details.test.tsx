import { renderToStaticMarkup } from 'react-dom/server';
import { runAnalysisNow, solveNow } from '~core/fem';
import { applyAct, type Act, type Model } from '~core/model';
import { buildQuillhavenLibrary } from '~demo/quillhaven-library';
import { createWorkbench, WorkbenchContext, type Workbench } from '../../state/store';
import { AnalysisLog } from '../pieces/analysis-log';
import { AnalysisDetails } from './analysis-details';

// edits made here wait for a server that never answers
const realFetch = globalThis.fetch;
beforeAll(() => {
  globalThis.fetch = (() => new Promise(() => undefined)) as typeof fetch;
});
afterAll(() => {
  globalThis.fetch = realFetch;
});

const library = buildQuillhavenLibrary();
const after = (model: Model, act: Act): Model => {
  const applied = applyAct(model, act);
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
};
const open = (model: Model) =>
  createWorkbench({ projectId: 'test', variantId: 1, variants: [], watches: [], revision: 1, model, history: [] });
/** What a reader sees: the markup without its tags. Rendered on a server the store would show its first state, so the present one is given as that. */
const words = (markup: string) =>
  markup
    .replace(/<style.*?<\/style>/gs, ' ')
    .replace(/<[^>]+>/g, ' ')
    .replace(/\s+/g, ' ');
const shown = (workbench: Workbench, element = <AnalysisDetails />) =>
  words(
    renderToStaticMarkup(
      <WorkbenchContext.Provider value={{ ...workbench, getInitialState: workbench.getState }}>
        {element}
      </WorkbenchContext.Provider>,
    ),
  );
const strength = Object.values(library.combinations).filter((one) => one.purpose === 'strength');

test('each analysis says what it rests on, and offers to run', () => {
  const text = shown(open(library));
  expect(text).toMatch(/masses of D \+ SD, 90% participation, lumped/);
  expect(text).toMatch(/under 1\.20 D \+ 1\.20 SD \+ 1\.60 L, first 4/);
  expect(text).toMatch(/ASCE 7-22, S_DS 0\.45 g, S_D1 0\.2 g, R 3, CQC, 100\/30, on Modes/);
  expect(text.match(/\bRun\b/g)).toHaveLength(3);
  // the weight of each storey has a field that says what the cases give it
  expect(text).toMatch(/W by storey Eaves/);
  const modal = Object.values(library.analyses).find(({ type }) => type === 'modal')!;
  const typed = after(library, {
    edits: [
      {
        kind: 'change',
        table: 'analyses',
        changes: [{ id: modal.id, fields: { storeyWeights: [{ storey: 'h2', weight: 3.2e6 }] } }],
      },
    ],
  });
  expect(shown(open(typed))).toContain('W by storey, 1 typed');
});

test('order and stiffness that differ among the strength combinations are told as such', () => {
  const one = after(library, {
    edits: [{ kind: 'change', table: 'combinations', changes: [{ id: strength[0].id, fields: { order: 'second' } }] }],
  });
  expect(shown(open(one))).toMatch(/Order first second varies/);
  const all = after(library, {
    edits: [
      {
        kind: 'change',
        table: 'combinations',
        changes: strength.map(({ id }) => ({ id, fields: { order: 'second' } })),
      },
    ],
  });
  expect(shown(open(all))).toMatch(/In equilibrium when displaced \(P-Δ and P-δ\)\. Each is solved as a whole\./);
  expect(shown(open(library))).toMatch(/Sums of their cases/);
});

test('without combinations or analyses it says so', () => {
  const bare = { ...library, combinations: {}, analyses: {} };
  const text = shown(open(bare));
  expect(text).toMatch(/no strength combinations yet/);
  expect(text).toMatch(/None yet\. They run when asked/);
});

describe('results', () => {
  const workbench = open(library);
  const outcomes = new Map(
    Object.keys(library.analyses).map((id) => [id, { fraction: 1, outcome: runAnalysisNow(library, id) }]),
  );
  workbench.setState({ analyses: outcomes });

  test('modes: periods fall, masses are shares of all that moves', () => {
    const text = shown(workbench);
    const outcome = outcomes.get('a1')!.outcome.outcome;
    if (outcome?.type !== 'modal') throw new Error('no modes');
    const periods = outcome.result.modes.map((mode) => mode.period);
    expect([...periods].sort((a, b) => b - a)).toEqual(periods);
    for (const period of periods) expect(text).toContain(`${period.toFixed(3)} s`);
    expect(text).toMatch(/together 9\d\.\d% in x, 9\d\.\d% in y/);
  });

  test('buckling factors with where it gives way; base shears by direction', () => {
    const text = shown(workbench);
    expect(text).toMatch(/1 \d+\.\d{3} node n\d+ moves along [xyz]/);
    expect(text).toMatch(/Base shear of \d+ modes, signs lost/);
    expect(text).toMatch(/x [\d\s,.]+ kN 1\.000 9\d\.\d%/);
  });

  test('an analysis that stopped shows its finding, one under way how far it is', () => {
    const stopped = open(library);
    stopped.setState({
      analyses: new Map([
        [
          'a2',
          {
            fraction: 1,
            outcome: {
              id: 'a2',
              seconds: 0,
              findings: [
                {
                  key: 'k',
                  rule: 'no-compression',
                  severity: 'stop' as const,
                  sentence: 'Nothing is compressed.',
                  why: 'Choose other cases.',
                  place: {},
                },
              ],
            },
          },
        ],
        ['a1', { fraction: 0.42 }],
      ]),
    });
    const text = shown(stopped);
    expect(text).toMatch(/Nothing is compressed\. Choose other cases\./);
    expect(text).toMatch(/Modes 42%/);
  });
});

test('the log tells what was solved as a whole, its steps and the drift', () => {
  const second = after(library, {
    edits: [{ kind: 'change', table: 'combinations', changes: [{ id: strength[4].id, fields: { order: 'second' } }] }],
  });
  const workbench = open(second);
  const { solution } = solveNow(second);
  workbench.setState({ solved: { model: second, solution: solution! } });
  const text = shown(workbench, <AnalysisLog />);
  expect(text).toMatch(/Kernel (fused SIMD|SIMD|plain)/);
  expect(text).toMatch(new RegExp(`${strength[4].label} second 3 \\d+e-\\d+ 1\\.\\d\\d`));
  expect(text).toMatch(/Condition, about \de\+\d/);
  expect(text).toMatch(/Does it add up\?/);
});
