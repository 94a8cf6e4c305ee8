import {
  designCodes,
  governing,
  missing,
  verdictOf,
  type AreasAlong,
  type Basis,
  type BeamAreas,
  type BeamElevation,
  type BeamLayout,
  type BeamReinforcement,
  type Check,
  type CheckedMember,
  type ColumnInteraction,
  type ColumnReinforcement,
  type WallReinforcement,
  type CombinedLine,
  type ComparedLayout,
  type DesignCode,
  type MadeCheck,
  type MemberStiffness,
  type SlabPlace,
  type Verdict,
} from '../codes/checks';
import type { Solution } from '../fem';
import { designLines, memberInLine, Perimeter, supportZones, type LinePiece, type MemberInLine } from '../lines';
import {
  rulesOf,
  stiffnessFactors,
  type Combination,
  type Member,
  type Model,
  type Reinforcement,
  type Section,
} from '../model';
import {
  flangedBeam,
  flangedForces,
  flangedShape,
  lineWidth,
  MemberLine,
  ownFlange,
  StationLine,
  stationsOf,
  stationTable,
  type LineValues,
  type LoadState,
  type StationTable,
} from '../results';
import { codeOf } from './code-of';
import { strengthOf, type StrengthState, type SumOfStates } from './strength-states';
import { PierChecker } from './check-pier';
import { lineBars, type BeamPiece, type LineBars } from './line-bars';
import { LineMoments } from './moments-around';
import { ColumnPlaces } from './column-places';
import { StoreySways } from './storey-sways';
import { ServiceSpans } from './service-spans';
import { barsBeyond } from './bars-beyond';
import { usedBars } from './used-bars';

/** All checks of one member, made and not made. */
export interface MemberChecks {
  readonly memberId: string;
  /** the code by whose clauses the checks are named; empty: none fits the member */
  readonly code: string;
  readonly checks: readonly Check[];
  readonly governing: MadeCheck | undefined;
  readonly verdict: Verdict;
  readonly reinforcement?: BeamReinforcement | undefined;
  /** the cage of a column of concrete */
  readonly column?: ColumnReinforcement | undefined;
  /** the bars of a pier of a wall */
  readonly wall?: WallReinforcement | undefined;
  /** share of its section that is steel */
  readonly steelRatio?: number | undefined;
  /** such a column as its section is used, worked out when it is asked for */
  readonly interaction?: (() => ColumnInteraction) | undefined;
  /** the layouts of the rules beside each other */
  readonly layouts?: (() => readonly ComparedLayout[]) | undefined;
  /** what it keeps of its stiffness in bending by its bars, where the code says so */
  readonly stiffness?: (() => MemberStiffness) | undefined;
  /** a concrete beam with its bars from the side, worked out when it is asked for */
  readonly elevation?: (() => BeamElevation) | undefined;
  /** what its bars may be laid out by */
  readonly layout?: (() => BeamLayout) | undefined;
  /** areas of its bars, asked for and provided */
  readonly areas?: (() => BeamAreas) | undefined;
  /** the same all along it */
  readonly areasAlong?: (() => AreasAlong) | undefined;
}

/** Checks members of one model and solution; what all members share is computed once. */
export class MemberChecker {
  private readonly bases: ReadonlyMap<DesignCode, Basis | undefined>;
  private readonly combinations: readonly Combination[];
  private readonly connected: ReadonlyMap<string, number>;
  /** nodes that meshed slabs and walls hold */
  private readonly onPanels: ReadonlySet<string>;
  /** places of members in the solution */
  private readonly numbers: ReadonlyMap<string, number>;
  /** largest moments of members by combination, for their lines, N·m */
  private readonly peaks = new Map<string, Map<string, number>>();
  private readonly table: StationTable;
  private readonly strength: StrengthState[];
  private readonly service: ServiceSpans;
  private readonly perimeter: Perimeter;
  private readonly places: ColumnPlaces;
  private readonly sways: StoreySways;
  private pierChecker: PierChecker | undefined;

  constructor(
    private readonly model: Model,
    private readonly solution: Solution,
  ) {
    this.strength = strengthOf(model, solution);
    this.perimeter = new Perimeter(model);
    this.table = stationTable(solution);
    this.service = new ServiceSpans(model, solution, this.table, (member, states) => this.slabPlaces(member, states));
    this.numbers = new Map(solution.memberIds.map((id, number) => [id, number]));
    this.sways = new StoreySways(model, solution);
    this.places = new ColumnPlaces(model, solution, this.numbers, this.table, this.sways);
    this.combinations = this.strength.map(({ combination }) => combination);
    this.bases = new Map(designCodes.map((code) => [code, code.basis?.(model)]));
    const connected = new Map<string, number>();
    for (const { start, end } of Object.values(model.members))
      for (const node of [start, end]) connected.set(node, (connected.get(node) ?? 0) + 1);
    this.connected = connected;
    this.onPanels = new Set(
      (solution.panels ?? []).flatMap(({ nodes }) =>
        Array.from(nodes).flatMap((node) => (node < solution.nodeIds.length ? [solution.nodeIds[node]] : [])),
      ),
    );
  }

  /** What checks the piers of walls. */
  get piers(): PierChecker {
    return (this.pierChecker ??= new PierChecker(this.model, this.solution, this.sways));
  }

  /** Whether nothing but its own member holds a node. */
  private isFree(node: string): boolean {
    const { support, springs } = this.model.nodes[node];
    const held =
      (support && Object.values(support).some(Boolean)) ||
      springs !== undefined ||
      this.onPanels.has(node) ||
      Object.values(this.model.diaphragms).some(({ nodes }) => nodes.includes(node));
    return this.connected.get(node) === 1 && !held;
  }

  /** Where the line of a member ends, in places along the member. @param length of its flexible part, m */
  private lineEnds({ pieces, own }: MemberInLine, member: Member, length: number): CheckedMember['lineEnds'] {
    const [before, after] = [member.startRigid ?? 0, member.endRigid ?? 0];
    const [first, last] = [pieces[0], pieces[pieces.length - 1]];
    const end = (piece: LinePiece, isLast: boolean) => {
      const { start, end: other } = this.model.members[piece.member];
      return { isBeyond: piece !== own, isFree: this.isFree(isLast === piece.reversed ? start : other) };
    };
    const [low, high] = [end(first, false), end(last, true)];
    const [toLow, toHigh] = [own.from, last.to - own.to];
    return own.reversed
      ? { start: { at: -before - toHigh, ...high }, end: { at: length + after + toLow, ...low } }
      : { start: { at: -before - toLow, ...low }, end: { at: length + after + toHigh, ...high } };
  }

  /** Moments along the design line of a member of several under a combination; undefined: it goes on in nothing. */
  private around(inLine: MemberInLine, combination: string, state: LoadState): LineMoments | undefined {
    if (inLine.pieces.length < 2 || inLine.pieces.some(({ member }) => !this.numbers.has(member))) return undefined;
    let peaks = this.peaks.get(combination);
    if (!peaks) this.peaks.set(combination, (peaks = new Map()));
    return new LineMoments(this.model, this.numbers, this.solution, state, inLine, peaks);
  }

  /** Where a meshed slab works with a member, and the forces of both there; undefined: none does. */
  private slabPlaces(memberId: string, over: readonly SumOfStates[]): SlabPlace[] | undefined {
    const { model, solution } = this;
    if (!solution.cutMembers?.includes(memberId)) return undefined;
    const beam = flangedBeam(model, solution, memberId);
    const number = this.numbers.get(memberId)!;
    return beam?.sections.map((section): SlabPlace => {
      const { x, isBefore } = section;
      const states = new Array<LineValues | undefined>(solution.cases.length);
      return {
        x,
        shape: flangedShape(solution, beam, section),
        forces: (line) => flangedForces(model, solution, beam, section, over[line]),
        own: (line) => {
          const sum = new Float64Array(lineWidth);
          over[line].weights.forEach((weight, c) => {
            if (weight === 0) return;
            const values = (states[c] ??= this.table.stateAt(number, c, x, !isBefore));
            for (let q = 0; q < lineWidth; q++) sum[q] += weight * values[q];
          });
          return sum;
        },
      };
    });
  }

  /**
   * The largest utilisation of the checks that are made of a member, by strength combination, with the reinforcement all of them together ask for;
   * null where none is made.
   */
  byCombination(memberId: string): { readonly combination: string; readonly utilisation: number | null }[] {
    const { reinforcement: used } = this.check(memberId);
    const bars = used && usedBars(used);
    return this.strength.map((one) => ({
      combination: one.combination.id,
      utilisation: this.check(memberId, [one], bars).governing?.utilisation ?? null,
    }));
  }

  /** The bars of the design line that a member is in, from the side; undefined: it has no beam of concrete with bars. */
  lineBars(memberId: string): LineBars | undefined {
    const line = designLines(this.model).of.get(memberId);
    if (!line || line.role !== 'beam') return undefined;
    const pieces = line.pieces.flatMap((piece): BeamPiece[] => {
      const { elevation, areasAlong } = this.check(piece.member);
      return elevation && areasAlong ? [{ piece, elevation: elevation(), areas: areasAlong() }] : [];
    });
    return pieces.length > 0 ? lineBars(this.model, line, pieces) : undefined;
  }

  /**
   * Checks the member of that id by the project's code, over all strength combinations.
   * @param over those it is checked for, when not all
   * @param bars reinforcement in place of the member's own
   * @param instead section in place of the member's own; what it does to the faces of others is left out
   */
  check(
    memberId: string,
    over: typeof this.strength = this.strength,
    bars?: Reinforcement,
    instead?: Section,
  ): MemberChecks {
    const { model, solution } = this;
    const member = model.members[memberId];
    const number = this.numbers.get(memberId);
    const section = instead ?? (member.section === null ? undefined : model.sections[member.section]);
    const { code, reason } = codeOf(model, member, section);
    const whole = (why: string): MemberChecks => ({
      memberId,
      code: code?.title ?? '',
      checks: [missing('member', 'Strength', code?.title ?? model.settings.code, why)],
      governing: undefined,
      verdict: 'open',
    });
    const inLine = memberInLine(model, memberId);
    if (member.unchecked) return whole('Its checks are switched off by hand.');
    if (reason !== undefined || !code || !section) return whole(reason ?? '');
    if (!inLine || number === undefined) return whole('The member has no length.');
    if (this.strength.length === 0)
      return whole('There is no strength combination. Generate the combinations in the Loads stage.');
    const refused = code.refuses(this.combinations);
    if (refused !== undefined) return whole(refused);
    const given = bars ?? member.reinforcement;
    const slab = code.knowsSlabs ? this.slabPlaces(memberId, over) : undefined;
    if (slab && ownFlange(section.shape))
      return whole(
        'A meshed slab works with this member, and its section has a flange too: the slab would be counted twice. Give it the section of its web alone.',
      );
    const material = model.materials[member.material!];
    const factorsUnder = ({ stiffnessSet }: Combination) =>
      stiffnessFactors(
        member,
        material.kind,
        stiffnessSet === undefined ? undefined : model.stiffnessSets[stiffnessSet],
      );
    const {
      checks,
      reinforcement,
      column,
      steelRatio,
      interaction,
      layouts,
      stiffness,
      elevation,
      layout,
      areas,
      areasAlong,
    } = code.check(
      {
        model,
        member,
        section,
        material,
        lines: over.map(({ combination, state, weights }): CombinedLine => {
          const line = new MemberLine(solution, state, number);
          return {
            label: combination.label,
            line,
            torsionFactor: factorsUnder(combination)('torsion'),
            read: new StationLine(this.table, number, weights, line),
            around: this.around(inLine, combination.id, state),
          };
        }),
        unheld: { major: inLine.major, minor: inLine.minor },
        zones: supportZones(model, memberId),
        withSlab: slab,
        place: () => this.places.of(memberId, over),
        // service is asked for with all of strength, not with one of its combinations
        service: over === this.strength ? () => this.service.of(memberId) : undefined,
        stations: stationsOf(solution, number),
        free: { start: this.isFree(member.start), end: this.isFree(member.end) },
        bars: given,
        isOnPerimeter: () => this.perimeter.has(memberId),
        lineEnds: this.lineEnds(inLine, member, solution.lengths[number]),
        beyond: (added, end) => {
          const far = barsBeyond(model, inLine, given!.added![added], end);
          const [before, after] = [member.startRigid ?? 0, member.endRigid ?? 0];
          return end === 'start' ? -before - far : solution.lengths[number] + after + far;
        },
        rules: rulesOf(model, member).rules,
      },
      this.bases.get(code),
    );
    const isCut = solution.cutMembers?.includes(memberId);
    const all = isCut && !checks.some(({ id }) => id === 'flange') ? [...checks, withSlab(code)] : checks;
    return {
      memberId,
      code: code.title,
      checks: all,
      governing: governing(all),
      verdict: verdictOf(all),
      ...(reinforcement ? { reinforcement } : {}),
      ...(column ? { column } : {}),
      ...(steelRatio === undefined ? {} : { steelRatio }),
      ...(interaction ? { interaction } : {}),
      ...(layouts ? { layouts } : {}),
      ...(stiffness ? { stiffness } : {}),
      ...(elevation ? { elevation } : {}),
      ...(layout ? { layout } : {}),
      ...(areas ? { areas } : {}),
      ...(areasAlong ? { areasAlong } : {}),
    };
  }
}

/** What a member needs that a meshed slab or wall works with: its own forces are only a part of what the section of both carries. */
const withSlab = (code: DesignCode): Check =>
  missing(
    'flange',
    'Together with its slab',
    code.title,
    'A meshed slab or wall works with this member: what is checked above are the member’s own forces, not those of the section of member and effective width. Those are found and stand on its page and in the ledger (“Beams with slabs”); a check of that section is not made yet.',
  );
