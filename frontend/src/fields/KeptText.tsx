import { useState } from "react";

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
  onPut: (text: string) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
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
        onChange={(event) => setDraft(event.target.value)}
        onBlur={done}
        onKeyDown={(event) => {
          if (event.key === "Enter") done();
          if (event.key === "Escape") setDraft(null);
        }}
      />
    </label>
  );
}
