import { mkdtempSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Builder, By, Key, error, logging, until } from "selenium-webdriver";
import type { WebDriver, WebElement } from "selenium-webdriver";
import { Options, ServiceBuilder } from "selenium-webdriver/chrome.js";

/** ChromeDriver refuses `enableTimeline`, which the types still ask for. */
const TRACED = {
  enableNetwork: false,
  enablePage: false,
  traceCategories: "devtools.timeline,toplevel,disabled-by-default-devtools.timeline",
} as Parameters<Options["setPerfLoggingPrefs"]>[0];

export type Theme = "daylight" | "lamplight";

/** How long a thing is waited for, in ms: an edition is published in six seconds here, and took fifteen elsewhere. */
export const PATIENCE = 45_000;

/** A headless Chromium of its own, with a profile that is thrown away. */
export class Browser {
  private constructor(
    readonly driver: WebDriver,
    readonly base: string,
    private readonly profile: string,
    readonly downloads: string,
  ) {}

  /** @param tracing whether the performance log is kept */
  static async open(base: string, width = 1280, height = 800, tracing = false): Promise<Browser> {
    const profile = mkdtempSync(join(tmpdir(), "mossy-profile-"));
    const downloads = mkdtempSync(join(tmpdir(), "mossy-downloads-"));
    const options = new Options();
    options.setBinaryPath("/usr/bin/chromium");
    options.addArguments(
      "--headless",
      "--no-sandbox",
      "--disable-gpu",
      "--disable-quic",
      "--no-first-run",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
      "--disable-dev-shm-usage",
      "--hide-scrollbars",
      "--force-device-scale-factor=1",
      `--user-data-dir=${profile}`,
    );
    options.setUserPreferences({
      "download.default_directory": downloads,
      "download.prompt_for_download": false,
      // A choice in a list is no gesture where a driver makes it: several files are saved without asking.
      "profile.default_content_setting_values.automatic_downloads": 1,
      credentials_enable_service: false,
    });
    const prefs = new logging.Preferences();
    prefs.setLevel(logging.Type.BROWSER, logging.Level.WARNING);
    if (tracing) {
      prefs.setLevel(logging.Type.PERFORMANCE, logging.Level.ALL);
      options.setPerfLoggingPrefs(TRACED);
    }
    options.setLoggingPrefs(prefs);
    const driver = await new Builder()
      .forBrowser("chrome")
      .setChromeOptions(options)
      .setChromeService(new ServiceBuilder("/usr/bin/chromedriver"))
      .build();
    const browser = new Browser(driver, base, profile, downloads);
    await browser.size(width, height);
    return browser;
  }

  async close(): Promise<void> {
    await this.driver.quit();
    for (const dir of [this.profile, this.downloads]) rmSync(dir, { recursive: true, force: true });
  }

  /**
   * Makes what shows of a page this large. The page hears of a new size a moment after the window has it:
   * so the window's own edge is taken from the page, which hears of both at once, and the size waited for.
   */
  async size(width: number, height: number): Promise<void> {
    await this.driver.wait(
      async () => {
        const [inW, inH, outW, outH] = await this.driver.executeScript<[number, number, number, number]>(
          "return [innerWidth, innerHeight, outerWidth, outerHeight]",
        );
        if (inW === width && inH === height) return true;
        const edge = { width: Math.max(0, outW - inW), height: Math.max(0, outH - inH) };
        const rect = { width: width + edge.width, height: height + edge.height, x: 0, y: 0 };
        await this.driver.manage().window().setRect(rect);
        return false;
      },
      PATIENCE,
      `the page did not become ${width} by ${height}`,
    );
  }

  async go(path: string): Promise<void> {
    await this.driver.get(this.base + path);
  }

  /** Where it is: path and question of the address. */
  async address(): Promise<string> {
    const { pathname, search } = new URL(await this.driver.getCurrentUrl());
    return pathname + search;
  }

  /** Signs in as one of the demo's people by the button of the sign-in page. */
  async signIn(name: string): Promise<void> {
    await this.go("/sign-in");
    await this.click(`//section[@aria-label='People of the demo']//button[contains(., '${name}')]`);
    await this.see("//nav[@aria-label='Places']");
  }

  /** Makes its line thin, or as it was. @param upward bytes a second that go up; null for all there are */
  async line(upward: number | null): Promise<void> {
    const devTools = this.driver as unknown as {
      sendDevToolsCommand(name: string, parameters: object): Promise<void>;
    };
    await devTools.sendDevToolsCommand("Network.emulateNetworkConditions", {
      offline: false,
      latency: 0,
      downloadThroughput: -1,
      uploadThroughput: upward ?? -1,
    });
  }

  async theme(theme: Theme): Promise<void> {
    await this.driver.executeScript("localStorage.setItem('mossy-theme', arguments[0])", theme);
    await this.driver.navigate().refresh();
  }

  /** Waits until an element (XPath) is there and shows. */
  async see(xpath: string, ms = PATIENCE): Promise<WebElement> {
    const end = Date.now() + ms;
    for (;;) {
      try {
        const found = await this.driver.wait(
          until.elementLocated(By.xpath(xpath)),
          Math.max(100, end - Date.now()),
          `nothing like ${xpath}`,
        );
        await this.driver.wait(
          until.elementIsVisible(found),
          Math.max(100, end - Date.now()),
          `${xpath} does not show`,
        );
        return found;
      } catch (e) {
        // A page that redraws between the two is looked at again.
        if (!(e instanceof error.StaleElementReferenceError) || Date.now() > end) throw e;
      }
    }
  }

  async seeText(text: string, ms = PATIENCE): Promise<WebElement> {
    const holds = `contains(normalize-space(.), ${quoted(text)})`;
    return this.see(`//*[not(self::script)][${holds}][not(*[${holds}])]`, ms);
  }

  /** Waits until what was done is drawn and nothing moves any more. */
  async still(): Promise<void> {
    await this.driver.executeAsyncScript(`
      const done = arguments[0];
      const frame = () => new Promise((next) => requestAnimationFrame(next));
      const ends = (a) => Number.isFinite(a.effect?.getComputedTiming().endTime);
      const moving = () => Promise.all(document.getAnimations().filter(ends).map((a) => a.finished.catch(() => {})));
      frame().then(frame).then(moving).then(frame).then(done);`);
  }

  async gone(xpath: string, ms = PATIENCE): Promise<void> {
    await this.driver.wait(
      async () => (await this.driver.findElements(By.xpath(xpath))).length === 0,
      ms,
      `${xpath} is still there`,
    );
  }

  async count(xpath: string): Promise<number> {
    return (await this.driver.findElements(By.xpath(xpath))).length;
  }

  /**
   * Clicks once the element can be clicked: a page that redraws meanwhile is waited for, and so is a button that
   * waits for what it needs (a click on it would go nowhere).
   */
  async click(xpath: string): Promise<void> {
    const end = Date.now() + PATIENCE;
    for (;;) {
      try {
        const found = await this.see(xpath);
        await this.driver.executeScript("arguments[0].scrollIntoView({ block: 'center' })", found);
        if (!(await found.isEnabled())) throw new Error(`${xpath} cannot be pressed`);
        await found.click();
        return;
      } catch (e) {
        if (Date.now() > end) throw e;
        await this.driver.sleep(100);
      }
    }
  }

  /**
   * Clicks the button of that name, or, when there is none, one whose name goes on after it ("Fix all 12").
   */
  async button(name: string, within = ""): Promise<void> {
    // Undo and redo say what of in the same label.
    const more = `starts-with(@aria-label, ${quoted(`${name}: `)})`;
    const exact = `normalize-space(.)=${quoted(name)} or @aria-label=${quoted(name)} or ${more}`;
    await this.click(
      `${within}//button[${exact} or (starts-with(normalize-space(.), ${quoted(`${name} `)}) ` +
        `and not(//button[${exact}]))]`,
    );
  }

  async type(xpath: string, text: string, clear = true): Promise<void> {
    await this.click(xpath);
    const field = await this.see(xpath);
    if (clear) await field.sendKeys(Key.chord(Key.CONTROL, "a"), Key.BACK_SPACE);
    await field.sendKeys(text);
  }

  /** Presses keys on whatever has the focus. */
  async press(...keys: string[]): Promise<void> {
    await this.driver
      .actions()
      .sendKeys(...keys)
      .perform();
  }

  async chord(...keys: string[]): Promise<void> {
    await this.driver
      .switchTo()
      .activeElement()
      .sendKeys(Key.chord(...keys));
  }

  /** Chooses in a list by what the entry says. */
  async choose(label: string, option: string): Promise<void> {
    await this.click(
      `//select[@aria-label='${label}' or ancestor::label[contains(., '${label}')]]/option[.='${option}']`,
    );
  }

  /** Gives a file of that name to a file field, by the field's label. */
  async upload(label: string, name: string, content: string | Uint8Array): Promise<void> {
    const path = join(this.downloads, name);
    writeFileSync(path, content);
    await this.uploadFrom(label, path);
  }

  /** Gives a file as it lies on the disk to a file field, by the field's label, once the field is there. */
  async uploadFrom(label: string, path: string): Promise<void> {
    // The field itself need not show: what is pressed for it is a button.
    const field = By.xpath(`//input[@aria-label='${label}']`);
    await this.driver.wait(until.elementLocated(field), PATIENCE, `no file field "${label}"`);
    await this.driver.findElement(field).sendKeys(path);
  }

  async text(xpath: string): Promise<string> {
    return (await this.see(xpath)).getText();
  }

  /** Waits until a download whose name ends so is whole (it is renamed when it is), and reads it. */
  async saved(ending: string): Promise<Uint8Array> {
    let last = -1;
    for (let n = 0; n < PATIENCE / 100; n++) {
      const name = readdirSync(this.downloads).find((f) => f.endsWith(ending));
      // The file stands there empty before it is written: only one that has grown no more is whole.
      const size = name === undefined ? -1 : statSync(join(this.downloads, name)).size;
      if (name !== undefined && size > 0 && size === last)
        return new Uint8Array(readFileSync(join(this.downloads, name)));
      last = size;
      await this.driver.sleep(100);
    }
    throw new Error(
      `nothing that ends in ${ending} was saved; there is ${readdirSync(this.downloads).join(", ")}`,
    );
  }

  async savedText(ending: string): Promise<string> {
    return new TextDecoder().decode(await this.saved(ending));
  }

  async picture(): Promise<Buffer> {
    return Buffer.from(await this.driver.takeScreenshot(), "base64");
  }

  /** What the page complained about since last asked. */
  async complaints(): Promise<string[]> {
    return (await this.driver.manage().logs().get(logging.Type.BROWSER)).map((e) => e.message);
  }
}

/** A text as an XPath string, whichever quotes it holds. */
export function quoted(text: string): string {
  return text.includes("'") ? `concat('${text.split("'").join("', \"'\", '")}')` : `'${text}'`;
}
