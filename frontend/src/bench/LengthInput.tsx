import { useId, useRef, useState } from "react";
import { ApiProblem, client, must } from "../api/client";
import type { ReadLength, ReadSize, Unit } from "../api/types";
import { LatestWins } from "./latestWins";

interface Question<Answer> {
  text: string;
  unit: Unit;
  read: (text: string, unit: Unit) => Promise<Answer>;
  heard: (answer: Answer, going: boolean) => void;
}

/**
 * A length or size, typed as people say it. Each keystroke is read by the server; what it
 * understands goes to `onRead`, what it does not is said below, and the plan keeps what it had.
 */
export function TypedInput<Answer>(props: {
  label: string;
  value: string;
  unit: Unit;
  read: (text: string, unit: Unit) => Promise<Answer>;
  onRead: (answer: Answer, going: boolean) => void;
  onDone: () => void;
  narrow?: boolean;
  problem?: string | undefined;
  /** What keeps its value while something is typed that is not understood. */
  keeps?: string;
}) {
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const [said, setSaid] = useState("");
  // Enter may come before the answer to the last keystroke; that answer then settles the matter.
  const done = useRef(true);
  const finish = () => {
    done.current = true;
    props.onDone();
  };
  const line = useRef<LatestWins<Question<Answer>, Answer> | null>(null);
  const ask = (text: string) => {
    line.current ??= new LatestWins<Question<Answer>, Answer>(
      (question) => question.read(question.text, question.unit),
      (answer, question) => {
        setSaid("");
        question.heard(answer, !done.current);
      },
      (error) => setSaid((error as ApiProblem).message),
    );
    line.current.put({ text, unit: props.unit, read: props.read, heard: props.onRead });
  };
  // What the whole plan objects to is told once, above the worksheet; here it only marks the field.
  const wrong = said !== "" || (draft !== null && props.problem !== undefined);
  return (
    <div className={props.narrow ? "grid w-full grid-cols-[1fr_7rem] items-center gap-x-3" : "w-full"}>
      <label htmlFor={id} className={props.narrow ? "" : "mb-0.5 block"}>
        {props.label}
      </label>
      <input
        id={id}
        className="field figure text-[16px]"
        value={draft ?? props.value}
        aria-invalid={wrong ? true : undefined}
        aria-describedby={said ? `${id}-said` : undefined}
        autoComplete="off"
        spellCheck={false}
        onFocus={(event) => event.target.select()}
        onChange={(event) => {
          done.current = false;
          setDraft(event.target.value);
          ask(event.target.value);
        }}
        onKeyDown={(event) => {
          if (event.key === "Enter") {
            finish();
            if (!wrong) setDraft(null);
          }
          if (event.key === "Escape") {
            setDraft(null);
            setSaid("");
          }
        }}
        onBlur={() => {
          finish();
          if (!said) setDraft(null);
        }}
      />
      {said && (
        <p id={`${id}-said`} role="alert" className="col-span-2 mt-1 text-[13px]" style={{ color: "var(--look)" }}>
          {said}. The {props.keeps ?? "print"} keeps {props.value}.
        </p>
      )}
    </div>
  );
}

export const readLength = (text: string, unit: Unit) =>
  must<ReadLength>(client.POST("/api/lengths/read", { body: { text, unit } }));

export const readSize = (text: string, unit: Unit) =>
  must<ReadSize>(client.POST("/api/sizes/read", { body: { text, unit } }));

/** A single length; `onLength` gets it with its unit, as typed. */
export function LengthInput(props: {
  label: string;
  value: string;
  unit: Unit;
  onLength: (typed: string, going: boolean) => void;
  onDone: () => void;
  narrow?: boolean;
  problem?: string | undefined;
}) {
  const { onLength, ...rest } = props;
  return <TypedInput {...rest} read={readLength} onRead={(answer, going) => onLength(answer.typed, going)} />;
}
