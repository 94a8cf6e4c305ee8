import { caseFactorsOf } from '~core/combine';
import { actingLoads as allActing, spreadOf } from '~core/loading';
import { isSpread, type Load, type Model } from '~core/model';
import type { Shown } from '../../state/view-slice';

/** A load in the shown case or combination with its factor there. */
export interface ActingLoad {
  readonly load: Load;
  readonly factor: number;
  /** whether a rule made it */
  readonly generated: boolean;
}

let last: { readonly model: Model; readonly shown: Shown; readonly loads: readonly ActingLoad[] } | undefined;

/** The loads that act in what is shown, those of rules too; an envelope shows none. The eye turns often, the loads seldom: the last answer is kept. */
export function actingLoads(model: Model, shown: Shown): readonly ActingLoad[] {
  if (last?.model === model && last.shown === shown) return last.loads;
  const factors =
    shown.kind === 'case'
      ? new Map([[shown.id, 1]])
      : shown.kind === 'combination' && shown.id in model.combinations
        ? caseFactorsOf(model.combinations, model.combinations[shown.id])
        : new Map<string, number>();
  const loads =
    factors.size === 0
      ? []
      : allActing(model).flatMap((load) => {
          const factor = factors.get(load.case);
          return factor ? [{ load, factor, generated: !(load.id in model.loads) }] : [];
        });
  last = { model, shown, loads };
  return loads;
}

/** What members receive of areas and lines, as loads of their own, for those who want to see that. */
export function receivedLoads(model: Model, acting: readonly ActingLoad[]): ActingLoad[] {
  return acting.flatMap((one): ActingLoad[] => {
    if (!isSpread(one.load)) return [one];
    return spreadOf(model, one.load).received.flatMap(({ member, direction, from, to, valueFrom, valueTo }, i) =>
      (['x', 'y', 'z'] as const).flatMap((axis, k): ActingLoad[] => {
        const share = direction[k];
        if (Math.abs(share) < 1e-6) return [];
        return [
          {
            ...one,
            load: {
              id: `${one.load.id}.${i}${axis}`,
              case: one.load.case,
              type: 'trapezoid',
              member,
              axes: 'global',
              direction: axis,
              valueFrom: valueFrom * share,
              valueTo: valueTo * share,
              from,
              to,
            },
          },
        ];
      }),
    );
  });
}
