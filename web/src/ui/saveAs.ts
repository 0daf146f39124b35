/** Hands a text or bytes to the browser as a file to save. */
export function saveAs(name: string, type: string, content: string | Uint8Array): void {
  const url = URL.createObjectURL(
    new Blob([typeof content === "string" ? content : new Uint8Array(content)], { type }),
  );
  saveFrom(url, name);
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** Has the browser save what an address leads to. @param name as the house calls it, where it is left out */
export function saveFrom(address: string, name = ""): void {
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
}
