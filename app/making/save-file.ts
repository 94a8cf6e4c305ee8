/** Saves bytes as a file of the reader's. */
export function saveFile(name: string, content: Blob): void {
  const address = URL.createObjectURL(content);
  const anchor = Object.assign(document.createElement('a'), { href: address, download: name });
  document.body.append(anchor);
  anchor.click();
  anchor.remove();
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}
