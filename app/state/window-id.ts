const place = 'elbow-window';
let known: string | undefined;

/** 24 random letters and digits: names a window, or an act so that it is known when it is sent again. */
export function freshKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(24));
  return [...bytes].map((byte) => 'abcdefghijklmnopqrstuvwxyz012345'[byte % 32]).join('');
}

/**
 * The name of this window, kept over a reload. While the window is open the name is not in the session's storage,
 * so that a duplicate of its tab, which takes that storage along, gets a name of its own.
 */
export function windowId(): string {
  if (known !== undefined) return known;
  const { sessionStorage } = globalThis;
  const id = sessionStorage.getItem(place) ?? freshKey();
  sessionStorage.removeItem(place);
  globalThis.addEventListener('pagehide', () => sessionStorage.setItem(place, id));
  globalThis.addEventListener('pageshow', () => sessionStorage.removeItem(place));
  return (known = id);
}
