import { count } from '../units';
import { applyAct, type Act, type Edit, type Finding, type Mend, type MendPlan, type Model } from '../model';
import { divideEdits } from './divide';
import { connectCrossingsPlan } from './divisions';
import { mergeNodesPlan } from './merge';
import { mergeOpeningsPlan } from './merge-openings';
import { dropCornersPlan } from './outline-corners';
import type { ChosenPanel } from './outlines';
import type { Plan } from './plan';
import { RecordCollector } from './records';

/** The act of a finding's mend on a model; undefined when it no longer applies. */
export function mendAct(model: Model, mend: Mend): Act | undefined {
  if ('act' in mend) return mend.act;
  const { plan } = mend;
  if (plan.kind === 'divide') {
    const member = model.members[plan.member];
    const nodes = plan.nodes.filter((id) => id in model.nodes && id !== member?.start && id !== member?.end);
    return member && nodes.length > 0
      ? {
          edits: divideEdits(model, member, nodes, new RecordCollector(model).nextId).edits,
          sentence: `Divided ${plan.member} at ${nodes.join(', ')}`,
        }
      : undefined;
  }
  const made = planOf(model, plan);
  return made.ok ? made.act : undefined;
}

function planOf(model: Model, plan: Exclude<MendPlan, { kind: 'divide' }>): Plan {
  switch (plan.kind) {
    case 'merge':
      return mergeNodesPlan(
        model,
        plan.tolerance,
        plan.nodes.filter((id) => id in model.nodes),
      );
    case 'connect':
      return connectCrossingsPlan(
        model,
        plan.members.filter((id) => id in model.members),
      );
    case 'drop corners':
      return dropCornersPlan(model, presentOnly(model, plan.panel), plan.nodes);
    case 'merge openings':
      return mergeOpeningsPlan(model, presentOnly(model, plan.panel), plan.gap);
  }
}

const presentOnly = (model: Model, panel: ChosenPanel): ChosenPanel[] =>
  panel.id in model[panel.table] ? [panel] : [];

/** A mend's label, and the loads that go with what it deletes. */
export function mendLabel(model: Model, mend: Mend): string {
  if (!('act' in mend) || !mend.act.edits.some((edit) => edit.kind === 'remove' && edit.table !== 'loads'))
    return mend.label;
  const applied = applyAct(model, mend.act);
  const lost = applied.ok ? Object.keys(model.loads).length - Object.keys(applied.model.loads).length : 0;
  return lost > 0 ? `${mend.label} with ${count(lost, 'load')}` : mend.label;
}

/** Mends several findings one after another as one act; those that no longer apply are passed over and counted. */
export function mendAll(model: Model, findings: readonly Finding[]): { act: Act | undefined; mended: number } {
  let current = model;
  const edits: Edit[] = [];
  let mended = 0;
  for (const { mend } of findings) {
    const act = mend && mendAct(current, mend);
    const applied = act && applyAct(current, act);
    if (!act || !applied?.ok) continue;
    current = applied.model;
    edits.push(...act.edits);
    mended++;
  }
  return {
    act:
      edits.length === 0 ? undefined : { edits, sentence: `Mended ${mended} ${mended === 1 ? 'finding' : 'findings'}` },
    mended,
  };
}
