import { sendOnce } from '../state/send-once';

export type ProjectChange =
  | { readonly kind: 'create'; readonly name: string; readonly units: string; readonly code: string }
  | { readonly kind: 'duplicate' | 'bin' | 'restore' | 'erase'; readonly id: string }
  | { readonly kind: 'rename'; readonly id: string; readonly name: string };

/** Makes or changes a project. @returns its id, or what is wrong in a sentence */
export async function changeProject(change: ProjectChange): Promise<{ id: string } | { error: string }> {
  try {
    const response = await sendOnce('/projects', 'application/json', JSON.stringify(change));
    const text = await response.text();
    try {
      const answer = JSON.parse(text) as { id?: string; error?: string };
      return answer.id !== undefined ? { id: answer.id } : { error: answer.error ?? text };
    } catch {
      return { error: text || `The server answered ${response.status}.` };
    }
  } catch {
    return { error: 'The server cannot be reached; nothing was changed. Is it still running?' };
  }
}
