import { useEffect, useRef, useState } from "react";
import { ApiProblem } from "../api/client";
import type { Unit } from "../api/types";
import { dimensionWidth } from "../drawing/DimensionLine";
import { readLength } from "../fields/LengthField";

/** A dimension's figure on the drawing: a click lets it be typed over. */
export function DimensionField(props: {
  label: string;
  text: string;
  at: readonly [number, number];
  unit: Unit;
  onLength: (typed: string) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const [said, setSaid] = useState("");
  const field = useRef<HTMLInputElement>(null);
  const typing = draft !== null;
  useEffect(() => {
    if (!typing) return;
    field.current?.focus();
    field.current?.select();
  }, [typing]);

  const figure = useRef<HTMLButtonElement>(null);
  const returns = useRef(false);
  useEffect(() => {
    // Enter and Escape bring the focus back to the figure; a click elsewhere keeps it there.
    if (!typing && returns.current) figure.current?.focus();
    returns.current = false;
  }, [typing]);

  const close = () => {
    setDraft(null);
    setSaid("");
  };
  const take = async () => {
    if (draft === null || draft === props.text) return close();
    try {
      props.onLength((await readLength(draft, props.unit, "side")).typed);
      close();
    } catch (error) {
      setSaid((error as ApiProblem).message);
    }
  };
  const width = Math.max(typing ? 96 : 0, dimensionWidth(props.text));
  const style = { left: props.at[0] - width / 2, top: props.at[1] - 14, width };
  if (!typing)
    return (
      <button
        ref={figure}
        type="button"
        className="dimension figure"
        style={style}
        aria-label={`${props.label} ${props.text}, change it`}
        onClick={() => setDraft(props.text)}
      >
        {props.text}
      </button>
    );
  return (
    <div className="absolute z-10" style={style}>
      <input
        ref={field}
        className="field figure !px-1 text-center text-[15.5px]"
        aria-label={props.label}
        value={draft}
        aria-invalid={said ? true : undefined}
        autoComplete="off"
        spellCheck={false}
        onChange={(event) => setDraft(event.target.value)}
        onKeyDown={(event) => {
          if (event.key !== "Enter" && event.key !== "Escape") return;
          // The figure has the focus before the key is through with; it must not press it again.
          event.preventDefault();
          returns.current = true;
          if (event.key === "Enter") void take();
          if (event.key === "Escape") close();
        }}
        onBlur={() => (said ? close() : void take())}
      />
      {said && (
        <p role="alert" className="panel absolute left-0 mt-1 w-56 px-2 py-1 text-[13px]">
          {said}. The print keeps {props.text}.
        </p>
      )}
    </div>
  );
}
