/** Where and for whom the server listens. */
export interface HttpSettings {
  readonly host: string;
  readonly port: number;
  /** names by which the server may be addressed, lower case, without ports */
  readonly hosts: ReadonlySet<string>;
}

const loopback = ['localhost', '127.0.0.1', '[::1]'];
const isLoopback = (host: string) => host === 'localhost' || host === '::1' || /^127\.\d+\.\d+\.\d+$/.test(host);

/**
 * Reads the server's settings from the environment.
 * HOST: the address to listen on, 127.0.0.1 when it is empty or not set. PORT: 4870. ELBOW_HOSTS: further names by which it may be addressed, with commas between.
 * ELBOW_OPEN_TO_NETWORK=yes: needed to listen on more than this machine.
 * @returns the settings, or what is wrong with them in a sentence
 */
export function httpSettings(env: Readonly<Record<string, string | undefined>>): HttpSettings | { error: string } {
  const portText = env.PORT?.trim() ?? '';
  const port = portText === '' ? 4870 : Number(portText);
  if (!/^\d*$/.test(portText) || port > 65535)
    return { error: `PORT=${env.PORT} is not a port: it is a whole number up to 65535.` };
  const host = env.HOST?.trim() === '' || env.HOST === undefined ? '127.0.0.1' : env.HOST.trim();
  const named = (env.ELBOW_HOSTS ?? '')
    .split(',')
    .map((name) => name.trim().toLowerCase())
    .filter((name) => name !== '');
  const wrong = named.find((name) => !/^(\[[0-9a-f:]+\]|[a-z0-9]([a-z0-9.-]*[a-z0-9])?)$/.test(name));
  if (wrong !== undefined)
    return {
      error: `ELBOW_HOSTS names “${wrong}”; names look like elbow.example or 192.168.0.7, without http:// and without a port.`,
    };
  if (!isLoopback(host) && env.ELBOW_OPEN_TO_NETWORK !== 'yes') {
    return {
      error: `HOST=${host} would let everyone on that network read and change every project: Elbow has no accounts yet. Leave HOST out to stay on this machine, or set ELBOW_OPEN_TO_NETWORK=yes to say that this is wanted.`,
    };
  }
  const own =
    isLoopback(host) || host === '0.0.0.0' || host === '::'
      ? []
      : [host.includes(':') ? `[${host}]` : host.toLowerCase()];
  return { host, port, hosts: new Set([...loopback, ...own, ...named]) };
}
