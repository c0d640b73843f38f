import { z } from "zod";
import { refTo } from "../document/references";
import type { House } from "../document/house";
import { IssueError } from "../issue";
import {
  base,
  defineField,
  isColour,
  isMedia,
  isText,
  notOffered,
  offers,
  type Drive,
  type Fault,
  type Filling,
} from "./define";
import { AccountsValue, AccountValue } from "./value";

const schema = z
  .strictObject({
    kind: z.literal("account"),
    ...base,
    choices: z.array(refTo("account")).min(1).max(64).describe("Accounts on offer"),
    turns: z.number().int().min(1).max(8).default(1).describe("How many may follow one another within the graphic"),
    own: z.boolean().default(false).describe("Whether people may type another one"),
    default: refTo("account"),
  })
  .describe("One of the brand's accounts, or one that is written out");
type AccountField = z.infer<typeof schema>;

const Entered = z.union([z.string().max(2000), AccountValue, AccountsValue]);
type Entered = z.infer<typeof Entered>;

/** The account with its handle, mark and colours. */
function accountOf(value: Entered, layer: string, house: House): Omit<AccountValue, "kind"> {
  // Those that come later are there as layers of their own.
  if (typeof value !== "string") {
    return value.kind === "accounts" ? accountOf(value.list[0]!.account, layer, house) : value;
  }
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

function faults(own: AccountField, value: Entered): Fault[] {
  if (typeof value === "string") return notOffered(own, value);
  if (value.kind === "account") {
    return own.own ? [] : [{ code: "choice", message: `${own.label}: choose one of those on offer.` }];
  }
  if (value.list.length > own.turns) {
    const most = own.turns === 1 ? "one account" : `at most ${own.turns} accounts`;
    return [{ code: "choice", message: `${own.label}: this design shows ${most}.` }];
  }
  return value.list.flatMap(({ account }) => faults(own, account)).slice(0, 1);
}

/** Several accounts are written with commas between them. */
function read(own: AccountField, text: string): Entered {
  const names = text.split(",").map((name) => name.trim());
  const several = own.turns > 1 && names.length > 1 && names.every((name) => own.choices.includes(name));
  return several ? { kind: "accounts", list: names.map((account) => ({ account })) } : text.trim();
}

const write = (value: Entered): string =>
  typeof value === "string"
    ? value
    : value.kind === "account"
      ? value.handle
      : value.list.map(({ account }) => write(account)).join(", ");

export const field = defineField({
  schema,
  value: Entered,
  start: (own: AccountField): Entered => own.default,
  sample: (own): Entered => own.default,
  faults,
  shown: (own, value) => value || own.default,
  isFilled: (value) => value !== "",
  puts: (_, drive, value, { house }) => [[drive.property, partOf(accountOf(value, drive.layer, house), drive.part)]],
  fromText: read,
  toText: (_, value) => write(value),
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
  help: "Choose one of the brand’s accounts; handle, mark and colours follow. Your own account can be typed in where the design allows it.",
});
