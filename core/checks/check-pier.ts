import {
  designCodeFor,
  governing,
  missing,
  noDesignCode,
  verdictOf,
  type CheckedWall,
  type PierActions,
  type WallPoint,
} from '../codes/checks';
import type { Solution } from '../fem';
import {
  add,
  dot,
  isMeshed,
  rulesOf,
  scale,
  storeysUpward,
  stretchesOn,
  wallParts,
  type Model,
  type Pier,
  type Vector,
  type Wall,
  type WallBarsRecord,
} from '../model';
import { wallBarsFor } from './used-wall';
import { pierForces, type PierForces } from '../results';
import { formatQuantity } from '../units';
import type { MemberChecks } from './check-member';
import { lasting, sideways, weightsOfNature, type StoreySways } from './storey-sways';
import { strengthOf, type StrengthState } from './strength-states';

/** Levels nearer than this are one, m. */
const near = 1e-3;
/** A floor holds a pier that lies along so much of it. */
const holdsFrom = 0.5;

/** Checks the piers of one model and solution. */
export class PierChecker {
  private readonly strength: readonly StrengthState[];
  /** what of each combination pushes sideways, and what lasts, by solved state */
  private readonly shares: readonly { readonly pushing: Float64Array; readonly lasting: Float64Array }[];
  private readonly known = new Map<string, MemberChecks>();
  private readonly found: ReadonlyMap<string, Pier>;

  constructor(
    private readonly model: Model,
    private readonly solution: Solution,
    private readonly sways: StoreySways,
  ) {
    this.strength = strengthOf(model, solution);
    this.shares = this.strength.map(({ state }) => ({
      pushing: weightsOfNature(model, solution, state, sideways),
      lasting: weightsOfNature(model, solution, state, lasting),
    }));
    this.found = new Map(
      wallParts(model)
        .piers.filter(({ wall }) => isMeshed(wall))
        .map((pier) => [pier.key, pier]),
    );
  }

  /** Keys of all piers of walls that are analysed. */
  get keys(): string[] {
    return [...this.found.keys()];
  }

  /** Whether a pier has this key. */
  has(key: string): boolean {
    return this.found.has(key);
  }

  /** Bars that all piers of a wall would be given by accepting what is proposed of them; undefined: none of them is checked. */
  barsFor(wallId: string): WallBarsRecord | undefined {
    const used = [...this.found.values()].flatMap(({ key, wall }) =>
      wall.id === wallId ? (this.check(key).wall ?? []) : [],
    );
    return used.length > 0 ? wallBarsFor(used) : undefined;
  }

  /** The wall a pier is of. */
  wallOf(key: string): Wall | undefined {
    return this.found.get(key)?.wall;
  }

  /** The checks of a pier by the project's code, over all strength combinations. @param key of a pier that there is */
  check(key: string): MemberChecks {
    let checks = this.known.get(key);
    if (!checks) this.known.set(key, (checks = this.make(this.found.get(key)!)));
    return checks;
  }

  private make(pier: Pier): MemberChecks {
    const { model } = this;
    const { wall, key } = pier;
    const material = wall.material === null ? undefined : model.materials[wall.material];
    const code = material && designCodeFor(material.kind, model.settings.code);
    const whole = (why: string): MemberChecks => ({
      memberId: key,
      code: code?.title ?? '',
      checks: [missing('member', 'Strength', code?.title ?? model.settings.code, why)],
      governing: undefined,
      verdict: 'open',
    });
    if (!material) return whole('The wall has no material.');
    if (!code) return whole(noDesignCode(material.kind, model.settings.code));
    if (!code.checkWall) return whole(`Walls of ${material.kind} are not checked.`);
    if (material.concreteStrength === undefined)
      return whole(`The material ${material.name} has no concrete strength.`);
    if (wall.behaviour !== 'shell')
      return whole(
        `It is analysed as a ${wall.behaviour}, which leaves a part of its forces out. Analyse it as a shell.`,
      );
    if (this.strength.length === 0)
      return whole('There is no strength combination. Generate the combinations in the Loads stage.');
    const refused = code.refuses(this.strength.map(({ combination }) => combination));
    if (refused !== undefined) return whole(refused);
    const states = this.statesOf(pier);
    if (!states) return whole('Its wall is not in the analysis.');
    const lastingShare = (line: number): number => {
      const all = states.foot(this.strength[line].weights).N;
      const permanent = states.foot(this.shares[line].lasting).N;
      return all >= 0 ? 1 : Math.min(1, Math.max(0, permanent / all));
    };
    const {
      checks,
      wall: bars,
      steelRatio,
      interaction,
    } = code.checkWall({
      ...this.place(pier),
      material,
      points: this.pointsOf(pier, states),
      lasting: lastingShare,
    });
    return {
      memberId: key,
      code: code.title,
      checks,
      governing: governing(checks),
      verdict: verdictOf(checks),
      ...(bars ? { wall: bars } : {}),
      ...(steelRatio === undefined ? {} : { steelRatio }),
      ...(interaction ? { interaction } : {}),
    };
  }

  /** What a pier carries under each solved state by itself, at its foot and its head; undefined: its wall is not in the analysis. */
  private statesOf(pier: Pier): Record<'foot' | 'head', (weights: Float64Array) => PierActions> | undefined {
    const { model, solution } = this;
    const count = solution.cases.length;
    const known = new Map<string, PierActions | undefined>();
    const stateAt = (at: 'foot' | 'head', c: number) => {
      const key = `${at} ${c}`;
      if (!known.has(key)) {
        const found = pierForces(
          model,
          solution,
          pier,
          at,
          Float64Array.from({ length: count }, (_, i) => (i === c ? 1 : 0)),
        );
        known.set(key, found && actionsOf(found));
      }
      return known.get(key);
    };
    if (!stateAt('foot', 0) || !stateAt('head', 0)) return undefined;
    const sum = (at: 'foot' | 'head') => (weights: Float64Array) => {
      const total = { N: 0, V: 0, M: 0, across: 0, out: 0, T: 0 };
      weights.forEach((weight, c) => {
        const own = weight === 0 ? undefined : stateAt(at, c);
        if (own) for (const name of actionNames) total[name] += weight * own[name];
      });
      return total;
    };
    return { foot: sum('foot'), head: sum('head') };
  }

  private pointsOf(pier: Pier, states: NonNullable<ReturnType<PierChecker['statesOf']>>): WallPoint[] {
    return this.strength.flatMap(({ combination, weights }, line) =>
      (['foot', 'head'] as const).map((at): WallPoint => ({
        label: combination.label,
        line,
        at,
        x: at === 'foot' ? 0 : pier.height,
        ...states[at](weights),
        pushed: states[at](this.shares[line].pushing),
      })),
    );
  }

  private place(pier: Pier): Omit<CheckedWall, 'material' | 'points' | 'lasting'> {
    const { model } = this;
    const { wall, height } = pier;
    const [low, high] = [pier.foot.from[2], pier.head.from[2]];
    const beside = [...this.found.values()].filter((one) => one.row === pier.row && one.storey?.id === pier.storey?.id);
    const along = beside.flatMap(({ foot }) => [dot(foot.from, pier.along), dot(foot.to, pier.along)]);
    const levels = pier.row.flatMap((id) => model.walls[id].corners.map((node) => model.nodes[node].position[2]));
    const lengthAt = (at: 'foot' | 'head') => Math.hypot(...[0, 1].map((k) => pier[at].to[k] - pier[at].from[k]));
    return {
      model,
      length: Math.min(lengthAt('foot'), lengthAt('head')),
      thickness: wall.thickness,
      height,
      rules: rulesOf(model, wall).rules,
      bars: wall.bars,
      whole: {
        height: Math.max(...levels) - Math.min(...levels),
        length: Math.max(pier.length, Math.max(...along) - Math.min(...along)),
      },
      free: this.freeOf(pier, levels),
      order: (i) => {
        const { order, stiffnessSet } = this.strength[i].combination;
        return { isSecond: order === 'second', isCracked: this.sways.countsCracked(stiffnessSet) };
      },
      sway: (i) => this.sways.between(low, high, pier.along, this.strength[i].state),
    };
  }

  /** Between which floors a pier is free out of its plane. @param levels of the corners of its row, m */
  private freeOf(pier: Pier, levels: readonly number[]): CheckedWall['free'] {
    const { model } = this;
    const [low, high] = [pier.foot.from[2], pier.head.from[2]];
    const all = [...levels, ...storeysUpward(model).map(({ elevation }) => elevation)];
    const holding = [...new Set(all)].sort((a, b) => a - b).filter((z) => this.isHeld(pier, z));
    const below = holding.filter((z) => z <= low + near).at(-1);
    const above = holding.find((z) => z >= high - near);
    const show = (z: number) => formatQuantity(z, 'length', model.settings.units, 2);
    if (below === undefined)
      return `No floor or support holds its foot at level ${show(low)} or below: how far it is free out of its plane is not known. Let an analysed slab meet it there, or support its edge.`;
    if (above === undefined)
      return `No floor holds its head at level ${show(high)} or above: how far it is free out of its plane is not known. Let an analysed slab meet it there.`;
    return { length: above - below, words: `${show(above - below)}, from level ${show(below)} to ${show(above)}` };
  }

  /** Whether a slab, supports or a diaphragm hold a pier across at a level: slabs along half of its length at least. */
  private isHeld(pier: Pier, z: number): boolean {
    const { model } = this;
    const at = ([x, y]: Vector): Vector => [x, y, z];
    const [from, to] = [at(pier.foot.from), at(pier.foot.to)];
    const held = stretchesOn(model, from, to).filter(({ panel }) => panel in model.slabs);
    const covered = lengthOf(held.map((one) => [one.from, one.to]));
    if (covered >= holdsFrom * pier.length) return true;
    const isOn = (place: Vector): boolean => {
      const offset = add(place, scale(from, -1));
      const s = dot(offset, pier.along);
      return Math.hypot(...add(offset, scale(pier.along, -s))) < near && s > -near && s < pier.length + near;
    };
    const across = Math.abs(pier.normal[0]) > Math.abs(pier.normal[1]) ? 'ux' : 'uy';
    const nodes = Object.values(model.nodes).filter(({ position }) => isOn(position));
    const tied = new Set(Object.values(model.diaphragms).flatMap((one) => one.nodes));
    const fixed = nodes.filter(({ id, support }) => support?.[across] === true || tied.has(id));
    if (fixed.length > 1) return true;
    // a line that is supported, whichever part of it the pier stands on
    return Object.values(model.lineSupports).some(({ start, end, support }) => {
      if (support[across] !== true) return false;
      const [a, b] = [model.nodes[start].position, model.nodes[end].position];
      const run = add(b, scale(a, -1));
      const size = Math.hypot(...run);
      return [from, to].every((place) => {
        const offset = add(place, scale(a, -1));
        const s = dot(offset, run) / size;
        return Math.hypot(...add(offset, scale(run, -s / size))) < near && s > -near && s < size + near;
      });
    });
  }
}

const actionNames = ['N', 'V', 'M', 'across', 'out', 'T'] as const satisfies readonly (keyof PierActions)[];

const actionsOf = ({ N, V, M, Vz, Mz, T }: PierForces): PierActions => ({ N, V, M, across: Vz, out: Mz, T });

/** Length that stretches cover together, m. */
function lengthOf(stretches: readonly (readonly [number, number])[]): number {
  let [sum, reached] = [0, -Infinity];
  for (const [from, to] of [...stretches].sort((a, b) => a[0] - b[0])) {
    sum += Math.max(0, to - Math.max(from, reached));
    reached = Math.max(reached, to);
  }
  return sum;
}
