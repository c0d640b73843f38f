import { wholeMarks } from "@/core/edit/mark-pieces";
import { MarkPicture } from "@/ui/parts/MarkPicture";
import { Choices } from "./Choices";
import { defineControl } from "./define";
import { OfferSettings } from "./OfferSettings";

export const control = defineControl<"mark">({
  grouped: true,
  Control: ({ id, field, value, house, onChange }) => {
    const offered = field.choices.map((choice) => {
      const mark = house.marks.find((entry) => entry.id === choice);
      return { id: choice, label: mark?.name ?? choice, picture: mark && <MarkPicture mark={mark} house={house} /> };
    });
    return <Choices id={id} kind="mark" offered={offered} chosen={String(value)} onChoose={onChange} />;
  },
  Settings: ({ field, house, change }) => (
    <OfferSettings field={field} offered={wholeMarks(house, ...field.choices)} change={change} />
  ),
});
