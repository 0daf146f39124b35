const RESERVED = /^(con|prn|aux|nul|com[1-9]|lpt[1-9])(\..*)?$/i;

/**
 * A name for a file or folder that every common system can store: words joined by underscores,
 * only letters, digits, `. _ -` (POSIX portable set), none of Microsoft's reserved device names,
 * no trailing dot, at most 80 characters, never empty.
 */
export function safeFileName(name: string, fallback = "unnamed"): string {
  const plain = name.normalize("NFKD").replace(/\p{M}/gu, "").replace(/[^A-Za-z0-9._-]+/g, "_").replace(/_+/g, "_");
  const trimmed = plain.slice(0, 80).replace(/^[_.-]+|[_.]+$/g, "");
  if (trimmed === "") return fallback;
  return RESERVED.test(trimmed) ? `${trimmed.replace(/\..*$/, "")}_` : trimmed;
}
