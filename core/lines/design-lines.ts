import { distance, type Member, type Model } from '../model';
import { chainsOf, type Chain, type ChainPiece } from './chains';
import { holdsOf, type LineHold } from './holds';
import { liftsOf, type Lift } from './lifts';
import type { BareLine, LineNode, LinePiece, Surroundings } from './line';
import { meetings } from './meeting';
import { spansOf, type Span } from './spans';
import { supportsOf, type BeamSupport } from './supports';

/** Members that are checked as one beam, column or brace, with what carries it and what holds it. */
export interface DesignLine extends BareLine {
  /** what it is called */
  readonly name: string;
  /** of a beam: every node at which something meets it, with what that is to it */
  readonly supports: readonly BeamSupport[];
  /** of a beam: between its supports, and what sticks out beyond them */
  readonly spans: readonly Span[];
  /** of a column: between what holds it */
  readonly lifts: readonly Lift[];
  /** what holds it at each of its nodes */
  readonly holds: readonly LineHold[];
  /** in words what carries it and of what members it is */
  readonly state: string;
  /** it was decided when it was another: its members or what carries it have changed since */
  readonly isChanged: boolean;
}

/** All lines of a model, and the line of each member. */
export interface DesignLines {
  readonly all: readonly DesignLine[];
  readonly of: ReadonlyMap<string, DesignLine>;
}

const known = new WeakMap<object, { tables: readonly unknown[]; found: DesignLines }>();

/** The design lines of a model: of every member that has a length; made once for a state of the tables. */
export function designLines(model: Model): DesignLines {
  const tables = [
    model.members,
    model.sections,
    model.materials,
    model.slabs,
    model.walls,
    model.lineSupports,
    model.diaphragms,
    model.designLines,
  ];
  const before = known.get(model.nodes);
  if (
    before &&
    tables.every((table, i) => table === before.tables[i] || (i === 0 && onlyDesigned(model, before.tables[i])))
  )
    return before.found;
  const meeting = meetings(model);
  const bare = chainsOf(model, meeting).map((chain) => bareLine(model, chain));
  const lineOf = new Map(bare.flatMap((line) => line.pieces.map(({ member }) => [member, line] as const)));
  const around: Surroundings = { model, meeting, floors: floorsOf(model), lineOf };
  const all = bare.map((line) => whole(around, line));
  const found = { all, of: new Map(all.flatMap((line) => line.pieces.map(({ member }) => [member, line] as const))) };
  known.set(model.nodes, { tables, found });
  return found;
}

/** What of a member no line depends on: how it is designed. */
const ofDesign: ReadonlySet<string> = new Set([
  'reinforcement',
  'cage',
  'rules',
  'unchecked',
] satisfies (keyof Member)[]);

/** Whether members differ from those of another state by nothing but how they are designed. */
function onlyDesigned({ members }: Model, other: unknown): boolean {
  const before = other as Model['members'];
  const ids = Object.keys(members);
  return (
    ids.length === Object.keys(before).length &&
    ids.every((id) => {
      const [one, was] = [members[id], before[id] as Member | undefined];
      if (one === was) return true;
      if (!was) return false;
      const fields = new Set([...Object.keys(one), ...Object.keys(was)]) as Set<keyof Member>;
      return [...fields].every((field) => ofDesign.has(field) || one[field] === was[field]);
    })
  );
}

/** The lines that members are in, each once, in the order of the members. */
export function linesOf(model: Model, members: readonly string[]): DesignLine[] {
  const { of } = designLines(model);
  return [...new Set(members.flatMap((id) => of.get(id) ?? []))];
}

function floorsOf(model: Model): Map<string, string[]> {
  const found = new Map<string, string[]>();
  for (const { nodes, label } of Object.values(model.diaphragms))
    for (const node of nodes) found.set(node, [...(found.get(node) ?? []), label]);
  return found;
}

function bareLine(model: Model, { pieces, record }: Chain): BareLine {
  const ends = ({ member, reversed }: ChainPiece) => {
    const { start, end } = model.members[member];
    return reversed ? [end, start] : [start, end];
  };
  let at = 0;
  const nodes: LineNode[] = [{ node: ends(pieces[0])[0], at: 0 }];
  const placed = pieces.map((piece): LinePiece => {
    const [from, to] = ends(piece);
    const begin = at;
    at += distance(model.nodes[from].position, model.nodes[to].position);
    nodes.push({ node: to, at });
    return { ...piece, from: begin, to: at };
  });
  const lowest = pieces.map(({ member }) => member).reduce((a, b) => (Number(b.slice(1)) < Number(a.slice(1)) ? b : a));
  return {
    id: record ?? lowest,
    record: record === undefined ? undefined : model.designLines[record],
    role: model.members[pieces[0].member].role,
    pieces: placed,
    nodes,
    length: at,
  };
}

function whole(around: Surroundings, bare: BareLine): DesignLine {
  const supports = bare.role === 'beam' ? supportsOf(around, bare) : [];
  const holds = holdsOf(around, bare, supports);
  const state = stateOf(bare, supports);
  return {
    ...bare,
    name: nameOf(around.model, bare),
    supports,
    spans: bare.role === 'beam' ? spansOf(bare, supports) : [],
    lifts: bare.role === 'column' ? liftsOf(around, bare, holds) : [],
    holds,
    state,
    isChanged: bare.record?.seen !== undefined && bare.record.seen !== state,
  };
}

/** What a line is called: by its own name, or by its first and last member. */
function nameOf({ members }: Model, { record, pieces, role }: BareLine): string {
  if (record?.label !== undefined) return record.label;
  const name = ({ member }: LinePiece) => members[member].label ?? member;
  const [first, last] = [pieces[0], pieces[pieces.length - 1]];
  return `${role} ${pieces.length === 1 ? name(first) : `${name(first)} … ${name(last)}`}`;
}

/** What is looked at again when it is no longer so: the members in order, and which nodes carry. */
const stateOf = ({ pieces }: BareLine, supports: readonly BeamSupport[]): string =>
  [
    pieces.map(({ member }) => member).join(' '),
    supports.flatMap(({ node, found }) => (found === 'none' ? [] : [`${node} ${found}`])).join(', '),
  ].join(' · ');
