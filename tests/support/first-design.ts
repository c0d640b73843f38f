import { pause } from "./api";
import { press } from "./browser";
import { MotionHand } from "./motion";

/** Makes a strap from a blank design by hand, as far as `until`. Gives its id. */
export async function makeFirstDesign(hand: MotionHand, until: "still" | "moving" = "moving"): Promise<string> {
  const { page } = hand;
  const id = await hand.startDesign("Tip of the day");
  await hand.add("Text", "Tip");
  await hand.set({
    Text: "Water at dusk",
    "Type style": "Name",
    "Anchored to": "the title-safe area",
    "Anchor point of this layer: bottom left": true,
    "Point of the title-safe area: bottom left": true,
    Right: "4",
    Down: "-4",
  });
  await hand.choose("Panel");
  await hand.set({ "Width: how": "around", "Height: how": "around" });
  await hand.choose("Tip");
  await hand.colour("fill.colour", { pair: "Panel" });
  await hand.letFill("text", "New field: a line of text");
  if (until === "still") return id;
  await page.keyboard.press("Escape");
  await page.waitForSelector(".motion-sets button");
  await press(page, ".motion-sets button", /^Unfold/);
  await page.keyboard.press("1");
  await page.waitForFunction(
    () => document.querySelector(".strip .transport__play")?.getAttribute("aria-label") === "Pause",
  );
  await page.keyboard.press("Space");
  await hand.choose("Tip");
  const sentence = ".says-arrive .say";
  await hand.set({ "In which parts": "letter by letter", "Length of the move": "0.8" }, sentence);
  await pause(300);
  return id;
}
