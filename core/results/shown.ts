import { z } from 'zod';
import { combinationFormula, purposeNames } from '../combine';
import type { Solution } from '../fem';
import { inOrder, purposes, type Combination, type Envelope, type Model } from '../model';
import { StationTable } from './station-table';
import { caseWeights, combinationWeights, superpose, type LoadState } from './state';

const id = z.string().regex(/^[a-z]{1,2}\d+$/, 'an id looks like c12');

/** Which results are looked at: one case, one combination, or the largest and smallest of several. */
export const shownSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('case'), id }),
  z.strictObject({ kind: z.literal('combination'), id }),
  z.strictObject({ kind: z.literal('envelope'), purpose: z.enum(purposes) }),
  z.strictObject({ kind: z.literal('ownEnvelope'), id }),
  z.strictObject({ kind: z.literal('set'), cases: z.array(id), combinations: z.array(id) }),
]);
export type Shown = z.infer<typeof shownSchema>;

/** One load state that is shown, alone or as part of an envelope. */
export interface ShownPart {
  readonly label: string;
  /** of the case or combination */
  readonly id: string;
  readonly weights: Float64Array;
  /** superposed when it is first asked for, and kept for the last few only */
  readonly state: LoadState;
}

const tables = new WeakMap<Solution, StationTable>();

/** The station table of a solution, made once. */
export function stationTable(solution: Solution): StationTable {
  let table = tables.get(solution);
  if (!table) {
    table = new StationTable(solution);
    tables.set(solution, table);
  }
  return table;
}

export function combinationsFor(model: Model, purpose: Combination['purpose']): Combination[] {
  return inOrder(model.combinations).filter((combination) => combination.purpose === purpose);
}

const statesKept = 48;
const states = new WeakMap<Solution, Map<Float64Array, LoadState>>();

/** The superposed state of a set of weights; the last few are kept, so that a hundred combinations are not all held at once. */
function stateOf(solution: Solution, weights: Float64Array): LoadState {
  const known = states.get(solution) ?? new Map<Float64Array, LoadState>();
  states.set(solution, known);
  const state = known.get(weights) ?? superpose(solution, weights);
  known.delete(weights);
  known.set(weights, state);
  for (const oldest of known.keys()) {
    if (known.size <= statesKept) break;
    known.delete(oldest);
  }
  return state;
}

const weightsKept = new WeakMap<
  Solution,
  { combinations: Model['combinations']; weights: Map<string, Float64Array> }
>();

/** The weights of a case or a combination, made once as long as the combinations are the same. */
function weightsOf(model: Model, solution: Solution, id: string, make: () => Float64Array): Float64Array {
  let kept = weightsKept.get(solution);
  if (!kept || kept.combinations !== model.combinations) {
    kept = { combinations: model.combinations, weights: new Map() };
    weightsKept.set(solution, kept);
  }
  const weights = kept.weights.get(id) ?? make();
  kept.weights.set(id, weights);
  return weights;
}

function partOf(solution: Solution, id: string, label: string, weights: Float64Array): ShownPart {
  // a part holds its state as long as it is looked at itself: a table over many nodes asks for it again and again
  let state: LoadState | undefined;
  return {
    id,
    label,
    weights,
    get state() {
      return (state ??= stateOf(solution, weights));
    },
  };
}

/** The states of a case, a combination, or all members of an envelope or set; empty when there are none. */
export function shownParts(model: Model, solution: Solution, shown: Shown): ShownPart[] {
  const ofCase = (caseId: string) =>
    caseId in model.cases
      ? [
          partOf(
            solution,
            caseId,
            model.cases[caseId].label,
            weightsOf(model, solution, caseId, () => caseWeights(solution, caseId)),
          ),
        ]
      : [];
  const ofCombination = (combination: Combination | undefined) =>
    combination
      ? [
          partOf(
            solution,
            combination.id,
            combination.label,
            weightsOf(model, solution, combination.id, () =>
              combinationWeights(solution, combination, model.combinations),
            ),
          ),
        ]
      : [];
  switch (shown.kind) {
    case 'case':
      return ofCase(shown.id);
    case 'combination':
      return ofCombination(model.combinations[shown.id]);
    case 'envelope':
      return combinationsFor(model, shown.purpose).flatMap(ofCombination);
    case 'ownEnvelope': {
      const envelope = model.envelopes[shown.id] as Envelope | undefined;
      return envelope
        ? [
            ...envelope.cases.flatMap(ofCase),
            ...envelope.combinations.flatMap((one) => ofCombination(model.combinations[one])),
          ]
        : [];
    }
    case 'set':
      return [
        ...shown.cases.flatMap(ofCase),
        ...shown.combinations.flatMap((one) => ofCombination(model.combinations[one])),
      ];
  }
}

/** What is shown, in words: short name and what it consists of. */
export function shownWords(model: Model, shown: Shown): { name: string; detail: string } {
  const labels = (cases: readonly string[], combinations: readonly string[]) =>
    [
      ...cases.flatMap((one) => model.cases[one]?.label ?? []),
      ...combinations.flatMap((one) => model.combinations[one]?.label ?? []),
    ].join(', ');
  switch (shown.kind) {
    case 'case':
      return shown.id in model.cases
        ? { name: `Case ${model.cases[shown.id].label}`, detail: model.cases[shown.id].name }
        : { name: 'No case', detail: '' };
    case 'combination': {
      const combination = model.combinations[shown.id] as Combination | undefined;
      return combination
        ? {
            name: `${combination.label} ${purposeNames[combination.purpose]}`,
            detail: combinationFormula(model, combination),
          }
        : { name: 'No combination', detail: '' };
    }
    case 'envelope':
      return {
        name: `Envelope, ${purposeNames[shown.purpose]}`,
        detail: `of ${combinationsFor(model, shown.purpose).length} combinations`,
      };
    case 'ownEnvelope': {
      const envelope = model.envelopes[shown.id] as Envelope | undefined;
      return envelope
        ? { name: `Envelope ${envelope.label}`, detail: labels(envelope.cases, envelope.combinations) }
        : { name: 'No envelope', detail: '' };
    }
    case 'set':
      return {
        name: `Set of ${shown.cases.length + shown.combinations.length}`,
        detail: labels(shown.cases, shown.combinations),
      };
  }
}

/** Whether what is shown is the largest and smallest of several states. */
export const isEnvelope = (shown: Shown): shown is Extract<Shown, { kind: 'envelope' | 'ownEnvelope' | 'set' }> =>
  shown.kind !== 'case' && shown.kind !== 'combination';

/** Adds a case or combination to what is shown, or takes it out: one becomes a set of two, a set of one that one. */
export function toggled(shown: Shown, other: Extract<Shown, { kind: 'case' | 'combination' }>): Shown {
  if (shown.kind === 'envelope' || shown.kind === 'ownEnvelope') return other;
  const lists =
    shown.kind === 'set'
      ? { cases: shown.cases, combinations: shown.combinations }
      : shown.kind === 'case'
        ? { cases: [shown.id], combinations: [] }
        : { cases: [], combinations: [shown.id] };
  const toggle = (list: readonly string[], wanted: boolean) =>
    !wanted ? [...list] : list.includes(other.id) ? list.filter((one) => one !== other.id) : [...list, other.id];
  const next = {
    cases: toggle(lists.cases, other.kind === 'case'),
    combinations: toggle(lists.combinations, other.kind === 'combination'),
  };
  if (next.cases.length + next.combinations.length === 0) return shown;
  if (next.cases.length + next.combinations.length > 1) return { kind: 'set', ...next };
  return next.cases.length === 1
    ? { kind: 'case', id: next.cases[0] }
    : { kind: 'combination', id: next.combinations[0] };
}
