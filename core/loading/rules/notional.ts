import { storeysUpward, type Model, type NotionalRule } from '../../model';
import { calculate, force, plain, Sheet } from '../../sheet';
import { numbered, type MadeLoad, type RuleResult } from '../../codes/loads';

/**
 * A share of the gravity load that comes in at each level, sideways at that level (AISC 360-22 C2.2b, EN 1993-1-1 5.3.2). What comes in
 * between two levels counts to the nearer one.
 * @param downward gravity load by node, N, that on members handed to their ends
 */
export function notional(model: Model, rule: NotionalRule, downward: ReadonlyMap<string, number>): RuleResult {
  const levels = storeysUpward(model);
  if (levels.length === 0)
    return {
      loads: [],
      sheets: [],
      problems: [`${rule.label}: there are no storeys, so there are no levels at which to put it.`],
    };
  const levelOf = (z: number) =>
    levels.reduce((best, level) => (Math.abs(level.elevation - z) < Math.abs(best.elevation - z) ? level : best));
  const columnNodes = new Set(
    Object.values(model.members)
      .filter((member) => member.role === 'column')
      .flatMap((member) => [member.start, member.end]),
  );
  const inFloor = new Set(Object.values(model.diaphragms).flatMap((diaphragm) => diaphragm.nodes));
  const sign = rule.direction[0] === '+' ? 1 : -1;
  const axis = rule.direction[1] === 'x' ? 0 : 1;
  const sheet = new Sheet();
  const loads: MadeLoad[] = [];
  const problems: string[] = [];
  for (const level of levels) {
    const here = [...downward].filter(([id]) => levelOf(model.nodes[id].position[2]) === level && !isGround(model, id));
    const total = here.reduce((sum, [, load]) => sum + load, 0);
    if (Math.abs(total) < 1e-6) continue;
    const floor = here.filter(([id]) => inFloor.has(id));
    const columns = here.filter(([id]) => columnNodes.has(id));
    const takers = rule.at === 'diaphragms' && floor.length > 0 ? floor : columns.length > 0 ? columns : here;
    const theirs = takers.reduce((sum, [, load]) => sum + Math.max(0, load), 0);
    const whole = calculate(sheet, {
      clause: 'C2.2b',
      title: `Notional load, ${level.label}`,
      symbol: 'N',
      expression: 'n * Y',
      inputs: { n: plain(rule.share, 4), Y: force(total) },
      as: { kind: 'force' },
      note: `Y: gravity load that comes in at the level; on ${takers.length} nodes`,
    });
    if (theirs <= 0) {
      problems.push(
        `${rule.label}: at ${level.label} no node carries gravity load downward, so its notional load has no place.`,
      );
      continue;
    }
    for (const [node, load] of takers) {
      if (load <= 0) continue;
      const push: [number, number, number] = [0, 0, 0];
      push[axis] = (sign * whole * load) / theirs;
      loads.push({ case: rule.case, type: 'node', node, force: push, moment: [0, 0, 0] });
    }
  }
  return { loads: numbered(loads, rule.id), sheets: [{ title: `Notional loads ${rule.direction}`, sheet }], problems };
}

/** A foot: what comes in there goes straight into the ground. */
const isGround = (model: Model, id: string): boolean => model.nodes[id].support?.uz === true;
