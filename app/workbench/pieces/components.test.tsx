import { renderToStaticMarkup } from 'react-dom/server';
import { solveNow } from '~core/fem';
import { combinationWeights, governingExtremes, MemberLine, stationsOf, superpose } from '~core/results';
import { buildTernHide } from '~demo/tern-hide';
import { howLongAgo } from '../../home/project-list';
import { createWorkbench } from '../../state/store';
import { nothingSelected } from '../../state/selection';
import { UtilisationBar } from '../../theme/utilisation-bar';
import { drawLabels, type Label } from '../projection/labels';
import {
  commandForKey,
  deleteSelected,
  generate,
  selectSimilar,
  selectWorst,
  workbenchCommands,
} from '../commands/commands';
import { commonValue } from '../fields/common-value';
import { placeWords } from '../words/selection-words';
import { selectionWords } from '../../state/selection';
import { shownParts, stationTable } from '~core/results';
import { LineDiagram } from './line-diagram';
import { extremeRows } from './member-results';
import { Symbolic } from './symbolic';
import { Tex } from './tex';

// edits made here wait for a server that never answers
const realFetch = globalThis.fetch;
beforeAll(() => {
  globalThis.fetch = (() => new Promise(() => undefined)) as typeof fetch;
});
afterAll(() => {
  globalThis.fetch = realFetch;
});

const model = buildTernHide();
const { solution } = solveNow(model);
const open = () =>
  createWorkbench({ projectId: 'test', variantId: 1, variants: [], watches: [], revision: 1, model, history: [] });
const press = (key: string, more: Partial<{ ctrlKey: boolean; shiftKey: boolean; altKey: boolean }> = {}) => ({
  key,
  ctrlKey: false,
  metaKey: false,
  shiftKey: false,
  altKey: false,
  ...more,
});

describe('commands', () => {
  test('every shortcut means one command, and every command has a name of its own', () => {
    const commands = workbenchCommands(open());
    const shortcuts = commands.flatMap((command) => command.shortcut ?? []);
    expect(new Set(shortcuts).size).toBe(shortcuts.length);
    expect(new Set(commands.map((command) => command.id)).size).toBe(commands.length);
    expect(new Set(commands.map((command) => command.title)).size).toBe(commands.length);
  });

  test('keys find their command; one that cannot be done now is passed over', () => {
    const workbench = open();
    const commands = workbenchCommands(workbench);
    const meant = (event: ReturnType<typeof press>) => commandForKey(commands, event)?.id;
    expect([
      meant(press('4')),
      meant(press('z', { ctrlKey: true })),
      meant(press('Z', { ctrlKey: true, shiftKey: true })),
      meant(press('f')),
      meant(press('Backspace')),
    ]).toEqual(['stage-results', 'undo', 'redo', 'fit', undefined]);
    workbench.getState().select({ members: ['m1'] });
    expect([
      meant(press('Backspace')),
      meant(press('m')),
      meant(press('m', { altKey: true })),
      meant(press('j')),
      meant(press('q')),
    ]).toEqual(['delete', 'similar', undefined, undefined, 'ortho']);
  });

  test('similar members are those of the same role, section and material', () => {
    const workbench = open();
    workbench.getState().select({ members: ['m4'] });
    selectSimilar(workbench);
    expect(workbench.getState().selection.members).toEqual(['m4', 'm5']);
  });

  test('deleting takes nodes with their members once, and leaves nothing selected that is gone', () => {
    const workbench = open();
    workbench.getState().select({ nodes: ['n5'], members: ['m4', 'm1'] });
    deleteSelected(workbench);
    const { model: left, selection, pending } = workbench.getState();
    expect([Object.keys(left.members), Object.keys(left.nodes)]).toEqual([['m2'], ['n1', 'n2', 'n3', 'n4']]);
    expect(selection).toEqual(nothingSelected);
    expect(pending).toHaveLength(1);
  });

  test('generating without a case says what to do; the worst member opens its sheet', () => {
    const workbench = open();
    generate(workbench);
    expect(workbench.getState().pending).toHaveLength(1);
    for (const id of Object.keys(model.cases))
      workbench.getState().commit({ edits: [{ kind: 'remove', table: 'cases', ids: [id] }] });
    generate(workbench);
    expect(workbench.getState().notices.at(-1)!.text).toMatch(/no load case/);
    selectWorst(workbench);
    expect(workbench.getState().panel).toBeNull();
    const row = {
      memberId: 'm2',
      code: '',
      utilisation: 0.4,
      id: 'combined',
      title: '',
      clause: '',
      combination: '',
      x: 0,
      skipped: 0,
      reason: '',
      verdict: 'holds' as const,
      open: '',
    };
    workbench.setState({
      checks: new Map([
        ['m1', { ...row, memberId: 'm1', utilisation: 0.2 }],
        ['m2', row],
        ['m4', { ...row, memberId: 'm4', utilisation: null }],
      ]),
    });
    selectWorst(workbench);
    expect(workbench.getState().panel).toEqual({ kind: 'sheet', member: 'm2', check: 'combined' });
  });
});

describe('words', () => {
  test('what is selected and where it is, in the trade’s words', () => {
    expect(selectionWords(model, { nodes: ['n1'], members: ['m1', 'm2', 'm4'] })).toBe('2 columns, 1 beam, 1 node');
    expect(placeWords(model, 'm1')).toBe('Storey 1, A1');
    expect(placeWords(model, 'm4')).toBe('+3.40, A/1–…');
  });

  test('a field of many things shows their common value or that it varies', () => {
    expect(commonValue([{ a: 1 }, { a: 1 }], (one) => one.a)).toBe(1);
    expect(commonValue([{ a: 1 }, { a: 2 }], (one) => one.a)).toBe('varies');
    expect(commonValue([{ a: null }, { a: null }], (one) => one.a)).toBeNull();
  });

  test('moments ago are told in minutes and hours, old ones by their date', () => {
    const now = Date.parse('2026-11-23T12:00:00Z');
    expect(
      [
        '2026-11-23T11:59:50Z',
        '2026-11-23T11:59:00Z',
        '2026-11-23T11:15:00Z',
        '2026-11-23T09:00:00Z',
        '2026-11-19T09:00:00Z',
      ].map((at) => howLongAgo(at, now)),
    ).toEqual(['just now', '1 minute ago', '45 minutes ago', '3 hours ago', '2026-11-19']);
  });
});

describe('drawn words and numbers', () => {
  test('indices of forces are subscripts, other text is left alone', () => {
    expect(renderToStaticMarkup(<Symbolic text="My sagging" />)).toBe('M<sub>y</sub> sagging');
    expect(renderToStaticMarkup(<Symbolic text="Shear Vz" />)).toBe('Shear V<sub>z</sub>');
    expect(renderToStaticMarkup(<Symbolic text="Member" />)).toBe('Member');
  });

  test('a formula is typeset with its mathematics for those who listen', () => {
    const html = renderToStaticMarkup(<Tex>{'\\frac{a}{b}'}</Tex>);
    expect(html).toContain('<math');
    expect(html).not.toContain('katex-error');
  });

  test('a utilisation above one is hatched and stands out in its number', () => {
    expect(renderToStaticMarkup(<UtilisationBar value={1.083} />)).toMatch(/over-bar.*class="over"> 1\.08/);
    expect(renderToStaticMarkup(<UtilisationBar value={0.5} />)).toMatch(/width:50%.*class="strong"> 0\.50/);
  });

  test('a diagram says its exact range to those who cannot see it', () => {
    const number = solution!.memberIds.indexOf('m1');
    const weights = shownParts(model, solution!, { kind: 'envelope', purpose: 'strength' }).map((part) => part.weights);
    const { max, min } = stationTable(solution!).extremes(number, weights, 'My');
    const html = renderToStaticMarkup(
      <LineDiagram
        table={stationTable(solution!)}
        member={number}
        weights={weights}
        quantity="My"
        units="si"
        width={300}
        height={80}
        cursor={undefined}
        onCursor={() => undefined}
      />,
    );
    expect(html).toContain(
      `Moment My along the member: ${(min.value / 1000).toFixed(1).replace('-', '−')} to ${(max.value / 1000).toFixed(1)} kN·m`,
    );
    const none = renderToStaticMarkup(
      <LineDiagram
        table={stationTable(solution!)}
        member={number}
        weights={weights}
        quantity="T"
        units="si"
        width={300}
        height={80}
        cursor={undefined}
        onCursor={() => undefined}
        hideWhenZero
      />,
    );
    expect(none).toContain('none');
  });

  test('extremes name the combination each comes from and leave out what is nothing', () => {
    const number = solution!.memberIds.indexOf('m1');
    const parts = Object.values(model.combinations)
      .filter((one) => one.purpose === 'strength')
      .map((one) => ({
        id: one.id,
        label: one.label,
        weights: combinationWeights(solution!, one),
        state: superpose(solution!, combinationWeights(solution!, one)),
      }));
    const extremes = governingExtremes(
      parts.map((part) => new MemberLine(solution!, part.state, number)),
      stationsOf(solution!, number),
    );
    const rows = extremeRows(
      { table: stationTable(solution!), number, parts, weights: parts.map((part) => part.weights), extremes },
      ['My', 'N', 'T'],
    );
    expect(rows.map((row) => row.name)).toEqual(expect.arrayContaining(['My sagging', 'N compression']));
    expect(rows.map((row) => row.name).join()).not.toMatch(/T |tension/);
    for (const row of rows) expect(row.by).toMatch(/^U\d$/);
  });

  test('labels never overlap: the weightier keeps its place, one without room is left out', () => {
    const drawn: { text: string; x: number; y: number }[] = [];
    const context = {
      canvas: { clientWidth: 400, clientHeight: 300 },
      measureText: (text: string) => ({ width: 7 * text.length }),
      strokeText: () => undefined,
      fillText: (text: string, x: number, y: number) => void drawn.push({ text, x, y }),
    } as unknown as CanvasRenderingContext2D;
    const labels: Label[] = Array.from({ length: 40 }, (_, i) => ({
      text: `${i}00.0`,
      x: 200 + (i % 3),
      y: 150 + (i % 2),
      color: '#000',
      weight: i,
    }));
    drawLabels(context, [...labels, { text: 'outside', x: 900, y: 10, color: '#000', weight: 99 }]);
    expect(drawn[0].text).toBe('3900.0');
    expect(drawn.length).toBeGreaterThanOrEqual(2); // above and below; the sides are in the way of these
    expect(drawn.length).toBeLessThan(12);
    expect(drawn.map((one) => one.text)).not.toContain('outside');
    for (const a of drawn)
      for (const b of drawn)
        if (a !== b)
          expect(Math.abs(a.x - b.x) >= 3.5 * (a.text.length + b.text.length) || Math.abs(a.y - b.y) >= 12.9).toBe(
            true,
          );
  });
});
