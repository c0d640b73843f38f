import { expect, test } from "@jest/globals";
import { screen } from "@testing-library/react";
import { allAsked, answering, barriers, Refused, show } from "@/ui/testing/screen";
import { Forgotten } from "./Forgotten";
import { SignIn } from "./SignIn";

test("asks for what is missing beside its box, and sends nothing", async () => {
  const { hands } = show(<SignIn to="/" />);
  await hands.click(screen.getByRole("button", { name: "Sign in" }));
  await screen.findByText("Type the address that you were invited with.");
  expect(screen.getByText("Type your password.")).toBeTruthy();
  expect(allAsked()).toEqual([]);
  expect(await barriers()).toEqual([]);
});

test("says why it refuses, keeps what was typed, and asks for a code where one is needed", async () => {
  answering({
    "POST /api/sign-in": ({ body }) => {
      const { password, code } = body as { password: string; code?: string };
      if (password !== "fern-moss-paper") throw new Refused(401, "wrong", "Address or password is wrong.");
      if (code === undefined) throw new Refused(401, "code_needed", "Type the code of your device too.");
      throw new Refused(401, "code_wrong", "This code is wrong, or was used.");
    },
  });
  const { hands } = show(<SignIn to="/" />);
  const address = screen.getByLabelText<HTMLInputElement>("E-mail address");
  await hands.type(address, "  ODILE@quillmere.example ");
  await hands.type(screen.getByLabelText("Password"), "something-else{Enter}");
  await screen.findByText("Address or password is wrong.");
  expect(screen.queryByLabelText(/^Code/)).toBeNull();
  await hands.clear(screen.getByLabelText("Password"));
  await hands.type(screen.getByLabelText("Password"), "fern-moss-paper{Enter}");
  await screen.findByText("Type the code of your device too.");
  await hands.type(screen.getByLabelText(/^Code/), "123456{Enter}");
  await screen.findByText("This code is wrong, or was used.");
  expect(allAsked().at(-1)!.body).toEqual({
    ...{ email: "odile@quillmere.example", password: "fern-moss-paper", code: "123456" },
  });
  expect(await barriers()).toEqual([]);
});

test("whoever has forgotten a password is answered the same for every address", async () => {
  answering({ "POST /api/password/forgotten": () => null });
  const { hands } = show(<Forgotten />);
  await hands.type(screen.getByLabelText(/address/i), "nobody@quillmere.example{Enter}");
  expect((await screen.findAllByText(/letter|mail/i)).length).toBeGreaterThan(0);
  expect(await barriers()).toEqual([]);
});
