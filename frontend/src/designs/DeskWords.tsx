import { Link } from "react-router";
import { isAway } from "../api/away";
import type { ApiProblem } from "../api/client";
import { Problem } from "../shell/Problem";
import type { InHand } from "./inHand";

/** What the whole document has against it. It lies over the foot of the drawing: nothing moves for it. */
export function DeskWords(props: {
  of: InHand;
  /** What the document is called. */
  word: string;
  job: number | undefined;
  problem: ApiProblem | null;
}) {
  const { problem } = props;
  const words = <StoreWords {...props} />;
  return (
    <div className="bench-words">
      {words}
      {problem && !isAway(problem) && (
        <div className="bench-words-late">
          <Problem
            message={`${sentence(problem.message)} The drawing shows the last ${props.word} that could be worked out.`}
          />
        </div>
      )}
    </div>
  );
}

/** A full sentence: a capital at its beginning, one full stop at its end. */
export function sentence(text: string): string {
  const full = text.charAt(0).toUpperCase() + text.slice(1);
  return /[.!?…]$/.test(full) ? full : `${full}.`;
}

/** What keeps a document from being saved, and the way on. */
function StoreWords(props: { of: InHand; word: string; job: number | undefined }) {
  const { saving, words, takeTheirs, keepMine, again } = props.of;
  if (saving === "stale")
    return (
      <Problem message={words}>
        <button type="button" className="min-h-6 font-semibold underline" onClick={() => void takeTheirs()}>
          Take the other change
        </button>{" "}
        or{" "}
        <button type="button" className="min-h-6 font-semibold underline" onClick={() => void keepMine()}>
          save mine on top
        </button>
        .
      </Problem>
    );
  if (saving === "waiting")
    return (
      <Problem message={`${sentence(words)} It is tried again by itself.`}>
        <button type="button" className="min-h-6 font-semibold underline" onClick={again}>
          Try now
        </button>
      </Problem>
    );
  if (saving === "gone")
    return (
      <Problem message={words}>
        <Link className="min-h-6 font-semibold underline" to={`/jobs/${props.job}`}>
          To the job
        </Link>
      </Problem>
    );
  if (saving === "refused")
    return (
      <Problem message={`Not saved: ${sentence(words)}`}>
        <button type="button" className="min-h-6 font-semibold underline" onClick={() => void takeTheirs()}>
          Back to the last saved {props.word}
        </button>
      </Problem>
    );
  return null;
}
