import { expect, jest, test } from "@jest/globals";
import { act, fireEvent, screen } from "@testing-library/react";
import { show } from "@/ui/testing/screen";

/* `show` puts the one tip of the page beside what it shows. */

const part = (
  <>
    <label data-help="How thick the line is.">
      Width <input type="text" aria-label="Width" />
    </label>
    <button type="button">Plain</button>
  </>
);
const tip = () => screen.queryByRole("tooltip")?.textContent;

test("what is come to by the keyboard says what it does, to screen readers too, until Escape", async () => {
  const { hands } = show(part);
  await hands.tab();
  expect(await screen.findByRole("tooltip")).toBeTruthy();
  expect(tip()).toBe("How thick the line is.");
  const box = screen.getByLabelText("Width");
  expect(document.getElementById(box.getAttribute("aria-describedby")!)?.textContent).toBe("How thick the line is.");
  await hands.keyboard("{Escape}");
  expect(tip()).toBeUndefined();
  expect(box.hasAttribute("aria-describedby")).toBe(false);
  await hands.tab();
  expect(tip()).toBeUndefined();
});

test("what is pointed at says so after a moment, not while it is pressed", () => {
  jest.useFakeTimers();
  try {
    show(part);
    const box = screen.getByLabelText("Width");
    const over = (target: Element, buttons = 0) =>
      act(() => {
        const event = new MouseEvent("pointerover", { bubbles: true, buttons });
        fireEvent(target, Object.assign(event, { pointerType: "mouse" }));
        jest.advanceTimersByTime(300);
      });
    over(box);
    expect(tip()).toBeUndefined();
    act(() => void jest.advanceTimersByTime(400));
    expect(tip()).toBe("How thick the line is.");
    over(screen.getByText("Plain"));
    expect(tip()).toBeUndefined();
    over(box, 1);
    act(() => void jest.advanceTimersByTime(1000));
    expect(tip()).toBeUndefined();
  } finally {
    jest.useRealTimers();
  }
});
