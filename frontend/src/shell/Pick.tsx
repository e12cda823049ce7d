interface Option<T extends string> {
  value: T;
  label: string;
}

/** A row of alternatives of which one is taken. */
export function Pick<T extends string>(props: {
  label: string;
  /** What the legend says of it. */
  about?: string;
  options: readonly Option<T>[];
  value: T | null;
  onPick: (value: T) => void;
}) {
  return (
    <div className="pick" role="group" aria-label={props.label} data-legend={props.about}>
      {props.options.map(({ value, label }) => (
        <button
          key={value}
          type="button"
          aria-pressed={value === props.value}
          onClick={() => props.onPick(value)}
        >
          {label}
        </button>
      ))}
    </div>
  );
}
