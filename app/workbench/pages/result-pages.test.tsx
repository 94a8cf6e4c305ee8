import { renderToStaticMarkup } from 'react-dom/server';
import { MemoryRouter } from 'react-router';
import { MemberChecker } from '~core/checks';
import { solveNow } from '~core/fem';
import { flangedMembers } from '~core/results';
import { inOrder, type Model } from '~core/model';
import { buildQuillhavenLibrary } from '~demo/quillhaven-library';
import { createWorkbench, WorkbenchContext, type WorkbenchState } from '../../state/store';
import { toCheckRow } from '../../workers/check-row';
import { ComparePage } from './compare-page';
import { tables, utilisationTable } from './compared-tables';
import { RunsPage } from './runs-page';
import { VariantsPage } from './variants-page';
import { ResultDisplay, ValueLegend } from '../cards/display-of-results';
import { ResidualPage } from './residual-page';
import { StoreyPage } from './storey-page';
import { SupportsPage } from './supports-page';
import { changeText, WatchCard } from '../cards/watch-card';
import { WallPartPage } from './wall-part-page';
import { WhyPage } from './why-page';
import { MemberPage } from './member-page';
import { neighboursOf } from './neighbours';

const model = buildQuillhavenLibrary();
const solution = solveNow(model).solution!;
const checker = new MemberChecker(model, solution);
const checks = new Map(
  inOrder(model.members)
    .slice(30, 60)
    .map(({ id }) => [id, toCheckRow(checker.check(id), model.settings.units)]),
);
const row = {
  name: 'Main',
  head: 1,
  revisions: 3,
  lastSentence: 'Moved node n1',
  changedAt: '2026-11-23T10:00:00Z',
  createdAt: '',
  binnedAt: null,
  parent: null,
};

function show(page: React.ReactElement, state: Partial<WorkbenchState> = {}): string {
  const workbench = createWorkbench({
    projectId: 'p',
    variantId: 1,
    variants: [
      { id: 1, ...row },
      { id: 2, ...row, name: 'Deeper', parent: { id: 1, name: 'Main', sentence: 'Moved node n1' } },
      { id: 3, ...row, name: 'Old idea', binnedAt: '2026-11-23' },
    ],
    watches: [{ id: 5, watch: { kind: 'weight' } }],
    revision: 1,
    model,
    history: [{ id: 1, kind: 'start', target: null, sentence: 'Made', window: '', at: '2026-11-23T10:00:00Z' }],
  });
  workbench.setState({
    solved: { model, solution },
    checks,
    solveStatus: 'done',
    shown: { kind: 'combination', id: 'u2' },
    ...state,
  });
  // rendered as on a server, which shows a store as it began
  Object.assign(workbench, { getInitialState: workbench.getState });
  return renderToStaticMarkup(
    <MemoryRouter>
      <WorkbenchContext value={workbench}>{page}</WorkbenchContext>
    </MemoryRouter>,
  );
}
const words = (markup: string) =>
  markup
    .replace(/<[^>]*>/g, ' ')
    .replaceAll('&quot;', '"')
    .replace(/\s+/g, ' ');

describe('a member’s page', () => {
  const page = words(show(<MemberPage member="m145" />));
  test.each([
    'Governing',
    'Deflection',
    'End forces',
    'What makes up',
    'Loads on it',
    'Extremes with what acts together',
    'limit L /',
    'revision 1',
  ])('has %s', (part) => expect(page).toContain(part));
  test('tells apart what a combination’s cases give', () =>
    expect(page).toMatch(/SD Slabs, finishes and façade 1\.40/));
  test('goes along the line, and ends where the line does', () => {
    const along = neighboursOf(model, 'm145');
    expect(along).toEqual({ before: undefined, after: 'm146' });
    expect(neighboursOf(model, 'm146').before).toBe('m145');
    const column = inOrder(model.members).find((member) => member.role === 'column')!;
    const above = neighboursOf(model, column.id).after!;
    expect(model.members[above].role).toBe('column');
  });
  test('without results says so', () =>
    expect(words(show(<MemberPage member="m145" />, { solved: undefined }))).toContain('no results of this member'));
});

test('the page of a beam below a meshed slab has the forces of both together, with the widths and their clause', () => {
  const [beam] = flangedMembers(model, solution);
  const page = words(show(<MemberPage member={beam} />));
  expect(page).toMatch(
    /Together with its slab .*ACI 318-19 Table 6\.3\.2\.1.* beam and slab .*of the beam and \d\.\d\d m of slab/,
  );
  expect(
    words(show(<MemberPage member={inOrder(model.members).find(({ role }) => role === 'column')!.id} />)),
  ).not.toContain('Together with its slab');
});

test('a part of a wall that is not there any more is told so', () =>
  expect(words(show(<WallPartPage part="w1:h2:p1" />))).toContain('have no such pier or coupling beam'));

describe('a storey’s page', () => {
  const storey = Object.values(model.storeys).find((one) => one.label === 'Storey 2')!.id;
  const page = words(show(<StoreyPage storey={storey} />));
  test.each(['Drift, shear, weight', 'Sway', 'Nonsway by ACI 318-19', 'Weight and centres', 'Why does it drift in x?'])(
    'has %s',
    (part) => expect(page).toContain(part),
  );
  test('says why the lowest storey has nothing to show', () =>
    expect(
      words(show(<StoreyPage storey={Object.values(model.storeys).find((one) => one.label === 'Ground')!.id} />)),
    ).toContain('nothing drifts against it'));
});

test('rows of supports list every grid line by case, and what is shown above them', () => {
  const page = words(show(<SupportsPage />));
  expect(page).toMatch(/U2 strength .*Grid A .*By case .*Grid A D 5/);
});

test('a node’s movement is explained by cases at once and by members when the worker has answered', () => {
  const page = words(show(<WhyPage node="n68" direction="z" />));
  expect(page).toContain('Which cases make it up');
  expect(page).toContain('asking the structure …');
  expect(page).not.toContain('make up its reaction');
  expect(words(show(<WhyPage node="n1" direction="z" />))).toMatch(
    /Which cases make up its reaction in z .*SD Slabs, finishes and façade 1\.40/,
  );
});

test('what is left over at nodes names the equations, the nodes and the stiffest member', () => {
  const page = words(show(<ResidualPage of="c1" />));
  expect(page).toMatch(/The equations are met to \d\.\de[-−]\d+ of the load/);
  expect(page).toMatch(/Stiffest: .* Softest: /);
});

test('variants say where they came from, which is open, and what lies in the bin', () => {
  const page = words(show(<VariantsPage />));
  expect(page).toMatch(/Main the beginning .*Deeper Main after “Moved node n1”/);
  expect(page).toMatch(/In the bin Old idea Restore/);
  expect(page).toContain('weight of the case with self-weight');
});

describe('a comparison', () => {
  const beam = model.members.m145.section!;
  const shallow: Model = {
    ...model,
    sections: {
      ...model.sections,
      [beam]: { ...model.sections[beam], name: 'shallower', shape: { type: 'rectangle', depth: 0.5, width: 0.4 } },
    },
  };
  const theirs = { model: shallow, solution: solveNow(shallow).solution!, checks };
  const other = { source: { kind: 'variant', id: 2 } as const, name: 'Deeper', shown: null, ...theirs };

  test('tells what differs in words, offers it to be taken over, and lists numbers with their ratio', () => {
    const page = words(show(<ComparePage />, { other }));
    expect(page).toContain('Compared with Deeper');
    expect(page).toMatch(/section 400 × 650: name 400 × 650 → shallower/);
    expect(page).toContain('Take changes over into this model');
    expect(page).toMatch(/\d+ of 636 numbers differ/);
  });

  test('without anything to compare with offers the choice', () =>
    expect(words(show(<ComparePage />))).toContain('Compare with'));

  test.each(['extremes', 'displacements', 'reactions', 'storeys', 'utilisations'] as const)(
    'of %s has the same rows and columns on both sides',
    (kind) => {
      const shown = { kind: 'combination', id: 'u2' } as const;
      const { before, after, columns } = tables(kind, 'My', { ...theirs, shown }, { model, solution, checks, shown });
      expect(before.rows.map((one) => one.key)).toEqual(after.rows.map((one) => one.key));
      expect(
        columns.every((title) => before.columns.some((column) => column.title === title && column.kind !== 'words')),
      ).toBe(true);
    },
  );

  test('utilisations keep the reason of what was not checked', () => {
    const skipped = [...checks.values()].find((one) => one.utilisation === null);
    const table = utilisationTable({ model, checks });
    expect(table.rows).toHaveLength(checks.size);
    if (skipped) expect(table.rows.find((one) => one.key === skipped.memberId)!.cells[3]).toBe(skipped.reason);
  });
});

test('the runs page says what a run rests on and how far one has come', () => {
  const run = {
    id: 1,
    revision: 1,
    variant: 1,
    variantName: 'Main',
    number: 3,
    name: 'As submitted',
    at: '2026-11-23T10:00:00Z',
    madeBy: 'server',
    status: 'running',
    phase: 'factorise',
    fraction: 0.4,
    seconds: 0,
    settings: { code: 'US codes' },
    error: '',
    size: 0,
  } as const;
  const page = words(show(<RunsPage />, { runs: [run, { ...run, id: 2, status: 'failed', error: 'out of memory' }] }));
  expect(page).toMatch(/As submitted Main, revision 3, .* by the server Cancel .*factorising code: US codes/);
  expect(page).toContain('failed: out of memory');
});

test('the watch list shows now, before and the change with its sign', () => {
  const reading = (value: number) => ({ model, values: new Map([[5, { value, kind: 'force' as const, by: 'D' }]]) });
  expect(
    words(show(<WatchCard right={0} bottom={0} />, { watched: reading(12000), watchedBefore: reading(10000) })),
  ).toMatch(/weight of the case with self-weight 12\.0 kN 10\.0 kN \+2\.0 kN/);
  expect(changeText({ value: 1, kind: 'force', by: '' }, { value: 1, kind: 'force', by: '' }, 'si')).toBe('none');
  expect(changeText({ reason: 'gone' }, { value: 1, kind: 'force', by: '' }, 'si')).toBe('');
});

test('how results are drawn offers what fits the quantity, and the legend has its ends in numbers', () => {
  expect(words(show(<ResultDisplay />, { quantity: 'My', shown: { kind: 'envelope', purpose: 'strength' } }))).toMatch(
    /Scale .* kN·m to 1 m .*Envelope .*moments on the compression side/,
  );
  expect(words(show(<ResultDisplay />, { quantity: 'deflected' }))).not.toContain('compression');
  const legend = show(<ValueLegend right={0} />, {
    stage: 'results',
    legendRange: [-2e5, 3e5],
    drawn: { ...createDrawn(), paint: 'colours' },
  });
  expect(legend).toContain('Colours from −200.0 to 300.0 kN·m; change');
});

function createDrawn() {
  return {
    side: 'both',
    paint: 'diagrams',
    mirrored: false,
    magnify: 1,
    unitsPerMetre: null,
    times: null,
    threshold: 0,
    stations: false,
    mesh: false,
    moved: false,
    legend: null,
  } as const;
}
