import { useEffect, useRef, useState, type CSSProperties } from "react";
import { ApiProblem } from "../api/client";
import type { Unit } from "../api/types";
import type { About } from "../legend/useLegend";
import { dimensionWidth } from "../drawing/DimensionLine";
import { readLength } from "../fields/LengthField";

/** A dimension's figure on the drawing: a click lets it be typed over. */
export function DimensionField(props: {
  label: string;
  /** What the legend says of it. */
  about: About;
  text: string;
  at: readonly [number, number];
  unit: Unit;
  onLength: (typed: string) => void;
}) {
  const [typing, setTyping] = useState(false);
  const figure = useRef<HTMLButtonElement>(null);
  const returns = useRef(false);
  useEffect(() => {
    // Enter and Escape bring the focus back to the figure; a click elsewhere keeps it there.
    if (!typing && returns.current) figure.current?.focus();
    returns.current = false;
  }, [typing]);
  const width = Math.max(typing ? TYPED_WIDTH : 0, dimensionWidth(props.text));
  const style = { left: props.at[0] - width / 2, top: props.at[1] - 14, width };
  if (typing)
    return (
      <TypedOver
        {...props}
        purpose="side"
        style={style}
        onClose={(byKey) => {
          returns.current = byKey;
          setTyping(false);
        }}
      />
    );
  return (
    <button
      ref={figure}
      type="button"
      className="dimension figure"
      data-legend={props.about}
      style={style}
      aria-label={`${props.label} ${props.text}, change it`}
      onClick={() => setTyping(true)}
    >
      {props.text}
    </button>
  );
}

export const TYPED_WIDTH = 96;

/** A length typed on the drawing: it counts with Enter, or when the field is left; Escape leaves it as it is. */
export function TypedOver(props: {
  label: string;
  /** The length as it is. */
  text: string;
  unit: Unit;
  purpose: "side" | "edge";
  style: CSSProperties;
  onLength: (typed: string) => void;
  /** `byKey` says that a key closed it: the focus goes back where it came from. */
  onClose: (byKey: boolean) => void;
}) {
  const [draft, setDraft] = useState(props.text);
  const [said, setSaid] = useState("");
  const field = useRef<HTMLInputElement>(null);
  const closed = useRef(false);
  useEffect(() => {
    field.current?.focus();
    field.current?.select();
  }, []);
  const close = (byKey: boolean) => {
    // Taking the field away makes it lose the focus, which must not take the length once more.
    closed.current = true;
    props.onClose(byKey);
  };
  const take = async (byKey: boolean) => {
    if (draft === props.text) return close(byKey);
    try {
      props.onLength((await readLength(draft, props.unit, props.purpose)).typed);
      close(byKey);
    } catch (error) {
      setSaid((error as ApiProblem).message);
    }
  };
  return (
    <div className="absolute z-10" style={props.style}>
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
          // What is under it has the focus before the key is through with; it must not press it again.
          event.preventDefault();
          if (event.key === "Enter") void take(true);
          else close(true);
        }}
        onBlur={() => {
          if (closed.current) return;
          if (said) close(false);
          else void take(false);
        }}
      />
      {said && (
        <p role="alert" className="panel absolute left-0 mt-1 w-56 px-2 py-1 text-[13px]">
          {said}. The print keeps {props.text}.
        </p>
      )}
    </div>
  );
}
