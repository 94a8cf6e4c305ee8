import { buildTernHide } from '../../demo/tern-hide';
import { solveNow } from '../fem';
import { shownParts, stationTable, stressBand } from '../results';
import { formatValue } from '../units';
import { pictureSvg, type PictureRequest } from './index';

const model = buildTernHide();
const { solution } = solveNow(model);
const ask = (more: Partial<PictureRequest> = {}): string =>
  pictureSvg(model, solution, {
    shown: { kind: 'case', id: 'c2' },
    quantity: 'My',
    width: 500,
    height: 320,
    caption: true,
    ...more,
  });

/** Whether every tag that is opened is closed, as a PDF needs it. */
const balanced = (svg: string) =>
  (svg.match(/<(g|svg|text)\b[^>]*[^/]>/g) ?? []).length === (svg.match(/<\/(g|svg|text)>/g) ?? []).length;

describe('a picture of the structure', () => {
  test('says what it shows, of which case, at which scale and in which unit', () => {
    const svg = ask();
    expect(svg).toContain('Moment My, Case SD (Roof boards and turf)');
    expect(svg).toMatch(/1 m = [\d\u2009]+ kN·m, on the tension side; values in kN·m/);
    expect(ask({ quantity: 'deflected' })).toMatch(/drawn [\d.]+ times, movements in mm/);
    expect(ask({ quantity: 'deflected', shown: { kind: 'envelope', purpose: 'strength' } })).toContain(
      'an envelope has no deflected shape',
    );
    expect(balanced(svg)).toBe(true);
  });

  test('stays inside its frame, whatever the view', () => {
    const [line] = Object.values(model.gridLines);
    const views = [
      undefined,
      { plane: { kind: 'elevation', gridLine: line.id } as const, camera: null, isolated: null, hidden: [] },
      {
        plane: { kind: '3d' } as const,
        camera: {
          target: [0, 0, 0] as [number, number, number],
          azimuth: 1,
          elevation: 1.2,
          distance: 9,
          parallel: true,
        },
        isolated: null,
        hidden: ['m1'],
      },
    ];
    for (const view of views) {
      const svg = ask({ quantity: 'N', ...(view ? { view } : {}) });
      const places = [...svg.matchAll(/[ML](-?[\d.]+),(-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)]);
      expect(places.length).toBeGreaterThan(8);
      for (const [x, y] of places) {
        expect(x).toBeGreaterThan(-1);
        expect(x).toBeLessThan(501);
        expect(y).toBeGreaterThan(-1);
        expect(y).toBeLessThan(321);
      }
    }
  });

  test('draws what is asked for or says that it does not: reactions, drift, utilisation, stress', () => {
    const number = solution!.nodeIds.indexOf('n1');
    const { reactions } = solution!.cases.find((one) => one.id === 'c2')!;
    expect(ask({ quantity: 'reactions' })).toContain(`z ${(reactions[6 * number + 2] / 1000).toFixed(1)}`);
    expect(ask({ quantity: 'reactions', shown: { kind: 'envelope', purpose: 'strength' } })).toMatch(
      /z [\d.−]+ to [\d.−]+/,
    );
    // the largest stress anywhere is written: tension or compression of a section is N / A ± M / W at its worst corner
    const table = stationTable(solution!);
    const weights = shownParts(model, solution!, { kind: 'case', id: 'c2' }).map((part) => part.weights);
    const largest = Math.max(
      ...solution!.memberIds.flatMap((id, m) => {
        const band = stressBand(table, model, id, m, weights)!;
        return [...band.max, ...band.min].map(Math.abs);
      }),
    );
    const stressed = ask({ quantity: 'stress' });
    expect(stressed).toContain(formatValue(largest, 'stress', model.settings.units, largest >= 100e6 ? 0 : 1));
    expect(stressed).toContain('Normal stress σ, Case SD');
    expect(ask({ quantity: 'utilisation' })).toContain('no member was checked');
    const used = ask({
      quantity: 'utilisation',
      utilisations: new Map([
        ['m1', { value: 0.34, open: true }],
        ['m2', { value: 1.2, open: false }],
      ]),
    });
    expect(used).toContain('0.34 open');
    expect(used).toMatch(/stroke="#B3261E"[^/]*\/>/);
    for (const quantity of ['reactions', 'drift', 'stress', 'utilisation'] as const)
      expect(balanced(ask({ quantity }))).toBe(true);
    // the title names what was asked for
    expect(ask({ quantity: 'drift' })).toContain('Storey drift, Case SD');
  });

  test('of a working plane shows the members in it, square on', () => {
    const [a, b] = [model.nodes[model.members.m1.start].position, model.nodes[model.members.m1.end].position];
    const aside = [a[0] + 3, a[1], a[2]];
    const planed = {
      ...model,
      planes: { p1: { id: 'p1', label: 'Front', points: [a, aside, b] as [typeof a, typeof a, typeof a] } },
    };
    const inPlane = Object.values(model.members).filter(({ start, end }) =>
      [start, end].every((id) => Math.abs(model.nodes[id].position[1] - a[1]) < 0.05),
    ).length;
    const svg = pictureSvg(planed, undefined, {
      shown: { kind: 'case', id: 'c2' },
      quantity: 'outline',
      view: { plane: { kind: 'plane', plane: 'p1' }, camera: null, isolated: null, hidden: [] },
      width: 300,
      height: 200,
      caption: false,
    });
    const lines = [...svg.matchAll(/<path d="M([\d.]+),([\d.]+)L([\d.]+),([\d.]+)"/g)].map((found) =>
      found.slice(1).map(Number),
    );
    expect(lines).toHaveLength(inPlane);
    // the column is upright on the sheet
    expect(lines.some(([x1, , x2]) => Math.abs(x1 - x2) < 0.02)).toBe(true);
  });

  test('of no member, or of no results, says so', () => {
    expect(ask({ view: { plane: { kind: '3d' }, camera: null, isolated: [], hidden: [] } })).toContain(
      'No member is in this view.',
    );
    expect(
      pictureSvg(model, undefined, {
        shown: { kind: 'case', id: 'c1' },
        quantity: 'My',
        width: 300,
        height: 200,
        caption: true,
      }),
    ).toContain('no results');
  });

  test('names with signs of markup in them do no harm', () => {
    const named = { ...model, cases: { ...model.cases, c2: { ...model.cases.c2, name: 'Turf <b> & "more"' } } };
    const svg = pictureSvg(named, solution, {
      shown: { kind: 'case', id: 'c2' },
      quantity: 'My',
      width: 300,
      height: 200,
      caption: true,
    });
    expect(svg).toContain('Turf &lt;b&gt; &amp; &quot;more&quot;');
    expect(svg).not.toContain('<b>');
  });
});
