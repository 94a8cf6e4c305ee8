import { usedCage, wallBarsFor, type MemberChecks } from '../checks';
import type { Solution, SolvedPanel } from '../fem';
import { inOrder, isHeld, type Finding, type Model } from '../model';
import {
  balance,
  caseWeights,
  combinationWeights,
  cutForces,
  cutSection,
  lineReactions,
  MemberLine,
  panelExtremes,
  stationsOf,
  superpose,
  type LoadState,
  type Quantity,
} from '../results';

const sixNamed = (values: Float64Array, at: number, names: readonly string[]) =>
  Object.fromEntries(names.map((name, i) => [name, values[at + i]]));
const movements = ['ux', 'uy', 'uz', 'rx', 'ry', 'rz'];
const forces = ['fx', 'fy', 'fz', 'mx', 'my', 'mz'];
const internal = ['N', 'Vy', 'Vz', 'T', 'My', 'Mz', 'u', 'v', 'w'];

/** Findings as other programs read them. */
export function findingsData(findings: readonly Finding[]): unknown[] {
  return findings.map(({ rule, severity, sentence, why, place }) => ({ rule, severity, sentence, why, place }));
}

/**
 * Results of every case and combination in SI: displacements and reactions by node, internal forces and displacements at stations by member, extremes of
 * meshed slabs and walls, and what line supports give back.
 */
export function resultsData(model: Model, solution: Solution, findings: readonly Finding[]): unknown {
  const iterationsOf = (id: string) => solution.cases.find((one) => one.id === id)?.iterations;
  const states = [
    ...solution.cases
      .filter((one) => one.id in model.cases)
      .map((one) => ({
        of: 'case',
        id: one.id,
        label: model.cases[one.id].label,
        state: superpose(solution, caseWeights(solution, one.id)),
      })),
    ...Object.values(model.combinations).map((combination) => ({
      of: 'combination',
      id: combination.id,
      label: combination.label,
      state: superpose(solution, combinationWeights(solution, combination, model.combinations)),
    })),
  ];
  return {
    format: 'elbow-results',
    version: 1,
    units: 'SI: m, rad, N, N·m; of slabs N·m/m and N/m',
    project: model.settings.name,
    findings: findingsData(findings),
    equilibrium: balance(solution),
    log: solution.log,
    results: states.map(({ of, id, label, state }) => ({
      of,
      id,
      label,
      ...(iterationsOf(id) ? { iterations: iterationsOf(id) } : {}),
      nodes: nodeData(model, solution, state),
      members: memberData(solution, state),
      ...(solution.panels ? { panels: panelData(solution, solution.panels, state) } : {}),
      ...(Object.keys(model.lineSupports).length > 0
        ? {
            lineSupports: [...lineReactions(model, solution, state)].map(([line, reaction]) => ({
              id: line,
              ...reaction,
            })),
          }
        : {}),
    })),
    ...(Object.keys(model.cuts).length > 0 ? { cuts: cutData(model, solution, states) } : {}),
  };
}

/** The forces through each cut in each state; a cut that crosses nothing has none. */
function cutData(
  model: Model,
  solution: Solution,
  states: readonly { readonly of: string; readonly id: string }[],
): unknown[] {
  return inOrder(model.cuts).map(({ id, from, to, members }) => {
    const section = cutSection(model, solution, { from, to, ...(members ? { members } : {}) });
    return {
      id,
      centroid: section?.centroid ?? null,
      forces: section
        ? states.map(({ of, id: state }) => ({
            of,
            id: state,
            ...cutForces(
              model,
              solution,
              section,
              state in model.cases
                ? caseWeights(solution, state)
                : combinationWeights(solution, model.combinations[state], model.combinations),
            ),
          }))
        : [],
    };
  });
}

function nodeData(model: Model, solution: Solution, state: LoadState): unknown[] {
  return solution.nodeIds.map((id, i) => ({
    id,
    displacement: sixNamed(state.displacements, 6 * i, movements),
    ...(isHeld(model.nodes[id]) ? { reaction: sixNamed(state.reactions, 6 * i, forces) } : {}),
  }));
}

/** Quantities of meshed slabs and walls whose extremes are handed on. */
const ofPanels = ['w', 'mx', 'my', 'mxy', 'vx', 'vy', 'nx', 'ny', 'nxy'] as const;

const wanted = ({ soil }: SolvedPanel): readonly Quantity[] => (soil ? [...ofPanels, 'p'] : ofPanels);

/** The least and largest values over each meshed slab and wall, with the places at which they stand, m. */
function panelData(solution: Solution, panels: readonly SolvedPanel[], state: LoadState): unknown[] {
  const place = (node: number) => Array.from(solution.positions.subarray(3 * node, 3 * node + 3));
  return panels
    .filter(({ isRigid }) => !isRigid)
    .map((panel) => ({
      id: panel.id,
      ...(panel.part === undefined ? {} : { part: panel.part }),
      elements: panel.start.length - 1,
      extremes: Object.fromEntries(
        panelExtremes(solution, panel, state, wanted(panel)).map(({ least, most, leastAt, mostAt }, i) => [
          wanted(panel)[i],
          { least: { value: least, at: place(leastAt) }, most: { value: most, at: place(mostAt) } },
        ]),
      ),
    }));
}

function memberData(solution: Solution, state: LoadState): unknown[] {
  return solution.memberIds.map((id, m) => {
    const line = new MemberLine(solution, state, m);
    return {
      id,
      length: solution.lengths[m],
      stations: stationsOf(solution, m).map(({ x, after }) => ({
        x,
        ...(after ? { after } : {}),
        ...sixNamed(line.at(x, after), 0, internal),
      })),
    };
  });
}

/** Checks of members: what was made with its utilisation, what was not with the reason. */
export function checksData(
  model: Model,
  members: readonly MemberChecks[],
  piers: readonly MemberChecks[] = [],
): unknown {
  return {
    format: 'elbow-checks',
    version: 1,
    project: model.settings.name,
    members: members.map(checkedData),
    ...(piers.length > 0 ? { piers: piers.map(checkedData) } : {}),
  };
}

/** The checks of a member, or of a pier by its key. */
function checkedData({
  memberId,
  code,
  checks,
  governing,
  verdict,
  reinforcement,
  column,
  wall,
}: MemberChecks): unknown {
  return {
    id: memberId,
    code,
    verdict,
    utilisation: governing?.utilisation ?? null,
    governedBy: governing?.id ?? null,
    checks: checks.map((check) =>
      check.made
        ? {
            id: check.id,
            clause: check.clause,
            title: check.title,
            made: true,
            utilisation: check.utilisation,
            combination: check.combination,
            x: check.x,
          }
        : {
            id: check.id,
            clause: check.clause,
            title: check.title,
            made: false,
            needed: check.needed === true,
            reason: check.reason,
          },
    ),
    ...(reinforcement ? { reinforcement: reinforcementData(reinforcement) } : {}),
    ...(column ? { cage: cageData(column) } : {}),
    ...(wall ? { wall: { ...wallBarsFor([wall]), proposed: wall.proposed } } : {}),
  };
}

function cageData(column: NonNullable<MemberChecks['column']>): unknown {
  const { bars, ties } = usedCage(column);
  return {
    ...(bars ? { bars: { ...bars, proposed: column.bars?.proposed === true } } : {}),
    ties: { ...ties, proposed: column.ties.proposed },
  };
}

function reinforcementData({
  top,
  bottom,
  side,
  stirrups,
  parts,
}: NonNullable<MemberChecks['reinforcement']>): unknown {
  const layer = (chosen: typeof side) =>
    chosen && { bar: chosen.value.bar.name, count: chosen.value.count, proposed: chosen.proposed };
  const face = (chosen: typeof top) => chosen && { ...layer(chosen), rows: chosen.value.rows };
  return {
    top: face(top),
    bottom: face(bottom),
    ...(side ? { side: layer(side) } : {}),
    stirrups: stirrups && {
      bar: stirrups.value.bar.name,
      legs: stirrups.value.legs,
      spacing: stirrups.value.spacing,
      proposed: stirrups.proposed,
    },
    ...parts,
  };
}
