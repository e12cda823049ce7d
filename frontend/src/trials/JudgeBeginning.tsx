import { useMutation } from "@tanstack/react-query";
import { useState, type ReactNode } from "react";
import { client, must } from "../api/client";
import type { JudgingState } from "../api/types";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { EyesOnScreen, Where } from "./OnScreen";

const SIDES = [
  ["left", "←"],
  ["up", "↑"],
  ["down", "↓"],
  ["right", "→"],
] as const;

/** Before the first pair: which copy, what the eyes see, how long the print has dried. */
export function JudgeBeginning(props: {
  code: string;
  state: JudgingState;
  onState: (state: JudgingState) => void;
  onBegun: (state: JudgingState) => void;
}) {
  const { state } = props;
  // "Which is finer?" asks which of both is finer.
  const which = state.asks.replace(/^Which |\?$/g, "");
  const [copy, setCopy] = useState(state.of_copy);
  const [sides, setSides] = useState<string[]>([]);
  const [dried, setDried] = useState("");
  const [light, setLight] = useState("");
  const [wears, setWears] = useState("");
  const begin = useMutation({
    mutationFn: () =>
      must(
        client.POST("/api/judging/{code}/begin", {
          params: { path: { code: props.code } },
          body: { of_copy: copy, sides, dried: hours(dried), light, wears },
        }),
      ),
    onSuccess: props.onBegun,
  });
  const wrong = dried.trim() && hours(dried) === null;
  return (
    <form
      className="space-y-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (!wrong) begin.mutate();
      }}
    >
      <header className="space-y-1">
        <h1 className="text-2xl font-semibold">{state.asks}</h1>
        <p>
          {typeset(
            state.screen
              ? `You will see two patches at a time, of trial ${state.number}; say which of both ${which}, or that you see no difference. Both answers are as good.`
              : `On the wall hangs a strip of patches with letters, number ${state.number}. Stand ${state.distance} away. You will be asked about two letters at a time; say which of both ${which}, or that you see no difference. Both answers are as good.`,
          )}
        </p>
      </header>
      <Where
        code={props.code}
        state={state}
        onState={(now) => {
          // The boxes of another row are open at other sides.
          setSides([]);
          props.onState(now);
        }}
      />
      {!state.screen && <Copy state={state} copy={copy} onCopy={setCopy} />}
      {state.boxes > 0 && (state.screen?.ready ?? true) && (
        <Eyes boxes={state.boxes} sides={sides} onSides={setSides} onScreen={state.screen !== null}>
          {state.screen && <EyesOnScreen code={props.code} dots={state.screen.dots} />}
        </Eyes>
      )}
      {!state.screen && (
        <label className="block">
          Printed how many hours ago?{" "}
          <span className="soft">fresh ink changes; empty where nobody knows</span>
          <input
            className="field mt-0.5 min-h-11"
            inputMode="decimal"
            value={dried}
            onChange={(event) => setDried(event.target.value)}
          />
          {wrong && <span>“{dried}” is not a number of hours.</span>}
        </label>
      )}
      <label className="block">
        The light <span className="soft">in your own words</span>
        <input
          className="field mt-0.5 min-h-11"
          value={light}
          maxLength={120}
          onChange={(event) => setLight(event.target.value)}
        />
      </label>
      <label className="block">
        Glasses or lenses
        <input
          className="field mt-0.5 min-h-11"
          value={wears}
          maxLength={120}
          onChange={(event) => setWears(event.target.value)}
        />
      </label>
      <button
        type="submit"
        className="strong-button min-h-14 w-full text-lg"
        disabled={begin.isPending || state.screen?.ready === false}
      >
        {state.answered ? "Go on" : "Begin"}
      </button>
      {begin.error && <Problem message={begin.error.message} />}
    </form>
  );
}

function Copy(props: { state: JudgingState; copy: number; onCopy: (copy: number) => void }) {
  return (
    <label className="flex items-center justify-between gap-3">
      Which copy hangs there?
      <select
        className="field !w-24 min-h-11"
        value={props.copy}
        onChange={(event) => props.onCopy(Number(event.target.value))}
      >
        {Array.from({ length: props.state.copies }, (_, at) => (
          <option key={at} value={at + 1}>
            {at + 1}
          </option>
        ))}
      </select>
    </label>
  );
}

/** Hours as typed; null where it is no number. */
const hours = (text: string): number | null => {
  const value = Number(text.trim().replace(",", "."));
  return text.trim() && Number.isFinite(value) && value >= 0 ? value : null;
};

/** The row of small boxes below the patches, the largest first: which side of each is open? */
function Eyes(props: {
  boxes: number;
  sides: string[];
  onSides: (sides: string[]) => void;
  onScreen: boolean;
  children: ReactNode;
}) {
  const { boxes, sides, onSides } = props;
  const over = sides.length >= boxes || sides.includes("");
  return (
    <fieldset className="space-y-2">
      <legend className="mb-1">
        {props.onScreen ? "Here" : "Below the patches"} stands a row of small boxes, each open on one side.{" "}
        {over ? (
          <b>{sides.includes("") ? "Good: as far as you saw it." : "You saw all of them."}</b>
        ) : (
          <b>Number {sides.length + 1} from the left: which side is open?</b>
        )}
      </legend>
      {props.children}
      {over ? (
        <button type="button" className="min-h-11 underline" onClick={() => onSides([])}>
          Look again
        </button>
      ) : (
        <div className="flex flex-wrap gap-2">
          {SIDES.map(([side, sign]) => (
            <button
              key={side}
              type="button"
              className="judge-side text-xl"
              aria-label={`Open at the ${side}`}
              onClick={() => onSides([...sides, side])}
            >
              {sign}
            </button>
          ))}
          <button type="button" className="judge-side px-3" onClick={() => onSides([...sides, ""])}>
            I cannot tell
          </button>
        </div>
      )}
    </fieldset>
  );
}
