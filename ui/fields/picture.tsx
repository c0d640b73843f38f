import { defineControl } from "./define";
import { OfferSettings } from "./OfferSettings";
import { Slot } from "./Slot";

export const control = defineControl<"picture">({
  grouped: true,
  Control: (props) => <Slot {...props} all={props.house.pictures} />,
  Settings: ({ field, house, change }) => (
    <OfferSettings field={field} offered={house.pictures} change={change} mayBeEmpty />
  ),
});
