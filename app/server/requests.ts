import { data } from 'react-router';
import { z } from 'zod';
import type { Model } from '~core/model';
import { projects } from './services';

/** Bodies above this are refused before they are kept in memory, bytes. A model of 50 000 members has about 15 MB. */
export const largestBody = 40e6;

/** @throws a 404 response with a sentence when there is no such project */
export function projectOr404(id: string): void {
  if (projects().isBinned(id) === undefined) throw data(`There is no project “${id}”.`, { status: 404 });
}

/** A whole number of the address, or nothing. @throws a 400 response for anything else */
function numberOf(request: Request, name: string): number | undefined {
  const text = new URL(request.url).searchParams.get(name);
  if (text === null || text === '') return undefined;
  const number = Number(text);
  if (!Number.isInteger(number) || number < 1) throw data(`The address says ${name}=${text}; it should be a whole number.`, { status: 400 });
  return number;
}

/** The variant an address names by ?variant=; none: the project's first. @throws a 404 response when the project has no such variant */
export function variantOr404(request: Request, projectId: string): number | undefined {
  const variant = numberOf(request, 'variant');
  if (variant !== undefined && !projects().revisions.head(projectId, variant)) throw data(`This project has no variant ${variant}.`, { status: 404 });
  return variant;
}

/** The model an address names: a revision by ?revision=, else the head of a variant. @throws a 404 response when there is none */
export function modelOr404(request: Request, projectId: string): Model {
  const revision = numberOf(request, 'revision');
  const model = revision === undefined ? projects().revisions.open(projectId, variantOr404(request, projectId))?.model : projects().revisions.at(projectId, revision);
  if (!model) throw data(`This project has no revision ${revision ?? ''}.`, { status: 404 });
  return model;
}

/** Reads a request's bytes up to a limit. @throws a 413 response */
export async function readBytes(request: Request, limit: number): Promise<Uint8Array> {
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw data(`The results are too large: at most ${limit / 1e6} MB can be kept.`, { status: 413 });
  const bytes = new Uint8Array(await request.arrayBuffer());
  if (bytes.byteLength > limit) throw data(`The results are too large: at most ${limit / 1e6} MB can be kept.`, { status: 413 });
  return bytes;
}

/** Reads a request's text up to the limit. @throws a 413 response */
export async function readText(request: Request): Promise<string> {
  const tooLarge = () => data(`The file is too large: at most ${largestBody / 1e6} MB can be taken in. Use the command line for larger models.`, { status: 413 });
  if (Number(request.headers.get('content-length') ?? 0) > largestBody) throw tooLarge();
  const decoder = new TextDecoder();
  let text = '';
  let size = 0;
  const reader = request.body?.getReader();
  while (reader) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.byteLength;
    if (size > largestBody) {
      await reader.cancel();
      throw tooLarge();
    }
    text += decoder.decode(value, { stream: true });
  }
  return text + decoder.decode();
}

/** Reads and validates a JSON body. @throws a 400 response that says what is wrong with it */
export async function readJson<T extends z.ZodType>(request: Request, schema: T): Promise<z.output<T>> {
  const text = await readText(request);
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    throw data('The request is not JSON.', { status: 400 });
  }
  const parsed = schema.safeParse(raw);
  if (!parsed.success) throw data(`The request cannot be understood. ${z.prettifyError(parsed.error)}`, { status: 400 });
  return parsed.data;
}
