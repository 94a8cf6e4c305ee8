import type { Plan } from '~core/build';
import { applyAct, emptyModel, idSource, type Act, type LoadCase, type Model, type Nature, type Settings } from '~core/model';
import { count, formatQuantity } from '~core/units';

/** Builds a model through the same edits a user's acts consist of, keeping each act for the project's history. */
export class Author {
  model: Model;
  readonly acts: Act[] = [];

  constructor(settings: Pick<Settings, 'name' | 'units' | 'code'>) {
    this.model = emptyModel(settings);
  }

  do(act: Act): void {
    const applied = applyAct(this.model, act);
    if (!applied.ok) throw new Error(applied.error);
    this.model = applied.model;
    this.acts.push(act);
  }

  /** Carries out what a generator or an edit planned. */
  plan(plan: Plan): void {
    if (!plan.ok) throw new Error(plan.error);
    this.do(plan.act);
  }

  addCase(label: string, name: string, nature: Nature, selfWeight = false, category?: LoadCase['category']): string {
    const id = idSource(this.model)('cases');
    this.do({ edits: [{ kind: 'add', records: { cases: [{ id, label, name, nature, selfWeight, ...(category ? { category } : {}) }] } }], sentence: `Added case ${label}, ${name.toLowerCase()}` });
    return id;
  }

  /** A uniform load over the whole of each member, N/m, global. */
  addUniform(caseId: string, members: string | readonly string[], direction: 'x' | 'y' | 'z', value: number): void {
    const next = idSource(this.model);
    const loads = [members].flat().map((member) => ({ id: next('loads'), case: caseId, type: 'uniform' as const, member, axes: 'global' as const, direction, value, from: 0, to: null }));
    this.do({ edits: [{ kind: 'add', records: { loads } }], sentence: `Put ${formatQuantity(value, 'lineLoad', this.model.settings.units)} on ${count(loads.length, 'member')} in case ${this.model.cases[caseId].label}` });
  }
}
