import { ConfigProvider, App as AntApp } from 'antd';
import type { ReactNode } from 'react';
import { isRouteErrorResponse, Links, Meta, Outlet, Scripts, ScrollRestoration } from 'react-router';
import '@fontsource-variable/commissioner/index.css';
import 'katex/dist/katex.min.css';
import './theme/app.css';
import type { Route } from './+types/root';
import { NonceContext } from './theme/nonce';
import { useContext } from 'react';
import { InTheMaking } from './making/in-the-making';
import { antdTheme } from './theme/antd-theme';

export function Layout({ children }: { children: ReactNode }) {
  const nonce = useContext(NonceContext);
  return (
    <html lang="en">
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <link rel="icon" type="image/svg+xml" href="/favicon.svg" />
        <Meta />
        <Links />
      </head>
      <body>
        {children}
        <ScrollRestoration nonce={nonce} />
        <Scripts nonce={nonce} />
      </body>
    </html>
  );
}

export default function Root() {
  return (
    <ConfigProvider theme={antdTheme} wave={{ disabled: true }} button={{ autoInsertSpace: false }}>
      <AntApp>
        <Outlet />
        <InTheMaking />
      </AntApp>
    </ConfigProvider>
  );
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const known = isRouteErrorResponse(error);
  return (
    <main className="error-page">
      <h1>{known ? wordsOf(error.data) || error.statusText : 'Something went wrong in Elbow.'}</h1>
      <p className="secondary">
        {known && error.status === 404
          ? 'It may have been mistyped, or it was never here.'
          : known && [409, 503].includes(error.status)
            ? 'What is stored was left as it is.'
            : 'Nothing that was saved is lost. Load the page again; if it happens again, the server’s log says more.'}
      </p>
      <p style={{ marginTop: 12 }}>
        <a href="/">Go to the projects</a>
      </p>
    </main>
  );
}

/** What an answer says: a sentence, or one with a word for programs beside it. */
function wordsOf(said: unknown): string {
  return typeof said === 'string'
    ? said
    : said !== null && typeof said === 'object' && 'error' in said
      ? String(said.error)
      : '';
}
