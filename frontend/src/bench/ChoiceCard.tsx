import type { Choice } from "../api/types";
import { scaleFor, SheetInSmall } from "../drawing/SheetInSmall";
import { typeset } from "../shell/typeset";
import { usePlanStore } from "./planStore";
import type { Fix } from "../designs/fix";

const ROOM = [66, 44] as const;
const SLIM = [48, 34] as const;

/** One way out with a small true drawing of where it leads; one click takes it. */
export function ChoiceCard({ choice, proof, slim }: { choice: Choice; proof?: string; slim?: boolean }) {
  const room = slim ? SLIM : ROOM;
  const change = usePlanStore((store) => store.change);
  const { drawing } = choice;
  return (
    <button
      type="button"
      className="choice moves"
      data-legend={`choice:${choice.id}`}
      data-slim={slim || undefined}
      aria-pressed={choice.taken}
      onClick={() => change(choice.fix as Fix)}
    >
      {proof && (
        <SheetInSmall
          drawing={drawing}
          proof={proof}
          room={room}
          scale={scaleFor([drawing], room)}
          loss={!slim}
        />
      )}
      <span className="min-w-0">
        <b className="block font-semibold">{typeset(choice.title)}</b>
        <span className="soft block">{typeset(choice.text)}</span>
      </span>
    </button>
  );
}

export function Choices({
  choices,
  proof,
  label,
  slim,
}: {
  choices: Choice[];
  proof?: string;
  label?: string;
  slim?: boolean;
}) {
  return (
    <div className="space-y-1.5" role="group" aria-label={label}>
      {choices.map((choice) => (
        <ChoiceCard
          key={choice.id}
          choice={choice}
          {...(proof ? { proof } : {})}
          {...(slim ? { slim } : {})}
        />
      ))}
    </div>
  );
}
