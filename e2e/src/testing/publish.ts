import type { Browser } from "../browser.ts";

/**
 * Publishes what stands at the workbench as the next release, once it is saved.
 * @param note instead of the one that is proposed
 */
export async function publish(b: Browser, note?: string): Promise<void> {
  const form = "//section[starts-with(@aria-label, 'Publish release')]";
  await b.see("//span[@role='status'][starts-with(., 'Saved')]");
  await b.press("p");
  if (note !== undefined) await b.type(`${form}//textarea`, note);
  await b.click(`${form}//button[@type='submit'][not(@disabled)]`);
  await b.gone(form);
}
