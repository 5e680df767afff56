/** A file that is ready to be saved. */
export interface ReadyFile {
  readonly name: string;
  readonly blob: Blob;
}

/** Hands a file to the browser, which asks where it goes. */
export function saveFile({ name, blob }: ReadyFile): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser has it by then.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
