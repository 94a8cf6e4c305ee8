import { packBinary, readModelFile, solutionOf, type SolutionBlock } from '~core/exchange';
import type { Solution } from '~core/fem';
import type { Act, Edit, Finding, Model } from '~core/model';
import type { Watch } from '~core/results';
import type { RecordedRun, RunOutcome } from '../store/recorded-runs';
import type { TroubleKind } from '../store/storage-trouble';
import type { VariantChange, VariantRow } from '../store/variants';
import type { WatchRow } from '../store/watches';
import type { CheckRow } from '../workers/messages';
import type { RevisionEntry } from '../protocol/history';
import { sendOnce } from './send-once';

/** A revision as the server sends it. */
export interface ServerStep extends RevisionEntry {
  readonly edits: Edit[];
  readonly key: string | null;
}

/** What the server is asked to do to a project. */
export type WantedChange = { kind: 'edit'; act: Act } | { kind: 'undo' | 'redo'; all?: boolean };

/** Why nothing can be saved now: `unreachable` and `failed` beside what the server says of its store. */
export type SavingTrouble = { readonly trouble: TroubleKind | 'unreachable' | 'failed'; readonly error: string };

/** What became of it: the new revision, a clash, or why not. */
export type ChangeAnswer =
  | { status: 'done'; made: number; steps: ServerStep[] }
  | { status: 'behind'; steps: ServerStep[] }
  | { status: 'refused'; error: string }
  | { status: 'trouble'; trouble: SavingTrouble };

/** Who sends: project, variant and window. */
export interface Sender {
  readonly projectId: string;
  readonly variantId: number;
  readonly window: string;
}

const unreachable: SavingTrouble = {
  trouble: 'unreachable',
  error:
    'The server cannot be reached. Is it still running? What you do meanwhile is kept in this browser and sent when it is back.',
};

/** Asks the server to append one revision to the one the client stands at. @param key names the act, so that it is not done twice when its answer is lost */
export async function sendChange(
  { projectId, variantId, window }: Sender,
  key: string,
  base: number,
  change: WantedChange,
): Promise<ChangeAnswer> {
  let text: string;
  let status: number;
  try {
    const response = await fetch(`/projects/${projectId}/revisions?variant=${variantId}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'Idempotency-Key': key, 'Elbow-Window': window },
      body: JSON.stringify({ base, change }),
    });
    ({ status } = response);
    text = await response.text();
  } catch {
    return { status: 'trouble', trouble: unreachable };
  }
  if ([200, 409, 422].includes(status)) {
    try {
      const answer = JSON.parse(text) as ChangeAnswer | SavingTrouble;
      return 'status' in answer ? answer : { status: 'trouble', trouble: answer };
    } catch {
      return { status: 'trouble', trouble: unreachable };
    }
  }
  if (status >= 500 || status === 403 || status === 421 || status === 429)
    return { status: 'trouble', trouble: troubleIn(text, status) };
  return { status: 'refused', error: text || `The server answered ${status}.` };
}

function troubleIn(text: string, status: number): SavingTrouble {
  try {
    const said = JSON.parse(text) as Partial<SavingTrouble>;
    if (said.trouble !== undefined && said.error !== undefined) return said as SavingTrouble;
  } catch {
    // not the server's own words
  }
  return {
    trouble: 'failed',
    error: `The server answered ${status}${status < 500 && text.length < 300 ? `: ${text}` : ', and its log says why'}. What you do meanwhile is kept in this browser.`,
  };
}

/** What others did since a revision; nothing when there is no answer. */
export async function stepsSince(
  { projectId, variantId }: Sender,
  revision: number,
): Promise<ServerStep[] | undefined> {
  const answer = await fetch(`/projects/${projectId}/revisions?variant=${variantId}&since=${revision}`).catch(
    () => undefined,
  );
  return answer?.ok ? ((await answer.json().catch(() => ({}))) as { steps?: ServerStep[] }).steps : undefined;
}

/** Tells the server what a solve of a revision came to; a failure matters to nobody. */
export function sendRun(projectId: string, variant: number, revision: number, summary: unknown): void {
  void fetch(`/projects/${projectId}/run?variant=${variant}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ revision, summary }),
  }).catch(() => undefined);
}

/** What the server said to a request, or why there is no answer, in words. */
type Answer<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: string };

async function answered<T>(request: Promise<Response>, read: (response: Response) => Promise<T>): Promise<Answer<T>> {
  let response: Response;
  try {
    response = await request;
  } catch {
    return { ok: false, error: 'The server cannot be reached.' };
  }
  if (response.ok) return { ok: true, value: await read(response) };
  const text = await response.text();
  try {
    const refusal = JSON.parse(text) as { error?: string };
    return { ok: false, error: refusal.error ?? text };
  } catch {
    return { ok: false, error: text || `The server answered ${response.status}.` };
  }
}

const json = <T>(response: Response) => response.json() as Promise<T>;
const post = (address: string, body: unknown) => sendOnce(address, 'application/json', JSON.stringify(body));

/** Branches, renames, bins or restores a variant. */
export const changeVariant = (projectId: string, change: VariantChange) =>
  answered(post(`/projects/${projectId}/variants`, change), json<{ id: number; variants: VariantRow[] }>);

/** Adds a watched quantity or takes one off. */
export const changeWatch = (
  projectId: string,
  change: { kind: 'add'; watch: Watch } | { kind: 'remove'; id: number },
) => answered(post(`/projects/${projectId}/watches`, change), json<{ watches: WatchRow[] }>);

/** What the server is asked to do to kept runs. */
export type RunChange =
  | { kind: 'start'; revision: number; name: string | null }
  | { kind: 'cancel' | 'remove'; id: number }
  | { kind: 'rename'; id: number; name: string | null };

/** The recorded runs of a project. */
export const listRuns = (projectId: string) =>
  answered(fetch(`/projects/${projectId}/runs`), json<{ runs: RecordedRun[] }>);
/** Starts a run on the server, cancels, renames or removes one. */
export const changeRun = (projectId: string, change: RunChange) =>
  answered(post(`/projects/${projectId}/runs`, change), json<{ id?: number; runs: RecordedRun[] }>);

/** Hands results over to be kept. */
export const keepRun = (projectId: string, revision: number, name: string | null, outcome: RunOutcome) =>
  answered(
    sendOnce(
      `/projects/${projectId}/runs`,
      'application/octet-stream',
      packBinary({ revision, name, ...outcome }) as Uint8Array<ArrayBuffer>,
    ),
    json<{ id: number; runs: RecordedRun[] }>,
  );

/** The model as it stood at a revision. */
export const fetchModel = async (projectId: string, revision: number): Promise<Answer<Model>> => {
  const answer = await answered(fetch(`/projects/${projectId}/model.json?revision=${revision}`), (response) =>
    response.text(),
  );
  if (!answer.ok) return answer;
  const read = readModelFile(answer.value);
  return read.ok ? { ok: true, value: read.model } : { ok: false, error: read.problems.join(' ') };
};

/** A kept run's results, put together from its blocks. */
export async function fetchRun(
  projectId: string,
  run: number,
): Promise<Answer<{ solution: Solution | undefined; checks: CheckRow[]; findings: Finding[] }>> {
  const address = `/projects/${projectId}/runs/${run}`;
  const outcome = await answered(
    fetch(address),
    json<{ findings: Finding[]; checks: CheckRow[]; blocks: { kind: 'outline' | 'case'; id: string }[] }>,
  );
  if (!outcome.ok) return outcome;
  const blocks: SolutionBlock[] = [];
  for (const { kind, id } of outcome.value.blocks) {
    const bytes = await answered(
      fetch(`${address}?${new URLSearchParams({ kind, case: id })}`),
      async (response) => new Uint8Array(await response.arrayBuffer()),
    );
    if (!bytes.ok) return bytes;
    blocks.push({ kind, id, bytes: bytes.value });
  }
  return {
    ok: true,
    value: {
      solution: blocks.length > 0 ? solutionOf(blocks) : undefined,
      checks: outcome.value.checks,
      findings: outcome.value.findings,
    },
  };
}
