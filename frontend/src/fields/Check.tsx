import { What } from "../legend/What";
import type { About } from "../legend/useLegend";
/** Something that is on or off. */
export function Check(props: {
  label: string;
  /** What the legend says of it. */
  about?: About;
  checked: boolean;
  onChange: (checked: boolean) => void;
}) {
  const field = (
    <label className="flex min-h-6 items-center gap-2">
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        checked={props.checked}
        onChange={(event) => props.onChange(event.target.checked)}
      />
      {props.label}
    </label>
  );
  if (!props.about) return field;
  return (
    <div className="flex items-center">
      {field}
      <What about={props.about} />
    </div>
  );
}
