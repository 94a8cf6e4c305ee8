import type { Factored, ModalResult, Solution } from '../fem';
import { designLines } from '../lines';
import { inOrder, isHeld, meshedPanels, onLevel, storeysUpward, type Model, type Vector } from '../model';
import { count, formatNumber, formatQuantity } from '../units';
import { balance, balanceLimit } from './balance';
import { lineReactions, type LineReaction } from './line-reactions';
import { combinationsFor, shownParts, type Shown, type ShownPart } from './shown';
import { spanDeflections } from './span-deflection';
import { centresOfMass } from './storeys';
import { storeyBook } from './tables/other-tables';
import { soilReaction } from './tables/soil-table';
import { askStructure, type AskedLoad } from './unit-loads';

/** One question to a model before it is believed. `look`: the answer is unusual and someone should say why. */
export interface PlausibilityItem {
  readonly id: string;
  readonly question: string;
  readonly answer: string;
  readonly verdict: 'usual' | 'look' | 'not asked';
  /** what is usual, and where that comes from */
  readonly measure: string;
  readonly members?: readonly string[];
  readonly nodes?: readonly string[];
}

export interface Plausibility {
  readonly items: readonly PlausibilityItem[];
  /** applied and reacted force by case, N */
  readonly cases: readonly {
    readonly id: string;
    readonly applied: readonly number[];
    readonly reacted: readonly number[];
    readonly error: number;
  }[];
  /** gravity load of dead cases by storey over its plan area, Pa; area in m² */
  readonly floors: readonly {
    readonly storey: string;
    readonly weight: number;
    readonly area: number;
    readonly perArea: number;
  }[];
}

/** A sway above this share of the height under a hundredth of the weight deserves a look. */
const usualSway = 1 / 100;

/** The limits of service combinations: the project's, or what is usual. Deflection from the chord at most L over a number, drift at most h over one. */
export const usualLimits = ({
  settings: { limits = {} },
}: Pick<Model, 'settings'>): { readonly deflection: number; readonly drift: number } => ({
  deflection: limits.deflection ?? 250,
  drift: limits.drift ?? 300,
});
/** Weight over plan area of a floor of a building, Pa: a light roof to a heavy floor. */
const [lightest, heaviest] = [300, 16000];

/**
 * Asks a solved model what an engineer asks before believing it.
 * @param modal   its first modes with the dead cases as masses, when they were found
 * @param earlier the factor of its solve, for the question of sway
 */
export function plausibility(model: Model, solution: Solution, modal?: ModalResult, earlier?: Factored): Plausibility {
  const rows = balance(solution).filter((row) => row.caseId in model.cases);
  const floors = floorWeights(model);
  return {
    cases: rows.map(({ caseId, applied, reacted, error }) => ({ id: caseId, applied, reacted, error })),
    floors,
    items: [
      balanceItem(model, rows),
      ...weightItems(model, floors),
      periodItem(model, modal),
      ...movementItems(model, solution),
      ...swayItems(model, earlier),
      idleItem(model, solution),
      upliftItem(model, solution),
      ...soilItem(model, solution),
      selfWeightItem(model, solution),
    ],
  };
}

function balanceItem(model: Model, rows: readonly { caseId: string; error: number }[]): PlausibilityItem {
  const worst = rows.reduce((most, row) => (row.error > most.error ? row : most), { caseId: '', error: 0 });
  const holds = worst.error <= balanceLimit;
  return {
    id: 'balance',
    question: 'Do the reactions carry the loads?',
    verdict: rows.length === 0 ? 'not asked' : holds ? 'usual' : 'look',
    measure: `at most ${balanceLimit.toExponential(0)} of the load`,
    answer:
      rows.length === 0
        ? 'There is no case.'
        : worst.caseId === ''
          ? 'In every case to the last digit.'
          : `${holds ? 'In every case' : 'Not in every case'}; the largest gap is ${worst.error.toExponential(1)} of the load, in case ${model.cases[worst.caseId].label}.`,
  };
}

/** Area of the convex hull of points in plan, m² (Andrew's monotone chain). */
function hullArea(points: readonly (readonly [number, number])[]): number {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const turn = (o: readonly number[], a: readonly number[], b: readonly number[]) =>
    (a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0]);
  const half = (list: readonly (readonly [number, number])[]) => {
    const chain: (readonly [number, number])[] = [];
    for (const point of list) {
      while (chain.length > 1 && turn(chain[chain.length - 2], chain[chain.length - 1], point) <= 0) chain.pop();
      chain.push(point);
    }
    return chain.slice(0, -1);
  };
  const hull = [...half(sorted), ...half([...sorted].reverse())];
  return (
    Math.abs(
      hull.reduce((sum, [x, y], i) => sum + x * hull[(i + 1) % hull.length][1] - hull[(i + 1) % hull.length][0] * y, 0),
    ) / 2
  );
}

function floorWeights(model: Model): Plausibility['floors'] {
  const masses = centresOfMass(model);
  const levels = storeysUpward(model);
  return levels.slice(1).map((storey) => {
    const points = Object.values(model.nodes)
      .filter((node) => Math.abs(node.position[2] - storey.elevation) < onLevel)
      .map((node) => [node.position[0], node.position[1]] as const);
    const area = points.length > 2 ? hullArea(points) : 0;
    const weight = masses.find((one) => one.storey === storey.id)?.weight ?? 0;
    return { storey: storey.id, weight, area, perArea: area > 0 ? weight / area : NaN };
  });
}

function weightItems(model: Model, floors: Plausibility['floors']): PlausibilityItem[] {
  const { units } = model.settings;
  const measure = `between ${formatQuantity(lightest, 'pressure', units)} (light roof) and ${formatQuantity(heaviest, 'pressure', units)} (heavy floor) with what is superimposed`;
  const known = floors.filter((floor) => Number.isFinite(floor.perArea));
  if (known.length === 0)
    return [
      {
        id: 'weight',
        question: 'Does a floor weigh what floors weigh?',
        answer: 'No storey has an area in plan.',
        verdict: 'not asked',
        measure,
      },
    ];
  const words = known
    .map((floor) => `${model.storeys[floor.storey].label} ${formatQuantity(floor.perArea, 'pressure', units)}`)
    .join(', ');
  return [
    {
      id: 'weight',
      question: 'Does a floor weigh what floors weigh?',
      answer: `Dead load over the plan: ${words}.`,
      verdict: known.every((floor) => floor.perArea >= lightest && floor.perArea <= heaviest) ? 'usual' : 'look',
      measure,
    },
  ];
}

/** Approximate period, ASCE 7-22 12.8.2.1: T_a = C_t h^x, h in m. */
export function approximatePeriod(model: Model): { period: number; system: string } | undefined {
  const heights = Object.values(model.nodes).map((node) => node.position[2]);
  if (heights.length === 0) return undefined;
  const height = Math.max(...heights) - Math.min(...heights);
  if (height <= 0) return undefined;
  const members = Object.values(model.members);
  const braced = members.some((member) => member.role === 'brace');
  const concrete = members.filter(
    (member) =>
      member.role === 'column' && member.material !== null && model.materials[member.material].kind === 'concrete',
  ).length;
  const columns = members.filter((member) => member.role === 'column').length;
  if (braced) return { period: 0.0488 * height ** 0.75, system: 'braced frame' };
  return concrete * 2 >= columns
    ? { period: 0.0466 * height ** 0.9, system: 'concrete moment frame' }
    : { period: 0.0724 * height ** 0.8, system: 'steel moment frame' };
}

function periodItem(model: Model, modal: ModalResult | undefined): PlausibilityItem {
  const question = 'Is the first period that of such a building?';
  const rule = approximatePeriod(model);
  const measure = 'a third to three times the approximate period of ASCE 7-22 12.8.2.1';
  if (!modal || modal.modes.length === 0 || !rule)
    return {
      id: 'period',
      question,
      verdict: 'not asked',
      measure,
      answer: 'No modes: the dead cases give no mass that can move, or the structure could not be solved.',
    };
  const { period } = modal.modes[0];
  const ratio = period / rule.period;
  return {
    id: 'period',
    question,
    verdict: ratio > 1 / 3 && ratio < 3 ? 'usual' : 'look',
    measure,
    answer: `T₁ = ${formatNumber(period, 2)} s; the rule of thumb gives ${formatNumber(rule.period, 2)} s for a ${rule.system} of that height.`,
  };
}

const serviceOf = (model: Model): Shown | undefined =>
  combinationsFor(model, 'service').length > 0
    ? { kind: 'envelope', purpose: 'service' }
    : inOrder(model.cases).length > 0
      ? { kind: 'set', cases: inOrder(model.cases).map((one) => one.id), combinations: [] }
      : undefined;

function movementItems(model: Model, solution: Solution): PlausibilityItem[] {
  const shown = serviceOf(model);
  const parts = shown ? shownParts(model, solution, shown) : [];
  const under = shown?.kind === 'envelope' ? 'service combinations' : 'cases';
  // a beam is its design line: drawn in pieces it sags between the same supports
  const ratios = designLines(model)
    .all.filter(({ role }) => role === 'beam')
    .map((line) => {
      let most = { ratio: 0, by: '' };
      for (const part of parts)
        for (const { ratio } of spanDeflections(model, solution, line, part.state))
          if (ratio > most.ratio) most = { ratio, by: part.label };
      return { line, ...most };
    })
    .sort((a, b) => b.ratio - a.ratio);
  const worst = ratios.slice(0, 3).filter((one) => one.ratio > 0);
  const usualDeflection = 1 / usualLimits(model).deflection;
  const deflection: PlausibilityItem = {
    id: 'deflection',
    question: 'Do beams sag as beams do?',
    measure: `at most L/${Math.round(1 / usualDeflection)} from the chord between supports, of a cantilever 2 L`,
    members: ratios
      .filter((one) => one.ratio > usualDeflection)
      .flatMap(({ line }) => line.pieces.map(({ member }) => member)),
    verdict: worst.length === 0 ? 'not asked' : worst[0].ratio > usualDeflection ? 'look' : 'usual',
    answer:
      worst.length === 0
        ? 'No beam bends.'
        : `The most: ${worst.map((one) => `${one.line.name} L/${Math.round(1 / one.ratio)} (${one.by})`).join(', ')}, of all ${under}.`,
  };
  return [deflection, driftItem(model, solution, parts, under)];
}

function driftItem(model: Model, solution: Solution, parts: readonly ShownPart[], under: string): PlausibilityItem {
  const book = storeyBook(model, solution);
  let most = { ratio: 0, words: '' };
  const usualDrift = 1 / usualLimits(model).drift;
  for (const part of parts) {
    for (const one of book.results(part.state)) {
      for (const axis of [0, 1] as const) {
        const ratio = Math.abs(one.ratio[axis]);
        if (ratio > most.ratio)
          most = { ratio, words: `${one.storey.label} in ${'xy'[axis]}, h/${Math.round(1 / ratio)} (${part.label})` };
      }
    }
  }
  return {
    id: 'drift',
    question: 'Does it stand straight?',
    measure: `at most h/${Math.round(1 / usualDrift)}`,
    verdict: most.words === '' ? 'not asked' : most.ratio > usualDrift ? 'look' : 'usual',
    answer:
      most.words === ''
        ? 'No storey stands above another, or nothing moves sideways.'
        : `The largest storey drift of all ${under}: ${most.words}.`,
  };
}

/** A hundredth of the weight, sideways at every node: a frame that is braced hardly moves. */
function swayItems(model: Model, earlier: Factored | undefined): PlausibilityItem[] {
  const masses = centresOfMass(model).filter((one) => one.weight > 0);
  const levels = storeysUpward(model);
  const question = (axis: string) => `Is it braced in ${axis}?`;
  const measure = `a hundredth of the weight sideways moves the top by at most H/${Math.round(1 / usualSway)}`;
  if (levels.length < 2 || masses.length === 0)
    return ['x', 'y'].map((axis) => ({
      id: `sway ${axis}`,
      question: question(axis),
      answer: 'There are no storeys with weight.',
      verdict: 'not asked',
      measure,
    }));
  const tied = new Set([
    ...Object.values(model.members).flatMap((member) => [member.start, member.end]),
    ...meshedPanels(model).flatMap(({ corners }) => corners),
  ]);
  // the weight of a level at which no node can be pushed goes to the next above, or to the highest
  const pushed: { nodes: string[]; weight: number }[] = [];
  let without = 0;
  for (const { id, elevation } of levels) {
    const weight = without + (masses.find(({ storey }) => storey === id)?.weight ?? 0);
    const nodes = Object.values(model.nodes).filter(
      (node) => Math.abs(node.position[2] - elevation) < onLevel && !node.support && tied.has(node.id),
    );
    without = nodes.length > 0 ? 0 : weight;
    if (nodes.length > 0 && weight > 0) pushed.push({ nodes: nodes.map((node) => node.id), weight });
  }
  if (without > 0 && pushed.length > 0) pushed[pushed.length - 1].weight += without;
  if (pushed.length === 0)
    return ['x', 'y'].map((axis) => ({
      id: `sway ${axis}`,
      question: question(axis),
      answer: 'No storey has a node that can be pushed sideways.',
      verdict: 'not asked',
      measure,
    }));
  const sets = ([0, 1] as const).map((axis) =>
    pushed.flatMap(({ nodes, weight }): AskedLoad[] => {
      const share = (0.01 * weight) / nodes.length;
      const force: Vector = axis === 0 ? [share, 0, 0] : [0, share, 0];
      return nodes.map((node) => ({ node, force, moment: [0, 0, 0] as const }));
    }),
  );
  const asked = askStructure(model, sets, earlier);
  return ([0, 1] as const).map((axis): PlausibilityItem => {
    const name = 'xy'[axis];
    if (!asked)
      return {
        id: `sway ${name}`,
        question: question(name),
        answer: 'The structure cannot be solved.',
        verdict: 'not asked',
        measure,
      };
    const { positions, nodeIds } = asked.solution;
    const low = levels[0].elevation;
    let top = 0;
    for (let n = 1; n < nodeIds.length; n++) if (positions[3 * n + 2] > positions[3 * top + 2]) top = n;
    const height = positions[3 * top + 2] - low;
    const moved = Math.abs(asked.states[axis].displacements[6 * top + axis]);
    return {
      id: `sway ${name}`,
      question: question(name),
      answer: `The top moves by ${formatQuantity(moved, 'deflection', model.settings.units)}, H/${moved > 0 ? Math.round(height / moved) : '∞'}.`,
      verdict: moved > usualSway * height ? 'look' : 'usual',
      measure,
    };
  });
}

function idleItem(model: Model, solution: Solution): PlausibilityItem {
  const largest = solution.cases.reduce(
    (most, one) => one.startForces.reduce((a, b) => Math.max(a, Math.abs(b)), most),
    0,
  );
  const idle = solution.memberIds.filter(
    (id, m) =>
      id in model.members &&
      solution.terms.memberStart[m] === solution.terms.memberStart[m + 1] &&
      solution.cases.every((one) =>
        one.startForces.subarray(6 * m, 6 * m + 6).every((force) => Math.abs(force) <= 1e-6 * largest),
      ),
  );
  return {
    id: 'idle',
    question: 'Does every member carry something?',
    verdict: solution.cases.length === 0 ? 'not asked' : idle.length === 0 ? 'usual' : 'look',
    measure: 'a millionth of the largest force in some case',
    members: idle,
    answer:
      idle.length === 0
        ? 'Every member does.'
        : `${count(idle.length, 'member')} ${idle.length === 1 ? 'carries' : 'carry'} nothing in any case: ${idle.slice(0, 8).join(', ')}${idle.length > 8 ? ' …' : ''}.`,
  };
}

function upliftItem(model: Model, solution: Solution): PlausibilityItem {
  const parts = (['strength', 'service'] as const).flatMap((purpose) =>
    shownParts(model, solution, { kind: 'envelope', purpose }),
  );
  const pulled = new Map<string, { force: number; by: string }>();
  const note = (key: string, force: number, by: string) => {
    if (force < -1 && force < (pulled.get(key)?.force ?? 0)) pulled.set(key, { force, by });
  };
  for (const { state, label } of parts) {
    solution.nodeIds.forEach((id, n) => {
      if (isHeld(model.nodes[id])) note(id, state.reactions[6 * n + 2], label);
    });
    for (const [id, line] of lineReactions(model, solution, state)) note(id, pulledDown(line), label);
  }
  const worst = [...pulled].sort((a, b) => a[1].force - b[1].force)[0] as
    [string, { force: number; by: string }] | undefined;
  return {
    id: 'uplift',
    question: 'Do the supports push up?',
    verdict: parts.length === 0 ? 'not asked' : worst ? 'look' : 'usual',
    measure:
      'no vertical reaction, and no part of a line support, holds the structure down in a strength or service combination',
    nodes: [...pulled.keys()].flatMap((key) =>
      key in model.lineSupports ? [model.lineSupports[key].start, model.lineSupports[key].end] : [key],
    ),
    answer:
      parts.length === 0
        ? 'There is no combination.'
        : worst
          ? `${count(pulled.size, 'support')} ${pulled.size === 1 ? 'holds' : 'hold'} the structure down; the most ${formatQuantity(-worst[1].force, 'force', model.settings.units)} ${worst[0] in model.lineSupports ? `along a part of line ${model.lineSupports[worst[0]].label ?? worst[0]}` : `at ${worst[0]}`} (${worst[1].by}).`
          : 'Every support does, in all of them.',
  };
}

/** Whether soil that is said to pull as well does so in a combination. */
function soilItem(model: Model, solution: Solution): PlausibilityItem[] {
  const slabs = inOrder(model.slabs).filter(({ id }) =>
    solution.panels?.some((panel) => panel.id === id && panel.soil),
  );
  if (slabs.length === 0) return [];
  const parts = (['strength', 'service'] as const).flatMap((purpose) =>
    shownParts(model, solution, { kind: 'envelope', purpose }),
  );
  let worst: { id: string; name: string; pressure: number; by: string } | undefined;
  let lifted: { id: string; name: string; share: number; by: string } | undefined;
  for (const { state, label } of parts)
    for (const { id, label: name = id } of slabs) {
      const found = soilReaction(solution, id, state)!;
      if (found.least < -1e-6 * Math.abs(found.most) && found.least < (worst?.pressure ?? 0))
        worst = { id, name, pressure: found.least, by: label };
      if (found.lifted > (lifted?.share ?? 0)) lifted = { id, name, share: found.lifted, by: label };
    }
  return [
    {
      id: 'soil',
      question: 'Does soil push everywhere?',
      verdict: parts.length === 0 ? 'not asked' : worst || (lifted && lifted.share > mostLifted) ? 'look' : 'usual',
      measure: `soil pulls in no strength or service combination, and at most ${100 * mostLifted}% of a slab lifts off`,
      nodes: slabs.filter(({ id }) => id === worst?.id || id === lifted?.id).flatMap(({ corners }) => corners),
      answer:
        parts.length === 0
          ? 'There is no combination.'
          : worst
            ? `It is taken as pulling: below ${worst.name} with ${formatQuantity(-worst.pressure, 'pressure', model.settings.units)} in ${worst.by}. Say in the slab’s details that soil only pushes.`
            : lifted
              ? `${formatNumber(100 * lifted.share, 0)}% of ${lifted.name} is lifted off in ${lifted.by}.`
              : 'It does, in all of them.',
    },
  ];
}

/** Of a slab more than this share lifts off in unusual cases only. */
const mostLifted = 0.25;

/** A part of a line support of which less than this share holds down does so by the coarseness of the mesh. */
const leastPulled = 0.01;

/** The sum of the upward forces below zero along a line, N; none where they are a small part of what the line carries. */
function pulledDown({ stations }: LineReaction): number {
  let [down, all] = [0, 0];
  for (const { own, perLength } of stations) {
    const force = own > 0 ? own * perLength[2] : 0;
    all += Math.abs(force);
    if (force < 0) down += force;
  }
  return -down > leastPulled * all ? down : 0;
}

/** A node of the model by its number, or a place of a slab or wall whose mesh has a node there. */
function placeWords(model: Model, { nodeIds, panels, positions }: Solution, node: number): string {
  if (node < nodeIds.length) return `at node ${nodeIds[node]}`;
  const id = panels?.find((panel) => panel.nodes.includes(node))?.id;
  const record = id === undefined ? undefined : (model.slabs[id] ?? model.walls[id]);
  const at = [0, 1, 2].map((k) => formatQuantity(positions[3 * node + k], 'length', model.settings.units));
  return `${id === undefined ? 'at' : `in ${record?.label ?? id} at`} ${at.join(', ')}`;
}

function selfWeightItem(model: Model, solution: Solution): PlausibilityItem {
  const own = inOrder(model.cases).find((one) => one.selfWeight);
  const index = own ? solution.cases.findIndex((one) => one.id === own.id) : -1;
  const question = 'Does it move as it should under its own weight?';
  const measure = 'the largest movement under self-weight is below a two-hundredth of the size';
  if (!own || index < 0)
    return { id: 'own', question, answer: 'No case has the self-weight in it.', verdict: 'not asked', measure };
  const { displacements } = solution.cases[index];
  let [most, at] = [0, 0];
  const count = displacements.length / 6;
  for (let n = 0; n < count; n++) {
    const size = Math.hypot(displacements[6 * n], displacements[6 * n + 1], displacements[6 * n + 2]);
    if (size > most) [most, at] = [size, n];
  }
  const size = [0, 1, 2].reduce((longest, axis) => {
    let [low, high] = [Infinity, -Infinity];
    for (let n = 0; n < count; n++)
      [low, high] = [Math.min(low, solution.positions[3 * n + axis]), Math.max(high, solution.positions[3 * n + axis])];
    return Math.max(longest, high - low);
  }, 0);
  return {
    id: 'own',
    question,
    verdict: most > size / 200 ? 'look' : 'usual',
    measure,
    nodes: at < solution.nodeIds.length ? [solution.nodeIds[at]] : [],
    answer: `At most ${formatQuantity(most, 'deflection', model.settings.units)}, ${placeWords(model, solution, at)}, ${displacements[6 * at + 2] <= 0 ? 'downward' : 'upward'}; the picture shows it.`,
  };
}
