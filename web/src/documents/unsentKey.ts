/** How the keys of edits begin that did not reach the house yet, in this window's storage. */
export const UNSENT = "mossy-unsent-";

/** Whether any edit, of whatever document, did not reach the house yet. */
export const anythingUnsent = (): boolean =>
  Array.from({ length: sessionStorage.length }, (_, i) => sessionStorage.key(i) ?? "").some((key) =>
    key.startsWith(UNSENT),
  );
