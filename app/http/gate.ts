import type { IncomingMessage, ServerResponse } from 'node:http';

/** Headers of every answer; a document sets a policy of its own, with its nonce. */
const everywhere: Readonly<Record<string, string>> = {
  // workers take their policy from their own script: they compile the solver and fetch nothing else
  'Content-Security-Policy':
    "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; worker-src 'self' blob:; object-src 'none'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'",
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'same-origin',
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'X-Frame-Options': 'DENY',
  'Cache-Control': 'no-store',
};

/** Longest body by where it is sent, bytes. */
const limits: readonly (readonly [RegExp, number])[] = [
  [/^\/projects\/[^/]+\/runs$/, 300e6],
  [/^\/archive$/, 500e6],
  [/^\/import$/, 40e6],
  [/^\/projects\/[^/]+\/revisions$/, 40e6],
  [/^\/projects\/[^/]+\/run$/, 10e6],
];
const longestElsewhere = 1e6;

const contentTypes = new Set(['application/json', 'application/octet-stream', 'application/zip']);
/** what a form on any page may send without asking: only with proof of where it comes from */
const formTypes = new Set(['application/x-www-form-urlencoded', 'multipart/form-data']);

interface Refusal {
  readonly status: number;
  readonly error: string;
}

type Headers = Readonly<Record<string, string | string[] | undefined>>;
const one = (headers: Headers, name: string): string | undefined => {
  const value = headers[name];
  return Array.isArray(value) ? value.join(', ') : value;
};

/**
 * Why a request is not let in: it is addressed to a name that is not this server's (as by DNS rebinding), comes from a page of another origin, or is of a
 * kind or length nothing here takes.
 * @param hosts names by which the server may be addressed
 */
export function refusal(
  method: string,
  path: string,
  headers: Headers,
  hosts: ReadonlySet<string>,
): Refusal | undefined {
  const host = one(headers, 'host')?.toLowerCase() ?? '';
  if (!hosts.has(host.replace(/:\d+$/, '')))
    return {
      status: 421,
      error: `This server is not called “${host.slice(0, 100)}”. Names beside this machine’s own are set by ELBOW_HOSTS.`,
    };
  const origin = one(headers, 'origin');
  const site = one(headers, 'sec-fetch-site');
  const foreign: Refusal = {
    status: 403,
    error: 'This was asked by a page that is not Elbow’s, so it is not answered.',
  };
  if (origin !== undefined && !sameOrigin(origin, host)) return foreign;
  const reads = method === 'GET' || method === 'HEAD';
  if (site !== undefined && site !== 'same-origin' && site !== 'none') {
    // a link from elsewhere may lead here; anything else from there may not
    const followed =
      reads && one(headers, 'sec-fetch-mode') === 'navigate' && one(headers, 'sec-fetch-dest') === 'document';
    if (!followed) return foreign;
  }
  if (reads) return undefined;
  if (method !== 'POST') return { status: 405, error: `Nothing here takes ${method.slice(0, 20)}.` };
  const type = (one(headers, 'content-type') ?? '').split(';')[0].trim().toLowerCase();
  const proven = origin !== undefined || site === 'same-origin';
  if (!contentTypes.has(type) && !(formTypes.has(type) && proven))
    return { status: 415, error: `Nothing here takes a body of the type “${type.slice(0, 60)}”.` };
  const length = Number(one(headers, 'content-length') ?? 0);
  const longest = limits.find(([pattern]) => pattern.test(path))?.[1] ?? longestElsewhere;
  if (!(length <= longest))
    return { status: 413, error: `This is too large: at most ${longest / 1e6} MB can be taken in here.` };
  return undefined;
}

function sameOrigin(origin: string, host: string): boolean {
  try {
    return new URL(origin).host === host || new URL(origin).host === host.replace(/:(80|443)$/, '');
  } catch {
    return false;
  }
}

/** The gate as a step of a Node server, before anything else: sets the headers of every answer and turns away what is not let in, before its body is read. */
export function gate(hosts: ReadonlySet<string>) {
  return (request: IncomingMessage, response: ServerResponse, next: () => void): void => {
    const { writeHead } = response;
    // what an answer says for itself stands
    response.writeHead = (...head: unknown[]) => {
      for (const [name, value] of Object.entries(everywhere))
        if (!response.hasHeader(name)) response.setHeader(name, value);
      return Reflect.apply(writeHead, response, head) as ServerResponse;
    };
    const refused = refusal(request.method ?? '', (request.url ?? '').split('?')[0], request.headers, hosts);
    if (!refused) {
      next();
      return;
    }
    response.statusCode = refused.status;
    response.setHeader('Content-Type', 'text/plain; charset=utf-8');
    // what was sent is not read, so the line cannot be used again
    response.setHeader('Connection', 'close');
    response.end(refused.error);
  };
}
