import { z } from "zod";
import { refTo } from "../document/references";
import type { House } from "../document/house";
import { IssueError } from "../issue";
import { base, defineField, isColour, isMedia, isText, notOffered, offers, type Drive, type Filling } from "./define";
import { AccountValue } from "./value";

const schema = z
  .strictObject({
    kind: z.literal("account"),
    ...base,
    choices: z.array(refTo("account")).min(1).max(64).describe("Accounts on offer"),
    own: z.boolean().default(false).describe("Whether the filler may write out another one"),
    default: refTo("account"),
  })
  .describe("One of the brand's accounts, or one that is written out");
type AccountField = z.infer<typeof schema>;

const Entered = z.union([z.string().max(2000), AccountValue]);
type Entered = z.infer<typeof Entered>;

/** The account with its handle, mark and colours. */
function accountOf(value: Entered, layer: string, house: House): Omit<AccountValue, "kind"> {
  if (typeof value !== "string") return value;
  const account = house.accounts.find((entry) => entry.id === value);
  if (!account) throw new IssueError({ code: "account_unknown", layer, account: value });
  return account;
}

function partOf(account: Omit<AccountValue, "kind">, part: Drive["part"]): Filling {
  switch (part) {
    case "mark":
      return `mark:${account.mark}`;
    case "network":
      return account.network;
    case "ground":
      return `house:${account.ground}`;
    case "ink":
      return `house:${account.ink}`;
    default:
      return account.handle;
  }
}

export const field = defineField({
  schema,
  value: Entered,
  start: (own: AccountField): Entered => own.default,
  sample: (own): Entered => own.default,
  faults: (own, value) =>
    typeof value === "string"
      ? notOffered(own, value)
      : own.own
        ? []
        : [{ code: "choice", message: `${own.label}: choose one of those on offer.` }],
  shown: (own, value) => value || own.default,
  isFilled: (value) => value !== "",
  puts: (_, drive, value, { house }) => [[drive.property, partOf(accountOf(value, drive.layer, house), drive.part)]],
  fromText: (_, text): Entered => text.trim(),
  toText: (_, value) => (typeof value === "string" ? value : value.handle),
  fits: (path) => (isText(path) || isMedia(path) || isColour(path) ? 4 : undefined),
  make: ({ held, house }) =>
    offers(
      house.accounts.map(({ id }) => id),
      held,
    ),
  offered: (own, house) =>
    house.accounts
      .filter(({ id }) => own.choices.includes(id))
      .map(({ id, network, handle }) => ({ id, label: handle, also: network })),
  label: "an account",
});
