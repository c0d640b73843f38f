import { ArrowDown, ArrowUp, XLg } from "react-bootstrap-icons";
import type { Field } from "@/core/fields/field";
import type { AccountsValue, AccountTurn } from "@/core/fields/value";
import { NumberInput } from "@/ui/parts/NumberInput";
import type { ControlProps } from "./define";

/** Several accounts that follow one another in the graphic, each with its share of the time. */
export function AccountTurns({ field, value, house, onChange }: ControlProps<Extract<Field, { kind: "account" }>>) {
  const list = typeof value === "object" && value.kind === "accounts" ? value.list : undefined;
  if (!list) {
    const first = typeof value === "object" ? value : value === "" ? field.default : value;
    const second = field.choices.find((id) => id !== first) ?? field.default;
    return (
      <button
        type="button"
        className="chip mt-8"
        onClick={() =>
          onChange({ kind: "accounts", list: [{ account: first as AccountTurn["account"] }, { account: second }] })
        }
      >
        Several in turn
      </button>
    );
  }
  const nameOf = (account: AccountTurn["account"]): string => {
    const known = typeof account === "string" ? house.accounts.find(({ id }) => id === account) : account;
    return known ? `${known.network} ${known.handle}` : String(account);
  };
  const put = (next: readonly AccountTurn[]) => onChange({ kind: "accounts", list: [...next] } satisfies AccountsValue);
  const set = (at: number, part: Partial<AccountTurn>) =>
    put(list.map((turn, i) => (i === at ? clean({ ...turn, ...part }) : turn)));
  const move = (at: number, by: number) => {
    const next = [...list];
    next.splice(at + by, 0, ...next.splice(at, 1));
    put(next);
  };
  const left = field.choices.filter((id) => !list.some(({ account }) => account === id));
  return (
    <div className="account-turns">
      <ol>
        {list.map((turn, i) => (
          <TurnRow
            key={i}
            turn={turn}
            number={i + 1}
            count={list.length}
            choices={field.choices}
            nameOf={nameOf}
            onSet={(part) => set(i, part)}
            onMove={(by) => move(i, by)}
            onRemove={() => put(list.filter((_, at) => at !== i))}
          />
        ))}
      </ol>
      <span className="slot__deeds">
        <button
          type="button"
          className="chip"
          disabled={list.length >= field.turns}
          title={list.length >= field.turns ? `This design shows at most ${field.turns}.` : undefined}
          onClick={() => put([...list, { account: left[0] ?? field.default }])}
        >
          Add one
        </button>
        <button
          type="button"
          className="chip"
          disabled={left.length === 0 || list.length >= field.turns}
          onClick={() => put([...list, ...left.map((account) => ({ account }))].slice(0, field.turns))}
        >
          All of them
        </button>
        <button type="button" className="chip" onClick={() => onChange(list[0]!.account)}>
          Only one
        </button>
      </span>
    </div>
  );
}

/** One account of the list: which, for how long beside the others, and where in it. */
function TurnRow(props: {
  turn: AccountTurn;
  number: number;
  count: number;
  choices: readonly string[];
  nameOf: (account: AccountTurn["account"]) => string;
  onSet: (part: Partial<AccountTurn>) => void;
  onMove: (by: number) => void;
  onRemove: () => void;
}) {
  const { turn, number, count, choices, nameOf, onSet, onMove, onRemove } = props;
  const { account, share } = turn;
  return (
    <li>
      <select
        className="form-select form-select-sm"
        aria-label={`Account ${number}`}
        value={typeof account === "string" ? account : ""}
        onChange={(event) => onSet({ account: event.target.value })}
      >
        {typeof account !== "string" && <option value="">{nameOf(account)}</option>}
        {choices.map((id) => (
          <option key={id} value={id}>
            {nameOf(id)}
          </option>
        ))}
      </select>
      <NumberInput
        aria-label={`Share of account ${number}`}
        title="Share of the time"
        min={0.1}
        max={20}
        step={0.1}
        value={share ?? 1}
        onChange={(wanted) => onSet({ share: wanted })}
      />
      <button type="button" className="tool" disabled={number === 1} title="Earlier" onClick={() => onMove(-1)}>
        <ArrowUp aria-hidden /> <span className="visually-hidden">Earlier</span>
      </button>
      <button type="button" className="tool" disabled={number === count} title="Later" onClick={() => onMove(1)}>
        <ArrowDown aria-hidden /> <span className="visually-hidden">Later</span>
      </button>
      <button type="button" className="tool" disabled={count === 1} title="Remove" onClick={onRemove}>
        <XLg aria-hidden /> <span className="visually-hidden">Remove</span>
      </button>
    </li>
  );
}

/** All alike needs no figure. */
const clean = ({ account, share }: AccountTurn): AccountTurn =>
  share === undefined || share === 1 ? { account } : { account, share };
