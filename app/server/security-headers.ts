/**
 * Response headers of documents, beside those of every answer (gate.ts). Scripts run only from this server or with the nonce; styles may be inline because
 * Ant Design and KaTeX write them; nothing is fetched from anywhere else.
 */
export function securityHeaders(nonce: string): [string, string][] {
  const development = process.env.NODE_ENV === 'development';
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    `connect-src 'self'${development ? ' ws:' : ''}`,
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
  return [['Content-Security-Policy', policy]];
}
