import { readFileSync } from "node:fs";
import { expect, test } from "@jest/globals";
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

/**
 * Tests that a guide is followed as it is written: `deeds` does each of its steps, by their titles, and answers what could
 * be read on the way; every name that a step says must be among that.
 */
export function followGuide(
  file: string,
  until: string,
  deeds: Readonly<Record<string, () => Promise<string>>>,
  errors: () => readonly string[],
): void {
  const steps = stepsOf(readFileSync(file, "utf8"), until);
  test("the guide has a step for everything that is done here, and the other way round", () => {
    expect(steps.map(({ title }) => title)).toEqual(Object.keys(deeds));
  });
  test.each(steps.map((step) => [step.title, step.names] as const))("%s", async (title, names) => {
    const seen = (await deeds[title]!()).replace(/\s+/g, " ").toLowerCase();
    for (const name of names) expect([name, seen.includes(name.toLowerCase())]).toEqual([name, true]);
    expect(errors()).toEqual([]);
  });
}
