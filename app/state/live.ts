import type { OpenWindow } from '../server/windows';
import type { ServerStep } from './server-door';
import type { Workbench } from './store';

/** A hidden tab gives its line up after this long, ms: a browser has only six to one server. */
const hiddenFor = 10_000;
const reopenAfter = 3000;

/** Follows what the server tells of its own accord: edits of other windows, and which windows are open. @returns a function that ends it */
export function followServer(workbench: Workbench, variantId: number): () => void {
  const { projectId, window: id } = workbench.getState();
  const address = (more: string) => `/projects/${projectId}/changes?variant=${variantId}&window=${id}${more}`;
  let line: EventSource | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;

  const open = () => {
    clearTimeout(timer);
    if (line && line.readyState !== EventSource.CLOSED) return;
    line = new EventSource(address(`&since=${workbench.getState().revision}`));
    line.addEventListener('open', () => {
      // the server is there: what waited goes now
      if (workbench.getState().pending.length > 0) void workbench.getState().sendNow();
    });
    line.addEventListener('steps', (event: MessageEvent<string>) => {
      const { base, steps } = JSON.parse(event.data) as { base: number; steps: ServerStep[] };
      void workbench.getState().receiveSteps(base, steps);
    });
    line.addEventListener('windows', (event: MessageEvent<string>) =>
      workbench.getState().receiveWindows(JSON.parse(event.data) as OpenWindow[]),
    );
    line.addEventListener('error', () => {
      // the browser opens a broken line again by itself, but not one the server refused
      if (line?.readyState === EventSource.CLOSED) timer = setTimeout(open, reopenAfter);
    });
  };
  const close = () => {
    clearTimeout(timer);
    line?.close();
    line = undefined;
  };
  const onVisibility = () => {
    clearTimeout(timer);
    if (document.visibilityState === 'visible') {
      open();
      // also where lines are not let through
      void workbench.getState().catchUp();
    } else timer = setTimeout(close, hiddenFor);
  };
  const leave = () => void navigator.sendBeacon(address(''), new Blob(['{}'], { type: 'application/json' }));
  open();
  document.addEventListener('visibilitychange', onVisibility);
  globalThis.addEventListener('pagehide', leave);
  globalThis.addEventListener('pageshow', open);
  return () => {
    document.removeEventListener('visibilitychange', onVisibility);
    globalThis.removeEventListener('pagehide', leave);
    globalThis.removeEventListener('pageshow', open);
    close();
    leave();
  };
}
