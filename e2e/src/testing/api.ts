import type { Browser } from "../browser.ts";

/** Asks the house as the page of a browser does, as whoever is signed in there. */
export const apiOf =
  (b: Browser) =>
  <T>(method: string, path: string, body?: unknown): Promise<T> =>
    b.driver.executeAsyncScript<T>(
      "const done = arguments[3]; fetch('/api' + arguments[1], { method: arguments[0], " +
        "headers: { 'content-type': 'application/json' }, ...(arguments[2] === null ? {} : { " +
        "body: arguments[2] }) }).then((r) => r.json()).then(done)",
      method,
      path,
      body === undefined ? null : JSON.stringify(body),
    );
