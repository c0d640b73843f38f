"use client";
import { Table } from "react-bootstrap";
import { ArrowDown, ArrowUp, PlusLg, Trash } from "react-bootstrap-icons";
import type { Account } from "@/core/document/house";
import { addAccount, swapAccounts } from "@/core/edit/house-edit";
import { wholeMarks } from "@/core/edit/mark-pieces";
import { MarkPicture } from "@/ui/parts/MarkPicture";
import type { SectionProps } from "./section";
import { TextCell } from "./TextCell";

/** Social handles of the brand, with their mark and colours. */
export function Accounts({ house, edit, remove }: SectionProps) {
  const change = (id: string, part: Partial<Account>) =>
    edit((draft) => {
      const own = draft.accounts.find((account) => account.id === id);
      if (own) Object.assign(own, part);
    });
  const colour = (account: Account, key: "ground" | "ink", label: string) => (
    <select
      className="form-select form-select-sm"
      aria-label={`${label} of ${account.network}`}
      value={account[key]}
      onChange={(e) => change(account.id, { [key]: e.target.value })}
    >
      {house.colours.map(({ role, name }) => (
        <option key={role} value={role}>
          {name}
        </option>
      ))}
    </select>
  );
  return (
    <section aria-label="Accounts">
      <h2 className="rubric">Accounts</h2>
      <Table size="sm" className="house-accounts mb-10">
        <thead>
          <tr>
            <th scope="col">Network</th>
            <th scope="col">Handle</th>
            <th scope="col">Mark</th>
            <th scope="col">Background</th>
            <th scope="col">Text</th>
            <th scope="col">
              <span className="visually-hidden">Order and remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {house.accounts.map((account, place) => {
            const mark = house.marks.find(({ id }) => id === account.mark);
            return (
              <tr key={account.id}>
                <td>
                  <TextCell
                    value={account.network}
                    label={`Network of ${account.handle}`}
                    onChange={(network) => change(account.id, { network: network.slice(0, 80) })}
                  />
                </td>
                <td>
                  <TextCell
                    value={account.handle}
                    label={`Handle on ${account.network}`}
                    onChange={(handle) => change(account.id, { handle: handle.slice(0, 80) })}
                  />
                </td>
                <td className="house-accounts__mark align-items-center d-flex gap-8">
                  {mark && <MarkPicture mark={mark} house={house} />}
                  <select
                    className="form-select form-select-sm"
                    aria-label={`Mark of ${account.network}`}
                    value={account.mark}
                    onChange={(e) => change(account.id, { mark: e.target.value })}
                  >
                    {wholeMarks(house, account.mark).map(({ id, name }) => (
                      <option key={id} value={id}>
                        {name}
                      </option>
                    ))}
                  </select>
                </td>
                <td>{colour(account, "ground", "Ground")}</td>
                <td>{colour(account, "ink", "Text colour")}</td>
                <td className="text-nowrap">
                  <AccountTools {...{ account, place, edit, remove }} last={house.accounts.length - 1} />
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
      <button
        type="button"
        className="chip"
        disabled={house.marks.length === 0}
        onClick={() => edit((draft) => void addAccount(draft))}
      >
        <PlusLg aria-hidden /> Account
      </button>
    </section>
  );
}

interface AccountToolsProps extends Pick<SectionProps, "edit" | "remove"> {
  readonly account: Account;
  readonly place: number;
  readonly last: number;
}

/** Moves an account up and down, and takes it away. */
function AccountTools({ account: { id, network, handle }, place, last, edit, remove }: AccountToolsProps) {
  const move = (by: 1 | -1) => (
    <button
      type="button"
      className="small-button"
      aria-label={`Move ${network} ${by < 0 ? "up" : "down"}`}
      disabled={place + by < 0 || place + by > last}
      onClick={() => edit((draft) => swapAccounts(draft, place, place + by))}
    >
      {by < 0 ? <ArrowUp aria-hidden /> : <ArrowDown aria-hidden />}
    </button>
  );
  return (
    <>
      {move(-1)}
      {move(1)}
      <button
        type="button"
        className="small-button"
        aria-label={`Remove ${network}`}
        onClick={() => remove({ kind: "account", id }, handle)}
      >
        <Trash aria-hidden />
      </button>
    </>
  );
}
