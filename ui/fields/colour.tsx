import { Choices } from "./Choices";
import { defineControl } from "./define";
import { OfferSettings } from "./OfferSettings";

export const control = defineControl<"colour">({
  grouped: true,
  Control: ({ id, field, value, house, onChange }) => {
    const offered = field.choices.map((choice) => {
      const colour = house.colours.find(({ role }) => role === choice);
      const picture = <i className="swatch" style={{ background: colour?.hex }} aria-hidden />;
      return { id: choice, label: colour?.name ?? choice, picture };
    });
    return <Choices id={id} kind="colour" offered={offered} chosen={String(value)} onChoose={onChange} />;
  },
  Settings: ({ field, house, change }) => (
    <OfferSettings
      field={field}
      offered={house.colours.map(({ role, name }) => ({ id: role, name }))}
      change={change}
    />
  ),
});
