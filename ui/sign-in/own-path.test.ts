import { expect, test } from "@jest/globals";
import { ownPath } from "./own-path";

test("a path of this site is kept as it is", () => {
  expect(ownPath("/bench/name-strap?of=2")).toBe("/bench/name-strap?of=2");
});

test.each([
  "//host.invalid",
  "/\\host.invalid",
  "/\t/host.invalid",
  "\t//host.invalid",
  "https://host.invalid/",
  "javascript:alert(1)",
  "",
  undefined,
  ["/a", "/b"],
])("%j leads nowhere", (to) => {
  expect(ownPath(to)).toBeUndefined();
});
