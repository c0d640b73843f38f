import { useQuery } from "@tanstack/react-query";
import { expect, jest, test } from "@jest/globals";
import { screen, waitFor, within } from "@testing-library/react";
import type { ReactElement } from "react";
import { HouseView } from "@/contract/house";
import { house } from "@/demo/house";
import { call } from "@/ui/parts/api";
import { allAsked, answering, barriers, Refused, show } from "@/ui/testing/screen";
import { FileDialog } from "./FileDialog";
import { RemoveDialog } from "./RemoveDialog";
import { UnusedDialog } from "./UnusedDialog";

/** The page that these open over: it has read the house style. */
function OnPage({ children }: { children: ReactElement }) {
  const { data } = useQuery({ queryKey: ["house"], queryFn: () => call("/api/house", HouseView) });
  return data ? children : null;
}
const read = { "GET /api/house": () => ({ revision: 7, document: house }) };
const asked = (path: string) => allAsked().find((one) => one.path === path)?.body;
const close = () => undefined;

test("a colour in use goes only for another; who uses it is said first", async () => {
  answering({
    ...read,
    "GET /api/house/uses": () => ({ designs: [{ id: "name-strap", name: "Name strap" }], house: ["Bold title"] }),
    "POST /api/house/remove": () => ({ removal: "r1", designs: ["Name strap"] }),
  });
  const onRemoved = jest.fn();
  const part = { kind: "colour", id: "coral" } as const;
  const { hands } = show(
    <OnPage>
      <RemoveDialog part={part} name="Coral" house={house} onRemoved={onRemoved} onClose={close} />
    </OnPage>,
  );
  await screen.findByText("It is used in 2 places:");
  expect(screen.getAllByRole("listitem").map((e) => e.textContent)).toEqual(["Name strap", "Bold title"]);
  expect(await barriers()).toEqual([]);
  const go = screen.getByRole<HTMLButtonElement>("button", { name: "Remove" });
  expect(go.disabled).toBe(true);
  const instead = screen.getByLabelText<HTMLSelectElement>("Replacement");
  expect([...instead.options].map(({ text }) => text)).not.toContain("Coral");
  await hands.selectOptions(instead, "Pollen");
  await hands.click(go);
  await waitFor(() => expect(onRemoved).toHaveBeenCalled());
  expect(asked("/api/house/remove")).toEqual({ ...part, revision: 7, instead: "pollen" });
  expect(onRemoved).toHaveBeenCalledWith({ removal: "r1", name: "Coral", designs: ["Name strap"] });
});

test("what nobody uses goes at once; where others were quicker, that is told and it can be tried again", async () => {
  answering({
    ...read,
    "GET /api/house/uses": () => ({ designs: [], house: [] }),
    "POST /api/house/remove": () => {
      throw new Refused(409, "moved_on", "Somebody has changed the house style. Look at it again.");
    },
  });
  const onRemoved = jest.fn();
  const { hands } = show(
    <OnPage>
      <RemoveDialog {...{ part: { kind: "colour", id: "mist" }, name: "Mist", house, onRemoved, onClose: close }} />
    </OnPage>,
  );
  await screen.findByText("It is not used anywhere. Releases keep what they were published with.");
  await hands.click(screen.getByRole("button", { name: "Remove" }));
  await screen.findByText("Somebody has changed the house style. Look at it again.");
  expect(onRemoved).not.toHaveBeenCalled();
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Remove" }).disabled).toBe(false);
});

test("unused files go together, but for those that are unticked, once all that was changed is saved", async () => {
  answering({
    ...read,
    "GET /api/house/unused": () => ({
      parts: [
        { kind: "picture", id: "fern", name: "Fern house" },
        { kind: "video", id: "bees", name: "Bees" },
        { kind: "sound", id: "rain", name: "Rain" },
      ],
    }),
    "POST /api/house/unused": () => ({ removal: "r2", designs: [] }),
  });
  const order: string[] = [];
  const settled = async () => order.push("saved") > 0;
  const onRemoved = jest.fn<(removed: object) => void>(() => void order.push("removed"));
  const { hands } = show(
    <OnPage>
      <UnusedDialog settled={settled} onRemoved={onRemoved} onClose={close} />
    </OnPage>,
  );
  await hands.click(await screen.findByRole("checkbox", { name: /^Bees/ }));
  expect(await barriers()).toEqual([]);
  await hands.click(screen.getByRole("button", { name: "Remove 2 files" }));
  await waitFor(() => expect(onRemoved).toHaveBeenCalled());
  expect(allAsked().filter(({ method }) => method === "POST")).toMatchObject([
    { body: { revision: 7, parts: [{ id: "fern" }, { id: "rain" }] } },
  ]);
  expect(order).toEqual(["saved", "removed"]);
  expect(onRemoved).toHaveBeenCalledWith(expect.objectContaining({ name: "2 files" }));
});

test("a file says who shows it, and keeps its licence when that is left", async () => {
  answering({ "GET /api/house/uses": () => ({ designs: [{ id: "bloom-card", name: "Bloom card" }], house: [] }) });
  const onChange = jest.fn();
  const file = house.pictures[0]!;
  const { hands } = show(<FileDialog list="pictures" file={file} onChange={onChange} onClose={close} />);
  const link = await screen.findByRole("link", { name: "Bloom card" });
  expect(link.getAttribute("href")).toBe("/bench/bloom-card");
  expect(await barriers()).toEqual([]);
  const licence = screen.getByLabelText("Licence note");
  await hands.clear(licence);
  await hands.type(licence, "Drawn by us");
  expect(onChange).not.toHaveBeenCalled();
  await hands.tab();
  expect(onChange).toHaveBeenCalledWith({ licence: "Drawn by us" });
  expect(within(screen.getByRole("dialog")).queryByRole("button", { name: "Replace everywhere" })).toBeNull();
});
