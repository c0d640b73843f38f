import { expect, test } from "@jest/globals";
import { screen, waitFor } from "@testing-library/react";
import { beginningIds } from "@/core/beginnings/beginnings";
import { readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { allAsked, answering, barriers, Refused, show, wentTo } from "@/ui/testing/screen";
import { NewDesignDialog } from "./NewDesignDialog";

const card = {
  ...{ id: "name-strap", document: readDesign("name-strap"), revision: 1, archived: false, clips: 0 },
  ...{ changedAt: "2026-11-30T10:00:00.000Z", tags: ["beginning"], changedBy: null, release: null },
};
const open = () => screen.getByRole("button", { name: "Open it on the bench" });

test("a design starts blank, from a starter of ours or from one’s own; the choices are pictures with names", async () => {
  answering({
    "GET /api/designs": () => ({ drafts: [card], house, page: 1, more: false, tags: [] }),
    "POST /api/designs": () => ({ id: "made" }),
  });
  const { hands } = show(<NewDesignDialog source={undefined} onClose={() => undefined} />);
  const own = await screen.findByRole<HTMLInputElement>("radio", { name: /^Name strap/ });
  expect(screen.getAllByRole("radio").length).toBe(beginningIds.length + 2);
  expect(screen.getByRole<HTMLInputElement>("radio", { name: /^Blank/ }).checked).toBe(true);
  expect(await barriers()).toEqual([]);
  // Without a name it does not start, and says why.
  await hands.click(open());
  await screen.findByText("Give it a name.");
  await hands.type(screen.getByLabelText("Name"), "  Straße ");
  await hands.click(own);
  await hands.click(open());
  await waitFor(() => expect(wentTo).toEqual(["/bench/made"]));
  expect(allAsked().at(-1)!.body).toEqual({ name: "Straße", copyOf: "name-strap" });
});

test("a copy is named after what it is of; a refusal is told, and what was typed stays", async () => {
  answering({
    "POST /api/designs": () => {
      throw new Refused(429, "spent", "That was a lot of designs. Try again in a minute.");
    },
  });
  const { hands } = show(<NewDesignDialog source={card} onClose={() => undefined} />);
  await hands.click(open());
  await screen.findByText("That was a lot of designs. Try again in a minute.");
  expect(screen.getByLabelText<HTMLInputElement>("Name").value).toBe("Name strap, copy");
  expect([wentTo, allAsked()[0]!.body]).toEqual([[], { name: "Name strap, copy", copyOf: "name-strap" }]);
});
