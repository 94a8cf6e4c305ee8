import { buildFrame, parseSection } from '~core/build';
import { findMaterial } from '~core/catalog';
import { MemberChecker } from '~core/checks';
import { solveNow } from '~core/fem';
import { applyAct, emptyModel, inOrder, type Act, type Combination, type Model } from '~core/model';
import { manyCases } from './loads-stage';

function applied(model: Model, act: Act): Model {
  const result = applyAct(model, act);
  if (!result.ok) throw new Error(result.error);
  return result.model;
}

/** About 1,000 beams of concrete under 100 combinations: for strength, for service, of sustained loads. */
function thousandBeams(code: Model['settings']['code']): Model {
  const [column, beam] = ['500x500', '300x600'].map((text) => {
    const parsed = parseSection(text, 'si');
    if (!parsed.ok) throw new Error(parsed.error);
    return parsed.value;
  });
  const empty = emptyModel({ name: 'Benchmark', units: 'si', code: 'us' });
  const frame = applied(
    empty,
    buildFrame(empty, {
      baysX: Array<number>(7).fill(6),
      baysY: Array<number>(7).fill(6),
      storeys: Array<number>(9).fill(3.5),
      column,
      beamX: beam,
      beamY: beam,
      material: findMaterial('NW 5000 psi')!,
      feet: 'fixed',
    }).act!,
  );
  const loaded = manyCases(
    applied(frame, {
      edits: [
        {
          kind: 'add',
          records: {
            cases: [
              { id: 'c1', label: 'D', name: 'Dead', nature: 'dead', selfWeight: true },
              { id: 'c2', label: 'L', name: 'Live', nature: 'live', selfWeight: false },
            ],
          },
        },
      ],
    }),
  );
  const kept = (purpose: Combination['purpose'], count: number) =>
    inOrder(loaded.combinations)
      .filter((one) => one.purpose === purpose)
      .slice(0, count)
      .map(({ id }) => id);
  const all = new Set([...kept('strength', 70), ...kept('service', 28), ...kept('sustained', 2)]);
  return applied(loaded, {
    edits: [
      {
        kind: 'remove',
        table: 'combinations',
        ids: Object.keys(loaded.combinations).filter((id) => !all.has(id)),
      },
      { kind: 'settings.change', fields: { code } },
    ],
  });
}

/** Checks of concrete beams with bars proposed for all of them, nothing kept from before: ms, and the ratio to strength alone. */
export function concreteBeamsTable(): void {
  console.log('\nChecks of concrete beams, bars proposed, nothing kept from before');
  for (const code of ['us', 'eurocode'] as const) {
    const model = thousandBeams(code);
    const beams = Object.values(model.members).filter(({ role }) => role === 'beam');
    const { solution } = solveNow(model);
    const time = (of: Model): number => {
      const start = performance.now();
      const checker = new MemberChecker(of, solution!);
      for (const { id } of beams) checker.check(id);
      return performance.now() - start;
    };
    const strengthOnly = applied(model, {
      edits: [{ kind: 'settings.change', fields: { bars: { ...model.settings.bars, service: { leftOut: true } } } }],
    });
    time(model);
    const [strength, all] = [time(strengthOnly), time(model)];
    console.log(
      `  ${code === 'us' ? 'ACI 318-19    ' : 'EN 1992-1-1   '} ${beams.length} beams, ${Object.keys(model.combinations).length} combinations   strength ${strength.toFixed(0)} ms   with service ${all.toFixed(0)} ms (× ${(all / strength).toFixed(2)})`,
    );
  }
}
