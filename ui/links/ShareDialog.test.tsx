import { expect, test } from "@jest/globals";
import { screen } from "@testing-library/react";
import { allAsked, answering, barriers, Refused, show } from "@/ui/testing/screen";
import { ShareDialog } from "./ShareDialog";

const clip = { kind: "watch", of: { exports: ["a".repeat(20)] } } as const;
const made = () => ({ id: "l1", path: "/l/abc" });

test("a link for those who watch is made with its limits, and shown once to be copied", async () => {
  answering({ "POST /api/made-links": made });
  const { hands } = show(<ShareDialog shared={clip} about="the clip" onClose={() => undefined} />);
  expect(await barriers()).toEqual([]);
  await hands.click(screen.getByText("Watch only"));
  await hands.type(screen.getByLabelText(/^Name/), "The press office");
  await hands.clear(screen.getByLabelText("Days"));
  await hands.type(screen.getByLabelText("Days"), "3");
  await hands.type(screen.getByLabelText("How many people may open it"), "2");
  await hands.click(screen.getByRole("button", { name: "Create link" }));
  const address = await screen.findByLabelText<HTMLInputElement>("Address of the link");
  expect(address.value).toBe("http://localhost/l/abc");
  expect(allAsked()[0]!.body).toEqual({ kind: "view", of: clip.of, name: "The press office", days: 3, uses: 2 });
  await hands.click(screen.getByRole("button", { name: "Copy" }));
  await screen.findByText(/Copied\.|copy it with Ctrl C/);
  expect(await barriers()).toEqual([]);
});

test("a link for whoever fills in a row opens that row; a refusal is told, and what was typed stays", async () => {
  answering({
    "POST /api/made-links": () => {
      throw new Refused(422, "invalid", "days: at most 90");
    },
  });
  const row = { kind: "fill", sheet: "s".repeat(20), row: "r".repeat(20) } as const;
  const { hands } = show(<ShareDialog shared={row} about="the row" onClose={() => undefined} />);
  expect(screen.queryByText("Watch only")).toBeNull();
  await hands.type(screen.getByLabelText(/^Name/), "Wren");
  await hands.click(screen.getByRole("button", { name: "Create link" }));
  await screen.findByText(/days:/);
  expect(screen.getByLabelText<HTMLInputElement>(/^Name/).value).toBe("Wren");
  answering({ "POST /api/made-links": made });
  await hands.click(screen.getByRole("button", { name: "Create link" }));
  await screen.findByLabelText("Address of the link");
  expect(allAsked().at(-1)!.body).toEqual({ ...row, name: "Wren", days: 14 });
});
