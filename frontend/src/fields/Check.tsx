/** Something that is on or off. */
export function Check(props: { label: string; checked: boolean; onChange: (checked: boolean) => void }) {
  return (
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
}
