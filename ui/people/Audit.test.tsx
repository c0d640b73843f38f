import { expect, test } from "@jest/globals";
import { screen } from "@testing-library/react";
import { answering, barriers, show } from "@/ui/testing/screen";
import { Audit } from "./Audit";

const entry = {
  seq: 2,
  at: "2026-11-30T10:00:00.000Z",
  by: "Tomás Fennimore",
  action: "order.create",
  subject: "1f3e",
};

test("the audit names who did what to what; what has no name keeps its id", async () => {
  const entries = [
    { ...entry, name: "Evening", detail: null },
    { ...entry, seq: 1, by: null, action: "package.pack", subject: "77ab", name: null, detail: { designs: 2 } },
  ];
  answering({
    "GET /api/audit": () => ({ entries, next: null }),
    "GET /api/members": () => ({ members: [], invitations: [] }),
  });
  show(<Audit />, "owner");
  const evening = await screen.findByText("Evening");
  expect(evening.closest("tr")!.textContent).toContain("Tomás Fennimore");
  expect(evening.closest("tr")!.textContent).toContain("created a running order");
  expect(evening.title).toBe("1f3e");
  expect(screen.getByText("77ab").closest("tr")!.textContent).toContain("exported a package");
  expect(screen.getByText('{"designs":2}')).toBeTruthy();
  expect(await barriers()).toEqual([]);
});
