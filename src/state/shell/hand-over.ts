/** Hands a file to the person: the browser saves it where files go. */
export function handOver(file: Blob, name: string): void {
  const url = URL.createObjectURL(file);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser has taken the file over by then.
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}
