import type { ServiceDemand, ServicePlace, ServiceSpan, ServiceState, SlabPlace } from '../codes/checks';
import type { Solution } from '../fem';
import { designLines, placeOnLine, type DesignLine, type LinePiece, type Span } from '../lines';
import { dot, inOrder, memberAxis, type Combination, type Member, type Model } from '../model';
import {
  combinationWeights,
  lineIndex,
  MemberLine,
  ownFlange,
  StationLine,
  superpose,
  type LoadState,
  type ReadLine,
  type StationTable,
} from '../results';

/** A state of service with what the solved states count in it. */
export interface WeightedState extends ServiceState {
  readonly weights: Float64Array;
  readonly state: LoadState;
}

/** A cantilever may sag as a beam of so many times its length. */
const cantileverLengths = 2;
/** The slope of a root is read over this length, m. */
const little = 1e-3;
/** Members in line whose z axes are nearer to each other than this cosine have one top. */
const sameTop = 0.99;

/** States of service by solution: models that are tried with other bars share them. */
const known = new WeakMap<Solution, Pick<Model, 'combinations' | 'cases'> & { readonly found: WeightedState[] }>();

/** Beams under loads of service: spans of their design lines, with the forces along them. */
export class ServiceSpans {
  private readonly numbers: ReadonlyMap<string, number>;
  private readonly known = new Map<string, ServiceSpan>();
  private all: WeightedState[] | undefined;

  /** @param slabPlaces where a meshed slab works with a member, and the forces of both there under states */
  constructor(
    private readonly model: Model,
    private readonly solution: Solution,
    private readonly table: StationTable,
    private readonly slabPlaces: (member: string, states: readonly WeightedState[]) => SlabPlace[] | undefined,
  ) {
    this.numbers = new Map(solution.memberIds.map((id, number) => [id, number]));
  }

  /** Every combination for service and sustained loads, and what is permanent of the former. */
  get states(): readonly WeightedState[] {
    if (this.all) return this.all;
    const { combinations, cases } = this.model;
    const before = known.get(this.solution);
    if (before?.combinations === combinations && before.cases === cases) return (this.all = before.found);
    this.all = this.makeStates();
    known.set(this.solution, { combinations, cases, found: this.all });
    return this.all;
  }

  private makeStates(): WeightedState[] {
    const { model, solution } = this;
    const of = (purpose: Combination['purpose']) =>
      inOrder(model.combinations).filter((one) => one.purpose === purpose);
    const made = (label: string, kind: ServiceState['kind'], weights: Float64Array): WeightedState => ({
      label,
      kind,
      weights,
      state: superpose(solution, weights),
    });
    const weigh = (one: Combination) => combinationWeights(solution, one, model.combinations);
    const states = of('sustained').map((one) => made(one.label, 'sustained', weigh(one)));
    const permanentAt = new Map<string, number>();
    for (const one of of('service')) {
      const weights = weigh(one);
      const permanent = this.permanentOf(weights);
      let at: number | undefined;
      if (permanent) {
        const key = permanent.join(' ');
        at = permanentAt.get(key);
        if (at === undefined) {
          permanentAt.set(key, (at = states.length));
          states.push(made(one.label, 'permanent', permanent));
        }
      }
      states.push({ ...made(one.label, 'service', weights), permanent: at });
    }
    return states;
  }

  /** What of a sum of cases is permanent; undefined: states that are not cases are in it. */
  private permanentOf(weights: Float64Array): Float64Array | undefined {
    const { cases } = this.model;
    const { cases: solved } = this.solution;
    if (weights.some((weight, i) => weight !== 0 && !(solved[i].id in cases))) return undefined;
    return weights.map((weight, i) =>
      weight !== 0 && ['dead', 'superimposedDead'].includes(cases[solved[i].id].nature) ? weight : 0,
    );
  }

  /** The spans that a member is part of. */
  of(memberId: string): ServiceDemand {
    const { model, states } = this;
    const line = designLines(model).of.get(memberId);
    const own = line?.pieces.find(({ member }) => member === memberId);
    const none = (reason: string): ServiceDemand => ({ states, spans: [], reason });
    if (!line || !own) return none('The member has no length.');
    const spans = line.spans.filter(({ from, to }) => to > own.from + 1e-6 && from < own.to - 1e-6);
    if (line.role !== 'beam' || spans.length === 0) return none('It is not a beam with supports.');
    if (spans.some(({ kind }) => kind === 'unsupported'))
      return none('Nothing that is modelled carries the beam at its ends, so that it has no span.');
    const record = model.members[memberId];
    const pieces = spans.flatMap((span) => piecesIn(line, span));
    const other = pieces.find(({ member }) => !this.isLike(record, model.members[member]));
    if (other)
      return none(
        `${other.member}, a member of the same span, has another section, material, set of design rules or top: spans of several are not followed yet.`,
      );
    const away = pieces.find(({ member }) => !this.numbers.has(member));
    if (away) return none(`${away.member}, a member of the same span, is not in the analysis.`);
    const onLine = placeOnLine(model, own);
    const [start, end] = [onLine(0), onLine(1)];
    const length = this.solution.lengths[this.numbers.get(memberId)!];
    return {
      states,
      spans: spans.map((span) => ({
        ...this.spanOf(line, span),
        inMember: (at) => Math.min(length, Math.max(0, (span.from + at - start) / (end - start))),
      })),
    };
  }

  private isLike(one: Member, other: Member): boolean {
    if (one.section !== other.section || one.material !== other.material || one.rules !== other.rules) return false;
    const [a, b] = [memberAxis(this.model, one), memberAxis(this.model, other)];
    return a !== undefined && b !== undefined && dot(a.axes.z, b.axes.z) > sameTop;
  }

  private spanOf(line: DesignLine, span: Span): ServiceSpan {
    const key = `${line.id} ${span.from}`;
    let found = this.known.get(key);
    if (!found) this.known.set(key, (found = this.makeSpan(line, span)));
    return found;
  }

  private makeSpan(line: DesignLine, span: Span): ServiceSpan {
    const { model } = this;
    const pieces = piecesIn(line, span);
    const length = span.to - span.from;
    const isCantilever = span.kind === 'cantilever';
    const rootAtStart = span.start !== undefined;
    const next = line.spans[line.spans.indexOf(span) + (rootAtStart ? -1 : 1)] as Span | undefined;
    const back =
      isCantilever &&
      next?.kind === 'span' &&
      piecesIn(line, next).every(
        ({ member }) => this.numbers.has(member) && this.isLike(model.members[pieces[0].member], model.members[member]),
      )
        ? this.spanOf(line, next)
        : undefined;
    return {
      kind: isCantilever ? 'cantilever' : 'span',
      length,
      limitLength: (isCantilever ? cantileverLengths : 1) * length,
      continuous: continuousEnds(line, span),
      rootAtStart,
      places: pieces.flatMap((piece) => this.placesOf(piece, span)),
      bars: Object.fromEntries(pieces.map(({ member }) => [member, model.members[member].reinforcement])),
      back,
      rootTurn: (state) => this.turnAt(rootAtStart ? pieces[0] : pieces[pieces.length - 1], rootAtStart, state),
      inMember: (at) => at,
    };
  }

  private placesOf(piece: LinePiece, span: Span): ServicePlace[] {
    const { member, reversed } = piece;
    const number = this.numbers.get(member)!;
    const before = this.model.members[member].startRigid ?? 0;
    const onLine = placeOnLine(this.model, piece);
    const within = (x: number) => onLine(x) > span.from - 1e-6 && onLine(x) < span.to + 1e-6;
    const at = (x: number) => Math.min(span.to - span.from, Math.max(0, onLine(x) - span.from));
    const slab = this.slabPlaces(member, this.states);
    if (slab) {
      const places = slab.flatMap(({ x, shape, forces, own }): ServicePlace[] => {
        const read = (state: number) => {
          if (shape) return forces(state);
          const values = own(state);
          return { N: values[lineIndex.N], My: values[lineIndex.My] };
        };
        return within(x) ? [{ at: at(x), member, x, fromNode: before + x, shape, forces: remembered(read) }] : [];
      });
      return reversed ? places.reverse() : places;
    }
    const { section } = this.model.members[member];
    const own = section === null ? undefined : ownFlange(this.model.sections[section].shape);
    const lines = this.states.map((): ReadLine | undefined => undefined);
    const lineOf = (state: number): ReadLine => {
      const { weights, state: load } = this.states[state];
      return (lines[state] ??= new StationLine(
        this.table,
        number,
        weights,
        new MemberLine(this.solution, load, number),
      ));
    };
    const places = this.table.stations(number).flatMap(({ x, after }): ServicePlace[] =>
      within(x)
        ? [
            {
              at: at(x),
              member,
              x,
              fromNode: before + x,
              shape: own,
              forces: (state) => {
                const values = lineOf(state).at(x, after);
                return { N: values[lineIndex.N], My: values[lineIndex.My] };
              },
            },
          ]
        : [],
    );
    return reversed ? places.reverse() : places;
  }

  /** How a piece turns at one end of its span, so that what lies beyond goes down, rad. */
  private turnAt(piece: LinePiece, atStart: boolean, state: number): number {
    const number = this.numbers.get(piece.member)!;
    const line = new MemberLine(this.solution, this.states[state].state, number);
    const root = piece.reversed === atStart ? line.length : 0;
    const off = root === 0 ? little : line.length - little;
    return -(line.at(off)[lineIndex.w] - line.at(root)[lineIndex.w]) / little;
  }
}

/** At how many of its ends a line goes on from a span into another. */
function continuousEnds({ spans }: DesignLine, { from, to }: Span): 0 | 1 | 2 {
  const meets = (a: number, b: number) => Math.abs(a - b) < 1e-6;
  const before = spans.some((one) => one.kind === 'span' && meets(one.to, from));
  const after = spans.some((one) => one.kind === 'span' && meets(one.from, to));
  return before && after ? 2 : before || after ? 1 : 0;
}

const piecesIn = (line: DesignLine, { from, to }: Span): LinePiece[] =>
  line.pieces.filter((piece) => piece.to > from + 1e-6 && piece.from < to - 1e-6);

/** A function of a number that works each out once. */
function remembered<T>(of: (state: number) => T): (state: number) => T {
  const known: (T | undefined)[] = [];
  return (state) => (known[state] ??= of(state));
}
