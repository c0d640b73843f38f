import { MarkPicture } from "@/ui/parts/MarkPicture";
import { NumberInput } from "@/ui/parts/NumberInput";
import { AccountTurns } from "./AccountTurns";
import { Choices } from "./Choices";
import { defineControl } from "./define";
import { OfferSettings } from "./OfferSettings";
import { OwnAccount } from "./OwnAccount";

export const control = defineControl<"account">({
  grouped: true,
  Control: (props) => {
    const { id, field, value, house, onChange } = props;
    const offered = field.choices.map((choice) => {
      const account = house.accounts.find((entry) => entry.id === choice);
      const mark = house.marks.find((entry) => entry.id === account?.mark);
      const label = account ? `${account.network} ${account.handle}` : choice;
      return { id: choice, label, picture: mark && <MarkPicture mark={mark} house={house} /> };
    });
    const chosen = typeof value === "string" ? value : undefined;
    const several = typeof value === "object" && value.kind === "accounts";
    return (
      <>
        {!several && <Choices id={id} kind="account" offered={offered} chosen={chosen} onChoose={onChange} />}
        {field.turns > 1 && <AccountTurns {...props} field={field} />}
        {field.own && !several && <OwnAccount {...props} field={field} />}
      </>
    );
  },
  Settings: ({ field, house, change }) => {
    const offered = house.accounts.map(({ id, network, handle }) => ({ id, name: `${network} ${handle}` }));
    return (
      <>
        <OfferSettings field={field} offered={offered} change={change} />
        <label className="setting">
          Most accounts in one graphic
          <NumberInput whole min={1} max={8} value={field.turns} onChange={(turns) => change({ turns })} />
        </label>
      </>
    );
  },
});
