import { KeptNumber } from "../../fields/KeptNumber";
import { KeptText } from "../../fields/KeptText";
import { Row } from "../../fields/Row";
import { Pick } from "../../shell/Pick";
import type { RescuePick } from "../../api/types";
import { stepOf, withStep } from "../chain";
import { SpanField } from "./SpanField";
import type { RescuePanelProps } from "./types";

const COLOUR = /^#[0-9a-f]{6}$/i;

/** Lettering as outlines: picked by a click or drawn round, tuned, moved by hand. */
export function LetteringPanel(props: RescuePanelProps) {
  const { chain, unit, hand, onHand, onChange, pick, onPick, found } = props;
  const step = stepOf(chain, "lettering");
  const held = pick === null ? null : (step.picks[pick] ?? null);
  const told = found?.report.steps.find(({ kind }) => kind === "lettering");
  const put = (change: Partial<RescuePick>) =>
    onChange((now) =>
      withStep(now, "lettering", {
        picks: step.picks.map((one, at) => (at === pick ? { ...one, ...change } : one)),
      }),
    );
  return (
    <>
      {step.picks.map((one, at) => (
        <button
          key={at}
          type="button"
          className="rescue-pick"
          aria-pressed={at === pick}
          onClick={() => onPick(at === pick ? null : at)}
        >
          <span className="rescue-swatch" style={{ background: one.colour }} aria-hidden />
          <span className="flex-1">
            <b className="font-semibold">{one.area ? "Drawn round" : "Everywhere"}</b>
            <span className="soft block">
              {nodesAt(found?.traced[at]?.contours) || (told ? told.value : "")}
              {one.moved.length > 0 && `, ${one.moved.length} moved by hand`}
            </span>
          </span>
        </button>
      ))}
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="plain-button"
          aria-pressed={hand === "round"}
          onClick={() => onHand(hand === "round" ? "move" : "round")}
        >
          {hand === "round" ? "Cancel" : "Draw round lettering"}
        </button>
        <button
          type="button"
          className="plain-button"
          aria-pressed={hand === "pick"}
          onClick={() => onHand(hand === "pick" ? "move" : "pick")}
        >
          {hand === "pick" ? "Cancel" : "Click a letter"}
        </button>
      </div>
      {held && (
        <>
          <KeptText
            label="Its colour"
            value={held.colour}
            most={7}
            needed
            onPut={(colour) => COLOUR.test(colour) && put({ colour: colour.toLowerCase() })}
          />
          <KeptNumber
            label="How near to it, ΔE"
            min={1}
            max={100}
            step={1}
            value={held.near}
            onPut={(near) => near !== null && put({ near })}
          />
          <div className="flex flex-wrap gap-2">
            {(held.moved.length > 0 || held.smoothed.length > 0) && (
              <button type="button" className="plain-button" onClick={() => put({ moved: [], smoothed: [] })}>
                Nodes as traced
              </button>
            )}
            <button
              type="button"
              className="plain-button"
              onClick={() => {
                onPick(null);
                onChange((now) =>
                  withStep(now, "lettering", { picks: step.picks.filter((_, at) => at !== pick) }),
                );
              }}
            >
              Remove this pick
            </button>
          </div>
        </>
      )}
      <Pick
        label="Corners"
        options={[
          { value: "round", label: "round" },
          { value: "drawn", label: "as drawn" },
          { value: "sharp", label: "sharp" },
        ]}
        value={step.corners}
        onPick={(corners) => onChange((now) => withStep(now, "lettering", { corners }))}
      />
      <SpanField
        label="Thicker by (− thinner)"
        unit={unit}
        none="0"
        signed
        value={step.thicker}
        onPut={(thicker) => onChange((now) => withStep(now, "lettering", { thicker }))}
      />
      <Row name="Under it">
        <Pick
          label="Under the lettering"
          options={[
            { value: "keep", label: "keep" },
            { value: "fill", label: "fill from around" },
          ]}
          value={step.under}
          onPick={(under) => onChange((now) => withStep(now, "lettering", { under }))}
        />
      </Row>
    </>
  );
}

const nodesAt = (contours: number[][][] | undefined) => {
  if (!contours) return "";
  const nodes = contours.reduce((sum, one) => sum + one.length - 1, 0);
  return `${contours.length} contours, ${nodes} nodes`;
};
