import { runAnalysisNow, solve, solveNow, type Factored, type Solution } from '~core/fem';
import { inOrder, type Model } from '~core/model';
import { buildPipistrelleHouse } from '~demo/pipistrelle-house';

const seconds = () => performance.now() / 1000;
const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const rounds = 3;

/** A solve with its times. */
function timed(model: Model): { solution: Solution; factored: Factored } {
  const steps = solve(model, undefined, seconds);
  let step = steps.next();
  while (!step.done) step = steps.next();
  const { solution, factored, findings } = step.value;
  if (!solution || !factored) throw new Error(findings.map(({ sentence }) => sentence).join(' '));
  return { solution, factored };
}

/** What Pipistrelle House costs, with ratios to the factorisation of its stiffness in the same run. */
export function pipistrelleTable(): void {
  const model = buildPipistrelleHouse();
  const rows = new Map<string, number[]>();
  const note = (name: string, work: () => unknown) => {
    const start = seconds();
    work();
    rows.set(name, [...(rows.get(name) ?? []), seconds() - start]);
  };
  const strength = inOrder(model.combinations).filter(({ purpose }) => purpose === 'strength');
  const twenty = Array.from({ length: 20 }, (_, i) => strength[Math.floor((i * strength.length) / 20)]);
  const second: Model = {
    ...model,
    combinations: Object.fromEntries(twenty.map((one) => [one.id, { ...one, order: 'second' as const }])),
  };
  const [load] = Object.values(model.loads);
  const factorise: number[] = [];
  let log: Solution['log'] | undefined;
  for (let round = 0; round < rounds; round++) {
    let first: ReturnType<typeof timed> | undefined;
    note('whole: mesh, stiffness, factor, 15 cases', () => (first = timed(model)));
    log = first!.solution.log;
    factorise.push(log.times.factorise);
    const edited: Model = {
      ...model,
      loads: {
        ...model.loads,
        [load.id]: { ...load, pressure: { type: 'uniform', value: -2100 - round } } as typeof load,
      },
    };
    note('a load edit', () => solveNow(edited, {}, first!.factored));
  }
  note('20 combinations of second order', () => {
    const { solution } = timed(second);
    rows.set('… of it the combinations', [solution.log.times.combinations]);
  });
  for (const analysis of Object.values(model.analyses))
    note(`${analysis.label}`, () => runAnalysisNow(model, analysis.id));
  const factor = median(factorise);
  console.log(
    `\nPipistrelle House, ${log!.equations} equations, ${(log!.memory / 1e6).toFixed(0)} MB for the factor, s (× its factorisation of ${factor.toFixed(2)} s)`,
  );
  for (const [name, values] of rows)
    console.log(
      `  ${name.padEnd(42)} ${median(values).toFixed(2).padStart(8)}  (× ${(median(values) / factor).toFixed(1)})`,
    );
}
