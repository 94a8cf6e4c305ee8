import type { Model } from '~core/model';
import {
  lineIndex,
  shownParts,
  stationTable,
  stressBand,
  type Shown,
  isOfPanels,
  resultQuantities,
} from '~core/results';
import { formatQuantity } from '~core/units';
import type { Solved } from '../../state/solve-slice';
import type { Quantity, Stage } from '../../state/view-slice';
import type { CheckRow } from '../../workers/messages';
import { kindOfQuantity } from './compose';
import { interpolated, isForce, type DiagramSource } from '~core/picture';

interface Content {
  readonly model: Model;
  readonly solved: Solved | undefined;
  readonly checks: ReadonlyMap<string, CheckRow>;
  readonly shown: Shown;
  readonly quantity: Quantity;
  readonly less: DiagramSource['less'] | undefined;
  readonly stage: Stage;
}

/** What is told of a place on a member beside the pointer. @param share of the length, 0–1 */
export function resultWords(
  { model, solved, checks, shown, quantity, less, stage }: Content,
  id: string,
  share: number,
): string {
  if (stage === 'checks' || (stage === 'results' && quantity === 'utilisation')) {
    const row = checks.get(id);
    return row?.utilisation == null
      ? `${id}: open, not checked`
      : `${id}  ${row.utilisation.toFixed(2)} ${row.title.toLowerCase()}, ${row.combination}${row.verdict === 'open' ? '; open' : ''}`;
  }
  const number = solved ? solved.solution.memberIds.indexOf(id) : -1;
  if (stage !== 'results' || !solved || number < 0) return id;
  const parts = shownParts(model, solved.solution, shown);
  if (parts.length === 0) return id;
  const { units } = model.settings;
  const kind = kindOfQuantity(quantity);
  const x = share * solved.solution.lengths[number];
  const place = `${id} at ${formatQuantity(x, 'length', units, 2)}`;
  const table = stationTable(solved.solution);
  if (quantity === 'stress') {
    const band = stressBand(
      table,
      model,
      id,
      number,
      parts.map((part) => part.weights),
    );
    return band
      ? `${place}  σ ${formatQuantity(interpolated(band, 'min', x), kind, units)} to ${formatQuantity(interpolated(band, 'max', x), kind, units)}`
      : place;
  }
  if (!isForce(quantity)) {
    if (parts.length > 1 || resultQuantities[quantity].drawn === 'written' || isOfPanels(quantity)) return place;
    const values = table.at(number, parts[0].weights, x);
    return `${place}  moves ${formatQuantity(Math.hypot(values[lineIndex.u], values[lineIndex.v], values[lineIndex.w]), 'deflection', units, 1)}`;
  }
  const range = (of: typeof table, member: number, sets: readonly Float64Array[], at: number) =>
    sets.map((weights) => of.at(member, weights, at)[lineIndex[quantity]]);
  const values = range(
    table,
    number,
    parts.map((part) => part.weights),
    x,
  );
  const show = (value: number) => formatQuantity(value, kind, units);
  const words = (list: readonly number[]) =>
    list.length === 1 ? show(list[0]) : `${show(Math.min(...list))} to ${show(Math.max(...list))}`;
  if (!less) return `${place}  ${quantity} ${words(values)}`;
  const other = less.solution.memberIds.indexOf(id);
  if (other < 0) return `${place}  not in the other`;
  const others = range(
    stationTable(less.solution),
    other,
    shownParts(less.model, less.solution, less.shown).map((part) => part.weights),
    share * less.solution.lengths[other],
  );
  return `${place}  ${quantity} ${words(values)} against ${words(others)}`;
}
