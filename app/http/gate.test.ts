import { refusal } from './gate';
import { httpSettings } from './settings';

const hosts = new Set(['localhost', '127.0.0.1', '[::1]']);
const own = { host: '127.0.0.1:4870' };
const json = { ...own, origin: 'http://127.0.0.1:4870', 'content-type': 'application/json' };
const status = (method: string, path: string, headers: Record<string, string>) =>
  refusal(method, path, headers, hosts)?.status;

test('pages of Elbow and programs on this machine are let in', () => {
  expect(status('GET', '/', own)).toBeUndefined();
  expect(status('GET', '/', { host: 'localhost' })).toBeUndefined();
  expect(status('GET', '/', { host: '[::1]:4870' })).toBeUndefined();
  expect(status('POST', '/import', json)).toBeUndefined();
  expect(status('POST', '/import', { ...own, 'content-type': 'application/json' })).toBeUndefined();
  expect(
    status('POST', '/', {
      ...own,
      'sec-fetch-site': 'same-origin',
      'content-type': 'application/x-www-form-urlencoded;charset=UTF-8',
    }),
  ).toBeUndefined();
  // a link from a letter or another page leads here
  expect(
    status('GET', '/projects/p', {
      ...own,
      'sec-fetch-site': 'cross-site',
      'sec-fetch-mode': 'navigate',
      'sec-fetch-dest': 'document',
    }),
  ).toBeUndefined();
});

test.each([
  ['a name that is rebound to this machine', 'GET', { host: 'evil.example:4870' }, 421],
  ['no host', 'GET', {}, 421],
  ['a name that only begins like this machine’s', 'GET', { host: 'localhost.evil.example' }, 421],
  ['a page of another origin that writes', 'POST', { ...json, origin: 'http://evil.example' }, 403],
  ['a page on another port of this machine', 'POST', { ...json, origin: 'http://127.0.0.1:9999' }, 403],
  ['a page without an origin, such as a file or a sandboxed frame', 'POST', { ...json, origin: 'null' }, 403],
  [
    'a picture or script on another page',
    'GET',
    { ...own, 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors', 'sec-fetch-dest': 'image' },
    403,
  ],
  [
    'a frame on another page',
    'GET',
    { ...own, 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate', 'sec-fetch-dest': 'iframe' },
    403,
  ],
  [
    'a form another page sends',
    'POST',
    {
      ...own,
      'sec-fetch-site': 'cross-site',
      'sec-fetch-mode': 'navigate',
      'sec-fetch-dest': 'document',
      'content-type': 'application/x-www-form-urlencoded',
    },
    403,
  ],
  [
    'a form that does not say where it comes from',
    'POST',
    { ...own, 'content-type': 'application/x-www-form-urlencoded' },
    415,
  ],
  ['plain text, which any page may send', 'POST', { ...own, 'content-type': 'text/plain' }, 415],
  ['no type at all', 'POST', own, 415],
  ['other methods', 'DELETE', json, 405],
])('%s is turned away', (_, method, headers, expected) => {
  expect(status(method, '/import', headers as Record<string, string>)).toBe(expected);
});

test('what is too large is turned away by the length it says', () => {
  const of = (path: string, length: number) => status('POST', path, { ...json, 'content-length': String(length) });
  expect([
    of('/import', 40e6),
    of('/import', 41e6),
    of('/projects/p/watches', 2e6),
    of('/projects/p/runs', 200e6),
    of('/projects/p/runs', 301e6),
  ]).toEqual([undefined, 413, 413, undefined, 413]);
  expect(status('POST', '/import', { ...json, 'content-length': 'many' })).toBe(413);
});

test('the server stays on this machine unless it is plainly said', () => {
  expect(httpSettings({})).toMatchObject({ host: '127.0.0.1', port: 4870 });
  expect(httpSettings({ HOST: '', PORT: '' })).toMatchObject({ host: '127.0.0.1', port: 4870 });
  expect(httpSettings({ HOST: '0.0.0.0' })).toEqual({ error: expect.stringContaining('everyone on that network') });
  expect(httpSettings({ HOST: '192.168.0.7', ELBOW_OPEN_TO_NETWORK: 'yes' })).toMatchObject({
    host: '192.168.0.7',
    hosts: new Set([...hosts, '192.168.0.7']),
  });
  expect(httpSettings({ ELBOW_HOSTS: 'Elbow.Office.example, 10.0.0.2' })).toMatchObject({
    hosts: new Set([...hosts, 'elbow.office.example', '10.0.0.2']),
  });
  for (const PORT of ['http', '70000', '-1', '48.7', '4870x'])
    expect(httpSettings({ PORT })).toEqual({ error: expect.stringContaining('not a port') });
  expect(httpSettings({ ELBOW_HOSTS: 'http://elbow.example' })).toEqual({
    error: expect.stringContaining('without http://'),
  });
});
