/** Gives the maker a file. @param name as it should be called */
export function download(
  name: string,
  content: string | Uint8Array<ArrayBuffer> | Blob,
  type = 'application/octet-stream',
): void {
  const blob = content instanceof Blob ? content : new Blob([content], { type });
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
