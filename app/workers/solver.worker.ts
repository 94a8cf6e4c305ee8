import * as comlink from 'comlink';
import type { Act, Model } from '~core/model';
import type { SolverMessage } from './messages';
import { SolveLoop } from './solve-loop';

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
};

export type SolverDoor = typeof door;

comlink.expose(door);
