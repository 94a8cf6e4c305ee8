import { data } from 'react-router';
import { z } from 'zod';
import { readForeignJson } from '~core/exchange';
import type { Maker } from '../store/revisions';
import { projects, windows } from './services';

/** Bodies above this are refused before they are kept in memory, bytes. A model of 50 000 members has about 15 MB. */
export const largestBody = 40e6;

/** A project's name. @throws a 404 response with a sentence when there is no such project */
export function projectOr404(id: string): string {
  const name = projects().nameOf(id);
  if (name === undefined) throw data(`There is no project “${id}”.`, { status: 404 });
  return name;
}

const keyPattern = /^[\w-]{8,80}$/;

/** The key a client gave its act, by which the act is known when it is sent again. @throws a 400 response for one that cannot be a key */
export function keyOf(request: Request): string | undefined {
  return namedBy(request, 'Idempotency-Key');
}

/** The name a header gives an act, a window or a document in the making. @throws a 400 response for one that cannot be a name */
export function namedBy(
  request: Request,
  header: 'Idempotency-Key' | 'Elbow-Window' | 'Elbow-Making',
): string | undefined {
  const name = request.headers.get(header) || undefined;
  if (name !== undefined && !keyPattern.test(name))
    throw data(`The ${header} of a request has 8 to 80 letters, digits, - or _.`, { status: 400 });
  return name;
}

/** The window that asks; empty for a caller without one. */
export const windowOf = (request: Request): string => namedBy(request, 'Elbow-Window') ?? '';

/** Who makes an edit: the window that sent it, and which others are open. */
export function makerOf(request: Request, variant: number | undefined): Maker {
  const window = windowOf(request);
  return {
    key: keyOf(request),
    window,
    author: 'you',
    others: variant === undefined ? new Set() : windows().others(variant, window),
  };
}

/** A whole number of the address, or nothing. @throws a 400 response for anything else */
function numberOf(request: Request, name: string): number | undefined {
  const text = new URL(request.url).searchParams.get(name);
  if (text === null || text === '') return undefined;
  const number = Number(text);
  if (!Number.isInteger(number) || number < 1)
    throw data(`The address says ${name}=${text}; it should be a whole number.`, { status: 400 });
  return number;
}

/** The variant an address names by ?variant=; none: the project's first. @throws a 404 response when the project has no such variant */
export function variantOr404(request: Request, projectId: string): number | undefined {
  const variant = numberOf(request, 'variant');
  if (variant !== undefined && !projects().revisions.head(projectId, variant))
    throw data(`This project has no variant ${variant}.`, { status: 404 });
  return variant;
}

/** The revision an address names by ?revision=, else the head of a variant. @throws a 404 response when there is none */
export function revisionOr404(request: Request, projectId: string): number {
  const named = numberOf(request, 'revision');
  const revision =
    named !== undefined
      ? projects().revisions.has(projectId, named)
        ? named
        : undefined
      : projects().revisions.head(projectId, variantOr404(request, projectId))?.revisionId;
  if (revision === undefined) throw data(`This project has no revision ${named ?? ''}.`, { status: 404 });
  return revision;
}

/** Reads a request's bytes up to a limit, refusing by the length it says before anything is read. @throws a 413 response */
export async function readBytes(request: Request, limit: number, what: string): Promise<Uint8Array> {
  const tooLarge = () => data(`${what} too large: at most ${limit / 1e6} MB can be taken in.`, { status: 413 });
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw tooLarge();
  const parts: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  while (reader) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.byteLength;
    if (size > limit) {
      await reader.cancel();
      throw tooLarge();
    }
    parts.push(value);
  }
  return Buffer.concat(parts);
}

/** Reads a request's text up to the limit. @throws a 413 response */
export async function readText(request: Request): Promise<string> {
  return new TextDecoder().decode(await readBytes(request, largestBody, 'The file is'));
}

/** Reads and validates a JSON body. @throws a 400 response that says what is wrong with it */
export async function readJson<T extends z.ZodType>(request: Request, schema: T): Promise<z.output<T>> {
  const json = readForeignJson(await readText(request));
  if (!json.ok) throw data(`The request cannot be understood. ${json.problem}`, { status: 400 });
  const parsed = schema.safeParse(json.value);
  if (!parsed.success)
    throw data(`The request cannot be understood. ${z.prettifyError(parsed.error)}`, { status: 400 });
  return parsed.data;
}
