import { expect, test } from "@jest/globals";
import { wayOf } from "./hold";

test("what is pressed by a hand that shakes is not pulled; once it is, it also goes back to where it was", () => {
  const hold = { x: 10, y: 20, moved: false };
  expect(wayOf(hold, { clientX: 12, clientY: 18 })).toBeUndefined();
  expect(wayOf(hold, { clientX: 10, clientY: 23 })).toEqual({ x: 0, y: 3 });
  expect(wayOf(hold, { clientX: 10, clientY: 20 })).toEqual({ x: 0, y: 0 });
});
