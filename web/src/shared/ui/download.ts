/** Hands something out as a JSON file. */
export function download(name: string, content: unknown): void {
  const address = URL.createObjectURL(
    new Blob([JSON.stringify(content, null, 1)], { type: "application/json" }),
  );
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
