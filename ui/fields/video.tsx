import { defineControl } from "./define";
import { OfferSettings } from "./OfferSettings";
import { Slot } from "./Slot";

export const control = defineControl<"video">({
  grouped: true,
  Control: (props) => <Slot {...props} all={props.house.videos} />,
  Settings: ({ field, house, change }) => (
    <OfferSettings field={field} offered={house.videos} change={change} mayBeEmpty />
  ),
});
