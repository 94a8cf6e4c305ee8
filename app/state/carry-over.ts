import { applyAct, clashes, renumberForModel, type Clash, type Model } from '~core/model';
import type { UnsentAct } from './unsent';

/** Unsent acts, carried over to a model they were not made on. */
export interface CarriedOver {
  readonly kept: readonly UnsentAct[];
  /** the model with what was kept */
  readonly model: Model;
  /** what could not be carried over or would overwrite what others did */
  readonly aside: readonly UnsentAct[];
}

/**
 * Carries unsent acts over to the model as others made it meanwhile. An act that would overwrite a field somebody changed, or that has lost what
 * it was about, is not forced: it is set aside with the reason and both values.
 * @param from    the model the first act was made on
 * @param acts    in their order
 * @param now     the model as it stands
 * @param already keys of acts that are part of `now`: they were received though their answer was lost
 */
export function carryOver(
  from: Model,
  acts: readonly UnsentAct[],
  now: Model,
  already: ReadonlySet<string> = new Set(),
): CarriedOver {
  const open = acts.filter(({ key }) => !already.has(key));
  const renumbered = new Map(
    renumberForModel(
      open.map(({ act }) => act),
      now,
    ).map((act, i) => [open[i].key, act]),
  );
  const kept: UnsentAct[] = [];
  const aside: UnsentAct[] = [];
  let [seen, model] = [from, now];
  for (const unsent of acts) {
    const act = renumbered.get(unsent.key) ?? unsent.act;
    const before = seen;
    const thought = applyAct(seen, act);
    if (thought.ok) seen = thought.model;
    if (already.has(unsent.key)) continue;
    const sentence = thought.ok ? thought.sentence : (act.sentence ?? 'A change');
    const leave = (reason: string, found: readonly Clash[] = []) =>
      aside.push({ ...unsent, act, aside: { sentence, reason, clashes: found } });
    const carried = applyAct(model, act);
    const found = thought.ok ? clashes(before, thought.model, model) : [];
    if (found.length > 0) leave(reasonOf(found), found);
    else if (!thought.ok) leave('A change before it, which it rests on, was set aside.');
    else if (!carried.ok) leave(carried.error);
    else {
      // what moves by an amount ends elsewhere when its start was moved too
      const odd = clashes(before, thought.model, carried.model);
      if (odd.length > 0) leave(reasonOf(odd), odd);
      else {
        kept.push({ ...unsent, act });
        model = carried.model;
      }
    }
  }
  return { kept, model, aside };
}

const reasonOf = ([{ sentence }]: readonly Clash[]): string =>
  `${sentence[0].toUpperCase()}${sentence.slice(1)} meanwhile in another window.`;
