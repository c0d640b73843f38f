import { expect, jest, test } from "@jest/globals";
import { screen, waitFor } from "@testing-library/react";
import type { MemberCard } from "@/contract/members";
import { allAsked, answering, barriers, Refused, show } from "@/ui/testing/screen";
import { SwitchOffDialog } from "./SwitchOffDialog";

const card = (id: string, name: string, more: Partial<MemberCard> = {}): MemberCard => ({
  ...{ id, name, email: `${id}@quillmere.example`, role: "contributor", active: true, secondFactor: false },
  ...{ joinedAt: "2026-11-28T10:00:00.000Z", seenAt: null, holds: 0 },
  ...more,
});
const wren = card("wren", "Wren Halloran", { holds: 4 });
const others = [card("ines", "Ines Halloran"), card("tomas", "Tomás Fennimore", { role: "designer" })];

test("what a member owns goes to somebody who stays; a refusal is told, and the dialog stays", async () => {
  answering({
    "POST /api/members/wren": () => {
      throw new Refused(409, "last_owner", "Somebody must stay owner.");
    },
  });
  const onClose = jest.fn();
  const { hands } = show(<SwitchOffDialog member={wren} others={others} onClose={onClose} />, "owner");
  expect(await barriers()).toEqual([]);
  await hands.selectOptions(
    screen.getByLabelText(/^Sheets, running orders and links \(4\), and clips that wait go to/),
    "Tomás Fennimore, designer",
  );
  await hands.click(screen.getByRole("button", { name: "Deactivate" }));
  await screen.findByText("Somebody must stay owner.");
  expect(onClose).not.toHaveBeenCalled();
  answering({ "POST /api/members/wren": () => null });
  await hands.click(screen.getByRole("button", { name: "Deactivate" }));
  await waitFor(() => expect(onClose).toHaveBeenCalled());
  expect(allAsked().at(-1)!.body).toEqual({ active: false, handTo: "tomas" });
});

test("with nobody to take over it can’t be done, and says so", () => {
  show(<SwitchOffDialog member={wren} others={[]} onClose={() => undefined} />, "owner");
  expect(screen.getByText("There is no other member who can take over.")).toBeTruthy();
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Deactivate" }).disabled).toBe(true);
});
