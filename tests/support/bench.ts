import type { ElementHandle, Page } from "puppeteer-core";
import { base, pause } from "./api";
import { press } from "./browser";
import { putPanel } from "./panel-design";

/** Works the bench as a designer does: by what controls are called. */
export class BenchHand {
  constructor(readonly page: Page) {}

  /** Starts a design from the shelf and waits for its stages. */
  async startDesign(name: string): Promise<string> {
    await this.page.goto(base);
    await press(this.page, "button", "New design");
    await this.page.waitForSelector("[role=dialog] input");
    await this.page.type("[role=dialog] input", name);
    await this.page.keyboard.press("Enter");
    await this.page.waitForSelector(".bench .overlay");
    const id = new URL(this.page.url()).pathname.split("/").pop()!;
    // Blank, it has nothing in it: most begin with a panel.
    await putPanel(id);
    await this.page.reload();
    await this.page.waitForSelector(".bench .overlay__hit");
    return id;
  }

  /** A new layer of a kind, under a name. */
  async add(kind: string, name: string): Promise<void> {
    // With nothing chosen: beside something, a layer would come where it belongs to that.
    await this.page.keyboard.press("Escape");
    await this.page.keyboard.press("n");
    await this.page.waitForSelector(".kinds button");
    await press(this.page, ".kinds button", new RegExp(`^${kind} `));
    await this.page.waitForFunction(() => !document.querySelector("[role=dialog]"));
    await this.rename(name);
  }

  async rename(name: string): Promise<void> {
    await this.fill(await this.found("Name of the layer"), name);
    await this.page.waitForFunction(
      (wanted) => [...document.querySelectorAll(".strip__choose")].some((e) => e.textContent === wanted),
      {},
      name,
    );
  }

  async choose(name: string): Promise<void> {
    await press(this.page, ".strip__choose", name);
    await this.page.waitForFunction(
      (wanted) => document.querySelector<HTMLInputElement>("[aria-label='Name of the layer']")?.value === wanted,
      {},
      name,
    );
  }

  /** Shows a format large; `only` lets edits change it alone. */
  async show(format: string, only: boolean): Promise<void> {
    const pick = await this.page.$(`[aria-label="Show ${format} large"]`);
    await pick?.click();
    await this.page.waitForFunction(
      (wanted) => document.querySelector(".only-here")?.textContent?.includes(wanted),
      {},
      `Change ${format} only`,
    );
    const tick = (await this.page.$(".only-here input"))!;
    if ((await tick.evaluate((e) => (e as HTMLInputElement).checked)) !== only) await tick.click();
  }

  /** Sets controls by their names: numbers and words are typed, lists chosen from, boxes ticked, points pressed. */
  async set(values: Readonly<Record<string, string | boolean>>, within = ".bench__page"): Promise<void> {
    for (const [label, value] of Object.entries(values)) {
      const control = await this.found(label, within);
      const kind = await control.evaluate((e) => (e instanceof HTMLInputElement ? e.type : e.tagName.toLowerCase()));
      // A pad of points is called by the one that it has: that is the wanted one already.
      if ((await control.evaluate((e) => e.getAttribute("role"))) === "group") continue;
      if (kind === "select") await this.select(control, String(value));
      else if (kind === "checkbox") {
        if ((await control.evaluate((e) => (e as HTMLInputElement).checked)) !== value) await control.click();
      } else if (kind === "button" || kind === "span") await control.click();
      else await this.fill(control, String(value));
    }
  }

  /** Presses a button of the page by its words. */
  async press(words: string | RegExp): Promise<void> {
    await press(this.page, ".bench__page button", words);
  }

  async segment(group: string, words: string): Promise<void> {
    await press(this.page, `.bench__page [aria-label="${group}"] label`, words);
  }

  /** A colour of the house, or one that goes with another layer. */
  async colour(property: string, choice: { house: string } | { pair: string } | { same: string } | { own: string }) {
    const row = `.row-of[data-property="${property}"] .colour`;
    await this.page.focus(row);
    await this.page.keyboard.press("Enter");
    await this.page.waitForSelector(".palette");
    if ("house" in choice) await press(this.page, ".palette__house button", choice.house);
    else if ("own" in choice) {
      await this.fill((await this.page.$(".palette__own input[type=text]"))!, choice.own);
      await this.page.keyboard.press("Escape");
    } else {
      const label = "pair" in choice ? "To suit the colour of" : "The same colour as";
      const list = (await this.page.$(`.palette [aria-label="${label}"]`))!;
      await this.select(list, "pair" in choice ? choice.pair : choice.same);
    }
    await this.page.waitForFunction(() => !document.querySelector(".palette"));
  }

  /** Hands a property to the filler. */
  async letFill(property: string, words: string): Promise<void> {
    const toggle = `.row-of[data-property="${property}"] .fill-mark button`;
    await this.page.focus(toggle);
    await this.page.keyboard.press("Enter");
    await press(this.page, ".fill-mark .dropdown-menu.show button", words);
  }

  async saved(): Promise<void> {
    await this.page.waitForSelector("[data-save=saved]");
  }

  /** The first control of the page that is called this, brought into view. */
  private async found(label: string, within = ".bench__page"): Promise<ElementHandle<Element>> {
    await this.page.evaluate(() =>
      document.querySelectorAll<HTMLDetailsElement>(".bench__page details").forEach((d) => (d.open = true)),
    );
    // A section may be called as its first control is.
    const selector = `${within} [aria-label="${label}"]:not(section)`;
    const wait = () => this.page.waitForSelector(selector);
    const control =
      (await this.page.$(selector)) ??
      (await wait().catch(() => {
        throw new Error(`nothing on the page is called “${label}”`);
      }));
    await control!.evaluate((e) => e.scrollIntoView({ block: "center" }));
    return control as ElementHandle<Element>;
  }

  private async select(list: ElementHandle<Element>, words: string): Promise<void> {
    const value = await list.evaluate((e, wanted) => {
      const option = [...(e as HTMLSelectElement).options].find((o) => o.text === wanted || o.value === wanted);
      return option?.value;
    }, words);
    if (value === undefined) throw new Error(`“${words}” is not on the list`);
    await list.select(value);
  }

  private async fill(input: ElementHandle<Element>, text: string): Promise<void> {
    await input.focus();
    await input.evaluate((e) => (e as HTMLInputElement).select());
    await this.page.keyboard.press("Backspace");
    if (text !== "") await input.type(text);
    if (await input.evaluate((e) => e.tagName === "INPUT")) await this.page.keyboard.press("Enter");
    await input.evaluate((e) => (e as HTMLElement).blur());
    await pause(10);
  }
}
