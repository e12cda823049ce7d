import { useState } from "react";

interface TableCellProps {
  label: string;
  value: string;
  /** The version of the table that a change was refused at; undefined where the last one was taken. */
  refusedAt: number | undefined;
  wrong?: (text: string) => string;
  onMeant: (text: string) => void;
}

/**
 * A cell that is typed in: Enter or leaving means it, Escape gives it back. What is being typed is its own, whatever of
 * the table is saved meanwhile; what was meant and refused stays to be mended.
 */
export function TableCell({ label, value, refusedAt, wrong, onMeant }: TableCellProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const [last, setLast] = useState<string | null>(null);
  const [heard, setHeard] = useState(refusedAt);
  if (heard !== refusedAt) {
    // Whatever is taken after a refusal ends it for every cell.
    setHeard(refusedAt);
    if (refusedAt === undefined) setLast(null);
  }
  const refused = refusedAt !== undefined && last !== null && last !== value ? last : null;
  const text = typed ?? refused ?? value;
  const said = text === value ? "" : (wrong?.(text) ?? (text.trim() ? "" : "Something is needed here."));
  const meant = () => {
    if (typed === null || said) return;
    setTyped(null);
    if (typed.trim() === value) return;
    setLast(typed.trim());
    onMeant(typed.trim());
  };
  return (
    <>
      <input
        className="cell"
        aria-label={label}
        aria-invalid={said ? true : undefined}
        dir="auto"
        value={text}
        maxLength={80}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={meant}
        onKeyDown={(event) => {
          if (event.key === "Enter") event.currentTarget.blur();
          if (event.key === "Escape") {
            setTyped(null);
            setLast(null);
          }
        }}
      />
      {said && (
        <span role="alert" className="cell-wrong">
          {said}
        </span>
      )}
    </>
  );
}
