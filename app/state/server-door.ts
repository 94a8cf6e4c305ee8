import type { Act, Edit } from '~core/model';
import type { RevisionEntry } from './history';

/** A revision as the server sends it. */
export interface ServerStep extends RevisionEntry {
  readonly edits: Edit[];
}

export type WantedChange = { kind: 'edit'; act: Act } | { kind: 'undo' } | { kind: 'redo' };

export type ChangeAnswer = { status: 'done'; steps: ServerStep[] } | { status: 'behind'; steps: ServerStep[] } | { status: 'refused'; error: string } | { status: 'unreachable' };

/** Asks the server to append one revision to the one the client stands at. */
export async function sendChange(projectId: string, base: number, change: WantedChange): Promise<ChangeAnswer> {
  let response: Response;
  try {
    response = await fetch(`/projects/${projectId}/revisions`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ base, change }) });
  } catch {
    return { status: 'unreachable' };
  }
  if (response.status >= 500) return { status: 'unreachable' };
  const text = await response.text();
  if ([200, 409, 422].includes(response.status)) return JSON.parse(text) as ChangeAnswer;
  return { status: 'refused', error: text || `The server answered ${response.status}.` };
}

/** Tells the server what a solve of a revision came to; a failure matters to nobody. */
export function sendRun(projectId: string, revision: number, summary: unknown): void {
  void fetch(`/projects/${projectId}/run`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ revision, summary }) }).catch(() => undefined);
}
