import { expect, test } from "@jest/globals";
import { screen, waitFor } from "@testing-library/react";
import { requestView } from "@/ui/testing/samples";
import { allAsked, answering, barriers, Refused, show } from "@/ui/testing/screen";
import { Outbox } from "./Outbox";

const queries = () => allAsked().map(({ path }) => path.split("?")[1] ?? "");

test("what was asked for is listed page by page, the newest first", async () => {
  const pages = {
    "": { requests: [requestView({ id: "r2", title: "Autumn talks" })], next: 7 },
    "before=7": { requests: [requestView({ title: "Spring talks" })], next: null },
  };
  answering({ "GET /api/requests": ({ path }) => pages[(path.split("?")[1] ?? "") as keyof typeof pages] });
  const { hands } = show(<Outbox />, "contributor");
  await screen.findByText("Autumn talks");
  expect(await barriers()).toEqual([]);
  await hands.click(screen.getByRole("button", { name: "Older" }));
  await screen.findByText("Spring talks");
  expect(screen.queryByText("Autumn talks")).toBeNull();
  await hands.click(screen.getByRole("button", { name: "Newer" }));
  await screen.findByText("Autumn talks");
});

test("it is searched by state, kind and name; what matches nothing says so", async () => {
  answering({ "GET /api/requests": () => ({ requests: [], next: null }) });
  const { hands } = show(<Outbox />, "contributor");
  await screen.findByText(/There are no clips yet/);
  await hands.click(screen.getByRole("radio", { name: "Failed or cancelled" }));
  await screen.findByText("Nothing matches. Try other words or filters.");
  await hands.selectOptions(screen.getByLabelText("Kind"), "gif");
  await hands.type(screen.getByLabelText("Name"), "ليلى");
  await waitFor(() => expect(queries().at(-1)).toBe("state=failed&kind=gif&text=%D9%84%D9%8A%D9%84%D9%89"));
});

test("a list that can't be read says why", async () => {
  answering({
    "GET /api/requests": () => {
      throw new Refused(403, "role", "This is for members.");
    },
  });
  show(<Outbox />, "contributor");
  await screen.findByText("This is for members.");
});
