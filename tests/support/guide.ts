import type { Page } from "puppeteer-core";

/** A numbered step of a guide. */
export interface Step {
  readonly title: string;
  /** What is to be found on the screen in this step. */
  readonly names: readonly string[];
}

/** The numbered steps of a guide, up to a paragraph that begins with these words, each with the names in it. */
export function stepsOf(guide: string, until: string): Step[] {
  const list = guide.slice(guide.indexOf("\n1. "), guide.indexOf(`\n\n${until}`));
  return list
    .split(/\n(?=\d+\. )/)
    .filter((step) => step.trim() !== "")
    .map((step) => step.replace(/\s+/g, " "))
    .map((step) => ({
      title: /\*\*(.+?)\.?\*\*/.exec(step)![1]!,
      names: [...step.matchAll(/_(.+?)_/g)].map(([, name]) => name!),
    }));
}

/** All that can be read on the screen, with what boxes say while they are empty. */
export const readScreen = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const hints = [...document.querySelectorAll<HTMLInputElement>("[placeholder]")].map((box) => box.placeholder);
    const options = [...document.querySelectorAll("option")].map((option) => option.textContent);
    return [document.body.innerText, ...hints, ...options].join("\n");
  });
