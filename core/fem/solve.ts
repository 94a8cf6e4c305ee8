import { caseFactorsOf, combinationFindings } from '../combine';
import { actingLoads, loadsByCase, termActions } from '../loading';
import {
  barDirection,
  inOrder,
  memberLength,
  meshedPanels,
  modelFindings,
  type Combination,
  type Finding,
  type Load,
  type Model,
} from '../model';
import { buildAnalysisModel, nodesToMeet, type AnalysisModel, type BuildOptions } from './analysis-model';
import { assemble } from './assemble';
import { hasLiftOff } from './floors/bed-source';
import { floorFindings } from './floors/floor-findings';
import { combineLoads, loadSetOf, type LoadSet } from './load-set';
import { mechanismFinding, releaseFindings } from './mechanism';
import { planeHoldFindings } from './plane-holds';
import { KnownStructure } from './known-structure';
import { hasOneWayMembers, solveWhole, type WholeResult } from './nonlinear';
import { allWouldAct, oneWaySprings } from './one-way';
import { together } from './second-order-together';
import type { CaseSolution, PhaseTimes, Solution, SolutionTerms, SolvedPanel } from './solution';
import {
  analyse,
  bestKernel,
  conditionEstimate,
  Factorisation,
  largestMemory,
  memoryNeeded,
  samePattern,
  softestMotion,
  type BlockMatrix,
  type KernelKind,
} from './sparse';
import { loadVectors, recover, solveRefined, type Answer, type Equilibrium } from './statics';

export interface Progress {
  readonly phase: keyof PhaseTimes;
  /** 0–1 within the phase */
  readonly fraction: number;
}

/** What a solve leaves behind for the next one: as long as the stiffness is the same, its factor serves again. */
export interface Factored {
  readonly stiffnessOf: StiffnessSource;
  readonly analysis: AnalysisModel;
  readonly matrix: BlockMatrix;
  readonly factorisation: Factorisation;
  /** length of every member's axis, m */
  readonly memberEnds: Float64Array;
  /** memory of a factor that is not needed any more, for the next one */
  readonly spare: Factorisation | undefined;
  /** what of a solution does not depend on loads */
  readonly outline: Pick<
    Solution,
    | 'nodeIds'
    | 'memberIds'
    | 'positions'
    | 'ends'
    | 'axes'
    | 'lengths'
    | 'stiffness'
    | 'panels'
    | 'cutMembers'
    | 'otherElements'
  >;
  readonly condition: number;
  readonly findings: readonly Finding[];
  /** cases solved with this factor: as long as their loads are the same records, their answers serve again */
  readonly cases: Map<string, SolvedCase>;
}

interface SolvedCase {
  readonly loads: readonly Load[];
  readonly selfWeight: boolean;
  /** what else the places and sizes of its loads depend on */
  readonly tables: readonly unknown[];
  readonly set: LoadSet;
  readonly state: CaseSolution | undefined;
  /** its answer over the equations; none: it is not solved alone */
  readonly answer: Answer | undefined;
}

/** The parts of a model on which the stiffness depends. Tables are immutable, so the same object means the same stiffness. */
type StiffnessSource = Pick<Model, 'nodes' | 'members' | 'sections' | 'materials' | 'diaphragms'> & {
  shearDeformation: boolean;
  /** what meshes depend on beside that; none: nothing is meshed */
  meshed: readonly unknown[];
};

export type Outcome = { findings: Finding[]; solution?: Solution; factored?: Factored };

export interface SolveOptions extends Pick<BuildOptions, 'more'> {
  readonly kernel?: KernelKind;
}

/**
 * Analyses every load case, linear elastic, all cases together, and the combinations that must be solved as a whole: those of second order,
 * with a stiffness set of their own, or with members that only pull or push. In steps, so that the caller can report progress or abandon it.
 * @param earlier what an earlier solve left, to be used again if the stiffness has not changed
 * @param now     a clock in seconds for the log; none: the times are zero
 * @returns findings, and the solution when none of them stops the analysis
 */
export function* solve(
  model: Model,
  earlier?: Factored,
  now: () => number = () => 0,
  options: SolveOptions = {},
): Generator<Progress, Outcome> {
  yield { phase: 'number', fraction: 0 };
  const findings: Finding[] = [...modelFindings(model), ...combinationFindings(model), ...floorFindings(model)];
  const stops = () => findings.some((finding) => finding.severity === 'stop');
  if (stops()) return { findings };
  const times = { number: 0, assemble: 0, factorise: 0, solve: 0, combinations: 0 };
  let last = now();
  const clock = (phase: keyof PhaseTimes) => {
    const time = now();
    times[phase] += time - last;
    last = time;
  };

  const factorReused = earlier !== undefined && !options.more && sameStiffness(earlier.stiffnessOf, model);
  let factored = factorReused ? earlier : undefined;
  if (!factored) {
    const made = yield* factoriseModel(model, options, clock, earlier);
    if (!('factored' in made)) return { findings: [...findings, ...made.findings] };
    factored = made.factored;
  }
  findings.push(...factored.findings);

  const { analysis, matrix, factorisation, memberEnds } = factored;
  yield { phase: 'solve', fraction: 0 };
  const oneWay = hasOneWayMembers(model);
  // a case alone may have nothing that presses it down: it is solved as if soil pulled as well, combinations are not
  const lifts = hasLiftOff(model);
  const solvedCases = solveCases(model, factored, oneWay);
  const ids = inOrder(model.cases).map((one) => one.id);
  const sets = ids.map((id) => solvedCases.get(id)!.set);
  findings.push(
    ...looseLoadFindings(
      analysis,
      ids.map((id) => model.cases[id].label),
      sets,
    ),
  );
  if (stops()) return { findings };
  const weightsOf = (factors: ReadonlyMap<string, number>) => Float64Array.from(ids, (id) => factors.get(id) ?? 0);
  const unitWeights = (c: number) => Float64Array.from(sets, (_, i) => (i === c ? 1 : 0));
  const cases: CaseSolution[] = oneWay
    ? []
    : ids.map((id, c) => ({ ...solvedCases.get(id)!.state!, weights: unitWeights(c) }));
  clock('solve');

  const staysDown = lifts && !oneWay ? pressedDown(analysis, cases) : undefined;
  const whole = [
    ...(oneWay
      ? ids.map((id, c) => ({
          id,
          name: `case ${model.cases[id].label}`,
          weights: unitWeights(c),
          order: 'first' as const,
          stiffnessSet: undefined,
          alpha: 1,
          lifts: false,
        }))
      : []),
    ...inOrder(model.combinations)
      .filter(
        (combination) =>
          isSolvedWhole(combination) ||
          ((oneWay || lifts) &&
            (combination.parts ?? []).length === 0 &&
            !staysDown?.(weightsOf(caseFactorsOf(model.combinations, combination)))),
      )
      .map((combination) => ({
        id: combination.id,
        name: `combination ${combination.label}${levelOf(combination) === 1 ? '' : ` at ${levelOf(combination)} times its loads`}`,
        order: combination.order ?? 'first',
        stiffnessSet: combination.stiffnessSet,
        alpha: levelOf(combination),
        lifts,
        weights: weightsOf(caseFactorsOf(model.combinations, combination)),
      })),
  ];
  if (whole.length > 0) {
    const structures = new Map<string, KnownStructure>();
    // those that were solved together with others before them
    const ready = new Map<string, WholeResult | undefined>();
    const second = new Factorisation(factorisation.symbolic, factorisation.kind);
    for (const [i, { id, name, weights, order, stiffnessSet, alpha, lifts: here }] of whole.entries()) {
      yield { phase: 'combinations', fraction: i / whole.length };
      let structure = structures.get(stiffnessSet ?? '');
      if (!structure) {
        const built = buildAnalysisModel(model, {
          stiffnessSet: stiffnessSet ? model.stiffnessSets[stiffnessSet] : undefined,
          more: options.more,
          earlier: analysis,
        });
        if (!('analysis' in built)) return { findings: [...findings, ...built.findings] };
        const alike = whole.filter((one) => one.stiffnessSet === stiffnessSet);
        structure = new KnownStructure({
          analysis: built.analysis,
          memberEnds,
          sets: changesPanels(model, stiffnessSet)
            ? sets.map((set) => combineLoads(built.analysis, [set], [1], analysis))
            : sets,
        });
        if (!oneWay) {
          const learning = structure.learn(
            stiffnessSet === undefined
              ? { matrix, factorisation, answers: ids.map((one) => solvedCases.get(one)!.answer!) }
              : undefined,
            alike.map((one) => one.weights),
            alike.flatMap((one) => (one.order === 'second' ? [one.weights.map((weight) => one.alpha * weight)] : [])),
            second,
          );
          yield* reporting(learning, i / whole.length);
        }
        structures.set(stiffnessSet ?? '', structure);
      }
      const own = structure.analysis;
      const scaled = alpha === 1 ? weights : weights.map((weight) => alpha * weight);
      if (order === 'second' && !ready.has(id)) {
        const next = whole
          .slice(i)
          .filter((one) => one.order === 'second' && one.stiffnessSet === stiffnessSet)
          .slice(0, together);
        const states = yield* reporting(
          structure.secondOrder(
            model,
            next.map((one) => one.weights.map((weight) => one.alpha * weight)),
            here,
          ),
          i / whole.length,
          (i + next.length) / whole.length,
          // two steps of second order for each, and what they have in common
          4 * next.length + 2,
        );
        next.forEach((one, n) => ready.set(one.id, states[n]));
      }
      const result =
        ready.get(id) ??
        (yield* reporting(
          solveWhole(
            {
              model,
              analysis: own,
              factorisation: second,
              memberEnds,
              name,
              order,
              lifts: here,
              known: structure.knownUnder(scaled, here),
            },
            combineLoads(own, structure.sets, scaled),
          ),
          i / whole.length,
        ));
      ready.delete(id);
      findings.push(...result.findings);
      if (!('equilibrium' in result)) return { findings };
      cases.push({
        ...stateOf(own, id, weights, atLevel(result.equilibrium, alpha), result.residual),
        iterations: result.log,
        ...(alpha === 1 ? {} : { alpha }),
        ...(result.axialForces ? { axialForces: result.axialForces } : {}),
        ...(result.firstDisplacements ? { firstDisplacements: divided(result.firstDisplacements, alpha) } : {}),
        ...(stiffnessSet ? { stiffness: stiffnessOf(own) } : {}),
        ...(changesPanels(model, stiffnessSet) && own.floors ? { sections: own.floors.shells.sections } : {}),
      });
    }
  }
  clock('combinations');

  const bad = cases.filter((one) => !(one.residual <= residualLimit));
  if (bad.length > 0) findings.push(residualFinding(model, bad));
  const size = analysis.positions.reduce((most, value) => Math.max(most, Math.abs(value)), 1);
  const uneven = cases.find((one) => Number.isFinite(one.residual) && !(imbalance(one, size) <= equilibriumLimit));
  if (uneven) findings.push(equilibriumFinding(model, uneven, imbalance(uneven, size)));
  findings.push(...planeHoldFindings(model, analysis.nodeIds, cases, size));
  if (stops()) return { findings };
  return {
    findings,
    factored,
    solution: {
      ...factored.outline,
      terms: gatherTerms(analysis, sets, cases),
      cases: cases.some((one) => one.floorForces)
        ? cases.map((one, c) => ({ ...one, weights: Float64Array.of(...one.weights, ...unitOf(cases.length, c)) }))
        : cases,
      loadCases: ids.length,
      ...warmthOf(sets),
      log: {
        nodes: analysis.nodeIds.length,
        members: analysis.memberIds.length,
        equations: analysis.equationCount,
        matrixEntries: matrix.values.length,
        factorEntries: factorisation.symbolic.entries,
        factorReused,
        ordering: factorisation.symbolic.ordering,
        kernel: factorisation.kind,
        memory: factorisation.bytes,
        condition: factored.condition,
        times,
      },
    },
  };
}

/**
 * Carries steps of combinations through, reporting what is done of these.
 * @param from 0–1, before the first step @param to after the last @param usual number of steps; more stay at the end
 */
function* reporting<T>(steps: Generator<void, T>, from: number, to = from, usual = 1): Generator<Progress, T> {
  for (let n = 1, step = steps.next(); ; n++, step = steps.next()) {
    if (step.done) return step.value;
    yield { phase: 'combinations', fraction: from + (to - from) * Math.min(1, n / usual) };
  }
}

/**
 * Whether a combination of the cases, solved as if soil pulled as well, presses on soil everywhere: it is then the sum of its cases, for nothing
 * lifts off. Springs that take next to nothing count as pressed, as they do where lift-off is sought.
 * @returns a test for the factors of the cases
 */
function pressedDown(analysis: AnalysisModel, cases: readonly CaseSolution[]): (weights: Float64Array) => boolean {
  const springs = oneWaySprings(analysis);
  const pushed = cases.map(({ displacements }) =>
    Float64Array.from(springs, ({ spring }) => analysis.bed!.wouldPush(spring, displacements)),
  );
  return (weights) => {
    const sum = new Float64Array(springs.length);
    pushed.forEach((own, c) => {
      if (weights[c] !== 0) for (let e = 0; e < sum.length; e++) sum[e] += weights[c] * own[e];
    });
    return allWouldAct(sum);
  };
}

/** Whether a stiffness set says something of slabs and walls. */
const changesPanels = (model: Model, id: string | undefined): boolean =>
  id !== undefined && (model.stiffnessSets[id]?.panels ?? []).length > 0;

/** Free strains of panels by load case, where any is warmed. */
const warmthOf = (sets: readonly LoadSet[]): Pick<Solution, 'warmth'> =>
  sets.some(({ warmed }) => warmed)
    ? { warmth: sets.map(({ warmed }) => [...(warmed ?? [])].map(([panel, warming]) => ({ panel, ...warming }))) }
    : {};

/** Carries a solve through without pausing, for those who need no progress. */
export function solveNow(model: Model, options: SolveOptions = {}, earlier?: Factored): Outcome {
  const steps = solve(model, earlier, undefined, options);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** Whether a combination cannot be the weighted sum of its cases. Where members pull or push only, none without parts can; one of parts is the sum of their states. */
export const isSolvedWhole = (combination: Combination): boolean =>
  combination.order === 'second' || combination.stiffnessSet !== undefined;

function* factoriseModel(
  model: Model,
  options: SolveOptions,
  clock: (phase: keyof PhaseTimes) => void,
  earlier: Factored | undefined,
): Generator<Progress, { factored: Factored } | { findings: Finding[] }> {
  const built = buildAnalysisModel(model, { more: options.more, earlier: earlier?.analysis });
  if (!('analysis' in built)) return built;
  const { analysis } = built;
  const findings = [
    ...(analysis.floors?.mesh.findings ?? []),
    ...releaseFindings(
      analysis,
      analysis.memberIds.map((id) => model.members[id].behaviour ?? 'frame'),
    ),
  ];
  if (findings.some((finding) => finding.severity === 'stop')) return { findings };
  // with the same pattern an order that was found serves again, wherever the nodes have moved
  const symbolic =
    earlier && samePattern(earlier.analysis.pattern, analysis.pattern)
      ? earlier.factorisation.symbolic
      : analyse(analysis.pattern, analysis.vertexPositions);
  clock('number');
  const bytes = memoryNeeded(symbolic);
  if (bytes > largestMemory) return { findings: [tooLargeFinding(bytes, analysis.equationCount)] };
  yield { phase: 'assemble', fraction: 0 };
  const matrix = assemble(analysis);
  clock('assemble');
  let factorisation: Factorisation;
  try {
    const spare = earlier?.spare;
    factorisation =
      spare?.symbolic === symbolic && !options.kernel
        ? spare
        : new Factorisation(symbolic, options.kernel ?? bestKernel());
  } catch (error) {
    if (error instanceof RangeError) return { findings: [tooLargeFinding(bytes, analysis.equationCount)] };
    throw error;
  }
  const notANumber = firstNotFinite(matrix.values);
  if (notANumber >= 0) return { findings: [notANumberFinding(analysis, notANumber)] };
  const steps = factorisation.factorise(matrix, { definite: true });
  let step = steps.next();
  while (!step.done) {
    yield { phase: 'factorise', fraction: step.value };
    step = steps.next();
  }
  if (step.value) return { findings: [...findings, mechanismFinding(model, analysis, step.value.motion)] };
  const condition = conditionEstimate(matrix, factorisation);
  clock('factorise');
  // a motion of the whole leaves no single pivot that vanishes when rounding is spread over many: the condition tells it all the same
  if (!(condition < singularLimit))
    return { findings: [...findings, mechanismFinding(model, analysis, softestMotion(factorisation))] };
  if (condition > conditionLimit) findings.push(conditionFinding(condition));
  const memberEnds = Float64Array.from(analysis.memberIds, (id) => memberLength(model, model.members[id]));
  return {
    factored: {
      stiffnessOf: { ...pick(model), shearDeformation: model.settings.shearDeformation, meshed: meshTables(model) },
      analysis,
      matrix,
      factorisation,
      memberEnds,
      spare: earlier && bytes < spareLimit ? earlier.factorisation : undefined,
      outline: outlineOf(analysis),
      condition,
      findings,
      cases: new Map(),
    },
  };
}

/** Place of the first number that is none; −1: all are finite. */
function firstNotFinite(values: Float64Array): number {
  for (let i = 0; i < values.length; i++) if (!Number.isFinite(values[i])) return i;
  return -1;
}

function outlineOf(analysis: AnalysisModel): Factored['outline'] {
  const { frame, sources, nodeIds, memberIds, positions } = analysis;
  const { pieces } = frame;
  const firsts = firstPieces(analysis);
  const axes = new Float64Array(9 * firsts.length);
  firsts.forEach((e, m) => axes.set(frame.axes.subarray(9 * e, 9 * e + 9), 9 * m));
  return {
    nodeIds,
    memberIds,
    positions,
    axes,
    stiffness: stiffnessOf(analysis),
    ends: Int32Array.from(
      firsts.flatMap((e, m) => [pieces[e].start, pieces[(firsts[m + 1] ?? pieces.length) - 1].end]),
    ),
    lengths: Float64Array.from(firsts, (e, m) =>
      // of a member in one piece its own length, to the last digit
      pieces[e].isLast ? pieces[e].element.length : pieces[(firsts[m + 1] ?? pieces.length) - 1].to - pieces[e].from,
    ),
    ...(analysis.floors
      ? {
          panels: panelsOf(analysis.floors, analysis.bed),
          cutMembers: [...new Set(pieces.flatMap(({ member, isLast }) => (isLast ? [] : [memberIds[member]])))],
        }
      : {}),
    otherElements: sources.slice(1).flatMap((source) =>
      source.keepsForces === false
        ? []
        : {
            kind: source.kind,
            ids: source.ids,
            nodes: source.ids.map((_, e) => Int32Array.from(Array.from(source.nodesOf(e)))),
          },
    ),
  };
}

/** The load sets and answers of all cases, those whose loads have not changed as they were; the rest is solved together. */
function solveCases(
  model: Model,
  { analysis, matrix, factorisation, memberEnds, cases }: Factored,
  oneWay: boolean,
): ReadonlyMap<string, SolvedCase> {
  const loadsOf = new Map<string, Load[]>(Object.keys(model.cases).map((id) => [id, []]));
  for (const load of actingLoads(model)) loadsOf.get(load.case)?.push(load);
  const tablesOf = (id: string) => [
    model.storeys,
    model.slabs,
    model.walls,
    ...Object.values(model.loadRules).filter((rule) => rule.type === 'reduction' && rule.case === id),
  ];
  const isKnown = (id: string): boolean => {
    const known = cases.get(id);
    const loads = loadsOf.get(id)!;
    return (
      known !== undefined &&
      (oneWay || known.state !== undefined) &&
      known.selfWeight === model.cases[id].selfWeight &&
      same(known.tables, tablesOf(id)) &&
      known.loads.length === loads.length &&
      loads.every((load, i) => load === known.loads[i])
    );
  };
  const changed = [...loadsOf.keys()].filter((id) => !isKnown(id));
  for (const id of cases.keys()) if (!loadsOf.has(id)) cases.delete(id);
  if (changed.length === 0) return cases;
  const made = [...loadsByCase(model, new Set(changed))].map(([id, caseLoads]) => ({
    id,
    set: loadSetOf(analysis, caseLoads),
  }));
  const vectors = oneWay ? [] : made.map(({ set }) => loadVectors(analysis, set, memberEnds));
  const answers = solveRefined(
    matrix,
    factorisation,
    vectors.map((one) => one.right),
  );
  made.forEach(({ id, set }, i) => {
    const state = oneWay
      ? undefined
      : stateOf(
          analysis,
          id,
          new Float64Array(),
          recover(analysis, set, vectors[i], answers[i].unknown),
          answers[i].residual,
        );
    cases.set(id, {
      loads: loadsOf.get(id)!,
      selfWeight: model.cases[id].selfWeight,
      tables: tablesOf(id),
      set,
      state,
      answer: oneWay ? undefined : answers[i],
    });
  });
  return cases;
}

const same = (one: readonly unknown[], other: readonly unknown[]) =>
  one.length === other.length && one.every((part, i) => part === other[i]);

const pick = ({ nodes, members, sections, materials, diaphragms }: Model) => ({
  nodes,
  members,
  sections,
  materials,
  diaphragms,
});

function sameStiffness(of: StiffnessSource, model: Model): boolean {
  return (
    of.nodes === model.nodes &&
    of.members === model.members &&
    of.sections === model.sections &&
    of.materials === model.materials &&
    of.diaphragms === model.diaphragms &&
    of.shearDeformation === model.settings.shearDeformation &&
    same(of.meshed, meshTables(model))
  );
}

/** Outlines that are only drawn do not matter for the stiffness: these tables count where one is meshed. */
const meshTables = (model: Model): readonly unknown[] =>
  meshedPanels(model).length === 0
    ? []
    : [model.slabs, model.walls, model.lineSupports, model.columnHeads, model.thickParts, nodesToMeet(model).join(' ')];

/** The level at which a combination is solved: above 1 only in second order. */
const levelOf = ({ order, alpha }: Combination): number => (order === 'second' ? (alpha ?? 1) : 1);

const divided = (values: Float64Array, by: number): Float64Array =>
  by === 1 ? values : values.map((value) => value / by);

/** What was found at a multiple of the loads, divided by it. */
function atLevel(found: Equilibrium, alpha: number): Equilibrium {
  if (alpha === 1) return found;
  const of = (values: Float64Array) => divided(values, alpha);
  return {
    displacements: of(found.displacements),
    endForces: of(found.endForces),
    startDisplacements: of(found.startDisplacements),
    reactions: of(found.reactions),
    applied: of(found.applied),
    reacted: of(found.reacted),
    forceScale: found.forceScale / alpha,
    elementForces: found.elementForces.map(of),
    ...(found.soil ? { soil: of(found.soil) } : {}),
  };
}

function stateOf(
  analysis: AnalysisModel,
  id: string,
  weights: Float64Array,
  equilibrium: ReturnType<typeof recover>,
  residual: number,
): CaseSolution {
  const { displacements, endForces, startDisplacements, reactions, applied, reacted, elementForces, forceScale, soil } =
    equilibrium;
  const firsts = firstPieces(analysis);
  const startForces = new Float64Array(6 * firsts.length);
  const starts = new Float64Array(6 * firsts.length);
  firsts.forEach((e, m) => {
    startForces.set(endForces.subarray(12 * e, 12 * e + 6), 6 * m);
    starts.set(startDisplacements.subarray(6 * e, 6 * e + 6), 6 * m);
  });
  const floorForces = floorForcesOf(analysis, endForces);
  return {
    id,
    weights,
    displacements,
    startForces,
    startDisplacements: starts,
    ...(floorForces ? { floorForces } : {}),
    reactions,
    ...(soil ? { soil } : {}),
    elementForces,
    applied,
    reacted,
    forceScale,
    residual,
  };
}

function stiffnessOf(analysis: AnalysisModel): Float64Array {
  const firsts = firstPieces(analysis);
  const values = new Float64Array(6 * firsts.length);
  firsts.forEach((e, m) => {
    const { element } = analysis.frame.pieces[e];
    values.set(
      [element.axial, element.bendingY, element.bendingZ, element.torsion, element.shearY, element.shearZ],
      6 * m,
    );
  });
  return values;
}

/** Number of each member's first piece. */
const firstPieces = ({ frame }: AnalysisModel): number[] =>
  frame.pieces.flatMap(({ isFirst }, e) => (isFirst ? [e] : []));

/** Forces and moments of floors on members where these are cut, six a cut in the order of the pieces, local; none: no member is cut. */
function floorForcesOf({ frame }: AnalysisModel, endForces: Float64Array): Float64Array | undefined {
  const cuts = frame.pieces.flatMap(({ isLast }, e) => (isLast ? [] : [e]));
  if (cuts.length === 0) return undefined;
  const forces = new Float64Array(6 * cuts.length);
  cuts.forEach((e, c) => {
    for (let i = 0; i < 6; i++) forces[6 * c + i] = endForces[12 * e + 6 + i] + endForces[12 * e + 12 + i];
  });
  return forces;
}

/** The meshes of slabs and walls as they are handed on. */
const panelsOf = ({ mesh, shells }: NonNullable<AnalysisModel['floors']>, bed: AnalysisModel['bed']): SolvedPanel[] =>
  mesh.panels.map(({ panel, zone, offset, plane, mesh: { start, corners }, nodes }, p) => ({
    id: panel.id,
    ...(zone.part === undefined ? {} : { part: zone.part, isRigid: zone.rigidAt !== undefined }),
    normal: plane.normal,
    along: barDirection(plane, panel.barAngle ?? 0),
    start,
    nodes: Int32Array.from(corners, (corner) => nodes[corner]),
    thickness: zone.thickness,
    panelThickness: panel.thickness,
    section: shells.sections[p],
    offset,
    ...soilAt(bed, p),
  }));

const soilAt = (bed: AnalysisModel['bed'], p: number): Pick<SolvedPanel, 'soil'> => {
  const found = bed?.beds.find(({ of }) => 'mesh' in of && of.mesh === p);
  return bed && found
    ? {
        soil: {
          from: found.from,
          areas: Float64Array.from(bed.springs.slice(found.from, found.to), ({ share }) => share),
        },
      }
    : {};
};

const unitOf = (count: number, at: number): number[] => Array.from({ length: count }, (_, i) => (i === at ? 1 : 0));

/** Larger memories are given back at once rather than kept for the next factor, bytes. */
const spareLimit = 3e8;

/** Above this relative residual the numbers cannot be relied on. */
const residualLimit = 1e-8;
/** Above this scaled condition number fewer than about four digits are sure. */
const conditionLimit = 1e12;
/** Above this one not a single digit is sure: in the 16 digits of the computer nothing resists the softest motion. */
const singularLimit = 1e15;

/** Forces out of balance by more than this share of the largest at work are told. */
const equilibriumLimit = 1e-6;

const stateName = (model: Model, id: string): string =>
  id in model.cases ? `case ${model.cases[id].label}` : `combination ${model.combinations[id].label}`;

/** Share of the largest force at work (for moments: times the size of the structure, m) by which loads and reactions differ; in second order of forces only. */
function imbalance({ applied, reacted, forceScale, axialForces }: CaseSolution, size: number): number {
  if (forceScale === 0) return 0;
  const gap = (i: number) => Math.abs(applied[i] + reacted[i]) / forceScale / (i < 3 ? 1 : size);
  return Math.max(gap(0), gap(1), gap(2), ...(axialForces ? [] : [gap(3), gap(4), gap(5)]));
}

const equilibriumFinding = (model: Model, { id }: CaseSolution, share: number): Finding => ({
  key: 'equilibrium',
  rule: 'equilibrium',
  severity: 'remark',
  sentence: `In ${stateName(model, id)} loads and reactions differ by ${share.toExponential(1)} of the largest force.`,
  why: 'Some part is so soft, or moves so far, that the digits of a computer do not reach. Look for members or springs that are far weaker than their neighbours.',
  place: {},
});

function residualFinding(model: Model, bad: CaseSolution[]): Finding {
  const worst = bad.reduce((a, b) => (b.residual > a.residual ? b : a));
  const isCase = worst.id in model.cases;
  const name = stateName(model, worst.id);
  const finite = Number.isFinite(worst.residual);
  return {
    key: 'residual',
    rule: 'residual',
    severity: finite && worst.residual < 1e-4 ? 'remark' : 'stop',
    sentence: finite
      ? `The equations of ${name} are met only to ${worst.residual.toExponential(1)} of the load.`
      : `The equations of ${name} have no answer in numbers.`,
    why: 'The stiffnesses or loads differ too much from one another; look for members that are far stiffer or weaker than their neighbours.',
    place: isCase ? { case: worst.id } : {},
  };
}

const conditionFinding = (condition: number): Finding => ({
  key: 'condition',
  rule: 'ill-conditioned',
  severity: 'remark',
  sentence: `The stiffness matrix is ill-conditioned (about ${condition.toExponential(0)}): some ${Math.max(0, Math.floor(16 - Math.log10(condition)))} digits of the results are sure.`,
  why: 'Parts that hardly resist a motion stand beside very stiff ones. Look for weak braces that hold a heavy part alone, nearly hinged joints, or units that were mistyped.',
  place: {},
});

const tooLargeFinding = (bytes: number, equations: number): Finding => ({
  key: 'too-large',
  rule: 'too-large',
  severity: 'stop',
  sentence: `The model of ${equations} equations needs about ${(bytes / 1e9).toFixed(1)} GB to be factorised; this machine’s browser or the 4.2 GB of its memory will not hold it.`,
  why: 'Analyse parts of it, or make it coarser.',
  place: {},
});

function notANumberFinding(analysis: AnalysisModel, at: number): Finding {
  const { valueStart, columnStart, width, count } = analysis.pattern;
  let vertex = 0;
  while (vertex + 1 < count && valueStart[columnStart[vertex + 1]] <= at) vertex++;
  const node = analysis.nodeIds.findIndex((_, n) =>
    Array.from(analysis.equations.subarray(6 * n, 6 * n + 6)).some(
      (equation) => equation >= 0 && analysis.vertexOf[equation] === vertex,
    ),
  );
  const id = analysis.nodeIds[Math.max(0, node)];
  return {
    key: 'not-a-number',
    rule: 'not-a-number',
    severity: 'stop',
    sentence: `The stiffness at node ${id} is not a number (${width[vertex]} equations).`,
    why: 'A section, material or length there is too large or too small to compute with.',
    place: { nodes: [id] },
  };
}

/** Torsion on a member that can spin freely, or a force on a node where nothing can take it, would vanish silently. */
function looseLoadFindings(analysis: AnalysisModel, labels: readonly string[], sets: readonly LoadSet[]): Finding[] {
  const found: Finding[] = [];
  analysis.frame.pieces.forEach(({ member }, e) => {
    const condensation = analysis.frame.condensation(e);
    const spins =
      condensation &&
      (condensation.loose.length > 0 ||
        [3, 9].every((freedom) => condensation.steps.some((step) => step.freedom === freedom && step.spring === 0)));
    if (!spins) return;
    const c = sets.findIndex((set) => set.terms[member].some((term) => term.action === termActions.xx));
    if (c < 0) return;
    const id = analysis.memberIds[member];
    found.push({
      key: `torque ${id}`,
      rule: 'load-on-release',
      severity: 'stop',
      sentence: `Case ${labels[c]} twists member ${id}, whose torsion is released at both ends.`,
      why: 'Nothing can take the torsion. Hold it at one end, or take the load away.',
      place: { members: [id] },
    });
  });
  for (const [node, idle] of analysis.idle) {
    const sprung = analysis.supports.some((support) => support.node === node && support.freedom > 2);
    sets.forEach((set, c) => {
      const moment = set.nodal.subarray(6 * node + 3, 6 * node + 6);
      const size = Math.hypot(...moment);
      let lost = 0;
      for (let k = 0; k < idle.length; k += 3)
        lost = Math.max(lost, Math.abs(moment[0] * idle[k] + moment[1] * idle[k + 1] + moment[2] * idle[k + 2]));
      if (sprung || lost <= 1e-6 * size) return;
      const id = analysis.nodeIds[node];
      found.push({
        key: `moment ${id} ${labels[c]}`,
        rule: 'load-on-release',
        severity: 'stop',
        sentence: `Case ${labels[c]} puts a moment on node ${id} where all members are hinged.`,
        why: 'Nothing there can take it. Connect a member rigidly, or take the moment away.',
        place: { nodes: [id] },
      });
    });
  }
  return found;
}

/**
 * Terms in the flexible parts' own measure; what lies on rigid parts never reaches them. What floors do to a member where they cut it is a load like
 * any other, of the solved state it belongs to: state c counts as load case `sets + c`.
 */
function gatherTerms(analysis: AnalysisModel, sets: readonly LoadSet[], cases: readonly CaseSolution[]): SolutionTerms {
  const { pieces } = analysis.frame;
  const found: Record<'caseIndex' | 'action' | 'isPoint' | 'value' | 'slope' | 'from' | 'to', number[]> = {
    caseIndex: [],
    action: [],
    isPoint: [],
    value: [],
    slope: [],
    from: [],
    to: [],
  };
  const firsts = firstPieces(analysis);
  const memberStart = new Int32Array(firsts.length + 1);
  let cut = 0;
  firsts.forEach((e, m) => {
    const last = (firsts[m + 1] ?? pieces.length) - 1;
    const { member, from: begin } = pieces[e];
    const length = last === e ? pieces[e].element.length : pieces[last].to - begin;
    sets.forEach((set, c) => {
      for (const term of set.terms[member]) {
        const low = Math.max(0, term.from - begin);
        const high = Math.min(length, term.to - begin);
        const outside = term.isPoint ? term.from < begin || term.from > begin + length : high <= low;
        if (outside) continue;
        found.caseIndex.push(c);
        found.action.push(term.action);
        found.isPoint.push(term.isPoint ? 1 : 0);
        found.value.push(term.value + term.slope * Math.max(0, begin - term.from));
        found.slope.push(term.slope);
        found.from.push(low);
        found.to.push(high);
      }
    });
    for (let piece = e; piece < last; piece++, cut++)
      cases.forEach(({ floorForces, forceScale }, c) => {
        for (let action = 0; floorForces && action < 6; action++) {
          const value = floorForces[6 * cut + action];
          if (Math.abs(value) <= 1e-14 * forceScale) continue;
          found.caseIndex.push(sets.length + c);
          found.action.push(action);
          found.isPoint.push(1);
          found.value.push(value);
          found.slope.push(0);
          found.from.push(pieces[piece].to - begin);
          found.to.push(pieces[piece].to - begin);
        }
      });
    memberStart[m + 1] = found.caseIndex.length;
  });
  return {
    memberStart,
    caseIndex: Int32Array.from(found.caseIndex),
    action: Uint8Array.from(found.action),
    isPoint: Uint8Array.from(found.isPoint),
    value: Float64Array.from(found.value),
    slope: Float64Array.from(found.slope),
    from: Float64Array.from(found.from),
    to: Float64Array.from(found.to),
  };
}
