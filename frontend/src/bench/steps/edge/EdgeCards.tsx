import type { Choice } from "../../../api/types";
import { scaleFor, SheetInSmall } from "../../../drawing/SheetInSmall";
import { typeset } from "../../../shell/typeset";
import type { Fix } from "../../../designs/fix";
import { usePlanStore } from "../../planStore";

const ROOM = [54, 40] as const;

/** Cards in a row, each with this print as it would be; a click takes one. */
export function EdgeCards(props: {
  label: string;
  choices: Choice[];
  proof: string;
  told?: boolean;
  onTake?: (choice: Choice) => void;
}) {
  const change = usePlanStore((store) => store.change);
  const taken = props.choices.find((choice) => choice.taken);
  return (
    <div role="group" aria-label={props.label}>
      <div className="edge-cards">
        {props.choices.map((choice) => (
          <button
            key={choice.id}
            type="button"
            className="edge-card moves"
            aria-pressed={choice.taken}
            title={typeset(choice.text)}
            onClick={() => {
              if (choice.taken) return;
              props.onTake?.(choice);
              change(choice.fix as Fix);
            }}
          >
            <SheetInSmall
              drawing={choice.drawing}
              proof={props.proof}
              room={ROOM}
              scale={scaleFor([{ ...choice.drawing, pieces: [] }], ROOM)}
              loss={false}
            />
            <span>{choice.title}</span>
          </button>
        ))}
      </div>
      {props.told && taken && <p className="soft mt-1">{typeset(`${taken.title}: ${taken.text}`)}</p>}
    </div>
  );
}
