import { data } from 'react-router';
import { z } from 'zod';
import { projects } from './services';

/** Bodies above this are refused before they are kept in memory, bytes. A model of 50 000 members has about 15 MB. */
export const largestBody = 40e6;

/** @throws a 404 response with a sentence when there is no such project */
export function projectOr404(id: string): void {
  if (projects().isBinned(id) === undefined) throw data(`There is no project “${id}”.`, { status: 404 });
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
