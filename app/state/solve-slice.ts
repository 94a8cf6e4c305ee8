import * as comlink from 'comlink';
import {
  verdicts,
  type ColumnInteraction,
  type LaidOut,
  type LayoutRow,
  type LineBars,
  type Loop,
  type LoopChoice,
  type LoopProgress,
  type Mends,
} from '~core/checks';
import { openFindings } from '~core/findings';
import type { AnalysisOutcome, Solution } from '~core/fem';
import type { Act, Finding, Model } from '~core/model';
import type { Plausibility, Shown } from '~core/results';
import type {
  CheckRow,
  FloorCentres,
  MemberSheetIndex,
  MovementWhy,
  PierRow,
  SetSheet,
  SolverMessage,
} from '../workers/messages';
import type { SolvedToEnd } from '../workers/solve-to-end';
import type { DiagramDrawing } from '~core/picture';
import type { Quantity } from '~core/results';
import type { Drawn } from '~core/picture';
import type { SolverDoor } from '../workers/solver.worker';
import { sendRun } from './server-door';
import { Silence } from './silence';
import type { Slice } from './store';

/** A solver that works and says nothing for so long, ms, hangs. */
const longestSilence = 120_000;

/** A solution with the model it belongs to, which may be a step behind the one on screen. */
export interface Solved {
  readonly model: Model;
  readonly solution: Solution;
}

/** Results of the model on screen: solution, checks, findings, and what is under way. */
export interface SolveSlice {
  /** number of the model version the solver was last given */
  readonly version: number;
  readonly solveStatus: 'waiting' | 'solving' | 'checking' | 'done' | 'stopped' | 'failed';
  readonly progress: { phase: string; fraction: number };
  readonly findings: readonly Finding[];
  readonly solved: Solved | undefined;
  /** seconds of the last solve and of the last checks */
  readonly seconds: { solve: number; check: number };
  readonly checks: ReadonlyMap<string, CheckRow>;
  /** of piers of walls, by their keys */
  readonly pierChecks: ReadonlyMap<string, PierRow>;
  readonly solveError: string;
  /** analyses beside load cases: under way, or what they came to; an edit forgets them */
  readonly analyses: ReadonlyMap<string, { readonly fraction: number; readonly outcome?: AnalysisOutcome }>;
  startSolver(): () => void;
  restartSolver(): void;
  editSolver(act: Act): void;
  runAnalysis(id: string): void;
  sheetIndex(memberId: string): Promise<MemberSheetIndex | undefined>;
  /** bars laid out along the design line a member is in */
  layOut(memberId: string): Promise<LaidOut | undefined>;
  /** what would mend the design line a member is in */
  mends(memberId: string): Promise<Mends | undefined>;
  /** the bars of the design line a member is in */
  lineBars(memberId: string): Promise<LineBars | undefined>;
  /** the layouts of the design rules of a column beside each other */
  layouts(memberId: string): Promise<readonly LayoutRow[]>;
  /** the section of a column as it is used */
  interaction(memberId: string): Promise<ColumnInteraction | undefined>;
  sheet(memberId: string, checkId: string): Promise<SetSheet | undefined>;
  /** which members' deformation a node's movement comes from */
  why(
    node: string,
    direction: 'x' | 'y' | 'z',
    shown: Extract<Shown, { kind: 'case' | 'combination' }>,
  ): Promise<MovementWhy | undefined>;
  plausibility(): Promise<Plausibility | undefined>;
  centres(): Promise<FloorCentres | undefined>;
  /** Utilisation of a member by strength combination; null where no check is made. */
  utilisations(
    memberId: string,
  ): Promise<readonly { readonly combination: string; readonly utilisation: number | null }[] | undefined>;
  /** the drawing of a quantity, made in the worker */
  drawing(
    members: readonly number[],
    shown: Shown,
    quantity: Quantity,
    size: number,
    drawn: Drawn,
    facing: readonly [number, number, number] | undefined,
    panels: readonly string[],
  ): Promise<DiagramDrawing | undefined>;
  /** walks the loop from forces to bars and stiffness in a worker of its own; undefined: it was given up */
  closeLoop(choice: LoopChoice, tell: (progress: LoopProgress) => void): LoopUnderWay;
  /** solves another model in a worker of its own */
  solveOther(model: Model): Promise<SolvedToEnd>;
}

/** A loop that is walked. */
export interface LoopUnderWay {
  readonly result: Promise<Loop | undefined>;
  readonly giveUp: () => void;
}

/** The slice of results; it talks to the solver’s worker. */
export const solveSlice: Slice<SolveSlice> = (set, get) => {
  let solver:
    | {
        readonly door: comlink.Remote<SolverDoor>;
        readonly worker: Worker;
        /** holds a model, to which edits can be made */ loaded: boolean;
      }
    | undefined;
  /** models on their way, by version, so that a solution finds its own */
  const sent = new Map<number, Model>();

  const fail = (error: string): void => {
    silence.end();
    // what was shown belongs to another model
    set({
      solveStatus: 'failed',
      solveError: error,
      solved: undefined,
      checks: new Map(),
      pierChecks: new Map(),
      analyses: new Map(),
    });
  };

  const open = (): void => {
    const worker = new Worker(new URL('../workers/solver.worker.ts', import.meta.url), {
      type: 'module',
      name: 'solver',
    });
    // a worker that runs out of memory is ended by the browser
    worker.addEventListener('error', (event) =>
      replace(
        `It was ended by the browser${event.message ? `: ${event.message}` : ', which it does when there is not enough memory.'}`,
      ),
    );
    const door = comlink.wrap<SolverDoor>(worker);
    solver = { door, worker, loaded: false };
    void door.listen(comlink.proxy(hear));
  };

  /** Ends a solver that no longer works and begins another, which waits for the next edit. */
  const replace = (reason: string): void => {
    solver?.worker.terminate();
    open();
    fail(reason);
  };

  const silence = new Silence(longestSilence, () =>
    replace(
      `It said nothing for ${longestSilence / 60_000} minutes and was ended. The model may be too large for this machine, or hold a number far from the others.`,
    ),
  );

  const hear = (message: SolverMessage): void => {
    silence.heard();
    if (message.version !== get().version) return; // of an older model
    switch (message.kind) {
      case 'progress':
        set({ progress: { phase: message.phase, fraction: message.fraction } });
        break;
      case 'solved': {
        const model = sent.get(message.version);
        for (const version of sent.keys()) if (version < message.version) sent.delete(version);
        const solution = message.solution;
        set({
          findings: message.findings,
          solved: solution && model ? { model, solution } : undefined,
          seconds: { solve: message.seconds, check: 0 },
          solveStatus: solution ? 'checking' : 'stopped',
          ...(solution ? {} : { checks: new Map(), pierChecks: new Map() }),
        });
        if (!solution) {
          silence.end();
          report();
        }
        break;
      }
      case 'found':
        set({ findings: [...get().findings, ...message.findings] });
        break;
      case 'checked':
        set({
          checks: new Map(message.rows.map((row) => [row.memberId, row])),
          pierChecks: new Map(message.piers.map((row) => [row.memberId, row])),
          seconds: { ...get().seconds, check: message.seconds },
          solveStatus: 'done',
        });
        silence.end();
        report();
        break;
      case 'analysing':
        set({ analyses: new Map(get().analyses).set(message.id, { fraction: message.fraction }) });
        break;
      case 'analysed':
        set({ analyses: new Map(get().analyses).set(message.outcome.id, { fraction: 1, outcome: message.outcome }) });
        if (get().solveStatus === 'done') silence.end();
        break;
      case 'failed':
        fail(message.error);
    }
  };

  /** Hands the server what the solve came to, once the edits it rests on are saved. */
  let waiting: ReturnType<typeof setTimeout> | undefined;
  const report = (): void => {
    clearTimeout(waiting);
    const { version } = get();
    const attempt = (): void => {
      const state = get();
      if (state.version !== version) return;
      if (state.saving !== 'saved') {
        waiting = setTimeout(attempt, 400);
        return;
      }
      const rows = [...state.checks.values()].filter((row) => row.utilisation !== null);
      const all = [...state.checks.values(), ...state.pierChecks.values()];
      const [worst, pier] = [worstOf(state.checks), worstOf(state.pierChecks)];
      const isPier = (pier?.utilisation ?? 0) > (worst?.utilisation ?? 0);
      const open = openFindings(state.model, state.findings);
      sendRun(state.projectId, state.variantId, state.revision, {
        status: state.solved ? 'solved' : 'stopped',
        stops: open.filter((finding) => finding.severity === 'stop').length,
        remarks: open.filter((finding) => finding.severity === 'remark').length,
        verdicts: Object.fromEntries(
          verdicts.map((verdict) => [verdict, all.filter((row) => row.verdict === verdict).length]),
        ),
        worst:
          pier && isPier
            ? { utilisation: pier.utilisation, member: `pier of ${pier.memberId.split(':')[0]}`, title: pier.title }
            : worst
              ? { utilisation: worst.utilisation, member: worst.memberId, title: worst.title }
              : null,
        utilisations: Object.fromEntries(rows.map((row) => [row.memberId, Number(row.utilisation!.toFixed(3))])),
      });
    };
    waiting = setTimeout(attempt, 400);
  };

  const begin = (): number => {
    const version = get().version + 1;
    sent.set(version, get().model);
    silence.begin();
    set({ version, solveStatus: 'solving', progress: { phase: '', fraction: 0 }, solveError: '', analyses: new Map() });
    return version;
  };

  return {
    version: 0,
    solveStatus: 'waiting',
    progress: { phase: '', fraction: 0 },
    findings: [],
    solved: undefined,
    seconds: { solve: 0, check: 0 },
    checks: new Map(),
    pierChecks: new Map(),
    solveError: '',
    analyses: new Map(),
    startSolver() {
      open();
      get().restartSolver();
      return () => {
        silence.end();
        solver?.worker.terminate();
        solver = undefined;
      };
    },
    restartSolver() {
      if (!solver) return;
      solver.loaded = true;
      void solver.door.load(get().model, begin());
    },
    editSolver(act) {
      if (solver?.loaded) void solver.door.edit(act, begin());
      else get().restartSolver();
    },
    runAnalysis(id) {
      if (!solver) return;
      set({ analyses: new Map(get().analyses).set(id, { fraction: 0 }) });
      silence.begin();
      void solver.door.analyse(id);
    },
    sheetIndex: async (memberId) => solver?.door.index(memberId),
    sheet: async (memberId, checkId) => solver?.door.sheet(memberId, checkId),
    layOut: async (memberId) => solver?.door.layOut(memberId),
    lineBars: async (memberId) => solver?.door.lineBars(memberId),
    interaction: async (memberId) => solver?.door.interaction(memberId),
    layouts: async (memberId) => (await solver?.door.layouts(memberId)) ?? [],
    mends: async (memberId) => solver?.door.mends(memberId),
    why: async (node, direction, shown) => solver?.door.why(node, direction, shown),
    plausibility: async () => solver?.door.plausibility(),
    centres: async () => solver?.door.centres(),
    utilisations: async (memberId) => solver?.door.utilisations(memberId),
    drawing: async (members, shown, quantity, size, drawn, facing, panels) =>
      solver?.door.draw(members, shown, quantity, size, drawn, facing, panels) as Promise<DiagramDrawing | undefined>,
    closeLoop(choice, tell) {
      const worker = anotherWorker('solver of the loop');
      let giveUp: () => void = () => undefined;
      const given = new Promise<undefined>((resolve) => (giveUp = () => resolve(undefined)));
      const failed = new Promise<never>((_, reject) =>
        worker.addEventListener('error', (event) => reject(new Error(event.message))),
      );
      const walked = comlink.wrap<SolverDoor>(worker).closeLoop(get().model, choice, comlink.proxy(tell));
      return {
        result: Promise.race([walked as Promise<Loop>, given, failed]).finally(() => worker.terminate()),
        giveUp: () => giveUp(),
      };
    },
    async solveOther(model) {
      const worker = anotherWorker('solver of another model');
      try {
        return (await comlink.wrap<SolverDoor>(worker).solveOther(model)) as SolvedToEnd;
      } finally {
        worker.terminate();
      }
    },
  };
};

/** A worker beside the one that holds the model. */
const anotherWorker = (name: string): Worker =>
  new Worker(new URL('../workers/solver.worker.ts', import.meta.url), { type: 'module', name });

/** The member with the largest utilisation. */
export function worstOf(checks: ReadonlyMap<string, CheckRow>): (CheckRow & { utilisation: number }) | undefined {
  let worst: (CheckRow & { utilisation: number }) | undefined;
  for (const row of checks.values())
    if (row.utilisation !== null && (!worst || row.utilisation > worst.utilisation))
      worst = { ...row, utilisation: row.utilisation };
  return worst;
}
