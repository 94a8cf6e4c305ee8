import * as comlink from 'comlink';
import { closeLoop, type Loop, type LoopChoice, type LoopProgress } from '~core/checks';
import type { Act, Model } from '~core/model';
import type { SolverMessage } from './messages';
import { drawQuantity, type DiagramDrawing } from '~core/picture';
import type { Quantity } from '~core/results';
import type { Drawn } from '~core/picture';
import type { Shown } from '~core/results';
import { showIn } from '~core/units';
import { SolveLoop } from './solve-loop';
import { solveToEnd, type SolvedToEnd } from './solve-to-end';

/** Lets waiting messages in; unlike a timer it costs no milliseconds. */
function pause(): Promise<void> {
  return new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });
}

/** How often progress of the loop is told, ms. */
const tellEvery = 100;

let listener: (message: SolverMessage) => void = () => undefined;
const loop = new SolveLoop((message) => listener(message), pause);

const door = {
  listen(callback: (message: SolverMessage) => void): void {
    listener = callback;
  },
  load: (model: Model, version: number) => loop.load(model, version),
  edit: (act: Act, version: number) => loop.edit(act, version),
  analyse: (id: string) => loop.analyse(id),
  index: (memberId: string) => loop.index(memberId),
  sheet: (memberId: string, checkId: string) => loop.sheet(memberId, checkId),
  why: (node: string, direction: 'x' | 'y' | 'z', shown: Extract<Shown, { kind: 'case' | 'combination' }>) =>
    loop.why(node, direction, shown),
  plausibility: () => loop.plausibility(),
  centres: () => loop.centres(),
  layOut: (memberId: string) => loop.layOut(memberId),
  lineBars: (memberId: string) => loop.lineBars(memberId),
  interaction: (memberId: string) => loop.interaction(memberId),
  layouts: (memberId: string) => loop.layouts(memberId),
  mends: (memberId: string) => loop.mends(memberId),
  utilisations: (memberId: string) => loop.utilisations(memberId),
  /** The drawing of a quantity, handed over without copying; nothing while the solution is not the newest. */
  draw(
    members: readonly number[],
    shown: Shown,
    quantity: Quantity,
    size: number,
    drawn: Drawn,
    facing: readonly [number, number, number] | undefined,
    panels: readonly string[],
  ): DiagramDrawing | undefined {
    const current = loop.current();
    const drawing = current && drawQuantity({ ...current, shown, facing, panels }, members, quantity, size, drawn);
    return (
      drawing &&
      comlink.transfer(
        drawing,
        [drawing.triangles, drawing.outline, drawing.rest, drawing.mesh, drawing.meshRest, drawing.segmentValues]
          .filter((array) => array.byteLength > 0)
          .map((array) => array.buffer as ArrayBuffer),
      )
    );
  },
  /** Walks the loop from forces to bars and stiffness on a model of its own, in the units of that. */
  async closeLoop(model: Model, choice: LoopChoice, tell: (progress: LoopProgress) => void): Promise<Loop> {
    showIn(model.settings.ownUnits);
    const steps = closeLoop(model, choice);
    let told = 0;
    let step = steps.next();
    for (; !step.done; step = steps.next()) {
      if (performance.now() - told < tellEvery) continue;
      told = performance.now();
      tell(step.value);
      await pause();
    }
    return step.value;
  },
  /** Solves and checks another model from beginning to end, beside the one that is held. */
  solveOther: (model: Model): SolvedToEnd =>
    solveToEnd(
      model,
      () => undefined,
      () => performance.now() / 1000,
    ),
};

export type SolverDoor = typeof door;

comlink.expose(door);
