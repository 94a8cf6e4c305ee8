import { createCache, extractStyle, StyleProvider } from '@ant-design/cssinjs';
import { randomBytes } from 'node:crypto';
import { PassThrough } from 'node:stream';
import { createReadableStreamFromReadable } from '@react-router/node';
import { renderToPipeableStream } from 'react-dom/server';
import { ServerRouter, type EntryContext } from 'react-router';
import { securityHeaders } from './server/security-headers';
import { NonceContext } from './theme/nonce';

// the server's front starts and stops what lives beside requests
export { startServices, stopServices } from './server/services';

const renderTimeout = 10_000;

/** Renders a document whole, so that Ant Design's styles stand in its head before anything is painted. */
export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  context: EntryContext,
): Promise<Response> {
  const nonce = randomBytes(16).toString('base64');
  const cache = createCache();
  return new Promise((resolve, reject) => {
    let failed = false;
    const { pipe, abort } = renderToPipeableStream(
      <NonceContext value={nonce}>
        <StyleProvider cache={cache}>
          <ServerRouter context={context} url={request.url} nonce={nonce} />
        </StyleProvider>
      </NonceContext>,
      {
        nonce,
        onAllReady() {
          const styles = extractStyle(cache);
          const body = new PassThrough({
            transform(chunk: Buffer, _encoding, done) {
              done(
                null,
                styles !== '' && chunk.includes('</head>')
                  ? chunk.toString('utf8').replace('</head>', () => `${styles}</head>`)
                  : chunk,
              );
            },
          });
          headers.set('Content-Type', 'text/html; charset=utf-8');
          securityHeaders(nonce).forEach(([name, value]) => headers.set(name, value));
          resolve(new Response(createReadableStreamFromReadable(body), { headers, status: failed ? 500 : status }));
          pipe(body);
        },
        onShellError: reject,
        onError(error) {
          failed = true;
          console.error(error);
        },
      },
    );
    setTimeout(abort, renderTimeout);
  });
}
