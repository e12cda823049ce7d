import { PartTitle } from "../../legend/PartTitle";
import type { ApiProblem } from "../../api/client";
import type { Choice } from "../../api/types";
import { Choices } from "../ChoiceCard";
import { leaveEdge } from "../edgesLeft";
import { BleedFields } from "./edge/BleedFields";
import { BorderFields } from "./edge/BorderFields";
import { EdgeCards } from "./edge/EdgeCards";
import { MarksFields } from "./edge/MarksFields";
import { MatFields } from "./edge/MatFields";
import { WrapFields } from "./edge/WrapFields";
import { smallProof, type StepPanelProps } from "./types";

/** What happens at the edge: none, border, mat, bleed or wrap, each as this print would have it. */
export function EdgePanel(props: StepPanelProps & { problem: ApiProblem | null }) {
  const { plan, worksheet, print, unit, problem } = props;
  const { edge } = plan;
  const proof = smallProof(print);
  const of = (kind: Choice["kind"]) => worksheet.choices.filter((choice) => choice.kind === kind);
  const given = { unit, problem };
  if (plan.target.width.trim().endsWith("px"))
    return <p className="soft">A print measured in pixels has no edge: give it a size in lengths first.</p>;
  return (
    <div className="space-y-3">
      <div className="edge-place">
        <PartTitle about="choice:edge">Kind of edge</PartTitle>
        <EdgeCards
          label="Kind of edge"
          choices={of("edge")}
          proof={proof}
          onTake={() => leaveEdge(print.id, edge)}
        />
      </div>
      {edge.kind === "border" && <BorderFields edge={edge} worksheet={worksheet} {...given} />}
      {edge.kind === "mat" && (
        <MatFields
          edge={edge}
          mats={of("mat")}
          frames={of("frame")}
          proof={proof}
          print={print.id}
          {...given}
        />
      )}
      {edge.kind === "bleed" && <BleedFields edge={edge} fills={of("fill")} proof={proof} {...given} />}
      {edge.kind === "wrap" && (
        <WrapFields
          edge={edge}
          fills={of("fill")}
          advice={worksheet.advice ?? null}
          drawing={worksheet.drawing}
          proof={proof}
          print={print}
          {...given}
        />
      )}
      <MarksFields plan={plan} worksheet={worksheet} {...given} />
      <Choices label="Ways to fit" choices={of("way")} proof={proof} />
    </div>
  );
}
