import { memberAxis, type DesignLineRecord, type Member, type Model, type Vector } from '../model';
import type { ChainPiece } from './chains';
import type { MemberEnd } from './meeting';

/** A member in a line, from and to as distances from the line's start, m. */
export interface LinePiece extends ChainPiece {
  readonly from: number;
  readonly to: number;
}

/** A node on a line, m from its start. */
export interface LineNode {
  readonly node: string;
  readonly at: number;
}

/** A line with its members and nodes, before what carries and holds it is known. */
export interface BareLine {
  /** that of its record, or of the member in it that has the lowest number */
  readonly id: string;
  readonly record: DesignLineRecord | undefined;
  readonly role: Member['role'];
  readonly pieces: readonly LinePiece[];
  readonly nodes: readonly LineNode[];
  /** m */
  readonly length: number;
}

/** All that is asked about lines while they are found. */
export interface Surroundings {
  readonly model: Model;
  readonly meeting: ReadonlyMap<string, readonly MemberEnd[]>;
  /** names of the rigid floors that hold each node */
  readonly floors: ReadonlyMap<string, readonly string[]>;
  /** the line of each member */
  readonly lineOf: ReadonlyMap<string, BareLine>;
}

/** Unit vector along a line at a place, m from its start: of the piece there. */
export function wayAt(model: Model, { pieces }: BareLine, at: number): Vector {
  const piece = pieces.find(({ to }) => at <= to + 1e-9) ?? pieces[pieces.length - 1];
  const { x } = memberAxis(model, model.members[piece.member])!.axes;
  return piece.reversed ? [-x[0], -x[1], -x[2]] : x;
}
