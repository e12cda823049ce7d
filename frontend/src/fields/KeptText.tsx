import { useId, useState } from "react";

/** Words that count when the field is left, or with Enter; Escape gives back those of before. */
export function KeptText(props: {
  label: string;
  /** What it is called where no label stands over it. */
  ariaLabel?: string;
  value: string;
  most: number;
  /** Whether it may not be empty: then what stood there comes back. */
  needed?: boolean;
  className?: string;
  /** What is proposed while it is typed. */
  list?: readonly string[];
  onPut: (text: string) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const id = useId();
  const done = () => {
    const text = draft?.trim();
    if (text !== undefined && text !== props.value && (text || !props.needed)) props.onPut(text);
    setDraft(null);
  };
  return (
    <label className={`block min-w-0 ${props.className ?? ""}`}>
      {props.label}
      <input
        className="field mt-0.5"
        aria-label={props.ariaLabel}
        value={draft ?? props.value}
        maxLength={props.most}
        dir="auto"
        list={props.list?.length ? id : undefined}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={done}
        onKeyDown={(event) => {
          if (event.key === "Enter") done();
          if (event.key === "Escape") setDraft(null);
        }}
      />
      {props.list?.length ? (
        <datalist id={id}>
          {props.list.map((one) => (
            <option key={one} value={one} />
          ))}
        </datalist>
      ) : null}
    </label>
  );
}
