import type { About } from "../legend/useLegend";
import { NumberField } from "./NumberField";
import { useKept } from "./useKept";

/** A number that is kept when the field is left. */
export function KeptNumber(props: {
  label: React.ReactNode;
  about?: About;
  ariaLabel?: string;
  min: number;
  max: number;
  step: number;
  unit?: string;
  empty?: string;
  value: number | null;
  onPut: (value: number | null) => void;
}) {
  const { onPut, ...rest } = props;
  return (
    <NumberField
      {...rest}
      {...(props.empty === undefined ? {} : { placeholder: props.empty })}
      {...useKept(props.value, onPut)}
    />
  );
}
