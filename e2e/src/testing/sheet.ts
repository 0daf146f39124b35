import { Key } from "selenium-webdriver";
import type { Browser } from "../browser.ts";

/** A row of the sheet, as an XPath. */
export const row = (name: string): string => `//div[@role='row'][.//span[.='${name}']]`;

/** Chooses one more track beside those that are chosen. */
export const alsoChoose = async (b: Browser, name: string): Promise<void> =>
  b.driver
    .actions()
    .keyDown(Key.CONTROL)
    .click(await b.see(`//div[@role='row']//span[.='${name}']`))
    .keyUp(Key.CONTROL)
    .perform();

/** What tests do at the workbench's sheet and panel. */
export function atSheet(b: Browser) {
  const saved = (): Promise<unknown> => b.see("//span[@role='status'][starts-with(., 'Saved')]");
  const cell = async (name: string, column: number): Promise<string> => {
    await show(name);
    return b.text(`(${row(name)}//span[@role='gridcell'])[${column}]`);
  };
  const pick = (label: string, option: string): Promise<void> =>
    b.click(`//select[@aria-label='${label}']//option[starts-with(., '${option}')]`);
  /** Opens a part of the panel that may be shut. */
  const part = async (title: string): Promise<void> => {
    if ((await b.count(`//details[not(@open)]/summary[starts-with(normalize-space(.), '${title}')]`)) > 0)
      await b.click(`//summary[starts-with(normalize-space(.), '${title}')]`);
  };
  /** Brings a row of the sheet into sight: only those that show are drawn. */
  const show = async (name: string): Promise<void> => {
    await b.see("//div[@role='treegrid']");
    for (let top = 0; top < 4000 && (await b.count(row(name))) === 0; top += 350) {
      await b.driver.executeScript(`document.querySelector('[role=treegrid]').scrollTop = ${top}`);
      await b.still();
    }
  };
  const choose = async (name: string): Promise<void> => {
    await show(name);
    await b.click(`//div[@role='row']//span[.='${name}']`);
  };
  /** Chooses rows by keyboard: from one, so many further down. */
  const range = async (from: string, further: number): Promise<void> => {
    await choose(from);
    await b.driver
      .actions()
      .keyDown(Key.SHIFT)
      .sendKeys(...Array.from({ length: further }, () => Key.ARROW_DOWN))
      .keyUp(Key.SHIFT)
      .perform();
    await b.seeText(`${further + 1} tracks chosen`);
  };
  return { saved, cell, pick, part, show, choose, range };
}
