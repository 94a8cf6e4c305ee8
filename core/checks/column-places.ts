import type { ColumnPlace, LiftMoments, LiftWay, StoreySway } from '../codes/checks';
import type { Solution } from '../fem';
import { designLines, type DesignLine, type Lift, type LinePiece } from '../lines';
import { dot, memberAxis, panelsAt, type Combination, type Model } from '../model';
import { lineIndex, lineWidth, MemberLine, stationsOf, superpose, type LoadState, type StationTable } from '../results';
import { lasting, sideways, weightsOfNature, type StoreySways } from './storey-sways';

/** A strength combination with its state. */
interface StateOf {
  readonly combination: Combination;
  readonly state: LoadState;
}

/** Moments at a place of a member, N·m. */
interface Bending {
  readonly My: number;
  readonly Mz: number;
}

/** What reads moments under the combination of a number, and of them what pushes sideways. */
interface Readers {
  readonly found: (line: number) => (member: string) => readonly Bending[];
  readonly pushed: (line: number) => (member: string) => readonly Bending[];
}

/** Heights and places nearer than this are one, m. */
const near = 1e-6;

/** Lifts of columns with what holds them, their moments, and how their storeys give way; what all columns share is found once. */
export class ColumnPlaces {
  private readonly pushed = new Map<LoadState, LoadState>();

  /** @param numbers places of members in the solution */
  constructor(
    private readonly model: Model,
    private readonly solution: Solution,
    private readonly numbers: ReadonlyMap<string, number>,
    private readonly table: StationTable,
    private readonly sways: StoreySways,
  ) {}

  /** The lift of a column member; a sentence in its place: why it has none. @param over combinations in the order of the member's lines */
  of(memberId: string, over: readonly StateOf[]): ColumnPlace | string {
    const line = designLines(this.model).of.get(memberId);
    const own = line?.pieces.find(({ member }) => member === memberId);
    const lift = own && line?.lifts.find(({ from, to }) => from <= own.from + near && to >= own.to - near);
    if (!line || !own || !lift) return 'It lies in no lift of a column: nothing is known of what holds it.';
    if (line.pieces.some(({ member }) => !this.numbers.has(member)))
      return 'A member of its lift is not in the analysis.';
    const number = this.numbers.get(memberId)!;
    const once = <T>(make: (i: number) => T) => {
      const known = new Map<number, T>();
      return (i: number): T => {
        if (!known.has(i)) known.set(i, make(i));
        return known.get(i)!;
      };
    };
    const readers: Readers = {
      found: once((i: number) => this.reader(over[i].state)),
      pushed: once((i: number) => this.reader(this.sidewaysOf(over[i].state))),
    };
    return {
      major: this.way(line, lift, own, 'z', over, readers),
      minor: this.way(line, lift, own, 'y', over, readers),
      order: (i) => {
        const { order, stiffnessSet } = over[i].combination;
        return { isSecond: order === 'second', isCracked: this.sways.countsCracked(stiffnessSet) };
      },
      sideways: (i, x) => {
        const values = new MemberLine(this.solution, this.sidewaysOf(over[i].state), number).at(x);
        return { My: values[lineIndex.My], Mz: values[lineIndex.Mz] };
      },
      lasting: (i) => this.lastingShare(number, over[i].state),
      floors: this.floorsOf(line, lift),
    };
  }

  /** @param moves local axis along which it bends out */
  private way(
    line: DesignLine,
    lift: Lift,
    own: LinePiece,
    moves: 'y' | 'z',
    over: readonly StateOf[],
    readers: Readers,
  ): LiftWay {
    const { from, to, start, end } = lift[moves];
    const moments = new Map<number, LiftMoments>();
    const pushed = new Map<number, LiftMoments>();
    const sways = new Map<number, StoreySway>();
    return {
      clear: moves === 'z' ? lift.clearMajor : lift.clearMinor,
      start: start.at(0),
      end: end.at(0),
      moments: (i) => {
        let found = moments.get(i);
        if (!found) moments.set(i, (found = this.momentsOf(line, own, moves, from, to, readers.found(i))));
        return found;
      },
      sideways: (i) => {
        let found = pushed.get(i);
        if (!found) pushed.set(i, (found = this.momentsOf(line, own, moves, from, to, readers.pushed(i))));
        return found;
      },
      sway: (i) => {
        let found = sways.get(i);
        if (!found) sways.set(i, (found = this.swayOf(line, own, moves, from, to, over[i].state)));
        return found;
      },
    };
  }

  /** Moments of the pieces between two places of a line, about one axis of one of them. */
  private momentsOf(
    line: DesignLine,
    own: LinePiece,
    moves: 'y' | 'z',
    from: number,
    to: number,
    read: (member: string) => readonly Bending[],
  ): LiftMoments {
    const { model } = this;
    const about = memberAxis(model, model.members[own.member])!.axes[moves];
    let [start, end, most] = [0, 0, 0];
    for (const piece of line.pieces) {
      if (piece.to <= from + near || piece.from >= to - near) continue;
      const { y, z } = memberAxis(model, model.members[piece.member])!.axes;
      const [fromY, fromZ] = [dot(z, about), dot(y, about)];
      const values = read(piece.member).map(({ My, Mz }) => My * fromY + Mz * fromZ);
      for (const value of values) most = Math.max(most, Math.abs(value));
      const ends = [values[0], values[values.length - 1]];
      if (piece.reversed) ends.reverse();
      if (piece.from <= from + near) start = ends[0];
      if (piece.to >= to - near) end = ends[1];
    }
    return { start, end, most };
  }

  /** Moments at the stations of members under a state, read once each. */
  private reader(state: LoadState): (member: string) => readonly Bending[] {
    const known = new Map<string, Bending[]>();
    const into = new Float64Array(lineWidth);
    return (id) => {
      let found = known.get(id);
      if (!found) {
        const number = this.numbers.get(id)!;
        const member = new MemberLine(this.solution, state, number);
        found = stationsOf(this.solution, number).map(({ x, after }): Bending => {
          const values = member.at(x, after, into);
          return { My: values[lineIndex.My], Mz: values[lineIndex.Mz] };
        });
        known.set(id, found);
      }
      return found;
    };
  }

  /** What of a state the cases make that push sideways. */
  private sidewaysOf(state: LoadState): LoadState {
    let found = this.pushed.get(state);
    if (!found)
      this.pushed.set(
        state,
        (found = superpose(this.solution, weightsOfNature(this.model, this.solution, state, sideways))),
      );
    return found;
  }

  private swayOf(
    line: DesignLine,
    own: LinePiece,
    moves: 'y' | 'z',
    from: number,
    to: number,
    state: LoadState,
  ): StoreySway {
    const { model } = this;
    const axis = memberAxis(model, model.members[own.member])!.axes[moves];
    const heightAt = (at: number) => {
      const node = line.nodes.reduce((best, one) => (Math.abs(one.at - at) < Math.abs(best.at - at) ? one : best));
      return model.nodes[node.node].position[2];
    };
    const [low, high] = [heightAt(from), heightAt(to)].sort((a, b) => a - b);
    return this.sways.between(low, high, axis, state);
  }

  /** Share of the pressure at the start of a member that permanent cases make. */
  private lastingShare(number: number, state: LoadState): number {
    const { cases } = this.model;
    let [whole, permanent] = [0, 0];
    this.solution.cases.forEach(({ id }, c) => {
      const factor = state.caseFactors[c] ?? 0;
      if (factor === 0 || !(id in cases)) return;
      const N = factor * this.table.stateAt(number, c, 0, true)[lineIndex.N];
      whole += N;
      if (lasting.has(cases[id].nature)) permanent += N;
    });
    if (whole >= 0) return 1;
    return Math.min(1, Math.max(0, permanent / whole));
  }

  /** Slabs and beams of concrete that meet a lift at its ends. */
  private floorsOf(line: DesignLine, { from, to }: Lift): ColumnPlace['floors'] {
    const { model } = this;
    const ends = line.nodes.filter(({ at }) => Math.abs(at - from) < near || Math.abs(at - to) < near);
    const strengthOf = (material: string | null) =>
      material === null ? undefined : model.materials[material].concreteStrength;
    const found: { name: string; strength: number }[] = [];
    for (const { node } of ends) {
      for (const id of panelsAt(model, model.nodes[node].position)) {
        const slab = id in model.slabs ? model.slabs[id] : undefined;
        const strength = slab && strengthOf(slab.material);
        if (slab && strength !== undefined) found.push({ name: `slab ${slab.label ?? id}`, strength });
      }
      for (const member of Object.values(model.members)) {
        if (member.role !== 'beam' || (member.start !== node && member.end !== node)) continue;
        const strength = strengthOf(member.material);
        if (strength !== undefined) found.push({ name: `beam ${member.label ?? member.id}`, strength });
      }
    }
    return found.sort((a, b) => a.strength - b.strength);
  }
}
