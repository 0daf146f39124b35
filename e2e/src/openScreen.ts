import type { Browser } from "./browser.ts";

/** A screen, and how it is brought to the state it is looked at in. */
export interface Screen {
  readonly name: string;
  readonly path: string;
  readonly ready: string;
  readonly act?: (b: Browser) => Promise<void>;
}

/** Fills in the ids of the demo's Album mix. */
export async function addressOf(b: Browser, path: string): Promise<string> {
  if (!path.includes("{")) return path;
  const found = await b.driver.executeAsyncScript<
    Record<"session" | "checkIn" | "behind" | "yard", string>
  >(
    "const done = arguments[0]; fetch('/api/sessions').then((r) => r.json()).then(({ " +
      "sessions }) => { const s = sessions.find((x) => x.title === 'Album mix, Marram'); " +
      "const behind = sessions.find((x) => x.title === 'Ferry landing'); " +
      "const yard = sessions.find((x) => x.title === 'Engine overdubs'); " +
      "done({ session: s.id, checkIn: s.lastCheckIn.id, behind: behind.id, yard: yard.id }); })",
  );
  return path
    .replace("{session}", found.session)
    .replace("{checkIn}", found.checkIn)
    .replace("{behind}", found.behind)
    .replace("{yard}", found.yard);
}

/** Opens a screen and brings it to the state it is looked at in. */
export async function openScreen(b: Browser, screen: Screen): Promise<void> {
  await b.go(await addressOf(b, screen.path));
  await b.see(screen.ready);
  await screen.act?.(b);
}
