import { combinationFindings } from '../combine';
import { loadsByCase, type CaseLoads } from '../loading';
import { modelFindings, type Finding, type Model } from '../model';
import { buildAnalysisModel, type AnalysisModel } from './analysis-model';
import { assemble } from './assemble';
import { mechanismFinding } from './mechanism';
import { solveCase } from './solve-case';
import type { CaseSolution, PhaseTimes, Solution, SolutionTerms } from './solution';
import { factorise, type Factor } from './sparse/ldl';
import type { SymmetricMatrix } from './sparse/symmetric-matrix';

export interface Progress {
  readonly phase: keyof PhaseTimes;
  /** 0–1 within the phase */
  readonly fraction: number;
}

/** What a solve leaves behind for the next one: as long as the stiffness is the same, its factor serves again. */
export interface Factored {
  readonly stiffnessOf: StiffnessSource;
  readonly analysis: AnalysisModel;
  readonly matrix: SymmetricMatrix;
  readonly factor: Factor;
}

/** The parts of a model on which the stiffness depends. Tables are immutable, so the same object means the same stiffness. */
type StiffnessSource = Pick<Model, 'nodes' | 'members' | 'sections' | 'materials'> & { shearDeformation: boolean };

export type Outcome = { findings: Finding[]; solution?: Solution; factored?: Factored };

/**
 * Analyses a model, first-order linear elastic, every load case; in steps, so that the caller can report progress or abandon it.
 * @param earlier what an earlier solve left, to be used again if the stiffness has not changed
 * @param now     a clock in seconds for the log; none: the times are zero
 * @returns findings, and the solution when none of them stops the analysis
 */
export function* solve(model: Model, earlier?: Factored, now: () => number = () => 0): Generator<Progress, Outcome> {
  yield { phase: 'number', fraction: 0 };
  const findings = [...modelFindings(model), ...combinationFindings(model)];
  if (findings.some((finding) => finding.severity === 'stop')) return { findings };
  const times = { number: 0, assemble: 0, factorise: 0, solve: 0 };
  let last = now();
  const clock = (phase: keyof PhaseTimes) => {
    const time = now();
    times[phase] += time - last;
    last = time;
  };

  const factorReused = earlier !== undefined && sameStiffness(earlier.stiffnessOf, model);
  let factored = factorReused ? earlier : undefined;
  if (!factored) {
    const analysis = buildAnalysisModel(model);
    clock('number');
    yield { phase: 'assemble', fraction: 0 };
    last = now();
    const matrix = assemble(analysis);
    clock('assemble');
    const steps = factorise(matrix);
    let step = steps.next();
    while (!step.done) {
      yield { phase: 'factorise', fraction: step.value };
      step = steps.next();
    }
    clock('factorise');
    if ('motion' in step.value) return { findings: [...findings, mechanismFinding(model, analysis, step.value)] };
    factored = { stiffnessOf: { ...pick(model), shearDeformation: model.settings.shearDeformation }, analysis, matrix, factor: step.value };
  }

  const { analysis, matrix, factor } = factored;
  const loads = [...loadsByCase(model)];
  const cases: CaseSolution[] = [];
  for (const [id, caseLoads] of loads) {
    yield { phase: 'solve', fraction: cases.length / loads.length };
    cases.push(solveCase(analysis, matrix, factor, id, caseLoads));
  }
  clock('solve');
  const bad = cases.filter((one) => one.residual > residualLimit);
  return {
    findings: bad.length === 0 ? findings : [...findings, residualFinding(model, bad)],
    factored,
    solution: {
      nodeIds: analysis.nodeIds,
      memberIds: analysis.memberIds,
      positions: analysis.positions,
      ends: analysis.ends,
      axes: analysis.axes,
      lengths: Float64Array.from(analysis.elements, (element) => element.length),
      stiffness: Float64Array.from(analysis.elements.flatMap((element) => [element.axial, element.bendingY, element.bendingZ, element.torsion, element.shearY, element.shearZ])),
      terms: gatherTerms(analysis, loads),
      cases,
      log: {
        nodes: analysis.nodeIds.length, members: analysis.memberIds.length, equations: analysis.equationCount,
        matrixEntries: matrix.rowIndex.length, factorEntries: factor.supernodes.entries + factor.size, factorReused, times,
      },
    },
  };
}

/** Carries a solve through without pausing, for those who need no progress. */
export function solveNow(model: Model): Outcome {
  const steps = solve(model);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

const pick = ({ nodes, members, sections, materials }: Model) => ({ nodes, members, sections, materials });

function sameStiffness(of: StiffnessSource, model: Model): boolean {
  return of.nodes === model.nodes && of.members === model.members && of.sections === model.sections && of.materials === model.materials && of.shearDeformation === model.settings.shearDeformation;
}

/** Above this relative residual the numbers cannot be relied on. */
const residualLimit = 1e-8;

function residualFinding(model: Model, bad: CaseSolution[]): Finding {
  const worst = bad.reduce((a, b) => (b.residual > a.residual ? b : a));
  return {
    key: 'residual', rule: 'residual', severity: 'remark',
    sentence: `The equations of case ${model.cases[worst.id].label} are met only to ${worst.residual.toExponential(1)} of the load.`,
    why: 'The stiffnesses differ too much from one another; look for members that are far stiffer or weaker than their neighbours.', place: { case: worst.id },
  };
}

function gatherTerms(analysis: AnalysisModel, loads: [string, CaseLoads][]): SolutionTerms {
  const memberStart = new Int32Array(analysis.memberIds.length + 1);
  const rows: { caseIndex: number; axis: number; isPoint: number; value: number; from: number; to: number }[] = [];
  analysis.memberIds.forEach((id, member) => {
    loads.forEach(([, { members }], caseIndex) => {
      for (const term of members.get(id) ?? []) rows.push({ ...term, caseIndex, isPoint: term.isPoint ? 1 : 0 });
    });
    memberStart[member + 1] = rows.length;
  });
  return {
    memberStart,
    caseIndex: Int32Array.from(rows, (row) => row.caseIndex),
    axis: Uint8Array.from(rows, (row) => row.axis),
    isPoint: Uint8Array.from(rows, (row) => row.isPoint),
    value: Float64Array.from(rows, (row) => row.value),
    from: Float64Array.from(rows, (row) => row.from),
    to: Float64Array.from(rows, (row) => row.to),
  };
}
