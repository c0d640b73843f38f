import { expect, test } from "@jest/globals";
import { screen, waitFor, within } from "@testing-library/react";
import type { CommentView, LinkFill, ProofClip, ProofView } from "@/contract/links";
import { readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { allAsked, answering, barriers, Refused, show } from "@/ui/testing/screen";
import { LinkRow } from "./LinkRow";
import { Watch } from "./Watch";

const clip = (id: string, more: Partial<ProofClip> = {}): ProofClip => ({
  ...{ id, title: `Talk ${id}`, fileName: `talk-${id}.webm`, design: "Name strap", format: "Wide", output: "Clip" },
  ...{ seen: "video", width: 1920, height: 1080, frameS: 0.04, sound: false, alpha: true, opening: null },
  ...more,
});
const comment = (id: string, more: Partial<CommentView> = {}): CommentView => ({
  ...{ id, export: "a", who: "Wren", atS: null, text: "", verdict: null, replyTo: null },
  saidAt: "2026-11-30T10:00:00.000Z",
  ...more,
});
const proof = (more: Partial<ProofView> = {}): ProofView => ({
  ...{ name: "Spring talks", house: "Quillmere", by: "Ines Halloran", mayJudge: true, endsAt: "2026-12-24T10:00:00Z" },
  ...{ clips: [clip("a"), clip("b", { seen: "picture" })], comments: [] },
  ...more,
});

test("a reviewer says who they are before anything else, asks for a change of one clip and approves the other", async () => {
  answering({
    "GET /api/links/t/watch": () => proof(),
    "POST /api/links/t/comments": ({ body }) => comment(`c${allAsked().length}`, body as Partial<CommentView>),
  });
  const { hands } = show(<Watch token="t" />);
  const [a, b] = await screen.findAllByRole("article");
  expect(await barriers()).toEqual([]);
  const press = (clip: HTMLElement, name: string) => within(clip).getByRole<HTMLButtonElement>("button", { name });
  expect([press(a!, "Approve").disabled, press(b!, "Request a change").disabled]).toEqual([true, true]);
  await hands.type(screen.getByLabelText("Your name"), "فرن");
  expect([press(a!, "Approve").disabled, press(b!, "Request a change").disabled]).toEqual([false, true]);
  await hands.type(within(b!).getByLabelText("Comment"), "The name is Fernsby.");
  await hands.click(press(b!, "Request a change"));
  await within(b!).findByText(/requested a change/);
  expect(within(b!).getByLabelText<HTMLTextAreaElement>("Comment").value).toBe("");
  await hands.click(press(a!, "Approve"));
  await within(a!).findByText("· approved");
  expect(
    allAsked()
      .filter(({ method }) => method === "POST")
      .map(({ body }) => body),
  ).toEqual([
    { export: "b", who: "فرن", atS: null, text: "The name is Fernsby.", verdict: "change" },
    { export: "a", who: "فرن", atS: null, text: "", verdict: "approve" },
  ]);
});

test("what is refused is told at its clip, and what was written stays; replies stand below what they answer", async () => {
  const comments = [
    comment("1", { text: "Too quick.", atS: 1.5 }),
    comment("2", { text: "Slower now.", replyTo: "1" }),
  ];
  answering({
    "GET /api/links/t/watch": () => proof({ comments }),
    "POST /api/links/t/comments": () => {
      throw new Refused(429, "many", "This link has had many comments today. Try again tomorrow.");
    },
  });
  const { hands } = show(<Watch token="t" />);
  const [a] = await screen.findAllByRole("article");
  const said = within(a!).getByText("Too quick.").closest("li")!;
  expect(said.textContent).toMatch(/at 0:01\.5.*Too quick\..*Slower now\./);
  await hands.type(screen.getByLabelText("Your name"), "Wren");
  await hands.type(within(a!).getByLabelText("Comment at the shown instant"), "Later.");
  await hands.click(within(a!).getByRole("button", { name: "Request a change" }));
  await within(a!).findByText("This link has had many comments today. Try again tomorrow.");
  expect(within(a!).getByLabelText<HTMLTextAreaElement>("Comment at the shown instant").value).toBe("Later.");
});

test("who may only watch can say nothing; a link that has ended says so", async () => {
  answering({ "GET /api/links/t/watch": () => proof({ mayJudge: false, clips: [clip("a")] }) });
  const { unmount } = show(<Watch token="t" />);
  await screen.findByText(/Ines Halloran shows you this clip\./);
  expect(screen.queryByLabelText("Your name")).toBeNull();
  expect(screen.queryByRole("button", { name: "Approve" })).toBeNull();
  unmount();
  answering({
    "GET /api/links/u/watch": () => {
      throw new Refused(410, "link_over", "It ended on 3 November.");
    },
  });
  show(<Watch token="u" />);
  await screen.findByText("This link has ended.");
  expect(screen.getByText("It ended on 3 November.")).toBeTruthy();
});

const fill = (): LinkFill => ({
  ...{ name: "Spring talks", by: "Ines Halloran", endsAt: "2026-12-24T10:00:00Z", row: "r1", state: "draft" },
  ...{ formats: ["wide", "tall"], document: readDesign("name-strap"), house, cells: { name: "Ada Fernsby" } },
});
const sent = () =>
  allAsked()
    .filter(({ method }) => method === "POST")
    .map(({ body }) => body as { cells?: { column: string; to: unknown }[]; ready?: boolean });

test("a row is saved as it is typed, and marked as ready when it is complete", async () => {
  answering({
    "GET /api/links/t/row": fill,
    "POST /api/links/t/row": ({ body }) => ({
      conflicts: [],
      state: (body as { ready?: boolean }).ready ? "ready" : "draft",
    }),
  });
  const { hands } = show(<LinkRow token="t" />);
  const box = await screen.findByLabelText<HTMLInputElement>(/^Name/);
  expect([screen.getByRole("heading", { level: 1 }).textContent, box.value]).toEqual(["Spring talks", "Ada Fernsby"]);
  expect(await barriers()).toEqual([]);
  await hands.clear(box);
  await hands.type(box, "أمينة");
  await waitFor(() => expect(sent().at(-1)?.cells).toMatchObject([{ column: "name", to: "أمينة" }]), { timeout: 5000 });
  await screen.findByText("All changes are saved.");
  await hands.click(screen.getByRole("button", { name: "Mark as ready" }));
  await screen.findByText("Thank you. It is marked as ready. You can still change it.");
  expect(sent().at(-1)?.ready).toBe(true);
});

test("what somebody else has entered meanwhile is kept, and said", async () => {
  answering({
    "GET /api/links/t/row": fill,
    "POST /api/links/t/row": () => ({ conflicts: [{ column: "name", theirs: "Wren Halloran" }], state: "draft" }),
  });
  const { hands } = show(<LinkRow token="t" />);
  await hands.type(await screen.findByLabelText(/^Name/), "!");
  await screen.findByText(/^Someone else entered Name/, {}, { timeout: 5000 });
  await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>(/^Name/).value).toBe("Wren Halloran"));
});

test("a link that ends while it is filled in says that nothing more is saved", async () => {
  answering({
    "GET /api/links/t/row": fill,
    "POST /api/links/t/row": () => {
      throw new Refused(410, "link_over", "This link has ended.");
    },
  });
  const { hands } = show(<LinkRow token="t" />);
  await hands.type(await screen.findByLabelText(/^Name/), "!");
  await screen.findByText("Changes are no longer saved: this link has ended.", {}, { timeout: 5000 });
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Mark as ready" }).disabled).toBe(true);
});
