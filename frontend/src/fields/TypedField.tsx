import { What } from "../legend/What";
import type { About } from "../legend/useLegend";
import { useId, type KeyboardEvent, type ReactNode } from "react";
import { FieldNote } from "./FieldNote";
import { reachedByTab } from "./reachedByTab";
import { useTyped, type Typing } from "./useTyped";

/** How a field looks, and where it is told what is wrong with the whole plan. */
export interface Looks {
  label: ReactNode;
  /** Label and field in one line. */
  narrow?: boolean;
  /** What the whole plan objects to marks the field; it is told once, above the worksheet. */
  problem?: string | undefined;
  /** Stands below the field, in the place where the note comes. */
  hint?: ReactNode;
  /** What the legend says of it. */
  about?: About;
  ariaLabel?: string;
  inputClass?: string;
  numeric?: { min: number; max: number; now: number | null; step: (by: number) => void } | undefined;
  placeholder?: string;
}

/** A field with the manners of `useTyped`. */
export function TypedField<Value>(props: Typing<Value> & Looks) {
  const id = useId();
  const field = useTyped<Value>(props);
  const { note } = field;
  const wrong = note?.kind === "wrong" || (field.typing && props.problem !== undefined);
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    // A lone digit may be a key of the page (`useKeys`); with anything after it, it was typed.
    const walked = event.currentTarget.dataset["walked"];
    if (walked !== undefined && !(walked === "" && /^\d$/.test(event.key)))
      delete event.currentTarget.dataset["walked"];
    else if (walked === "") event.currentTarget.dataset["walked"] = event.key;
    if (event.key === "Enter") field.done();
    if (event.key === "Escape" && (field.typing || note)) {
      // Escape gives the field back, and closes nothing around it.
      event.preventDefault();
      event.stopPropagation();
      field.back();
    }
    if (props.numeric && (event.key === "ArrowUp" || event.key === "ArrowDown")) {
      event.preventDefault();
      field.back();
      props.numeric.step(event.key === "ArrowUp" ? 1 : -1);
    }
  };
  const spin = props.numeric && {
    role: "spinbutton", inputMode: "decimal" as const, "aria-valuemin": props.numeric.min, "aria-valuemax": props.numeric.max,
    "aria-valuenow": props.numeric.now ?? undefined,
  }; // oxfmt-ignore
  return (
    <div
      className={`relative ${props.narrow ? "flex items-center justify-between gap-3" : "w-full min-w-0"}`}
      data-about={props.about ? true : undefined}
    >
      <label htmlFor={id} className={props.narrow ? "min-w-0" : "mb-0.5 block"}>
        {props.label}
      </label>
      <input
        id={id}
        className={`field figure text-[16px] ${props.inputClass ?? (props.narrow ? "!w-28" : "")}`}
        value={field.text}
        aria-label={props.ariaLabel}
        aria-invalid={wrong ? true : undefined}
        aria-describedby={`${id}-note`}
        autoComplete="off"
        spellCheck={false}
        placeholder={props.placeholder}
        {...spin}
        onFocus={(event) => {
          if (reachedByTab()) event.target.dataset["walked"] = "";
          event.target.select();
        }}
        onPointerDown={(event) => delete event.currentTarget.dataset["walked"]}
        onChange={(event) => field.type(event.target.value, !!event.target.dataset["walked"])}
        onKeyDown={onKeyDown}
        onBlur={(event) => {
          delete event.target.dataset["walked"];
          field.done();
        }}
      />
      {/* Beside the label; Tab comes to the field first. */}
      {props.about && <What about={props.about} />}
      {props.hint === undefined ? (
        <FieldNote id={`${id}-note`} note={note} onTake={field.take} over />
      ) : (
        <div className="field-note-place">
          {!note && <div className="field-note soft">{props.hint}</div>}
          <FieldNote id={`${id}-note`} note={note} onTake={field.take} />
        </div>
      )}
    </div>
  );
}
