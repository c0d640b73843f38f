import { NumberInput } from "@/ui/parts/NumberInput";

/** A number with its unit. */
export function Figure(props: {
  label: string;
  help?: string;
  value: number;
  min: number;
  max: number;
  step: number;
  unit: string;
  onChange: (value: number) => void;
}) {
  const { label, help, unit, ...rest } = props;
  return (
    <span className="align-items-center d-inline-flex gap-4" data-help={help}>
      <NumberInput {...rest} className="order__figure" aria-label={label} />
      {unit}
    </span>
  );
}
