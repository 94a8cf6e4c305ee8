import { parseSection } from '../../../build';
import { runAnalysisNow, solveNow, type AnalysisResult } from '../../../fem';
import {
  applyAct,
  emptyModel,
  type Analysis,
  type Diaphragm,
  type Edit,
  type Load,
  type Member,
  type Model,
  type Node,
  type Section,
  type StiffnessSet,
} from '../../../model';
import { caseWeights, combinationWeights, lineIndex, MemberLine, superpose } from '../../index';

export const fixed = { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true };
export const pinned = { ...fixed, rx: false, ry: false, rz: false };
/** Holds a plane frame in x–z in its plane. */
export const inPlane = { ux: false, uy: true, uz: false, rx: true, ry: false, rz: true };
export const pinnedInPlane = { ...inPlane, ux: true, uz: true };
export const rollerInPlane = { ...inPlane, uz: true };

type Loads = Load extends infer L ? (L extends Load ? Omit<L, 'id' | 'case'> : never) : never;
export type LoadSpec = Loads;

export interface Structure {
  readonly nodes: readonly Omit<Node, 'id'>[];
  readonly members: readonly (readonly [start: number, end: number, more?: Partial<Member>])[];
  readonly loads?: readonly LoadSpec[];
  readonly shape?: Section['shape'];
  readonly E?: number;
  readonly poisson?: number;
  readonly density?: number;
  readonly expansion?: number;
  readonly shear?: boolean;
  readonly selfWeight?: boolean;
  readonly diaphragms?: readonly (readonly number[])[];
  readonly order?: 'first' | 'second';
  readonly sets?: readonly Omit<StiffnessSet, 'id'>[];
  readonly storeys?: readonly number[];
  /** a section of the catalogue instead of a shape */
  readonly catalogue?: string;
  /** records beside these */
  readonly records?: Records;
}

export type Records = Extract<Edit, { kind: 'add' }>['records'];

export const square = { type: 'rectangle', depth: 0.2, width: 0.2 } as const;

/** A model with nodes n1 …, members m1 …, one case c1 with loads l1 …, and combination u1 = 1.0 c1. */
export function build(structure: Structure): Model {
  const {
    nodes,
    members,
    loads = [],
    shape = square,
    E = 200e9,
    poisson = 0.3,
    density = 7850,
    expansion = 1.2e-5,
    shear = false,
    selfWeight = false,
    diaphragms = [],
    order,
    sets = [],
    storeys = [],
    catalogue,
    records,
  } = structure;
  const parsed = catalogue === undefined ? undefined : parseSection(catalogue, 'si');
  if (parsed && !parsed.ok) throw new Error(parsed.error);
  const applied = applyAct(emptyModel({ name: 'Verification', units: 'si', code: 'us' }), {
    edits: [
      { kind: 'settings.change', fields: { shearDeformation: shear } },
      {
        kind: 'add',
        records: {
          storeys: storeys.map((elevation, i) => ({ id: `h${i + 1}`, label: String(i), elevation })),
          materials: [
            {
              id: 't1',
              name: 'Material',
              kind: 'steel',
              standard: '',
              elasticModulus: E,
              poissonRatio: poisson,
              density,
              expansion,
            },
          ],
          sections: [{ id: 's1', name: 'Section', shape: parsed ? parsed.value.shape : shape }],
          nodes: nodes.map((node, i) => ({ ...node, id: `n${i + 1}` })),
          members: members.map(([start, end, more], i) => ({
            id: `m${i + 1}`,
            role: 'beam',
            start: `n${start}`,
            end: `n${end}`,
            section: 's1',
            material: 't1',
            angle: 0,
            ...more,
          })),
          cases: [{ id: 'c1', label: 'P', name: 'Load', nature: 'other', selfWeight }],
          loads: loads.map((load, i) => ({ ...load, id: `l${i + 1}`, case: 'c1' }) as Load),
          stiffnessSets: sets.map((set, i) => ({ ...set, id: `k${i + 1}` })),
          combinations: [
            {
              id: 'u1',
              label: 'U1',
              purpose: 'strength',
              rule: '',
              factors: [{ case: 'c1', factor: 1 }],
              origin: 'own',
              changed: false,
              ...(order ? { order } : {}),
              ...(sets.length > 0 ? { stiffnessSet: 'k1' } : {}),
            },
          ],
          diaphragms: diaphragms.map((list, i): Diaphragm => ({
            id: `d${i + 1}`,
            label: `Floor ${i + 1}`,
            nodes: list.map((n) => `n${n}`),
          })),
        },
      },
      ...(records ? [{ kind: 'add', records } as const] : []),
    ],
  });
  if (!applied.ok) throw new Error(applied.error);
  return applied.model;
}

/**
 * The solved structure under its case, or under combination u1 when that has to be solved as a whole.
 * @param residual most that may be left of the loads, as a share
 */
export function answer(structure: Structure, residual = 1e-10) {
  const model = build(structure);
  const { solution, findings } = solveNow(model);
  if (!solution) throw new Error(findings.map((finding) => finding.sentence).join(' '));
  for (const one of solution.cases)
    if (!(one.residual <= residual)) throw new Error(`residual ${one.residual} in ${one.id}`);
  const whole = structure.order || structure.sets;
  const state = superpose(
    solution,
    whole ? combinationWeights(solution, model.combinations.u1) : caseWeights(solution, 'c1'),
  );
  const line = (member: number) => new MemberLine(solution, state, solution.memberIds.indexOf(`m${member}`));
  return {
    model,
    solution,
    state,
    line,
    /** displacement of a node in direction 0–5 */
    moved: (node: number, direction: number) =>
      state.displacements[6 * solution.nodeIds.indexOf(`n${node}`) + direction],
    reaction: (node: number, direction: number) =>
      state.reactions[6 * solution.nodeIds.indexOf(`n${node}`) + direction],
    force: (member: number, component: keyof typeof lineIndex, x: number, after = false) =>
      line(member).at(x, after)[lineIndex[component]],
  };
}

type AnalysisSpec = Analysis extends infer A ? (A extends Analysis ? Omit<A, 'id' | 'label'> : never) : never;

/** Runs analyses on a structure: the result of the last. */
export function analysed<T extends AnalysisResult['type']>(
  structure: Structure,
  type: T,
  ...specs: AnalysisSpec[]
): Extract<AnalysisResult, { type: T }> {
  const applied = applyAct(build(structure), {
    edits: [
      {
        kind: 'add',
        records: { analyses: specs.map((spec, i) => ({ ...spec, id: `a${i + 1}`, label: `A${i + 1}` }) as Analysis) },
      },
    ],
  });
  if (!applied.ok) throw new Error(applied.error);
  const { outcome, findings } = runAnalysisNow(applied.model, `a${specs.length}`);
  if (outcome?.type !== type) throw new Error(findings.map((finding) => finding.sentence).join(' '));
  return outcome as Extract<AnalysisResult, { type: T }>;
}

/** A straight member in n equal pieces from one point to another; nodes from 1, members from 1. */
export function chain(
  n: number,
  from: readonly [number, number, number],
  to: readonly [number, number, number],
  supports: (node: number) => Omit<Node, 'id' | 'position'> = () => ({}),
  more?: Partial<Member>,
): Pick<Structure, 'nodes' | 'members'> {
  return {
    nodes: Array.from({ length: n + 1 }, (_, i) => ({
      position: [0, 1, 2].map((k) => from[k] + ((to[k] - from[k]) * i) / n) as [number, number, number],
      ...supports(i + 1),
    })),
    members: Array.from({ length: n }, (_, i) => [i + 1, i + 2, more] as const),
  };
}
