import { expect, jest, test } from "@jest/globals";
import { screen, waitFor } from "@testing-library/react";
import type { RequestView } from "@/contract/exports";
import { jobView, requestView } from "@/ui/testing/samples";
import { allAsked, answering, barriers, Refused, show, tell } from "@/ui/testing/screen";
import { RequestBlock } from "./RequestBlock";

function shown(of: RequestView) {
  const deeds = { onFile: jest.fn(), onFault: jest.fn(), onChanged: jest.fn() };
  const table = (one: RequestView) => (
    <table>
      <tbody />
      <RequestBlock request={one} deeds={deeds} />
    </table>
  );
  return { deeds, ...show(table(of), "contributor") };
}

test("a zip says how long it takes, how far it is, and is found again after a reload", async () => {
  let now: object = jobView({ state: "waiting" });
  answering({ "POST /api/requests/r1/zip": () => ({ job: "j1" }), "GET /api/jobs/j1": () => now });
  const { hands, unmount } = shown(requestView());
  await hands.click(screen.getByRole("button", { name: "Download 2 files as a zip" }));
  await screen.findByText("Waiting to be zipped, about 40 s left");
  now = jobView({ state: "leased", done: 1, total: 2, aboutS: 3 });
  await waitFor(() => {
    tell("job:j1", {});
    expect(screen.getByText("Zipping 1 of 2, about 3 s left")).toBeTruthy();
  });
  // The page is loaded anew: what is in hand is found, and what it made is offered, not saved unasked.
  unmount();
  const again = shown(requestView());
  await screen.findByText("Zipping 1 of 2, about 3 s left");
  now = jobView({ state: "done", aboutS: null, result: { hash: "x", bytes: 1, fileName: "Spring-talks.zip" } });
  await waitFor(() => {
    tell("job:j1", {});
    expect(screen.getByRole("link", { name: "Save Spring-talks.zip" })).toBeTruthy();
  });
  const link = screen.getByRole("link", { name: "Save Spring-talks.zip" });
  expect([link.getAttribute("href"), link.getAttribute("download")]).toEqual(["/api/jobs/j1/file", "Spring-talks.zip"]);
  expect(await barriers()).toEqual([]);
  again.unmount();
});

test("a zip that can't be made says why, and may be asked for again", async () => {
  answering({
    "POST /api/requests/r1/zip": () => ({ job: "j1" }),
    "GET /api/jobs/j1": () => jobView({ state: "failed", error: "The disk is full. Free some space, then try again." }),
  });
  const { hands, deeds } = shown(requestView());
  await hands.click(screen.getByRole("button", { name: "Download 2 files as a zip" }));
  await waitFor(() => expect(deeds.onFault).toHaveBeenCalledWith("The disk is full. Free some space, then try again."));
  expect(await screen.findByRole("button", { name: "Download 2 files as a zip" })).toBeTruthy();
});

test("what is refused before it is begun is told too", async () => {
  answering({
    "POST /api/requests/r1/zip": () => {
      throw new Refused(409, "nothing_done", "Nothing of it is finished yet.");
    },
  });
  const { hands, deeds } = shown(requestView());
  await hands.click(screen.getByRole("button", { name: "Download 2 files as a zip" }));
  await waitFor(() => expect(deeds.onFault).toHaveBeenCalledWith("Nothing of it is finished yet."));
});

test("what waits can be cancelled, what failed tried again, by whoever may", async () => {
  answering({ "POST /api/requests/r1/cancel": () => null, "POST /api/requests/r1/retry": () => null });
  const open = requestView({ counts: { waiting: 1, failed: 1 }, progress: 0.5 });
  const { hands, deeds, again } = shown(open);
  await hands.click(screen.getByRole("button", { name: "Cancel all" }));
  await hands.click(screen.getByRole("button", { name: "Keep" }));
  expect(allAsked()).toEqual([]);
  await hands.click(screen.getByRole("button", { name: "Cancel all" }));
  await hands.click(screen.getByRole("button", { name: "Cancel it" }));
  await hands.click(screen.getByRole("button", { name: "Retry failed" }));
  expect(allAsked().map(({ path }) => path)).toEqual(["/api/requests/r1/cancel", "/api/requests/r1/retry"]);
  await waitFor(() => expect(deeds.onChanged).toHaveBeenCalledTimes(2));
  expect(screen.getByText("0 of 2 done")).toBeTruthy();
  again(
    <table>
      <tbody />
      <RequestBlock request={{ ...open, mine: false }} deeds={deeds} />
    </table>,
  );
  expect(screen.queryByRole("button", { name: "Cancel all" })).toBeNull();
});

test("what somebody wants changed stands at its clip until it is approved, with the comments below", async () => {
  const said = (id: string, file: string, verdict: "approve" | "change" | null, minute: number, text = "") => ({
    ...{ id, export: file, who: "The press office", atS: null, text, verdict, replyTo: null as string | null },
    saidAt: `2026-11-30T10:0${minute}:00.000Z`,
  });
  answering({
    "GET /api/requests/r1/comments": () => ({
      comments: [
        said("1", "a", "change", 1, "Larger, please."),
        said("2", "b", "change", 2),
        said("3", "b", "approve", 3),
        said("4", "b", null, 4, "Thank you."),
      ],
    }),
  });
  shown(requestView({ comments: 4 }));
  const stamp = await screen.findByText("Change requested");
  expect(stamp.closest("tr")!.textContent).toContain("Name-strap_a");
  expect(screen.getAllByText("Change requested").length).toBe(1);
  expect(screen.getByText("4 comments")).toBeTruthy();
  expect(screen.getByText(/Larger, please\./).textContent).toContain("requested a change.");
  expect(await barriers()).toEqual([]);
});

test("a comment is replied to where it stands; what is refused is told there, with the words kept", async () => {
  const comments: object[] = [
    {
      ...{ id: "c1", export: "a", who: "The press office", atS: 1.5, text: "Larger, please.", verdict: "change" },
      ...{ replyTo: null, saidAt: "2026-11-30T10:01:00.000Z" },
    },
  ];
  let full = true;
  answering({
    "GET /api/requests/r1/comments": () => ({ comments }),
    "POST /api/requests/r1/comments": ({ body }) => {
      if (full) throw new Refused(429, "many_comments", "This link has too many replies already.");
      const reply = {
        ...{ id: "c2", export: "a", who: "Ines", atS: 1.5, verdict: null, replyTo: "c1" },
        ...{ text: (body as { text: string }).text, saidAt: "2026-11-30T10:02:00.000Z" },
      };
      comments.push(reply);
      return reply;
    },
  });
  const { hands } = shown(requestView({ comments: 1 }));
  await hands.click(await screen.findByText("1 comment"));
  await hands.click(screen.getByRole("button", { name: "Reply" }));
  const send = screen.getByRole("button", { name: "Send reply" }) as HTMLButtonElement;
  expect(send.disabled).toBe(true);
  const box = screen.getByRole("textbox", { name: "Reply to The press office" }) as HTMLTextAreaElement;
  await hands.type(box, "Done: 20 % larger.");
  await hands.click(send);
  await screen.findByText("This link has too many replies already.");
  expect(box.value).toBe("Done: 20 % larger.");
  expect(await barriers()).toEqual([]);
  full = false;
  await hands.click(send);
  expect((await screen.findByText(/Done: 20 % larger\./)).textContent).toBe("Ines replied: Done: 20 % larger.");
  expect(screen.queryByRole("textbox")).toBeNull();
});
