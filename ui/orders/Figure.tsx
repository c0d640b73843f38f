import { NumberInput } from "@/ui/parts/NumberInput";

/** A number with its unit. */
export function Figure(props: {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  unit: string;
  onChange: (value: number) => void;
}) {
  const { label, unit, ...rest } = props;
  return (
    <span className="align-items-center d-inline-flex gap-4">
      <NumberInput {...rest} className="order__figure" aria-label={label} />
      {unit}
    </span>
  );
}
