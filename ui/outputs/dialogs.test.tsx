import { expect, jest, test } from "@jest/globals";
import { screen } from "@testing-library/react";
import { Output } from "@/core/outputs/output";
import { barriers, show } from "@/ui/testing/screen";
import { OutputDialog } from "./OutputDialog";
import { SetDialog } from "./SetDialog";

const clip = Output.parse({ id: "clip", name: "Clip for the edit", kind: "vp9-alpha" });
const gif = Output.parse({ id: "gif", name: "For letters", kind: "gif" });
const common = { footage: [], fault: undefined, busy: false, onClose: () => undefined };
const save = () => screen.getByRole<HTMLButtonElement>("button", { name: /^(Save|Create)$/ });

test("a new output is created once it has a name; what another kind knows nothing of falls away", async () => {
  const onPut = jest.fn();
  const { hands } = show(<OutputDialog view={undefined} {...common} onPut={onPut} />);
  expect(await barriers()).toEqual([]);
  expect(save().disabled).toBe(true);
  await hands.type(screen.getByLabelText("Name"), "Für Mails");
  expect(save().disabled).toBe(false);
  const kind = screen.getByLabelText<HTMLSelectElement>("Kind of file");
  for (const { value } of [...kind.options]) {
    await hands.selectOptions(kind, value);
    expect([value, await barriers()]).toEqual([value, []]);
  }
  await hands.selectOptions(kind, "gif");
  await hands.click(save());
  expect(onPut).toHaveBeenCalledWith(expect.objectContaining({ name: "Für Mails", kind: "gif" }));
  expect(Output.safeParse(onPut.mock.calls[0]![0]).success).toBe(true);
});

test("one that is changed keeps its kind, and says what becomes out of date; without a change there is nothing to save", async () => {
  const onPut = jest.fn();
  const view = { output: clip, files: 12, sheets: 2 };
  const { hands } = show(<OutputDialog view={view} {...common} fault="This name is taken." onPut={onPut} />);
  expect([save().disabled, screen.getByLabelText<HTMLSelectElement>("Kind of file").disabled]).toEqual([true, true]);
  expect(screen.getByText("This name is taken.")).toBeTruthy();
  expect(screen.queryByText(/will be out of date/)).toBeNull();
  await hands.selectOptions(screen.getByLabelText("Size"), "50 % of the format");
  expect(screen.getByText(/^12 files of sheets were exported with the old settings/)).toBeTruthy();
  await hands.click(save());
  expect(onPut).toHaveBeenCalledWith({ ...clip, scale: 0.5 });
});

test("a set has a name and at least one output", async () => {
  const onPut = jest.fn();
  const views = [clip, gif].map((output) => ({ output, files: 0, sheets: 0 }));
  const { hands } = show(<SetDialog set={undefined} views={views} {...common} onPut={onPut} />);
  expect(await barriers()).toEqual([]);
  await hands.type(screen.getByLabelText(/Name/), "Everything");
  expect(save().disabled).toBe(true);
  await hands.click(screen.getByRole("checkbox", { name: /^For letters/ }));
  await hands.click(screen.getByRole("checkbox", { name: /^Clip for the edit/ }));
  await hands.click(screen.getByRole("checkbox", { name: /^For letters/ }));
  await hands.click(save());
  expect(onPut).toHaveBeenCalledWith({ id: "new", name: "Everything", outputs: ["clip"] });
});
