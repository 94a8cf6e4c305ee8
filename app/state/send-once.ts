import { freshKey } from './window-id';

/** Sends an act under a key; when the answer is lost on its way it is sent once more, under the same key, so that it is done once. @throws TypeError when the server cannot be reached */
export async function sendOnce(
  address: string,
  contentType: string,
  body: BodyInit,
  { headers, signal }: Pick<RequestInit, 'headers' | 'signal'> = {},
): Promise<Response> {
  const request = {
    method: 'POST',
    headers: { ...headers, 'Content-Type': contentType, 'Idempotency-Key': freshKey() },
    body,
    signal,
  };
  return fetch(address, request).catch(() => fetch(address, request));
}
