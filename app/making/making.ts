import { createStore } from 'zustand/vanilla';
import { saveFile } from './save-file';
import { freshKey, windowId } from '../state/window-id';

/** A document the server makes or reads for this window. */
export interface Making {
  readonly key: string;
  /** what is made: “PDF of the report” */
  readonly title: string;
  /** how far it is, in the server's words */
  readonly phase: string;
  /** why it was not made; it stays until it is read */
  readonly error?: string;
  readonly cancel: () => void;
}

/** What is being made for this window, the oldest first. */
export const makings = createStore<{ readonly list: readonly Making[] }>(() => ({ list: [] }));

/** How often the server is asked how far it is, ms. */
const between = 500;

const change = (key: string, next: Partial<Making> | undefined): void =>
  makings.setState(({ list }) => ({
    list: list.flatMap((one) => (one.key !== key ? [one] : next ? [{ ...one, ...next }] : [])),
  }));

/** Takes a document off the list; one in the making is cancelled. */
export function dismiss(key: string): void {
  makings
    .getState()
    .list.find((one) => one.key === key)
    ?.cancel();
  change(key, undefined);
}

const failed = (title: string, error: string): void =>
  makings.setState(({ list }) => ({
    list: [...list, { key: freshKey(), title, phase: '', error, cancel: () => undefined }],
  }));

/**
 * Asks the server for something that takes its time: while it does, the list says how far it is, and it can be cancelled there.
 * @param title what is made
 * @param send  sends the request with the headers and the signal it is given
 * @throws AbortError when it is cancelled; TypeError when the server cannot be reached
 */
export async function withProgress(
  title: string,
  send: (headers: Readonly<Record<string, string>>, signal: AbortSignal) => Promise<Response>,
): Promise<Response> {
  const key = freshKey();
  const abort = new AbortController();
  makings.setState(({ list }) => ({
    list: [...list, { key, title, phase: 'asking the server', cancel: () => abort.abort() }],
  }));
  const timer = setInterval(() => {
    void fetch(`/making/${key}`, { signal: abort.signal })
      .then((answer) => answer.json() as Promise<{ phase: string | null }>)
      .then(
        ({ phase }) => phase !== null && change(key, { phase }),
        () => undefined,
      );
  }, between);
  try {
    const answer = await send({ 'Elbow-Making': key, 'Elbow-Window': windowId() }, abort.signal);
    if (!answer.ok) return answer;
    // the answer's bytes belong to it: they can still be cancelled
    const { status, headers } = answer;
    return new Response(await answer.arrayBuffer(), { status, headers });
  } finally {
    clearInterval(timer);
    change(key, undefined);
  }
}

/** What a refusal says: the sentence of an answer that is not what was asked for. */
export async function refusalOf(answer: Response): Promise<string> {
  const text = await answer.text();
  try {
    return (JSON.parse(text) as { error?: string }).error ?? text;
  } catch {
    return text || `The server answered ${answer.status}.`;
  }
}

/**
 * Has a document made and saves it as a file under the name the server gives it. What goes wrong stands in the list of documents in the making.
 * @param title   what is made: “PDF of the report”
 * @param address where it is made
 */
export async function saveDocument(title: string, address: string): Promise<void> {
  try {
    const answer = await withProgress(title, (headers, signal) => fetch(address, { headers, signal }));
    if (!answer.ok) return failed(title, await refusalOf(answer));
    const named = /filename\*=UTF-8''([^;]+)/.exec(answer.headers.get('Content-Disposition') ?? '')?.[1];
    saveFile(decodeURIComponent(named ?? 'document'), await answer.blob());
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return;
    failed(title, 'The server cannot be reached. Is it still running?');
  }
}
