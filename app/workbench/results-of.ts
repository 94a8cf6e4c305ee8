import { caseWeights, combinationWeights, StationTable, superpose, type LoadState } from '~core/results';
import { inOrder, type Combination, type Envelope, type Model } from '~core/model';
import { combinationFormula, purposeNames } from '~core/combine';
import type { Solution } from '~core/fem';
import type { Shown } from '../state/view-slice';

/** One load state that is shown, alone or as part of an envelope. */
export interface ShownPart {
  readonly label: string;
  readonly weights: Float64Array;
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

const parts = new WeakMap<Solution, Map<string, ShownPart>>();

/** The states of a case, a combination, or all combinations of an envelope; empty when there are none. */
export function shownParts(model: Model, solution: Solution, shown: Shown): ShownPart[] {
  const known = parts.get(solution) ?? new Map<string, ShownPart>();
  parts.set(solution, known);
  const part = (label: string, weights: Float64Array): ShownPart => {
    const key = `${label} ${weights.join(' ')}`;
    let found = known.get(key);
    if (!found) {
      found = { label, weights, state: superpose(solution, weights) };
      known.set(key, found);
    }
    return found;
  };
  if (shown.kind === 'case') return shown.id in model.cases ? [part(model.cases[shown.id].label, caseWeights(solution, shown.id))] : [];
  const ofCombination = (combination: Combination) => part(combination.label, combinationWeights(solution, combination, model.combinations));
  if (shown.kind === 'ownEnvelope') {
    const envelope = model.envelopes[shown.id] as Envelope | undefined;
    return envelope ? [...envelope.cases.map((id) => part(model.cases[id].label, caseWeights(solution, id))), ...envelope.combinations.map((id) => ofCombination(model.combinations[id]))] : [];
  }
  const combinations = shown.kind === 'combination' ? (shown.id in model.combinations ? [model.combinations[shown.id]] : []) : combinationsFor(model, shown.purpose);
  return combinations.map(ofCombination);
}

/** What is shown, in words: short name and what it consists of. */
export function shownWords(model: Model, shown: Shown): { name: string; detail: string } {
  if (shown.kind === 'case') return shown.id in model.cases ? { name: `Case ${model.cases[shown.id].label}`, detail: model.cases[shown.id].name } : { name: 'No case', detail: '' };
  if (shown.kind === 'combination') {
    const combination = model.combinations[shown.id];
    return combination ? { name: `${combination.label} ${purposeNames[combination.purpose]}`, detail: combinationFormula(model, combination) } : { name: 'No combination', detail: '' };
  }
  if (shown.kind === 'ownEnvelope') {
    const envelope = model.envelopes[shown.id] as Envelope | undefined;
    return envelope ? { name: `Envelope ${envelope.label}`, detail: [...envelope.cases.map((id) => model.cases[id].label), ...envelope.combinations.map((id) => model.combinations[id].label)].join(', ') } : { name: 'No envelope', detail: '' };
  }
  return { name: `Envelope, ${purposeNames[shown.purpose]}`, detail: `of ${combinationsFor(model, shown.purpose).length} combinations` };
}

/** Whether what is shown is the largest and smallest of several states. */
export const isEnvelope = (shown: Shown): shown is Extract<Shown, { kind: 'envelope' | 'ownEnvelope' }> => shown.kind === 'envelope' || shown.kind === 'ownEnvelope';
