/** Hands a text or bytes to the browser as a file to be saved. */
export function saveFile(name: string, type: string, content: string | Uint8Array): void {
  const parts = typeof content === 'string' ? [content] : [new Uint8Array(content)];
  const kind = typeof content === 'string' ? `${type};charset=utf-8` : type;
  const url = URL.createObjectURL(new Blob(parts, { type: kind }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}
