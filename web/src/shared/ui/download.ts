/** Hands something out as a JSON file. */
export function download(name: string, content: unknown): void {
  saveFile(name, new Blob([JSON.stringify(content, null, 1)], { type: "application/json" }));
}

/** Hands a file out. */
export function saveFile(name: string, blob: Blob): void {
  const address = URL.createObjectURL(blob);
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
