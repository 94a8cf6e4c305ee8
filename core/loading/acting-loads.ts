import {
  inOrder,
  type AreaLoad,
  type LineLoad,
  type Load,
  type LoadRule,
  type Model,
  type ReductionRule,
} from '../model';
import { isByCode, liveReductions, loadsByCode, type RuleResult } from '../codes/loads';
import { spreadArea, type Received, type SpreadArea } from './area/spread-area';
import { spreadLine, type SpreadLine } from './area/spread-line';
import { notional } from './rules/notional';
import { pattern } from './rules/pattern';
import { reductions } from './rules/reduction';
import { train } from './rules/train';
import { layersOf, loadsOver, tributaryArea } from './rules/tributary';

/** Keeps what was made of something as long as the tables it depends on are the same. Tables never change. */
class Kept<K extends object, V> {
  private readonly values = new WeakMap<K, { tables: readonly unknown[]; value: V }>();

  get(key: K, tables: readonly unknown[], make: () => V): V {
    const known = this.values.get(key);
    if (known && known.tables.length === tables.length && tables.every((table, i) => table === known.tables[i]))
      return known.value;
    const value = make();
    this.values.set(key, { tables, value });
    return value;
  }
}

const frameTables = ({ nodes, members, sections, storeys, slabs, walls }: Model) => [
  nodes,
  members,
  sections,
  storeys,
  slabs,
  walls,
];

const spreads = new Kept<AreaLoad | LineLoad, SpreadArea | SpreadLine>();

/** An area or line load carried to members; made once for a load and a state of the frame. */
export function spreadOf(model: Model, load: AreaLoad): SpreadArea;
export function spreadOf(model: Model, load: AreaLoad | LineLoad): SpreadArea | SpreadLine;
export function spreadOf(model: Model, load: AreaLoad | LineLoad): SpreadArea | SpreadLine {
  return spreads.get(load, frameTables(model), () =>
    load.type === 'area' ? spreadArea(model, load) : spreadLine(model, load),
  );
}

/** How much of a gravity load comes in at each node in a case, N downward; told to notional rules by what knows members' loads. */
export type DownwardByNode = (
  model: Model,
  loads: readonly Load[],
  factors: readonly { case: string; factor: number }[],
) => ReadonlyMap<string, number>;

const results = new Kept<LoadRule, RuleResult>();
const acting = new Kept<object, { loads: readonly Load[]; results: ReadonlyMap<string, RuleResult> }>();

/**
 * Every load of the model: those that were put, and those the rules make. Rules see what rules before them made: wind, snow and moving
 * forces first, then patterns of them, then notional loads of all of it.
 */
export function makeActing(
  model: Model,
  downward: DownwardByNode,
): { loads: readonly Load[]; results: ReadonlyMap<string, RuleResult> } {
  const own = inOrder(model.loads);
  const rules = inOrder(model.loadRules);
  if (rules.length === 0) return { loads: own, results: new Map() };
  const { loads, loadRules, cases, materials, gridLines, diaphragms } = model;
  const { units } = model.settings;
  return acting.get(loadRules, [loads, cases, materials, gridLines, diaphragms, units, ...frameTables(model)], () => {
    const found = new Map<string, RuleResult>();
    const all: Load[] = [...own];
    const take = (rule: LoadRule, more: readonly unknown[], make: () => RuleResult) => {
      const result = results.get(rule, [units, ...frameTables(model), ...more], make);
      found.set(rule.id, result);
      return result.loads;
    };
    for (const rule of rules) {
      if (isByCode(rule)) all.push(...take(rule, [], () => loadsByCode(model, rule)!));
      else if (rule.type === 'train') all.push(...take(rule, [], () => train(model, rule)));
    }
    // what a rule is made of are the loads of some cases: as long as they are the same records, what it made stays
    for (const rule of rules) {
      if (rule.type !== 'pattern') continue;
      const source = all.filter((load) => load.case === rule.source);
      all.push(...take(rule, [gridLines, cases, ...source], () => pattern(model, rule, source)));
    }
    const gravity = [...all];
    for (const rule of rules) {
      if (rule.type !== 'notional') continue;
      const wanted = new Set(rule.gravity.map((one) => one.case));
      const reduced = rules.filter((other) => other.type === 'reduction' && wanted.has(other.case));
      const source = gravity.filter((load) => wanted.has(load.case));
      all.push(
        ...take(
          rule,
          [materials, diaphragms, ...rule.gravity.map((one) => cases[one.case].selfWeight), ...reduced, ...source],
          () => notional(model, rule, downward(model, source, rule.gravity)),
        ),
      );
    }
    for (const rule of rules)
      if (rule.type === 'reduction')
        take(rule, [loads, loadRules, cases], () => {
          const { sheets, problems } = reductionOf(model, rule, all);
          return { loads: [], sheets, problems };
        });
    return { loads: all, results: found };
  });
}

/** What a reduction rule comes to: factors by member, the loads they count for, sheets, and why nothing of it is reduced. */
export interface Reduction extends ReturnType<typeof reductions> {
  readonly reduced: ReadonlySet<string>;
  readonly problems: readonly string[];
}

/** What a reduction rule makes of the areas each member receives live load from. Places under several loads count once. */
export function reductionOf(model: Model, rule: ReductionRule, loads: readonly Load[]): Reduction {
  const by = liveReductions[rule.standard];
  const because = by.excludes(model.cases[rule.case]);
  if (because !== undefined) return { factors: new Map(), sheets: [], problems: [because], reduced: new Set() };
  const own = loads.filter((load): load is AreaLoad => load.type === 'area' && load.case === rule.case);
  const over = loadsOver(model, own);
  const reducible = own.filter((load) => by.reduces(load, over.get(load)!));
  const areas = new Map<string, number>();
  for (const layer of layersOf(model, reducible)) {
    const widths = new Map<string, Received[][]>();
    layer.forEach((load, i) => {
      const unit = unitLoads.get(load, [], () => ({
        ...load,
        pressure: { type: 'uniform', value: 1 },
        direction: 'normal',
        reversed: false,
        projected: false,
      }));
      for (const piece of spreadOf(model, unit).received) {
        const pieces = widths.get(piece.member) ?? layer.map(() => []);
        pieces[i].push(piece);
        widths.set(piece.member, pieces);
      }
    });
    for (const [member, pieces] of widths) areas.set(member, (areas.get(member) ?? 0) + tributaryArea(pieces));
  }
  const onPanels = reducible.some((load) => spreadOf(model, load).onPanels.length > 0);
  return {
    ...reductions(by, rule, areas, model.settings.units),
    problems: onPanels
      ? ['what lies on meshed slabs is not reduced: beams, columns and walls under them carry all of it']
      : [],
    reduced: new Set(reducible.map((load) => load.id)),
  };
}

const unitLoads = new Kept<AreaLoad, AreaLoad>();
