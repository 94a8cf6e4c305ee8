import { z } from 'zod';
import type { Solution } from '../fem';
import { isHeld, type Model } from '../model';
import { formatQuantity, type QuantityKind, type UnitSystem } from '../units';
import { cutComponents, cutForces, cutSection } from './cut';
import { lineReactions } from './line-reactions';
import { forceComponents } from './member-line';
import { valuesAt } from './panel-region';
import { isWithout, panelBand } from './panel-values';
import { panelQuantities, resultQuantities } from './quantities';
import { shownParts, shownSchema, shownWords, stationTable } from './shown';
import { kindOfForce } from './tables/member-tables';
import { kindOfCutForce } from './tables/cut-table';
import { storeyBook } from './tables/other-tables';

const node = z.string().regex(/^n\d+$/, 'a node looks like n12');
const member = z.string().regex(/^m\d+$/, 'a member looks like m12');
const direction = z.enum(['x', 'y', 'z']);

/** A quantity that stays in sight while one edits. */
export const watchSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('displacement'),
    node,
    direction: z.enum(['x', 'y', 'z', 'size']),
    shown: shownSchema,
  }),
  z.strictObject({
    kind: z.literal('reaction'),
    node,
    direction,
    part: z.enum(['force', 'moment']),
    shown: shownSchema,
  }),
  z.strictObject({ kind: z.literal('force'), member, component: z.enum(forceComponents), shown: shownSchema }),
  z.strictObject({
    kind: z.literal('drift'),
    storey: z.string().regex(/^h\d+$/, 'a storey looks like h2'),
    direction: z.enum(['x', 'y']),
    shown: shownSchema,
  }),
  z.strictObject({ kind: z.literal('base'), direction, part: z.enum(['force', 'moment']), shown: shownSchema }),
  z.strictObject({
    kind: z.literal('panel'),
    panel: z.string().regex(/^[bw]\d+$/, 'a slab looks like b2, a wall like w2'),
    quantity: z.enum(panelQuantities),
    at: z
      .tuple([z.number(), z.number(), z.number()])
      .nullable()
      .describe('a place in it, m; null: where it is largest by size'),
    shown: shownSchema,
  }),
  z.strictObject({
    kind: z.literal('line'),
    line: z.string().regex(/^j\d+$/, 'a line support looks like j2'),
    direction,
    shown: shownSchema,
  }),
  z.strictObject({
    kind: z.literal('cut'),
    cut: z.string().regex(/^y\d+$/, 'a cut looks like y2'),
    component: z.enum(cutComponents),
    shown: shownSchema,
  }),
  z.strictObject({ kind: z.literal('utilisation'), member: member.nullable().describe('null: the worst of all') }),
  z.strictObject({ kind: z.literal('weight') }),
]);
export type Watch = z.infer<typeof watchSchema>;

/** What a watched quantity comes to: a value in base SI with where it comes from, or why there is none. */
export type Watched =
  { readonly value: number; readonly kind: QuantityKind; readonly by: string } | { readonly reason: string };

/** What the checks came to, as far as a watch asks. */
export type Utilisations = ReadonlyMap<string, { readonly utilisation: number | null; readonly combination: string }>;

const axisNumber = { x: 0, y: 1, z: 2 } as const;

/** The largest by size of several readings, with the label of the one it comes from. */
function largest(readings: readonly { value: number; by: string }[], kind: QuantityKind): Watched {
  if (readings.length === 0) return { reason: 'what it is watched for is not there any more' };
  return { kind, ...readings.reduce((most, one) => (Math.abs(one.value) > Math.abs(most.value) ? one : most)) };
}

/** Evaluates a watched quantity in a solved model. Of an envelope: the value of largest size. */
export function watchedValue(watch: Watch, model: Model, solution: Solution, utilisations: Utilisations): Watched {
  switch (watch.kind) {
    case 'displacement':
    case 'reaction': {
      const n = solution.nodeIds.indexOf(watch.node);
      if (n < 0) return { reason: `node ${watch.node} is not in this model` };
      if (watch.kind === 'reaction' && !isHeld(model.nodes[watch.node]))
        return { reason: `node ${watch.node} is not supported` };
      return largest(
        shownParts(model, solution, watch.shown).map(({ label, state }) => {
          const six = (watch.kind === 'reaction' ? state.reactions : state.displacements).subarray(6 * n, 6 * n + 6);
          return {
            by: label,
            value:
              watch.direction === 'size'
                ? Math.hypot(six[0], six[1], six[2])
                : six[axisNumber[watch.direction] + (watch.kind === 'reaction' && watch.part === 'moment' ? 3 : 0)],
          };
        }),
        watch.kind === 'displacement' ? 'deflection' : watch.part,
      );
    }
    case 'force': {
      const m = solution.memberIds.indexOf(watch.member);
      if (m < 0) return { reason: `member ${watch.member} is not in this model` };
      const parts = shownParts(model, solution, watch.shown);
      if (parts.length === 0) return largest([], 'force');
      const { max, min } = stationTable(solution).extremes(
        m,
        parts.map((part) => part.weights),
        watch.component,
      );
      return largest(
        [max, min].map(({ value, by }) => ({ value, by: parts[by].label })),
        kindOfForce(watch.component),
      );
    }
    case 'panel':
      return watchedPanel(watch, model, solution);
    case 'line': {
      if (!(watch.line in model.lineSupports)) return { reason: `line support ${watch.line} is not in this model` };
      return largest(
        shownParts(model, solution, watch.shown).map(({ label, state }) => ({
          by: label,
          value: lineReactions(model, solution, state).get(watch.line)!.force[axisNumber[watch.direction]],
        })),
        'force',
      );
    }
    case 'cut': {
      if (!(watch.cut in model.cuts)) return { reason: `cut ${watch.cut} is not in this model` };
      const { from, to, members } = model.cuts[watch.cut];
      const section = cutSection(model, solution, { from, to, ...(members ? { members } : {}) });
      if (!section) return { reason: `cut ${watch.cut} crosses no meshed slab or wall` };
      return largest(
        shownParts(model, solution, watch.shown).map(({ label, weights }) => ({
          by: label,
          value: cutForces(model, solution, section, weights)[watch.component],
        })),
        kindOfCutForce(watch.component),
      );
    }
    case 'drift': {
      const book = storeyBook(model, solution);
      const readings = shownParts(model, solution, watch.shown).flatMap(({ label, state }) =>
        book
          .results(state)
          .filter((one) => one.storey.id === watch.storey)
          .map((one) => ({ by: label, value: one.drift[axisNumber[watch.direction]] })),
      );
      return readings.length === 0
        ? { reason: `storey ${model.storeys[watch.storey]?.label ?? watch.storey} has no storey below it here` }
        : largest(readings, 'deflection');
    }
    case 'base': {
      const parts = shownParts(model, solution, watch.shown);
      return largest(
        parts.map(({ label, state }) => ({
          by: label,
          value: baseSum(model, solution, state.reactions, axisNumber[watch.direction], watch.part),
        })),
        watch.part,
      );
    }
    case 'utilisation': {
      if (watch.member !== null) {
        const row = utilisations.get(watch.member);
        if (row?.utilisation === null || row === undefined) return { reason: `member ${watch.member} is not checked` };
        return { value: row.utilisation, kind: 'number', by: row.combination };
      }
      const made = [...utilisations].flatMap(([id, row]) =>
        row.utilisation === null ? [] : [{ value: row.utilisation, by: `${id} ${row.combination}` }],
      );
      return made.length === 0 ? { reason: 'nothing is checked' } : largest(made, 'number');
    }
    case 'weight': {
      const own = Object.values(model.cases)
        .filter((one) => one.selfWeight)
        .map((one) => one.id);
      if (own.length === 0) return { reason: 'no case has the self-weight in it' };
      const index = solution.cases.findIndex((one) => one.id === own[0]);
      return { value: -solution.cases[index].applied[2], kind: 'force', by: model.cases[own[0]].label };
    }
  }
}

/** A quantity of a slab or wall, at a place or where it is largest by size. */
function watchedPanel(
  { panel: id, quantity, at, shown }: Extract<Watch, { kind: 'panel' }>,
  model: Model,
  solution: Solution,
): Watched {
  const noun = id.startsWith('w') ? 'wall' : 'slab';
  if (!(id in model.slabs) && !(id in model.walls)) return { reason: `${noun} ${id} is not in this model` };
  const zones = (solution.panels ?? []).filter((panel) => panel.id === id && !isWithout(panel, quantity));
  if (zones.length === 0) return { reason: `${noun} ${id} is not meshed, or has no ${quantity}` };
  const parts = shownParts(model, solution, shown);
  const found =
    at !== null
      ? valuesAt(solution, parts, id, quantity, at)
      : parts.flatMap((part) =>
          zones.flatMap((panel) => {
            const band = panelBand(solution, panel, [part], quantity);
            const value = band?.max.reduce((most, one) => (Math.abs(one) > Math.abs(most) ? one : most), 0);
            return value === undefined ? [] : [{ value, by: part.label }];
          }),
        );
  if (at !== null && found.length === 0) return { reason: `the place does not lie in ${noun} ${id} any more` };
  return largest(found, resultQuantities[quantity].unit);
}

/** Sum of the reactions, N, or of their moments about the axes through the middle of the supports at the height of the lowest, N·m. */
function baseSum(
  model: Model,
  solution: Solution,
  reactions: Float64Array,
  axis: 0 | 1 | 2,
  part: 'force' | 'moment',
): number {
  const [a, b] = [(axis + 1) % 3, (axis + 2) % 3];
  const [low, high] = [
    [Infinity, Infinity, Infinity],
    [-Infinity, -Infinity, -Infinity],
  ];
  const held = new Set(Object.values(model.lineSupports).flatMap(({ start, end }) => [start, end]));
  solution.nodeIds.forEach((id, n) => {
    if (!isHeld(model.nodes[id]) && !held.has(id)) return;
    for (let k = 0; k < 3; k++)
      [low[k], high[k]] = [
        Math.min(low[k], solution.positions[3 * n + k]),
        Math.max(high[k], solution.positions[3 * n + k]),
      ];
  });
  const middle = low[0] === Infinity ? [0, 0, 0] : [(low[0] + high[0]) / 2, (low[1] + high[1]) / 2, low[2]];
  let sum = 0;
  // line supports hold nodes of meshes that are none of the model's
  for (let n = 0; n < reactions.length / 6; n++) {
    if (part === 'force') sum += reactions[6 * n + axis];
    else
      sum +=
        reactions[6 * n + 3 + axis] +
        (solution.positions[3 * n + a] - middle[a]) * reactions[6 * n + b] -
        (solution.positions[3 * n + b] - middle[b]) * reactions[6 * n + a];
  }
  return sum;
}

/** What is watched, in words: `drift y of storey 2, envelope of service`. */
export function watchWords(watch: Watch, model: Model): string {
  const name = (id: string) => model.members[id]?.label ?? id;
  const under = 'shown' in watch ? `, ${shownWords(model, watch.shown).name}` : '';
  switch (watch.kind) {
    case 'displacement':
      return `${watch.direction === 'size' ? 'u' : `u${watch.direction}`} of ${watch.node}${under}`;
    case 'reaction':
      return `${watch.part === 'force' ? 'R' : 'M'}${watch.direction} at ${watch.node}${under}`;
    case 'force':
      return `${watch.component} in ${name(watch.member)}${under}`;
    case 'drift':
      return `drift ${watch.direction} of ${model.storeys[watch.storey]?.label ?? watch.storey}${under}`;
    case 'panel': {
      const { units } = model.settings;
      const place = watch.at && ` at ${watch.at.map((part) => formatQuantity(part, 'length', units, 2)).join(', ')}`;
      return `${watch.quantity} ${place === null ? 'largest ' : ''}in ${(model.slabs[watch.panel] ?? model.walls[watch.panel])?.label ?? watch.panel}${place ?? ''}${under}`;
    }
    case 'line':
      return `R${watch.direction} along ${model.lineSupports[watch.line]?.label ?? watch.line}${under}`;
    case 'cut':
      return `${watch.component} through ${model.cuts[watch.cut]?.label ?? watch.cut}${under}`;
    case 'base':
      return `base ${watch.part === 'force' ? 'shear' : 'moment'} ${watch.direction}${under}`.replace(
        'base shear z',
        'sum of Rz',
      );
    case 'utilisation':
      return watch.member === null ? 'worst utilisation' : `utilisation of ${name(watch.member)}`;
    case 'weight':
      return 'weight of the case with self-weight';
  }
}

/** A watched value as it is shown. */
export const watchedText = (watched: Watched | undefined, units: UnitSystem): string =>
  watched === undefined
    ? '…'
    : 'reason' in watched
      ? '–'
      : formatQuantity(watched.value, watched.kind, units, watched.kind === 'number' ? 2 : undefined);
