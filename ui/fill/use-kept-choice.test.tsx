import { expect, test } from "@jest/globals";
import { screen } from "@testing-library/react";
import { show } from "@/ui/testing/screen";
import { useKeptChoice } from "./use-kept-choice";

function Choice({ offered }: { offered: readonly string[] }) {
  const [chosen, choose] = useKeptChoice("a key", offered, ["wide"]);
  return (
    <>
      <p>{chosen.join()}</p>
      {offered.map((id) => (
        <button key={id} type="button" onClick={() => choose([...chosen, id])}>
          {id}
        </button>
      ))}
    </>
  );
}

test("what somebody chose last is chosen when they come again, but for what is not offered any more", async () => {
  const { hands, unmount } = show(<Choice offered={["wide", "tall", "square"]} />);
  expect(screen.getByText("wide", { selector: "p" })).toBeTruthy();
  await hands.click(screen.getByRole("button", { name: "tall" }));
  unmount();
  const again = show(<Choice offered={["wide", "tall", "square"]} />);
  expect(screen.getByText("wide,tall")).toBeTruthy();
  again.unmount();
  show(<Choice offered={["tall"]} />);
  expect(screen.getByText("tall", { selector: "p" })).toBeTruthy();
});

test("what was stored by something else is not taken for a choice", () => {
  for (const text of ["{", "7", '{"a":1}', "[1]"]) {
    localStorage.setItem("a key", text);
    const { unmount } = show(<Choice offered={["wide", "tall"]} />);
    expect(screen.getByText("wide", { selector: "p" })).toBeTruthy();
    unmount();
  }
});
