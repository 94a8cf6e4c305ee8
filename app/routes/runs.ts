import { data } from 'react-router';
import { z } from 'zod';
import { unpackBinary } from '~core/exchange';
import { guarded } from '../server/guarded';
import { packOutcome } from '../store/packed-outcome';
import type { RunOutcome } from '../store/recorded-runs';
import { keyOf, projectOr404, readBytes, readJson } from '../server/requests';
import { jobs, projects, recordedRuns } from '../server/services';
import { whenFree } from '../store/storage-trouble';
import type { Route } from './+types/runs';

/** Results larger than this are not taken in, bytes. Those of 20 000 members and 20 cases have about 60 MB. */
const largestRun = 300e6;

const name = z
  .string()
  .trim()
  .min(1, 'A run needs a name.')
  .max(80, 'A run’s name has at most 80 characters.')
  .nullable();
const id = z.number().int().positive();
const change = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('start'), revision: id, name }),
  z.strictObject({ kind: z.literal('cancel'), id }),
  z.strictObject({ kind: z.literal('rename'), id, name }),
  z.strictObject({ kind: z.literal('remove'), id }),
]);

const faceAreas = z
  .strictObject({ provided: z.number(), lying: z.number(), bending: z.number().optional(), minimum: z.number() })
  .optional();
const bytes = z.instanceof(Uint8Array);
/** What a browser hands over to be kept; the arrays inside the blocks are not looked into. */
const handedOver = z.strictObject({
  revision: id,
  name,
  seconds: z.number().nonnegative(),
  status: z.enum(['done', 'stopped']),
  settings: z.record(z.string(), z.string()),
  findings: z.array(
    z.looseObject({
      key: z.string(),
      rule: z.string(),
      severity: z.enum(['stop', 'remark']),
      sentence: z.string(),
      why: z.string(),
      place: z.looseObject({}),
    }),
  ),
  checks: z.array(
    z.strictObject({
      memberId: z.string(),
      code: z.string(),
      utilisation: z.number().nullable(),
      id: z.string(),
      title: z.string(),
      clause: z.string(),
      combination: z.string(),
      x: z.number(),
      skipped: z.number(),
      reason: z.string(),
      verdict: z.enum(['holds', 'fails', 'open']),
      open: z.string(),
      bars: z
        .strictObject({
          words: z.strictObject({ top: z.string(), bottom: z.string(), stirrups: z.string() }),
          areProposed: z.boolean(),
          areas: z.strictObject({ top: faceAreas, bottom: faceAreas }),
        })
        .optional(),
      cage: z
        .strictObject({
          words: z.strictObject({ bars: z.string(), faces: z.string(), ties: z.string() }),
          areProposed: z.boolean(),
          ratio: z.number(),
        })
        .optional(),
    }),
  ),
  blocks: z.array(z.strictObject({ kind: z.enum(['outline', 'case']), id: z.string().max(20), bytes })),
});

/** The runs of a project whose results are kept, the newest first. */
export const loader = guarded(({ params }: Route.LoaderArgs) => {
  projectOr404(params.projectId);
  // runs that an earlier server left are taken up as soon as somebody looks
  jobs();
  return Response.json({ runs: recordedRuns().list(params.projectId) });
});

/** Starts a run on the server, cancels, renames or removes one; or, with bytes as the body, keeps results a browser came to. */
export const action = guarded(async ({ request, params }: Route.ActionArgs) => {
  const { projectId } = params;
  projectOr404(projectId);
  if (request.headers.get('content-type') === 'application/octet-stream')
    return Response.json({ id: await keep(request, projectId), runs: recordedRuns().list(projectId) });
  const wanted = await readJson(request, change);
  const key = keyOf(request);
  const { answer, again } = await whenFree(() =>
    projects().answered.once(`run of ${projectId}`, key, () => carryOut(projectId, wanted)),
  );
  if (!again && wanted.kind === 'start') jobs().start(projectId, answer.id!, wanted.revision);
  // only what is stored is told to the thread that works on it
  if (!again && (wanted.kind === 'cancel' || wanted.kind === 'remove')) jobs().abort(wanted.id);
  return Response.json({ ...answer, runs: recordedRuns().list(projectId) });
});

/** What a wanted change writes. @throws a 404 response when what it names is not there */
function carryOut(projectId: string, wanted: z.infer<typeof change>): { id?: number } {
  if (wanted.kind === 'start') {
    if (!projects().revisions.has(projectId, wanted.revision))
      throw data(`This project has no revision ${wanted.revision}.`, { status: 404 });
    return { id: recordedRuns().begin(wanted.revision, wanted.name) };
  }
  if (!recordedRuns().get(projectId, wanted.id)) throw data('This run is not there any more.', { status: 404 });
  if (wanted.kind === 'rename') recordedRuns().rename(wanted.id, wanted.name);
  else recordedRuns().end(wanted.id, 'cancelled');
  if (wanted.kind === 'remove') recordedRuns().remove(wanted.id);
  return {};
}

async function keep(request: Request, projectId: string): Promise<number> {
  let raw: unknown;
  const body = await readBytes(request, largestRun, 'The results are');
  try {
    raw = unpackBinary(body);
  } catch (error) {
    throw data(error instanceof Error ? error.message : String(error), { status: 400 });
  }
  const parsed = handedOver.safeParse(raw);
  if (!parsed.success) throw data(`The results cannot be kept. ${z.prettifyError(parsed.error)}`, { status: 400 });
  const { revision, name: called, ...outcome } = parsed.data;
  if (!projects().revisions.has(projectId, revision))
    throw data(`This project has no revision ${revision}.`, { status: 404 });
  const key = keyOf(request);
  const packed = await packOutcome(outcome as RunOutcome);
  return (
    await whenFree(() =>
      projects().answered.once(`kept run of ${projectId}`, key, () => recordedRuns().keep(revision, called, packed)),
    )
  ).answer;
}
