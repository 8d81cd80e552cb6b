/** Hands a file made in the browser to the person. */
export function saveFile(name: string, content: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(content);
  link.download = name;
  link.click();
  // The address must outlive the click that reads it.
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}
