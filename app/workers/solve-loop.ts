import {
  cageText,
  hasProposals,
  layOutLine,
  layoutRows,
  MemberChecker,
  proposesCage,
  usedBars,
  usedCage,
  wallText,
  type ColumnInteraction,
  type LaidOut,
  type LayoutRow,
  type LineBars,
  type MemberChecks,
  findMends,
  type Mends,
} from '~core/checks';
import { findingsInModel } from '~core/findings';
import { runAnalysis, solve, type AnalysisOutcome, type Factored, type Solution } from '~core/fem';
import { applyAct, inOrder, type Act, type Model, type Vector } from '~core/model';
import {
  askStructure,
  centresOfMass,
  centresOfStiffness,
  combinationWeights,
  mostMoved,
  movementShares,
  plausibility,
  shownParts,
  stationTable,
  type Plausibility,
  type Shown,
} from '~core/results';
import { setStep, Sheet } from '~core/sheet';
import { count as counted, formatQuantity, showIn, type UnitSystem } from '~core/units';
import { toCheckRow, toPierRow } from './check-row';
import { membersForWorker } from './worker-limit';
import type {
  CheckRow,
  FloorCentres,
  MemberSheetIndex,
  MovementWhy,
  PierRow,
  SetSheet,
  SolverMessage,
} from './messages';

/** Members of which a movement is said to come. */
const mostShares = 60;

/** Longest stretch of work before the loop lets messages in, milliseconds. */
const patience = 12;

/**
 * Keeps the results of a model current: holds the model and its factor, solves after every edit, abandons a solve as soon as a newer
 * edit arrives, then checks the members. It knows nothing of threads; whoever runs it passes the clock and the pause.
 */
export class SolveLoop {
  private model: Model | undefined;
  private version = 0;
  private solvedVersion = 0;
  private running = false;
  private factored: Factored | undefined;
  private checker: { version: number; checker: MemberChecker } | undefined;
  private solution: { version: number; model: Model; solution: Solution } | undefined;

  constructor(
    private readonly tell: (message: SolverMessage) => void,
    private readonly pause: () => Promise<void>,
    private readonly now: () => number = () => performance.now(),
  ) {}

  load(model: Model, version: number): void {
    this.model = model;
    showIn(model.settings.ownUnits);
    this.version = version;
    void this.run();
  }

  edit(act: Act, version: number): void {
    if (!this.model) throw new Error('edit before load');
    const applied = applyAct(this.model, act);
    if (!applied.ok) {
      this.tell({ kind: 'failed', version, error: applied.error });
      return;
    }
    this.load(applied.model, version);
  }

  /** Runs one of the model's other analyses; a newer edit abandons it. Its outcome is told. */
  async analyse(id: string): Promise<void> {
    const { model, version } = this;
    if (!model || !(id in model.analyses)) return;
    const steps = runAnalysis(model, id, () => this.now() / 1000);
    let last = this.now();
    try {
      for (let step = steps.next(); ; step = steps.next()) {
        if (step.done) {
          this.tell({ kind: 'analysed', version, outcome: step.value });
          return;
        }
        if (this.now() - last < patience) continue;
        this.tell({ kind: 'analysing', version, id, fraction: step.value });
        await this.pause();
        last = this.now();
        if (this.version !== version) return;
      }
    } catch (error) {
      this.tell({ kind: 'failed', version, error: error instanceof Error ? error.message : String(error) });
    }
  }

  /** The checks of one member of the model last checked; undefined while there are none. */
  index(memberId: string): MemberSheetIndex | undefined {
    const checks = this.checksOf(memberId);
    if (!checks || !this.model) return undefined;
    const { units } = this.model.settings;
    return {
      code: checks.code,
      items: checks.checks.map((check) =>
        check.made
          ? {
              id: check.id,
              title: check.title,
              clause: check.clause,
              made: true,
              needed: false,
              isService: check.isService === true,
              utilisation: check.utilisation,
              combination: check.combination,
              x: check.x,
              reason: '',
            }
          : {
              id: check.id,
              title: check.title,
              clause: check.clause,
              made: false,
              needed: check.needed === true,
              isService: false,
              utilisation: 0,
              combination: '',
              x: 0,
              reason: check.reason,
            },
      ),
      reinforcement: reinforcementText(checks, units),
      cage: cageProposal(checks, units),
      wall: this.wallProposal(memberId, checks, units),
    };
  }

  /** Utilisation of a member by strength combination. */
  utilisations(memberId: string): ReturnType<MemberChecker['byCombination']> | undefined {
    return this.checksOf(memberId) ? this.checker!.checker.byCombination(memberId) : undefined;
  }

  /** The bars of the design line a member is in, from the side. */
  lineBars(memberId: string): LineBars | undefined {
    return this.checksOf(memberId) ? this.checker!.checker.lineBars(memberId) : undefined;
  }

  /** The section of a column as it is used. */
  interaction(memberId: string): ColumnInteraction | undefined {
    return this.checksOf(memberId)?.interaction?.();
  }

  /** The layouts of the design rules of a column beside each other. */
  layouts(memberId: string): LayoutRow[] {
    const checks = this.checksOf(memberId);
    return checks ? layoutRows(checks) : [];
  }

  /** Bars laid out along the design line a member is in; undefined while the solution is not the newest. */
  layOut(memberId: string): LaidOut | undefined {
    const current = this.current();
    return current && layOutLine(current.model, current.solution, memberId);
  }

  /** What would mend the design line a member is in; undefined: the solution is not the newest, or did not stay it. */
  async mends(memberId: string): Promise<Mends | undefined> {
    const current = this.current();
    if (!current) return undefined;
    const steps = findMends(current.model, current.solution, memberId);
    let [step, last] = [steps.next(), this.now()];
    while (!step.done) {
      if (this.now() - last > patience) {
        await this.pause();
        if (this.current() !== current) return undefined;
        last = this.now();
      }
      step = steps.next();
    }
    return step.value;
  }

  /** The calculation sheet of one made check. */
  sheet(memberId: string, checkId: string): SetSheet | undefined {
    const check = this.checksOf(memberId)?.checks.find((candidate) => candidate.id === checkId);
    if (!check?.made || !this.model) return undefined;
    const sheet = new Sheet();
    check.trace(sheet);
    return setSheet(sheet, this.model.settings.units);
  }

  /** The model with its solution, when they are those of the newest version. */
  current(): { model: Model; solution: Solution } | undefined {
    return this.solution?.version === this.version ? this.solution : undefined;
  }

  /** What deformation the movement of a node comes from, or that of the place of a slab or wall that moves most, in one state. */
  why(
    id: string,
    direction: 'x' | 'y' | 'z',
    shown: Extract<Shown, { kind: 'case' | 'combination' }>,
  ): MovementWhy | undefined {
    const current = this.current();
    if (!current || !this.factored) return undefined;
    const { model, solution } = current;
    const [part] = shownParts(model, solution, shown);
    if (!part) return undefined;
    const axis = { x: 0, y: 1, z: 2 }[direction];
    const n =
      id in model.nodes ? solution.nodeIds.indexOf(id) : mostMoved(solution, id, part.state.displacements, axis);
    if (n === undefined || n < 0) return undefined;
    const place = Array.from(solution.positions.subarray(3 * n, 3 * n + 3)) as unknown as Vector;
    const node = id in model.nodes ? id : place;
    const size = 1000;
    const force: [number, number, number] = [0, 0, 0];
    force[axis] = size;
    const unit = askStructure(model, [[{ node, force, moment: [0, 0, 0] }]], this.factored);
    if (!unit) return undefined;
    const movement = part.state.displacements[6 * n + axis];
    const { members, panels, rest } = movementShares(
      solution,
      part.state,
      { solution: unit.solution, state: unit.states[0], size },
      movement,
    );
    return {
      movement,
      members: members.filter((one) => Math.abs(one.total) > 1e-4 * Math.abs(movement)).slice(0, mostShares),
      panels: panels.filter((one) => Math.abs(one.total) > 1e-4 * Math.abs(movement)),
      rest,
      others: members.slice(mostShares).reduce((sum, one) => sum + one.total, 0),
    };
  }

  /** Asks the model what an engineer asks before believing it, its first modes among it. */
  plausibility(): Plausibility | undefined {
    const current = this.current();
    if (!current) return undefined;
    const { model, solution } = current;
    const masses = inOrder(model.cases)
      .filter((one) => one.nature === 'dead' || one.nature === 'superimposedDead')
      .map((one) => ({ case: one.id, factor: 1 }));
    const id = 'a0';
    const asked: Model = {
      ...model,
      analyses: {
        [id]: { id, label: 'First modes', type: 'modal', masses, count: 3, massMatrix: 'lumped', verticalMass: false },
      },
    };
    const steps = runAnalysis(asked, id);
    let step = masses.length > 0 ? steps.next() : undefined;
    while (step && !step.done) step = steps.next();
    const outcome = (step?.value as AnalysisOutcome | undefined)?.outcome;
    return plausibility(model, solution, outcome?.type === 'modal' ? outcome.result : undefined, this.factored);
  }

  /** Centres of mass and of stiffness of every storey that has them. */
  centres(): FloorCentres | undefined {
    const current = this.current();
    return (
      current && { mass: centresOfMass(current.model), stiffness: centresOfStiffness(current.model, this.factored) }
    );
  }

  private checksOf(memberId: string): MemberChecks | undefined {
    if (this.checker?.version !== this.version || !this.model) return undefined;
    const { checker } = this.checker;
    if (memberId in this.model.members) return checker.check(memberId);
    return checker.piers.has(memberId) ? checker.piers.check(memberId) : undefined;
  }

  private wallProposal(key: string, { wall }: MemberChecks, units: UnitSystem): MemberSheetIndex['wall'] {
    const piers = this.checker?.checker.piers;
    const record = wall && piers?.wallOf(key);
    if (!wall || !piers || !record) return null;
    return {
      words: wallText(wall, units),
      areProposed: wall.proposed,
      accept: wall.proposed ? (piers.barsFor(record.id) ?? null) : null,
    };
  }

  private async run(): Promise<void> {
    if (this.running) return;
    this.running = true;
    try {
      while (this.solvedVersion !== this.version) await this.once(this.model!, this.version);
    } catch (error) {
      this.solvedVersion = this.version;
      this.tell({
        kind: 'failed',
        version: this.version,
        error: error instanceof Error ? error.message : String(error),
      });
    } finally {
      this.running = false;
    }
  }

  /** Solves and checks one version, returning early when there is a newer one. */
  private async once(model: Model, version: number): Promise<void> {
    const started = this.now();
    let last = started;
    const isStale = async (report: () => void): Promise<boolean> => {
      if (this.now() - last < patience) return false;
      report();
      await this.pause();
      last = this.now();
      return this.version !== version;
    };
    const steps = solve(model, this.factored, () => this.now() / 1000);
    let step = steps.next();
    while (!step.done) {
      const { phase, fraction } = step.value;
      if (await isStale(() => this.tell({ kind: 'progress', version, phase, fraction }))) return;
      step = steps.next();
    }
    const { findings, solution, factored } = step.value;
    if (factored) this.factored = factored;
    this.solution = solution && { version, model, solution };
    this.tell({ kind: 'solved', version, findings, solution, seconds: (this.now() - started) / 1000 });
    await this.pause();
    if (this.version !== version) return;
    this.tell({ kind: 'found', version, findings: findingsInModel(model) });
    last = this.now();
    if (solution && !(await this.checkAll(model, solution, version, isStale))) return;
    if (solution && !(await this.prepare(model, solution, isStale))) return;
    this.solvedVersion = version;
  }

  /**
   * Integrates the cases of a large model along its members ahead of need, so that a switch of case only sums.
   * @returns false when it was abandoned for a newer version
   */
  private async prepare(
    model: Model,
    solution: Solution,
    isStale: (report: () => void) => Promise<boolean>,
  ): Promise<boolean> {
    if (solution.memberIds.length < membersForWorker) return true;
    const table = stationTable(solution);
    // combinations reach the same states, so those alone are prepared that something weighs
    const used = new Set(
      inOrder(model.combinations).flatMap((combination) =>
        [...combinationWeights(solution, combination, model.combinations).entries()].flatMap(([c, weight]) =>
          weight === 0 ? [] : [c],
        ),
      ),
    );
    for (let c = 0; c < solution.cases.length; c++) {
      if (c >= solution.loadCases && !used.has(c)) continue;
      for (let m = 0; m < solution.memberIds.length; m++) {
        table.prepare(m, c);
        if (await isStale(() => undefined)) return false;
      }
    }
    return true;
  }

  /** @returns false when it was abandoned for a newer version */
  private async checkAll(
    model: Model,
    solution: Solution,
    version: number,
    isStale: (report: () => void) => Promise<boolean>,
  ): Promise<boolean> {
    const started = this.now();
    const checker = new MemberChecker(model, solution);
    this.checker = { version, checker };
    const members = inOrder(model.members);
    const rows: CheckRow[] = [];
    await this.pause();
    for (const member of members) {
      rows.push(toCheckRow(checker.check(member.id), model.settings.units));
      if (
        await isStale(() =>
          this.tell({ kind: 'progress', version, phase: 'check', fraction: rows.length / members.length }),
        )
      )
        return false;
    }
    const { keys } = checker.piers;
    const piers: PierRow[] = [];
    for (const key of keys) {
      piers.push(toPierRow(checker.piers.check(key), model.settings.units));
      if (
        await isStale(() =>
          this.tell({ kind: 'progress', version, phase: 'check walls', fraction: piers.length / keys.length }),
        )
      )
        return false;
    }
    this.tell({ kind: 'checked', version, rows, piers, seconds: (this.now() - started) / 1000 });
    return true;
  }
}

function reinforcementText({ reinforcement }: MemberChecks, units: UnitSystem): MemberSheetIndex['reinforcement'] {
  if (!reinforcement) return null;
  const word = (proposed: boolean) => (proposed ? 'proposed' : 'chosen');
  const layer = (chosen: typeof reinforcement.top) =>
    chosen
      ? `${chosen.value.count} ${chosen.value.bar.name}${chosen.value.rows.length > 1 ? ` (${chosen.value.rows.join(' + ')})` : ''}, ${word(chosen.proposed)}`
      : 'none fits';
  const { side, stirrups, parts } = reinforcement;
  const beside = (face: 'top' | 'bottom') => {
    const count = (parts.added ?? []).filter((one) => one.face === face).length;
    return count > 0 ? `; ${counted(count, 'stretch')} of others beside them` : '';
  };
  const zones = parts.zones?.length ?? 0;
  return {
    top: layer(reinforcement.top) + beside('top'),
    bottom: layer(reinforcement.bottom) + beside('bottom'),
    side: side ? `${side.value.count} ${side.value.bar.name} each, ${word(side.proposed)}` : null,
    stirrups: stirrups
      ? `${stirrups.value.legs} legs ${stirrups.value.bar.name} at ${formatQuantity(stirrups.value.spacing, 'sectionLength', units, units === 'us' ? 1 : 0)}, ${word(stirrups.proposed)}${zones > 0 ? `; otherwise in ${counted(zones, 'zone')}` : ''}`
      : 'none',
    accept: hasProposals(reinforcement) ? usedBars(reinforcement) : null,
  };
}

function cageProposal({ column }: MemberChecks, units: UnitSystem): MemberSheetIndex['cage'] {
  if (!column) return null;
  return {
    words: cageText(column, units),
    areProposed: { bars: column.bars?.proposed === true, ties: column.ties.proposed },
    accept: proposesCage(column) ? usedCage(column) : null,
  };
}

/** A sheet's steps set in TeX with the project's units. */
export function setSheet(sheet: Sheet, units: UnitSystem): SetSheet {
  return {
    steps: sheet.steps.map((step) => setStep(step, units)),
    remarks: sheet.remarks,
    comparison: sheet.comparison && { ...setStep(sheet.comparison, units), utilisation: sheet.comparison.utilisation },
  };
}
