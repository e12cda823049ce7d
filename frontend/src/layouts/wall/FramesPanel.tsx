import { asTyped, mmOf } from "../../drawing/typedLength";
import type { PanelFrame, PanelsDrawn, PanelsRequest, Unit } from "../../api/types";
import { LengthField, SizeField } from "../../fields/LengthField";
import { NumberField } from "../../fields/NumberField";
import { sizeAsTyped } from "../../fields/sizeAsTyped";
import { Problem } from "../../shell/Problem";
import { typeset } from "../../shell/typeset";
import { useLayoutStore } from "../layoutStore";
import type { OfPanels } from "../stepPanels/types";
import { useLayoutTyping } from "../useLayoutTyping";
import { Fixings } from "./Fixings";
import { useArrange } from "./useArrange";

/** How the frames stand together, and each as it was ordered and as it was measured. */
export function FramesPanel({ request, page, unit, picked, onPick }: OfPanels) {
  const { change: _, followed, ...typing } = useLayoutTyping();
  const arrange = useArrange(unit, followed);
  const { panels, wall } = page;
  if (!panels || !wall) return null;
  const kind = panels.arrangement || "row";
  return (
    <div className="space-y-3">
      <Arrangements
        panels={panels}
        count={request.frames.length}
        onTake={(id) => arrange.mutate({ arrangement: id })}
      />
      <div className="two-fields grid grid-cols-2 gap-x-4">
        <NumberField
          narrow
          label="Frames"
          min={panels.least}
          max={panels.most}
          step={1}
          inputClass="!w-14"
          value={request.frames.length}
          {...typing}
          onRead={(count) =>
            count !== null && arrange.mutate({ arrangement: kind, count: Math.round(count) })
          }
        />
        <LengthField
          narrow
          label="Gap"
          value={panels.gap || "differ"}
          unit={unit}
          purpose="edge"
          inputClass="!w-24"
          {...typing}
          onRead={(gap) => arrange.mutate({ arrangement: kind, gap })}
        />
      </div>
      <SizeField
        label={
          <>
            All ordered as <span className="soft">another size places all anew</span>
          </>
        }
        ariaLabel="All ordered as"
        value={sizeAsTyped({ width: panels.usual[0], height: panels.usual[1] })}
        unit={unit}
        picture={[2, 3]}
        {...typing}
        onRead={(size) => arrange.mutate({ arrangement: kind, size: `${size.width} x ${size.height}` })}
      />
      {arrange.error && <Problem message={arrange.error.message} />}
      <ol className="space-y-1" aria-label="The frames">
        {wall.pieces.map((piece, index) => {
          const frame = request.frames[index];
          if (!frame) return null;
          return (
            <li key={index} className="frame-row" data-picked={picked === index || undefined}>
              <button
                type="button"
                className="frame-head"
                aria-expanded={picked === index}
                onClick={() => onPick(picked === index ? null : index)}
              >
                <b className="font-semibold">{frame.name || index + 1}</b>
                <span className="figure soft">
                  {frame.ordered ? typeset(sizeAsTyped(frame.ordered)) : "not ordered"}
                </span>
                <span className="figure text-[15px] font-semibold">{typeset(piece.size)}</span>
                <span className="figure soft">{typeset(piece.note)}</span>
              </button>
              {picked === index && <OneFrame request={request} number={index} frame={frame} unit={unit} />}
            </li>
          );
        })}
      </ol>
      <button
        type="button"
        className="plain-button"
        onClick={() => {
          useLayoutStore.getState().change({ frames: [...request.frames, another(request, unit)] });
          onPick(request.frames.length);
        }}
      >
        Another frame
      </button>
    </div>
  );
}

/** Arrangements in small, each true to the frames in hand. */
function Arrangements(props: { panels: PanelsDrawn; count: number; onTake: (id: string) => void }) {
  return (
    <div className="grid grid-cols-5 gap-1.5" role="group" aria-label="Arrangements to start from">
      {props.panels.arrangements.map((one) => {
        const right = Math.max(...one.faces.map(([x, , w]) => x + w));
        const bottom = Math.max(...one.faces.map(([, y, , h]) => y + h));
        return (
          <button
            key={one.id}
            type="button"
            className="choice arrangement moves"
            aria-pressed={one.taken}
            disabled={!one.fix}
            title={one.fix ? undefined : `Not with ${props.count} frames`}
            onClick={() => props.onTake(one.id)}
          >
            <svg viewBox={`0 0 ${right} ${bottom}`} className="h-9 w-full" aria-hidden>
              {one.faces.map(([x, y, w, h], index) => (
                <rect key={index} x={x} y={y} width={w} height={h} className="arrangement-face" />
              ))}
            </svg>
            <span className="leading-4">{one.label}</span>
          </button>
        );
      })}
    </div>
  );
}

/** One frame: its measured sides, its place, how it hangs. */
function OneFrame(props: { request: PanelsRequest; number: number; frame: PanelFrame; unit: Unit }) {
  const { request, number, frame, unit } = props;
  const { change, ...typing } = useLayoutTyping();
  const take = useLayoutStore((store) => store.change);
  const path = `frames.${number}`;
  const length = (label: string, name: "width" | "height" | "x" | "y") => (
    <LengthField
      narrow
      label={label}
      ariaLabel={`${label}, frame ${frame.name || number + 1}`}
      value={frame[name]}
      unit={unit}
      purpose="edge"
      inputClass="!w-24"
      {...typing}
      onRead={(typed) => change({ [`${path}.${name}`]: typed })}
    />
  );
  return (
    <div className="space-y-1.5 pt-1 pb-2">
      <div className="two-fields grid grid-cols-2 gap-x-4 gap-y-1.5">
        {length("Width", "width")}
        {length("Height", "height")}
        {length("Left", "x")}
        {length("Top", "y")}
      </div>
      <SizeField
        label="Ordered as"
        value={frame.ordered ? sizeAsTyped(frame.ordered) : ""}
        unit={unit}
        picture={[2, 3]}
        {...typing}
        onRead={({ width, height }) => change({ [`${path}.ordered`]: { width, height } })}
      />
      <Fixings count={frame.fixings} onPick={(fixings) => take({ [`${path}.fixings`]: fixings })} />
      <div className="flex items-center gap-3">
        <label className="flex flex-1 items-center gap-2">
          Name
          <input
            className="field flex-1"
            value={frame.name}
            maxLength={80}
            placeholder={String(number + 1)}
            onChange={(event) => take({ [`${path}.name`]: event.target.value }, true)}
            onBlur={() => useLayoutStore.getState().settle()}
          />
        </label>
        <button
          type="button"
          className="min-h-6 underline disabled:opacity-50"
          disabled={request.frames.length === 1}
          title={request.frames.length === 1 ? "One frame has to stay" : undefined}
          onClick={() => take({ frames: request.frames.filter((_, index) => index !== number) })}
        >
          Remove
        </button>
      </div>
    </div>
  );
}

/** One more frame of the last one's size, at the right of all. */
function another(request: PanelsRequest, unit: Unit): PanelFrame {
  const last = request.frames[request.frames.length - 1] as PanelFrame;
  const right = Math.max(...request.frames.map(({ x, width }) => (mmOf(x) ?? 0) + (mmOf(width) ?? 300)));
  return { ...last, name: "", x: asTyped(right + 40, unit) };
}
