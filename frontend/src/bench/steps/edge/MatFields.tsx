import type { About } from "../../../legend/useLegend";
import { PartTitle } from "../../../legend/PartTitle";
import type { ReactNode } from "react";
import type { Choice, Plan } from "../../../api/types";
import { Pick } from "../../../shell/Pick";
import { Choices } from "../../ChoiceCard";
import { usePlanStore } from "../../planStore";
import { EdgeColour, EdgeLength, Row, type EdgeProps } from "./parts";
import { Check } from "../../../fields/Check";
import { USUAL } from "./usual";

type Mat = Extract<Plan["edge"], { kind: "mat" }>;
const WAYS = [
  { value: "covers", label: "Mat overlaps the picture" },
  { value: "floats", label: "Float mount" },
] as const;

export function MatFields(
  props: EdgeProps & { edge: Mat; mats: Choice[]; frames: Choice[]; proof: string; print: number },
) {
  const { edge } = props;
  const change = usePlanStore((store) => store.change);
  const floats = edge.reveal !== null;
  const plan = usePlanStore((store) => store.document);
  const card = edge.card_width !== null && edge.card_height !== null;
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <EdgeLength
          {...props}
          label="Opening width"
          value={edge.opening_width}
          path="edge.opening_width"
          narrow={false}
        />
        <EdgeLength
          {...props}
          label="Opening height"
          value={edge.opening_height}
          path="edge.opening_height"
          narrow={false}
        />
      </div>
      <Pick
        label="How the mat lies"
        about="word:mat-lies"
        options={WAYS}
        value={floats ? "floats" : "covers"}
        onPick={(way) =>
          change(
            way === "floats"
              ? { "edge.reveal": USUAL.reveal[props.unit], "edge.overlap": "0 mm" }
              : { "edge.reveal": null, "edge.overlap": USUAL.overlap[props.unit] },
          )
        }
      />
      {edge.reveal !== null ? (
        <EdgeLength
          {...props}
          label="Reveal, paper around the print"
          about="word:reveal"
          value={edge.reveal}
          path="edge.reveal"
        />
      ) : (
        <EdgeLength
          {...props}
          label="Overlap on every side"
          about="word:overlap"
          value={edge.overlap}
          path="edge.overlap"
        />
      )}
      <Row name="Mat board">
        <EdgeColour label="Colour" value={edge.card_colour} path="edge.card_colour" />
      </Row>
      <Check
        label="Double mat: a second board"
        about="word:reveal"
        checked={edge.inner !== null}
        onChange={(checked) =>
          change({ "edge.inner": checked ? { step: USUAL.step[props.unit], colour: "#22302f" } : null })
        }
      />
      {edge.inner && (
        <div className="part">
          <EdgeLength
            {...props}
            label="Reveal of the lower board"
            value={edge.inner.step}
            path="edge.inner.step"
          />
          <EdgeColour label="Its colour" value={edge.inner.colour} path="edge.inner.colour" />
        </div>
      )}
      <Check
        label="The board is larger or smaller than the sheet"
        checked={card}
        onChange={(checked) =>
          change({
            "edge.card_width": checked ? (plan?.target.width ?? null) : null,
            "edge.card_height": checked ? (plan?.target.height ?? null) : null,
          })
        }
      />
      {edge.card_width !== null && edge.card_height !== null && (
        <div className="part grid grid-cols-2 gap-2">
          <EdgeLength
            {...props}
            label="Board width"
            value={edge.card_width}
            path="edge.card_width"
            narrow={false}
          />
          <EdgeLength
            {...props}
            label="Board height"
            value={edge.card_height}
            path="edge.card_height"
            narrow={false}
          />
        </div>
      )}
      <Usual about="choice:mat" title="Usual mats over this sheet" choices={props.mats} proof={props.proof} />
      <Usual
        about="choice:frame"
        title="Usual frames that hold it"
        choices={props.frames}
        proof={props.proof}
      />
      <div className="flex flex-wrap gap-2">
        <CutLink href={`/api/prints/${props.print}/cutting.pdf?unit=${props.unit}`}>
          Mat cutting sheet
        </CutLink>
        {(edge.inner ? [1, 2] : [1]).map((card) => (
          <CutLink key={card} href={`/api/prints/${props.print}/cutting.svg?card=${card}&unit=${props.unit}`}>
            {edge.inner ? (card === 1 ? "SVG, upper board" : "SVG, lower board") : "SVG, 1 : 1"}
          </CutLink>
        ))}
      </div>
    </>
  );
}

/** Sizes of the library that suit, each as this print would look in it; nothing where none does. */
function Usual({
  about,
  title,
  choices,
  proof,
}: {
  about: About;
  title: string;
  choices: Choice[];
  proof: string;
}) {
  if (!choices.length) return null;
  return (
    <>
      <PartTitle about={about}>{title}</PartTitle>
      <Choices label={title} choices={choices} proof={proof} slim />
    </>
  );
}

function CutLink({ href, children }: { href: string; children: ReactNode }) {
  return (
    <a className="plain-button inline-flex items-center" href={href} download>
      {children}
    </a>
  );
}
