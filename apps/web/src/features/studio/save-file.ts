/** Lets the browser save something as a file of JSON. */
export function saveFile(document: Document, name: string, content: object): void {
  const type = 'application/json';
  const url = URL.createObjectURL(new Blob([JSON.stringify(content, null, 2)], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}
