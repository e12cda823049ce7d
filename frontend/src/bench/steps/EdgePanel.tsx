import type { ComponentType } from "react";
import { PartTitle } from "../../legend/PartTitle";
import type { ApiProblem } from "../../api/client";
import type { Choice, Plan, Worksheet } from "../../api/types";
import { Choices } from "../ChoiceCard";
import { leaveEdge } from "../edgesLeft";
import { BleedFields } from "./edge/BleedFields";
import { BorderFields } from "./edge/BorderFields";
import { EdgeCards } from "./edge/EdgeCards";
import { MarksFields } from "./edge/MarksFields";
import { MatFields } from "./edge/MatFields";
import type { EdgeProps } from "./edge/parts";
import { WrapFields } from "./edge/WrapFields";
import { smallProof, type StepPanelProps } from "./types";

type Edge = Plan["edge"];
interface FieldsProps<Kind extends Edge["kind"] = Edge["kind"]> extends EdgeProps {
  edge: Extract<Edge, { kind: Kind }>;
  worksheet: Worksheet;
  print: StepPanelProps["print"];
  proof: string;
  of: (kind: Choice["kind"]) => Choice[];
}

/** The fields of each kind of edge; a kind without an entry is an error of the types. */
const FIELDS: { [Kind in Edge["kind"]]: ComponentType<FieldsProps<Kind>> | null } = {
  none: null,
  border: BorderFields,
  mat: ({ of, print, ...props }) => (
    <MatFields {...props} mats={of("mat")} frames={of("frame")} print={print.id} />
  ),
  bleed: ({ of, ...props }) => <BleedFields {...props} fills={of("fill")} />,
  wrap: ({ of, worksheet, ...props }) => (
    <WrapFields {...props} fills={of("fill")} advice={worksheet.advice ?? null} drawing={worksheet.drawing} />
  ),
};

/** What happens at the edge: none, border, mat, bleed or wrap, each as this print would have it. */
export function EdgePanel(props: StepPanelProps & { problem: ApiProblem | null }) {
  const { plan, worksheet, print, unit, problem } = props;
  const { edge } = plan;
  const proof = smallProof(print);
  const of = (kind: Choice["kind"]) => worksheet.choices.filter((choice) => choice.kind === kind);
  const given = { unit, problem };
  const Fields = FIELDS[edge.kind] as ComponentType<FieldsProps> | null;
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
      {Fields && <Fields {...{ edge, worksheet, print, proof, of }} {...given} />}
      <MarksFields plan={plan} worksheet={worksheet} {...given} />
      <Choices label="Ways to fit" choices={of("way")} proof={proof} />
    </div>
  );
}
